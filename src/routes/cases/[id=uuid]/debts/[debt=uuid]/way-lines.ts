import { addMonths, monthsBetween, type CalendarDate } from '$lib/core/quantities/calendar';
import { dateOfPeriod, owedAfter, type Run } from '$lib/core/debt/run';
import { endLabel, type NamedRun } from '$lib/words/pictures';
import type { Writing } from '$lib/reading/writing';
import type { BalanceLine } from '$lib/ui/balance-chart';

/** How the lines that are not picked are told apart: the baseline, then the debt as it is paid. */
const DASHES: readonly (readonly number[])[] = [[], [2, 4], [9, 4]];

/** More points than these are closer together than can be seen. */
const POINTS = 520;

/** The periods that a picture draws: in a long run not every one. */
function periodsDrawn({ firstRow, periods }: Run): number[] {
	const start = firstRow - 1;
	const step = Math.ceil((periods - start) / POINTS) || 1;
	const drawn = Array.from(
		{ length: Math.ceil((periods - start) / step) },
		(_, at) => start + at * step
	);
	return [...drawn, periods];
}

/** The lines of the picture; the first run is the picked one, filled in the debt's hue. */
export function wayLines(shown: readonly NamedRun[], hue: string, writing: Writing): BalanceLine[] {
	return shown.map(({ name, run }, index) => ({
		id: name,
		points: periodsDrawn(run).map((k) => ({
			date: dateOfPeriod(run, k),
			balance: owedAfter(run, k)
		})),
		label: endLabel({ name, run }, writing),
		ends: run.ending.status === 'cleared' ? run.ending.payoffDate : null,
		dash: DASHES[index] ?? [],
		hue: index === 0 ? hue : null
	}));
}

/** Beyond so many times the length of the picked run, a long one is cut off unless all of it is asked for. */
const MUCH_LONGER = 3.5;

/**
 * How far the time axis goes: to the last payoff date; or, where another run goes on for much longer than
 * the picked one, to where this can still be read.
 */
export function axisEnd(
	shown: readonly NamedRun[],
	whole: boolean
): { readonly until: CalendarDate; readonly cut: boolean } | null {
	const [picked, ...others] = shown;
	if (!picked) return null;
	const start = picked.run.startDate;
	const months = ({ run }: NamedRun) => monthsBetween(start, run.lastDate);
	const own = Math.max(months(picked), 6);
	const all = Math.max(own, ...others.map(months));
	const long = all > own * MUCH_LONGER;
	const shownMonths = long && !whole ? Math.ceil(own * 1.7) : all;
	return { until: addMonths(start, shownMonths + 1), cut: long };
}

/** Whether two runs are the same to look at. */
export const sameRun = (one: Run, other: Run | undefined): boolean =>
	other !== undefined &&
	one.totalPaid === other.totalPaid &&
	one.periods === other.periods &&
	one.firstPayment === other.firstPayment;

/** The picked way, then what it is seen against; the same run is not drawn twice. */
export function drawnOnce<T extends { readonly run: Run }>(
	picked: T,
	baseline: T,
	paid: T
): readonly [T, ...T[]] {
	const others = [baseline, ...(sameRun(paid.run, baseline.run) ? [] : [paid])];
	return [picked, ...others.filter(({ run }) => !sameRun(run, picked.run))];
}
