<!-- What is owed in all over real months, a band for each debt, and what happens to the money under it. -->
<script lang="ts">
	import { addDays, addMonths, type CalendarDate } from '$lib/core/calendar';
	import type { Cents } from '$lib/core/money';
	import type { Plan } from '$lib/core/planned';
	import { owedInAll } from '$lib/core/plan-answers';
	import { writeMoney, type Currency } from '$lib/formats/money-text';
	import { daysOf, monthIn, type PlanEntry, type PlanHappening } from '$lib/formats/plan-document';
	import {
		BASELINE_WORDS,
		owedSentence,
		planHappeningInWords,
		planInWords
	} from '$lib/formats/plan-text';
	import BalancePicture from '$lib/ui/BalancePicture.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import { keptScale, type TimeScale } from '$lib/ui/time-axis';
	import TimeLine from '$lib/ui/TimeLine.svelte';
	import { untrack } from 'svelte';
	import { baselineLine, dayOfMonth, planLines, planUntil, type Listed } from './plan-lines';

	interface Props {
		plan: Plan;
		baseline: Plan;
		entry: PlanEntry;
		debts: readonly Listed[];
		asOf: CalendarDate;
		currency: Currency;
		/** The picked month. */
		month: number;
		onmonth: (month: number) => void;
		onbaseline: (baseline: PlanEntry['baseline']) => void;
		onadd: (date: CalendarDate, element: HTMLElement) => void;
		onopen: (id: string, element: HTMLElement) => void;
		onchange: (happening: PlanHappening) => void;
		onremove: (id: string) => void;
	}
	const { plan, baseline, entry, debts, asOf, currency, month, ...on }: Props = $props();

	let whole = $state(false);
	let scale = $state.raw<TimeScale | null>(null);

	const axis = $derived(planUntil(plan, baseline, whole));
	const words = $derived(BASELINE_WORDS.find(({ value }) => value === entry.baseline)?.words ?? '');
	const lines = $derived([...planLines(plan, debts, asOf), baselineLine(baseline, words, asOf)]);
	const picture = $derived({
		lines,
		until: axis.until,
		pointed: dayOfMonth(plan, month, asOf),
		amount: wholeAmount,
		onscale
	});
	const dates = $derived(
		Array.from({ length: plan.months + 1 }, (_, at) => dayOfMonth(plan, at, asOf))
	);
	const names = $derived(
		plan.debts.map(({ id }) => debts.find((debt) => debt.id === id)?.name ?? '')
	);
	const owed = $derived(
		owedSentence(
			month,
			plan,
			{ plan: owedInAll(plan, month), baseline: owedInAll(baseline, month) },
			entry.baseline,
			currency
		)
	);
	const items = $derived(
		entry.happenings.map((item) => {
			const [date = item.date, ...again] = daysOf(item, dayOfMonth(plan, plan.months, asOf));
			return {
				id: item.id,
				date,
				text: planHappeningInWords(item, currency),
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

	/** An amount on an axis: without decimals. */
	function wholeAmount(amount: number): string {
		return writeMoney(Math.round(amount) as Cents, currency).replace(/\.\d+$/, '');
	}

	const monthOf = (date: CalendarDate) =>
		Math.min(Math.max(1, monthIn(date, plan.firstMonth)), Math.max(1, plan.months));
	const dateOf = (day: number) => addDays('1970-01-01' as CalendarDate, Math.round(day));

	/** What happens keeps its day of the month, and never comes before the first month. */
	function move(id: string, to: (from: CalendarDate) => CalendarDate): void {
		const found = entry.happenings.find((item) => item.id === id);
		if (!found) return;
		const day = to(found.date);
		const date = day < plan.firstMonth ? plan.firstMonth : day;
		if (date !== found.date) on.onchange({ ...found, date });
	}

	function toggle(id: string): void {
		const found = entry.happenings.find((item) => item.id === id);
		if (found) on.onchange({ ...found, off: !found.off });
	}
</script>

<section class="pictures" aria-label="What is owed over time">
	<p class="caption">
		{#each owed as { text, figure }, index (index)}{#if figure}<strong>{text}</strong
				>{:else}{text}{/if}{/each}
	</p>
	<span class="against">
		<span>against</span>
		<Choice
			label="What the plan is measured against"
			value={entry.baseline}
			options={BASELINE_WORDS}
			onchange={on.onbaseline}
		/>
		{#if axis.cut}
			<button type="button" aria-pressed={whole} onclick={() => (whole = !whole)}>
				{whole ? 'Show the nearer part' : 'Show all of it'}
			</button>
		{/if}
	</span>
	<div class="chart">
		<BalancePicture
			{picture}
			words={planInWords(plan, names)}
			{dates}
			onpoint={(date) => date !== null && on.onmonth(monthOf(date))}
			onpick={(date) => on.onmonth(monthOf(date))}
			onadd={on.onadd}
		/>
	</div>
	<div class="line">
		<TimeLine
			{items}
			{scale}
			pointed={picture.pointed}
			onopen={on.onopen}
			onadd={(day, element) =>
				on.onadd(day === null ? dayOfMonth(plan, month, asOf) : dateOf(day), element)}
			onmove={(id, day) => move(id, () => dateOf(day))}
			onstep={(id, count, unit) =>
				move(id, (from) => addMonths(from, unit === 'year' ? 12 * count : count))}
			ontoggle={toggle}
			onremove={on.onremove}
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

	.caption {
		color: var(--quiet);
		font-size: 13px;
	}

	.caption strong {
		color: var(--ink);
		font-weight: 600;
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
</style>
