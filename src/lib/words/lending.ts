/** Explains the interest terms, each by an example in the case's own settings and style. */
import { wholeUnits, cents } from '../core/quantities/money';
import { interestOn, percent, WHOLE, type PeriodDays } from '../core/quantities/rate';
import { periodicFraction, periodicRate, type BasisField } from '../core/debt/interest/all-ways';
import { rateTerms, type LendingEntry } from '../document/debt';
import { writeMoney, writePercent } from '../reading/written';
import type { Writing } from '../reading/writing';
import en from '../messages/en/lending.json';
import { messagesOf } from '../messages/message';
import { basisExample, fieldHelp } from '../messages/terms';

const { text } = messagesOf('lending', en);

/** The rate, the balance and the days of the examples. */
const ANNUAL = percent(120_000);
const units = (count: number, { currency }: Writing) => wholeUnits(count, currency.digits);
const MARCH: PeriodDays = { from: 0, to: 31, days: 31, leapDays: 0 };

/** “Each day costs its share of the annual rate: at 12 %, 1,000.00 cost 10.19 in the 31 days of March.” */
export function basisHelp({ interest, paymentsPerYear }: LendingEntry, writing: Writing): string {
	const balance = units(1_000, writing);
	const rate = periodicRate(rateTerms(interest, ANNUAL), paymentsPerYear);
	const isAgain =
		interest.basis === 'nominal' &&
		(interest.compoundsPerYear ?? paymentsPerYear) !== paymentsPerYear;
	return basisExample(
		isAgain ? 'again' : interest.basis,
		{
			annual: writePercent(ANNUAL, writing),
			balance: writeMoney(balance, writing),
			interest: writeMoney(cents(interestOn(rate, balance, MARCH)), writing)
		},
		writing
	);
}

/** The help text of an interest method's field. */
export const basisFieldHelp = (field: BasisField, writing: Writing): string =>
	field === 'compoundsPerYear' ? compoundingHelp(writing) : (fieldHelp(field, writing) ?? '');

/** “… half-yearly, 12 % is 0.9759 % a month.” */
function compoundingHelp(writing: Writing): string {
	const monthly = periodicFraction({ basis: 'nominal', annual: ANNUAL, compoundsPerYear: 2 }, 12);
	return text(writing, 'compounding', {
		annual: writePercent(ANNUAL, writing),
		monthly: writePercent(percent(Math.round(monthly * WHOLE)), writing)
	});
}

/** “A statement of so little or less is due at once: at 5.00, one of 3.00 is.” */
export const paidInFullHelp = (writing: Writing): string =>
	text(writing, 'paid in full', {
		limit: writeMoney(units(5, writing), writing),
		less: writeMoney(units(3, writing), writing)
	});
