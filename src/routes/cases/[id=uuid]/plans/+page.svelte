<!-- The case's plans side by side: their figures, what is owed under each, what each costs, which one to take. -->
<script lang="ts">
	import { planDifference } from '$lib/core/plan/answers';
	import { comparedPlan, FIGURES, type ComparedFigure } from '$lib/core/plan/comparison';
	import type { PlanFigure } from '$lib/core/working/plan-figure';
	import { deskInUse } from '$lib/desk/case-desk.svelte';
	import { keepFigures, keptFigures } from '$lib/desk/kept-figures';
	import { movedPlan, newPlan, type PlanStart } from '$lib/desk/plan-entry';
	import { carriedPlan, measuredPlan } from '$lib/document/carried-plans';
	import { listedDebts } from '$lib/words/plan';
	import { measureChoices, measureWords } from '$lib/words/plan-names';
	import { assumedInWords } from '$lib/words/changes';
	import { comparisonSentence } from '$lib/words/comparison';
	import { writeDate } from '$lib/reading/written';
	import { withChoice } from '$lib/document/kept-forecast';
	import { standingOf } from '$lib/document/change';
	import { chosenPlan, type PlanEntry } from '$lib/document/plan';
	import Answer from '$lib/ui/Answer.svelte';
	import NothingYet from '$lib/ui/NothingYet.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import type { Phrase } from '$lib/messages/sentence';
	import NewPlanNote from '../plan/NewPlanNote.svelte';
	import { onMount, tick } from 'svelte';
	import { v4 as newId } from 'uuid';
	import type { PageProps } from './$types';
	import ChooseNote from './ChooseNote.svelte';
	import ComparedPictures from './ComparedPictures.svelte';
	import ComparedTable from './ComparedTable.svelte';
	import DebtsAcross from './DebtsAcross.svelte';
	import { inLook, type ShownPlan } from './shown-plans';
	import { t } from '$lib/words/labels/side-by-side';

	const { data }: PageProps = $props();

	const inUse = deskInUse();
	const desk = $derived(inUse());
	const document = $derived(desk.document);
	const writing = $derived(desk.writing);
	const baseline = $derived(measuredPlan(document));
	const words = $derived(measureWords(document.against, document.plans, writing));
	const chosen = $derived(chosenPlan(document));

	/** More than these are too narrow to be read beside each other. */
	const MOST = 6;
	const shown = $derived(
		document.plans
			.filter(({ hidden }) => !hidden)
			.slice(0, MOST)
			.map((entry, place): ShownPlan => {
				const { plan, refusal, debts } = carriedPlan(document, entry);
				const isMeasure = entry.id === document.against;
				return {
					entry,
					plan,
					planned: debts,
					refused: refusal !== null,
					standing: standingOf(entry),
					figures: comparedPlan(plan),
					difference: isMeasure ? null : planDifference(plan, baseline),
					listed: listedDebts(document, debts, writing),
					look: inLook(place)
				};
			})
	);
	const left = $derived(
		document.plans.filter(({ id }) => !shown.some(({ entry }) => entry.id === id))
	);
	const sentence = $derived(
		comparisonSentence(
			shown
				.filter(({ refused }) => !refused)
				.map(({ entry, plan, standing }) => ({ id: entry.id, name: entry.name, plan, standing })),
			writing
		)
	);
	/** All debts that any of the plans speaks of: those of the case, then those that plans bring. */
	const debts = $derived(
		shown
			.flatMap(({ listed }) => listed)
			.filter(({ id }, at, all) => all.findIndex((other) => other.id === id) === at)
			.sort((a, b) => Number(a.isNew) - Number(b.isNew) || a.place - b.place)
	);
	let starting = $state.raw<HTMLElement | null>(null);
	let opened = $state.raw<{
		readonly plan: ShownPlan;
		readonly figure: PlanFigure;
		readonly anchor: HTMLElement;
	} | null>(null);
	function open(figure: NonNullable<Phrase['opens']>, anchor: HTMLElement, id?: string): void {
		const plan = shown.find(({ entry }) => entry.id === id);
		if (plan && figure.of === 'plan') opened = { plan, figure, anchor };
	}

	let main = $state<HTMLElement>();
	let choosing = $state.raw<{ plan: PlanEntry; anchor: HTMLElement } | null>(null);

	function add(start: PlanStart): void {
		starting = null;
		const from = document.plans[0];
		if (!from) return;
		const plan = newPlan(start, document, from);
		desk.change(t('new plan, {name}', { name: plan.name }), (paper) => ({
			...paper,
			plans: [...paper.plans, plan]
		}));
	}

	function hide(id: string, hidden: boolean): void {
		desk.changePlan(id, hidden ? t('a plan hidden') : t('a plan shown'), { hidden });
	}

	function move(id: string, by: number): void {
		desk.change(t('order of the plans'), (paper) => ({
			...paper,
			plans: movedPlan(paper.plans, id, by)
		}));
	}

	function choose(plan: PlanEntry, note: string): void {
		choosing = null;
		const { name } = plan;
		const made = { id: newId(), by: 'choice', date: data.today } as const;
		desk.change(t('chosen: {name}', { name }), (paper) => withChoice(paper, plan, note, made));
		// The button that was clicked has become this word.
		void tick().then(() => main?.querySelector<HTMLElement>('[data-chosen]')?.focus());
	}

	let figures = $state.raw<readonly ComparedFigure[]>(FIGURES);
	onMount(() => {
		figures = keptFigures();
	});
	function setFigures(to: readonly ComparedFigure[]): void {
		figures = to;
		keepFigures(to);
	}
</script>

<svelte:head
	><title>{t('Plans side by side · {label}', { label: document.label })} · Residuum</title
	></svelte:head
>

<main bind:this={main}>
	<h1 class="unseen">{t('Plans of {label} side by side', { label: document.label })}</h1>
	{#if baseline.starting === 0}
		<div class="top">
			<NothingYet what={t('There is nothing to compare yet')} href="/cases/{desk.id}" />
		</div>
	{:else}
		<div class="top"><Answer {sentence} onopen={open} /></div>
		<div class="bar">
			<span class="quiet">{t('compared with')}</span>
			<span class="against">
				<Choice
					label={t('Compare the plans with')}
					value={document.against}
					options={measureChoices(document.plans, writing)}
					onchange={(against) => desk.change(t('comparison'), (paper) => ({ ...paper, against }))}
				/>
			</span>
			{#each left as { id, name, hidden } (id)}
				<button
					type="button"
					disabled={!hidden}
					title={hidden
						? t('Show this plan')
						: t('At most {MOST} plans fit side by side', { MOST })}
					onclick={() => hide(id, false)}>{t('show “{name}”', { name })}</button
				>
			{/each}
			<button type="button" class="new" onclick={(event) => (starting = event.currentTarget)}
				>{t('+ New plan')}</button
			>
		</div>
		<ComparedTable
			{shown}
			{baseline}
			{words}
			{chosen}
			{writing}
			{figures}
			hrefOf={(id) => `/cases/${desk.id}/plan?of=${id}`}
			onhide={(id) => hide(id, true)}
			onmove={move}
			onchoose={(plan, anchor) => (choosing = { plan, anchor })}
			onfigures={setFigures}
			onopen={(plan, figure, anchor) => (opened = { plan, figure, anchor })}
		/>
		<ComparedPictures
			{shown}
			{baseline}
			measure={words}
			against={document.against}
			asOf={document.asOf}
			{writing}
			month={desk.onScreen.month}
			onmonth={(month) => (desk.onScreen.month = month)}
		/>
		<DebtsAcross {shown} {debts} {writing} />
		{#if document.choices.length > 0}
			<section aria-labelledby="choices-title">
				<h2 id="choices-title">{t('Chosen plans')}</h2>
				<ol>
					{#each document.choices.toReversed() as { name, date, note }, index (index)}
						<li>
							<strong>{name}</strong>
							{note === ''
								? t('on {date}', { date: writeDate(date, writing) })
								: t('on {date}: {note}', { date: writeDate(date, writing), note })}
						</li>
					{/each}
				</ol>
			</section>
		{/if}
	{/if}
</main>

{#if starting}
	<NewPlanNote
		anchor={starting}
		copyOf={document.plans[0]?.name ?? ''}
		onstart={add}
		onclose={() => {
			starting?.focus();
			starting = null;
		}}
	/>
{/if}
{#if opened}
	{@const { plan, figure, anchor } = opened}
	{#await import('../plan/PlanWorkingNote.svelte') then { default: PlanWorkingNote }}
		<PlanWorkingNote
			{figure}
			plan={plan.plan}
			debts={plan.planned}
			{baseline}
			nameOf={(id) => debts.find((debt) => debt.id === id)?.name ?? ''}
			{writing}
			{anchor}
			onclose={() => {
				anchor.focus();
				opened = null;
			}}
		/>
	{/await}
{/if}
{#if choosing}
	{@const { plan, anchor } = choosing}
	<ChooseNote
		name={plan.name}
		assumed={assumedInWords(
			plan.changes,
			(id) => debts.find((debt) => debt.id === id)?.name ?? '',
			writing
		)}
		{anchor}
		onchoose={(note) => choose(plan, note)}
		onclose={() => {
			anchor.focus();
			choosing = null;
		}}
	/>
{/if}

<style>
	main {
		padding-bottom: 40px;
	}

	.top {
		padding: 14px 24px 8px;
	}

	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 16px;
		align-items: center;
		padding: 0 24px 8px;
		font-size: 14px;
	}

	.quiet {
		color: var(--quiet);
	}

	.against {
		width: 220px;
		font-weight: 600;
	}

	.bar button {
		min-height: var(--target);
		color: var(--act);
	}

	.bar button:disabled {
		color: var(--quiet);
	}

	.bar .new {
		margin-inline-start: auto;
		font-weight: 600;
	}

	section {
		padding: 14px 24px;
	}

	h2 {
		margin-bottom: 4px;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	ol {
		font-size: 14px;
		list-style: none;
	}
</style>
