/** Names of a debt, its terms, its ways of paying and its events. */
import { dateParts, type CalendarDate, type PaymentsPerYear } from '../core/quantities/calendar';
import type { Cents } from '../core/quantities/money';
import type { Difference } from '../core/debt/difference';
import type { DebtEvent } from '../core/debt/events';
import type { Mark } from '../core/debt/marks';
import { costPerUnit, type RunTotals } from '../core/debt/run';
import type { Way } from '../core/debt/ways';
import { RULE_KINDS } from '../core/debt/rules/all-forms';
import { ruleName, basisName, basisPart, fieldMissing } from '../messages/terms';
import { basisFields, basisSaid } from '../core/debt/interest/all-ways';
import type { DebtEntry, LendingEntry, MissingField } from '../document/debt';
import {
	grouped,
	monthName,
	writeDate,
	writeAmount,
	writeMoney,
	writePercent,
	writeShortMonth
} from '../reading/written';
import type { Writing } from '../reading/writing';
import { frequencyWords, monthsInWords, shortMonths } from './amounts';
import en from '../messages/en/debt.json';
import { listOf, messagesOf, type Locale } from '../messages/message';

const { text } = messagesOf('debt', en);

/** A debt's name, or words in its place while it has none. */
export const nameOf = (entry: Pick<DebtEntry, 'name'>, locale: Locale): string =>
	entry.name === '' ? text(locale, 'unnamed') : entry.name;

/** The letter that doubles a debt's hue: A, B, … Z, AA, AB, … */
export function letterOf(index: number): string {
	const letter = String.fromCharCode(65 + (index % 26));
	return index < 26 ? letter : letterOf(Math.floor(index / 26) - 1) + letter;
}

/** The rules of a minimum payment, as they are in the entry grid. */
export const ruleNames = (locale: Locale) =>
	RULE_KINDS.map((value) => ({ value, words: ruleName(value, locale) }));

/** The missing fields of a debt, in words. */
export const missingInWords = (missing: readonly MissingField[], locale: Locale): string =>
	listOf(
		locale,
		missing.map((field) =>
			field === 'balance' || field === 'rate' || field === 'due'
				? text(locale, 'field', { field })
				: fieldMissing(field, locale)
		)
	);

/** “its own minimum”, “interest + 2 %”, “180.00 and 25.00 more”, “paid off in 2 years” */
export function wayName(way: Way, debt: DebtEntry, writing: Writing): string {
	const money = (amount: Cents) => writeMoney(amount, writing);
	switch (way.kind) {
		case 'paid':
			return text(writing, 'way as paid');
		case 'required':
			return text(writing, 'way as required', { rule: ruleOf(debt) });
		case 'held':
			return text(writing, 'way held');
		case 'interest-plus':
			return text(writing, 'way interest plus', { percent: writePercent(way.percent, writing) });
		case 'fixed':
			return text(writing, way.extra === 0 ? 'way fixed' : 'way fixed and more', {
				amount: money(way.amount),
				extra: money(way.extra)
			});
		case 'ends-in':
			return text(writing, 'way ends in', { time: monthsInWords(writing, way.months) });
		case 'portions':
			return text(writing, 'way in portions', {
				often: frequencyWords(writing, way.paymentsPerYear).adverb
			});
		case 'without': {
			const found = debt.events.find(({ id }) => id === way.event);
			if (!found) return text(writing, 'way as paid');
			const what = eventInWords(found, debt.lending.paymentsPerYear, writing);
			return text(writing, 'way without', { what });
		}
	}
}

/** Whether what is required follows the balance, so that today's amount can be held. */
export function asksMinimum({ required }: DebtEntry): boolean {
	return required.kind === 'percent' || required.kind === 'interest-plus';
}

const ruleOf = (debt: DebtEntry) => (asksMinimum(debt) ? 'minimum' : 'agreed');

/** The same way in a sentence, as what another one is compared with: “paying the minimum”. */
export function baselineName(way: Way, debt: DebtEntry, writing: Writing): string {
	switch (way.kind) {
		case 'required':
			return text(writing, 'paying as required', { rule: ruleOf(debt) });
		case 'held':
			return text(writing, 'paying held');
		case 'paid':
			return text(writing, 'way as paid');
		default:
			return text(writing, 'paying other', { way: wayName(way, debt, writing) });
	}
}

/** The kinds of event of a debt to choose from. */
export const eventKinds = (locale: Locale) =>
	(['extra', 'skip', 'payment', 'rate', 'charge'] as const).map((value) => ({
		value,
		words: eventKind(value, locale)
	}));

export const eventKind = (kind: DebtEvent['kind'], locale: Locale): string =>
	text(locale, 'event kind', { kind });

/** “+400.00 in April, every year”, “24.9 % from Aug 2027”, “no payment in Mar 2027” */
export function eventInWords(
	event: DebtEvent,
	paymentsPerYear: PaymentsPerYear,
	writing: Writing
): string {
	const { kind, date } = event;
	const day = dayWords(date, paymentsPerYear, writing);
	switch (kind) {
		case 'extra':
		case 'charge':
			return text(writing, 'repeated', {
				kind: kind === 'charge' && event.fee ? 'fee' : kind,
				amount: writeMoney(event.amount, writing),
				when: recurrence(event, paymentsPerYear, writing)
			});
		case 'skip':
			return text(writing, 'missed payment', { when: day.at });
		case 'payment':
			return event.amount === null
				? text(writing, 'pays the minimum', { day: day.from })
				: text(writing, 'pays', {
						amount: writeMoney(event.amount, writing),
						day: day.from
					});
		case 'rate':
			return text(writing, 'rate from', {
				rate: writePercent(event.annual, writing),
				day: day.from
			});
	}
}

/** Days matter where more than one payment falls into a month. */
function dayWords(date: CalendarDate, paymentsPerYear: PaymentsPerYear, writing: Writing) {
	return paymentsPerYear > 12
		? {
				at: text(writing, 'on day', { day: writeDate(date, writing) }),
				from: writeDate(date, writing)
			}
		: {
				at: text(writing, 'in month', { month: writeShortMonth(date, writing) }),
				from: writeShortMonth(date, writing)
			};
}

/** “in Apr 2027”, “in April, every year”, “every quarter from Apr 2027”, “…, until Apr 2030” */
function recurrence(
	{ date, perYear, until }: Extract<DebtEvent, { kind: 'extra' | 'charge' }>,
	paymentsPerYear: PaymentsPerYear,
	writing: Writing
): string {
	const day = dayWords(date, paymentsPerYear, writing);
	if (perYear === null) return day.at;
	const { every } = frequencyWords(writing, perYear);
	const month = monthName(date, writing);
	const when =
		perYear > 1
			? text(writing, 'every from', { every, day: day.from })
			: paymentsPerYear > 12
				? text(writing, 'yearly on', { day: String(dateParts(date).day), month, every })
				: text(writing, 'yearly in', { month, every });
	if (until === null) return when;
	return text(writing, 'until', { when, day: dayWords(until, paymentsPerYear, writing).from });
}

/** “last payment”, “24.9 % from here” */
export const markInWords = (mark: Mark, locale: Locale): string =>
	mark.kind === 'new rate' || mark.kind === 'penalty'
		? text(locale, mark.kind === 'penalty' ? 'mark of a penalty' : 'mark of a rate', {
				rate: writePercent(mark.annual, locale)
			})
		: text(locale, 'mark', { kind: MARK_KEYS[mark.kind] ?? mark.kind });

/** The keys of the message for marks whose kind is two words. */
const MARK_KEYS: Readonly<Partial<Record<Mark['kind'], string>>> = {
	'new payment': 'payment',
	'not due': 'due',
	'late fee': 'late'
};

/** “nominal, charged monthly, rounded to the cent” */
export function lendingInWords(
	{ paymentsPerYear, interest, timing, interestRounding, clearBelow }: LendingEntry,
	writing: Writing
): string {
	return [
		basisInWords(interest, paymentsPerYear, writing),
		...(timing === 'advance' ? [text(writing, 'in advance')] : []),
		text(writing, 'rounded', { rounding: interestRounding }),
		...(clearBelow > 0
			? [text(writing, 'paid in full', { amount: writeMoney(clearBelow, writing) })]
			: [])
	].join(', ');
}

/** What the creditor's paper says beside how interest is charged: “the first 12 payments interest alone”. */
export const termInWords = ({ interestOnly, required }: DebtEntry, locale: Locale): string[] => [
	...(interestOnly > 0 ? [text(locale, 'interest alone', { count: interestOnly })] : []),
	...(required.kind === 'level' && required.atTerm === 'continue' ? [text(locale, 'goes on')] : [])
];

/** “nominal, charged monthly”, “by the day, a year of 360” */
function basisInWords(
	interest: LendingEntry['interest'],
	paymentsPerYear: LendingEntry['paymentsPerYear'],
	writing: Writing
): string {
	const often = frequencyWords(writing, paymentsPerYear).adverb;
	const fields = basisFields(interest.basis).map(([field]) => {
		const value = basisSaid(interest, field);
		// At each payment is as usual, however often that is.
		const usual = field === 'compoundsPerYear' && value === paymentsPerYear;
		return basisPart(field, usual ? null : value, often, writing);
	});
	const charged = fields.length > 0 ? fields : [text(writing, 'charged', { often })];
	return [basisName(interest.basis, writing), ...charged].join(', ');
}

/** A run's end in a few words: “March 2044”, “never”, “not in 100 years”. */
export function endInWords(
	{ ending }: RunTotals,
	writing: Writing,
	month: (date: CalendarDate, writing: Writing) => string
): string {
	if (ending.status === 'cleared') return month(ending.payoffDate, writing);
	return text(writing, isNever(ending) ? 'never' : 'not within 100 years');
}

/** Whether a debt that is not paid off never will be: no longer following it would help. */
export const isNever = (ending: RunTotals['ending']): boolean =>
	ending.status === 'never' || (ending.status === 'beyond' && ending.limit === 'largest balance');

/** How a way of paying compares with the baseline, in the two columns of a comparison. */
export function differenceInWords(
	difference: Difference,
	writing: Writing
): { readonly sooner: string; readonly less: string } {
	if (difference.kind !== 'both end') {
		const { kind } = difference;
		return { sooner: text(writing, 'ends or not', { kind: KINDS[kind] }), less: '—' };
	}
	const { monthsSooner, interestLess } = difference;
	const time = shortMonths(writing, Math.abs(monthsSooner));
	return {
		sooner:
			monthsSooner === 0
				? text(writing, 'same')
				: monthsSooner > 0
					? time
					: text(writing, 'later', { time }),
		less: interestLess === 0 ? text(writing, 'same') : writeAmount(interestLess, writing)
	};
}

const KINDS = {
	'only this ends': 'this',
	'only the other ends': 'another',
	'neither ends': 'neither'
} as const;

/** Cost per 1.00 owed, as text: `1.48`. */
export function costInWords(totals: RunTotals, locale: Locale): string {
	const cost = costPerUnit(totals);
	return cost === null || totals.ending.status !== 'cleared' ? '—' : grouped(cost, 2, locale);
}
