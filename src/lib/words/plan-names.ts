/** What plans, their orders and what they are measured against are called, in every language. */
import type { Order } from '../core/plan/order';
import type { Measure, PlanEntry } from '../document/plan';
import en from '../messages/en/plan-names.json';
import es from '../messages/es/plan-names.json';
import { messagesOf, type Language, type Spoken } from '../messages/message';

const { text } = messagesOf({ en, es });

export const orderWords = (order: Order, spoken: Spoken<Language>): string =>
	text(spoken, 'order', { order });

/** What a plan is called by what it does: what it changes, what it pays, or its order. */
export function usualName(
	{ pays, budget, order, changes }: Pick<PlanEntry, 'pays' | 'budget' | 'order' | 'changes'>,
	spoken: Spoken<Language>
): string {
	const [first, ...others] = new Set(changes.map(({ kind }) => kind));
	if (first !== undefined) {
		return [
			text(spoken, 'name', { name: first }),
			...others.map((name) => text(spoken, 'name after another', { name }))
		].join(', ');
	}
	if (budget.kind !== 'required') return text(spoken, 'name', { name: order });
	return text(spoken, 'name', { name: pays === 'paid' ? 'today' : 'minimums' });
}

/** “paying the minimums”, “paying as today”, “the plan ‘One new loan’” */
export function measureWords(
	against: Measure,
	plans: readonly PlanEntry[],
	spoken: Spoken<Language>
): string {
	const entry = plans.find(({ id }) => id === against);
	if (entry) return text(spoken, 'the plan', { name: entry.name });
	return text(spoken, 'measure', { measure: against === 'today' ? 'today' : 'minimums' });
}

/** What plans can be measured against, to choose from. */
export const measureChoices = (
	plans: readonly PlanEntry[],
	spoken: Spoken<Language>
): { readonly value: Measure; readonly words: string }[] => [
	...(['minimums', 'today'] as const).map((value) => ({
		value,
		words: text(spoken, 'measure', { measure: value })
	})),
	...plans.map(({ id, name }) => ({ value: id, words: name }))
];
