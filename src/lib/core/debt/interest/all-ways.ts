/** The ways of charging interest that there are (specification, section 2), and what the rest of the program asks of whichever it is. */
import type { PaymentsPerYear } from '../../quantities/calendar';
import { said, type Field, type Fields, type Said } from '../../quantities/field';
import {
	interestOn,
	type InterestRounding,
	type PeriodDays,
	type PeriodicRate,
	type RateFromDay
} from '../../quantities/rate';
import type { Expression } from '../expression';
import type { Convention, RateDays } from '../figure';
import { daily, dailyCompounded } from './by-the-day';
import { effective } from './effective';
import { nominal } from './nominal';
import type { InterestWay, RateBy } from './way';

/** In the order in which they are offered. */
const WAYS = { nominal, effective, daily, 'daily-compounded': dailyCompounded } as const;

type Ways = typeof WAYS;
export type Basis = keyof Ways;
export const BASES = Object.keys(WAYS) as readonly Basis[];

/** How a creditor turns an annual rate into the interest of one period. */
export type RateTerms = {
	readonly [B in Basis]: { readonly basis: B } & RateBy<Ways[B]['fields']>;
}[Basis];

/** The same without the rate, as a paper says it. */
export type BasisEntry = {
	readonly [B in Basis]: { readonly basis: B } & Said<Ways[B]['fields']>;
}[Basis];

export type BasisField = { readonly [B in Basis]: keyof Ways[B]['fields'] }[Basis];

const wayOf = (basis: Basis) => WAYS[basis] as unknown as InterestWay<Fields>;

/** The fields of a way, with their names. */
export const basisFields = (basis: Basis): (readonly [BasisField, Field])[] =>
	Object.entries(wayOf(basis).fields) as (readonly [BasisField, Field])[];

/** Every field of any way once. */
export const BASIS_FIELDS: readonly (readonly [BasisField, Field])[] = [
	...new Map(BASES.flatMap(basisFields))
];

/** The value of a field of any interest method. */
export const basisSaid = (entry: BasisEntry, field: BasisField): unknown =>
	(entry as Readonly<Record<string, unknown>>)[field];

/** A way with what is given, and as usual where nothing is. */
export const chargedBy = (
	basis: Basis,
	given: Readonly<Record<string, unknown>> = {}
): BasisEntry => ({ basis, ...said(wayOf(basis).fields, given) }) as unknown as BasisEntry;

/** Whether interest is charged by the days of a period. */
export const isByDay = ({ basis }: RateTerms): boolean => wayOf(basis).isByDay;

/** The interest rule of a debt, ready for the inner loop. */
export const periodicRate = (
	rate: RateTerms,
	paymentsPerYear: number,
	rounding: InterestRounding = 'cent',
	later: readonly RateFromDay[] = []
): PeriodicRate => wayOf(rate.basis).periodic(rate as never, paymentsPerYear, rounding, later);

/**
 * The periodic rate i as a fraction, as closed forms use it (specification, sections 2 and 4); for daily
 * interest r/m.
 */
export const periodicFraction = (rate: RateTerms, paymentsPerYear: number): number =>
	wayOf(rate.basis).fraction(rate as never, paymentsPerYear);

/** The periodic rate over the cell of the annual rate; null: no cell knows the days that it goes by. */
export const rateOnSheet = (rate: RateTerms, paymentsPerYear: number): Expression | null =>
	wayOf(rate.basis).onSheet(rate as never, paymentsPerYear);

/** How interest is explained; `pieces`: the days at each rate. */
export const conventionOf = (
	rate: RateTerms,
	paymentsPerYear: PaymentsPerYear,
	pieces: readonly RateDays[]
): Convention => wayOf(rate.basis).convention(rate as never, paymentsPerYear, pieces);

/** The interest of one period before it is rounded, in minor units. */
export const unroundedInterest = (
	rate: RateTerms,
	paymentsPerYear: number,
	balance: number,
	period: PeriodDays,
	later: readonly RateFromDay[] = []
): number => interestOn(periodicRate(rate, paymentsPerYear, 'none', later), balance, period);
