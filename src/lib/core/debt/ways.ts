/** One debt as its statement and its client have it, and the ways in which it could be paid. */
import {
	addMonths,
	dueDate,
	dueDatesUntil,
	endOfMonth,
	type CalendarDate,
	type PaymentsPerYear
} from '../quantities/calendar';
import { difference, type Difference } from './difference';
import type { DebtTerms, Known, Recurring } from './terms';
import type { PaymentRule } from './rules/all-rules';
import { eventTerms, isOfCreditor, type DebtEvent } from './events';
import { roundedShare, ZERO, type Cents } from '../quantities/money';
import type { Percent } from '../quantities/rate';
import { rowAt, run, runTotals, type Run } from './run';
import { accountTerms, type StatedAccount } from './account/stated';
import { anchorOf } from './period-days';
import { closePeriod, openPeriod } from './period';
import { blankPeriod } from './open-period';
import { least, paymentFor } from './solve';
import { stateAtStart } from './state';

/** The usual payment of the client. */
export type Pays =
	/** The required payment, whatever it is. */
	| { readonly kind: 'required' }
	/** The first payment that is required, held. */
	| { readonly kind: 'held' }
	/** One amount, as often as is due or (`paymentsPerYear`) more or less often. */
	| {
			readonly kind: 'fixed';
			readonly amount: Cents;
			readonly paymentsPerYear: PaymentsPerYear | null;
	  }
	| { readonly kind: 'interest-plus'; readonly percent: Percent };

export interface StatedDebt extends StatedAccount {
	/** The debt itself, without anything that happens to it later. */
	readonly known: Known;
	readonly required: PaymentRule;
	readonly pays: Pays;
	/** Paid on top, with every payment. */
	readonly extra: Cents;
	/** Events of the debt, without those switched off. */
	readonly events: readonly DebtEvent[];
}

/** A way in which a debt could be paid. What the creditor decides happens in each of them. */
export type Way =
	/** As the client pays it, with all that happens. */
	| { readonly kind: 'paid' }
	/** As the client pays it, without one thing that happens. */
	| { readonly kind: 'without'; readonly event: string }
	| { readonly kind: 'required' }
	| { readonly kind: 'held' }
	| { readonly kind: 'interest-plus'; readonly percent: Percent }
	| { readonly kind: 'fixed'; readonly amount: Cents; readonly extra: Cents }
	/** The smallest amount that ends it within so many months. */
	| { readonly kind: 'ends-in'; readonly months: number }
	/** The money of a year in other portions. */
	| { readonly kind: 'portions'; readonly paymentsPerYear: PaymentsPerYear };

/** A way, carried out. */
export interface Carried {
	readonly way: Way;
	readonly terms: DebtTerms;
	readonly run: Run;
}

export function carryOut(debt: StatedDebt, way: Way): Carried {
	const terms = wayTerms(debt, way);
	return { way, terms, run: run(terms) };
}

/** A way beside the one it is measured against. */
export interface Measured extends Carried {
	readonly against: Difference;
}

export function measured(carried: Carried, baseline: Carried): Measured {
	return { ...carried, against: difference(carried.run, baseline.run) };
}

/** Whether two ways are the same one. */
export function sameWay(one: Way, other: Way): boolean {
	const text = (way: Way) => JSON.stringify(Object.entries(way).sort());
	return text(one) === text(other);
}

/** The debt with all that its creditor decides, but for how it is paid. */
function lentTerms(debt: StatedDebt): Known {
	const { known, required, events } = debt;
	return {
		...known,
		...eventTerms(events.filter(isOfCreditor), known, required),
		...accountTerms(debt, known, events, required)
	};
}

/**
 * A debt as a plan takes it: what is required of it, and all that happens but a payment of the client's
 * choice, which the plan decides.
 */
export function plannedTerms(debt: StatedDebt): DebtTerms {
	const { known, required, events } = debt;
	const kept = events.filter(({ kind }) => kind !== 'payment');
	return {
		...known,
		...eventTerms(kept, known, required),
		...accountTerms(debt, known, events, required),
		payment: required
	};
}

/** The debt with everything that happens to it, its extra too, but for the amount that is paid as a rule. */
export function termsNow(debt: StatedDebt): Known {
	return paidTerms({ ...debt, pays: { kind: 'fixed', amount: ZERO, paymentsPerYear: null } });
}

/** The first period in which the usual payment is below the minimum. */
export interface Uncovered {
	readonly date: CalendarDate;
	/** The minimum and the payment of that period. */
	readonly required: Cents;
	readonly paid: Cents;
	/** The smallest amount with which that is nowhere so; null where there is none. */
	readonly covers: Cents | null;
}

/**
 * Where the same amount in each period comes to be less than the minimum that is required: a rate that changes, an
 * offer that ends. Null where it never is, where what is paid follows what is required, and where less is paid from
 * the first payment on.
 */
export function uncovered(debt: StatedDebt): Uncovered | null {
	const { pays, required, known } = debt;
	const isOften = pays.kind === 'fixed' && pays.paymentsPerYear !== null;
	if (required.kind !== 'minimum' || isOften || known.timing === 'advance') return null;
	if (pays.kind !== 'held' && pays.kind !== 'fixed') return null;
	const found = firstBelow(paidTerms(debt), required);
	if (!found || found.k === 1) return null;
	const covers = least(
		found.paid,
		found.required * 4,
		(amount) =>
			firstBelow({ ...paidTerms(debt), payment: fixed(amount as Cents) }, required) === null,
		found.required
	);
	const { date, required: due, paid } = found;
	return { date, required: due as Cents, paid: paid as Cents, covers: covers as Cents | null };
}

/** The first period of a debt whose scheduled payment is less than another rule asks, none that is skipped. */
function firstBelow(terms: DebtTerms, required: PaymentRule) {
	const paid = run(terms);
	const asking = { ...terms, payment: required, paymentChanges: [], skips: [] };
	const state = stateAtStart(asking);
	const anchor = anchorOf(terms);
	const due = blankPeriod();
	for (let k = 1; k <= paid.periods; k += 1) {
		const row = rowAt(paid, k);
		if (!row) break;
		openPeriod(asking, anchor, state, k, row.opening, due);
		if (due.required > row.scheduled && !terms.skips?.includes(k)) {
			return { k, date: row.date, required: due.required, paid: row.scheduled };
		}
		closePeriod(asking, state, due, row.paid);
	}
	return null;
}

/** The terms of a debt that is paid in one way. */
export function wayTerms(debt: StatedDebt, way: Way): DebtTerms {
	const lent = lentTerms(debt);
	switch (way.kind) {
		case 'paid':
			return paidTerms(debt);
		case 'without': {
			const rest = debt.events.filter(({ id }) => id !== way.event);
			return paidTerms({ ...debt, events: rest });
		}
		case 'required':
			return { ...lent, payment: debt.required };
		case 'held':
			return { ...lent, payment: heldRule(debt.required) };
		case 'interest-plus':
			return { ...lent, payment: interestPlus(debt.required, way.percent) };
		case 'fixed':
			return { ...lent, payment: fixed(way.amount), extras: withEach(way.extra, []) };
		case 'ends-in': {
			const periods = periodsWithin(debt, way.months);
			const { smallest, level } = paymentFor(lent, periods);
			return { ...lent, payment: fixed(smallest?.amount ?? level) };
		}
		case 'portions': {
			const { paymentsPerYear } = way;
			const portion = portionOf(debt, paymentsPerYear);
			return { ...lentTerms(paidAs(debt, paymentsPerYear)), payment: fixed(portion) };
		}
	}
}

/** How a way that is not the client's would be written down as the client's; null where it is already. */
export function paysAs(
	debt: StatedDebt,
	way: Way
): { readonly pays: Pays; readonly extra: Cents } | null {
	const { payment, paymentsPerYear } = wayTerms(debt, way);
	switch (way.kind) {
		case 'paid':
		case 'without':
			return null;
		case 'required':
		case 'held':
			return { pays: { kind: way.kind }, extra: ZERO };
		case 'interest-plus':
			return { pays: way, extra: ZERO };
		case 'fixed':
		case 'ends-in':
		case 'portions': {
			const amount = payment.kind === 'fixed' ? payment.amount : ZERO;
			const other = paymentsPerYear === debt.known.paymentsPerYear ? null : paymentsPerYear;
			const extra = way.kind === 'fixed' ? way.extra : ZERO;
			return { pays: { kind: 'fixed', amount, paymentsPerYear: other }, extra };
		}
	}
}

/** Totals of several debts: balance, first minimum payments, and the interest in them. */
export interface CaseTotals {
	readonly owed: Cents;
	readonly required: Cents;
	readonly interest: Cents;
}

/** Of runs of debts that are paid as they ask. */
export function caseTotals(required: readonly Run[]): CaseTotals {
	let owed = 0;
	let first = 0;
	let interest = 0;
	for (const run of required) {
		owed += run.starting;
		first += run.firstPayment;
		interest += rowAt(run, 1)?.interest ?? 0;
	}
	return { owed: owed as Cents, required: first as Cents, interest: interest as Cents };
}

/** As the client pays it, with all that happens. */
function paidTerms(debt: StatedDebt): DebtTerms {
	const { pays, extra, events } = debt;
	const often = pays.kind === 'fixed' ? pays.paymentsPerYear : null;
	const { known, required } = often === null ? debt : paidAs(debt, often);
	const event = eventTerms(events, known, required);
	const extras = withEach(extra, event.extras);
	const account = accountTerms(debt, known, events, required);
	return { ...known, ...event, extras, ...account, payment: paidRule(pays, required) };
}

function paidRule(pays: Pays, required: PaymentRule): PaymentRule {
	switch (pays.kind) {
		case 'required':
			return required;
		case 'held':
			return heldRule(required);
		case 'fixed':
			return fixed(pays.amount);
		case 'interest-plus':
			return interestPlus(required, pays.percent);
	}
}

/** The debt with payments at another frequency, the first of them one such period after the start. */
function paidAs(debt: StatedDebt, paymentsPerYear: PaymentsPerYear): StatedDebt {
	const { known } = debt;
	const start = known.asOf ?? dueDate(known.firstDue, 0, known.paymentsPerYear);
	const firstDue = dueDate(start, 2, paymentsPerYear);
	return { ...debt, known: { ...known, paymentsPerYear, firstDue } };
}

/** The payments of a year without one-time events, divided into equal portions. */
function portionOf(debt: StatedDebt, portions: PaymentsPerYear): Cents {
	const terms = paidTerms({ ...debt, events: debt.events.filter(isOfCreditor) });
	return roundedShare(runTotals(terms).firstPayment, terms.paymentsPerYear, portions);
}

/** How many payments fall due within so many months of the start; at least one. */
function periodsWithin({ known }: StatedDebt, months: number): number {
	const start = known.asOf ?? dueDate(known.firstDue, 0, known.paymentsPerYear);
	const until = endOfMonth(addMonths(start, months));
	return Math.max(1, dueDatesUntil(known.firstDue, until, known.paymentsPerYear));
}

/** Where what is required changes with the balance, its first amount; else it is held already. */
function heldRule(required: PaymentRule): PaymentRule {
	return required.kind === 'minimum' ? { ...required, kind: 'frozen-minimum' } : required;
}

/** The interest and a percentage; floor and rounding are those of the minimum, where it has them. */
function interestPlus(required: PaymentRule, percent: Percent): PaymentRule {
	const terms =
		required.kind === 'minimum'
			? required
			: { of: 'statement' as const, plusFees: true, roundUpTo: ZERO, floor: ZERO };
	return { ...terms, kind: 'minimum', percent, plusInterest: true };
}

function withEach(extra: Cents, others: readonly Recurring[]): readonly Recurring[] {
	return extra === 0 ? others : [{ from: 1, every: 1, amount: extra }, ...others];
}

function fixed(amount: Cents): PaymentRule {
	return { kind: 'fixed', amount };
}
