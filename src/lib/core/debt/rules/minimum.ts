/**
 * A minimum payment (specification, section 4, `minimum`):
 * max(`floor`, up(`percent` · base + [interest if `plusInterest`] + [fees if `plusFees`])).
 */
import {
	roundedShare,
	roundedUpTo,
	shareRoundedUp,
	ZERO,
	type Cents
} from '../../quantities/money';
import { WHOLE, type InterestRounding, type Percent } from '../../quantities/rate';
import type { Formula } from '../figure';
import type { Expression, RuleOnSheet } from '../expression';
import { ruleForm } from './form';
import type { Explained, Lending, Rule } from './rule';

export interface MinimumTerms {
	readonly percent: Percent;
	/** `statement`: balance, charges and interest; `opening`: balance and charges, before interest. */
	readonly of: 'statement' | 'opening';
	readonly plusInterest: boolean;
	readonly plusFees: boolean;
	/** Rounded up to a multiple of so many minor units; 0: half away from zero to the minor unit. */
	readonly roundUpTo: Cents;
	readonly floor: Cents;
}

export type MinimumRule = { readonly kind: 'minimum' } & MinimumTerms;

export type MinimumAsking = MinimumRule & { readonly rounding: InterestRounding };

export const minimum: Rule<MinimumRule, MinimumAsking> = {
	asks: minimumAsking,
	explain: (rule, { now }) => explainedMinimum(rule, now),
	onSheet: minimumOnSheet()
};

const SHARE = {
	percent: { of: 'percent', usual: null },
	of: { of: 'choice', among: ['statement', 'opening'], usual: 'statement' },
	plusFees: { of: 'flag', usual: false },
	roundUpTo: { of: 'rounding', usual: ZERO },
	floor: { of: 'money', usual: ZERO }
} as const;

/** A percentage of what is owed. */
export const percentForm = ruleForm<MinimumRule>()({
	fields: SHARE,
	needs: 'percent',
	inLine: ['percent', 'floor', 'roundUpTo'],
	tells: (rule) => isMinimum(rule) && !rule.plusInterest,
	rule: (said) => ({ ...said, kind: 'minimum', plusInterest: false })
});

/** The interest of the period, usually with its fees, and a percentage. */
export const interestPlusForm = ruleForm<MinimumRule>()({
	fields: { ...SHARE, plusFees: { of: 'flag', usual: true } },
	needs: 'percent',
	inLine: ['percent', 'floor', 'roundUpTo'],
	tells: (rule) => isMinimum(rule) && rule.plusInterest,
	rule: (said) => ({ ...said, kind: 'minimum', plusInterest: true })
});

const isMinimum = (rule: { readonly kind: string }): rule is MinimumRule =>
	rule.kind === 'minimum' || rule.kind === 'frozen-minimum';

export function minimumAsking(
	terms: MinimumTerms,
	{ rounding }: Pick<Lending, 'rounding'>
): MinimumAsking {
	return { ...terms, kind: 'minimum', rounding };
}

/**
 * The minimum payment, in minor units. `bearing` is opening + charges, `interest` that of the period, `fees` the charges
 * marked as fees. Where interest is rounded to the minor unit,
 * interest, fees and `roundUpTo` are whole, so that rounding the percentage up first, exactly, gives the same
 * multiple as rounding the sum up; in full precision they are not, and the sum is rounded up as it is.
 */
export function minimumPayment(
	terms: MinimumAsking,
	bearing: number,
	interest: number,
	fees: number
): number {
	const base = terms.of === 'statement' ? bearing + interest : bearing;
	const added = (terms.plusInterest ? interest : 0) + (terms.plusFees ? fees : 0);
	return Math.max(
		terms.floor,
		terms.rounding === 'cent' ? inWhole(base, added, terms) : inFull(base, added, terms)
	);
}

function inWhole(base: number, added: number, { percent, roundUpTo }: MinimumTerms): number {
	if (roundUpTo === 0) return roundedShare(base, percent, WHOLE) + added;
	return roundedUpTo(shareRoundedUp(base, percent, WHOLE) + added, roundUpTo);
}

/** Relative tolerance by which a sum of fractions may exceed the multiple it stands for. */
const NOISE = 1e-13;

function inFull(base: number, added: number, { percent, roundUpTo }: MinimumTerms): number {
	const sum = (base * percent) / WHOLE + added;
	return roundUpTo === 0 ? sum : Math.ceil((sum * (1 - NOISE)) / roundUpTo) * roundUpTo;
}

export function explainedMinimum(
	{ percent, of, plusInterest, plusFees, roundUpTo, floor }: MinimumTerms,
	{ isInAdvance, rounding, fees: charged, here, base }: Explained
): Formula {
	// In advance there is no interest yet when the payment is asked for.
	const basis = of === 'statement' && !isInAdvance ? here('statement') : base;
	const added = plusInterest && !isInAdvance ? [here('interest')] : [];
	const fees = plusFees ? charged : ZERO;
	const share = (basis.result.amount * percent) / WHOLE;
	const unrounded = added.reduce((total, { result }) => total + result.amount, share + fees);
	return {
		kind: 'minimum',
		percent,
		of: basis,
		added,
		fees,
		roundUpTo,
		floor,
		unrounded,
		rounding
	};
}

/** A function, since a rule may be there before what this file has further down. */
export function minimumOnSheet(): RuleOnSheet<MinimumTerms> {
	return {
		terms: () => ({ percent: 'as it is', floor: 'as it is', roundUpTo: 'as it is' }),
		asks({ of, plusInterest, plusFees, roundUpTo }, { fees, hasCharges }) {
			const bearing: Expression[] = hasCharges ? ['opening', 'charges'] : ['opening'];
			const base: Expression[] = of === 'statement' ? [...bearing, 'interest'] : bearing;
			const share: Expression = { times: [{ sum: base }, 'percent'] };
			const added: Expression[] = [
				...(plusInterest ? ['interest' as const] : []),
				...(plusFees && fees > 0 ? [{ amount: fees }] : [])
			];
			const required: Expression =
				roundUpTo === 0
					? { sum: [{ rounded: share }, ...added] }
					: { upTo: [{ sum: [share, ...added] }, 'roundUpTo'] };
			return { largest: ['floor', required] };
		}
	};
}
