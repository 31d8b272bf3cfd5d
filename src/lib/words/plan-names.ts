/** Names of plans, orders and baselines, in every language. */
import type { Order } from '../core/plan/order';
import type { ChangeEntry } from '../document/change';
import type { Measure, PlanEntry } from '../document/plan';
import en from '../messages/en/plan-names.json';
import { messagesOf, type Language, type Locale } from '../messages/message';

const { text } = messagesOf<keyof typeof en, Language>('plan-names', en);

export const orderWords = (order: Order, locale: Locale<Language>): string =>
	text(locale, 'order', { order });

/** The default name of a plan: its changes, its payments, or its order. */
export function usualName(
	{ pays, budget, order, changes }: Pick<PlanEntry, 'pays' | 'budget' | 'order' | 'changes'>,
	locale: Locale<Language>
): string {
	const kinds = [...new Set(changes.map(nameOfChange))];
	// That deadlines are kept says nothing of who is paid first.
	const leading = kinds.find((kind) => kind !== 'deadline') ?? nameOfMoney({ pays, budget, order });
	return [
		text(locale, 'name', { name: leading }),
		...kinds
			.filter((kind) => kind !== leading)
			.map((name) => text(locale, 'name after another', { name }))
	].join(', ');
}

const nameOfChange = (change: ChangeEntry) =>
	change.kind === 'concession' && change.until !== null ? 'eased' : change.kind;

const nameOfMoney = ({ pays, budget, order }: Pick<PlanEntry, 'pays' | 'budget' | 'order'>) =>
	budget.kind !== 'required' ? order : pays === 'paid' ? 'today' : 'minimums';

/** “paying the minimums”, “paying as today”, “the plan ‘One new loan’” */
export function measureWords(
	against: Measure,
	plans: readonly PlanEntry[],
	locale: Locale<Language>
): string {
	const entry = plans.find(({ id }) => id === against);
	if (entry) return text(locale, 'the plan', { name: entry.name });
	return text(locale, 'measure', { measure: against === 'today' ? 'today' : 'minimums' });
}

/** The baselines of plans to choose from. */
export const measureChoices = (
	plans: readonly PlanEntry[],
	locale: Locale<Language>
): { readonly value: Measure; readonly words: string }[] => [
	...(['minimums', 'today'] as const).map((value) => ({
		value,
		words: text(locale, 'measure', { measure: value })
	})),
	...plans.map(({ id, name }) => ({ value: id, words: name }))
];
