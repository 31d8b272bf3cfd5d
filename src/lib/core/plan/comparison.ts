/** Plans side by side: their figures, how each compares with one of them, and where two of them cross. */
import { addMonths, monthsBetween, type CalendarDate } from '../quantities/calendar';
import { type Cents } from '../quantities/money';
import { owedInAll } from './answers';
import { spentIn } from './payments';
import type { Plan } from './terms';
import { costPerUnit } from '../debt/run';

/** The figures by which plans are compared, in display order. */
export const FIGURES = [
	'ends',
	'months',
	'firstGone',
	'interest',
	'fees',
	'deferredCharged',
	'forgiven',
	'cost',
	'costPerUnit',
	'moneyAtFirst',
	'moneyAtMost',
	'shortMonths'
] as const;
export type ComparedFigure = (typeof FIGURES)[number];

/** One figure of a plan; null where it has none: it never ends. */
export type ComparedValue =
	| { readonly kind: 'date'; readonly date: CalendarDate }
	| { readonly kind: 'count'; readonly count: number }
	| { readonly kind: 'money'; readonly amount: Cents }
	/** Paid for each unit owed, in hundredths. */
	| { readonly kind: 'per unit'; readonly hundredths: number };

export type ComparedPlan = Readonly<Record<ComparedFigure, ComparedValue | null>>;

/** The figures of a plan; costs of one that does not end are not known. */
export function comparedPlan(plan: Plan): ComparedPlan {
	const { ending, months, debts, kept, begins } = plan;
	const ended = ending.status === 'cleared';
	const money = (amount: number): ComparedValue => ({ kind: 'money', amount: amount as Cents });
	const gone = debts.flatMap(({ payoffDate, payoffMonth }) =>
		payoffDate !== null && payoffMonth !== 0 ? [payoffDate] : []
	);
	const [first] = gone.sort();
	const spent = kept.map(spentIn);
	const perUnit = costPerUnit(plan);
	return {
		ends: ended ? { kind: 'date', date: ending.payoffDate } : null,
		months: ended ? { kind: 'count', count: months } : null,
		firstGone: first === undefined ? null : { kind: 'date', date: first },
		interest: ended ? money(plan.totalInterest) : null,
		fees: ended ? money(plan.totalFees) : null,
		deferredCharged: ended ? money(plan.deferredCharged) : null,
		forgiven: ended ? money(plan.totalForgiven) : null,
		cost: ended ? money(plan.totalCost) : null,
		costPerUnit: ended && perUnit !== null ? { kind: 'per unit', hundredths: perUnit } : null,
		moneyAtFirst: money(spent[begins - 1] ?? spent[0] ?? 0),
		moneyAtMost: money(Math.max(0, ...spent)),
		shortMonths: { kind: 'count', count: plan.shortMonths.length }
	};
}

/**
 * How far a figure is from another: months for dates, else in its own unit; negative: sooner, or less.
 * Null where one of them has none.
 */
export function distance(one: ComparedValue | null, other: ComparedValue | null): number | null {
	if (one?.kind === 'date' && other?.kind === 'date') return monthsBetween(other.date, one.date);
	const [mine, theirs] = [sizeOf(one), sizeOf(other)];
	return mine === null || theirs === null ? null : mine - theirs;
}

/** Which plans have the lowest of a figure, by their places; none where all that have one are alike. */
export function bestOf(values: readonly (ComparedValue | null)[]): number[] {
	const sizes = values.map((value) => (value?.kind === 'date' ? value.date : sizeOf(value)));
	const known = sizes.filter((size) => size !== null);
	const [best] = [...known].sort((a, b) => (a < b ? -1 : a > b ? 1 : 0));
	if (best === undefined || sizes.every((size) => size === best)) return [];
	return sizes.flatMap((size, place) => (size === best ? [place] : []));
}

function sizeOf(value: ComparedValue | null): number | null {
	switch (value?.kind) {
		case 'count':
			return value.count;
		case 'money':
			return value.amount;
		case 'per unit':
			return value.hundredths;
		default:
			return null;
	}
}

/** By what one plan is ahead of another: what has been paid for interest and fees so far, or what is owed. */
export type AheadBy = 'cost' | 'owed';

/**
 * How far a plan is ahead of another after each month, from month 0 on: positive where it has cost less so far, or
 * owes less; by the longer of the two, as far as what an endless one comes to is known.
 */
export function aheadOf(plan: Plan, other: Plan, by: AheadBy): Cents[] {
	const known = ({ ending, months }: Plan) => (ending.status === 'cleared' ? Infinity : months);
	const months = Math.min(Math.max(plan.months, other.months), known(plan), known(other));
	const [mine, theirs] = [plan, other].map((of) =>
		by === 'cost' ? costSoFar(of, months) : owedSoFar(of, months)
	);
	return (mine ?? []).map((amount, month) => ((theirs?.[month] ?? 0) - amount) as Cents);
}

const owedSoFar = (plan: Plan, months: number): number[] =>
	Array.from({ length: months + 1 }, (_, month) => owedInAll(plan, month));

/** Interest and fees after each month; what changes cost at the start is there from the start. */
function costSoFar({ kept, changeFees }: Plan, months: number): number[] {
	let sum: number = changeFees.added + changeFees.upFront;
	const costs = [sum];
	for (let month = 1; month <= months; month += 1) {
		const { interest = 0, fees = 0, shares = [] } = kept[month - 1] ?? {};
		sum += interest + fees + shares.reduce((all, share) => all + share.fees, 0);
		costs.push(sum);
	}
	return costs;
}

/** Cost of a plan's changes by the end of a month, besides the debts' own interest and charges. */
export const agreedSoFar = ({ kept, changeFees }: Plan, month: number): Cents =>
	kept
		.slice(0, month)
		.reduce((sum, { fees }) => sum + fees, changeFees.added + changeFees.upFront) as Cents;

/** From a month on, less is owed in all, or has been paid in interest and fees, under one of two plans. */
export interface Crossing {
	/** The first month after which it is so. */
	readonly month: number;
	readonly date: CalendarDate;
	readonly ahead: 'first' | 'second';
}

/** Where two plans cross: each month after which another one of them is ahead. */
export function crossings(first: Plan, second: Plan, by: AheadBy = 'owed'): Crossing[] {
	const found: Crossing[] = [];
	let ahead: Crossing['ahead'] | null = null;
	aheadOf(first, second, by).forEach((difference, month) => {
		if (difference === 0) return;
		const now = difference > 0 ? 'first' : 'second';
		if (ahead !== null && ahead !== now) {
			found.push({ month, date: addMonths(first.firstMonth, month - 1), ahead: now });
		}
		ahead = now;
	});
	return found;
}
