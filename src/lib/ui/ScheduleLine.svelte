<!-- One line of a schedule: the start, the totals of a year, or a payment with its marks. -->
<script lang="ts">
	import { marksOf } from '../core/debt/marks';
	import { asCarried, type Cents } from '../core/quantities/money';
	import { balancesIn, deferredAfter, rowAt } from '../core/debt/run';
	import type { Explained } from '../core/working/debt-working';
	import { writeDate, writeAmount } from '../reading/written';
	import type { Writing } from '../reading/writing';
	import { countOf } from '../words/amounts';
	import { markInWords } from '../words/debt';
	import { isYearCell, type BalanceColumns, type Cell } from './schedule-cells';
	import YearFold from './YearFold.svelte';
	import type { YearTotals } from '../core/debt/years';
	import type { LongLine } from './long-lines';
	import { t } from '$lib/words/labels/common';

	interface Props {
		line: LongLine<YearTotals>;
		/** Its place in the table, counted from 1. */
		place: number;
		explained: Explained;
		cells: readonly Cell[];
		balances: BalanceColumns;
		writing: Writing;
		pointed: boolean;
		marked: boolean;
		/** The cell that the Tab key reaches, where it is on this line. */
		reachable: Cell | null;
		onpoint: (k: number) => void;
	}
	const {
		line,
		place,
		explained,
		cells,
		balances,
		writing,
		pointed,
		marked,
		reachable,
		onpoint
	}: Props = $props();

	/** The columns of balances that a line without any leaves empty. */
	const rest = $derived([
		...balances.names.map(({ id }) => id),
		...(balances.defers ? ['deferred'] : [])
	]);
	const money = $derived((amount: Cents) => writeAmount(amount, writing));
	const run = $derived(explained.run);
	const row = $derived(line.kind === 'row' ? rowAt(run, line.k) : undefined);
	const parts = $derived(line.kind === 'row' ? balancesIn(run, line.k) : []);
	const paidTo = (id: string) => parts.find((part) => part.id === id)?.paid ?? 0;
	const deferred = $derived(line.kind === 'row' ? deferredAfter(run, line.k) : 0);
	const last = $derived(
		line.kind === 'row' && line.k === run.periods && run.ending.status === 'cleared'
	);
</script>

{#if line.kind === 'row' && row}
	{@const { k } = line}
	<tr
		aria-rowindex={place}
		aria-selected={marked}
		class:pointed
		class:marked
		class:last
		data-row={k}
		onpointerenter={() => onpoint(k)}
	>
		<td class="number" data-mark={k}>{k < 1 ? '' : k}</td>
		<td class="left" data-mark={k}>{writeDate(row.date, writing)}</td>
		{#each cells as cell (cell)}
			<td class:interest={cell === 'interest' || cell === 'interestSoFar'}>
				{#if (cell !== 'extra' && cell !== 'charges') || row[cell] !== 0}
					<button
						type="button"
						class="figure"
						data-k={k}
						data-name={cell}
						tabindex={cell === reachable ? 0 : -1}>{money(row[cell])}</button
					>
				{/if}
			</td>
		{/each}
		{#each balances.names as { id } (id)}
			<td>
				{#if paidTo(id) > 0}
					<button type="button" class="figure" data-k={k} data-name="paid" tabindex="-1"
						>{money(asCarried(paidTo(id)))}</button
					>
				{/if}
			</td>
		{/each}
		{#if balances.defers}<td class="quiet">{deferred > 0 ? money(asCarried(deferred)) : ''}</td
			>{/if}
		<td class="note">
			{marksOf(explained.terms, run, row)
				.map((mark) => markInWords(mark, writing))
				.join(', ')}
			{#if k > 0}
				<button
					type="button"
					class="add"
					data-k={k}
					data-name="add"
					tabindex="-1"
					title={t('Add an event at this payment (+)')}>{t('+ add')}</button
				>
			{/if}
		</td>
	</tr>
{:else if line.kind === 'year'}
	{@const { totals, folded } = line}
	<tr class="year" aria-rowindex={place} data-year-row={totals.year}>
		<td class="left" colspan="2">
			<YearFold
				{totals}
				{folded}
				count={countOf(writing, totals.to - totals.from + 1, 'payments')}
			/>
		</td>
		{#each cells as cell (cell)}
			<td class:interest={cell === 'interest'}>
				{#if isYearCell(cell) && ((cell !== 'extra' && cell !== 'charges') || totals[cell] !== 0)}
					<button
						type="button"
						class="figure"
						data-k={totals.from}
						data-year={totals.year}
						data-name={cell}
						tabindex="-1">{money(totals[cell])}</button
					>
				{/if}
			</td>
		{/each}
		{#each rest as column (column)}<td></td>{/each}
		<td class="note"></td>
	</tr>
{:else}
	<tr aria-rowindex={place} class:pointed class:marked data-row={line.k}>
		<td class="number" data-mark={line.k}>0</td>
		<td class="left" data-mark={line.k}>{writeDate(run.startDate, writing)}</td>
		{#each cells as cell (cell)}
			<td>{cell === 'closing' ? money(run.starting) : ''}</td>
		{/each}
		{#each rest as column (column)}<td></td>{/each}
		<td class="note">{t('starting balance')}</td>
	</tr>
{/if}

<style>
	.add {
		position: absolute;
		top: 1px;
		inset-inline-end: 4px;
		padding: 0 4px;
		background: var(--picked);
		color: var(--act);
		font: 600 12.5px/24px var(--sans);
		opacity: 0;
	}

	tr:hover .add,
	tr:focus-within .add {
		opacity: 1;
	}

	.pointed td {
		background: var(--picked);
	}

	.last td {
		font-weight: 700;
	}
</style>
