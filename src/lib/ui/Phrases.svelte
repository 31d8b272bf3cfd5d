<!-- A sentence with its figures set apart; those that have a working open it where `onopen` is given. -->
<script lang="ts">
	import type { Phrase, Sentence } from '../words/sentence';

	interface Props {
		sentence: Sentence;
		/** A figure that is to show its working, and the element that it is in. */
		onopen?:
			| ((figure: NonNullable<Phrase['opens']>, element: HTMLElement, plan?: string) => void)
			| undefined;
	}
	const { sentence, onopen }: Props = $props();
</script>

{#each sentence as { text, figure, opens, plan }, index (index)}{#if opens && onopen}<button
			type="button"
			data-print
			title="Show its working (Enter)"
			class:interest={figure === 'interest'}
			onclick={(event) => onopen(opens, event.currentTarget, plan)}>{text}</button
		>{:else if figure}<strong class:interest={figure === 'interest'}>{text}</strong
		>{:else}{text}{/if}{/each}

<style>
	strong,
	button {
		color: var(--ink);
		font: inherit;
		font-weight: var(--figure-weight, 600);
	}

	button {
		border-bottom: 1px dotted var(--act);
		line-height: 1.15;
	}

	.interest {
		color: var(--interest);
	}
</style>
