<!-- A screen that has nothing to show until the debts are taken down, with the way there. -->
<script lang="ts">
	import { say } from '../messages/sentence';
	import Answer from './Answer.svelte';
	import { t } from '$lib/words/labels/common';

	interface Props {
		/** “There is nothing to plan yet” */
		what: string;
		href: string;
	}
	const { what, href }: Props = $props();
</script>

<Answer sentence={[say(t('{what}: enter the debts first, each with …', { what }))]} />
<p><a {href}>{t('Go to the debts')}</a></p>

<style>
	p {
		margin-top: 12px;
	}
</style>
