<!-- The totals of a run, under the columns of its schedule. -->
<script lang="ts">
	import { totalExtra, type Run } from '../core/debt/run';
	import type { Cents } from '../core/quantities/money';
	import type { TotalFigure } from '../core/debt/figure';
	import type { Writing } from '../reading/writing';
	import { writeAmount } from '../reading/written';
	import { countOf } from '../words/amounts';
	import type { Cell } from './schedule-cells';
	import { t } from '$lib/words/labels/common';

	interface Props {
		run: Run;
		cells: readonly Cell[];
		writing: Writing;
		/** Its place in the table, counted from 1. */
		place: number;
		/** How many columns come after these. */
		more: number;
	}
	const { run, cells, writing, place, more }: Props = $props();

	const money = $derived((amount: Cents) => writeAmount(amount, writing));
	const isPaidOff = $derived(run.ending.status === 'cleared');
</script>

{#snippet total(name: TotalFigure['name'], text: string)}
	<button type="button" class="figure" data-name={name}>{text}</button>
{/snippet}
<tr aria-rowindex={place}>
	<td class="number"></td>
	<td class="left">{@render total('periods', countOf(writing, run.periods, 'payments'))}</td>
	{#each cells as cell (cell)}
		<td class:interest={cell === 'interest'}>
			{#if cell === 'interest'}{@render total('totalInterest', money(run.totalInterest))}
			{:else if cell === 'paid'}{@render total('totalPaid', money(run.totalPaid))}
			{:else if cell === 'principal'}
				{@render total('totalPrincipal', money(run.totalPrincipal))}
			{:else if cell === 'charges'}{@render total('totalCharges', money(run.totalCharges))}
			{:else if cell === 'extra'}{@render total('totalExtra', money(totalExtra(run)))}
			{:else if cell === 'closing'}{@render total('closing', money(run.closing))}{/if}
		</td>
	{/each}
	{#if more > 0}<td colspan={more}></td>{/if}
	<td class="note">{isPaidOff ? t('paid off') : t('still owed')}</td>
</tr>
