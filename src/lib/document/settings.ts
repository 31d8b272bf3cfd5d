/** Changes of a case's date of the balances and its currency. */
import { dueDate, dueDatesUntil, type CalendarDate } from '../core/quantities/calendar';
import { withBalances } from './balances';
import type { CaseDocument } from './case';
import type { DebtEntry } from './debt';
import type { Currency } from '../reading/currencies';

/** A debt whose payments that were due by a day are paid: its next one is due after it. */
export function dueAfter(debt: DebtEntry, day: CalendarDate): DebtEntry {
	const { firstDue, lending } = debt;
	if (firstDue === null || firstDue > day) return debt;
	const past = dueDatesUntil(firstDue, day, lending.paymentsPerYear);
	return { ...debt, firstDue: dueDate(firstDue, past + 1, lending.paymentsPerYear) };
}

/** The case with its figures as of another day: balances stay, and what was due by then is due next after it. */
export function withDay(document: CaseDocument, asOf: CalendarDate): CaseDocument {
	return {
		...document,
		asOf,
		debts: document.debts.map((debt) => ({ ...dueAfter(debt, asOf), asOf: null }))
	};
}

/** Why a case would not be allowed as it would come to be; null where it would. What judges it comes when it is asked. */
export async function refusalOf(document: CaseDocument): Promise<string | null> {
	const [{ caseDocument }, { inOurWords, problemsOf }] = await Promise.all([
		import('./schema/case'),
		import('./schema/problems')
	]);
	const judged = caseDocument.safeParse(document, { error: inOurWords });
	return judged.success ? null : (problemsOf(judged.error)[0]?.message ?? null);
}

/** The fields of a document that hold amounts. */
const AMOUNTS = new Set([
	'balance',
	'amount',
	'roundUpTo',
	'floor',
	'balloon',
	'clearBelow',
	'extra',
	'payment',
	'limit',
	'setUpFee',
	'cap',
	'pastDue',
	'paymentEach',
	'interestCharged',
	'minimumDue',
	'total',
	'payment36',
	'total36',
	'saving36',
	'opening',
	'before',
	'paid',
	'charges',
	'interest',
	'cost',
	'accrued',
	'printedInterest',
	'fee',
	'feeAgain',
	'feeDue',
	'lacking',
	'monthly',
	'target',
	'forgiven'
]);

/** The case in another currency: each amount keeps its figure, in the decimals that the currency has. */
export function withCurrency(document: CaseDocument, currency: Currency): CaseDocument {
	const scale = 10 ** (currency.digits - document.currency.digits);
	const recast = (value: unknown, key: string): unknown => {
		if (typeof value === 'number') return AMOUNTS.has(key) ? Math.round(value * scale) : value;
		if (Array.isArray(value)) return value.map((item) => recast(item, key));
		if (typeof value !== 'object' || value === null) return value;
		return Object.fromEntries(
			Object.entries(value).map(([name, inner]) => [name, recast(inner, name)])
		);
	};
	const changed = recast(document, '') as CaseDocument;
	// Rounded, balances may add up to another total.
	const summed = (debts: CaseDocument['debts']) =>
		debts.map((debt) => withBalances(debt, debt.balances));
	return {
		...changed,
		currency: { ...currency },
		debts: summed(changed.debts),
		forecasts: changed.forecasts.map((one) => ({ ...one, debts: summed(one.debts) }))
	};
}
