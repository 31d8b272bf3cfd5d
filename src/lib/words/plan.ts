/** Orders to choose from, the debts that a plan speaks of, and what happens to its money, in words. */
import type { ChangeDay } from '../document/change-days';
import { ORDERS } from '../core/plan/order';
import type { PlannedDebt } from '../core/plan/terms';
import type { CaseDocument } from '../document/case';
import { newDebtOf, type ChangeEntry } from '../document/change';
import type { PlanEntry, PlanEvent } from '../document/plan';
import { monthName, writeMoney, writePercent, writeShortMonth } from '../reading/written';
import type { Writing } from '../reading/writing';
import { nameOf } from './debt';
import en from '../messages/en/plan.json';
import { messagesOf, type Locale } from '../messages/message';
import { orderWords } from './plan-names';

const { text } = messagesOf('plan', en);

/** The orders, to choose from, each with what it is good for. */
export const orderChoices = (locale: Locale) =>
	ORDERS.map((value) => ({
		value,
		words: orderWords(value, locale),
		help: text(locale, 'order help', { order: value })
	}));

/** A debt with its place in the list, which gives its letter and its hue. */
export interface Listed {
	readonly id: string;
	readonly name: string;
	readonly place: number;
	/** Whether the plan brings it: it is none of the case's. */
	readonly isNew: boolean;
}

/**
 * The debts that a plan speaks of: those of the case that are known, then those that it brings. Their places
 * go on from plan to plan, so that no letter means two debts in one case.
 */
export function listedDebts(
	{
		debts: entries,
		plans
	}: Pick<CaseDocument, 'debts'> & { readonly plans: readonly Pick<PlanEntry, 'changes'>[] },
	debts: readonly PlannedDebt[],
	locale: Locale
): Listed[] {
	const known = new Set(debts.map(({ id }) => id));
	const news = plans.flatMap(({ changes }) => changes.flatMap((change) => newDebtOf(change) ?? []));
	const brought = [...new Map(news.map((debt) => [debt.id, debt])).values()];
	return [
		...entries.map((debt, place) => ({
			id: debt.id,
			name: nameOf(debt, locale),
			place,
			isNew: false
		})),
		...brought.map(({ id, name }, index) => ({
			id,
			name: name || text(locale, 'new debt'),
			place: entries.length + index,
			isNew: true
		}))
	].filter(({ id }) => known.has(id));
}

/** The name of a debt of the case, or of one added by a plan. */
export function planDebtName(
	{ debts, plans }: Pick<CaseDocument, 'debts' | 'plans'>,
	id: string,
	locale: Locale
): string {
	const brought = plans.flatMap(({ changes }) => changes.map(newDebtOf));
	const found = debts.find((debt) => debt.id === id) ?? brought.find((debt) => debt?.id === id);
	return nameOf(found ?? { name: '' }, locale);
}

/** “+400.00 in April, every year”, “950.00 from Jan 2028” */
export function planEventInWords(item: PlanEvent, writing: Writing): string {
	const amount = writeMoney(item.amount, writing);
	const month = writeShortMonth(item.date, writing);
	if (item.kind === 'money') return text(writing, 'money from', { amount, month });
	return item.everyYear
		? text(writing, 'on top yearly', { amount, month: monthName(item.date, writing, 'short') })
		: text(writing, 'on top', { amount, month });
}

/** “24.99 % from Mar 2028”, “agreement from Mar 2027”, “agreement until Jun 2027”, “settled in Mar 2028” */
export const changeDayInWords = (
	change: ChangeEntry,
	{ point, date }: ChangeDay,
	locale: Locale
): string =>
	text(locale, 'change day', {
		kind: change.kind,
		point,
		rate:
			change.kind === 'transfer' && change.thenRate !== null
				? writePercent(change.thenRate, locale)
				: '',
		month: writeShortMonth(date, locale)
	});
