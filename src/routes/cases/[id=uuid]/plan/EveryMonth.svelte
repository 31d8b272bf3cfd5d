<!-- Every month of the plan as a table: what each debt gets, costs and still owes, and what all come to. -->
<script lang="ts">
	import { monthMarks } from '$lib/core/plan/marks';
	import type { Plan, PlanTerms } from '$lib/core/plan/terms';
	import { monthSums, planYears } from '$lib/core/plan/years';
	import type { PlanFigureName } from '$lib/core/working/plan-figure';
	import { SHARE_FIGURES, type ShareFigure } from '$lib/exchange/plan-rows';
	import { writeAmount } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import LongTable from '$lib/ui/LongTable.svelte';
	import { countOf } from '$lib/words/amounts';
	import { letterOf } from '$lib/words/debt';
	import type { Listed } from '$lib/words/plan';
	import { figureChoices, monthMarkInWords, monthsAsText } from '$lib/words/plan-months';
	import type { Phrase } from '$lib/messages/sentence';
	import type { Cents } from '$lib/core/quantities/money';
	import MonthLine from './MonthLine.svelte';
	import { debtCell, IN_ALL, partsOfCell, type InAll } from './month-cells';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		plan: Plan;
		terms: PlanTerms;
		debts: readonly Listed[];
		writing: Writing;
		/** The picked month. */
		month: number;
		onmonth: (month: number) => void;
		/** A figure that is to show its working, and the element that it is in. */
		onopen: (figure: NonNullable<Phrase['opens']>, element: HTMLElement) => void;
		/** Why a debt gets what it gets in a month. */
		onwhy: (month: number, debt: Listed, element: HTMLElement) => void;
		onclose: () => void;
	}
	const { plan, terms, debts, writing, month, onmonth, onopen, onwhy, onclose }: Props = $props();

	/** One figure of every debt, or every figure of one. */
	let figure = $state<ShareFigure>('paid');
	let only = $state('');

	const money = (amount: Cents) => writeAmount(amount, writing);
	const years = $derived(planYears(plan));
	const sums = $derived(monthSums(plan));
	const placed = $derived(
		debts.flatMap((debt) => {
			const index = plan.debts.findIndex(({ id }) => id === debt.id);
			return index >= 0 && (plan.debts[index]?.starting ?? 0) > 0 ? [{ ...debt, index }] : [];
		})
	);
	const shown = $derived(only === '' ? placed : placed.filter(({ id }) => id === only));
	const figures = $derived<readonly ShareFigure[]>(only === '' ? [figure] : SHARE_FIGURES);
	const debtCells = $derived(
		shown.flatMap(({ index, place, name }) =>
			figures.map((of) => ({ cell: debtCell(index, of), index, of, name, letter: letterOf(place) }))
		)
	);
	const cells = $derived([...IN_ALL, ...debtCells.map(({ cell }) => cell)]);
	const letterAt = (index: number): string =>
		letterOf(placed.find((debt) => debt.index === index)?.place ?? 0);
	const marks = $derived((at: number) => {
		const kept = plan.kept[at - 1];
		if (!kept) return '';
		return monthMarks(plan, terms, kept)
			.map((mark) => monthMarkInWords(mark, letterAt, writing))
			.join(', ');
	});
	const HEADS: Readonly<Record<InAll, string>> = {
		paid: t('Monthly budget'),
		interest: t('Interest'),
		principal: t('Principal'),
		closing: t('Still owed')
	};
	const SHORT: Readonly<Record<ShareFigure, string>> = {
		paid: 'gets',
		interest: 'interest',
		closing: 'left'
	};

	function open(name: string, k: number | null, year: number | null, element: HTMLElement): void {
		const { index, of } = partsOfCell(name);
		const ofDebt = index === null ? null : (plan.debts[index]?.id ?? null);
		const opens = (what: PlanFigureName) => onopen({ of: 'plan', name: what }, element);
		if (k === null || year !== null) {
			const over = year ?? 'all';
			if (of === 'closing') opens({ inMonth: lastOf(over), what: 'closing' });
			else opens({ over, ofDebt, what: of });
		} else if (ofDebt === null) opens({ inMonth: k, what: of });
		else if (of === 'paid') {
			const debt = debts.find(({ id }) => id === ofDebt);
			if (debt) onwhy(k, debt, element);
		} else if (of !== 'principal') opens({ inMonth: k, ofDebt, what: of });
	}

	const lastOf = (over: number | 'all'): number =>
		over === 'all' ? plan.months : (years.find(({ year }) => year === over)?.to ?? plan.months);

	let table = $state<{ foldAll(): void; show(k: number): Promise<void> }>();
	export const show = (): void => void table?.show(month);
</script>

<section aria-label={t('Monthly schedule')}>
	<p class="bar">
		<strong>{t('Monthly schedule')}</strong>
		<span class="choice">
			<Choice
				label={t('Figure shown for each debt')}
				value={figure}
				options={figureChoices(writing)}
				onchange={(to) => {
					figure = to;
					only = '';
				}}
			/>
		</span>
		<span class="choice">
			<Choice
				label={t('Debts shown')}
				value={only}
				options={[
					{ value: '', words: t('every debt') },
					...placed.map(({ id, name, place }) => ({
						value: id,
						words: t('all figures of {place} {name}', { place: letterOf(place), name })
					}))
				]}
				onchange={(to) => (only = to)}
			/>
		</span>
		<button type="button" onclick={() => table?.foldAll()}>{t('Fold the years')}</button>
		<button type="button" class="back" title={t('Back to the chart (F7)')} onclick={onclose}
			>{t('‹ Chart')}</button
		>
	</p>
	<div class="table">
		<LongTable
			bind:this={table}
			{years}
			first={1}
			last={plan.months}
			start={null}
			figures={{ cells, yearCells: cells, usual: 'paid' }}
			columns={cells.length + 3}
			label={t('Months of the plan')}
			tight={cells.length > 8}
			picked={month}
			onpoint={() => undefined}
			onfigure={({ name, k, year }, element) => {
				if (k !== null && year === null) onmonth(k);
				open(name, k, year, element);
			}}
			copied={(from, to) => monthsAsText(plan, shown, { from, to, figures }, writing)}
		>
			{#snippet head()}
				<tr aria-rowindex={1}>
					<th scope="col" class="number" title={t('Shift+↑ ↓ selects rows to copy')}>{t('No')}</th>
					<th scope="col" class="left">{t('Month')}</th>
					{#each IN_ALL as of (of)}<th scope="col">{HEADS[of]}</th>{/each}
					{#each debtCells as { cell, letter, name, of } (cell)}
						<th scope="col" title="{letter} {name}">{letter} {SHORT[of]}</th>
					{/each}
					<th scope="col" class="note"><span class="unseen">{t('Note')}</span></th>
				</tr>
			{/snippet}
			{#snippet line({ line, place, marked, reachable })}
				<MonthLine
					{line}
					{place}
					{plan}
					{cells}
					{writing}
					{marked}
					{reachable}
					picked={line.kind === 'row' && line.k === month}
					note={line.kind === 'row' ? marks(line.k) : ''}
				/>
			{/snippet}
			{#snippet foot(place)}
				<tr aria-rowindex={place}>
					<td class="number"></td>
					<td class="left">{countOf(writing, plan.months, 'months')}</td>
					{#each cells as cell (cell)}
						{@const { index, of } = partsOfCell(cell)}
						{@const debt = index === null ? sums : plan.debts[index]}
						<td class:interest={of === 'interest'}>
							{#if debt && of === 'closing'}
								{money(debt.closing)}
							{:else if debt}
								<button type="button" class="figure" data-name={cell}
									>{money(
										of === 'principal' ? sums.principal : debt[of === 'paid' ? 'paid' : 'interest']
									)}</button
								>
							{/if}
						</td>
					{/each}
					<td class="note">{plan.ending.status === 'cleared' ? t('paid off') : t('still owed')}</td>
				</tr>
			{/snippet}
		</LongTable>
	</div>
</section>

<style>
	section {
		display: grid;
		grid-template: auto minmax(0, 1fr) / minmax(0, 1fr);
		height: 100%;
		min-height: 0;
	}

	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 20px;
		align-items: center;
		padding-bottom: 4px;
		font-size: 14px;
	}

	.choice {
		width: 200px;
	}

	.bar button {
		color: var(--act);
		font-weight: 600;
	}

	.back {
		margin-inline-start: auto;
	}

	.table {
		min-width: 0;
		min-height: 0;
	}

	.table :global(.scroller .note) {
		max-width: 280px;
		padding-inline-end: 6px;
	}

	/* With many debts the months stay where they are. */
	.table :global(:where(td, th):where(.number, .left)) {
		position: sticky;
		z-index: 1;
		inset-inline-start: 0;
		background: var(--ground);
	}

	.table :global(.number) {
		min-width: 44px;
	}

	.table :global(:is(td, th).left:not([colspan])) {
		inset-inline-start: 44px;
	}

	.table :global(:is(thead, tfoot) :is(td, th):is(.number, .left)) {
		z-index: 2;
	}
</style>
