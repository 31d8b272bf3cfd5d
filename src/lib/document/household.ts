/** The people of a household: who of them owes, earns and needs what. */
import { LIMITS } from '../core/quantities/limits';
import type { CaseDocument } from './case';

export type PersonEntry = CaseDocument['people'][number];

const folded = (name: string): string => name.trim().toLocaleLowerCase();

/** The person that is called so; null: there is none. */
export const personNamed = (people: readonly PersonEntry[], name: string): PersonEntry | null =>
	people.find((person) => folded(person.name) === folded(name)) ?? null;

/** The people with those that are named beside them, as far as a household has room. */
export function withPeopleNamed(
	people: readonly PersonEntry[],
	names: readonly string[],
	newId: (name: string) => string
): PersonEntry[] {
	const all = [...people];
	for (const name of names) {
		if (name === '' || personNamed(all, name) || all.length >= LIMITS.people) continue;
		all.push({ id: newId(name), name });
	}
	return all;
}

/** The case without somebody: what was theirs is everybody's, and they pay no part of a plan. */
export function withoutPerson(document: CaseDocument, id: string): CaseDocument {
	const ofAll = <T extends { readonly owner: string | null }>(of: T): T =>
		of.owner === id ? { ...of, owner: null } : of;
	const { people, debts, sheet, plans } = document;
	return {
		...document,
		people: people.filter((person) => person.id !== id),
		debts: debts.map(ofAll),
		sheet: { income: sheet.income.map(ofAll), needs: sheet.needs.map(ofAll) },
		plans: plans.map((plan) =>
			plan.split?.by === 'parts'
				? {
						...plan,
						split: { by: 'parts', parts: plan.split.parts.filter(({ person }) => person !== id) }
					}
				: plan
		)
	};
}
