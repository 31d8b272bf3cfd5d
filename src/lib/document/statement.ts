/** Converts the entered figures of a card statement for the core (specification, section 11). */
import type { Printed, StatementGiven } from '../core/debt/statement';
import type { MinimumTerms } from '../core/debt/rules/minimum';
import { ZERO } from '../core/quantities/money';
import type { Percent } from '../core/quantities/rate';
import type { Currency } from '../reading/currencies';
import {
	requiredRule,
	needOf,
	type RuleEntry,
	type FilledRule
} from '../core/debt/rules/all-forms';
import type { DebtEntry, StatementEntry } from './debt';

/** Minor units in a whole unit of a currency. */
export const wholeUnit = ({ digits }: Currency): number => 10 ** digits;

/** The inputs of a statement's figures; null while the balance or the rate is missing. */
export function statementGiven(
	{ balance, annualRate, statement }: DebtEntry,
	currency: Currency
): StatementGiven | null {
	if (balance === null || annualRate === null) return null;
	const { interestCharged, offerRate, offerMonths, roundTo } = statement;
	return {
		balance,
		annual: annualRate,
		roundTo: roundTo === 'cent' ? 1 : wholeUnit(currency),
		...(interestCharged === null ? {} : { interestCharged }),
		...(offerRate === null || offerMonths === null
			? {}
			: { offer: { annual: offerRate, months: offerMonths } })
	};
}

/** The figures that have been typed. */
export function printedOf(entry: StatementEntry): Printed {
	const { minimumDue, estimateCount, estimateUnit, total, payment36, total36, saving36 } = entry;
	const estimate = estimateCount === null ? null : { unit: estimateUnit, count: estimateCount };
	const figures = { minimumDue, estimate, total, payment36, total36, saving36 };
	return Object.fromEntries(Object.entries(figures).filter(([, value]) => value !== null));
}

/** The minimum as a rule of percentage and floor; null where it is none yet, or something else is agreed. */
export function minimumRule(required: RuleEntry): MinimumTerms | null {
	if (needOf(required) !== null) return null;
	const rule = requiredRule(required as FilledRule, 0);
	if (rule.kind === 'minimum') return rule;
	if (rule.kind !== 'fixed') return null;
	const nothing = { percent: 0 as Percent, plusInterest: false, plusFees: false };
	return { ...nothing, of: 'statement', roundUpTo: ZERO, floor: rule.amount };
}

/** A rule that was found, as what is required. */
export const entryOfRule = ({
	plusInterest,
	percent,
	roundUpTo,
	floor
}: MinimumTerms): RuleEntry => ({
	kind: plusInterest ? 'interest-plus' : 'percent',
	percent,
	of: 'statement',
	plusFees: plusInterest,
	roundUpTo,
	floor: floor === 0 ? ZERO : floor
});
