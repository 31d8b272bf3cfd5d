/** Rows of tables as they are copied into a sheet. */
import type { Run } from '../core/debt/run';
import { scheduleRows } from '../exchange/schedule-rows';
import type { Writing } from '../reading/writing';

/** Rows of a schedule as tab-separated text: ISO dates, amounts with a point and without separators. */
export const rowsAsText = (run: Run, from: number, to: number, { currency }: Writing): string =>
	tabbed(scheduleRows(run, from, to, currency));

export const tabbed = (rows: readonly (readonly string[])[]): string =>
	`${rows.map((row) => row.join('\t')).join('\n')}\n`;
