/**
 * A debt in a workbook: its terms in cells of their own, and its months as formulas over them, with the contract's
 * rounding (sections 2, 4 and 9).
 */
import { periodsBeforeFirst } from '../core/debt/period-days';
import { amountIn, feesIn } from '../core/debt/recurring';
import type { DebtTerms } from '../core/debt/terms';
import type { LevelTerms } from '../core/debt/rules/level';
import type { MinimumTerms } from '../core/debt/rules/minimum';
import { WHOLE } from '../core/quantities/rate';
import { ruleAfterInterest } from './terms-cells';

/** What a cell holds: a figure or text, or a formula. */
export type CellValue = number | string | { readonly formula: string };

/** Where a debt's terms are; each with what is written in it, null where the debt has no such term. */
export const TERM_COLUMNS = [
	'balance',
	'rate',
	'amount',
	'percent',
	'floor',
	'step',
	'periods',
	'clearBelow'
] as const;
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
	readonly asked: string;
	/** What is asked in its first month, which a frozen minimum keeps. */
	readonly firstAsked: string;
}

/** Rates that come later than so many changes don't have cells. */
export const RATES_LATER = 3;

/**
 * Whether formulas can say a debt's months: monthly, at a nominal rate, in arrears and in cents, under one rule, with
 * few changes of its rate and no payment missed, and no whole period before the plan's first month. `first` is the month
 * of its first payment, from 1.
 */
export function isLive(terms: DebtTerms, first: number): boolean {
	const { rate, payment, rateChanges = [], paymentChanges = [], skips = [] } = terms;
	const isMonthly = terms.paymentsPerYear === 12;
	const isNominal = rate.basis === 'nominal' && (rate.compoundsPerYear ?? 12) === 12;
	const isPlain = terms.timing !== 'advance' && terms.interestRounding !== 'none';
	return (
		isMonthly &&
		isNominal &&
		isPlain &&
		payment.kind !== 'interest-only' &&
		paymentChanges.length === 0 &&
		skips.length === 0 &&
		periodsBeforeFirst(terms) < first &&
		rateChanges.length <= RATES_LATER &&
		!rateChanges.some(({ reamortize }) => reamortize)
	);
}

/** What is written into the cells of a debt's terms, amounts in units of the currency. */
export function termValues(
	terms: DebtTerms,
	digits: number,
	cells: TermCells['of']
): Readonly<Record<TermColumn, CellValue | null>> {
	const payment = ruleAfterInterest(terms.payment);
	const units = (cents: number) => cents / 10 ** digits;
	const isMinimum = payment.kind === 'minimum' || payment.kind === 'frozen-minimum';
	return {
		balance: units(terms.opening),
		rate: terms.rate.annual / WHOLE,
		amount:
			payment.kind === 'fixed'
				? units(payment.amount)
				: payment.kind === 'level'
					? { formula: levelFormula(payment, digits, cells) }
					: null,
		percent: isMinimum ? payment.percent / WHOLE : null,
		floor: isMinimum ? units(payment.floor) : null,
		step: isMinimum ? units(payment.roundUpTo) : null,
		periods: payment.kind === 'level' ? payment.periods : null,
		clearBelow: units(terms.clearBelow)
	};
}

/**
 * Rounded half away from zero to the minor unit: first what binary fractions add to it is taken off, in minor units,
 * where a half is a number that sheets can hold.
 */
function rounded(expression: string, digits: number): string {
	const unit = 10 ** digits;
	return `ROUND(ROUND(${unit}*${expression},7),0)/${unit}`;
}

/** The same where nothing is lost but what binary fractions add: sums and differences of whole minor units. */
export const exact = (expression: string, digits: number): string =>
	`ROUND(${expression},${digits})`;

/** The level payment by the closed form (contract, section 4). */
function levelFormula(
	{ periods, balloon = 0 as never, roundPayment = 'nearest', payment: set }: LevelTerms,
	digits: number,
	{ balance, rate, periods: count }: TermCells['of']
): string {
	const last = balloon / 10 ** digits;
	const growth = `(1+${rate}/12)^-${count}`;
	const left = last === 0 ? balance : `(${balance}-${last}*${growth})`;
	const even = `${last === 0 ? balance : `(${balance}-${last})`}/${count}`;
	const payment = `IF(${rate}=0,${even},${left}*${rate}/12/(1-${growth}))`;
	const unit = 10 ** digits;
	if (set) return String(set / unit);
	if (periods === 0) return '0';
	return roundPayment === 'up'
		? `MAX(0,ROUNDUP(ROUND(${unit}*${payment}-0.000001,7),0)/${unit})`
		: `MAX(0,${rounded(payment, digits)})`;
}

/** The rate of period k: the address of the one that is in force. */
export const rateAt = ({ of, rates }: TermCells, k: number): string =>
	rates.findLast(({ from }) => from <= k)?.at ?? of.rate;

/** What is added to the balance in period k, of a debt that is still owed. */
export const chargesFormula = (terms: DebtTerms, k: number, opening: string, digits: number) =>
	`IF(${opening}>0,${amountIn(terms.charges, k) / 10 ** digits},0)`;

export const interestFormula = (
	rate: string,
	{ opening, charges }: Pick<MonthCells, 'opening' | 'charges'>,
	digits: number
) => {
	const bearing = charges === null ? opening : `(${opening}+${charges})`;
	return rounded(`${bearing}*${rate}/12`, digits);
};

/** The statement balance: what is owed before anything is paid. */
export const statementFormula = ({ opening, charges, interest }: MonthCells, digits: number) =>
	exact([opening, ...(charges === null ? [] : [charges]), interest].join('+'), digits);

/** What is asked in period k, at most what is owed (contract, section 4). */
export function askedFormula(
	terms: DebtTerms,
	k: number,
	cells: TermCells,
	month: MonthCells,
	digits: number
): string {
	const owed = statementFormula(month, digits);
	const due = dueFormula(terms, k, cells, month, digits);
	if (due === null) return owed;
	return `IF(OR(${due}>${owed},${owed}<=${cells.of.clearBelow}),${owed},${due})`;
}

/** What the rule asks before it is held to what is owed; null: all of it. */
function dueFormula(
	{ payment, charges }: DebtTerms,
	k: number,
	{ of }: TermCells,
	month: MonthCells,
	digits: number
): string | null {
	switch (payment.kind) {
		case 'fixed':
			return of.amount;
		case 'level':
			return k >= payment.periods && (payment.atTerm ?? 'settle') === 'settle' ? null : of.amount;
		case 'frozen-minimum':
			return k > 1
				? month.firstAsked
				: minimumFormula(payment, feesIn(charges, k), of, month, digits);
		case 'minimum':
			return minimumFormula(payment, feesIn(charges, k), of, month, digits);
		case 'interest-only':
			throw new Error('interest alone is not written as a formula');
	}
}

function minimumFormula(
	{ of: base, plusInterest, plusFees, roundUpTo }: MinimumTerms,
	fees: number,
	of: TermCells['of'],
	{ opening, charges, interest }: MonthCells,
	digits: number
): string {
	const bearing = [opening, ...(charges === null ? [] : [charges])];
	const parts = base === 'statement' ? [...bearing, interest] : bearing;
	const share = `(${parts.join('+')})*${of.percent}`;
	const added = [
		...(plusInterest ? [interest] : []),
		...(plusFees && fees > 0 ? [String(fees / 10 ** digits)] : [])
	];
	const sum = (first: string) => [first, ...added].join('+');
	const asked =
		roundUpTo === 0
			? sum(rounded(share, digits))
			: `ROUNDUP(ROUND((${sum(share)})/${of.step},10),0)*${of.step}`;
	return exact(`MAX(${of.floor},${asked})`, digits);
}
