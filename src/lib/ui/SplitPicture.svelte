<!-- How each payment, or each year's, splits into interest and principal. -->
<script lang="ts">
	import { liveChart, type Drawn } from './live-chart.svelte';
	import type { SplitPicture } from './split-chart';

	interface Props {
		picture: SplitPicture;
		/** The picture in words. */
		words: string;
		onpoint: (bar: number | null) => void;
		onpick: (bar: number) => void;
	}
	const { picture, words, onpoint, onpick }: Props = $props();

	let chart = $state.raw<Drawn<SplitPicture>>();

	const live = liveChart(
		async () => (await import('./split-chart')).drawSplit,
		() => picture,
		(drawn) => (chart = drawn),
		'second'
	);
</script>

<!-- The same months can be reached with keys in the picture of balances beside it. -->
<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
<div
	class="split"
	role="img"
	aria-label={words}
	onpointermove={(event) => chart && onpoint(chart.at(event.offsetX))}
	onpointerleave={() => onpoint(null)}
	onclick={(event) => chart && onpick(chart.at(event.offsetX))}
>
	<canvas {@attach live}></canvas>
</div>

<style>
	.split {
		direction: ltr;
		position: relative;
		height: 100%;
		min-height: 0;
		overflow: hidden;
	}

	canvas {
		position: absolute;
		inset: 0;
		pointer-events: none;
	}
</style>
