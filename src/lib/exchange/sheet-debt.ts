/**
 * A debt in a workbook: its terms in cells of their own, and its months as formulas over them, with the specification's
 * rounding (sections 2, 4 and 9).
 */
import { hasAccount } from '../core/debt/account/account';
import { periodsBeforeFirst } from '../core/debt/period-days';
import { amountIn, feesIn } from '../core/debt/recurring';
import type { DebtTerms } from '../core/debt/terms';
import type { Expression } from '../core/debt/expression';
import { rateOnSheet } from '../core/debt/interest/all-ways';
import { afterInterest, onSheet } from '../core/debt/rules/all-rules';
import {
	RULE_FIELDS,
	RULE_KINDS,
	fieldsInLine,
	formOf,
	kindOf,
	type RuleField
} from '../core/debt/rules/all-forms';
import { cents } from '../core/quantities/money';
import { WHOLE } from '../core/quantities/rate';
import { exact, formulaOf } from './sheet-formula';

/** The content of a cell: a figure, text or a formula. */
export type CellValue =
	| number
	| string
	/** `result`: what it comes to as it is written, for readers that compute nothing. */
	| { readonly formula: string; readonly result?: number };

/** Columns of the payment rules in a line of debts: amounts, percentages and counts. */
const RULE_TERMS = RULE_FIELDS.filter(
	([field, { of }]) =>
		of !== 'choice' &&
		of !== 'flag' &&
		RULE_KINDS.some((kind) => fieldsInLine(kind).some(([name]) => name === field))
).map(([field]) => field);

/** Where a debt's terms are; each with what is written in it, null where the debt has no such term. */
export const TERM_COLUMNS = ['balance', 'rate', ...RULE_TERMS, 'clearBelow'] as const;
export type TermColumn = (typeof TERM_COLUMNS)[number];

/** The addresses of a debt's terms, and of the rates that come later, each with the period from which it is charged. */
export interface TermCells {
	readonly of: Readonly<Record<TermColumn, string>>;
	readonly rates: readonly { readonly from: number; readonly at: string }[];
}

/** The addresses of a debt's figures in one month. */
export interface MonthCells {
	readonly opening: string;
	readonly charges: string | null;
	readonly interest: string;
	readonly required: string;
	/** The scheduled payment of the first month of its rule, after interest-only payments. */
	readonly firstRequired: string;
	readonly rate: string;
}

/** Rates that come later than so many changes don't have cells. */
export const RATES_LATER = 3;

/**
 * Whether formulas can say a debt's months as far as its own terms go: monthly, not by the day, in arrears and in cents, with
 * few changes of its rate, none of its rule, no payment missed or eased and no settlement, and no whole period before the
 * plan's first month. `first` is the month of its first payment, from 1.
 */
export function isPlain(terms: DebtTerms, first: number): boolean {
	const { rate, rateChanges = [], paymentChanges = [], skips = [], eased = [] } = terms;
	const isMonthly = terms.paymentsPerYear === 12;
	const isInArrears = terms.timing !== 'advance' && terms.interestRounding !== 'none';
	const changes = hasAccount(terms) ? [] : rateChanges;
	return (
		isMonthly &&
		rateOnSheet(rate, 12) !== null &&
		isInArrears &&
		paymentChanges.length === 0 &&
		skips.length === 0 &&
		eased.length === 0 &&
		terms.settlement === undefined &&
		// What is paid at least would be the amount that such a rule holds.
		(terms.atLeast === undefined || afterInterest(terms.payment).kind !== 'frozen-minimum') &&
		periodsBeforeFirst(terms) < first &&
		changes.length <= RATES_LATER &&
		!changes.some(({ reamortize }) => reamortize)
	);
}

/** The values of a debt's term cells, amounts in whole units. */
export function termValues(
	terms: DebtTerms,
	digits: number,
	cells: TermCells['of']
): Readonly<Record<TermColumn, CellValue | null>> {
	const units = (cents: number) => cents / 10 ** digits;
	const rule = afterInterest(terms.payment) as Readonly<Partial<Record<RuleField, number>>>;
	const own = onSheet(terms.payment).terms(terms.payment, monthlyRate(terms));
	const fields = formOf(kindOf(terms.payment)).fields;
	const isLater = beginsLater(terms);
	const written = RULE_TERMS.map((field): [RuleField, CellValue | null] => {
		const term = own[field];
		const value = rule[field] ?? 0;
		if (term === undefined) return [field, null];
		if (term !== 'as it is')
			return [field, isLater ? null : { formula: formulaOf(term, cells, digits) }];
		const of = fields[field]?.of;
		return [field, of === 'percent' ? value / WHOLE : of === 'count' ? value : units(value)];
	});
	return {
		...(Object.fromEntries(written) as Record<RuleField, CellValue | null>),
		balance: units(terms.opening),
		rate: terms.rate.annual / WHOLE,
		clearBelow: units(terms.clearBelow)
	};
}

/**
 * Whether a rule begins on another balance than the one in the terms, after interest-only payments or periods that bear
 * interest before the first payment: what it computes is then in the month in which it begins.
 */
const beginsLater = (terms: DebtTerms): boolean =>
	terms.payment !== afterInterest(terms.payment) || periodsBeforeFirst(terms) > 0;

/** The rate of period k: the address of the one that is in force. */
export const rateAt = ({ of, rates }: TermCells, k: number): string =>
	rates.findLast(({ from }) => from <= k)?.at ?? of.rate;

/** Formula: charges of period k while the debt has a balance. */
export const chargesFormula = (terms: DebtTerms, k: number, opening: string, digits: number) =>
	`IF(${opening}>0,${amountIn(terms.charges, k) / 10 ** digits},0)`;

/** The rate of a month over the cell of the annual rate; by the day it is not said, and none of its months are formulas. */
const monthlyRate = ({ rate }: DebtTerms): Expression =>
	rateOnSheet(rate, 12) ?? { divide: ['rate', 12] };

/** The interest of a month at the rate of a cell. */
export function interestFormula(
	terms: DebtTerms,
	rate: string,
	{ opening, charges }: Pick<MonthCells, 'opening' | 'charges'>,
	digits: number
): string {
	const bearing: Expression = { sum: charges === null ? ['opening'] : ['opening', 'charges'] };
	const cells = { opening, rate, ...(charges === null ? {} : { charges }) };
	return formulaOf({ rounded: { times: [bearing, monthlyRate(terms)] } }, cells, digits);
}

/** The statement balance: what is owed before anything is paid. */
export const statementFormula = ({ opening, charges, interest }: MonthCells, digits: number) =>
	exact([opening, ...(charges === null ? [] : [charges]), interest].join('+'), digits);

/** Formula: the scheduled payment of period k, at most the balance (specification, section 4). */
export function requiredFormula(
	terms: DebtTerms,
	k: number,
	cells: TermCells,
	month: MonthCells,
	digits: number
): string {
	const owed = statementFormula(month, digits);
	const byRule = dueFormula(terms, k, cells, month, digits);
	if (byRule === null) return owed;
	const { atLeast } = terms;
	const isRaised = atLeast !== undefined && k <= atLeast.until;
	const due = isRaised ? `MAX(${byRule},${atLeast.amount / 10 ** digits})` : byRule;
	return `IF(OR(${due}>${owed},${owed}<=${cells.of.clearBelow}),${owed},${due})`;
}

/** Formula: the rule's payment before it is capped at the balance; null: the whole balance. */
export function dueFormula(
	terms: DebtTerms,
	k: number,
	{ of }: TermCells,
	{ firstRequired, ...month }: MonthCells,
	digits: number
): string | null {
	const { payment, charges } = terms;
	const isLater = beginsLater(terms);
	const fees = cents(feesIn(charges, k));
	const hasCharges = month.charges !== null;
	const due = onSheet(payment).asks(payment, {
		i: monthlyRate(terms),
		k,
		fees,
		hasCharges,
		isLater
	});
	if (due === null) return null;
	const { opening, charges: charged, interest, rate } = month;
	const formula = formulaOf(
		due,
		{
			...of,
			...(isLater ? { balance: opening, rate } : {}),
			opening,
			...(charged === null ? {} : { charges: charged }),
			interest,
			'first required': firstRequired
		},
		digits
	);
	return typeof due === 'string' ? formula : exact(formula, digits);
}
