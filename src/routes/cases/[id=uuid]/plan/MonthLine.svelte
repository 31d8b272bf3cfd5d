<!-- One line of the table of every month: a month with its marks, or what a year comes to. -->
<script lang="ts">
	import { owedInAll } from '$lib/core/plan/answers';
	import type { Plan } from '$lib/core/plan/terms';
	import type { PlanYear } from '$lib/core/plan/years';
	import type { Cents } from '$lib/core/quantities/money';
	import { monthStart } from '$lib/document/plan';
	import { writeAmount, writeShortMonth } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import type { LongLine } from '$lib/ui/long-lines';
	import { countOf } from '$lib/words/amounts';
	import YearFold from '$lib/ui/YearFold.svelte';
	import { partsOfCell } from './month-cells';

	interface Props {
		line: LongLine<PlanYear>;
		/** Its place in the table, counted from 1. */
		place: number;
		plan: Plan;
		cells: readonly string[];
		writing: Writing;
		picked: boolean;
		marked: boolean;
		/** The cell that the Tab key reaches, where it is on this line. */
		reachable: string | null;
		note: string;
	}
	const { line, place, plan, cells, writing, picked, marked, reachable, note }: Props = $props();

	const kept = $derived(line.kind === 'row' ? plan.kept[line.k - 1] : undefined);

	/** The figure of a cell; null: the debt is paid off, or nothing is due yet. */
	function amountIn(cell: string): Cents | null {
		const { index, of } = partsOfCell(cell);
		if (line.kind === 'year') {
			if (index === null) return line.totals[of];
			// A debt that is gone has nothing in it.
			return of === 'principal' ? null : line.totals.debts[index]?.[of] || null;
		}
		if (!kept) return null;
		if (index === null) return of === 'closing' ? owedInAll(plan, kept.month) : kept[of];
		return kept.shares.find((share) => share.index === index)?.[of] ?? null;
	}
</script>

{#if line.kind === 'row' && kept}
	<tr aria-rowindex={place} aria-selected={marked} class:picked class:marked data-row={line.k}>
		<td class="number" data-mark={line.k}>{line.k}</td>
		<td class="left" data-mark={line.k}
			>{writeShortMonth(monthStart(plan.firstMonth, line.k), writing)}</td
		>
		{#each cells as cell (cell)}
			{@const amount = amountIn(cell)}
			<td class:interest={cell.endsWith('interest')}>
				{#if amount === null}–{:else}
					<button
						type="button"
						class="figure"
						data-k={line.k}
						data-name={cell}
						tabindex={cell === reachable ? 0 : -1}>{writeAmount(amount, writing)}</button
					>
				{/if}
			</td>
		{/each}
		<td class="note" title={note}>{note}</td>
	</tr>
{:else if line.kind === 'year'}
	{@const { totals, folded } = line}
	<tr class="year" aria-rowindex={place} data-year-row={totals.year}>
		<td class="left" colspan="2">
			<YearFold {totals} {folded} count={countOf(writing, totals.to - totals.from + 1, 'months')} />
		</td>
		{#each cells as cell (cell)}
			{@const amount = amountIn(cell)}
			<td class:interest={cell.endsWith('interest')}>
				{#if amount === null}–{:else}
					<button
						type="button"
						class="figure"
						data-k={totals.from}
						data-year={totals.year}
						data-name={cell}
						tabindex="-1">{writeAmount(amount, writing)}</button
					>
				{/if}
			</td>
		{/each}
		<td class="note"></td>
	</tr>
{/if}

<style>
	.picked td {
		background: var(--picked);
	}

	.picked .left {
		box-shadow: inset 3px 0 0 var(--act);
	}
</style>
