<!-- Every payment of a run, from the starting balance to the closing zero, by years that fold. -->
<script lang="ts">
	import type { Figure, TotalFigure, YearFigure } from '../core/debt/figure';
	import type { Explained } from '../core/working/debt-working';
	import { yearsOf } from '../core/debt/years';
	import type { Writing } from '../reading/writing';
	import { rowsAsText } from '../words/schedule';
	import { rowOf } from './long-lines';
	import LongTable from './LongTable.svelte';
	import { balanceColumns, CELL_HEADS, cellsOf, isYearCell, type Cell } from './schedule-cells';
	import ScheduleLine from './ScheduleLine.svelte';
	import ScheduleTotals from './ScheduleTotals.svelte';
	import { t } from '$lib/words/labels/common';

	interface Props {
		explained: Explained;
		writing: Writing;
		/** The row that is pointed at elsewhere; the one before the first is the starting balance. */
		pointed: number | null;
		/** The row to bring into view. */
		picked: number | null;
		label: string;
		onpoint: (k: number | null) => void;
		/** A figure that is to show its working, and the element that it is in. */
		onopen: (figure: Figure, element: HTMLElement) => void;
		/** Something is to happen with payment k. */
		onadd: (k: number, element: HTMLElement) => void;
	}
	const { explained, writing, pointed, picked, label, onpoint, onopen, onadd }: Props = $props();

	const run = $derived(explained.run);
	/** The balances that payments go to, each with a column of its own, and one for interest that is deferred. */
	const balances = $derived(balanceColumns(explained.terms));
	const cells = $derived(cellsOf(run, balances));
	const years = $derived(yearsOf(run));
	let table = $state<{ foldAll(): void; show(k: number): Promise<void> }>();

	/** Folds every year, or unfolds those that are folded. */
	export const foldAll = (): void => table?.foldAll();

	/** Brings a row into view and puts the focus on it; its year is unfolded. */
	export const show = async (k: number): Promise<void> => table?.show(k);
</script>

<LongTable
	bind:this={table}
	{years}
	first={run.firstRow}
	last={run.periods}
	start={run.firstRow - 1}
	figures={{ cells, yearCells: cells.filter(isYearCell), usual: 'interest' }}
	columns={cells.length + 3 + balances.names.length + (balances.defers ? 1 : 0)}
	{label}
	tight={cells.length + balances.names.length > 7}
	{picked}
	{onpoint}
	{onadd}
	onfigure={({ name, k, year }, element) => {
		if (k === null) onopen({ of: 'run', name: name as TotalFigure['name'] }, element);
		else if (year !== null) onopen({ of: 'year', name: name as YearFigure['name'], year }, element);
		else onopen({ of: 'row', name: name as Cell, k }, element);
	}}
	copied={(from, to) => rowsAsText(run, from, to, writing)}
>
	{#snippet head()}
		<tr aria-rowindex={1}>
			<th scope="col" class="number" title={t('Shift+↑ ↓ selects rows to copy')}>{t('No')}</th>
			<th scope="col" class="left">{t('Due')}</th>
			{#each cells as cell (cell)}<th scope="col">{CELL_HEADS[cell]}</th>{/each}
			{#each balances.names as { id, name } (id)}<th scope="col" class="to"
					>{t('to {name}', { name })}</th
				>{/each}
			{#if balances.defers}<th scope="col" class="to">{t('Deferred so far')}</th>{/if}
			<th scope="col" class="note"><span class="unseen">{t('Note')}</span></th>
		</tr>
	{/snippet}
	{#snippet line({ line, place, marked, reachable })}
		<ScheduleLine
			{line}
			{place}
			{explained}
			{cells}
			{balances}
			{writing}
			pointed={pointed !== null && rowOf(line) === pointed}
			{marked}
			reachable={reachable as Cell | null}
			{onpoint}
		/>
	{/snippet}
	{#snippet foot(place)}
		<ScheduleTotals
			{run}
			{cells}
			{writing}
			{place}
			more={balances.names.length + (balances.defers ? 1 : 0)}
		/>
	{/snippet}
</LongTable>

<style>
	/* A long name of a balance is on two lines. */
	th.to.to {
		max-width: 84px;
		white-space: normal;
		line-height: 1.15;
	}
</style>
