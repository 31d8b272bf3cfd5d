/**
 * What happens to a debt over time, by date. A run knows periods only, so that a date means the same
 * payment whether one pays monthly or weekly.
 */
import {
	addDays,
	dateParts,
	dayNumber,
	dueDate,
	dueDatesUntil,
	endOfMonth,
	calendarDate,
	type CalendarDate,
	type PaymentsPerYear
} from '../quantities/calendar';
import type { Charge, DebtTerms, Recurring } from './terms';
import type { PaymentRule } from './rules/all-rules';
import type { Cents } from '../quantities/money';
import type { Percent } from '../quantities/rate';

/** An amount once, or so many times a year until a date or to the end. */
interface Repeated {
	readonly amount: Cents;
	/** Null: once. */
	readonly perYear: PaymentsPerYear | null;
	/** The last date on which it may fall; null: to the end. */
	readonly until: CalendarDate | null;
}

/** The day from which something holds, or on which it comes. */
interface Dated {
	readonly id: string;
	readonly date: CalendarDate;
}

export type DebtEvent = Dated &
	(
		| ({ readonly kind: 'extra' } & Repeated)
		/** An amount added to the balance: a purchase or a fee; of several to one of them, null: the first. */
		| ({
				readonly kind: 'charge';
				readonly fee: boolean;
				readonly ofBalance: string | null;
		  } & Repeated)
		/** A payment that is missed. */
		| { readonly kind: 'skip' }
		/** Another amount from then on; null: what is required. */
		| { readonly kind: 'payment'; readonly amount: Cents | null }
		/** Another annual rate from then on; a level payment is set anew only where it says so. */
		| {
				readonly kind: 'rate';
				readonly annual: Percent;
				readonly reamortize: boolean;
				readonly ofBalance: string | null;
		  }
	);

/** Events that the creditor decides, not the client: they occur whatever way the debt is paid. */
export const isOfCreditor = ({ kind }: Pick<DebtEvent, 'kind'>) =>
	kind === 'rate' || kind === 'charge';

type Dates = Pick<DebtTerms, 'firstDue' | 'paymentsPerYear'>;

/**
 * The period in which a date falls: the first that is due on it or later; where no more than one payment
 * falls into a month, the first due in its month or later, so that another due day keeps the month.
 */
export function periodOn({ firstDue, paymentsPerYear }: Dates, date: CalendarDate): number {
	const { year, month } = dateParts(date);
	const start = paymentsPerYear > 12 ? date : (calendarDate({ year, month, day: 1 }) ?? date);
	return dueDatesUntil(firstDue, addDays(start, -1), paymentsPerYear) + 1;
}

/** The due date nearest to a day, and so many payments on from there; never before the first. */
export function dueNear(dates: Dates, date: CalendarDate, payments = 0): CalendarDate {
	const { firstDue, paymentsPerYear } = dates;
	const day = dayNumber(date);
	const later = dueDatesUntil(firstDue, addDays(date, -1), paymentsPerYear) + 1;
	const distance = (k: number) => Math.abs(dayNumber(dueDate(firstDue, k, paymentsPerYear)) - day);
	const nearest = later > 1 && distance(later - 1) <= distance(later) ? later - 1 : later;
	return dueDate(firstDue, Math.max(1, nearest + payments), paymentsPerYear);
}

/** More repetitions than these are not told one by one. */
const TOLD = 120;

/** The later days on which something comes again, up to a last one; of very many only the first. */
export function repetitions(
	event: DebtEvent,
	dates: Dates,
	last: CalendarDate
): readonly CalendarDate[] {
	if (!('perYear' in event) || event.perYear === null) return [];
	const { firstDue, paymentsPerYear } = dates;
	const every = periodsBetween(paymentsPerYear, event.perYear);
	const ends = event.until === null ? last : endOf(event.until, paymentsPerYear);
	const until = ends < last ? ends : last;
	const found: CalendarDate[] = [];
	for (let k = periodOn(dates, event.date) + every; ; k += every) {
		const due = dueDate(firstDue, k, paymentsPerYear);
		if (due > until || found.length > TOLD) return found;
		found.push(due);
	}
}

/** How many periods there are between two of an amount that comes so many times a year. */
export function periodsBetween(paymentsPerYear: number, perYear: number): number {
	return Math.max(1, Math.round(paymentsPerYear / perYear));
}

/** Events in periods of a debt; `required` is the rule that a payment goes back to. */
export function eventTerms(
	events: readonly DebtEvent[],
	dates: Dates,
	required: PaymentRule
): Pick<DebtTerms, 'extras' | 'charges' | 'skips' | 'paymentChanges' | 'rateChanges'> {
	const inOrder = [...events].sort((a, b) => (a.date < b.date ? -1 : 1));
	const placed = inOrder.map((item) => ({ ...item, from: periodOn(dates, item.date) }));
	return {
		extras: placed.flatMap((item) => (item.kind === 'extra' ? [recurring(item, dates)] : [])),
		charges: placed.flatMap((item) => (item.kind === 'charge' ? [charge(item, dates)] : [])),
		skips: placed.flatMap((item) => (item.kind === 'skip' ? [item.from] : [])),
		paymentChanges: placed.flatMap((item) =>
			item.kind === 'payment' ? [{ from: item.from, rule: changedRule(item.amount, required) }] : []
		),
		rateChanges: placed.flatMap((item) =>
			item.kind === 'rate'
				? [{ date: item.date, annual: item.annual, reamortize: item.reamortize }]
				: []
		)
	};
}

const charge = (
	item: Extract<DebtEvent, { kind: 'charge' }> & { readonly from: number },
	dates: Dates
): Charge => ({
	...recurring(item, dates),
	fee: item.fee,
	...(item.ofBalance !== null && { to: item.ofBalance })
});

function changedRule(amount: Cents | null, required: PaymentRule): PaymentRule {
	return amount === null ? required : { kind: 'fixed', amount };
}

function recurring(
	{ from, amount, perYear, until }: Repeated & { readonly from: number },
	{ firstDue, paymentsPerYear }: Dates
): Recurring {
	if (perYear === null) return { from, amount };
	const every = periodsBetween(paymentsPerYear, perYear);
	if (until === null) return { from, every, amount };
	const last = dueDatesUntil(firstDue, endOf(until, paymentsPerYear), paymentsPerYear);
	return { from, every, until: last, amount };
}

/** A last date means its whole month where no more than one payment falls into a month. */
function endOf(until: CalendarDate, paymentsPerYear: PaymentsPerYear): CalendarDate {
	return paymentsPerYear > 12 ? until : endOfMonth(until);
}
