/** The figures of a forecast as they were kept, and what follows from them without running a plan (specification, section 12). */
import {
	dueDate,
	dueDatesUntil,
	type CalendarDate,
	type PaymentsPerYear
} from '../quantities/calendar';
import { minus, plus, ZERO, type Cents } from '../quantities/money';
import type { ExpectedPeriod, Forecast } from './progress';

/** Of one debt: period by period, from the first on; `before`: the interest of whole periods before it. */
export interface KeptFigures {
	readonly opening: Cents;
	readonly before: readonly Cents[];
	readonly paid: readonly Cents[];
	readonly charges: readonly Cents[];
	readonly interest: readonly Cents[];
	/** What is forgiven with the last payment, where the debt is settled. */
	readonly forgiven: Cents;
}

interface Dates {
	readonly firstDue: CalendarDate;
	readonly paymentsPerYear: PaymentsPerYear;
}

/** The saved figures of period k, with its closing balance. */
interface KeptPeriod {
	readonly k: number;
	readonly paid: Cents;
	readonly charges: Cents;
	readonly interest: Cents;
	readonly closing: Cents;
}

function periodsOf({
	opening,
	before,
	paid,
	charges,
	interest,
	forgiven
}: KeptFigures): KeptPeriod[] {
	const amounts = [
		...before.map((added) => ({ paid: ZERO, charges: ZERO, interest: added })),
		...paid.map((amount, at) => ({
			paid: amount,
			charges: charges[at] ?? ZERO,
			interest: interest[at] ?? ZERO
		}))
	];
	let balance: number = opening;
	return amounts.map((one, at) => {
		balance += one.charges + one.interest - one.paid;
		if (at === amounts.length - 1) balance -= forgiven;
		return { k: at + 1 - before.length, ...one, closing: plus(balance, ZERO) };
	});
}

/** The expected balance on a day; after the saved figures, the last one. */
export function keptOwedOn(
	figures: KeptFigures,
	{ firstDue, paymentsPerYear }: Dates,
	day: CalendarDate
): Cents {
	const due = dueDatesUntil(firstDue, day, paymentsPerYear);
	const isPast = ({ k }: KeptPeriod) =>
		k < 1 ? dueDate(firstDue, k, paymentsPerYear) <= day : k <= due;
	return periodsOf(figures).findLast(isPast)?.closing ?? figures.opening;
}

/** The rate of several balances, by the kept figures. */
function effectiveOf(
	{ interest, closing, paid }: KeptPeriod,
	again: ExpectedPeriod | undefined
): ExpectedPeriod['effective'] {
	if (!again?.effective) return null;
	const { deferred } = again.effective;
	return {
		interest: minus(interest, deferred),
		on: minus(plus(closing, paid), interest),
		deferred
	};
}

/** A forecast as it was kept, and beyond that as the same terms come to when they are run anew. */
export function asKept(rerun: Forecast, figures: KeptFigures): Forecast {
	const { terms } = rerun;
	const { annual: last } = rerun.periods.at(-1) ?? terms.rate;
	const rerunFrom = rerun.periods[0]?.k ?? 1;
	const kept = periodsOf(figures).map((period): ExpectedPeriod => {
		const again = rerun.periods[period.k - rerunFrom];
		const date = again?.date ?? dueDate(terms.firstDue, period.k, terms.paymentsPerYear);
		return {
			...period,
			date,
			annual: again?.annual ?? last,
			effective: effectiveOf(period, again)
		};
	});
	const owed = kept.at(-1)?.closing ?? figures.opening;
	const further = owed > 0 ? rerun.periods.filter(({ k }) => k > figures.paid.length) : [];
	return { terms: { ...terms, opening: figures.opening }, periods: [...kept, ...further] };
}
