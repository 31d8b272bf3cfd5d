<!-- The answer from before a change, beside the new one, until it is let go. -->
<script lang="ts">
	import type { Sentence } from '../formats/sentence';
	import Phrases from './Phrases.svelte';

	interface Props {
		sentence: Sentence;
		onputback: () => void;
		onletgo: () => void;
	}
	const { sentence, onputback, onletgo }: Props = $props();
</script>

<p class="before" role="status">
	<span>
		<Phrases {sentence} />
	</span>
	<button type="button" onclick={onputback}>Put back</button>
	<button type="button" onclick={onletgo}>Let it go</button>
</p>

<style>
	.before {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 18px;
		margin-top: 8px;
		padding-left: 12px;
		border-left: 3px solid var(--act);
		color: var(--quiet);
	}

	button {
		color: var(--act);
		font-weight: 600;
	}
</style>
