<!-- The values of an index over time as a line of steps. -->
<script lang="ts">
	import { addMonths, dayNumber, type CalendarDate } from '$lib/core/quantities/calendar';
	import type { RateIndex } from '$lib/document/indexes';
	import { SCREEN } from '$lib/reading/writing';
	import { writeShortMonth, writeSignedPercent } from '$lib/reading/written';
	import { scaleLinear } from 'd3-scale';
	import { curveStepAfter, line } from 'd3-shape';
	import { t } from '$lib/words/labels/reference';

	interface Props {
		index: RateIndex;
		today: CalendarDate;
	}
	const { index, today }: Props = $props();

	const [width, height] = [1130, 170];
	const [left, right, top, bottom] = [52, 66, 14, 24];

	const points = $derived(
		index.values.map(({ holdsFrom, content }) => ({
			date: holdsFrom,
			day: dayNumber(holdsFrom),
			annual: content.annual
		}))
	);
	const last = $derived(points.at(-1));
	const end = $derived(Math.max(dayNumber(today), last?.day ?? 0) + 30);
	const x = $derived(
		scaleLinear()
			.domain([points[0]?.day ?? 0, end])
			.range([left, width - right])
	);
	const y = $derived.by(() => {
		const all = points.map(({ annual }) => annual);
		const room = Math.max(2_500, (Math.max(...all) - Math.min(...all)) * 0.2);
		return scaleLinear()
			.domain([Math.min(...all) - room, Math.max(...all) + room])
			.nice(4)
			.range([height - bottom, top]);
	});
	const path = $derived(
		line<{ day: number; annual: number }>()
			.x(({ day }) => x(day))
			.y(({ annual }) => y(annual))
			.curve(curveStepAfter)([...points, { day: end, annual: last?.annual ?? 0 }]) ?? ''
	);
	/** The first of each half-year on the axis. */
	const months = $derived.by(() => {
		const [first] = points;
		if (!first) return [];
		const every = Math.max(6, Math.ceil((end - first.day) / 30 / 9));
		const found: CalendarDate[] = [];
		const start = `${first.date.slice(0, 4)}-01-01` as CalendarDate;
		for (let at = 0; found.length < 40; at += every) {
			const month = addMonths(start, at);
			if (dayNumber(month) > end) break;
			if (dayNumber(month) >= first.day) found.push(month);
		}
		return found;
	});
	const percentOf = (of: number) => writeSignedPercent(of as never, SCREEN);
</script>

<svg viewBox="0 0 {width} {height}" role="img" aria-label={t('Values of the index over time')}>
	{#each y.ticks(4) as tick (tick)}
		<line class="grid" x1={left} x2={width - right} y1={y(tick)} y2={y(tick)} />
		<text class="right" x={left - 8} y={y(tick) + 4}>{percentOf(tick)}</text>
	{/each}
	{#each months as month (month)}
		<text x={x(dayNumber(month))} y={height - 6} class="middle"
			>{writeShortMonth(month, SCREEN)}</text
		>
	{/each}
	<line
		class="today"
		x1={x(dayNumber(today))}
		x2={x(dayNumber(today))}
		y1={top}
		y2={height - bottom}
	/>
	<path d={path} />
	{#if last}
		<text class="now" x={x(end) + 6} y={y(last.annual) + 4}>{percentOf(last.annual)}</text>
	{/if}
</svg>

<style>
	svg {
		width: 100%;
		height: auto;
	}

	path {
		fill: none;
		stroke: var(--ink);
		stroke-width: 2;
	}

	.grid {
		stroke: var(--row-line);
	}

	.today {
		stroke: var(--act);
		stroke-dasharray: 2 3;
	}

	text {
		fill: var(--quiet);
		font-size: 12.5px;
	}

	.right {
		text-anchor: end;
	}

	.middle {
		text-anchor: middle;
	}

	.now {
		fill: var(--ink);
		font-weight: 600;
	}
</style>
