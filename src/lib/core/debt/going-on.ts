/** A debt at a later day: what of it is in force then, what still lies ahead, what is past (specification, section 12). */
import { dueDate, dueDatesUntil, type CalendarDate } from '../quantities/calendar';
import { periodOn, periodsBetween, type DebtEvent } from './events';
import type { Cents } from '../quantities/money';
import { type Percent } from '../quantities/rate';
import { isByDay } from './interest/all-ways';
import { rateStepsOf } from './rate-steps';
import { rowAt, run } from './run';
import { afterInterest, interestPeriods } from './rules/all-rules';
import type { Easing } from './terms';
import { plannedTerms, wayTerms, type Pays, type StatedDebt } from './ways';

/** The terms of a debt in force after a day. */
export interface InForce {
	/** How many of its payments were due by then, and when the next one is. */
	readonly elapsed: number;
	readonly nextDue: CalendarDate;
	readonly annual: Percent;
	/** That of each balance, by its id, where it has several. */
	readonly annualOf: ReadonlyMap<string, Percent>;
	/** How it is paid; what was held at its first amount is that amount. */
	readonly pays: Pays;
	/** Payments of interest alone that are left. */
	readonly interestOnly: number;
	/** The equal payment as it was set, and how many are left; null where there is none, or not yet. */
	readonly level: { readonly payment: Cents | null; readonly periods: number } | null;
	/** Events still ahead; recurring ones from their next date. */
	readonly events: readonly DebtEvent[];
}

/**
 * What is in force of a debt after a day; `from` is the day from which interest by the day runs on, that of the new
 * balance. In periods that a plan eased, the debt's own payment rule waited.
 */
export function inForceAfter(
	debt: StatedDebt,
	day: CalendarDate,
	from: CalendarDate,
	eased: readonly Easing[] = []
): InForce {
	const { firstDue, paymentsPerYear } = debt.known;
	const elapsed = dueDatesUntil(firstDue, day, paymentsPerYear);
	const own = elapsed - easedBy(eased, elapsed);
	const { known, balances = [], events } = debt;
	const rates = ratesAfter(known, events.filter(isRate), elapsed, from);
	const each = balances.map(({ id, annual }) => {
		const own = { ...known, rate: { ...known.rate, annual } };
		const about = events.filter(isRate).filter(({ ofBalance }) => (ofBalance ?? id) === id);
		return [id, ratesAfter(own, about, elapsed, from).annual] as const;
	});
	return {
		elapsed,
		nextDue: dueDate(firstDue, elapsed + 1, paymentsPerYear),
		annual: rates.annual,
		annualOf: new Map(each),
		pays: paysAfter(debt, elapsed),
		interestOnly: Math.max(0, interestPeriods(debt.required) - own),
		level: levelAfter(debt, own),
		events: [
			...debt.events.flatMap((item) =>
				item.kind === 'rate' ? [] : (eventAfter(item, debt, elapsed) ?? [])
			),
			...rates.ahead
		]
	};
}

/** How many periods up to one are eased. */
function easedBy(eased: readonly Easing[], last: number): number {
	const periods = eased.flatMap(({ from, until }) => {
		const count = Math.min(until, last) - from + 1;
		return Array.from({ length: Math.max(0, count) }, (_, at) => from + at);
	});
	return new Set(periods).size;
}

/** The latest new payment that has come into force by a period. */
function latestPayment(
	{ events, known }: StatedDebt,
	elapsed: number
): Extract<DebtEvent, { kind: 'payment' }> | null {
	const begun = events
		.filter((item): item is Extract<DebtEvent, { kind: 'payment' }> => item.kind === 'payment')
		.map((item) => ({ item, from: periodOn(known, item.date) }))
		.filter(({ from }) => from <= elapsed)
		.sort((a, b) => (a.item.date < b.item.date ? -1 : 1));
	return begun.at(-1)?.item ?? null;
}

type NewRate = Extract<DebtEvent, { kind: 'rate' }>;
const isRate = (item: DebtEvent): item is NewRate => item.kind === 'rate';

/**
 * The rate at which the next period begins, and those that lie ahead of it. By the day a rate lies ahead after the day
 * from which interest runs on; else where the next period has begun before it: it waits for the one after.
 */
function ratesAfter(
	known: StatedDebt['known'],
	rates: readonly NewRate[],
	elapsed: number,
	from: CalendarDate
): { readonly annual: Percent; readonly ahead: readonly NewRate[] } {
	const byDay = isByDay(known.rate) && known.timing !== 'advance';
	const next = dueDate(known.firstDue, elapsed + 1, known.paymentsPerYear);
	let { annual } = known.rate;
	const ahead: NewRate[] = [];
	const inOrder = [...rates].sort((a, b) => (a.date < b.date ? -1 : 1));
	for (const item of inOrder) {
		const [step] = rateStepsOf({ ...known, rateChanges: [item] });
		if (byDay ? item.date <= from : (step?.from ?? 1) <= elapsed + 1) annual = item.annual;
		else ahead.push(byDay || item.date > from ? item : { ...item, date: next });
	}
	return { annual, ahead };
}

function paysAfter(debt: StatedDebt, elapsed: number): Pays {
	const changed = latestPayment(debt, elapsed);
	if (changed) {
		const { amount } = changed;
		return amount === null
			? { kind: 'required' }
			: { kind: 'fixed', amount, paymentsPerYear: null };
	}
	if (elapsed === 0 || debt.pays.kind !== 'held' || debt.required.kind !== 'minimum')
		return debt.pays;
	const amount = rowAt(run(wayTerms(debt, { kind: 'held' })), 1)?.scheduled;
	return amount === undefined ? debt.pays : { kind: 'fixed', amount, paymentsPerYear: null };
}

function levelAfter(debt: StatedDebt, elapsed: number): InForce['level'] {
	const { required } = debt;
	const before = interestPeriods(required);
	const rule = afterInterest(required);
	if (rule.kind !== 'level') return null;
	const paid = elapsed - before;
	if (paid <= 0) return { payment: rule.payment ?? null, periods: rule.periods };
	// As it was set by then; the last of a settled term asks for the whole rest, so that is not the payment.
	const planned = run(plannedTerms(debt));
	const row = rowAt(planned, before + Math.max(1, Math.min(paid, rule.periods - 1)));
	return {
		payment: row?.scheduled ?? rule.payment ?? null,
		periods: Math.max(1, rule.periods - paid)
	};
}

/** The part of an event after a period; null if it is past. */
function eventAfter(item: DebtEvent, { known }: StatedDebt, elapsed: number): DebtEvent | null {
	const from = periodOn(known, item.date);
	if (from > elapsed) return item;
	if (!('perYear' in item) || item.perYear === null) return null;
	const every = periodsBetween(known.paymentsPerYear, item.perYear);
	const next = from + every * Math.ceil((elapsed + 1 - from) / every);
	const date = dueDate(known.firstDue, next, known.paymentsPerYear);
	return item.until !== null && date > item.until ? null : { ...item, date };
}
