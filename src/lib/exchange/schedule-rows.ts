/** Payments of a schedule as rows of texts, as they are copied and written into files. */
import { rowAt, type Run } from '../core/debt/run';
import { amountHeading, plainDecimal } from '../reading/written';
import type { Currency } from '../reading/currencies';

const COLUMNS = [
	['opening', 'Opening'],
	['charges', 'Purchases and fees'],
	['interest', 'Interest'],
	['paid', 'Payment'],
	['extra', 'Extra'],
	['principal', 'Principal'],
	['closing', 'Closing'],
	['interestSoFar', 'Interest so far']
] as const;

/**
 * Rows `from` to `to` of a schedule under a heading row; the one before the first is the starting balance. Whole
 * periods before payment 1 are numbered 0, −1, … back from it.
 */
export function scheduleRows(run: Run, from: number, to: number, currency: Currency): string[][] {
	const { digits } = currency;
	const rows = [['No.', 'Due', ...COLUMNS.map(([, heading]) => amountHeading(heading, currency))]];
	for (let k = from; k <= to; k += 1) {
		const row = rowAt(run, k);
		if (row) {
			rows.push([String(k), row.date, ...COLUMNS.map(([of]) => plainDecimal(row[of], digits))]);
		} else if (k < run.firstRow) {
			const amounts = COLUMNS.map(([of]) =>
				of === 'closing' ? plainDecimal(run.starting, digits) : ''
			);
			rows.push([String(k), run.startDate, ...amounts]);
		}
	}
	return rows;
}
