<!--
	The balances over time. A month is pointed at with the pointer or, with the picture in focus, with the
	arrow keys; a click or Enter picks it, and + adds something that happens then.
-->
<script lang="ts">
	import type { CalendarDate } from '../core/calendar';
	import { dayAt, drawBalances, redrawBalances, type BalancePicture } from './balance-chart';
	import { liveChart } from './live-chart.svelte';
	import { toDay } from './time-axis';

	interface Props {
		picture: BalancePicture;
		/** The picture in words. */
		words: string;
		/** The dates that can be pointed at, from the start. */
		dates: readonly CalendarDate[];
		onpoint: (date: CalendarDate | null) => void;
		onpick: (date: CalendarDate) => void;
		onadd: (date: CalendarDate, element: HTMLElement) => void;
	}
	const { picture, words, dates, onpoint, onpick, onadd }: Props = $props();

	let chart = $state.raw<ReturnType<typeof drawBalances>>();

	const days = $derived(dates.map(toDay));
	const pointed = $derived(dates.findLastIndex((date) => date <= (picture.pointed ?? '')));

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

	const dateAt = (index: number) => dates[Math.min(Math.max(index, 0), dates.length - 1)] ?? null;

	function pick(event: PointerEvent | MouseEvent): void {
		const date = dateAt(indexAt(event));
		if (date !== null) onpick(date);
	}

	function key(event: KeyboardEvent & { currentTarget: HTMLElement }): void {
		const steps = { ArrowRight: 1, ArrowLeft: -1, PageDown: 12, PageUp: -12 } as const;
		const step = steps[event.key as keyof typeof steps];
		const here = picture.pointed === null ? null : dateAt(pointed);
		if (step !== undefined) onpoint(dateAt(pointed + step));
		else if (event.key === 'Home') onpoint(dateAt(0));
		else if (event.key === 'End') onpoint(dateAt(days.length - 1));
		else if (event.key === 'Enter' && here !== null) onpick(here);
		else if (event.key === '+' && here !== null) onadd(here, event.currentTarget);
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
	onpointermove={(event) => onpoint(dateAt(indexAt(event)))}
	onpointerleave={() => onpoint(null)}
	onclick={pick}
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
