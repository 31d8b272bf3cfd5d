<!-- The stress test of the plan, computed in a worker. -->
<script lang="ts">
	import { addMonths, startOfMonth, type CalendarDate } from '$lib/core/quantities/calendar';
	import { percent, type Percent } from '$lib/core/quantities/rate';
	import { changedDebts } from '$lib/document/carried-plans';
	import type { CaseDocument } from '$lib/document/case';
	import { underCourse, type Course } from '$lib/document/indexes';
	import { courseInWords } from '$lib/words/indexes';
	import {
		leastChecked,
		underStrain,
		WITHIN,
		type Strain,
		type StressAnswer
	} from '$lib/core/search/stress-test';
	import { type Cents, wholeUnits } from '$lib/core/quantities/money';
	import { planOf } from '$lib/core/plan/walk';
	import type { PlanFigure, PlanFigureName } from '$lib/core/working/plan-figure';
	import type { Plan, PlannedDebt, PlanTerms } from '$lib/core/plan/terms';
	import type { Writing } from '$lib/reading/writing';
	import { monthIn, monthStart, type PlanEntry } from '$lib/document/plan';
	import { leastWorking, assumedOf, strainInWords, sureLine } from '$lib/words/search';
	import type { WrittenWorking } from '$lib/words/debt-working';
	import TypedField from '$lib/ui/TypedField.svelte';
	import WorkingNote from '$lib/ui/WorkingNote.svelte';
	import { strainsInWorker } from '$lib/workers/stress-test';
	import { moneyText, monthText, signedRateText } from '../debt-fields';
	import Failed from './Failed.svelte';
	import Panel from './Panel.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		debts: readonly PlannedDebt[];
		terms: PlanTerms;
		document: CaseDocument;
		entry: PlanEntry;
		firstMonth: CalendarDate;
		nameOf: (id: string) => string;
		writing: Writing;
		onclose: () => void;
	}
	const {
		debts,
		terms,
		document: paper,
		entry,
		firstMonth,
		nameOf,
		writing,
		onclose
	}: Props = $props();

	const { asOf } = $derived(paper);
	/** The debts under a course of the indexes; null where none follows one. */
	const under = $derived(
		paper.debts.some(({ follows }) => follows !== null)
			? (course: Course) =>
					changedDebts({ ...paper, debts: underCourse(paper.debts, course) }, entry).debts
			: null
	);
	let month = $state(3);
	let typed = $state<Cents | null>(null);
	const bill = $derived(typed ?? wholeUnits(500, writing.currency.digits));
	/** A point more in half a year, and a path that somebody types; none of it is known. */
	const POINT = percent(10_000);
	let path = $state.raw<Course['steps']>([]);
	const courses = $derived<Course[]>([
		{ steps: [{ date: addMonths(startOfMonth(asOf), 6), change: POINT }] },
		...(path.length === 0 ? [] : [{ steps: path }])
	]);
	const strains = $derived<Strain[]>([
		{ kind: 'less money' },
		{ kind: 'missed months' },
		{ kind: 'higher rates' },
		{ kind: 'a bill', amount: bill, month },
		...(under ? courses.map((of) => ({ kind: 'another course' as const, debts: under(of) })) : [])
	]);

	const courseOf = (place: number) => courses[place - 5] ?? { steps: [] };

	/** Steps of a path by month; the later one of two in a month is the one that is meant. */
	const walk = (steps: Course['steps']) =>
		(path = [...new Map(steps.map((step) => [step.date, step])).values()].sort((a, b) =>
			a.date < b.date ? -1 : 1
		));
	function lengthen(): void {
		const last = path.at(-1);
		const date = addMonths(last?.date ?? startOfMonth(asOf), 6);
		walk([...path, { date, change: (last?.change ?? 0) + POINT }]);
	}

	let answers = $state.raw<readonly StressAnswer[]>([]);
	let failed = $state(false);
	let tries = $state(0);
	$effect(() => {
		void tries;
		answers = [];
		failed = false;
		return strainsInWorker(
			{ debts, plan: terms, strains },
			{
				onanswer: (answer) => (answers = [...answers, answer]),
				onfail: () => (failed = true)
			}
		);
	});
	type Opened =
		| { readonly anchor: HTMLElement; readonly least: WrittenWorking<never> }
		| {
				readonly anchor: HTMLElement;
				readonly figure: PlanFigure;
				readonly plan: Plan;
				readonly debts: readonly PlannedDebt[];
				readonly baseline: Plan;
		  };
	/** The figure that shows its working: the least money, or one of the strained plan against the plan. */
	let opened = $state.raw<Opened | null>(null);

	function open(strain: Strain | null, name: PlanFigureName, anchor: HTMLElement): void {
		const under = underStrain(debts, terms, strain);
		const plan = planOf(under.debts, under.plan);
		const baseline = planOf(debts, terms);
		opened = { anchor, figure: { of: 'plan', name }, plan, debts: under.debts, baseline };
	}

	function close(): void {
		opened?.anchor.focus();
		opened = null;
	}

	const calm = $derived(answers.find(({ place }) => place === 0)?.strained ?? null);
</script>

{#snippet opening(strain: Strain | null, name: PlanFigureName | null, text: string)}
	{#if name}
		<button
			type="button"
			title={t('Show the calculation')}
			onclick={(event) => open(strain, name, event.currentTarget)}>{text}</button
		>
	{:else}{text}{/if}
{/snippet}

<Panel title={t('Stress test')} {onclose}>
	{#if failed}<Failed onagain={() => (tries += 1)} />{/if}
	<table>
		<thead>
			<tr>
				<th scope="col">{t('If')}</th>
				<th scope="col">{t('Paid off in')}</th>
				<th scope="col" class="right">{t('Cost')}</th>
				<th scope="col">{t('Difference from the plan')}</th>
				<th scope="col" class="right"
					>{t('Lowest budget to finish in {WITHIN} months', { WITHIN })}</th
				>
			</tr>
		</thead>
		<tbody>
			{#each [null, ...strains] as strain, place (place)}
				{@const answer = answers.find((told) => told.place === place)}
				<tr>
					<th scope="row">
						{strainInWords(strain, firstMonth, writing, courseInWords(courseOf(place), writing))}
						<small>{assumedOf(strain, { begins: terms.begins ?? 1 }, terms, writing)}</small>
					</th>
					{#if !answer || !calm}
						<td colspan="4" class="quiet">{t('computing …')}</td>
					{:else if answer.strained === null}
						<td colspan="4" class="quiet">{t('no effect: only the minimum payments are made')}</td>
					{:else}
						{@const line = sureLine(answer.strained, calm.totals, writing)}
						{@const ends = answer.strained.totals.ending.status === 'cleared'}
						<td>{@render opening(strain, ends ? 'payoffDate' : null, line.ends)}</td>
						<td class="right">{@render opening(strain, ends ? 'totalCost' : null, line.cost)}</td>
						<td>{@render opening(strain, ends ? { apart: 'cost' } : null, line.against)}</td>
						<td class="right">
							{#if answer.strained.least === null}{line.least}
							{:else}
								{@const least = answer.strained.least}
								<button
									type="button"
									title={t('Show the calculation')}
									onclick={(event) =>
										(opened = {
											anchor: event.currentTarget,
											least: leastWorking(leastChecked(debts, terms, strain, least), writing)
										})}>{line.least}</button
								>
							{/if}
						</td>
					{/if}
				</tr>
			{/each}
		</tbody>
	</table>
	<p class="bill">
		<span>{t('Unexpected expense')}</span>
		<TypedField
			label={t('Amount of the unexpected expense')}
			value={bill}
			{...moneyText(writing)}
			onchange={(amount) => (typed = amount)}
		/>
		<span>{t('from')}</span>
		<TypedField
			label={t('Month of the unexpected expense')}
			value={monthStart(firstMonth, month)}
			{...monthText(writing)}
			onchange={(day) => day !== null && (month = monthIn(day, firstMonth))}
		/>
	</p>
	{#if under}
		<div class="path" role="group" aria-label={t('A path of the indexes')}>
			<span>{t('A path of the indexes')}</span>
			{#each path as step, at (step.date)}
				<TypedField
					label={t('Change of step {number}', { number: at + 1 })}
					value={step.change as Percent}
					{...signedRateText(writing)}
					onchange={(change) => change !== null && walk(path.with(at, { ...step, change }))}
				/>
				<span>{t('from')}</span>
				<TypedField
					label={t('Month of step {number}', { number: at + 1 })}
					value={step.date}
					{...monthText(writing)}
					onchange={(date) => date !== null && walk(path.with(at, { ...step, date }))}
				/>
				<button
					type="button"
					aria-label={t('Remove step {number}', { number: at + 1 })}
					onclick={() => walk(path.filter((other) => other !== step))}>×</button
				>
			{/each}
			<button type="button" onclick={lengthen}>{t('Add a step')}</button>
		</div>
	{/if}
</Panel>

{#if opened && 'least' in opened}
	<WorkingNote working={opened.least} anchor={opened.anchor} onclose={close} />
{:else if opened}
	{#await import('./PlanWorkingNote.svelte') then { default: PlanWorkingNote }}
		<PlanWorkingNote {...opened} {nameOf} {writing} onclose={close} />
	{/await}
{/if}

<style>
	table {
		width: 100%;
		border-collapse: collapse;
	}

	th {
		padding-block: 3px;
		padding-inline: 0 10px;
		font-weight: 400;
		text-align: start;
	}

	th small {
		display: block;
		max-width: 62ch;
		color: var(--quiet);
		font-size: 12.5px;
		white-space: normal;
	}

	thead th {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	td {
		padding-block: 3px;
		padding-inline: 0 10px;
		font-variant-numeric: tabular-nums;
	}

	tr {
		border-bottom: 1px solid var(--row-line);
	}

	td:not([colspan]) {
		white-space: nowrap;
	}

	td button:hover {
		text-decoration: underline dotted var(--act);
		text-underline-offset: 3px;
	}

	.right {
		text-align: end;
	}

	.quiet {
		color: var(--quiet);
		font-style: italic;
	}

	.bill {
		display: grid;
		grid-template-columns: auto 110px auto 150px;
		gap: 10px;
		align-items: center;
		margin-top: 6px;
		color: var(--quiet);
	}

	.path {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 10px;
		align-items: center;
		color: var(--quiet);
	}

	.path > :global(.field) {
		flex: 0 0 104px;
	}

	.path button {
		color: var(--act);
		font-weight: 600;
	}

	.path :global(input),
	.bill :global(input) {
		border-bottom-color: var(--hairline);
	}
</style>
