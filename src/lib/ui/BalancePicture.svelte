<!--
	The balances over time. A month is pointed at with the pointer or, with the picture in focus, with the
	arrow keys; a click or Enter picks it, and + adds something that happens then.
-->
<script lang="ts">
	import type { CalendarDate } from '../core/quantities/calendar';
	import type { BalancePicture } from './balance-chart';
	import { liveChart, type Drawn } from './live-chart.svelte';
	import { toDay } from './time-axis';
	import { t } from '$lib/words/labels/common';

	interface Props {
		picture: BalancePicture;
		/** The picture in words. */
		words: string;
		/** The dates that can be pointed at, from the start: how many, and which. */
		dates: { readonly count: number; readonly at: (index: number) => CalendarDate };
		onpoint: (date: CalendarDate | null) => void;
		onpick: (date: CalendarDate) => void;
		onadd: (date: CalendarDate, element: HTMLElement) => void;
	}
	const { picture, words, dates, onpoint, onpick, onadd }: Props = $props();

	let chart = $state.raw<Drawn<BalancePicture>>();

	const last = $derived(dates.count - 1);
	const pointed = $derived(lastBefore((date) => date <= (picture.pointed ?? '')));

	const live = liveChart(
		async () => (await import('./balance-chart')).drawBalances,
		() => picture,
		(drawn) => (chart = drawn)
	);

	/** The last date for which something holds that holds for all before it; −1: for none. */
	function lastBefore(holds: (date: CalendarDate) => boolean): number {
		let [before, after] = [-1, dates.count];
		while (after - before > 1) {
			const middle = (before + after) >> 1;
			if (holds(dates.at(middle))) before = middle;
			else after = middle;
		}
		return before;
	}

	function indexAt(event: PointerEvent | MouseEvent): number {
		const day = chart ? chart.at(event.offsetX) : 0;
		const before = Math.max(
			lastBefore((date) => toDay(date) < day),
			0
		);
		const after = Math.min(before + 1, last);
		return day - toDay(dates.at(before)) < toDay(dates.at(after)) - day ? before : after;
	}

	const dateAt = (index: number) =>
		last < 0 ? null : dates.at(Math.min(Math.max(index, 0), last));

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
		else if (event.key === 'End') onpoint(dateAt(last));
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
	aria-valuemax={last}
	aria-valuenow={Math.max(pointed, 0)}
	aria-valuetext={picture.pointed ?? t('no month selected')}
	onkeydown={key}
	onpointermove={(event) => onpoint(dateAt(indexAt(event)))}
	onpointerleave={() => onpoint(null)}
	onclick={pick}
>
	<canvas {@attach live}></canvas>
</div>

<style>
	.picture {
		direction: ltr;
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
