import type { AskedEntry, DebtEntry } from './case-document';
import { writeDate } from './date-text';
import { writeMoney, type Currency } from './money-text';
import { writePercent } from './percent-text';

/** The ways a minimum is worked out, in the words of the entry grid. */
export const ASKED_KINDS: readonly { readonly kind: AskedEntry['kind']; readonly words: string }[] =
	[
		{ kind: 'percent', words: '% of statement' },
		{ kind: 'interest-plus', words: 'interest + %' },
		{ kind: 'amount', words: 'fixed amount' }
	];

/** A debt's name, or words that stand for it while it has none. */
export function nameOf(entry: DebtEntry): string {
	return entry.name === '' ? 'unnamed debt' : entry.name;
}

/** The letter that doubles a debt's hue: A, B, … Z, AA, AB, … */
export function letterOf(index: number): string {
	const letter = String.fromCharCode(65 + (index % 26));
	return index < 26 ? letter : letterOf(Math.floor(index / 26) - 1) + letter;
}

/** What is still to be taken down before a debt can be run down. */
export function missingOf(entry: DebtEntry): string[] {
	const { balance, annualRate, asked, firstDue } = entry;
	const minimum = asked.kind === 'amount' ? asked.amount : asked.percent;
	return [
		...(balance === null ? ['balance'] : []),
		...(annualRate === null ? ['annual rate'] : []),
		...(minimum === null ? ['minimum'] : []),
		...(firstDue === null ? ['first due date'] : [])
	];
}

/** Every field of a debt as text, to lay two versions beside each other. */
export function debtFields(entry: DebtEntry, currency: Currency): ReadonlyMap<string, string> {
	const money = (amount: DebtEntry['balance']) =>
		amount === null ? 'nothing yet' : writeMoney(amount, currency);
	const { asked } = entry;
	const rate = (value: DebtEntry['annualRate']) =>
		value === null ? 'nothing yet' : writePercent(value);
	return new Map([
		['name', nameOf(entry)],
		['balance', money(entry.balance)],
		['annual rate', rate(entry.annualRate)],
		['minimum', ASKED_KINDS.find(({ kind }) => kind === asked.kind)?.words ?? asked.kind],
		['minimum asked', asked.kind === 'amount' ? money(asked.amount) : rate(asked.percent)],
		['minimum at least', money(asked.floor)],
		['minimum rounded up to', money(asked.roundUpTo)],
		['first due date', entry.firstDue === null ? 'nothing yet' : writeDate(entry.firstDue)],
		['amount held', entry.held === null ? 'today’s minimum' : money(entry.held)],
		['extra payment', money(entry.extra)]
	]);
}
