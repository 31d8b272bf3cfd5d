/** Changes of a plan in words, and why one is refused. */
import type { PlanRefusal } from '../document/carried-plans';
import type { CalendarDate } from '../core/quantities/calendar';
import type { Percent } from '../core/quantities/rate';
import type { Cents } from '../core/quantities/money';
import { hasDeadline } from '../document/balances';
import {
	assumedDebts,
	newDebtOf,
	standingOf,
	type ChangeEntry,
	type NamedTerms,
	type NewDebtEntry
} from '../document/change';
import type { DebtEntry } from '../document/debt';
import { writeDate, writeMoney, writeMonth, writePercent } from '../reading/written';
import type { Writing } from '../reading/writing';
import { countOf } from './amounts';
import en from '../messages/en/changes.json';
import { listOf, messagesOf, type Locale } from '../messages/message';

const { text } = messagesOf('changes', en);

/** The kinds of change to choose from; that deadlines are kept, where a debt has one. */
export const changeKinds = (
	{ debts }: { readonly debts: readonly Pick<DebtEntry, 'balances' | 'firstDue'>[] },
	locale: Locale
) =>
	KINDS.filter((kind) => kind !== 'deadline' || debts.some(hasDeadline)).map((value) => ({
		value,
		words: changeKind(value, locale),
		help: text(locale, 'kind help', { kind: value })
	}));

const KINDS = [
	'consolidate',
	'transfer',
	'concession',
	'settle',
	'deadline'
] as const satisfies readonly ChangeEntry['kind'][];

export const changeKind = (kind: ChangeEntry['kind'], locale: Locale): string =>
	text(locale, 'kind', { kind });

type Names = (id: string) => string;

/** A term, or a blank where nobody has typed it yet. */
const BLANK = '…';
const percentOf = (of: Percent | null, writing: Writing): string =>
	of === null ? BLANK : writePercent(of, writing);
const moneyOf = (of: Cents | null, writing: Writing): string =>
	of === null ? BLANK : writeMoney(of, writing);
const monthsOf = (of: number | null, locale: Locale): string =>
	of === null ? BLANK : countOf(locale, of, 'months');
const dayOf = (of: CalendarDate | null, locale: Locale): string =>
	of === null ? BLANK : writeDate(of, locale);
const monthOf = (of: CalendarDate | null, locale: Locale): string =>
	of === null ? BLANK : writeMonth(of, locale);

/** “Quillmark card and Pellan Stores card are paid off by Harbour loan at 11.5 %, over 48 months; fee 4 %, added to it” */
export function changeInWords(change: ChangeEntry, nameOf: Names, writing: Writing): string {
	const money = (amount: Cents | null) => moneyOf(amount, writing);
	switch (change.kind) {
		case 'consolidate': {
			const { debts, loan, annualRate, fee } = change;
			const cost = [
				...(!fee.percent ? [] : [percentOf(fee.percent, writing)]),
				...(!fee.amount ? [] : [money(fee.amount)])
			];
			return text(writing, cost.length === 0 ? 'consolidate' : 'consolidate with fee', {
				debts: namesOf(debts.map(nameOf), writing),
				count: Math.max(1, debts.length),
				loan: loan.name || text(writing, 'a new loan'),
				rate: percentOf(annualRate, writing),
				rule: ruleInWords(loan.rule, writing),
				fee: listOf(writing, cost),
				paid: fee.paid
			});
		}
		case 'transfer': {
			const { amounts, card, feePercent, offerRate, offerMonths, thenRate } = change;
			const moved = amounts.map(({ debt, amount }) =>
				amount === null
					? nameOf(debt)
					: text(writing, 'part of', { amount: money(amount), name: nameOf(debt) })
			);
			return text(writing, 'transfer', {
				debts: namesOf(moved, writing),
				count: Math.max(1, amounts.length),
				card: card.name || text(writing, 'a new card'),
				offer: percentOf(offerRate, writing),
				months: monthsOf(offerMonths, writing),
				then: percentOf(thenRate, writing),
				fee: percentOf(feePercent, writing)
			});
		}
		case 'concession': {
			const { from, until } = change;
			const debts = stillOffered(change.debts);
			const agreed = debts.map((of) => agreedInWords(of, nameOf(of.debt), writing));
			const fees = feesInWords(change, writing);
			const month = monthOf(from, writing);
			return text(writing, fees.length === 0 ? 'concession' : 'concession with fees', {
				from:
					until === null
						? text(writing, 'from', { month })
						: text(writing, 'from until', { month, until: monthOf(until, writing) }),
				standing: standingOf({ changes: [change] }),
				debts: namesOf(agreed, writing),
				fees: fees.join(', ')
			});
		}
		case 'settle': {
			const { date, before, fee, debts } = change;
			const settled = stillOffered(debts).map((of) =>
				text(writing, 'settled for', { name: nameOf(of.debt), offer: offerInWords(of, writing) })
			);
			const fees = settlementFees(fee, writing);
			return text(writing, fees.length === 0 ? 'settle' : 'settle with fee', {
				month: monthOf(date, writing),
				debts: namesOf(settled, writing),
				before,
				fee: listOf(writing, fees)
			});
		}
		case 'deadline':
			return text(writing, 'deadline', {
				debts: namesOf(change.debts.map(nameOf), writing),
				count: Math.max(1, change.debts.length)
			});
	}
}

/** What was not refused; where all of it was, all. */
function stillOffered<T extends NamedTerms>(named: readonly T[]): readonly T[] {
	const left = named.filter(({ reply }) => reply.is !== 'refused');
	return left.length === 0 ? named : left;
}

type Concession = Extract<ChangeEntry, { kind: 'concession' }>;
type Settle = Extract<ChangeEntry, { kind: 'settle' }>;

/** “Quillmark card 12 % and 40.00 a month”; where no rate is agreed, its own goes on */
function agreedInWords(
	{ annualRate, payment }: Concession['debts'][number],
	name: string,
	writing: Writing
): string {
	const parts = { name, rate: percentOf(annualRate, writing), payment: moneyOf(payment, writing) };
	if (payment === null) return text(writing, 'agreed debt', parts);
	if (annualRate === null)
		return text(writing, payment === 0 ? 'no payment' : 'agreed payment', parts);
	return text(
		writing,
		payment === 0 ? 'agreed rate and no payment' : 'agreed debt and payment',
		parts
	);
}

/** “45 % of its balance”; “1,200.00” */
const offerInWords = ({ percent, amount }: Settle['debts'][number], writing: Writing): string =>
	amount === null
		? text(writing, 'of the balance', { percent: percentOf(percent, writing) })
		: moneyOf(amount, writing);

const settlementFees = ({ percent, amount }: Settle['fee'], writing: Writing): string[] => [
	...(percent
		? [text(writing, 'of what is forgiven', { percent: percentOf(percent, writing) })]
		: []),
	...(amount ? [moneyOf(amount, writing)] : [])
];

function feesInWords({ setUpFee, monthlyFee: fee }: Concession, writing: Writing): string[] {
	const money = (amount: Cents | null) => moneyOf(amount, writing);
	const once = setUpFee === 0 ? [] : [text(writing, 'at the start', { amount: money(setUpFee) })];
	if (fee.kind === 'amount') {
		const monthly = text(writing, 'a month', { amount: money(fee.amount) });
		return fee.amount === 0 ? once : [...once, monthly];
	}
	const percent = percentOf(fee.percent, writing);
	const part =
		fee.cap === null
			? text(writing, 'of the money', { percent })
			: text(writing, 'of the money at most', { percent, cap: money(fee.cap) });
	return [...once, part];
}

/** All that a change says, to lay two versions beside each other. */
export function changeField(change: ChangeEntry, nameOf: Names, writing: Writing): string {
	let words = changeInWords(change, nameOf, writing);
	if (change.kind === 'transfer') {
		const { limit, card } = change;
		words =
			limit === null
				? text(writing, 'no limit', { words })
				: text(writing, 'limit', { words, limit: moneyOf(limit, writing) });
		words = text(writing, 'with rule', { words, rule: ruleInWords(card.rule, writing) });
	}
	const guessed = assumedDebts(change).map(nameOf);
	if (guessed.length > 0) {
		const { kind } = change;
		words = text(writing, 'rates assumed', { words, kind, names: guessed.join(', ') });
	}
	const brought = newDebtOf(change);
	if (brought) {
		words = text(writing, 'first due', { words, day: dayOf(brought.firstDue, writing) });
	}
	if (change.assumed.length === 0) return words;
	return text(writing, 'assumed', { words, terms: change.assumed.join(', ') });
}

/** “11.5 %, 48 months and no fee” of the terms that nobody has named yet; null where all are named. */
export function assumedInWords(
	changes: readonly ChangeEntry[],
	nameOf: Names,
	writing: Writing
): string | null {
	const words = changes.flatMap((change) => assumedTerms(change, nameOf, writing));
	return words.length === 0 ? null : listOf(writing, words);
}

function assumedTerms(change: ChangeEntry, nameOf: Names, writing: Writing): string[] {
	const said = <T extends ChangeEntry>(
		of: T,
		words: Partial<Record<T['assumed'][number], string>>
	) => of.assumed.flatMap((term: T['assumed'][number]) => words[term] ?? []);
	const firstDue = (debt: NewDebtEntry) =>
		text(writing, 'first payment on', { day: dayOf(debt.firstDue, writing) });
	const feeOf = (fee: string, isNone: boolean) =>
		isNone ? text(writing, 'no fee') : text(writing, 'a fee of', { fee });
	switch (change.kind) {
		case 'consolidate': {
			const { percent, amount } = change.fee;
			const fee = percent ? percentOf(percent, writing) : moneyOf(amount, writing);
			return said(change, {
				annualRate: percentOf(change.annualRate, writing),
				rule: ruleAssumed(change.loan.rule, writing),
				firstDue: firstDue(change.loan),
				fee: feeOf(fee, !percent && !amount)
			});
		}
		case 'transfer': {
			const { offerRate, offerMonths, thenRate, card, feePercent } = change;
			const months = monthsOf(offerMonths, writing);
			return said(change, {
				offerRate: text(writing, 'offer at', { rate: percentOf(offerRate, writing) }),
				offerMonths: text(writing, 'months of offer', { months }),
				thenRate: text(writing, 'after it', { rate: percentOf(thenRate, writing) }),
				rule: ruleAssumed(card.rule, writing),
				firstDue: firstDue(card),
				feePercent: feeOf(percentOf(feePercent, writing), feePercent === 0)
			});
		}
		case 'concession': {
			const rates = change.debts
				.filter(({ assumed }) => assumed)
				.map(({ debt, annualRate }) =>
					text(writing, 'rate for', { rate: percentOf(annualRate, writing), name: nameOf(debt) })
				);
			const { setUpFee, monthlyFee: fee } = change;
			const monthly = fee.kind === 'amount' ? fee.amount : fee.percent;
			const amount = moneyOf(setUpFee, writing);
			return [
				...rates,
				...said(change, {
					from: text(writing, 'begin in', { month: monthOf(change.from, writing) }),
					setUpFee:
						setUpFee === 0
							? text(writing, 'no fee at the start')
							: text(writing, 'at the start', { amount }),
					monthlyFee: text(writing, monthly === 0 ? 'no monthly fee' : 'its monthly fee')
				})
			];
		}
		case 'settle': {
			const { percent, amount } = change.fee;
			const offers = change.debts
				.filter(({ assumed }) => assumed)
				.map((of) =>
					text(writing, 'offer for', { offer: offerInWords(of, writing), name: nameOf(of.debt) })
				);
			return [
				...offers,
				...said(change, {
					date: text(writing, 'settled in', { month: monthOf(change.date, writing) }),
					fee: feeOf(listOf(writing, settlementFees(change.fee, writing)), !percent && !amount)
				})
			];
		}
		case 'deadline':
			return [];
	}
}

function ruleAssumed(rule: NewDebtEntry['rule'], writing: Writing): string {
	switch (rule.kind) {
		case 'level':
			return monthsOf(rule.periods, writing);
		case 'fixed':
			return text(writing, 'a month', { amount: moneyOf(rule.amount, writing) });
		case 'minimum':
			return text(writing, 'minimum of', { percent: percentOf(rule.percent, writing) });
	}
}

function ruleInWords(rule: NewDebtEntry['rule'], writing: Writing): string {
	switch (rule.kind) {
		case 'level':
			return text(writing, 'over', { months: monthsOf(rule.periods, writing) });
		case 'fixed':
			return text(writing, 'at', { amount: moneyOf(rule.amount, writing) });
		case 'minimum':
			return text(writing, 'minimum', {
				percent: percentOf(rule.percent, writing),
				floor: moneyOf(rule.floor, writing)
			});
	}
}

/** “One, Two and Three”; “No debt” */
const namesOf = (names: readonly string[], locale: Locale): string =>
	names.length === 0 ? text(locale, 'no debt') : listOf(locale, names);

/** Why what a plan changes is not possible, and how to fix it. */
export function refusalInWords(refusal: PlanRefusal, nameOf: Names, writing: Writing): string {
	const money = (amount: Cents | null) => moneyOf(amount, writing);
	switch (refusal.reason) {
		case 'terms missing':
			return text(writing, refusal.reason, {
				terms: listOf(
					writing,
					refusal.terms.map((term) => text(writing, 'term', { term }))
				)
			});
		case 'no debt chosen':
		case 'unknown debt':
			return text(writing, refusal.reason);
		case 'closed before':
		case 'named twice':
		case 'no deadline':
		case 'paid too often':
			return text(writing, refusal.reason, { name: nameOf(refusal.id) });
		case 'more than is owed':
			return text(writing, refusal.reason, {
				amount: money(refusal.amount),
				name: nameOf(refusal.id),
				owed: money(refusal.owed)
			});
		case 'above the limit':
			return text(writing, refusal.reason, {
				amount: money(refusal.amount),
				limit: money(refusal.limit)
			});
	}
}
