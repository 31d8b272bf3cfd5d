<!-- Cases that a file would bring into the casebook, before they are taken. -->
<script lang="ts">
	import type { Sentence } from '$lib/messages/sentence';
	import Phrases from '$lib/ui/Phrases.svelte';
	import Proposal from '$lib/ui/Proposal.svelte';

	interface Props {
		sentence: Sentence;
		ontake: () => void;
		onclose: () => void;
	}
	const { sentence, ontake, onclose }: Props = $props();
</script>

<div>
	<Proposal ready {ontake} {onclose}>
		<p role="status"><Phrases {sentence} /></p>
	</Proposal>
</div>

<style>
	div {
		margin-bottom: 18px;
	}
</style>
