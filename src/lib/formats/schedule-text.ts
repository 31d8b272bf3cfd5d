/** What is written into a schedule, and the rows of it as plain numbers for a sheet. */
import type { Mark } from '../core/marks';
import { rowAt, type Run } from '../core/run';
import { plainDecimal } from './decimal-text';
import type { Currency } from './money-text';
import { writePercent } from './percent-text';

/** “last payment”, “24.9 % from here” */
export function markInWords(mark: Mark): string {
	switch (mark.kind) {
		case 'extra':
			return 'extra';
		case 'missed':
			return 'missed';
		case 'new payment':
			return 'new payment';
		case 'new rate':
			return `${writePercent(mark.annual)} from here`;
		case 'charge':
			return 'charge';
		case 'grown':
			return 'balance grew';
		case 'balloon':
			return 'balloon';
		case 'last':
			return 'last payment';
	}
}

const COLUMNS = [
	'opening',
	'charges',
	'interest',
	'paid',
	'extra',
	'principal',
	'closing',
	'interestSoFar'
] as const;
const HEAD =
	'No.\tDue\tOpening\tCharges\tInterest\tPayment\tof it extra\tof it principal\tClosing\tInterest so far';

/**
 * Rows of a schedule as tab-separated text: ISO dates, amounts with a point and without separators.
 * Row 0 is the starting balance.
 */
export function rowsAsText(run: Run, from: number, to: number, { digits }: Currency): string {
	const lines = [HEAD];
	for (let k = from; k <= to; k += 1) {
		const row = rowAt(run, k);
		if (row) {
			const amounts = COLUMNS.map((column) => plainDecimal(row[column], digits));
			lines.push([k, row.date, ...amounts].join('\t'));
		} else if (k === 0) {
			const closing = plainDecimal(run.starting, digits);
			lines.push([k, run.startDate, '', '', '', '', '', '', closing, ''].join('\t'));
		}
	}
	return `${lines.join('\n')}\n`;
}
