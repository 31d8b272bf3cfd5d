import { dateParts } from '../quantities/calendar';
import type { Cents } from '../quantities/money';
import { rowAt, type Run } from './run';
import { yearsOf } from './years';

/** One payment, or the payments of one calendar year, split into interest and principal. */
export interface PartsBar {
	/** The first and the last payment in it. */
	readonly from: number;
	readonly to: number;
	readonly year: number;
	readonly interest: Cents;
	/** Negative where the balance grew. */
	readonly principal: Cents;
}

export interface PaymentParts {
	readonly by: 'payment' | 'year';
	readonly bars: readonly PartsBar[];
}

/** More payments than this are shown by the year. */
const SINGLE = 60;

/** How payments split into interest and principal. */
export function paymentPartsOf(run: Run): PaymentParts {
	if (run.periods > SINGLE) return { by: 'year', bars: yearsOf(run) };
	const bars = Array.from({ length: run.periods }, (_, index) => {
		const row = rowAt(run, index + 1);
		if (!row) throw new RangeError(`a run has no period ${index + 1}`);
		const { k, date, interest, principal } = row;
		return { from: k, to: k, year: dateParts(date).year, interest, principal };
	});
	return { by: 'payment', bars };
}
