/** The lines of the progress chart: expected, recorded, and expected from here. */
import { addMonths, endOfMonth, type CalendarDate } from '$lib/core/quantities/calendar';
import { beginOf, expectedInAll, owedInAllOn, type Drift } from '$lib/core/plan/drift';
import type { ComeBack } from '$lib/document/coming-back';
import type { KeptForecast } from '$lib/document/kept-forecast';
import type { Writing } from '$lib/reading/writing';
import type { BalanceLine } from '$lib/ui/balance-chart';
import type { Listed } from '$lib/words/plan';
import { planLines } from '../plan/plan-lines';

/** The bands of the plan gone on with, below what was expected and what was. */
export function progressLines(
	back: ComeBack,
	earlier: readonly KeptForecast[],
	visits: readonly CalendarDate[],
	debts: readonly Listed[],
	writing: Writing
): BalanceLine[] {
	const bands = back.on ? planLines(back.on.carried.plan, debts, back.day, writing) : [];
	return [
		...bands.map((line) => ({ ...line, label: '', ends: null })),
		expectedLine(back.kept, [2, 4]),
		...earlier.map((kept) => expectedLine(kept, [1, 3])),
		realLine(back.drift, visits)
	];
}

/** The total expected balance at the end of each month. */
function expectedLine({ entry, debts }: KeptForecast, dash: readonly number[]): BalanceLine {
	const last = debts
		.flatMap(({ forecast }) => forecast.periods.at(-1)?.date ?? [])
		.sort()
		.at(-1);
	const points = [{ date: entry.asOf as string, balance: expectedInAll(debts, entry.asOf) }];
	for (let day = endOfMonth(entry.asOf); ; day = endOfMonth(addMonths(day, 1))) {
		points.push({ date: day, balance: expectedInAll(debts, day) });
		if (last === undefined || day >= last || points.length > 1200) break;
	}
	return {
		id: entry.id,
		points,
		label: '',
		ends: null,
		dash,
		hue: null
	};
}

/** The total balance on the date of each visit; a debt without a record counts as expected. */
function realLine({ debts }: Drift, visits: readonly CalendarDate[]): BalanceLine {
	const begin = debts.map(({ forecast }) => beginOf(forecast)).sort()[0];
	const days = begin === undefined ? visits : [begin, ...visits.filter((day) => day > begin)];
	return {
		id: 'real',
		points: days.map((date) => ({ date, balance: owedInAllOn(debts, date) })),
		label: '',
		ends: null,
		dash: [],
		hue: null,
		marked: true
	};
}
