import type { AskedEntry, DebtEntry } from './debt-document';
import { writeDate } from './date-text';
import { frequencyWords } from './frequency-text';
import { happeningField } from './happening-text';
import { lendingInWords } from './lending-text';
import { writeMoney, type Currency } from './money-text';
import { writePercent } from './percent-text';
import { countOf } from './sentence';
import { wayName } from './way-text';

/** The ways a minimum is worked out, in the words of the entry grid. */
export const ASKED_KINDS: readonly { readonly kind: AskedEntry['kind']; readonly words: string }[] =
	[
		{ kind: 'percent', words: '% of statement' },
		{ kind: 'interest-plus', words: 'interest + %' },
		{ kind: 'amount', words: 'fixed amount' },
		{ kind: 'level', words: 'equal payments' }
	];

/** A debt's name, or words that stand for it while it has none. */
export function nameOf(entry: Pick<DebtEntry, 'name'>): string {
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
	return [
		...(balance === null ? ['balance'] : []),
		...(annualRate === null ? ['annual rate'] : []),
		...missingAsked(asked),
		...(firstDue === null ? ['first due date'] : [])
	];
}

function missingAsked(asked: AskedEntry): string[] {
	switch (asked.kind) {
		case 'level':
			return asked.periods === null ? ['number of payments'] : [];
		case 'amount':
			return asked.amount === null ? ['minimum'] : [];
		default:
			return asked.percent === null ? ['minimum'] : [];
	}
}

/** Every field of a debt as text, to lay two versions beside each other. */
export function debtFields(entry: DebtEntry, currency: Currency): ReadonlyMap<string, string> {
	const { asked, lending, happenings, compared, baseline } = entry;
	const money = moneyOr('nothing yet', currency);
	const rate = (value: DebtEntry['annualRate']) =>
		value === null ? 'nothing yet' : writePercent(value);
	const listed = (texts: readonly string[]) => texts.join('; ') || 'nothing';
	return new Map([
		['name', nameOf(entry)],
		['balance', money(entry.balance)],
		['annual rate', rate(entry.annualRate)],
		['asked', ASKED_KINDS.find(({ kind }) => kind === asked.kind)?.words ?? asked.kind],
		...askedFields(asked, currency),
		['interest alone at first', countOf(entry.interestOnly, 'payment')],
		['first due date', entry.firstDue === null ? 'nothing yet' : writeDate(entry.firstDue)],
		['payments due', frequencyWords(lending.paymentsPerYear).adverb],
		['interest', lendingInWords(lending, currency)],
		['paid', paysField(entry, currency)],
		['extra payment', money(entry.extra)],
		[
			'over time',
			listed(happenings.map((item) => happeningField(item, lending.paymentsPerYear, currency)))
		],
		['ways compared', listed(compared.map((way) => wayName(way, entry, currency)))],
		['measured against', wayName(baseline, entry, currency)]
	]);
}

function askedFields(asked: AskedEntry, currency: Currency): [string, string][] {
	const money = moneyOr('nothing yet', currency);
	if (asked.kind === 'level') {
		return [
			['equal payments', asked.periods === null ? 'nothing yet' : String(asked.periods)],
			['balloon', money(asked.balloon)],
			['equal payment rounded', asked.roundPayment],
			['at the term', asked.atTerm === 'settle' ? 'the rest is due' : 'payments go on']
		];
	}
	const rounding: [string, string][] = [
		['minimum at least', money(asked.floor)],
		['minimum rounded up to', money(asked.roundUpTo)]
	];
	if (asked.kind === 'amount') return [['minimum asked', money(asked.amount)], ...rounding];
	return [
		['minimum asked', asked.percent === null ? 'nothing yet' : writePercent(asked.percent)],
		['minimum of', asked.of === 'statement' ? 'the statement' : 'the balance before interest'],
		['fees asked for on top', asked.plusFees ? 'yes' : 'no'],
		...rounding
	];
}

function paysField({ pays }: DebtEntry, currency: Currency): string {
	switch (pays.kind) {
		case 'asked':
			return 'what is asked';
		case 'held':
			return 'today’s minimum';
		case 'interest-plus':
			return `interest + ${writePercent(pays.percent)}`;
		case 'fixed': {
			const often =
				pays.paymentsPerYear === null ? '' : `, ${frequencyWords(pays.paymentsPerYear).adverb}`;
			return writeMoney(pays.amount, currency) + often;
		}
	}
}

function moneyOr(nothing: string, currency: Currency) {
	return (amount: DebtEntry['balance']) =>
		amount === null ? nothing : writeMoney(amount, currency);
}
