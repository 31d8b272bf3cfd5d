/** The book at a glance: cases by where they stand, what is owed and was paid off, by counselor and by month. */
import type { Cents } from '../core/quantities/money';
import type { Currency } from '../reading/currencies';
import type { Owed } from './casebook';

/**
 * Where a case stands, the first that is true of it: no plan is chosen; nothing is owed any more; nothing was recorded
 * for as long as a review may take; more is owed than the plan expects, by more than the rule of reviews allows; the plan has short months;
 * what was recorded is within the plan; nothing was recorded yet.
 */
export const BOOK_STATES = [
	'new',
	'finished',
	'silent',
	'behind',
	'short',
	'on-plan',
	'chosen'
] as const;
export type BookState = (typeof BOOK_STATES)[number];

export type StateCounts = Readonly<Record<BookState, number>>;

/** Cases of somebody, or that began in a month (2026-12); the name is null for cases that are nobody's. */
export interface Group {
	readonly name: string | null;
	readonly counts: StateCounts;
}

export interface Glance {
	readonly counts: StateCounts;
	readonly owed: readonly Owed[];
	readonly paidOff: readonly Owed[];
	/** Cases with a chosen plan that ends, and the months to go of all of them together. */
	readonly ending: number;
	readonly months: number;
	readonly byOwner: readonly Group[];
	/** The latest month first. */
	readonly byMonth: readonly Group[];
}

/** What plans save in interest and fees against paying only the minimums. */
export interface Savings {
	/** As they were first chosen, and by what was recorded since: of so many cases, in each currency. */
	readonly planned: { readonly cases: number; readonly amounts: readonly Owed[] };
	readonly lived: { readonly cases: number; readonly amounts: readonly Owed[] };
	/** As they were first chosen, of those cases alone of which something was recorded. */
	readonly plannedOfLived: readonly Owed[];
	/** Cases of which it is not computed yet. */
	readonly left: number;
}

/** A case of a group. */
export interface GlanceLine {
	readonly id: string;
	readonly label: string;
	readonly owner: string | null;
	readonly owed: Cents;
	readonly currency: Currency;
}

/** So many cases of a group are listed at most. */
export const LISTED = 200;

export const countOf = (counts: StateCounts): number =>
	BOOK_STATES.reduce((sum, state) => sum + counts[state], 0);

/** No smaller group leaves the house: who it is could be told from it. */
export const SMALLEST = 5;

/**
 * Groups as they may leave the house: those with fewer than five cases are one together, which is left out where it has
 * fewer than five itself.
 */
export function withoutSmall(
	groups: readonly Group[]
): readonly (Group & { readonly isRest: boolean })[] {
	const isLarge = ({ counts }: Group): boolean => countOf(counts) >= SMALLEST;
	const small = groups.filter((group) => !isLarge(group));
	const large = groups.filter(isLarge).map((group) => ({ ...group, isRest: false }));
	const together = Object.fromEntries(
		BOOK_STATES.map((state) => [state, small.reduce((sum, { counts }) => sum + counts[state], 0)])
	) as Record<BookState, number>;
	return countOf(together) >= SMALLEST
		? [...large, { name: null, counts: together, isRest: true }]
		: large;
}
