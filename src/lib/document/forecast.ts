/** What a chosen plan was expected to do, as it stood when it was chosen: its terms and its figures. */
import { z } from 'zod';
import { dueDate, dueDatesUntil, type CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import type { Cents } from '../core/quantities/money';
import { newDebtOf } from './change';
import { debtEntry } from './debt';
import { choice, date, identifier, money, moneyList, name, sum } from './fields';
import { judgedOnce } from './judged-once';
import { readingsOf, type ReadingEntry, type VisitEntry } from './life';
import { planContent } from './plan';
import type { Standing } from './standing';

const amounts = (what: string) =>
	moneyList(
		what,
		LIMITS.forecastPeriods,
		`A forecast keeps at most ${LIMITS.forecastPeriods} figures of a kind.`
	);

/** One debt, period by period; what it owes after each follows from these. */
const figuresEntry = z
	.strictObject({
		debt: identifier('A debt of a forecast'),
		opening: money('The balance that a forecast begins with'),
		/** The interest of each whole period before the first due one, from the earliest on. */
		before: amounts('The interest of a forecast before its first payment'),
		paid: amounts('A payment of a forecast'),
		charges: amounts('A charge of a forecast'),
		interest: amounts('The interest of a forecast')
	})
	.refine(
		({ paid, charges, interest }) =>
			paid.length === charges.length && paid.length === interest.length,
		{
			error: 'The figures of a forecast have as many payments as charges and interest.'
		}
	);

export const forecastEntry = judgedOnce(
	z.strictObject({
		id: identifier('The identifier of a forecast'),
		/** By what it came to be: a plan was chosen, or gone on with. */
		by: choice('How a forecast came to be', ['choice', 'going on']),
		date: date('The day of a forecast'),
		plan: identifier('The plan of a forecast'),
		name: name('The name of the plan of a forecast', 1),
		asOf: date('The day of the figures of a forecast'),
		debts: z.array(debtEntry).max(LIMITS.debts, {
			error: `A forecast has at most ${LIMITS.debts} debts.`
		}),
		content: planContent,
		figures: z.array(figuresEntry).max(2 * LIMITS.debts, {
			error: `A forecast has figures of at most ${2 * LIMITS.debts} debts.`
		}),
		/** Its last payoff; null: it doesn’t end. */
		ends: date('The end of a forecast').nullable(),
		/** The first month whose money is less than what is asked; null: there is none, or (before version 9) it was not kept. */
		shortFrom: date('The first short month of a forecast').nullable(),
		/** Interest and fees in all. */
		cost: sum('The cost of a forecast')
	})
);
export type ForecastEntry = z.infer<typeof forecastEntry>;
/** The figures of one debt of it. */
export type KeptFigures = ForecastEntry['figures'][number];

/** The forecasts of a case with one more; of those beyond what a case keeps the oldest are let go. */
export const withForecast = (
	forecasts: readonly ForecastEntry[],
	entry: ForecastEntry
): ForecastEntry[] => [...forecasts, entry].slice(-LIMITS.forecasts);

/** What a debt was called, one that the plan brings too. */
export function nameIn({ debts, content }: ForecastEntry, id: string): string {
	const brought = content.changes.map(newDebtOf).find((one) => one?.id === id);
	return debts.find((debt) => debt.id === id)?.name ?? brought?.name ?? '';
}

/** The forecast that a day is looked at from: the last one that was made before it, or else the first. */
export function forecastOn(
	{ forecasts }: { readonly forecasts: readonly ForecastEntry[] },
	day: CalendarDate
): ForecastEntry | null {
	return forecasts.findLast(({ date: made }) => made < day) ?? forecasts[0] ?? null;
}

/** What a forecast has for a debt on a day, by what was kept alone; beyond that, its last figure. */
function expectedBy(entry: ForecastEntry, id: string, day: CalendarDate): Cents | null {
	const figures = entry.figures.find(({ debt }) => debt === id);
	const dates = datesIn(entry, id);
	if (!figures || !dates) return null;
	const due = Math.min(
		dueDatesUntil(dates.firstDue, day, dates.paymentsPerYear),
		figures.paid.length
	);
	let balance: number = figures.opening;
	figures.before.forEach((interest, at) => {
		const k = at + 1 - figures.before.length;
		if (dueDate(dates.firstDue, k, dates.paymentsPerYear) <= day) balance += interest;
	});
	for (let at = 0; at < due; at += 1) {
		balance += (figures.charges[at] ?? 0) + (figures.interest[at] ?? 0) - (figures.paid[at] ?? 0);
	}
	return balance as Cents;
}

function datesIn({ debts, content }: ForecastEntry, id: string) {
	const own = debts.find((debt) => debt.id === id);
	const brought = content.changes.map(newDebtOf).find((one) => one?.id === id);
	const firstDue = own?.firstDue ?? brought?.firstDue ?? null;
	return firstDue === null
		? null
		: { firstDue, paymentsPerYear: own?.lending.paymentsPerYear ?? (12 as const) };
}

/** By what is kept, without running a plan. */
export function standingOf({
	forecasts,
	visits,
	readings
}: {
	readonly forecasts: readonly ForecastEntry[];
	readonly visits: readonly VisitEntry[];
	readonly readings: readonly ReadingEntry[];
}): Standing {
	const [last] = visits
		.map(({ date: day }) => day)
		.sort()
		.reverse();
	const { date: expectedSince = null, shortFrom = null } = forecasts.at(-1) ?? {};
	const entry = last === undefined ? null : forecastOn({ forecasts }, last);
	if (last === undefined || entry === null) {
		return { expectedSince, lastRead: last ?? null, off: null, shortFrom };
	}
	const gaps = entry.figures.flatMap(({ debt }) => {
		const latest = readingsOf({ readings }, debt, last).at(-1);
		const expected = latest ? expectedBy(entry, debt, latest.date) : null;
		// What was read before the forecast began says nothing about it.
		if (!latest || expected === null || latest.date <= entry.asOf) return [];
		return [latest.balance - expected];
	});
	const off = gaps.length === 0 ? null : (gaps.reduce((sum, gap) => sum + gap, 0) as Cents);
	return { expectedSince, lastRead: last, off, shortFrom };
}
