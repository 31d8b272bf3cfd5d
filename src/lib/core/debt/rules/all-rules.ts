/** The payment rules that there are (specification, section 4), and what the rest of the core asks of whichever it is. */
import { ZERO, type Cents } from '../../quantities/money';
import type { Formula } from '../figure';
import type { RuleOnSheet } from '../expression';
import { fixed, type FixedAsking, type FixedRule } from './fixed';
import { frozenMinimum, type FrozenMinimumRule } from './frozen-minimum';
import { interestOnly, type InterestAsking, type InterestOnlyRule } from './interest-only';
import { level, type LevelRule, type WholeAsking } from './level';
import { minimum, minimumPayment, type MinimumAsking, type MinimumRule } from './minimum';
import type { Beginning, ExplainedSince, Rule } from './rule';

export type PaymentRule =
	| FixedRule
	| LevelRule
	| MinimumRule
	| FrozenMinimumRule
	| InterestOnlyRule<PaymentRule>;

/** The rule in force in a stretch of periods: plain data, because it is evaluated in hundreds of thousands of them. */
export type AskingRule = FixedAsking | WholeAsking | InterestAsking | MinimumAsking;

const RULES = {
	fixed,
	level,
	minimum,
	'frozen-minimum': frozenMinimum,
	'interest-only': interestOnly<PaymentRule>(lasting, onSheet)
} as const satisfies {
	readonly [K in PaymentRule['kind']]: Rule<
		Extract<PaymentRule, { kind: K }>,
		AskingRule,
		PaymentRule
	>;
};

/** The rule that a rule’s own terms are an argument of. */
const of = (rule: PaymentRule) => RULES[rule.kind] as Rule<PaymentRule, AskingRule, PaymentRule>;

export const asking = (rule: PaymentRule, period: Beginning): AskingRule | null =>
	of(rule).asks(rule, period);

export const changesAt = (rule: PaymentRule): number => of(rule).changesAt?.(rule) ?? Infinity;

export function lasting(rule: PaymentRule): number {
	return of(rule).lasts?.(rule) ?? 0;
}

export const followed = (rule: PaymentRule) => of(rule).follows?.(rule) ?? null;

/** The amount due at the end in addition to the last payment: the balloon. */
export const balloonOf = (rule: PaymentRule): Cents => of(rule).balloon?.(rule) ?? ZERO;

export const isFrozen = (rule: PaymentRule): boolean => of(rule).freezes ?? false;

/** The rule on what is owed at a new rate; null where it stays as it is. */
export const setAnew = (rule: PaymentRule, left: number): PaymentRule | null =>
	of(rule).setAnew?.(rule, left) ?? null;

export function onSheet(rule: PaymentRule): RuleOnSheet<PaymentRule> {
	return of(rule).onSheet;
}

/** The rule after interest that is paid alone at first. */
export const afterInterest = (rule: PaymentRule): Exclude<PaymentRule, { kind: 'interest-only' }> =>
	rule.kind === 'interest-only' ? afterInterest(rule.then) : rule;

/** For how many periods interest is paid alone at first. */
export const interestPeriods = (rule: PaymentRule): number =>
	rule.kind === 'interest-only' ? rule.periods + interestPeriods(rule.then) : 0;

export const explained = (rule: PaymentRule, period: ExplainedSince): Formula =>
	of(rule).explain(rule, period);

/**
 * What is required in one period, in minor units, before the cap at the statement balance. `bearing` is opening + charges,
 * `interest` that of the period, `fees` the charges marked as fees.
 */
export function askedBy(rule: AskingRule, bearing: number, interest: number, fees: number): number {
	switch (rule.kind) {
		case 'fixed':
			return rule.amount;
		case 'minimum':
			return minimumPayment(rule, bearing, interest, fees);
		case 'interest':
			return interest;
		case 'whole':
			return Infinity;
	}
}
