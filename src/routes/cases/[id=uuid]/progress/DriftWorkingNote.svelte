<!-- The working of a figure of what happened, and of those that it is made of, opened in turn. -->
<script lang="ts">
	import type { DriftFigure } from '$lib/core/working/drift-figure';
	import type { ComeBack } from '$lib/document/coming-back';
	import type { Writing } from '$lib/reading/writing';
	import WorkingNote from '$lib/ui/WorkingNote.svelte';
	import { writeDriftWorking } from '$lib/words/progress-working';

	interface Props {
		back: ComeBack;
		figure: DriftFigure;
		writing: Writing;
		anchor: HTMLElement;
		onclose: () => void;
	}
	const { back, figure, writing, anchor, onclose }: Props = $props();

	/** The figures opened from that one, each from the one before. */
	let further = $state.raw<readonly DriftFigure[]>([]);
	const working = $derived(writeDriftWorking(back, further.at(-1) ?? figure, writing));
</script>

{#if working}
	<WorkingNote
		{working}
		{anchor}
		deep={further.length > 0}
		onopen={(next) => (further = [...further, next])}
		onback={() => (further = further.slice(0, -1))}
		{onclose}
	/>
{/if}
