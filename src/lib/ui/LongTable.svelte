<!--
	A table of hundreds of rows by years that fold. Only the lines in view exist. Arrows go from figure to figure,
	Enter opens one, + adds something to a row; Shift with the arrows marks rows, which are copied as text.
-->
<script lang="ts" generics="Y extends YearSpan">
	import { createVirtualizer } from '@tanstack/svelte-virtual';
	import { flushSync, tick, untrack, type Snippet } from 'svelte';
	import { get } from 'svelte/store';
	import {
		lineOf,
		longLines,
		placeOn,
		reachableRow,
		rowOf,
		stepped,
		type Clicked,
		type Figures,
		type LongLine,
		type Place,
		type YearSpan
	} from './long-lines';
	import { keySteps } from './schedule-cells';

	interface Props {
		years: readonly Y[];
		/** The first row and the last. */
		first: number;
		last: number;
		/** The row of the start, without figures to go to; null: there is none. */
		start: number | null;
		figures: Figures;
		columns: number;
		label: string;
		tight: boolean;
		/** The row to bring into view. */
		picked: number | null;
		onpoint: (k: number | null) => void;
		onfigure: (clicked: Clicked, element: HTMLElement) => void;
		onadd?: (k: number, element: HTMLElement) => void;
		/** Rows as they are copied. */
		copied: (from: number, to: number) => string;
		head: Snippet;
		line: Snippet<
			[{ line: LongLine<Y>; place: number; marked: boolean; reachable: string | null }]
		>;
		foot: Snippet<[number]>;
	}
	const {
		years,
		first: firstRow,
		last: lastRow,
		start,
		figures,
		columns,
		label,
		tight,
		picked,
		onpoint,
		onfigure,
		onadd,
		copied,
		head,
		line: lineOfTable,
		foot
	}: Props = $props();

	let folded = $state.raw<ReadonlySet<number>>(new Set());
	const lines = $derived(longLines(years, folded, start));
	/**
	 * The one place that the keys go on from: a figure of row k, or, in the totals of the year that k
	 * begins, one of those or what folds it.
	 */
	let active = $state.raw<Place>(untrack(() => ({ k: firstRow, cell: figures.usual, on: 'row' })));
	/** Under way while the focus is still coming to that place. */
	let going: Promise<void> | null = null;
	/** The rows that are marked: from where it began to where it has come. */
	let marked = $state.raw<{ readonly start: number; readonly end: number } | null>(null);
	const markedFrom = $derived(marked ? Math.min(marked.start, marked.end) : Infinity);
	const markedTo = $derived(marked ? Math.max(marked.start, marked.end) : -Infinity);

	const ROW = 27;
	let scroller = $state<HTMLDivElement>();

	const virtual = createVirtualizer<HTMLDivElement, HTMLTableRowElement>({
		count: untrack(() => lines.length),
		getScrollElement: () => scroller ?? null,
		estimateSize: () => ROW,
		overscan: 16,
		scrollPaddingStart: ROW,
		scrollPaddingEnd: 2 * ROW,
		initialRect: { width: 900, height: 400 }
	});

	$effect(() => {
		const count = lines.length;
		if (scroller) untrack(() => get(virtual).setOptions({ count }));
	});

	$effect(() => {
		if (picked === null) return;
		untrack(() => get(virtual).scrollToIndex(lineOf(lines, picked), { align: 'center' }));
	});

	/** On paper every line is there. */
	let onPaper = $state(false);
	const print = (is: boolean) => flushSync(() => (onPaper = is));

	const items = $derived(
		onPaper
			? lines.map((_, index) => ({ index, start: 0, end: lines.length * ROW }))
			: $virtual.getVirtualItems().filter(({ index }) => index < lines.length)
	);
	const above = $derived(items[0]?.start ?? 0);
	const below = $derived(Math.max(0, lines.length * ROW - (items.at(-1)?.end ?? 0)));

	/** The row that Tab reaches: the active one, or, while that is out of view, the first in view. */
	const reachable = $derived(
		reachableRow(
			items.flatMap(({ index }) => lines[index] ?? []),
			active.k
		)
	);
	const reachableCell = $derived(figures.cells.includes(active.cell) ? active.cell : figures.usual);

	function fold(year: number): void {
		const others = [...folded].filter((other) => other !== year);
		folded = new Set(folded.has(year) ? others : [...others, year]);
	}

	/** Folds every year, or unfolds those that are folded. */
	export function foldAll(): void {
		folded = folded.size > 0 ? new Set() : new Set(years.map(({ year }) => year));
	}

	function click(event: MouseEvent): void {
		const target = event.target as HTMLElement;
		const row = target.closest<HTMLElement>('[data-mark]')?.dataset['mark'];
		if (row !== undefined) {
			const end = Number(row);
			marked = { start: event.shiftKey && marked ? marked.start : end, end };
			return;
		}
		const element = target.closest<HTMLElement>('[data-name]');
		if (!element) return;
		const { name, k, year } = element.dataset;
		const number = (text: string | undefined) => (text === undefined ? null : Number(text));
		if (name === 'fold') fold(Number(year));
		else if (name === 'add' && k !== undefined) onadd?.(Number(k), element);
		else onfigure({ name: name ?? '', k: number(k), year: number(year) }, element);
	}

	function reached(event: FocusEvent): void {
		const { name, k, year } = (event.target as HTMLElement).dataset;
		if (k === undefined || name === 'add') return;
		if (name === 'fold') active = { ...active, k: Number(k), on: 'fold' };
		else active = { k: Number(k), cell: name ?? '', on: year === undefined ? 'row' : 'year' };
	}

	async function key(event: KeyboardEvent): Promise<void> {
		const target = event.target as HTMLElement;
		const k = target.dataset['k'] === undefined ? null : Number(target.dataset['k']);
		const control = event.ctrlKey || event.metaKey;
		if (going && ['Enter', ' ', '+'].includes(event.key)) {
			// What acts on a figure acts on the one that the keys have led to.
			event.preventDefault();
			await going;
			if (event.key !== '+') activeElement()?.click();
			else if (scroller) onadd?.(active.k, activeElement() ?? scroller);
			return;
		}
		if (event.key === 'Escape' && marked) marked = null;
		else if (control && event.key.toLowerCase() === 'a')
			marked = { start: start ?? firstRow, end: lastRow };
		else if (k === null || control || event.altKey) return;
		else if (event.key === '+') onadd?.(k, target);
		else {
			const { down, right } = keySteps(event.key);
			if (down === 0 && right === 0) return;
			event.preventDefault();
			const from = active.k;
			const markedSince = event.shiftKey ? (marked?.start ?? from) : null;
			// The next key may come while the focus is still on its way: what is marked is known before.
			const way = go(stepped(lines, activeLine(), down), right);
			marked = markedSince === null ? null : { start: markedSince, end: active.k };
			going = way;
			await way;
			if (going === way) going = null;
			return;
		}
		event.preventDefault();
	}

	/** Where the last key led, though the focus may still be on its way there. */
	function activeLine(): number {
		const { k, on } = active;
		if (on === 'row') return lineOf(lines, k);
		return lines.findIndex((line) => line.kind === 'year' && line.totals.from === k);
	}

	async function go(index: number, right: number): Promise<void> {
		const line = lines[index];
		if (!line || line.kind === 'start') return;
		active = placeOn(line, right, active, figures);
		get(virtual).scrollToIndex(index);
		await tick();
		// The lines that scrolling brings into being are there in the next frame.
		if (!activeElement()) await new Promise(requestAnimationFrame);
		activeElement()?.focus();
	}

	function activeElement(): HTMLElement | null {
		const { k, cell, on } = active;
		const place = on === 'row' ? '[data-row]' : '[data-year-row]';
		const name = on === 'fold' ? 'fold' : cell;
		return (
			scroller?.querySelector<HTMLElement>(`${place} [data-k="${k}"][data-name="${name}"]`) ?? null
		);
	}

	/** Brings a row into view and puts the focus on it; its year is unfolded. */
	export async function show(k: number): Promise<void> {
		const { year } = years.find(({ to }) => k <= to) ?? {};
		if (year !== undefined && folded.has(year)) fold(year);
		await tick();
		await go(lineOf(lines, Math.max(k, firstRow)), 0);
	}

	function copy(event: ClipboardEvent): void {
		if (!marked || !event.clipboardData) return;
		event.clipboardData.setData('text/plain', copied(markedFrom, markedTo));
		event.preventDefault();
	}
</script>

<svelte:window onbeforeprint={() => print(true)} onafterprint={() => print(false)} />

{#snippet space(height: number)}
	{#if height > 0}<tr aria-hidden="true"><td colspan={columns} style:height="{height}px"></td></tr
		>{/if}
{/snippet}

<!-- Focus lets arrows and Page Up and Down scroll it; the buttons inside take clicks and keys, and the
     region only hears them on their way up. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
	class="scroller"
	bind:this={scroller}
	tabindex="0"
	role="region"
	aria-label={label}
	onclick={click}
	onkeydown={key}
	onfocusin={reached}
	oncopy={copy}
	onpointerleave={() => onpoint(null)}
>
	<table aria-rowcount={lines.length + 2} class:tight>
		<thead>{@render head()}</thead>
		<tbody>
			{@render space(above)}
			{#each items as { index } (index)}
				{@const line = lines[index]}
				{#if line}
					{@const k = rowOf(line)}
					{@render lineOfTable({
						line,
						place: index + 2,
						marked: k !== null && k >= markedFrom && k <= markedTo,
						reachable: line.kind === 'row' && k === reachable ? reachableCell : null
					})}
				{/if}
			{/each}
			{@render space(below)}
		</tbody>
		<tfoot>{@render foot(lines.length + 2)}</tfoot>
	</table>
</div>

<style>
	.scroller {
		/* What has the focus is clear of the head and the totals. */
		scroll-padding: 34px 0 68px;
		height: 100%;
		min-height: 0;
		overflow: auto;
		overflow-anchor: none;
	}

	table {
		width: 100%;
		min-width: 620px;
		border-collapse: separate;
		border-spacing: 0;
		font-size: 14px;
	}

	.scroller :global(:is(th, td)) {
		height: 27px;
		padding: 0 10px;
		border-bottom: 1px solid var(--row-line);
		text-align: end;
		white-space: nowrap;
	}

	.scroller tbody :global(tr[aria-hidden] td) {
		padding: 0;
		border: 0;
	}

	thead :global(th) {
		position: sticky;
		z-index: 1;
		top: 0;
		border-bottom-color: var(--hairline);
		background: var(--ground);
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	tfoot :global(td) {
		position: sticky;
		z-index: 1;
		bottom: 0;
		border-top: 1px solid var(--hairline);
		border-bottom: 0;
		background: var(--ground);
		font-weight: 700;
	}

	.tight :global(:is(th, td):is(th, td)) {
		padding: 0 6px;
	}

	@media screen and (width < 1200px) {
		table {
			font-size: 13px;
		}

		.scroller :global(:is(th, td)) {
			padding: 0 5px;
		}
	}

	.scroller :global(.left) {
		text-align: start;
	}

	.scroller :global(.number) {
		width: 44px;
		color: var(--quiet);
		cursor: pointer;
	}

	/* Figures open their working. */
	.scroller :global(.figure) {
		font-weight: inherit;
		text-decoration: underline dotted transparent;
		text-underline-offset: 3px;
	}

	.scroller :global(.figure:hover) {
		text-decoration-color: var(--act);
	}

	.scroller :global(.year td) {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.scroller tbody :global(tr:hover td) {
		background: var(--picked);
	}

	.scroller tbody :global(tr.marked td) {
		background: color-mix(in srgb, var(--act) 16%, var(--ground));
	}

	.scroller :global(td.interest.interest) {
		color: var(--interest);
	}

	/* The button that adds is in it. */
	.scroller tbody :global(.note) {
		position: relative;
	}

	.scroller :global(.note) {
		width: 150px;
		max-width: 190px;
		overflow: hidden;
		color: var(--quiet);
		font-family: var(--serif);
		font-size: 13px;
		font-style: italic;
		font-weight: 400;
		text-align: start;
		text-overflow: ellipsis;
		/* The button that adds has its place beside the note. */
		padding-inline-end: 56px;
	}
</style>
