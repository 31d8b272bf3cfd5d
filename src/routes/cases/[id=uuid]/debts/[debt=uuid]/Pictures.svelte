<!-- The balance over time with what happens on the same axis, and how each payment splits. -->
<script lang="ts">
	import { addDays, type CalendarDate } from '$lib/core/quantities/calendar';
	import { dueNear, repetitions, type DebtEvent } from '$lib/core/debt/events';
	import { dateOfPeriod, periodBy } from '$lib/core/debt/run';
	import { deadlineOutcomes } from '$lib/core/debt/deadline';
	import type { DebtTerms } from '$lib/core/debt/terms';
	import { lateFeesOf } from '$lib/core/debt/marks';
	import { deadlineLabel, lateFeeInWords, penaltyInWords, penaltyLabel } from '$lib/words/account';
	import { paymentPartsOf } from '$lib/core/debt/payment-parts';
	import type { StatedDebt } from '$lib/core/debt/ways';
	import type { DebtEntry } from '$lib/document/debt';
	import { eventInWords } from '$lib/words/debt';
	import { PICTURE_KEYS } from '$lib/words/keys';
	import { writeWholeMoney } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import {
		datesShown,
		monthSentence,
		pictureInWords,
		partsInWords,
		type NamedRun
	} from '$lib/words/pictures';
	import BalancePicture from '$lib/ui/BalancePicture.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import SplitPicture from '$lib/ui/SplitPicture.svelte';
	import { keptScale, type TimeScale } from '$lib/ui/time-axis';
	import TimeLine from '$lib/ui/TimeLine.svelte';
	import { untrack } from 'svelte';
	import { axisEnd, wayLines } from './way-lines';
	import { sentence, t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		stated: StatedDebt;
		/** The terms of the picked run. */
		terms: DebtTerms;
		/** The picked run first, then those that it is seen against. */
		shown: readonly [NamedRun, ...NamedRun[]];
		writing: Writing;
		/** The custom property that holds the debt's hue. */
		hue: string;
		pointed: CalendarDate | null;
		onpoint: (date: CalendarDate | null) => void;
		onpick: (date: CalendarDate) => void;
		/** Something is to happen on a day; null: on the one that is picked. */
		onadd: (date: CalendarDate | null, element: HTMLElement) => void;
		onopen: (id: string, element: HTMLElement) => void;
		onchange: (event: DebtEntry['events'][number]) => void;
		onremove: (id: string) => void;
	}
	const { debt, stated, terms, shown, writing, hue, pointed, onpoint, onpick, ...on }: Props =
		$props();

	let whole = $state(false);
	let scale = $state.raw<TimeScale | null>(null);

	const run = $derived(shown[0].run);
	const axis = $derived(axisEnd(shown, whole));
	const until = $derived(axis?.until ?? run.lastDate);
	const dates = $derived(datesShown(shown, until));
	const month = $derived(pointed === null ? null : monthSentence(shown, pointed, writing));
	const lines = $derived(wayLines(shown, debt, hue, writing));
	const deadlines = $derived([
		...deadlineOutcomes(terms, run).map((outcome) => ({
			date: outcome.date as string,
			label: deadlineLabel(outcome, writing)
		})),
		...run.penalties.map(({ from }) => ({
			date: dateOfPeriod(run, Math.max(from, 1) - 1) as string,
			label: penaltyLabel(terms.late?.penalty ?? null, writing)
		}))
	]);
	/** Late fees on the day that they are charged, and the time at the penalty rate. */
	const consequences = $derived([
		...lateFeesOf(terms, run).map(({ k, amount }) => {
			const date = dateOfPeriod(run, k - 1);
			return { from: date, until: date, text: lateFeeInWords(date, amount, writing) };
		}),
		...run.penalties.map(({ from, until: last }) => {
			const begins = dateOfPeriod(run, Math.max(from, 1) - 1);
			const ends = last === null ? null : dateOfPeriod(run, last);
			const text = penaltyInWords(begins, ends, terms.late?.penalty ?? null, writing);
			return { from: begins, until: ends, text };
		})
	]);
	const balances = $derived({ lines, until, pointed, deadlines, amount: wholeAmount, onscale });

	const split = $derived(paymentPartsOf(run));
	const at = $derived(pointed === null ? -1 : periodBy(run, pointed));
	const bars = $derived({
		bars: split.bars.map(({ from, year, interest, principal }) => ({
			label: String(split.by === 'year' ? year : from),
			interest,
			principal
		})),
		hue,
		pointed: split.bars.findIndex(({ from, to }) => at >= from && at <= to),
		amount: wholeAmount
	});

	const { paymentsPerYear } = $derived(stated.known);
	const items = $derived(
		debt.events.map((item) => ({
			id: item.id,
			date: item.date,
			text: eventInWords(item as DebtEvent, paymentsPerYear, writing),
			off: item.off,
			again: repetitions(item, stated.known, run.lastDate)
		}))
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

	const dateOf = (day: number) => addDays('1970-01-01' as CalendarDate, Math.round(day));

	function put(id: string, date: (from: CalendarDate) => CalendarDate): void {
		const found = debt.events.find((item) => item.id === id);
		if (!found) return;
		const moved = date(found.date);
		if (moved !== found.date) on.onchange({ ...found, date: moved });
	}

	function toggle(id: string): void {
		const found = debt.events.find((item) => item.id === id);
		if (found) on.onchange({ ...found, off: !found.off });
	}

	/** The day of a bar: that of its last payment. */
	const dayOfBar = (bar: number) => {
		const k = split.bars[bar]?.to;
		return k === undefined ? null : dateOfPeriod(run, k);
	};
</script>

<section class="pictures" aria-labelledby="balances-title">
	<h2 id="balances-title" class="caption">
		{#if month}
			<Phrases sentence={month} />
		{:else}
			{debt.balances.length > 1 ? t('Balance over time, by balance') : t('Balance over time')}
		{/if}
		<kbd title={PICTURE_KEYS}>← →</kbd>
	</h2>
	{#if axis?.cut}
		<button type="button" class="whole" aria-pressed={whole} onclick={() => (whole = !whole)}>
			{whole ? t('Show the near term') : t('Show the whole term')}
		</button>
	{/if}
	<p class="caption bars">
		<Phrases sentence={sentence('each {by}: principal and interest', { by: split.by })} />
	</p>
	<div class="chart">
		<BalancePicture
			picture={balances}
			words={pictureInWords(shown, writing)}
			{dates}
			{onpoint}
			{onpick}
			onadd={on.onadd}
		/>
	</div>
	<div class="chart bars">
		<SplitPicture
			picture={bars}
			words={partsInWords(split, writing)}
			onpoint={(bar) => onpoint(bar === null ? null : dayOfBar(bar))}
			onpick={(bar) => {
				const date = dayOfBar(bar);
				if (date !== null) onpick(date);
			}}
		/>
	</div>
	<div class="line">
		<TimeLine
			{items}
			{consequences}
			{scale}
			{pointed}
			onopen={on.onopen}
			onadd={(day, element) =>
				on.onadd(day === null ? null : dueNear(stated.known, dateOf(day)), element)}
			onmove={(id, day) => put(id, () => dueNear(stated.known, dateOf(day)))}
			onstep={(id, count, unit) =>
				put(id, (from) =>
					dueNear(stated.known, from, unit === 'year' ? count * paymentsPerYear : count)
				)}
			ontoggle={toggle}
			onremove={on.onremove}
		/>
	</div>
</section>

<style>
	.pictures {
		display: grid;
		grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr) auto minmax(190px, 26%);
		column-gap: 16px;
		min-width: 0;
		min-height: 0;
		height: 100%;
	}

	.caption kbd {
		margin-inline-start: 8px;
		font-weight: 400;
	}

	.caption {
		min-height: 22px;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 400;
	}

	.whole {
		color: var(--act);
		font-size: 13px;
		font-weight: 600;
	}

	.chart {
		grid-column: 1 / 3;
		min-width: 0;
		min-height: 0;
	}

	.bars {
		grid-column: 3;
	}

	.line {
		grid-column: 1 / 3;
		min-width: 0;
	}

	/* Where there is no room beside it, how payments split is below what is owed. */
	@media screen and (width < 900px) {
		.pictures {
			grid-template: auto 260px auto auto 180px / minmax(0, 1fr) auto;
		}

		.bars,
		.caption:nth-of-type(n + 2) {
			grid-column: 1 / -1;
		}
	}
</style>
