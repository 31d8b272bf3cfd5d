/** Equal payments to an end after `periods`, with an optional balloon then (specification, section 4, `level`). */
import { ZERO, type Cents } from '../../quantities/money';
import type { FixedAsking } from './fixed';
import type { Expression } from '../expression';
import { ruleForm } from './form';
import type { Lending, Rule } from './rule';

interface LevelTerms {
	readonly periods: number;
	readonly balloon?: Cents;
	readonly roundPayment?: 'nearest' | 'up';
	/** The payment, where it was set before and stays in force; absent: it follows from the balance. */
	readonly payment?: Cents | null;
	/** The end of the term: the whole balance is due, or payments continue until it is paid off. */
	readonly atTerm?: 'settle' | 'continue';
}

export type LevelRule = { readonly kind: 'level' } & LevelTerms;

/** The whole of what is owed, as at a term. */
export interface WholeAsking {
	readonly kind: 'whole';
}

export const level: Rule<LevelRule, FixedAsking | WholeAsking> = {
	asks(rule, period) {
		if (period.at === rule.periods - 1 && settles(rule)) return { kind: 'whole' };
		// A rate that changes, or a term that was missed, leaves the payment as it is.
		if (period.at !== 0) return null;
		return { kind: 'fixed', amount: levelPayment(rule, period.opening, period.i, period) };
	},
	changesAt: (rule) => (settles(rule) ? rule.periods - 1 : Infinity),
	lasts: ({ periods }) => periods,
	balloon: ({ balloon = ZERO }) => balloon,
	setAnew: (rule, left) => ({ ...rule, periods: left, payment: null }),
	explain(rule, { first, i }) {
		if (rule.payment) return { kind: 'stated' };
		const { periods, balloon = ZERO, roundPayment = 'nearest' } = rule;
		const { opening, isInAdvance: advance, rounding } = first;
		return {
			kind: 'level',
			on: first.here('opening'),
			periods,
			i,
			balloon,
			advance,
			roundPayment,
			unrounded: unroundedLevelPayment(opening, periods, i, advance, balloon),
			rounding
		};
	},
	onSheet: {
		terms: (rule, i) => ({ periods: 'as it is', balloon: 'as it is', amount: onSheet(rule, i) }),
		asks(rule, { k, isLater, i }) {
			if (k >= rule.periods && settles(rule)) return null;
			// What follows from a balance of later is computed where that is, and kept from there.
			return !isLater ? 'amount' : k > 1 ? 'first required' : onSheet(rule, i);
		}
	}
};

/** Equal payments as a loan's paper states them. */
export const levelForm = ruleForm<LevelRule>()({
	fields: {
		periods: { of: 'count', usual: null },
		payment: { of: 'money', usual: null },
		balloon: { of: 'money', usual: ZERO },
		roundPayment: { of: 'choice', among: ['nearest', 'up'], usual: 'nearest' },
		atTerm: { of: 'choice', among: ['settle', 'continue'], usual: 'settle' }
	},
	needs: 'periods',
	tells: ({ kind }) => kind === 'level',
	inLine: ['periods', 'balloon', 'roundPayment'],
	rule: (said) => ({ ...said, kind: 'level' }),
	// A payment that was set before was set for other terms.
	forgets: (changed) => (changed === 'periods' || changed === 'balloon' ? { payment: null } : {}),
	kept: ['payment'],
	// A balloon settles all.
	idle: ({ balloon }) => (balloon === ZERO ? [] : ['atTerm'])
});

const settles = ({ atTerm = 'settle' }: LevelTerms): boolean => atTerm === 'settle';

/**
 * The level payment, in minor units, by the closed form: with periodic rate i,
 * principal L, balloon V and n periods, (L − V(1+i)^−n) · i ÷ (1 − (1+i)^−n), or (L − V) ÷ n at i = 0; in
 * advance divided by 1 + i. Unrounded.
 */
export function unroundedLevelPayment(
	principal: number,
	periods: number,
	i: number,
	isInAdvance: boolean,
	balloon = 0
): number {
	if (i === 0) return (principal - balloon) / periods;
	const discount = (1 + i) ** -periods;
	const payment = ((principal - balloon * discount) * i) / -Math.expm1(-periods * Math.log1p(i));
	return isInAdvance ? payment / (1 + i) : payment;
}

/** The level payment of a rule on the balance that it amortizes, rounded as the rule and the debt say. */
function levelPayment(
	{ periods, balloon = ZERO, roundPayment = 'nearest', payment: set }: LevelTerms,
	principal: number,
	i: number,
	{ isInAdvance, rounding }: Lending
): number {
	if (set !== undefined && set !== null) return set;
	const payment = unroundedLevelPayment(principal, periods, i, isInAdvance, balloon);
	if (rounding === 'none') return Math.max(0, payment);
	// A whole amount that the double misses by its last digits is not rounded up to the next cent.
	const up = Math.ceil(payment - 1e-6);
	return Math.max(0, roundPayment === 'up' ? up : Math.round(payment));
}

/** The level payment by the closed form, with the periodic rate i, over the cells of the terms. */
function onSheet(
	{ periods, roundPayment = 'nearest', payment: set }: LevelTerms,
	i: Expression
): Expression {
	if (set) return { amount: set };
	if (periods === 0) return 0;
	const discount: Expression = { power: [{ sum: [1, i] }, { take: [0, 'periods'] }] };
	const left: Expression = { take: ['balance', { times: ['balloon', discount] }] };
	const payment: Expression = {
		ifZero: 'rate',
		then: { divide: [{ take: ['balance', 'balloon'] }, 'periods'] },
		otherwise: { divide: [{ times: [left, i] }, { take: [1, discount] }] }
	};
	return {
		largest: [0, roundPayment === 'up' ? { roundedUp: payment } : { rounded: payment }]
	};
}
