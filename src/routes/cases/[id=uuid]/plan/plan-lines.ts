/** The plan as a picture: what is owed in all over real months, in bands, and the baseline as a line. */
import { addMonths, type CalendarDate } from '$lib/core/quantities/calendar';
import type { Plan } from '$lib/core/plan/terms';
import type { Cents } from '$lib/core/quantities/money';
import { owedInAll } from '$lib/core/plan/answers';
import { byPayoff, dayOfMonth, monthsDrawn, owedBy } from '$lib/core/plan/over-time';
import type { Writing } from '$lib/reading/writing';
import { endOfLine } from '$lib/words/comparison';
import type { Listed } from '$lib/words/plan';
import { writeShortMonth } from '$lib/reading/written';
import { letterOf } from '$lib/words/debt';
import type { BalanceLine } from '$lib/ui/balance-chart';
import { hueOf } from '$lib/words/hues';

/** Bands from the last debt to go, at the bottom, up to the first. */
export function planLines(
	plan: Plan,
	debts: readonly Listed[],
	asOf: CalendarDate,
	writing: Writing
): BalanceLine[] {
	const months = monthsDrawn(plan);
	const days = months.map((month) => dayOfMonth(plan, month, asOf));
	const heights = months.map(() => 0);
	return byPayoff(plan, debts)
		.toReversed()
		.map(({ id, place }) => {
			const index = plan.debts.findIndex((debt) => debt.id === id);
			const debt = plan.debts[index];
			months.forEach((month, at) => {
				heights[at] = (heights[at] ?? 0) + owedBy(plan, index, month);
			});
			const letter = letterOf(place);
			const gone = debt?.payoffMonth ? debt.payoffDate : null;
			return {
				id,
				points: days.map((date, at) => ({ date, balance: heights[at] ?? 0 })),
				label: gone === null ? letter : `${letter} · ${writeShortMonth(gone, writing)}`,
				ends: gone,
				dash: [],
				hue: hueOf(place).property,
				band: { letter, light: hueOf(place).light }
			};
		});
}

/** The total balance under a plan as a thin line. */
export function owedLine(
	plan: Plan,
	name: string,
	asOf: CalendarDate,
	look: Pick<BalanceLine, 'id' | 'dash' | 'hue'>,
	writing: Writing
): BalanceLine {
	const { ending } = plan;
	return {
		...look,
		points: monthsDrawn(plan).map((month) => ({
			date: dayOfMonth(plan, month, asOf),
			balance: owedInAll(plan, month)
		})),
		label: endOfLine(name, plan, writing),
		ends: ending.status === 'cleared' ? ending.payoffDate : null
	};
}

/** How far ahead a plan is after each month, as a thin line; the months are those of the longer of two plans. */
export const aheadLine = (
	longer: Plan,
	ahead: readonly Cents[],
	name: string,
	asOf: CalendarDate,
	look: Pick<BalanceLine, 'id' | 'dash' | 'hue'>
): BalanceLine => ({
	...look,
	points: monthsDrawn(longer).flatMap((month) => {
		const balance = ahead[month];
		return balance === undefined ? [] : [{ date: dayOfMonth(longer, month, asOf), balance }];
	}),
	label: name,
	ends: null
});

/** A baseline that takes much longer is cut off where the plan can still be read, unless asked for. */
export function planUntil(
	plan: Plan,
	baseline: Plan,
	whole: boolean
): { readonly until: CalendarDate; readonly cut: boolean } {
	const own = Math.max(plan.months, 6);
	const all = Math.max(own, baseline.months);
	const cut = all > own * 1.6;
	const months = cut && !whole ? Math.ceil(own * 1.3) : all;
	return { until: addMonths(plan.firstMonth, months + 1), cut };
}
