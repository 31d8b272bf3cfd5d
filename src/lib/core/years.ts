import { dateParts } from './calendar';
import type { Cents } from './money';
import { rowAt, type Run } from './run';

/** What the payments of one calendar year come to (contract, section 6: interest by calendar year). */
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
	/** What is owed after the last of them. */
	readonly closing: Cents;
}

/** A run by calendar years, those without a payment left out. */
export function yearsOf(run: Run): YearTotals[] {
	const years: YearTotals[] = [];
	for (let k = 1; k <= run.periods; k += 1) {
		const row = rowAt(run, k);
		if (!row) break;
		const { year } = dateParts(row.date);
		const { charges, interest, paid, extra, principal, closing } = row;
		const last = years.at(-1);
		if (last?.year !== year) {
			years.push({ year, from: k, to: k, charges, interest, paid, extra, principal, closing });
			continue;
		}
		years[years.length - 1] = {
			year,
			from: last.from,
			to: k,
			charges: (last.charges + charges) as Cents,
			interest: (last.interest + interest) as Cents,
			paid: (last.paid + paid) as Cents,
			extra: (last.extra + extra) as Cents,
			principal: (last.principal + principal) as Cents,
			closing
		};
	}
	return years;
}
