import type { CaseDocument } from './case';
import { same } from './same';

/** The screen on which a change can be seen: that of one debt or plan, of all debts, of what happened; null: anywhere. */
export type Place =
	| { readonly of: 'debt' | 'plan'; readonly id: string }
	| { readonly of: 'debts' | 'progress' }
	| null;

/** Where what has changed between two versions can be seen. */
export function placeOf(before: CaseDocument, after: CaseDocument): Place {
	const goneOn = ({ forecasts }: CaseDocument) =>
		forecasts.filter(({ by }) => by === 'going on').length;
	if (goneOn(before) !== goneOn(after)) return { of: 'progress' };
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
	const lived = ({ visits, readings, recordedEvents }: CaseDocument) => ({
		visits,
		readings,
		recordedEvents
	});
	if (!same(lived(before), lived(after))) return { of: 'progress' };
	const left = after.plans[0];
	return left && before.plans.length > after.plans.length ? { of: 'plan', id: left.id } : null;
}
