/** The balances with which a plan is continued, and their dates. */
import type { CalendarDate } from '../core/quantities/calendar';
import type { Cents } from '../core/quantities/money';
import { beginOf } from '../core/plan/drift';
import { carriedBalance, forecastOf, type Forecast } from '../core/plan/progress';
import { carriedPlan, type CarriedPlan } from './carried-plans';
import type { CaseDocument } from './case';
import type { ForecastEntry } from './forecast';
import { keptForecast } from './kept-forecast';
import { lifeOf, readingsOf, type ReadingEntry } from './life';
import type { PlanEntry } from './plan';

/** A plan as it is, and what it expects of each of its debts. */
interface FollowedPlan {
	readonly debts: CaseDocument['debts'];
	readonly asOf: CalendarDate;
	readonly sheet: CaseDocument['sheet'];
	readonly carried: CarriedPlan;
	readonly expected: readonly Forecast[];
}

/** Readings change neither debts nor plans: what those come to is not worked out again for each. */
const followedPlans = new WeakMap<PlanEntry, FollowedPlan>();

export function followedPlan({ debts, asOf, sheet }: CaseDocument, plan: PlanEntry): FollowedPlan {
	const before = followedPlans.get(plan);
	if (before?.debts === debts && before.asOf === asOf && before.sheet === sheet) return before;
	const carried = carriedPlan({ debts, asOf, sheet }, plan);
	const expected = carried.debts.map((_, at) => forecastOf(carried.debts, carried.plan, at));
	const followed = { debts, asOf, sheet, carried, expected };
	followedPlans.set(plan, followed);
	return followed;
}

/** Each balance of a debt as it was read; none unless all of them were. */
const wholeReading = (
	{ debts }: Pick<CaseDocument, 'debts'>,
	{ debt: id, byBalance }: ReadingEntry
): ReadingEntry['byBalance'] => {
	const balances = debts.find((debt) => debt.id === id)?.balances ?? [];
	return balances.every((one) => byBalance.some((read) => read.id === one.id)) ? byBalance : [];
};

/** The balance with which a debt is continued, and its forecast. */
export interface OpeningBalance {
	readonly opening: Cents;
	readonly balance: Cents;
	/** The day from which interest runs on. */
	readonly day: CalendarDate;
	/** Whether it was not read, or not since a payment was due that nobody entered. */
	readonly assumed: boolean;
	readonly expected: Forecast;
	/** The day of the reading that it follows from, and of the last fee in it; null: there is none. */
	readonly lastRead: CalendarDate | null;
	readonly lastFee: CalendarDate | null;
	/** Each balance of that reading; none where the total alone was read. */
	readonly byBalance: ReadingEntry['byBalance'];
}

/**
 * The latest reading of each debt of the plan, carried on to the day of going on; without one, what was expected on that
 * day (specification, section 12).
 */
export function balancesOn(
	document: CaseDocument,
	forecast: ForecastEntry,
	{ carried: { debts }, expected: forecasts }: FollowedPlan,
	on: CalendarDate
): ReadonlyMap<string, OpeningBalance> {
	const kept = new Map(keptForecast(forecast).debts.map((debt) => [debt.id, debt.forecast]));
	return new Map(
		debts.flatMap(({ id, terms }, index): [string, OpeningBalance][] => {
			const expected = forecasts[index];
			if (!expected) return [];
			const { opening } = terms;
			const begin = beginOf(expected);
			const forecastOfIt = kept.get(id) ?? expected;
			const read = readingsOf(document, id, on).findLast(({ date }) => date > begin);
			if (read) {
				const { date, balance } = read;
				const byBalance = wholeReading(document, read);
				const life = lifeOf(document, id, on, forecastOfIt);
				const carried = carriedBalance(forecastOfIt, { date, balance }, on, life);
				const lastFee =
					life.charges.findLast(({ fee, date: day }) => fee && day <= on)?.date ?? null;
				return [[id, { opening, ...carried, expected, lastRead: date, lastFee, byBalance }]];
			}
			const last = forecastOfIt.periods.findLast(({ date }) => date <= on);
			// Where nothing was due yet the balance is what it was, as far as anybody knows.
			const balance = last?.closing ?? opening;
			const day = last?.date ?? begin;
			const assumed = last !== undefined;
			return [
				[
					id,
					{ opening, balance, day, assumed, expected, lastRead: null, lastFee: null, byBalance: [] }
				]
			];
		})
	);
}
