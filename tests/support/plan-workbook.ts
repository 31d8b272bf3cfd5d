/** A plan's workbook, and what its sheet of terms comes to. */
import { planOf } from '../../src/lib/core/plan/walk';
import type { PlannedDebt, PlanTerms } from '../../src/lib/core/plan/terms';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { planWorkbook } from '../../src/lib/exchange/workbooks-out';
import type { Recalculated } from './recalculated';

export const EQUAL = 'Equal to the exported figures, to the cent.';
export const BEYOND = 'Not paid off within the months of this workbook.';
export const asOf = '2026-12-15' as CalendarDate;

export const written = (debts: readonly PlannedDebt[], terms: PlanTerms, digits: 0 | 2 = 2) =>
	planWorkbook({
		title: 'A plan',
		asOf,
		currency: { code: digits === 2 ? 'USD' : 'JPY', digits },
		debts: debts.map((debt, at) => ({ ...debt, letter: String(at), name: `Debt ${at}` })),
		terms,
		plan: planOf(debts, terms)
	});

/** What the sheet comes to, in minor units: interest, payments, months; and what it says of itself. */
export function sumsOf(book: Recalculated, digits = 2) {
	const row = book.rowOf('Terms', 'Total interest');
	const cents = (value: unknown) => Math.round(Number(value) * 10 ** digits);
	return {
		interest: cents(book.at('Terms', `E${row}`)),
		paid: cents(book.at('Terms', `E${row + 1}`)),
		months: book.at('Terms', `E${row + 2}`),
		verdict: book.at('Terms', `B${row + 4}`)
	};
}

export const programs = (debts: readonly PlannedDebt[], terms: PlanTerms) => {
	const plan = planOf(debts, terms);
	const paid = plan.debts.reduce((sum, debt) => sum + debt.paid, 0);
	return { interest: plan.totalInterest as number, paid, months: plan.months };
};
