/** The terms of a debt as the cells of a workbook's line, from which they are read back. */
import type { DebtTerms } from '../core/debt/terms';
import type { PaymentRule } from '../core/debt/rules/all-rules';
import { ZERO } from '../core/quantities/money';
import type { AskedEntry } from '../document/debt';
import type { Flat } from './debt-columns';

/** What is asked, behind interest that is asked alone at first. */
export const ruleAfterInterest = (
	rule: PaymentRule
): Exclude<PaymentRule, { kind: 'interest-only' }> =>
	rule.kind === 'interest-only' ? ruleAfterInterest(rule.then) : rule;

const RULE_WORDS: Readonly<Record<AskedEntry['kind'], string>> = {
	amount: 'the same amount',
	level: 'equal payments',
	percent: 'a percentage',
	'interest-plus': 'interest and a percentage'
};
const HELD = ', as at first';

/** How a rule is called in a workbook: “interest and a percentage”; a minimum that is held: “a percentage, as at first”. */
export function ruleInCell(rule: PaymentRule): string {
	const asked = ruleAfterInterest(rule);
	return RULE_WORDS[kindOf(asked)] + (asked.kind === 'frozen-minimum' ? HELD : '');
}

/** The rule that is called so; undefined where none is. */
export function ruleCalled(words: string): AskedEntry['kind'] | undefined {
	const said = words.replace(HELD, '');
	return (Object.keys(RULE_WORDS) as AskedEntry['kind'][]).find(
		(kind) => RULE_WORDS[kind] === said
	);
}

function kindOf(rule: ReturnType<typeof ruleAfterInterest>): AskedEntry['kind'] {
	switch (rule.kind) {
		case 'fixed':
			return 'amount';
		case 'level':
			return 'level';
		default:
			return rule.plusInterest ? 'interest-plus' : 'percent';
	}
}

/** What no cell of the workbook's own columns says: the next due date, and what is not as usual. */
export function furtherCells(terms: DebtTerms): Flat {
	const { rate, payment, firstDue } = terms;
	const rule = ruleAfterInterest(payment);
	const flat: Flat = { firstDue };
	if (payment.kind === 'interest-only') flat.interestOnly = payment.periods;
	if (terms.paymentsPerYear !== 12) flat.paymentsPerYear = terms.paymentsPerYear;
	if (terms.timing === 'advance') flat.timing = 'advance';
	if (terms.interestRounding === 'none') flat.interestRounding = 'none';
	if (rate.basis !== 'nominal') flat.basis = rate.basis;
	else if (rate.compoundsPerYear) flat.compoundsPerYear = rate.compoundsPerYear;
	if ('dayYear' in rate && rate.dayYear !== 365) flat.dayYear = String(rate.dayYear) as '360';
	if (rule.kind === 'level') {
		if ((rule.balloon ?? ZERO) > 0) flat.balloon = rule.balloon ?? ZERO;
		if (rule.roundPayment === 'up') flat.roundPayment = 'up';
		if (rule.atTerm === 'continue') flat.atTerm = 'continue';
		if (rule.payment) flat.equalPayment = rule.payment;
	} else if (rule.kind !== 'fixed') {
		if (rule.of === 'opening') flat.of = 'opening';
		if (rule.plusFees !== rule.plusInterest) flat.plusFees = rule.plusFees;
	}
	return flat;
}
