/** The plan as a picture: what is owed in all over real months, in bands, and the baseline as a line. */
import { addDays, addMonths, type CalendarDate } from '$lib/core/quantities/calendar';
import type { Plan } from '$lib/core/plan/terms';
import { owedInAll } from '$lib/core/plan/answers';
import type { Writing } from '$lib/reading/writing';
import { endOfLine } from '$lib/words/comparison';
import type { Listed } from '$lib/words/plan';
import { writeShortMonth } from '$lib/reading/written';
import { letterOf } from '$lib/words/debt';
import { monthStart } from '$lib/document/plan';
import type { BalanceLine } from '$lib/ui/balance-chart';
import { hueOf } from '$lib/ui/hues';

/** The day of a month in the picture: its middle; the start is the day of the balances. */
export function dayOfMonth(plan: Plan, month: number, asOf: CalendarDate): CalendarDate {
	return month === 0 ? asOf : addDays(monthStart(plan.firstMonth, month), 14);
}

/** The debts in the order in which they are gone; those that never are come last. */
export function byPayoff<T extends { readonly id: string }>(plan: Plan, debts: readonly T[]): T[] {
	const gone = new Map(
		plan.debts.map(({ id, payoffMonth, payoffDate }) => [
			id,
			`${String(payoffMonth ?? 9999).padStart(4, '0')} ${payoffDate ?? ''}`
		])
	);
	const when = (debt: T) => gone.get(debt.id) ?? '';
	return [...debts].sort((a, b) => (when(a) < when(b) ? -1 : when(a) > when(b) ? 1 : 0));
}

/** More points than these are closer together than can be seen. */
const POINTS = 180;

/** The months that a picture draws: in a long plan not every one, but those in which a debt is gone. */
function monthsDrawn(plan: Plan): number[] {
	const step = Math.ceil(plan.months / POINTS) || 1;
	const ends = new Set(plan.debts.map(({ payoffMonth }) => payoffMonth));
	return Array.from({ length: plan.months + 1 }, (_, month) => month).filter(
		(month) => month % step === 0 || month === plan.months || ends.has(month)
	);
}

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
				const share = plan.kept[month - 1]?.shares.find((other) => other.index === index);
				const owed = month === 0 ? (debt?.starting ?? 0) : (share?.closing ?? 0);
				heights[at] = (heights[at] ?? 0) + owed;
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

/** What is owed in all under a plan, as a thin line. */
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
