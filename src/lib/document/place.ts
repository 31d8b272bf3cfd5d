import type { CaseDocument } from './case';
import { same } from './same';

/** The screen on which a change can be seen: that of one debt or plan, or that of all debts; null: anywhere. */
export type Place =
	{ readonly of: 'debt' | 'plan'; readonly id: string } | { readonly of: 'debts' } | null;

/** Where what has changed between two versions can be seen. */
export function placeOf(before: CaseDocument, after: CaseDocument): Place {
	if (
		!same(
			before.debts.map(({ id }) => id),
			after.debts.map(({ id }) => id)
		)
	)
		return { of: 'debts' };
	const debt = after.debts.find((entry, at) => !same(entry, before.debts[at]));
	if (debt) return { of: 'debt', id: debt.id };
	const known = new Map(before.plans.map((plan) => [plan.id, plan]));
	const plan = after.plans.find((entry) => !same(entry, known.get(entry.id)));
	if (plan) return { of: 'plan', id: plan.id };
	const left = after.plans[0];
	return left && before.plans.length > after.plans.length ? { of: 'plan', id: left.id } : null;
}
