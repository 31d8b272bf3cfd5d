import { dateParts } from './calendar';
import type { Cents } from './money';
import { rowAt, type Run } from './run';

/** What was paid in one payment or one calendar year, split into interest and principal. */
export interface SplitBar {
	/** The first and the last payment in it. */
	readonly from: number;
	readonly to: number;
	readonly year: number;
	readonly interest: Cents;
	/** Negative where the balance grew. */
	readonly principal: Cents;
}

export interface Split {
	readonly by: 'payment' | 'year';
	readonly bars: readonly SplitBar[];
}

/** More payments than this are shown by the year. */
const SINGLE = 60;

/** How payments split into interest and principal (contract, section 6: interest by calendar year). */
export function splitOf(run: Run): Split {
	const by = run.periods > SINGLE ? 'year' : 'payment';
	const bars: SplitBar[] = [];
	for (let k = 1; k <= run.periods; k += 1) {
		const row = rowAt(run, k);
		if (!row) break;
		const { year } = dateParts(row.date);
		const last = bars.at(-1);
		if (by === 'year' && last?.year === year) {
			bars[bars.length - 1] = {
				...last,
				to: k,
				interest: (last.interest + row.interest) as Cents,
				principal: (last.principal + row.principal) as Cents
			};
		} else {
			bars.push({ from: k, to: k, year, interest: row.interest, principal: row.principal });
		}
	}
	return { by, bars };
}
