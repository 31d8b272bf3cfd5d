/** The cases that a change moves as CSV (RFC 4180): a case a line, with plain numbers and ISO dates. */
import type { WhatIfLine } from '../document/what-if-answer';
import { plainDecimal } from '../reading/written';
import { guarded } from './guarded';
import { csvOf } from './table';

const amount = (of: number | null, { currency }: WhatIfLine): string =>
	of === null ? '' : plainDecimal(of, currency.digits);

const COLUMNS: readonly (readonly [string, (line: WhatIfLine) => string])[] = [
	['client', ({ label }) => guarded(label)],
	['counselor', ({ owner }) => guarded(owner ?? '')],
	['currency', ({ currency }) => currency.code],
	['paid off before', ({ before }) => before.ends ?? 'never'],
	['paid off after', ({ after }) => after.ends ?? 'never'],
	['short from, before', ({ before }) => before.shortFrom ?? ''],
	['short from, after', ({ after }) => after.shortFrom ?? ''],
	['interest and fees before', (line) => amount(line.before.cost, line)],
	['interest and fees after', (line) => amount(line.after.cost, line)]
];

/** The columns of what people wrote. */
export const WRITTEN = ['client', 'counselor'];

export const whatIfCsv = (lines: readonly WhatIfLine[]): string =>
	csvOf([
		COLUMNS.map(([heading]) => heading),
		...lines.map((line) => COLUMNS.map(([, written]) => written(line)))
	]);
