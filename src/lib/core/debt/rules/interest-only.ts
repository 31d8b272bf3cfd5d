/** The interest alone for so many periods, then another rule, whose own periods count from there (specification, section 4). */
import type { RuleOnSheet } from '../expression';
import type { Rule } from './rule';

export interface InterestOnlyRule<Then> {
	readonly kind: 'interest-only';
	readonly periods: number;
	readonly then: Then;
}

/** The interest of the period. */
export interface InterestAsking {
	readonly kind: 'interest';
}

/** `lastsThen`: for how many periods the rule that follows lasts; `thenOnSheet`: how a sheet computes it. */
export const interestOnly = <Then>(
	lastsThen: (rule: Then) => number,
	thenOnSheet: (rule: Then) => RuleOnSheet<Then>
): Rule<InterestOnlyRule<Then>, InterestAsking, Then> => ({
	asks: () => ({ kind: 'interest' }),
	changesAt: ({ periods }) => periods,
	lasts: ({ periods, then }) => periods + lastsThen(then),
	follows: ({ periods, then }) => ({ after: periods, rule: then }),
	explain: (_, { now }) => ({ kind: 'same', as: now.here('interest') }),
	onSheet: {
		terms: ({ then }, i) => thenOnSheet(then).terms(then, i),
		asks: ({ periods, then }, month) =>
			month.k <= periods
				? 'interest'
				: thenOnSheet(then).asks(then, { ...month, k: month.k - periods, isLater: true })
	}
});
