/** Converts the entered figures of a card statement for the core (specification, section 11). */
import type { Printed, StatementGiven } from '../core/debt/statement';
import type { MinimumTerms } from '../core/debt/rules/minimum';
import { interestOfStatement, type PrintedInterest } from '../core/debt/account/printed';
import type { CalendarDate } from '../core/quantities/calendar';
import { sumOf, ZERO, type Cents } from '../core/quantities/money';
import type { Percent } from '../core/quantities/rate';
import type { Currency } from '../reading/currencies';
import {
	requiredRule,
	needOf,
	type RuleEntry,
	type FilledRule
} from '../core/debt/rules/all-forms';
import { statedDebt, type DebtEntry, type StatementEntry } from './debt';

/** Minor units in a whole unit of a currency. */
export const wholeUnit = ({ digits }: Currency): number => 10 ** digits;

/** The inputs of a statement's figures; null while the balance or the rate is missing. */
export function statementGiven(debt: DebtEntry, currency: Currency): StatementGiven | null {
	const { balance, annualRate, statement, noted } = debt;
	if (balance === null || annualRate === null) return null;
	const { offerRate, offerMonths, roundTo } = statement;
	const interestCharged = interestPrinted(debt);
	return {
		balance,
		annual: annualRate,
		roundTo: roundTo === 'cent' ? 1 : wholeUnit(currency),
		...(interestCharged === null ? {} : { interestCharged }),
		...(hasPastDue(debt) && noted.pastDue !== null ? { pastDue: noted.pastDue } : {}),
		...(offerRate === null || offerMonths === null
			? {}
			: { offer: { annual: offerRate, months: offerMonths } })
	};
}

/** The interest that is printed; of several balances the sum, where each has its own. */
function interestPrinted({ statement, balances }: DebtEntry): Cents | null {
	if (statement.interestCharged !== null || balances.length === 0) return statement.interestCharged;
	const printed = balances.flatMap(({ printedInterest }) => printedInterest ?? []);
	return printed.length < balances.length ? null : sumOf(printed, (amount) => amount);
}

/** Whether a creditor asks what is past due with the minimum (specification, section 14). */
export const hasPastDue = ({ balances, late }: DebtEntry): boolean =>
	balances.length > 0 || late !== null;

/** The printed interest of each balance that has one, beside a month of it; none while the debt is not known. */
export function printedInterests(debt: DebtEntry, asOf: CalendarDate): PrintedInterest[] {
	const stated = statedDebt(debt, asOf);
	if (!stated) return [];
	return debt.balances.flatMap(({ id, balance, annualRate, printedInterest, deferral }) =>
		balance === null || annualRate === null || printedInterest === null
			? []
			: [
					interestOfStatement(stated.known, {
						id,
						balance,
						annual: annualRate,
						defers: deferral !== null,
						printed: printedInterest
					})
				]
	);
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
