<!-- A sentence with its figures set apart; those that have a working open it where `onopen` is given. -->
<script lang="ts">
	import type { Phrase, Sentence } from '../messages/sentence';
	import { t } from '$lib/words/labels/common';

	interface Props {
		sentence: Sentence;
		/** A figure that is to show its working, and the element that it is in. */
		onopen?:
			| ((figure: NonNullable<Phrase['opens']>, element: HTMLElement, plan?: string) => void)
			| undefined;
	}
	const { sentence, onopen }: Props = $props();

	/** Punctuation right after a figure: no line may begin with it. */
	const stopIn = (text = ''): string => /^[;,.:]*/.exec(text)?.[0] ?? '';
	const parts = $derived(
		sentence.map((phrase, at) => {
			const isBehind = onopen && sentence[at - 1]?.opens;
			return {
				...phrase,
				text: isBehind ? phrase.text.slice(stopIn(phrase.text).length) : phrase.text,
				stop: stopIn(sentence[at + 1]?.text)
			};
		})
	);
</script>

{#each parts as { text, figure, opens, plan, stop }, index (index)}{#if opens && onopen}<span
			class:kept={stop !== ''}
			><button
				type="button"
				data-print
				title={t('Show the calculation (Enter)')}
				class:interest={figure === 'interest'}
				onclick={(event) => onopen(opens, event.currentTarget, plan)}>{text}</button
			>{stop}</span
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

	.kept {
		white-space: nowrap;
	}

	.interest {
		color: var(--interest);
	}
</style>
