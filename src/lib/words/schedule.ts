/** The rows of a schedule as plain numbers for a sheet. */
import { rowAt, type Run } from '../core/debt/run';
import { plainDecimal } from '../reading/written';
import type { Writing } from '../reading/writing';
import en from './en/schedule.json';
import { messagesOf } from './message';

const { text } = messagesOf({ en });

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

/**
 * Rows of a schedule as tab-separated text: ISO dates, amounts with a point and without separators.
 * Row 0 is the starting balance.
 */
export function rowsAsText(run: Run, from: number, to: number, writing: Writing): string {
	const { digits } = writing.currency;
	const lines = [text(writing, 'head')];
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
