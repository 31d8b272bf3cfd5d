/** One amount, every period (contract, section 4, `fixed`). */
import type { Cents } from '../../quantities/money';
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
	explain: () => ({ kind: 'stated' })
};
