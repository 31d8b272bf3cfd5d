/** What a plan changes about the debts, and why that is not possible, in words. */
import type { Refusal } from '../core/changes';
import type { ChangeEntry, NewDebtEntry } from './change-document';
import { writeDate, writeMonth } from './date-text';
import { writeMoney, type Currency } from './money-text';
import { writePercent } from './percent-text';
import { countOf } from './sentence';

export const CHANGE_KINDS: readonly {
	readonly value: ChangeEntry['kind'];
	readonly words: string;
	readonly help: string;
}[] = [
	{ value: 'consolidate', words: 'One new loan', help: 'pays chosen debts off at the start' },
	{ value: 'transfer', words: 'A moved balance', help: 'to a card with an offer rate that ends' },
	{ value: 'concession', words: 'Agreed lower rates', help: 'and payments, from a month on' }
];

type Names = (id: string) => string;

/** “Quillmark card and Pellan Stores card are paid off by Harbour loan at 11.5 % over 48 months; fee 4 %, added” */
export function changeInWords(change: ChangeEntry, nameOf: Names, currency: Currency): string {
	const money = (amount: Parameters<typeof writeMoney>[0]) => writeMoney(amount, currency);
	switch (change.kind) {
		case 'consolidate': {
			const { debts, loan, annualRate, fee } = change;
			const are = debts.length > 1 ? 'are' : 'is';
			const cost = [
				...(fee.percent === 0 ? [] : [writePercent(fee.percent)]),
				...(fee.amount === 0 ? [] : [money(fee.amount)])
			].join(' and ');
			const paid = fee.paid === 'added' ? 'added to it' : 'paid at the start';
			return (
				`${listOf(debts.map(nameOf))} ${are} paid off by ${loan.name || 'one new loan'} at ` +
				`${writePercent(annualRate)}, ${ruleInWords(loan.rule, currency)}` +
				(cost === '' ? '' : `; fee ${cost}, ${paid}`)
			);
		}
		case 'transfer': {
			const { amounts, card, feePercent, offerRate, offerMonths, thenRate } = change;
			const moved = amounts.map(({ debt, amount }) =>
				amount === null ? nameOf(debt) : `${money(amount)} of ${nameOf(debt)}`
			);
			return (
				`${listOf(moved)} ${amounts.length > 1 ? 'are' : 'is'} moved to ${card.name || 'a new card'}: ` +
				`${writePercent(offerRate)} for ${countOf(offerMonths, 'month')}, then ` +
				`${writePercent(thenRate)}; fee ${writePercent(feePercent)}`
			);
		}
		case 'concession': {
			const agreed = change.debts.map(({ debt, annualRate, payment }) => {
				const pays = payment === null ? '' : ` and ${money(payment)} a month`;
				return `${nameOf(debt)} ${writePercent(annualRate)}${pays}`;
			});
			const { setUpFee, monthlyFee: fee } = change;
			const monthly =
				fee.kind === 'amount'
					? fee.amount === 0
						? ''
						: `${money(fee.amount)} a month`
					: `${writePercent(fee.percent)} of the month’s money` +
						(fee.cap === null ? '' : `, at most ${money(fee.cap)}`);
			const fees = [...(setUpFee === 0 ? [] : [`${money(setUpFee)} at the start`]), monthly]
				.filter(Boolean)
				.join(', ');
			return (
				`From ${writeMonth(change.from)} it is agreed: ${listOf(agreed)}` +
				(fees === '' ? '' : `; fees ${fees}`)
			);
		}
	}
}

/** All that a change says, to lay two versions beside each other. */
export function changeField(change: ChangeEntry, nameOf: Names, currency: Currency): string {
	const money = (amount: Parameters<typeof writeMoney>[0]) => writeMoney(amount, currency);
	const words = changeInWords(change, nameOf, currency);
	const assumed = change.assumed.length === 0 ? '' : `; assumed: ${change.assumed.join(', ')}`;
	switch (change.kind) {
		case 'consolidate':
			return `${words}; first due ${writeDate(change.loan.firstDue)}${assumed}`;
		case 'transfer': {
			const limit = change.limit === null ? 'no limit known' : `limit ${money(change.limit)}`;
			const { rule, firstDue } = change.card;
			return `${words}; ${limit}; ${ruleInWords(rule, currency)}; first due ${writeDate(firstDue)}${assumed}`;
		}
		case 'concession': {
			const rates = change.debts.filter((of) => of.assumed).map(({ debt }) => nameOf(debt));
			const guessed = rates.length === 0 ? '' : `; rates assumed: ${rates.join(', ')}`;
			return words + guessed + assumed;
		}
	}
}

/** “11.5 %, 48 months and no fee” of the terms that nobody has named yet; null where all are named. */
export function assumedInWords(
	changes: readonly ChangeEntry[],
	nameOf: Names,
	currency: Currency
): string | null {
	const words = changes.flatMap((change) => assumedTerms(change, nameOf, currency));
	return words.length === 0 ? null : listOf(words);
}

function assumedTerms(change: ChangeEntry, nameOf: Names, currency: Currency): string[] {
	const money = (amount: Parameters<typeof writeMoney>[0]) => writeMoney(amount, currency);
	const said = <T extends ChangeEntry>(
		of: T,
		words: Partial<Record<T['assumed'][number], string>>
	) => of.assumed.flatMap((term: T['assumed'][number]) => words[term] ?? []);
	const firstDue = (debt: NewDebtEntry) => `a first payment on ${writeDate(debt.firstDue)}`;
	switch (change.kind) {
		case 'consolidate': {
			const { percent, amount } = change.fee;
			const fee = percent > 0 ? `a fee of ${writePercent(percent)}` : `a fee of ${money(amount)}`;
			return said(change, {
				annualRate: writePercent(change.annualRate),
				rule: ruleAssumed(change.loan.rule, currency),
				firstDue: firstDue(change.loan),
				fee: percent === 0 && amount === 0 ? 'no fee' : fee
			});
		}
		case 'transfer':
			return said(change, {
				offerRate: `an offer at ${writePercent(change.offerRate)}`,
				offerMonths: `${countOf(change.offerMonths, 'month')} of offer`,
				thenRate: `${writePercent(change.thenRate)} after it`,
				rule: ruleAssumed(change.card.rule, currency),
				firstDue: firstDue(change.card),
				feePercent:
					change.feePercent === 0 ? 'no fee' : `a fee of ${writePercent(change.feePercent)}`
			});
		case 'concession': {
			const rates = change.debts
				.filter(({ assumed }) => assumed)
				.map(({ debt, annualRate }) => `${writePercent(annualRate)} for ${nameOf(debt)}`);
			const { setUpFee, monthlyFee: fee } = change;
			const monthly = fee.kind === 'amount' ? fee.amount : fee.percent;
			return [
				...rates,
				...said(change, {
					from: `a begin in ${writeMonth(change.from)}`,
					setUpFee: setUpFee === 0 ? 'no fee at the start' : `${money(setUpFee)} at the start`,
					monthlyFee: monthly === 0 ? 'no monthly fee' : 'its monthly fee'
				})
			];
		}
	}
}

function ruleAssumed(rule: NewDebtEntry['rule'], currency: Currency): string {
	switch (rule.kind) {
		case 'level':
			return countOf(rule.periods, 'month');
		case 'fixed':
			return `${writeMoney(rule.amount, currency)} a month`;
		case 'minimum':
			return `a minimum of ${writePercent(rule.percent)}`;
	}
}

function ruleInWords(rule: NewDebtEntry['rule'], currency: Currency): string {
	switch (rule.kind) {
		case 'level':
			return `over ${countOf(rule.periods, 'month')}`;
		case 'fixed':
			return `at ${writeMoney(rule.amount, currency)} a month`;
		case 'minimum':
			return `its minimum ${writePercent(rule.percent)}, at least ${writeMoney(rule.floor, currency)}`;
	}
}

/** “One”, “One and Two”, “One, Two and Three”; “no debt” */
function listOf(names: readonly string[]): string {
	if (names.length < 2) return names[0] ?? 'No debt';
	return `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
}

/** Why what a plan changes is not possible, and how to mend it. */
export function refusalInWords(refusal: Refusal, nameOf: Names, currency: Currency): string {
	const money = (amount: Parameters<typeof writeMoney>[0]) => writeMoney(amount, currency);
	switch (refusal.reason) {
		case 'no debt chosen':
			return 'No debt is chosen for this change: choose at least one, or take the change away.';
		case 'unknown debt':
			return 'This change names a debt that is deleted or not complete: choose others, or complete it.';
		case 'closed before':
			return `${nameOf(refusal.id)} owes nothing when this change comes: an earlier change has closed it, or it was paid off.`;
		case 'named twice':
			return `${nameOf(refusal.id)} is named twice in this change.`;
		case 'more than is owed':
			return `${money(refusal.amount)} is more than ${nameOf(refusal.id)} owes: at most ${money(refusal.owed)} can be moved.`;
		case 'above the limit':
			return `${money(refusal.amount)} with the fee is above the credit limit of ${money(refusal.limit)}: move less, or another debt.`;
	}
}
