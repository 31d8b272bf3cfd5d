/** The casebook as CSV (RFC 4180): a case a line, with plain numbers and ISO dates. */
import type { CaseSummary } from '../document/casebook';
import { plainDecimal } from '../reading/written';
import { guarded } from './guarded';
import { csvOf } from './table';

const COLUMNS: readonly (readonly [string, (line: CaseSummary) => string])[] = [
	['client', ({ label }) => guarded(label)],
	['currency', ({ currency }) => currency.code],
	['debts', ({ debts }) => String(debts)],
	['owed', ({ owed, currency }) => plainDecimal(owed, currency.digits)],
	['as of', ({ asOf }) => asOf],
	['chosen plan', ({ chosen }) => guarded(chosen?.name ?? '')],
	['chosen on', ({ chosen }) => chosen?.date ?? ''],
	['changed since', ({ chosen }) => (chosen === null ? '' : chosen.changed ? 'yes' : 'no')],
	['short from', ({ standing }) => standing.shortFrom ?? ''],
	['last recorded', ({ standing }) => standing.lastRead ?? ''],
	[
		'off plan',
		({ standing: { off }, currency }) => (off === null ? '' : plainDecimal(off, currency.digits))
	],
	['due for review', ({ wants }) => (wants ? 'yes' : 'no')],
	['last edited', ({ touchedAt }) => touchedAt.slice(0, 10)],
	['counselor', ({ owner }) => guarded(owner ?? '')]
];

export const casebookCsv = (lines: readonly CaseSummary[]): string =>
	csvOf([
		COLUMNS.map(([heading]) => heading),
		...lines.map((line) => COLUMNS.map(([, written]) => written(line)))
	]);
