/** Indexes as an agency records them, and what a debt that follows one keeps of it. */
import { addDays, type CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import type { Percent } from '../core/quantities/rate';
import type { DebtEntry, Follows } from './debt';
import {
	bySubject,
	termsOfSubject,
	type Held,
	type ReferenceRow,
	type ReferenceTerms
} from './reference';
import { same } from './same';

type Terms = ReferenceTerms['index'];

/** An index with its values by date, the earliest first. */
export interface RateIndex {
	readonly id: string;
	readonly profile: Held<Terms['profile']>;
	readonly values: readonly Held<Terms['value']>[];
}

/** The indexes in rows of reference data, by name. */
export function indexesIn(rows: readonly ReferenceRow[]): RateIndex[] {
	const indexes = [...bySubject(rows, 'index')].flatMap(([id, own]): RateIndex[] => {
		const terms = termsOfSubject(own);
		const of = <T extends keyof Terms>(term: T) => (terms.get(term) ?? []) as Held<Terms[T]>[];
		const [profile] = of('profile');
		return profile ? [{ id, profile, values: of('value').toReversed() }] : [];
	});
	return indexes.sort((a, b) => (a.profile.content.name < b.profile.content.name ? -1 : 1));
}

type Value = Follows['values'][number];

/** The values that matter to a debt: the one that holds when its first reset looks it up, and all later ones. */
export function valuesFor(
	{ values }: Pick<RateIndex, 'values'>,
	{ asOf, lookBack }: { readonly asOf: CalendarDate; readonly lookBack: number }
): Value[] {
	// A period may begin a year before the day of the balance.
	const first = addDays(asOf, -lookBack - 366);
	const start = Math.max(
		0,
		values.findLastIndex(({ holdsFrom }) => holdsFrom <= first)
	);
	return values
		.slice(start)
		.slice(-LIMITS.indexValues)
		.map(({ holdsFrom, content }) => ({ date: holdsFrom, annual: content.annual }));
}

/** A debt's rate as it follows an index from now on: anew with each payment, with the values as they are recorded. */
export function followed(
	index: RateIndex,
	version: number,
	{ annualRate, asOf }: Pick<DebtEntry, 'annualRate' | 'asOf'>,
	day: CalendarDate
): Follows {
	const values = valuesFor(index, { asOf: asOf ?? day, lookBack: 0 });
	const now = values.findLast(({ date }) => date <= (asOf ?? day))?.annual;
	// What it pays above the index today is its margin, where both are known.
	const margin = annualRate === null || now === undefined ? 0 : annualRate - now;
	return {
		index: index.id,
		name: index.profile.content.name,
		version,
		margin: margin as Percent,
		from: null,
		every: 1,
		lookBack: 0,
		step: null,
		cap: null,
		floor: 0 as Percent,
		reamortize: false,
		values
	};
}

/** The same with the values that are recorded now; null where they are the same. */
export function withNewValues(
	follows: Follows,
	index: RateIndex,
	version: number,
	asOf: CalendarDate
): Follows | null {
	const values = valuesFor(index, { asOf, lookBack: follows.lookBack });
	return same(values, follows.values) ? null : { ...follows, version, values };
}

/** A course of what may come of an index: so much more or less from a day on, by each step of a path. */
export interface Course {
	readonly steps: readonly { readonly date: CalendarDate; readonly change: number }[];
}

/** The debts under a course: after its last known value each index stands by so much higher or lower from each day on. */
export const underCourse = (debts: readonly DebtEntry[], { steps }: Course): DebtEntry[] =>
	debts.map((debt) => {
		const { follows } = debt;
		const last = follows?.values.at(-1);
		if (!follows || !last) return debt;
		const later = steps
			.filter(({ date }) => date > last.date)
			.map(({ date, change }) => ({ date, annual: (last.annual + change) as Percent }));
		return { ...debt, follows: { ...follows, values: [...follows.values, ...later] } };
	});
