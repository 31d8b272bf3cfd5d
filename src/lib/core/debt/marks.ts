import type { DebtTerms } from './terms';
import { minus, ZERO, type Cents } from '../quantities/money';
import type { Percent } from '../quantities/rate';
import { rateStepsOf } from './rate-steps';
import { amountIn } from './recurring';
import { afterInterest, balloonOf } from './rules/all-rules';
import { rowAt, type Run, type RunRow } from './run';

/** Anything unusual in one period of a run. */
export type Mark =
	/** A whole period before the first due one: interest runs, and nothing is due. */
	| { readonly kind: 'not due' }
	| { readonly kind: 'extra' }
	| { readonly kind: 'missed' }
	/** Less than the minimum is paid (section 14), and the fee for that in the next period. */
	| { readonly kind: 'short' }
	| { readonly kind: 'late fee' }
	/** The penalty rate begins, and the own rates are back. */
	| { readonly kind: 'penalty'; readonly annual: Percent }
	| { readonly kind: 'cured' }
	| { readonly kind: 'new payment' }
	| { readonly kind: 'new rate'; readonly annual: Percent }
	| { readonly kind: 'charge' }
	/** Principal is negative: the balance grew. */
	| { readonly kind: 'grown' }
	| { readonly kind: 'balloon' }
	| { readonly kind: 'last' };

/** The marks of a period; what comes with every payment is not one. */
export function marksOf(terms: DebtTerms, run: Run, row: RunRow): Mark[] {
	const { k } = row;
	if (k < 1) return [{ kind: 'not due' }];
	const { paymentChanges = [], skips = [] } = terms;
	const rate = rateStepsOf(terms).findLast(({ affects }) => affects === k);
	const seldom = terms.extras.filter(({ every }) => every !== 1);
	const last = k === run.periods && run.ending.status === 'cleared';
	return [
		...(rate ? [{ kind: 'new rate' as const, annual: rate.annual }] : []),
		...(paymentChanges.some(({ from }) => from === k) ? [{ kind: 'new payment' as const }] : []),
		...(skips.includes(k) && row.scheduled === 0 ? [{ kind: 'missed' as const }] : []),
		...lateMarks(terms, run, row),
		...(row.extra > 0 && amountIn(seldom, k) > 0 ? [{ kind: 'extra' as const }] : []),
		...(row.charges > 0 && amountIn(terms.charges, k) > 0 ? [{ kind: 'charge' as const }] : []),
		...(row.principal < 0 ? [{ kind: 'grown' as const }] : []),
		...(last && hasBalloon(terms, row) ? [{ kind: 'balloon' as const }] : []),
		...(last ? [{ kind: 'last' as const }] : [])
	];
}

/** Each late fee that a run is charged, by the period whose first day it falls on, in minor units. */
export const lateFeesOf = (
	{ late, charges }: DebtTerms,
	run: Run
): { readonly k: number; readonly amount: Cents }[] =>
	late === undefined
		? []
		: Array.from({ length: run.periods }, (_, at) => at + 1)
				.map((k) => ({
					k,
					amount: minus(rowAt(run, k)?.charges ?? ZERO, amountIn(charges, k) as Cents)
				}))
				.filter(({ amount }) => amount > 0);

/** What is marked of late payments. */
function lateMarks(
	{ late, skips = [] }: DebtTerms,
	{ missed, penalties }: Run,
	{ k, scheduled }: RunRow
): Mark[] {
	if (late === undefined) return [];
	const isSkipped = skips.includes(k) && scheduled === 0;
	return [
		...(missed.includes(k) && !isSkipped ? [{ kind: 'short' as const }] : []),
		...(missed.includes(k - 1) || (k === 1 && (late.standing?.feeDue ?? 0) > 0)
			? [{ kind: 'late fee' as const }]
			: []),
		...(late.penalty !== undefined && penalties.some(({ from }) => Math.max(from, 1) === k)
			? [{ kind: 'penalty' as const, annual: late.penalty }]
			: []),
		...(penalties.some(({ until }) => until !== null && until + 1 === k)
			? [{ kind: 'cured' as const }]
			: [])
	];
}

/** Whether the last payment has the balloon of the agreed term in it. */
function hasBalloon({ payment }: DebtTerms, { scheduled }: RunRow): boolean {
	const balloon = balloonOf(afterInterest(payment));
	return balloon > 0 && scheduled >= balloon;
}
