/** The minimum of the first period, then that amount for ever (specification, section 4, `frozen-minimum`). */
import {
	explainedMinimum,
	minimumAsking,
	minimumOnSheet,
	type MinimumAsking,
	type MinimumTerms
} from './minimum';
import type { Rule } from './rule';

export type FrozenMinimumRule = { readonly kind: 'frozen-minimum' } & MinimumTerms;

export const frozenMinimum: Rule<FrozenMinimumRule, MinimumAsking> = {
	freezes: true,
	asks: (rule, period) => (period.at === 0 ? minimumAsking(rule, period) : null),
	explain: (rule, { now, first, isFirstOther }) =>
		now.k > first.k && !isFirstOther
			? { kind: 'same', as: first.here('scheduled') }
			: explainedMinimum(rule, first),
	onSheet: {
		...minimumOnSheet(),
		asks: (rule, month) => (month.k > 1 ? 'first required' : minimumOnSheet().asks(rule, month))
	}
};
