/** The people of a household: who of them owes, earns and needs what. */
import { LIMITS } from '../core/quantities/limits';
import type { Payers, Split } from '../core/plan/who-pays';
import type { CaseDocument } from './case';
import { sheetItem, type PlanEntry } from './plan';

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

/** Whose debts, income and needs are looked at: all, those of all together, or somebody's, by identity. */
export type Whose = string;
export const ALL: Whose = 'all';
export const JOINT: Whose = 'joint';

/** Whose they are: null, of all together, also where whoever they were of is gone. */
export const ownerAmong = (
	people: readonly PersonEntry[],
	{ owner }: { readonly owner: string | null }
): PersonEntry | null => people.find(({ id }) => id === owner) ?? null;

/** Whether something is among what is looked at. */
export function isWhose(
	people: readonly PersonEntry[],
	of: { readonly owner: string | null },
	whose: Whose
): boolean {
	const owner = ownerAmong(people, of)?.id ?? JOINT;
	return whose === ALL || owner === whose;
}

/** Whose one of the debts is, by identity; null: of all together. */
export const ownerOf = (debts: CaseDocument['debts'], id: string): string | null =>
	debts.find((debt) => debt.id === id)?.owner ?? null;

/** How a plan's months are divided: by income until somebody says otherwise. */
export const splitOf = ({ split }: Pick<PlanEntry, 'split'>): Split => split ?? { by: 'income' };

/** What a plan's months are divided by: the people, their income, and whose each of its debts is. */
export const payersOf = (
	{ people, sheet, debts }: Pick<CaseDocument, 'people' | 'sheet' | 'debts'>,
	planned: readonly { readonly id: string }[]
): Payers => ({
	people: people.map(({ id }) => id),
	income: sheet.income.map((line) => ({ item: sheetItem(line), owner: line.owner })),
	owners: planned.map(({ id }) => ownerOf(debts, id))
});

/** Whether anything of a case is somebody's. */
export const ownsAny = ({ debts, sheet }: CaseDocument, id: string): boolean =>
	[...debts, ...sheet.income, ...sheet.needs].some(({ owner }) => owner === id);

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
