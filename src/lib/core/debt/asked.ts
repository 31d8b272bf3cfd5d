import type { LevelTerms } from './rules/level';
import type { PaymentRule } from './rules/all-rules';
import { roundedUpTo, type Cents } from '../quantities/money';
import type { Percent } from '../quantities/rate';

/** Of what a percentage is taken, and what is done with the result. */
interface PercentageTerms {
	readonly percent: Percent;
	readonly of: 'statement' | 'opening';
	/** Whether the fees of the period are asked for on top. */
	readonly plusFees: boolean;
	readonly roundUpTo: Cents;
	readonly floor: Cents;
}

/** How a statement or a contract says what is asked (contract, section 4). */
export type AskedPayment =
	| ({ readonly kind: 'percent' } & PercentageTerms)
	/** The interest of the period plus a percentage. */
	| ({ readonly kind: 'interest-plus' } & PercentageTerms)
	| {
			readonly kind: 'amount';
			readonly amount: Cents;
			readonly roundUpTo: Cents;
			readonly floor: Cents;
	  }
	| ({ readonly kind: 'level' } & LevelTerms);

/** The payment rule of what is asked, after as many payments of interest alone as are agreed at first. */
export function askedRule(asked: AskedPayment, interestOnly: number): PaymentRule {
	const then = ruleOf(asked);
	return interestOnly === 0 ? then : { kind: 'interest-only', periods: interestOnly, then };
}

function ruleOf(asked: AskedPayment): PaymentRule {
	switch (asked.kind) {
		case 'level':
			return asked;
		case 'amount': {
			const amount = Math.max(asked.floor, roundedUpTo(asked.amount, asked.roundUpTo)) as Cents;
			return { kind: 'fixed', amount };
		}
		case 'percent':
		case 'interest-plus':
			return { ...asked, kind: 'minimum', plusInterest: asked.kind === 'interest-plus' };
	}
}
