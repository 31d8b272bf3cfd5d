<!-- The total balance over calendar months, one band for each debt, with events below it. -->
<script lang="ts">
	import { addDays, addMonths, type CalendarDate } from '$lib/core/quantities/calendar';
	import { repetitions } from '$lib/core/debt/events';
	import type { Plan } from '$lib/core/plan/terms';
	import { owedInAll } from '$lib/core/plan/answers';
	import { changeDays, withChangeDay } from '$lib/document/change-days';
	import { newDebtOf, type ChangeEntry } from '$lib/document/change';
	import type { DebtEntry } from '$lib/document/debt';
	import { eventInWords, letterOf } from '$lib/words/debt';
	import { writeWholeMoney } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import { daysOf, monthIn, type PlanEntry, type PlanEvent } from '$lib/document/plan';
	import { PICTURE_KEYS } from '$lib/words/keys';
	import { owedSentence, planInWords } from '$lib/words/plan-answer';
	import type { Phrase } from '$lib/messages/sentence';
	import BalancePicture from '$lib/ui/BalancePicture.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { keptScale, type TimeScale } from '$lib/ui/time-axis';
	import TimeLine from '$lib/ui/TimeLine.svelte';
	import { untrack } from 'svelte';
	import { dayOfMonth } from '$lib/core/plan/over-time';
	import { owedLine, planLines, planUntil } from './plan-lines';
	import { changeDayInWords, planEventInWords, type Listed } from '$lib/words/plan';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		plan: Plan;
		baseline: Plan;
		entry: PlanEntry;
		debts: readonly Listed[];
		/** The same debts as they are taken down, for the offers that end. */
		entries: readonly DebtEntry[];
		asOf: CalendarDate;
		writing: Writing;
		/** The picked month. */
		month: number;
		onmonth: (month: number) => void;
		/** The baselines to choose from, the chosen one, and its name. */
		measures: readonly { readonly value: string; readonly words: string }[];
		against: string;
		measureWords: string;
		onbaseline: (against: string) => void;
		/** A figure that is to show its working, and the element that it is in. */
		onfigure: (figure: NonNullable<Phrase['opens']>, element: HTMLElement) => void;
		onadd: (date: CalendarDate, element: HTMLElement) => void;
		onopen: (id: string, element: HTMLElement) => void;
		onchange: (event: PlanEvent) => void;
		onremove: (id: string) => void;
		/** A debt's new rate, or money that comes with it, is moved, switched off or on, or (null) deleted. */
		onoffer: (debt: DebtEntry, id: string, changed: Offer | null) => void;
		onopendebt: (debt: DebtEntry) => void;
		/** Moves or opens a change of the plan by its position; it is deleted from there. */
		onplanchange: (place: number, changed: ChangeEntry) => void;
		onopenchange: (place: number) => void;
	}
	type Offer = Extract<DebtEntry['events'][number], { kind: 'rate' | 'extra' }>;
	const {
		plan,
		baseline,
		entry,
		debts,
		entries,
		measures,
		against,
		measureWords,
		asOf,
		writing,
		month,
		...on
	}: Props = $props();

	const BASELINE = { id: 'baseline', dash: [2, 4], hue: null };

	let whole = $state(false);
	let scale = $state.raw<TimeScale | null>(null);

	const axis = $derived(planUntil(plan, baseline, whole));
	const lines = $derived([
		...planLines(plan, debts, asOf, writing),
		owedLine(baseline, measureWords, asOf, BASELINE, writing)
	]);
	const picture = $derived({
		lines,
		until: axis.until,
		pointed: dayOfMonth(plan, month, asOf),
		amount: wholeAmount,
		onscale
	});
	const dates = $derived({
		count: plan.months + 1,
		at: (month: number) => dayOfMonth(plan, month, asOf)
	});
	const names = $derived(
		plan.debts.map(({ id }) => debts.find((debt) => debt.id === id)?.name ?? '')
	);
	const owed = $derived(
		owedSentence(
			month,
			plan,
			{ plan: owedInAll(plan, month), baseline: owedInAll(baseline, month) },
			measureWords,
			writing
		)
	);
	/** Whether a debt is one that the plan pays: no change has closed it at the start. */
	const isPaid = (id: string): boolean =>
		plan.debts.some((debt) => debt.id === id && debt.starting > 0);
	/** Items of debts on this timeline: ending intro rates, own extra payments. */
	const offers = $derived(
		entries.flatMap((debt, place) =>
			debt.events.flatMap((item) =>
				(item.kind === 'rate' || item.kind === 'extra') && isPaid(debt.id)
					? [{ id: `${debt.id} ${item.id}`, debt, place, item }]
					: []
			)
		)
	);
	const offerItems = $derived(
		offers.map(({ id, debt, place, item }) => ({
			id,
			date: item.date,
			text: `${letterOf(place)}: ${eventInWords(item, debt.lending.paymentsPerYear, writing)}`,
			off: item.off,
			again: repetitions(
				item,
				{
					firstDue: debt.firstDue ?? asOf,
					paymentsPerYear: debt.lending.paymentsPerYear
				},
				dayOfMonth(plan, plan.months, asOf)
			)
		}))
	);
	/** Later effects of changes: an ending intro rate, a settlement, an agreement that begins or ends. */
	const changes = $derived(
		entry.changes.flatMap((change, place) =>
			changeDays(change, plan.firstMonth).map((day) => ({
				id: `${t('change {place}', { place })} ${day.point}`,
				place,
				change,
				...day
			}))
		)
	);
	const changeItems = $derived(
		changes.map(({ id, change, point, date }) => {
			const card = debts.find((debt) => debt.id === newDebtOf(change)?.id);
			const words = changeDayInWords(change, { point, date }, writing);
			return {
				id,
				date,
				text: card ? `${letterOf(card.place)}: ${words}` : words,
				off: false,
				again: []
			};
		})
	);
	const moneyItems = $derived(
		entry.events.map((item) => {
			const [date = item.date, ...again] = daysOf(item, dayOfMonth(plan, plan.months, asOf));
			return {
				id: item.id,
				date,
				text: planEventInWords(item, writing),
				off: item.off,
				again
			};
		})
	);

	/** The axis is told to the time line when it has moved, not each time it is drawn. */
	function onscale(next: TimeScale): void {
		scale = keptScale(
			untrack(() => scale),
			next
		);
	}

	/** An amount on an axis. */
	function wholeAmount(amount: number): string {
		return writeWholeMoney(amount, writing);
	}

	const monthOf = (date: CalendarDate) =>
		Math.min(Math.max(1, monthIn(date, plan.firstMonth)), Math.max(1, plan.months));
	const dateOf = (day: number) => addDays('1970-01-01' as CalendarDate, Math.round(day));

	const offerOf = (id: string) => offers.find((offer) => offer.id === id);
	const changeOf = (id: string) => changes.find((change) => change.id === id);

	/** Moves an event to a month, keeping its day, and never before the first month. */
	function move(id: string, to: (from: CalendarDate) => CalendarDate): void {
		const [offer, changed] = [offerOf(id), changeOf(id)];
		const found = changed ?? offer?.item ?? entry.events.find((item) => item.id === id);
		if (!found) return;
		const day = to(found.date);
		const date = day < plan.firstMonth ? plan.firstMonth : day;
		if (date === found.date) return;
		if (changed)
			on.onplanchange(
				changed.place,
				withChangeDay(changed.change, changed.point, date, plan.firstMonth)
			);
		else if (offer) on.onoffer(offer.debt, offer.item.id, { ...offer.item, date });
		else on.onchange({ ...(found as PlanEvent), date });
	}

	function toggle(id: string): void {
		const offer = offerOf(id);
		if (offer) {
			const { debt, item } = offer;
			on.onoffer(debt, item.id, { ...item, off: !item.off });
		}
		const found = entry.events.find((item) => item.id === id);
		if (found) on.onchange({ ...found, off: !found.off });
	}

	function remove(id: string): void {
		const offer = offerOf(id);
		if (offer) on.onoffer(offer.debt, offer.item.id, null);
		else on.onremove(id);
	}

	function open(id: string, element: HTMLElement): void {
		const [offer, changed] = [offerOf(id), changeOf(id)];
		if (changed) on.onopenchange(changed.place);
		else if (offer) on.onopendebt(offer.debt);
		else on.onopen(id, element);
	}
</script>

<section class="pictures" aria-label={t('Balance over time')}>
	<p class="caption">
		<Phrases sentence={owed} onopen={on.onfigure} />
		<kbd title={PICTURE_KEYS}>← →</kbd>
	</p>
	<span class="against">
		<span>{t('compared with')}</span>
		<Choice
			label={t('Compare the plan with')}
			value={against}
			options={measures}
			onchange={on.onbaseline}
		/>
		{#if axis.cut}
			<button type="button" aria-pressed={whole} onclick={() => (whole = !whole)}>
				{whole ? t('Show the near term') : t('Show the whole term')}
			</button>
		{/if}
	</span>
	<div class="chart">
		<BalancePicture
			{picture}
			words={planInWords(plan, names, writing)}
			{dates}
			onpoint={(date) => date !== null && on.onmonth(monthOf(date))}
			onpick={(date) => on.onmonth(monthOf(date))}
			onadd={on.onadd}
		/>
	</div>
	<div class="line">
		<TimeLine
			items={[...moneyItems, ...offerItems, ...changeItems]}
			{scale}
			pointed={picture.pointed}
			onopen={open}
			onadd={(day, element) =>
				on.onadd(day === null ? dayOfMonth(plan, month, asOf) : dateOf(day), element)}
			onmove={(id, day) => move(id, () => dateOf(day))}
			onstep={(id, count, unit) =>
				move(id, (from) => addMonths(from, unit === 'year' ? 12 * count : count))}
			ontoggle={toggle}
			onremove={remove}
		/>
	</div>
</section>

<style>
	.pictures {
		display: grid;
		grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr) auto;
		gap: 0 16px;
		min-height: 0;
		height: 100%;
	}

	.caption kbd {
		margin-inline-start: 8px;
		font-weight: 400;
	}

	.caption {
		color: var(--quiet);
		font-size: 13px;
	}

	.against {
		display: inline-flex;
		gap: 6px;
		align-items: center;
		color: var(--quiet);
		font-size: 13px;
	}

	.against :global(select) {
		height: 24px;
		font-weight: 600;
	}

	.against button {
		color: var(--act);
		font-weight: 600;
	}

	.chart,
	.line {
		grid-column: 1 / -1;
		min-width: 0;
		min-height: 0;
	}

	@media screen and (width < 700px) {
		.pictures {
			grid-template: auto auto minmax(0, 1fr) auto / minmax(0, 1fr);
		}
	}
</style>
