import { dateParts, type CalendarDate } from '../quantities/calendar';
import type { Cents } from '../quantities/money';
import { dateOfPeriod, owedAfter, periodBy, unroundedAt, type Run } from './run';

/** Totals of one calendar year (specification, section 6). */
export interface YearTotals {
	readonly year: number;
	/** The first and the last payment in it. */
	readonly from: number;
	readonly to: number;
	readonly charges: Cents;
	readonly interest: Cents;
	readonly paid: Cents;
	readonly extra: Cents;
	/** Negative where the balance grew. */
	readonly principal: Cents;
	/** The balance after the last of them. */
	readonly closing: Cents;
}

/** A run by calendar years, those without a period left out. */
export function yearsOf(run: Run): YearTotals[] {
	const years: YearTotals[] = [];
	for (let from = run.firstRow; from <= run.periods;) {
		const { year } = dateParts(dateOfPeriod(run, from));
		const to = periodBy(run, `${String(year).padStart(4, '0')}-12-31` as CalendarDate);
		years.push(yearOf(run, year, from, to));
		from = to + 1;
	}
	return years;
}

/** The sums of what the rows of a year show. */
function yearOf(run: Run, year: number, from: number, to: number): YearTotals {
	let [charges, interest, paid, extra, principal] = [0, 0, 0, 0, 0];
	for (let k = from; k <= to; k += 1) {
		const row = unroundedAt(run, k);
		charges += Math.round(row.charges);
		interest += Math.round(row.interest);
		paid += Math.round(row.paid);
		extra += Math.round(row.extra);
		principal += Math.round(row.opening - row.closing);
	}
	return {
		year,
		from,
		to,
		charges: charges as Cents,
		interest: interest as Cents,
		paid: paid as Cents,
		extra: extra as Cents,
		principal: principal as Cents,
		closing: owedAfter(run, to)
	};
}
