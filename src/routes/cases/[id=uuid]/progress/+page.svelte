<!-- The progress since a plan was chosen: record, explain, and continue. -->
<script lang="ts">
	import KeyLine from '$lib/ui/KeyLine.svelte';
	import { keysFor, READING_KEYS } from '$lib/words/keys';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { monthsBetween } from '$lib/core/quantities/calendar';
	import type { DriftFigure, DriftFigureName } from '$lib/core/working/drift-figure';
	import { deskInUse } from '$lib/desk/case-desk.svelte';
	import {
		newVisit,
		readingIn,
		withRecorded,
		withReading,
		withVisitOn,
		withoutRecorded,
		withoutVisit
	} from '$lib/document/visits';
	import { withStatements, type CameStatement } from '$lib/desk/came-statements';
	import { asOfForecast, comeBack, momentsOf, outlookFrom } from '$lib/document/coming-back';
	import { goneAhead, goneOn } from '$lib/document/going-on';
	import type { More } from '$lib/document/later-money';
	import { withForecast } from '$lib/document/forecast';
	import { forecastEntryOf, keptForecast } from '$lib/document/kept-forecast';
	import type { VisitEntry } from '$lib/document/life';
	import { monthsToRecord, withRecordedMoney } from '$lib/document/recorded-money';
	import { chosenPlan } from '$lib/document/plan';
	import { writeDate, writeMonth } from '$lib/reading/written';
	import Answer from '$lib/ui/Answer.svelte';
	import {
		betweenInWords,
		differsSentence,
		progressSentence,
		noForecast,
		unreadSentence
	} from '$lib/words/progress';
	import { listedDebts } from '$lib/words/plan';
	import { untrack } from 'svelte';
	import { v4 as newId } from 'uuid';
	import type { PageProps } from './$types';
	import AskCreditors from './AskCreditors.svelte';
	import DriftWorkingNote from './DriftWorkingNote.svelte';
	import GoingOnNote from './GoingOnNote.svelte';
	import NextSteps from './NextSteps.svelte';
	import ProgressPicture from './ProgressPicture.svelte';
	import { visitsBefore, type ReadLine } from './readings';
	import ReadingsTable from './ReadingsTable.svelte';
	import VisitsLine from './VisitsLine.svelte';
	import WhereFrom from './WhereFrom.svelte';
	import { t } from '$lib/words/labels/progress';

	const { data }: PageProps = $props();
	const inUse = deskInUse();
	const desk = $derived(inUse());
	const document = $derived(desk.document);
	const writing = $derived(desk.writing);

	/** A visit of today that nothing has been read in yet. */
	let draft = $state.raw(untrack(() => newVisit(data.today)));
	const latest = $derived(
		document.visits.reduce<VisitEntry | null>(
			(last, visit) => (last === null || visit.date >= last.date ? visit : last),
			null
		)
	);
	/** The moment shown: one of the line of visits, or today's visit. */
	const named = $derived(page.url.searchParams.get('at'));
	const entry = $derived(document.forecasts.find(({ id }) => id === named) ?? null);
	const visit = $derived(
		document.visits.find(({ id }) => id === named) ??
			(entry ? { id: entry.id, date: entry.date } : null) ??
			document.visits.find(({ id }) => id === draft.id) ??
			(latest !== null && latest.date >= data.today ? latest : draft)
	);
	/** Earlier visits, and what was chosen then, are only looked at. */
	const fixed = $derived(
		entry !== null || (latest !== null && visit.date < latest.date && visit.id !== latest.id)
	);
	const onDay = $derived(visit.date);
	const back = $derived(comeBack(document, onDay));

	/** What was planned: the budget sheet as the plan was chosen with it, else as it is. */
	const plannedSheet = $derived(back?.kept.entry.content.sheet ?? document.sheet);
	const hasSheet = $derived(plannedSheet.income.length + plannedSheet.needs.length > 0);
	/** Whether income and expenses are shown by month. */
	let byMonth = $state(false);

	/** Where this visit has been gone on from already. */
	const goneOnSince = $derived(
		document.forecasts.find(({ by, date }) => by === 'going on' && date === onDay) ?? null
	);

	const moments = $derived(momentsOf(document));
	const sentence = $derived(
		back
			? progressSentence(back, writing)
			: noForecast(
					chosenPlan(document) === null ? null : (document.choices.at(-1) ?? null),
					writing
				)
	);
	const before = $derived(visitsBefore(document.visits, visit, 2));
	/** The debts as they were then, for their names, letters and hues. */
	const listed = $derived.by(() => {
		if (!back) return [];
		const then = asOfForecast(document, back.kept.entry);
		return listedDebts(
			{ debts: then.debts, plans: [back.kept.entry.content] },
			back.kept.carried.debts,
			writing
		);
	});
	const lines = $derived(
		back?.drift.debts.map((drift): ReadLine => {
			const { name = '', place = 0 } = listed.find(({ id }) => id === drift.id) ?? {};
			return {
				id: drift.id,
				name,
				place,
				drift,
				reading: readingIn(document, visit.id, drift.id) ?? null,
				earlier: before.map(({ id }) => readingIn(document, id, drift.id) ?? null)
			};
		}) ?? []
	);
	const earlier = $derived(
		back
			? document.forecasts
					.filter(({ id, date }) => id !== back.kept.entry.id && date <= back.day)
					.map(keptForecast)
			: []
	);

	/** A debt's name, for the undo button. */
	const nameOf = (id: string) => lines.find((line) => line.id === id)?.name ?? '';

	/** Going on is looked at before it is done: with what more, and beside what. */
	let ahead = $state.raw<{ readonly more: More; readonly anchor: HTMLElement } | null>(null);
	/** The result of continuing with the case as it is now, even if another window changed it meanwhile. */
	const gone = $derived(ahead && goneAhead(document, onDay, newId, ahead.more));

	function goOn(more: More): void {
		ahead = null;
		const on = goneOn(document, onDay, newId, more);
		if (!on) return;
		desk.change(
			t('continued from {onDay}', { onDay: writeDate(onDay, writing) }),
			() => on.document
		);
		void goto(`/cases/${desk.id}/plan?of=${on.plan.id}`);
	}

	/** Saves the present forecast of a plan chosen before forecasts were saved. */
	function keepNow(): void {
		const chosen = chosenPlan(document);
		if (!chosen) return;
		const made = { id: newId(), by: 'choice', date: data.today } as const;
		desk.change(t('saved forecast'), (paper) => ({
			...paper,
			forecasts: withForecast(paper.forecasts, forecastEntryOf(paper, chosen.plan, made))
		}));
	}

	function take(statements: readonly CameStatement[]): void {
		desk.change(t('creditors’ statements imported'), (paper) =>
			withStatements(paper, visit, statements)
		);
	}

	let compared = $state<string | null>(null);
	const comparison = $derived.by(() => {
		const one = compared === visit.id ? null : moments.find(({ id }) => id === compared);
		const other = moments.find(({ id }) => id === visit.id);
		const outlook = one && outlookFrom(document, one);
		const here = other ? outlookFrom(document, other) : (back?.outlook ?? null);
		if (!one || !outlook || !here) return null;
		const sides = [
			{ date: one.date, outlook },
			{ date: onDay, outlook: here }
		] as const;
		return one.date <= onDay
			? betweenInWords(sides[0], sides[1], writing)
			: betweenInWords(sides[1], sides[0], writing);
	});

	let opened = $state.raw<{
		readonly figure: DriftFigure;
		readonly anchor: HTMLElement;
	} | null>(null);
	const open = (name: DriftFigureName, anchor: HTMLElement, debt?: string) =>
		(opened = { figure: { of: 'drift', name, ...(debt === undefined ? {} : { debt }) }, anchor });
</script>

<svelte:head
	><title>{t('Progress · {label}', { label: document.label })} · Residuum</title></svelte:head
>

<main>
	<h1 class="unseen">{t('Progress of {label}', { label: document.label })}</h1>
	<div class="answer">
		<Answer
			{sentence}
			onopen={(figure, anchor) => figure.of === 'drift' && (opened = { figure, anchor })}
		/>
		{#if back}
			<NextSteps
				{back}
				{fixed}
				{goneOnSince}
				home="/cases/{desk.id}"
				{writing}
				ongo={(more, anchor) => (ahead = { more, anchor })}
			/>
			{#if unreadSentence(back, writing)}<p class="quiet">{unreadSentence(back, writing)}</p>{/if}
			{#if differsSentence(back, writing)}
				<p role="status">{differsSentence(back, writing)}</p>
			{/if}
		{:else if chosenPlan(document)}
			<p class="next">
				<button type="button" class="act" onclick={keepNow}>{t('Save its forecast now ›')}</button>
			</p>
		{:else}
			<p class="next"><a href="/cases/{desk.id}/plans">{t('Go to side by side')}</a></p>
		{/if}
	</div>

	{#if back}
		<div class="middle">
			<div class="picture">
				<ProgressPicture
					{back}
					{earlier}
					visits={document.visits
						.map(({ date }) => date)
						.filter((date) => date <= onDay)
						.sort()}
					debts={listed}
					{writing}
				/>
			</div>
			<div class="beside">
				<VisitsLine
					{moments}
					here={visit.id}
					hrefOf={(id) => `/cases/${desk.id}/progress?at=${id}`}
					{comparison}
					{compared}
					oncompare={(id) => (compared = id)}
					{writing}
				/>
				{#if back.drift.read.length > 0}
					<WhereFrom drift={back.drift} {writing} onopen={open} />
				{/if}
			</div>
		</div>
		<div class="table">
			{#if !fixed}
				<AskCreditors debts={document.debts} lived={document} {visit} {writing} ontake={take} />
			{/if}
			<ReadingsTable
				{lines}
				{visit}
				{before}
				fixed={fixed || monthsBetween(onDay, data.today) < 0}
				today={data.today}
				recordedEvents={document.recordedEvents}
				debts={document.debts}
				{writing}
				onread={(debt, read) =>
					desk.change(t('recorded balance of {debt}', { debt: nameOf(debt) }), (paper) =>
						withReading(paper, visit, debt, read)
					)}
				onday={(date) => {
					if (visit.id === draft.id && latest?.id !== draft.id) draft = { ...draft, date };
					else desk.change(t('date of the visit'), (paper) => withVisitOn(paper, visit, date));
				}}
				onrecorded={(item) =>
					desk.change(t('payments and charges of {debt}', { debt: nameOf(item.debt) }), (paper) =>
						withRecorded(paper, item)
					)}
				ongone={(id) =>
					desk.change(t('payments and charges'), (paper) => withoutRecorded(paper, id))}
				onopen={(debt, name, anchor) => open(name, anchor, debt)}
			/>
			{#if !fixed}<KeyLine keys={keysFor(READING_KEYS, true)} />{/if}
			{#if hasSheet}
				<p class="tools">
					<button type="button" class="act" onclick={() => (byMonth = !byMonth)}
						>{t('Income and expenses by month ›')}</button
					>
				</p>
			{/if}
			{#if byMonth && back}
				{#await import('./MonthMoney.svelte') then { default: MonthMoney }}
					<MonthMoney
						sheet={plannedSheet}
						recorded={document.recordedMoney}
						{...monthsToRecord(back.kept.carried.plan.firstMonth, onDay)}
						{fixed}
						{writing}
						onrecord={(of) =>
							desk.change(
								t('income and expenses of {month}', { month: writeMonth(of.month, writing) }),
								(paper) => withRecordedMoney(paper, of)
							)}
						onclose={() => (byMonth = false)}
					/>
				{/await}
			{/if}
			{#if !fixed && document.visits.some(({ id }) => id === visit.id)}
				<p class="tools">
					{#if visit.date < data.today}
						<button
							type="button"
							class="act"
							onclick={() => {
								draft = newVisit(data.today);
								void goto(`/cases/${desk.id}/progress`);
							}}>{t('New visit')}</button
						>
					{/if}
					<button
						type="button"
						class="act"
						onclick={() => {
							const gone = visit;
							draft = newVisit(data.today);
							desk.change(t('visit of {date}', { date: writeDate(gone.date, writing) }), (paper) =>
								withoutVisit(paper, gone.id)
							);
						}}>{t('Delete visit')}</button
					>
				</p>
			{/if}
		</div>
	{/if}
</main>

{#if opened && back}
	{@const { figure, anchor } = opened}
	{#key figure}
		<DriftWorkingNote
			{back}
			{figure}
			{writing}
			{anchor}
			onclose={() => {
				anchor.focus();
				opened = null;
			}}
		/>
	{/key}
{/if}

{#if ahead && gone}
	{@const { more, anchor } = ahead}
	<GoingOnNote
		{document}
		{gone}
		{writing}
		{anchor}
		ongo={() => goOn(more)}
		onclose={() => {
			anchor.focus();
			ahead = null;
		}}
	/>
{/if}

<style>
	.answer {
		padding: 14px 24px 10px;
	}

	.next {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 14px;
		align-items: baseline;
		min-height: 24px;
		margin-top: 2px;
		font-size: 14.5px;
	}

	.act {
		color: var(--act);
		font-weight: 600;
	}

	.next a {
		color: var(--act);
		font-weight: 600;
	}

	.quiet {
		color: var(--quiet);
		font-size: 14px;
	}

	.middle {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
		border-block: 1px solid var(--hairline);
	}

	.picture {
		height: 300px;
		padding: 10px 24px 6px;
	}

	.beside {
		display: grid;
		gap: 6px;
		align-content: space-between;
		padding: 10px 24px 10px;
		border-inline-start: 1px solid var(--hairline);
	}

	.table {
		padding: 4px 24px 40px;
	}

	.tools {
		display: flex;
		gap: 20px;
		padding: 10px 8px;
	}

	@media screen and (width < 900px) {
		.middle {
			grid-template-columns: minmax(0, 1fr);
		}

		.beside {
			border-top: 1px solid var(--hairline);
			border-inline-start: 0;
		}
	}
</style>
