<!--
	Ways of paying the same debt as rows, each compared with the baseline. The picked one speaks in the sentence,
	the pictures and the schedule; any of them can become the debt's own.
-->
<script lang="ts">
	import type { Figure } from '$lib/core/debt/figure';
	import type { Cents } from '$lib/core/quantities/money';
	import { sameWay, type Measured, type Way } from '$lib/core/debt/ways';
	import { grouped, writeAmount, writeShortMonth } from '$lib/reading/written';
	import type { DebtEntry } from '$lib/document/debt';
	import type { Writing } from '$lib/reading/writing';
	import { oneUnit } from '$lib/words/amounts';
	import { costInWords, differenceInWords, endInWords, wayName } from '$lib/words/debt';
	import IconButton from '$lib/ui/IconButton.svelte';
	import Scale from '@lucide/svelte/icons/scale';
	import Trash2 from '@lucide/svelte/icons/trash-2';
	import { sorted, type SortColumn, type Sorting } from './compared-ways';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		rows: readonly Measured[];
		writing: Writing;
		picked: Way;
		/** The custom property that holds the debt's hue. */
		hue: string;
		onpick: (way: Way) => void;
		onopen: (figure: Figure, element: HTMLElement, way: Way) => void;
		onbaseline: (way: Way) => void;
		onpay: (way: Way) => void;
		onremove: (way: Way) => void;
	}
	const { debt, rows, writing, picked, hue, ...on }: Props = $props();

	const columns: readonly { readonly column: SortColumn; readonly head: string }[] = $derived([
		{ column: 'first', head: t('first payment') },
		{ column: 'payments', head: t('payments') },
		{ column: 'paid off', head: t('paid off') },
		{ column: 'interest', head: t('interest') },
		{ column: 'total', head: t('total paid') },
		{ column: 'cost', head: t('cost per {unit} owed', { unit: oneUnit(writing) }) },
		{ column: 'sooner', head: t('sooner') },
		{ column: 'less', head: t('interest saved') }
	]);

	let sorting = $state.raw<Sorting | null>(null);
	const shown = $derived(sorted(rows, sorting));
	const ended = $derived(rows.filter(({ run }) => run.ending.status === 'cleared'));
	const longest = $derived(Math.max(1, ...ended.map(({ run }) => yearsTaken(run))));
	const costliest = $derived(Math.max(1, ...ended.map(({ run }) => run.totalInterest)));
	const money = (amount: Cents) => writeAmount(amount, writing);

	/** How long a way takes, for the length of its bar. */
	const yearsTaken = (run: Measured['run']) => run.periods / run.paymentsPerYear;

	/** Up, down, and back to the order in which they were added. */
	function sort(column: SortColumn): void {
		if (sorting?.column !== column) sorting = { column, up: true };
		else sorting = sorting.up ? { column, up: false } : null;
	}

	const sortedBy = (column: SortColumn) =>
		sorting?.column === column ? (sorting.up ? 'ascending' : 'descending') : 'none';
</script>

{#snippet cell(way: Way, figure: Figure, text: string)}
	<button
		type="button"
		class="figure"
		onclick={(event) => {
			event.stopPropagation();
			on.onopen(figure, event.currentTarget, way);
		}}>{text}</button
	>
{/snippet}
{#snippet bar(share: number, interest: boolean)}
	<span
		class="bar drawn"
		class:hatched={interest}
		style:width="{share * 100}%"
		style:--bar="var({hue})"
		aria-hidden="true"
	></span>
{/snippet}

<table>
	<thead>
		<tr>
			<th scope="col" class="way">{t('Paid')}</th>
			{#each columns as { column, head } (column)}
				<th scope="col" aria-sort={sortedBy(column)}>
					<button type="button" title={t('Sort by this')} onclick={() => sort(column)}>
						{head}{sorting?.column === column ? (sorting.up ? ' ↑' : ' ↓') : ''}
					</button>
				</th>
			{/each}
			<th scope="col"><span class="unseen">{t('Actions')}</span></th>
		</tr>
	</thead>
	<tbody>
		{#each shown as { way, run, against } (JSON.stringify(way))}
			{@const isPicked = sameWay(way, picked)}
			{@const isBaseline = sameWay(way, debt.baseline)}
			{@const ends = run.ending.status === 'cleared'}
			{@const words = differenceInWords(against, writing)}
			{@const name = wayName(way, debt, writing)}
			{@const added = debt.compared.some((other) => sameWay(way, other))}
			<tr class:picked={isPicked} onclick={() => on.onpick(way)}>
				<th scope="row" class="way">
					<label title={name}>
						<input
							type="radio"
							name="way"
							checked={isPicked}
							onchange={() => on.onpick(way)}
							data-way={way.kind}
						/>
						<span>{name}</span>
					</label>
				</th>
				<td>{@render cell(way, { of: 'row', name: 'paid', k: 1 }, money(run.firstPayment))}</td>
				<td
					>{#if ends}{@render cell(
							way,
							{ of: 'run', name: 'periods' },
							grouped(run.periods, 0, writing)
						)}{:else}—{/if}</td
				>
				<td class:never={!ends}>
					{#if ends}
						{@render cell(
							way,
							{ of: 'run', name: 'payoffDate' },
							endInWords(run, writing, writeShortMonth)
						)}
						{@render bar(yearsTaken(run) / longest, false)}
					{:else}{endInWords(run, writing, writeShortMonth)}{/if}
				</td>
				<td class="interest">
					{#if ends}
						{@render cell(way, { of: 'run', name: 'totalInterest' }, money(run.totalInterest))}
						{@render bar(run.totalInterest / costliest, true)}
					{:else}—{/if}
				</td>
				<td
					>{#if ends}{@render cell(
							way,
							{ of: 'run', name: 'totalPaid' },
							money(run.totalPaid)
						)}{:else}—{/if}</td
				>
				<td
					>{#if ends && run.starting > 0}{@render cell(
							way,
							{ of: 'run', name: 'costPerUnit' },
							costInWords(run, writing)
						)}{:else}—{/if}</td
				>
				{#if isBaseline}
					<td colspan="2" class="baseline">{t('baseline for comparison')}</td>
				{:else}
					{@const both = against.kind === 'both end'}
					<td class="against"
						>{#if both}{@render cell(
								way,
								{ of: 'against', name: 'monthsSooner' },
								words.sooner
							)}{:else}{words.sooner}{/if}</td
					>
					<td class="against"
						>{#if both}{@render cell(
								way,
								{ of: 'against', name: 'interestLess' },
								words.less
							)}{:else}{words.less}{/if}</td
					>
				{/if}
				<td class="tools"
					><span>
						{#if !isBaseline}
							<IconButton
								title={t('Use as the baseline')}
								label={t('Use as the baseline: {name}', { name })}
								onclick={() => on.onbaseline(way)}
							>
								<Scale size={15} aria-hidden="true" />
							</IconButton>
						{/if}
						{#if way.kind !== 'paid'}
							<button
								type="button"
								class="use"
								aria-label={t('Use this: {name}', { name })}
								title={t('Pay the debt this way')}
								onclick={(event) => {
									event.stopPropagation();
									on.onpay(way);
								}}>{t('Use this')}</button
							>
						{/if}
						{#if added}
							<IconButton
								title={t('Remove this way')}
								label={t('Remove: {name}', { name })}
								onclick={() => on.onremove(way)}
							>
								<Trash2 size={15} aria-hidden="true" />
							</IconButton>
						{/if}
					</span></td
				>
			</tr>
		{/each}
	</tbody>
</table>

<style>
	table {
		width: 100%;
		border-collapse: separate;
		border-spacing: 0;
		font-size: 14px;
	}

	th,
	td {
		position: relative;
		height: 32px;
		padding: 0 6px;
		border-bottom: 1px solid var(--row-line);
		font-weight: 400;
		text-align: end;
		white-space: nowrap;
	}

	thead th {
		position: sticky;
		z-index: 1;
		top: 0;
		height: 25px;
		border-bottom-color: var(--hairline);
		background: var(--ground);
		color: var(--quiet);
		font-size: 13px;
	}

	thead button,
	thead .way {
		font-weight: 600;
	}

	tbody tr {
		cursor: pointer;
	}

	tbody tr:hover,
	.picked {
		background: var(--picked);
	}

	.picked :is(th, td) {
		font-weight: 600;
	}

	@media screen and (width < 1200px) {
		table {
			font-size: 13px;
		}

		th,
		td {
			padding: 0 4px;
		}

		thead th {
			font-size: 12px;
		}
	}

	.way {
		max-width: 168px;
		overflow: hidden;
		text-align: start;
		text-overflow: ellipsis;
	}

	label {
		display: flex;
		gap: 8px;
		align-items: center;
		cursor: pointer;
	}

	label span {
		overflow: hidden;
		text-overflow: ellipsis;
	}

	input {
		margin: 0;
		accent-color: var(--act);
	}

	.figure {
		font-weight: inherit;
		text-decoration: underline dotted transparent;
		text-underline-offset: 3px;
	}

	.figure:hover {
		text-decoration-color: var(--act);
	}

	.interest {
		color: var(--interest);
	}

	.never {
		font-weight: 700;
	}

	.baseline {
		color: var(--quiet);
		font: italic 400 13px var(--serif);
	}

	.bar {
		position: absolute;
		inset-inline-end: 7px;
		bottom: 2px;
		min-width: 1px;
		max-width: calc(100% - 14px);
		height: 4px;
		background: var(--bar);
	}

	.bar.hatched {
		background: repeating-linear-gradient(135deg, var(--interest) 0 1.5px, transparent 1.5px 4px);
	}

	.tools {
		padding: 0;
	}

	.tools > span {
		display: flex;
		align-items: center;
		justify-content: end;
	}

	.use {
		padding: 0 6px;
		color: var(--act);
		font-weight: 600;
		white-space: nowrap;
	}
</style>
