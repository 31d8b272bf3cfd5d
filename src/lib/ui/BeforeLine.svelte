<!-- The answer from before a change, beside the new one, until the change is kept or undone. -->
<script lang="ts">
	import type { Sentence } from '../messages/sentence';
	import Phrases from './Phrases.svelte';
	import { t } from '$lib/words/labels/common';

	interface Props {
		sentence: Sentence;
		onundo: () => void;
		onkeep: () => void;
	}
	const { sentence, onundo, onkeep }: Props = $props();
</script>

<p class="before" role="status">
	<span>
		<Phrases {sentence} />
	</span>
	<button type="button" onclick={onundo}>{t('Undo this change')}</button>
	<button type="button" onclick={onkeep}>{t('Keep it')}</button>
</p>

<style>
	.before {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 18px;
		margin-top: 8px;
		padding-inline-start: 12px;
		border-inline-start: 3px solid var(--act);
		color: var(--quiet);
	}

	button {
		color: var(--act);
		font-weight: 600;
	}
</style>
