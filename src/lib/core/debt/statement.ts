/**
 * What a card's statement prints about paying only minimums (specification, section 11; 12 CFR 1026.7(b)(12) and
 * appendix M1 to part 1026), and how far what is printed agrees with it.
 */
import type { CalendarDate } from '../quantities/calendar';
import { ZERO, type Cents, minus } from '../quantities/money';
import { WHOLE, type Percent } from '../quantities/rate';
import { askedBy } from './rules/all-rules';
import { runTotals, type RunTotals } from './run';
import type { DebtTerms } from './terms';
import type { MinimumTerms } from './rules/minimum';

/** The inputs of a statement's figures. */
export interface StatementGiven {
	/** The statement's balance, its interest included. */
	readonly balance: Cents;
	readonly annual: Percent;
	/** An offer: another rate for the first so many months. */
	readonly offer?: { readonly annual: Percent; readonly months: number };
	/** The interest as it is printed; absent: not known. */
	readonly interestCharged?: Cents;
	/** What is past due, as it is printed; absent: nothing. */
	readonly pastDue?: Cents;
	/** Minor units to which printed amounts are rounded: 1, or a whole unit of the currency. */
	readonly roundTo: number;
}

/** How long it takes at the minimum, as a statement says it. */
export interface Estimate {
	readonly unit: 'months' | 'years';
	readonly count: number;
}

/** The figures of a statement, money in minor units. */
export interface StatementFigures {
	readonly minimumDue: Cents;
	readonly months: number;
	readonly estimate: Estimate;
	readonly total: Cents;
	readonly payment36: Cents;
	readonly total36: Cents;
	readonly saving36: Cents;
}

/** Figures as they are printed: any of them. */
export type Printed = { readonly [K in keyof StatementFigures]?: StatementFigures[K] };

/** The figures of section 11, of which one that a statement must not give is absent; and the run behind them. */
export interface Statement {
	readonly status: RunTotals['ending']['status'];
	readonly figures: Printed;
	/** Whether the figures of paying in 36 months are left out. */
	readonly omitted36: boolean;
	/** Only minimums are paid. */
	readonly run: RunTotals;
}

/** The 36-month payoff payment and its total. */
const PAYMENTS = 36;
/** From so many months on, a statement speaks of years. */
const YEARS_FROM = 24;
/** A run of so many years, rounded, needs no figures of 36 months. */
const LEFT_OUT_YEARS = 3;

/** The figures that a creditor with this minimum rule prints (specification, section 11). */
export function statementOf(given: StatementGiven, rule: MinimumTerms): Statement {
	const { balance, roundTo } = given;
	const run = runTotals(minimumsOnly(given, rule));
	const { status } = run.ending;
	const due = minimumDue(given, rule);
	const figures: { -readonly [K in keyof Printed]: Printed[K] } = {};
	if (due !== null) figures.minimumDue = due;
	const clears = status === 'cleared';
	if (clears) {
		figures.months = run.periods;
		figures.estimate = estimateOf(run.periods);
		figures.total = roundedTo(run.totalPaid, roundTo);
	}
	const payment = Math.round(balance / annuity(given));
	const omitted36 =
		(clears && yearsOf(run.periods) <= LEFT_OUT_YEARS) || payment < run.firstPayment;
	if (!omitted36) {
		figures.payment36 = roundedTo(payment, roundTo);
		figures.total36 = roundedTo(PAYMENTS * payment, roundTo);
		if (figures.total !== undefined) {
			figures.saving36 = minus(figures.total, figures.total36);
		}
	}
	return { status, figures, omitted36, run };
}

/** The minimum on the statement itself; null where it needs the interest, which is not known. */
export function minimumDue(
	{ balance, interestCharged, pastDue = ZERO }: StatementGiven,
	rule: MinimumTerms
): Cents | null {
	if (rule.plusInterest && interestCharged === undefined) return null;
	// The statement's balance has its interest in it already: the percentage is of what is given.
	const asking = { ...rule, kind: 'minimum', of: 'opening', rounding: 'cent' } as const;
	return Math.min(balance, askedBy(asking, balance, interestCharged ?? 0, 0) + pastDue) as Cents;
}

/** No date of it is looked at: months are of equal length. */
const ANY_DAY = '2001-01-01' as CalendarDate;

/** The run in which nothing is bought and only minimums are paid. */
function minimumsOnly({ balance, annual, offer }: StatementGiven, rule: MinimumTerms) {
	const isOffered = offer !== undefined && offer.months > 0;
	return {
		opening: balance,
		rate: { basis: 'nominal', annual: isOffered ? offer.annual : annual },
		rateChanges: isOffered ? [{ from: offer.months + 1, annual }] : [],
		paymentsPerYear: 12,
		firstDue: ANY_DAY,
		payment: { kind: 'minimum', ...rule },
		clearBelow: ZERO,
		extras: [],
		charges: []
	} as const satisfies DebtTerms;
}

/** The present value of 1 a month for 36 months. */
function annuity({ annual, offer }: StatementGiven): number {
	let worth = 0;
	let discount = 1;
	for (let month = 1; month <= PAYMENTS; month += 1) {
		const rate = offer !== undefined && month <= offer.months ? offer.annual : annual;
		discount /= 1 + rate / WHOLE / 12;
		worth += discount;
	}
	return worth;
}

/** Months as years, half up. */
const yearsOf = (months: number): number => Math.floor((months + 6) / 12);

function estimateOf(months: number): Estimate {
	return months < YEARS_FROM
		? { unit: 'months', count: months }
		: { unit: 'years', count: yearsOf(months) };
}

/** Half up to a multiple of so many minor units. */
const roundedTo = (amount: number, step: number) =>
	(Math.floor((2 * amount + step) / (2 * step)) * step) as Cents;

/** How much of a minimum payment is interest, and how much brings the balance down. */
export function minimumSplit(
	due: Cents,
	interestCharged: Cents
): { readonly interest: Cents; readonly principal: Cents } {
	const interest = Math.min(due, interestCharged) as Cents;
	return { interest, principal: minus(due, interest) };
}

/** How a printed figure stands beside ours. */
export type Verdict =
	| { readonly kind: 'agrees' }
	/** Not ours, and still what the rule allows. */
	| { readonly kind: 'within' }
	/** Off by so much, printed less ours; null where ours has no such figure, or it is in another unit. */
	| { readonly kind: 'differs'; readonly by: number | null };

/** Every printed figure, checked by itself (specification, section 11). */
export function checked(
	{ figures }: Pick<Statement, 'figures'>,
	printed: Printed
): { readonly [K in keyof StatementFigures]?: Verdict } {
	return Object.fromEntries(
		FIGURES.flatMap((figure) =>
			printed[figure] === undefined ? [] : [[figure, checkOf(figure, figures, printed)]]
		)
	);
}

/** The figures, as they stand on a statement. */
export const FIGURES = [
	'minimumDue',
	'months',
	'estimate',
	'total',
	'payment36',
	'total36',
	'saving36'
] as const satisfies readonly (keyof StatementFigures)[];

function checkOf(figure: keyof StatementFigures, ours: Printed, printed: Printed): Verdict {
	if (figure === 'estimate') return checkEstimate(ours, printed.estimate);
	const theirs = printed[figure];
	const own = ours[figure];
	if (own === undefined || theirs === undefined) return { kind: 'differs', by: null };
	if (theirs === own) return { kind: 'agrees' };
	const by = theirs - own;
	const tolerated = { months: 2, payment36: own / 10 } as const;
	const isWithin = figure in tolerated && Math.abs(by) <= tolerated[figure as 'months'];
	return isWithin ? { kind: 'within' } : { kind: 'differs', by };
}

function checkEstimate({ months, estimate }: Printed, printed: Estimate | undefined): Verdict {
	if (!months || !estimate || !printed) return { kind: 'differs', by: null };
	const gives = (count: number): boolean => {
		const { unit, count: said } = estimateOf(count);
		return unit === printed.unit && said === printed.count;
	};
	if (gives(months)) return { kind: 'agrees' };
	if ([-2, -1, 1, 2].some((off) => gives(months + off))) return { kind: 'within' };
	const isSameUnit = printed.unit === estimate.unit;
	return { kind: 'differs', by: isSameUnit ? printed.count - estimate.count : null };
}
