/** The debts of a case as CSV (RFC 4180): plain numbers with a point, ISO dates; read back they are the same debts. */
import type { CaseDocument } from '../document/case';
import type { DebtEntry } from '../document/debt';
import type { Currency } from '../reading/currencies';
import { amountHeading, plainDecimal, PLACES } from '../reading/written';
import { balancesCell } from './balances-cell';
import { missedCell } from './missed-cell';
import { COLUMNS, flatOf, type Column, type Flat } from './debt-columns';
import { guarded } from './guarded';
import { csvOf } from './table';

export function debtsCsv(
	debts: readonly DebtEntry[],
	{ currency, people }: Pick<CaseDocument, 'currency' | 'people'>
): string {
	const rows = debts.map((debt) => {
		const flat = flatOf(debt, people);
		return COLUMNS.map((column) => written(flat, column, currency));
	});
	const head = COLUMNS.map(({ heading, kind }) =>
		kind.of === 'money' ? amountHeading(heading, currency) : heading
	);
	return csvOf([head, ...rows]);
}

/** The text of a column's cell; empty if the debt has no value. */
export function written(flat: Flat, { field, kind }: Column, currency: Currency): string {
	const { digits } = currency;
	if (kind.of === 'balances') return guarded(balancesCell(flat.balances ?? [], currency));
	if (kind.of === 'missed') return guarded(flat.missed ? missedCell(flat.missed, currency) : '');
	const value = flat[field];
	if (value === undefined) return '';
	switch (kind.of) {
		case 'money':
			return plainDecimal(Number(value), digits);
		case 'percent':
			return plainDecimal(Number(value), PLACES);
		case 'flag':
			return value ? 'yes' : 'no';
		case 'text':
			return guarded(String(value));
		default:
			return String(value);
	}
}
