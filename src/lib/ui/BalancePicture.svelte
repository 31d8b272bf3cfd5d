<!--
	The balances over time. A month is pointed at with the pointer or, with the picture in focus, with the
	arrow keys; a click or Enter picks it.
-->
<script lang="ts">
	import { dayAt, drawBalances, redrawBalances, type BalancePicture } from './balance-chart';
	import { liveChart } from './live-chart.svelte';
	import { toDay } from './time-axis';

	interface Props {
		picture: BalancePicture;
		/** The picture in words. */
		words: string;
		/** The dates that can be pointed at, from the start. */
		dates: readonly string[];
		onpoint: (index: number | null) => void;
		onpick: (index: number) => void;
	}
	const { picture, words, dates, onpoint, onpick }: Props = $props();

	let chart = $state.raw<ReturnType<typeof drawBalances>>();

	const days = $derived(dates.map(toDay));
	const pointed = $derived(picture.pointed === null ? -1 : dates.indexOf(picture.pointed));

	const live = liveChart(
		drawBalances,
		redrawBalances,
		() => picture,
		(drawn) => (chart = drawn)
	);

	function indexAt(event: PointerEvent | MouseEvent): number {
		const day = chart ? dayAt(chart, event.offsetX) : 0;
		const after = days.findIndex((candidate) => candidate >= day);
		if (after < 0) return days.length - 1;
		const before = Math.max(after - 1, 0);
		return day - (days[before] ?? 0) < (days[after] ?? 0) - day ? before : after;
	}

	function key(event: KeyboardEvent): void {
		const steps = { ArrowRight: 1, ArrowLeft: -1, PageDown: 12, PageUp: -12 } as const;
		const step = steps[event.key as keyof typeof steps];
		const last = days.length - 1;
		if (step !== undefined) onpoint(Math.min(Math.max(pointed + step, 0), last));
		else if (event.key === 'Home') onpoint(0);
		else if (event.key === 'End') onpoint(last);
		else if (event.key === 'Enter' && pointed >= 0) onpick(pointed);
		else if (event.key === 'Escape') onpoint(null);
		else return;
		event.preventDefault();
	}
</script>

<div
	class="picture"
	role="slider"
	tabindex="0"
	aria-label={words}
	aria-valuemin={0}
	aria-valuemax={days.length - 1}
	aria-valuenow={Math.max(pointed, 0)}
	aria-valuetext={picture.pointed ?? 'no month picked'}
	onkeydown={key}
	onpointermove={(event) => onpoint(indexAt(event))}
	onpointerleave={() => onpoint(null)}
	onclick={(event) => onpick(indexAt(event))}
>
	<canvas {@attach live}></canvas>
</div>

<style>
	.picture {
		position: relative;
		height: 100%;
		min-height: 0;
		overflow: hidden;
		cursor: crosshair;
	}

	canvas {
		position: absolute;
		inset: 0;
		pointer-events: none;
	}
</style>
