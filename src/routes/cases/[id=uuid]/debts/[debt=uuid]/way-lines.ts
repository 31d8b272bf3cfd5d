import { addMonths, monthsBetween, type CalendarDate } from '$lib/core/quantities/calendar';
import { balancesIn, dateOfPeriod, owedAfter, type Run } from '$lib/core/debt/run';
import type { DebtEntry } from '$lib/document/debt';
import { balanceOnBand } from '$lib/words/account';
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

/** How strong the hue of each balance is, from the lowest band up; further ones are as the last. */
const STRENGTHS = [92, 62, 38, 24] as const;

/** The bands of a run by balance, each over those below it; none where the debt is one balance. */
function balanceBands(
	run: Run,
	debt: DebtEntry,
	hue: string,
	label: string,
	writing: Writing
): BalanceLine[] {
	const { balances } = debt;
	if (balances.length < 2) return [];
	const periods = periodsDrawn(run);
	const heights = periods.map(() => 0);
	return balances.map((balance, place) => {
		const points = periods.map((k, at) => {
			const own = balancesIn(run, k).find(({ id }) => id === balance.id)?.closing;
			heights[at] = (heights[at] ?? 0) + (own ?? (k < run.firstRow ? (balance.balance ?? 0) : 0));
			return { date: dateOfPeriod(run, k), balance: heights[at] ?? 0 };
		});
		const isTop = place === balances.length - 1;
		return {
			id: balance.id,
			points,
			label: isTop ? label : '',
			ends: isTop && run.ending.status === 'cleared' ? run.ending.payoffDate : null,
			dash: [],
			hue,
			band: {
				letter: balanceOnBand(balance, writing),
				light: place > 0,
				strength: STRENGTHS[Math.min(place, STRENGTHS.length - 1)] ?? 24
			}
		};
	});
}

/** The lines of the picture; the first run is the picked one, filled in the debt's hue. */
export function wayLines(
	shown: readonly NamedRun[],
	debt: DebtEntry,
	hue: string,
	writing: Writing
): BalanceLine[] {
	const [picked] = shown;
	const bands = picked
		? balanceBands(picked.run, debt, hue, endLabel(picked, writing), writing)
		: [];
	const lines = shown.map(({ name, run }, index) => ({
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
	return bands.length > 0 ? [...bands, ...lines.slice(1)] : lines;
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
