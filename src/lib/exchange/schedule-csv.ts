/** A debt's schedule as CSV (RFC 4180): plain numbers with a point, ISO dates. */
import type { Run } from '../core/debt/run';
import type { Currency } from '../reading/currencies';
import { scheduleRows } from './schedule-rows';
import { csvOf } from './table';

export const scheduleCsv = (run: Run, currency: Currency): string =>
	csvOf(scheduleRows(run, run.firstRow - 1, run.periods, currency));
