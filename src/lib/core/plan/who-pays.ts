/** Who of a household pays how much of a plan's months (specification, section 15). */
import type { CalendarDate } from '../quantities/calendar';
import { asCarried, negative, plus, sumOf, ZERO, type Cents } from '../quantities/money';
import { percent, WHOLE, type Percent } from '../quantities/rate';
import { shared } from '../quantities/share';
import { daysIn, type SheetItem } from './budget-sheet';
import { spentIn } from './payments';
import type { Plan, PlanMonth } from './terms';

/** How a month is divided: by what each earns in it, by whose debts it pays, or in parts that somebody named. */
export type Split =
	| { readonly by: 'income' }
	| { readonly by: 'debts' }
	| {
			readonly by: 'parts';
			/** Who is not named pays nothing. */
			readonly parts: readonly { readonly person: string; readonly percent: Percent }[];
	  };

/** The people, and what is whose; null: of all together. */
export interface Payers {
	/** Their identities, in their order. */
	readonly people: readonly string[];
	readonly income: readonly { readonly item: SheetItem; readonly owner: string | null }[];
	/** Of each debt of the plan, at its place in the list. */
	readonly owners: readonly (string | null)[];
}

/** A month, and what each of the people pays in it, in their order and in minor units. */
export interface PaidByEach {
	readonly month: number;
	readonly total: Cents;
	readonly parts: readonly Cents[];
}

/**
 * What a household pays in a month for a plan, in minor units: to debts and for fees, and what is put aside, less what
 * comes out of savings.
 */
export const paidIn = (month: PlanMonth): Cents =>
	asCarried(spentIn(month) + (month.savings?.putAside ?? ZERO) - paidFromSavings(month));

/** What savings pay of a month's payments and fees, in minor units; what they give to living expenses is no payment. */
const paidFromSavings = ({ savings }: Pick<PlanMonth, 'savings'>): Cents =>
	savings ? plus(savings.toFees, savings.toDebts) : ZERO;

/** What a month has beside the payments to debts, in minor units: with them it is what the household pays. */
export const BESIDE_PAYMENTS = {
	fee: ({ fees }: PlanMonth): Cents => fees,
	aside: ({ savings }: PlanMonth): Cents => savings?.putAside ?? ZERO,
	/** What comes out of savings, below zero. */
	savings: (month: PlanMonth): Cents => negative(paidFromSavings(month))
} as const;

/** Everybody pays as much as everybody else. */
export function inEqualParts(people: readonly string[]) {
	const each = percent(Math.round(WHOLE / Math.max(1, people.length)));
	const parts = people.map((person) => ({ person, percent: each }));
	return { by: 'parts', parts } satisfies Split;
}

/** Each month of a plan, divided so that its parts add up to the cent (largest remainder). */
export const whoPays = (
	{ kept }: Pick<Plan, 'kept'>,
	payers: Payers,
	split: Split,
	dayOf: (month: number) => CalendarDate
): PaidByEach[] =>
	kept.map((month) => {
		const total = paidIn(month);
		const weights = weightsOf(month, payers, split, dayOf(month.month));
		return { month: month.month, total, parts: divided(total, weights) };
	});

/** All months together. */
export const paidInAll = (months: readonly PaidByEach[], people: number): Cents[] =>
	Array.from({ length: people }, (_, at) => sumOf(months, ({ parts }) => parts[at] ?? ZERO));

/** An amount in proportion to weights; where all are zero, in equal parts. */
function divided(amount: number, weights: readonly number[]): Cents[] {
	const isNothing = weights.every((weight) => weight === 0);
	return shared(amount, isNothing ? weights.map(() => 1) : weights) as Cents[];
}

function weightsOf(
	{ shares }: PlanMonth,
	{ people, income, owners }: Payers,
	split: Split,
	first: CalendarDate
): number[] {
	switch (split.by) {
		case 'parts':
			return people.map((id) => split.parts.find(({ person }) => person === id)?.percent ?? 0);
		case 'income':
			return eachOf(
				people,
				income.map(({ item, owner }) => ({
					owner,
					amount: asCarried(item.amount * daysIn(item, first).length)
				}))
			);
		case 'debts':
			return eachOf(
				people,
				shares.map(({ index, paid }) => ({ owner: owners[index] ?? null, amount: paid }))
			);
	}
}

/** What is each one's of some amounts: their own, and an equal part of what is of all together. */
function eachOf(
	people: readonly string[],
	amounts: readonly { readonly owner: string | null; readonly amount: Cents }[]
): number[] {
	const isOwn = (owner: string | null) => owner !== null && people.includes(owner);
	const joint = sumOf(
		amounts.filter(({ owner }) => !isOwn(owner)),
		({ amount }) => amount
	);
	const equal = divided(
		joint,
		people.map(() => 1)
	);
	return people.map((id, at) =>
		plus(
			sumOf(
				amounts.filter(({ owner }) => owner === id),
				({ amount }) => amount
			),
			equal[at] ?? ZERO
		)
	);
}

/** The debts of one person, or of all together (null), in a plan. */
export interface OwnDebts {
	readonly count: number;
	readonly starting: Cents;
	readonly interest: Cents;
	/** The last payoff; null: one of them is never paid off, or nothing is owed. */
	readonly ends: CalendarDate | null;
}

/** What is owed on some of a plan's debts, and what comes of them; `isOwn` says of which, by place. */
export function ownDebts(
	{ debts }: Pick<Plan, 'debts'>,
	isOwn: (index: number) => boolean
): OwnDebts {
	const own = debts.filter(({ starting }, index) => starting > 0 && isOwn(index));
	const ends = own.map(({ payoffDate }) => payoffDate);
	return {
		count: own.length,
		starting: sumOf(own, ({ starting }) => starting),
		interest: sumOf(own, ({ interest }) => interest),
		ends: ends.includes(null) ? null : (ends.sort().at(-1) ?? null)
	};
}
