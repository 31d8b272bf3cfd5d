/** The saved forecast of a chosen plan: its terms and figures at that time. */
import type { CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import { type Cents, sumOf } from '../core/quantities/money';
import { keptOwedOn } from '../core/plan/kept-figures';
import { newDebtOf } from './change';
import { readingsOf, type ReadingEntry, type VisitEntry } from './life';
import type { Standing } from './standing';
import type { z } from 'zod';
import type { forecastEntry } from './schema/forecast';

export type ForecastEntry = z.infer<typeof forecastEntry>;
/** The figures of one debt of it. */
export type KeptFigures = ForecastEntry['figures'][number];

/** The forecasts of a case with one more; of those beyond what a case keeps the oldest are let go. */
export const withForecast = (
	forecasts: readonly ForecastEntry[],
	entry: ForecastEntry
): ForecastEntry[] => [...forecasts, entry].slice(-LIMITS.forecasts);

/** The name of a debt, including one added by the plan. */
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

/** The saved forecast's balance of a debt on a day; after it, the last one. */
function expectedBy(entry: ForecastEntry, id: string, day: CalendarDate): Cents | null {
	const figures = entry.figures.find(({ debt }) => debt === id);
	const dates = datesIn(entry, id);
	if (!figures || !dates) return null;
	return keptOwedOn(figures, dates, day);
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
	const off = gaps.length === 0 ? null : sumOf(gaps, (gap) => gap);
	return { expectedSince, lastRead: last, off, shortFrom };
}
