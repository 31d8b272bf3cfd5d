<script lang="ts">
	import type { Phrase, Sentence } from '../messages/sentence';
	import Phrases from './Phrases.svelte';

	interface Props {
		sentence: Sentence;
		/** A figure that is to show its working, and the element that it is in. */
		onopen?: (figure: NonNullable<Phrase['opens']>, element: HTMLElement, plan?: string) => void;
	}
	const { sentence, onopen }: Props = $props();
</script>

<p class="answer" aria-live="polite">
	<Phrases {sentence} {onopen} />
</p>

<style>
	.answer {
		max-width: 70em;
		font: 400 25px/1.36 var(--serif);
		--figure-weight: 640;
		font-variant-numeric: lining-nums;
		text-wrap: pretty;
		overflow-wrap: anywhere;
	}

	/* It is read before anything else, and does not fill a small screen. */
	@media screen and (width < 700px) {
		.answer {
			font-size: 20px;
		}
	}
</style>
