<script lang="ts">
	import type { Phrase, Sentence } from '../formats/sentence';

	interface Props {
		sentence: Sentence;
		/** A figure that is to show its working, and the element that it stands in. */
		onopen?: (figure: NonNullable<Phrase['opens']>, element: HTMLElement) => void;
	}
	const { sentence, onopen }: Props = $props();
</script>

<p class="answer" aria-live="polite">
	{#each sentence as { text, figure, opens }, index (index)}{#if opens && onopen}<button
				type="button"
				class:interest={figure === 'interest'}
				onclick={(event) => onopen(opens, event.currentTarget)}>{text}</button
			>{:else if figure}<strong class:interest={figure === 'interest'}>{text}</strong
			>{:else}{text}{/if}{/each}
</p>

<style>
	.answer {
		max-width: 70em;
		font: 400 25px/1.36 var(--serif);
		font-variant-numeric: lining-nums;
		text-wrap: pretty;
		overflow-wrap: anywhere;
	}

	strong,
	button {
		font-weight: 640;
	}

	button {
		border-bottom: 1px dotted var(--act);
		line-height: 1.15;
	}

	.interest {
		color: var(--interest);
	}
</style>
