<script lang="ts">
	import type { CalendarDate } from '$lib/core/calendar';
	import type { Difference } from '$lib/core/compare';
	import type { Cents } from '$lib/core/money';
	import { firstMonthOf, planOf, planTotals } from '$lib/core/plan';
	import type { MonthShare } from '$lib/core/planned';
	import {
		askedAtFirst,
		eventMonths,
		furthestMoved,
		moneyThatCovers,
		moneyThatEnds,
		ONLY_ASKED,
		planDifference,
		withMore
	} from '$lib/core/plan-answers';
	import { planWorkingOf, type PlanFigure } from '$lib/core/plan-working';
	import { deskInUse } from '$lib/desk/case-desk.svelte';
	import { withHappening } from '$lib/desk/debt-entry';
	import { newPlanHappening } from '$lib/desk/plan-entry';
	import { plannedDebts } from '$lib/formats/case-document';
	import { nameOf } from '$lib/formats/debt-text';
	import { planTerms, type PlanEntry, type PlanHappening } from '$lib/formats/plan-document';
	import {
		orderWords,
		planBeforeSentence,
		planFields,
		planSentence,
		shortSentence
	} from '$lib/formats/plan-text';
	import { whyShare, writePlanWorking } from '$lib/formats/plan-working-text';
	import { say, type Phrase } from '$lib/formats/sentence';
	import Answer from '$lib/ui/Answer.svelte';
	import BeforeLine from '$lib/ui/BeforeLine.svelte';
	import Note from '$lib/ui/Note.svelte';
	import WorkingNote from '$lib/ui/WorkingNote.svelte';
	import MoneyCurve from './MoneyCurve.svelte';
	import MoneyBar, { type MoneyMark } from './MoneyBar.svelte';
	import MoneySheet from './MoneySheet.svelte';
	import MonthStrip from './MonthStrip.svelte';
	import OrderList from './OrderList.svelte';
	import PlanHappeningNote from './PlanHappeningNote.svelte';
	import PlanPicture from './PlanPicture.svelte';
	import type { Listed } from './plan-lines';

	const inUse = deskInUse();
	const desk = $derived(inUse());
	const entries = $derived(desk.document.debts);
	const asOf = $derived(desk.document.asOf);
	const currency = $derived(desk.document.currency);
	const entry = $derived(desk.document.plan);
	const { order, listed, happenings } = $derived(entry);
	const measuredAgainst = $derived(entry.baseline);

	const debts = $derived(plannedDebts({ debts: entries, asOf }, 'planned'));
	const shown = $derived(
		entries.flatMap((debt, place): Listed[] =>
			debts.some(({ id }) => id === debt.id) ? [{ id: debt.id, name: nameOf(debt), place }] : []
		)
	);
	const unfinished = $derived(entries.length - debts.length);
	const firstMonth = $derived(firstMonthOf(debts));
	const askedFirst = $derived(askedAtFirst(debts));
	const baseline = $derived(
		planOf(
			plannedDebts({ debts: entries, asOf }, measuredAgainst === 'today' ? 'paid' : 'asked'),
			ONLY_ASKED
		)
	);
	const termsOf = (of: PlanEntry) => planTerms(of, firstMonth, askedFirst);
	const terms = $derived(termsOf(entry));
	const plan = $derived(planOf(debts, terms));
	const against = $derived(planDifference(plan, baseline));

	const sentence = $derived([
		...planSentence(plan, entry, against, currency),
		...(unfinished === 0
			? []
			: [say(` ${unfinished === 1 ? '1 debt is' : `${unfinished} debts are`} not in it yet.`)])
	]);
	/** What doesn't depend on the amount that is paid, so that sliding it leaves it alone. */
	const steady = $derived(
		planTerms({ budget: { kind: 'required' }, order, listed, happenings }, firstMonth, askedFirst)
	);
	const covers = $derived(moneyThatCovers(debts, steady));
	const short = $derived(
		shortSentence(plan, entry.budget.kind === 'constant' ? covers : null, currency)
	);

	const YEARS = [5, 3, 2, 1];
	const marks = $derived.by((): MoneyMark[] => {
		const ends = YEARS.flatMap((years) => {
			const amount = moneyThatEnds(debts, steady, years * 12);
			const words = years === 1 ? 'within a year' : `within ${years} years`;
			return amount === null || (covers !== null && amount <= covers) ? [] : [{ amount, words }];
		});
		return covers === null ? ends : [{ amount: covers, words: 'covers what is asked' }, ...ends];
	});

	const present = $derived(
		entry.budget.kind === 'constant' ? (entry.budget.amount ?? askedFirst) : null
	);
	let sheet = $state(false);
	let curve = $state.raw<{ readonly from: Cents; readonly to: Cents } | null>(null);

	/** The curve begins where what is asked is covered, and reaches past the amount as it is then. */
	function turnCurve(): void {
		const low = Math.min(covers ?? askedFirst, present ?? askedFirst);
		const high = Math.max(askedFirst * 2, (present ?? 0) * 1.4, low * 1.5);
		curve = curve === null ? { from: low as Cents, to: Math.ceil(high) as Cents } : null;
	}

	const STEPS = [10, 25, 50];
	/** What more money buys is worked out when the sliding rests: it would hold the picture up. */
	let more = $state.raw<readonly { readonly amount: Cents; readonly gained: Difference }[]>([]);
	$effect(() => {
		const [of, standing, unit] = [debts, terms, 10 ** currency.digits];
		const rested = setTimeout(() => {
			const now = planTotals(of, standing);
			more = STEPS.map((step) => {
				const amount = (step * unit) as Cents;
				const raised = planTotals(of, withMore(standing, amount));
				return { amount, gained: planDifference(raised, now) };
			});
		}, 60);
		return () => clearTimeout(rested);
	});

	const before = $derived(desk.planBefore);
	const changed = $derived(before !== null && !samePlan(before, entry));
	const stood = $derived(before && changed ? planOf(debts, termsOf(before)) : null);

	const moved = $derived.by(() => {
		const found = stood && furthestMoved(plan, stood);
		const debt = found && shown.find(({ id }) => id === found.id);
		return found && debt ? { name: debt.name, monthsSooner: found.monthsSooner } : null;
	});

	let picked = $state(1);
	const month = $derived(Math.min(picked, Math.max(plan.months, 1)));
	const kept = $derived(plan.kept[month - 1]);
	const events = $derived(eventMonths(plan, terms));

	interface Why {
		readonly title: string;
		readonly text: string;
		readonly anchor: HTMLElement;
	}
	let why = $state.raw<Why | null>(null);
	let editing = $state.raw<{ anchor: HTMLElement; draft: PlanHappening } | null>(null);
	const edited = $derived(
		editing && (happenings.find(({ id }) => id === editing?.draft.id) ?? null)
	);

	let opened = $state.raw<{ figure: PlanFigure; anchor: HTMLElement } | null>(null);
	const working = $derived.by(() => {
		const found = opened && planWorkingOf(plan, baseline, opened.figure);
		const name = (id: string) => shown.find((debt) => debt.id === id)?.name ?? '';
		return found && writePlanWorking(found, name, currency);
	});

	function open(figure: NonNullable<Phrase['opens']>, anchor: HTMLElement): void {
		if (figure.of === 'plan') opened = { figure, anchor };
	}

	function explain(share: MonthShare, debt: Listed, anchor: HTMLElement): void {
		if (!kept) return;
		why = {
			title: `Why ${debt.name} gets this`,
			text: whyShare(share, kept, order, currency),
			anchor
		};
	}

	function add(date: CalendarDate, anchor: HTMLElement): void {
		editing = { anchor, draft: newPlanHappening(date) };
	}

	function edit(id: string, anchor: HTMLElement): void {
		const draft = happenings.find((item) => item.id === id);
		if (draft) editing = { anchor, draft };
	}

	function write(item: PlanHappening): void {
		const known = happenings.some(({ id }) => id === item.id);
		// Turning what is not there yet into another kind only says which fields it has.
		if (!known && editing && item.kind !== editing.draft.kind) {
			editing = { ...editing, draft: item };
		} else vary('what happens to the money', { happenings: withHappening(happenings, item) });
	}

	function remove(id: string): void {
		vary('what happens to the money', { happenings: happenings.filter((item) => item.id !== id) });
		if (editing) close();
	}

	function close(): void {
		const { anchor } = why ?? editing ?? opened ?? {};
		why = null;
		opened = null;
		editing = null;
		anchor?.focus();
	}

	function vary(what: string, fields: Partial<PlanEntry>): void {
		desk.varyPlan(what, fields);
	}

	function putBack(): void {
		if (before) desk.changePlan('putting the plan back', before);
		desk.planBefore = null;
	}

	function samePlan(one: PlanEntry, other: PlanEntry): boolean {
		const fields = (of: PlanEntry) => [...planFields(of, (id) => id, currency).values()].join('|');
		return fields(one) === fields(other);
	}

	/** The months in which something happens, by key; fields keep their commas. */
	function key(event: KeyboardEvent): void {
		const typing = event.target instanceof HTMLInputElement && event.target.type === 'text';
		if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
		const to =
			event.key === ','
				? events.findLast((at) => at < month)
				: event.key === '.'
					? events.find((at) => at > month)
					: undefined;
		if (to === undefined) return;
		event.preventDefault();
		picked = to;
	}
</script>

<svelte:head><title>Plan · {desk.document.label} · Residuum</title></svelte:head>
<svelte:window onkeydown={key} />

{#if debts.length === 0}
	<main class="empty">
		<h1 class="unseen">Plan of {desk.document.label}</h1>
		<Answer
			sentence={[
				say(
					'There is nothing to plan yet: take the debts down first, each with all that is known of it.'
				)
			]}
		/>
		<p><a href="/cases/{desk.id}">To the debts</a></p>
	</main>
{:else}
	<main>
		<h1 class="unseen">Plan of {desk.document.label}</h1>
		<div class="top">
			<Answer {sentence} onopen={open} />
			{#if short}
				<p class="short">
					{#each short as { text, figure }, index (index)}{#if figure}<strong>{text}</strong
							>{:else}{text}{/if}{/each}
					<button type="button" onclick={() => (picked = plan.shortMonths[0]?.month ?? 1)}
						>Show the month</button
					>
					{#if covers !== null && entry.budget.kind === 'constant'}
						<button
							type="button"
							onclick={() =>
								vary('the month’s money', { budget: { kind: 'constant', amount: covers } })}
							>Use it</button
						>
					{/if}
				</p>
			{/if}
			{#if before && stood}
				<BeforeLine
					sentence={planBeforeSentence(stood, before, planDifference(plan, stood), moved, currency)}
					onputback={putBack}
					onletgo={() => (desk.planBefore = null)}
				/>
			{/if}
		</div>
		<div class="order">
			<OrderList
				{plan}
				debts={shown}
				{order}
				{listed}
				{currency}
				hrefOf={(id) => `/cases/${desk.id}/debts/${id}`}
				onorder={(to) => vary(`order, ${orderWords(to)}`, { order: to })}
				onlist={(ids) => vary('the order', { order: 'listed', listed: [...ids] })}
			/>
		</div>
		{#if plan.starting > 0}
			<div class="picture">
				<PlanPicture
					{plan}
					{baseline}
					{entry}
					debts={shown}
					{asOf}
					{currency}
					{month}
					onmonth={(to) => (picked = to)}
					onbaseline={(to) => desk.changePlan('what is measured against', { baseline: to })}
					onadd={add}
					onopen={edit}
					onchange={write}
					onremove={remove}
				/>
			</div>
			<div class="strip">
				{#if kept}
					<MonthStrip
						{plan}
						month={kept}
						debts={shown}
						{events}
						{currency}
						onmonth={(to) => (picked = to)}
						onwhy={explain}
					/>
				{/if}
			</div>
		{/if}
		<div class="bar">
			<MoneyBar
				budget={entry.budget}
				{askedFirst}
				{marks}
				{more}
				{currency}
				onchange={(budget) => vary('the month’s money', { budget })}
				oncurve={turnCurve}
				onsheet={() => (sheet = !sheet)}
			/>
		</div>
	</main>
{/if}

{#if sheet}
	<MoneySheet
		sheet={entry.sheet}
		money={plan.kept[0]?.paid ?? askedFirst}
		{currency}
		onchange={(to) => desk.changePlan('what comes in and is needed', { sheet: to })}
		onuse={(left) => vary('the month’s money', { budget: { kind: 'constant', amount: left } })}
		onclose={() => (sheet = false)}
	/>
{/if}
{#if curve !== null && present !== null && debts.length > 0}
	<MoneyCurve
		{debts}
		plan={steady}
		{present}
		{...curve}
		{currency}
		ontry={(amount) => vary('the month’s money', { budget: { kind: 'constant', amount } })}
		onclose={() => (curve = null)}
	/>
{/if}
{#if working && opened}
	<WorkingNote {working} anchor={opened.anchor} onclose={close} />
{/if}
{#if why}
	<Note title={why.title} anchor={why.anchor} onclose={close}><p>{why.text}</p></Note>
{/if}
{#if editing}
	<PlanHappeningNote
		happening={edited ?? editing.draft}
		fresh={edited === null}
		{currency}
		{asOf}
		anchor={editing.anchor}
		onchange={write}
		onremove={() => editing && remove(editing.draft.id)}
		onclose={close}
	/>
{/if}

<style>
	main {
		display: grid;
		grid-template:
			'top top' auto
			'order picture' minmax(240px, 1fr)
			'order strip' auto
			'bar bar' auto
			/ 312px minmax(0, 1fr);
		height: calc(100dvh - 48px);
		min-height: 640px;
	}

	main.empty {
		display: block;
		padding: 26px 24px;
	}

	.empty p {
		margin-top: 12px;
	}

	.top {
		grid-area: top;
		padding: 16px 24px 14px;
		border-bottom: 1px solid var(--hairline);
	}

	.short {
		margin-top: 8px;
		padding-left: 12px;
		border-left: 3px solid var(--ink);
	}

	.short button {
		margin-left: 10px;
		color: var(--act);
		font-weight: 600;
	}

	.order {
		grid-area: order;
		min-height: 0;
		padding-top: 8px;
		border-right: 1px solid var(--hairline);
	}

	.picture,
	.strip {
		min-width: 0;
		min-height: 0;
		padding: 8px 24px 0 20px;
	}

	.picture {
		grid-area: picture;
	}

	.strip {
		grid-area: strip;
		padding-bottom: 10px;
	}

	.bar {
		grid-area: bar;
	}

	@media (width < 1200px) {
		main {
			grid-template-columns: 270px minmax(0, 1fr);
		}
	}
</style>
