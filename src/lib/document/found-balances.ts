/** What each debt of a plan owes when it is gone on with, and on which day. */
import {
	dueDate,
	dueDatesUntil,
	startOfMonth,
	type CalendarDate
} from '../core/quantities/calendar';
import type { Cents } from '../core/quantities/money';
import { beginOf } from '../core/plan/drift';
import { expectedOn, forecastOf, type Forecast } from '../core/plan/happened';
import { carriedPlan, type CarriedPlan } from './carried-plans';
import type { CaseDocument } from './case';
import type { ForecastEntry } from './forecast';
import { keptForecast } from './kept-forecast';
import { readingsOf } from './life';
import type { PlanEntry } from './plan';

/** A plan as it is, and what it expects of each of its debts. */
interface FollowedPlan {
	readonly debts: CaseDocument['debts'];
	readonly asOf: CalendarDate;
	readonly carried: CarriedPlan;
	readonly expected: readonly Forecast[];
}

/** Readings change neither debts nor plans: what those come to is not worked out again for each. */
const followedPlans = new WeakMap<PlanEntry, FollowedPlan>();

export function followedPlan({ debts, asOf }: CaseDocument, plan: PlanEntry): FollowedPlan {
	const before = followedPlans.get(plan);
	if (before?.debts === debts && before.asOf === asOf) return before;
	const carried = carriedPlan({ debts, asOf }, plan);
	const expected = carried.debts.map((_, at) => forecastOf(carried.debts, carried.plan, at));
	const followed = { debts, asOf, carried, expected };
	followedPlans.set(plan, followed);
	return followed;
}

/** What a debt owes, on which day, and what the plan as it is expects of it. */
export interface Found {
	readonly opening: Cents;
	readonly balance: Cents;
	readonly day: CalendarDate;
	/** Whether it was not read. */
	readonly assumed: boolean;
	readonly expected: Forecast;
}

/**
 * The latest reading of each debt of the plan; without one, what was expected, on the day it was last due. A plan
 * never goes on from before the month that it is gone on in.
 */
export function balancesOn(
	document: CaseDocument,
	forecast: ForecastEntry,
	{ carried: { debts }, expected: forecasts }: FollowedPlan,
	on: CalendarDate
): ReadonlyMap<string, Found> {
	const kept = new Map(keptForecast(forecast).debts.map((debt) => [debt.id, debt.forecast]));
	return new Map(
		debts.flatMap(({ id, terms }, index) => {
			const expected = forecasts[index];
			if (!expected) return [];
			const { opening } = terms;
			const begin = beginOf(expected);
			const read = readingsOf(document, id, on).findLast(({ date }) => date > begin);
			const { firstDue, paymentsPerYear } = terms;
			const next = (after: CalendarDate) =>
				dueDate(firstDue, dueDatesUntil(firstDue, after, paymentsPerYear) + 1, paymentsPerYear);
			if (read && next(read.date) >= startOfMonth(on)) {
				const { balance, date: day } = read;
				return [[id, { opening, balance, day, assumed: false, expected }] as const];
			}
			const due = dueDatesUntil(firstDue, on, paymentsPerYear);
			const day = due === 0 ? begin : dueDate(firstDue, due, paymentsPerYear);
			const forecastOfIt = kept.get(id) ?? expected;
			// Read so long ago that months have passed since: from then on it went as it was expected, as far as is known.
			const off = read ? read.balance - expectedOn(forecastOfIt, read.date) : 0;
			const balance = Math.max(0, expectedOn(forecastOfIt, on) + off) as Cents;
			// Where nothing was due yet the balance is what it was, as far as anybody knows.
			return [[id, { opening, balance, day, assumed: due > 0, expected }] as const];
		})
	);
}
