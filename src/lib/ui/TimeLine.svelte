<!--
	What happens over time, on the same time axis as the picture above it. Each thing is a chip: dragged or
	moved with the arrow keys, opened with Enter, switched off and on with Space, deleted with Delete.
-->
<script lang="ts">
	import Plus from '@lucide/svelte/icons/plus';
	import { tick } from 'svelte';
	import { dayAtPixel, pixelOf, toDay, type TimeScale } from './time-axis';
	import { t } from '$lib/words/labels/common';

	/** One thing that happens. */
	interface Item {
		readonly id: string;
		readonly date: string;
		readonly text: string;
		readonly off: boolean;
		/** The later days on which it comes again. */
		readonly again: readonly string[];
	}
	/** What follows of the items: on a day, or over some time; `until` null: to the end. */
	interface Consequence {
		readonly from: string;
		readonly until: string | null;
		readonly text: string;
	}
	interface Props {
		items: readonly Item[];
		consequences?: readonly Consequence[];
		scale: TimeScale | null;
		pointed: string | null;
		onopen: (id: string, element: HTMLElement) => void;
		/** Adds something on a day (since 1970), or, without one, on the day that is picked. */
		onadd: (day: number | null, element: HTMLElement) => void;
		/** Moves to a day since 1970. */
		onmove: (id: string, day: number) => void;
		/** Moves by so many payments, or by whole years. */
		onstep: (id: string, count: number, unit: 'payment' | 'year') => void;
		ontoggle: (id: string) => void;
		onremove: (id: string) => void;
	}
	const { items, consequences = [], scale, pointed, ...on }: Props = $props();

	const ROW = 25;
	/** More rows than these are scrolled to: the picture above needs its room. */
	const MOST_ROWS = 3;
	/** Approximate width of a character and of the rest of a chip, in pixels. */
	const LETTER = 6.6;
	const FRAME = 18;
	/** A pointer that has gone so far, in pixels, drags. */
	const DRAG = 4;
	/** More repetitions than this are not marked one by one. */
	const MARKED = 60;

	interface Placed extends Item {
		readonly left: number;
		readonly row: number;
		readonly ticks: readonly number[];
	}

	/**
	 * Chips from left to right, each on the first row that has room; where none has, on the one where it
	 * goes least far to the right of its day.
	 */
	const placed = $derived.by((): Placed[] => {
		if (!scale) return [];
		const ends: number[] = [];
		return [...items]
			.sort((a, b) => (a.date < b.date ? -1 : 1))
			.map((item) => {
				const at = pixelOf(scale, toDay(item.date));
				const width = item.text.length * LETTER + FRAME;
				const furthest = scale.right + 16 - width;
				const wanted = Math.max(0, Math.min(at - 9, furthest));
				const row = rowFor(ends, wanted, furthest);
				const left = Math.max(wanted, ends[row] ?? 0);
				ends[row] = left + width + 6;
				const again = item.again.length > MARKED ? [] : item.again;
				const ticks = [item.date, ...again]
					.map((date) => pixelOf(scale, toDay(date)))
					.filter((tick) => tick <= scale.right);
				return { ...item, left, row, ticks };
			});
	});
	function rowFor(ends: readonly number[], wanted: number, furthest: number): number {
		const free = ends.findIndex((end) => end <= wanted);
		if (free >= 0) return free;
		if (ends.length < MOST_ROWS) return ends.length;
		const soonest = Math.min(...ends);
		return soonest <= furthest ? ends.indexOf(soonest) : ends.length;
	}
	/** Where what follows is drawn: a mark, or a stretch of the line. */
	const drawn = $derived.by(() => {
		if (!scale) return [];
		const { left, right } = scale;
		const at = (date: string) => pixelOf(scale, toDay(date));
		return consequences
			.map(({ from, until, text }) => ({
				text,
				from: Math.max(left, at(from)),
				to: until === null ? right : Math.min(right, at(until))
			}))
			.filter(({ from }) => from <= right);
	});
	const rows = $derived(Math.max(1, ...placed.map(({ row }) => row + 1)));

	/** The one under the pointer or in focus: its days are set apart. */
	let shown = $state<string | null>(null);
	let drag: { readonly id: string; readonly from: number; readonly start: number } | null = null;
	let dragged = false;

	function grip(event: PointerEvent & { currentTarget: HTMLElement }, item: Placed): void {
		if (!scale || event.button !== 0) return;
		event.currentTarget.setPointerCapture(event.pointerId);
		drag = { id: item.id, from: event.clientX, start: pixelOf(scale, toDay(item.date)) };
		dragged = false;
	}

	function pull(event: PointerEvent): void {
		if (!drag || !scale) return;
		const distance = event.clientX - drag.from;
		dragged ||= Math.abs(distance) > DRAG;
		if (dragged) on.onmove(drag.id, dayAtPixel(scale, drag.start + distance));
	}

	function open(event: MouseEvent & { currentTarget: HTMLElement }, id: string): void {
		drag = null;
		if (dragged) dragged = false;
		else on.onopen(id, event.currentTarget);
	}

	async function key(
		event: KeyboardEvent & { currentTarget: HTMLElement },
		id: string
	): Promise<void> {
		const steps = { ArrowRight: 1, ArrowLeft: -1, PageDown: 1, PageUp: -1 } as const;
		const step = steps[event.key as keyof typeof steps];
		if (step !== undefined) on.onstep(id, step, event.key.startsWith('Page') ? 'year' : 'payment');
		else if (event.key === ' ') on.ontoggle(id);
		else if (event.key === 'Delete') on.onremove(id);
		else return;
		event.preventDefault();
		// One that has stepped past another is elsewhere in the line, and keeps the focus.
		const chip = event.currentTarget;
		await tick();
		if (chip.isConnected && document.activeElement !== chip && event.key !== 'Delete') chip.focus();
	}

	function addAt(event: MouseEvent & { currentTarget: HTMLElement }): void {
		if (scale) on.onadd(dayAtPixel(scale, event.offsetX), event.currentTarget);
	}
</script>

<div
	class="line"
	role="group"
	aria-label={t('Events over time')}
	class:scrolls={rows > MOST_ROWS}
	style:height="{Math.min(rows, MOST_ROWS) * ROW + 8}px"
>
	<!-- A pointer's way to add at a day; keys have the button and the picture's + for it. -->
	<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
	<div class="axis" onclick={addAt}></div>
	{#if scale}
		<svg aria-hidden="true">
			<line x1={scale.left} x2={scale.right} y1="4" y2="4" class="base" />
			{#each drawn as { from, to, text }, index (index)}
				{#if to > from}
					<line x1={from} x2={to} y1="4" y2="4" class="stretch"><title>{text}</title></line>
				{:else}
					<path d="M{from} 0l4 4l-4 4l-4 -4z" class="follows"><title>{text}</title></path>
				{/if}
			{/each}
			{#if pointed}
				{@const at = pixelOf(scale, toDay(pointed))}
				<line x1={at} x2={at} y1="0" y2="100%" class="pointed" />
			{/if}
			{#each placed as { id, ticks, off } (id)}
				{#each ticks as tick, index (index)}
					<circle
						cx={tick}
						cy="4"
						r={(index === 0 ? 3.5 : 2) + (id === shown ? 1.5 : 0)}
						class:off
						class:shown={id === shown}
					/>
				{/each}
			{/each}
		</svg>
		<button
			type="button"
			class="add"
			title={t('Add an event (+)')}
			onclick={(event) => on.onadd(null, event.currentTarget)}
		>
			<Plus size={13} aria-hidden="true" />
			{t('add')}
		</button>
		{#each placed as item (item.id)}
			<button
				type="button"
				class="chip"
				class:off={item.off}
				style:left="{item.left}px"
				style:top="{item.row * ROW + 9}px"
				data-chip={item.id}
				aria-pressed={!item.off}
				title={t('{text} on the timeline', {
					text: item.text,
					off: item.off ? 'yes' : 'no'
				})}
				onpointerdown={(event) => grip(event, item)}
				onpointermove={pull}
				onpointerenter={() => (shown = item.id)}
				onpointerleave={() => (shown = null)}
				onfocus={() => (shown = item.id)}
				onblur={() => (shown = null)}
				onclick={(event) => open(event, item.id)}
				onkeydown={(event) => key(event, item.id)}>{item.text}</button
			>
		{/each}
		{#if consequences.length > 0}
			<ul class="unseen">
				{#each consequences as { text }, index (index)}<li>{text}</li>{/each}
			</ul>
		{/if}
		{#if items.length === 0}
			<span class="empty" style:left="{scale.left + 8}px">
				{t('No events')}
			</span>
		{/if}
	{/if}
</div>

<style>
	.line {
		/* Time goes from the left to the right, whatever the language. */
		direction: ltr;
		position: relative;
		font-size: 12.5px;
	}

	.scrolls {
		overflow: hidden auto;
	}

	.axis,
	svg {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
	}

	.axis {
		cursor: copy;
	}

	svg {
		pointer-events: none;
	}

	.base {
		stroke: var(--hairline);
	}

	.pointed {
		stroke: var(--act);
		stroke-width: 1.5;
	}

	.stretch {
		stroke: var(--interest);
		stroke-width: 5;
	}

	.follows {
		fill: var(--interest);
	}

	.stretch,
	.follows {
		pointer-events: auto;
	}

	circle {
		fill: var(--act);
	}

	circle.off {
		fill: var(--hairline);
	}

	circle.shown {
		fill: var(--ink);
	}

	.add {
		position: absolute;
		top: 8px;
		inset-inline-start: 0;
		display: inline-flex;
		gap: 2px;
		align-items: center;
		height: 22px;
		color: var(--act);
		font-weight: 600;
	}

	.chip {
		position: absolute;
		height: 22px;
		padding: 0 8px;
		border: 1px solid var(--act);
		border-radius: 3px;
		background: var(--sheet);
		font-weight: 600;
		white-space: nowrap;
		cursor: grab;
		touch-action: none;
	}

	.chip.off {
		border-style: dashed;
		border-color: var(--quiet);
		color: var(--quiet);
		font-weight: 400;
		text-decoration: line-through;
	}

	.empty {
		position: absolute;
		top: 11px;
		color: var(--quiet);
		font-style: italic;
		pointer-events: none;
	}
</style>
