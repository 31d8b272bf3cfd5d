<!-- A screen that has nothing to show until the debts are taken down, with the way there. -->
<script lang="ts">
	import { say } from '../messages/sentence';
	import Answer from './Answer.svelte';

	interface Props {
		/** “There is nothing to plan yet” */
		what: string;
		href: string;
	}
	const { what, href }: Props = $props();
</script>

<Answer
	sentence={[say(`${what}: take the debts down first, each with all that is known of it.`)]}
/>
<p><a {href}>To the debts</a></p>

<style>
	p {
		margin-top: 12px;
	}
</style>
