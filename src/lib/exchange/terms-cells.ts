/** The terms of a debt as the cells of a workbook's line, from which they are read back. */
import type { BalanceTerms, DebtTerms } from '../core/debt/terms';
import { basisFields } from '../core/debt/interest/all-ways';
import { afterInterest, isFrozen, onSheet, type PaymentRule } from '../core/debt/rules/all-rules';
import { RULE_KINDS, fieldsOf, kindOf, type RuleKind } from '../core/debt/rules/all-forms';
import { dueDate } from '../core/quantities/calendar';
import { ruleWords } from '../messages/terms';
import { SCREEN } from '../reading/writing';
import type { FlatBalance } from './balances-cell';
import type { Flat } from './debt-columns';

const HELD = ', as at first';

/** How a rule is called in a workbook: “interest and a percentage”; a minimum that is held: “a percentage, as at first”. */
export const ruleInCell = (rule: PaymentRule): string =>
	ruleWords(kindOf(rule), SCREEN) + (isFrozen(afterInterest(rule)) ? HELD : '');

/** Names of rules in earlier workbooks. */
const EARLIER: ReadonlyMap<string, RuleKind> = new Map([['equal payments', 'level']]);

/** The rule that is called so; undefined where none is. */
export function ruleCalled(words: string): RuleKind | undefined {
	const said = words.replace(HELD, '');
	return RULE_KINDS.find((kind) => ruleWords(kind, SCREEN) === said) ?? EARLIER.get(said);
}

/** Cells beyond the workbook's own columns: the next due date, and unusual terms. */
export function furtherCells(terms: DebtTerms): Flat {
	const { rate, payment, firstDue, balances } = terms;
	const flat: Flat = { firstDue, ...unusual(payment) };
	if (balances) flat.balances = balances.map((balance) => flatBalance(balance, terms));
	if (payment.kind === 'interest-only') flat.interestOnly = payment.periods;
	if (terms.paymentsPerYear !== 12) flat.paymentsPerYear = terms.paymentsPerYear;
	if (terms.timing === 'advance') flat.timing = 'advance';
	if (terms.interestRounding === 'none') flat.interestRounding = 'none';
	if (rate.basis !== 'nominal') flat.basis = rate.basis;
	const required = basisFields(rate.basis).flatMap(([field, { usual }]) => {
		const value = (rate as Readonly<Record<string, unknown>>)[field] ?? usual;
		return value === usual ? [] : [[field, value]];
	});
	Object.assign(flat, Object.fromEntries(required));
	return flat;
}

/** A balance as a table has it; what changes its rate later is only in the months. */
const flatBalance = (
	{ name = '', opening: balance, annual: annualRate, deferred }: BalanceTerms,
	{ firstDue, paymentsPerYear }: DebtTerms
): FlatBalance => ({
	name,
	balance,
	annualRate,
	printedInterest: null,
	deferral: deferred
		? {
				by: dueDate(firstDue, deferred.until, paymentsPerYear),
				annualRate: deferred.annual === annualRate ? null : deferred.annual,
				accrued: deferred.accrued
			}
		: null
});

/** Unusual fields of a rule beyond the cells of its terms. */
function unusual(payment: PaymentRule): Flat {
	const rule = afterInterest(payment) as unknown as Readonly<Record<string, unknown>>;
	const inCells = onSheet(payment).terms(payment, 0);
	return Object.fromEntries(
		fieldsOf(kindOf(payment)).flatMap(([field, { usual }]) => {
			const value = rule[field] ?? usual;
			return value === usual || inCells[field] === 'as it is' ? [] : [[field, value]];
		})
	);
}
