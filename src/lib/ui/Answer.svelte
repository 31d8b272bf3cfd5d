<script lang="ts">
	import type { Sentence } from '../formats/answer-text';

	interface Props {
		sentence: Sentence;
	}
	const { sentence }: Props = $props();
</script>

<p class="answer" aria-live="polite">
	{#each sentence as phrase, index (index)}{#if phrase.figure}<strong
				class:interest={phrase.figure === 'interest'}>{phrase.text}</strong
			>{:else}{phrase.text}{/if}{/each}
</p>

<style>
	.answer {
		max-width: 70em;
		font: 400 25px/1.36 var(--serif);
		font-variant-numeric: lining-nums;
		text-wrap: pretty;
		overflow-wrap: anywhere;
	}

	strong {
		font-weight: 640;
	}

	.interest {
		color: var(--interest);
	}
</style>
