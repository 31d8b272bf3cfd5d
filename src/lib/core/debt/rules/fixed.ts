/** One amount, every period (specification, section 4, `fixed`). */
import { roundedUpTo, ZERO, type Cents } from '../../quantities/money';
import { ruleForm } from './form';
import type { Rule } from './rule';

export interface FixedRule {
	readonly kind: 'fixed';
	readonly amount: Cents;
}

export interface FixedAsking {
	readonly kind: 'fixed';
	readonly amount: number;
}

export const fixed: Rule<FixedRule, FixedAsking> = {
	asks: (rule) => rule,
	explain: () => ({ kind: 'stated' }),
	onSheet: { terms: () => ({ amount: 'as it is' }), asks: () => 'amount' }
};

/** An amount that a paper states: rounded up, and at least so much. */
export const amountForm = ruleForm<FixedRule>()({
	fields: {
		amount: { of: 'money', usual: null },
		roundUpTo: { of: 'rounding', usual: ZERO },
		floor: { of: 'money', usual: ZERO }
	},
	needs: 'amount',
	tells: ({ kind }) => kind === 'fixed',
	inLine: ['amount', 'floor', 'roundUpTo'],
	rule: ({ amount, roundUpTo, floor }) => ({
		kind: 'fixed',
		amount: Math.max(floor, roundedUpTo(amount, roundUpTo)) as Cents
	})
});
