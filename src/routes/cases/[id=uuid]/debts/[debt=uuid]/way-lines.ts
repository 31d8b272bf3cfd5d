import { addMonths, monthsBetween, type CalendarDate } from '$lib/core/calendar';
import { datesOf, owedAfter } from '$lib/core/run';
import { WAY_IDS, type ThreeWays, type WayId } from '$lib/core/ways';
import { endLabel } from '$lib/formats/picture-text';
import type { BalanceLine } from '$lib/ui/balance-chart';

/** How the lines that are not picked are told apart. */
export const WAY_DASHES: Readonly<Record<WayId, readonly number[]>> = {
	minimum: [2, 4],
	held: [],
	more: [9, 4]
};

/** The lines of the picture; without an extra, the third way is the second and not drawn twice. */
export function wayLines(ways: ThreeWays, shown: readonly WayId[], picked: WayId): BalanceLine[] {
	return shown.map((id) => {
		const { run } = ways[id];
		return {
			id,
			points: datesOf(run).map((date, k) => ({ date, balance: owedAfter(run, k) })),
			label: endLabel(ways, id),
			ends: run.ending.status === 'cleared',
			dash: WAY_DASHES[id],
			picked: id === picked
		};
	});
}

export function shownWays(ways: ThreeWays): readonly WayId[] {
	const same = ways.more.run.totalPaid === ways.held.run.totalPaid;
	return same ? WAY_IDS.filter((id) => id !== 'more') : WAY_IDS;
}

/** Beyond so many times the length of the other ways, a long run is cut off unless all of it is asked for. */
const MUCH_LONGER = 3.5;

/**
 * How far the time axis goes: to the last payoff date; or, where the minimum goes on for much longer
 * than the others, to where these can still be read.
 */
export function axisEnd(
	ways: ThreeWays,
	whole: boolean
): { readonly until: CalendarDate; readonly cut: boolean } {
	const start = ways.minimum.run.startDate;
	const months = (id: WayId) => monthsBetween(start, ways[id].run.lastDate);
	const others = Math.max(months('held'), months('more'), 6);
	const all = Math.max(others, months('minimum'));
	const long = all > others * MUCH_LONGER;
	const shownMonths = long && !whole ? Math.ceil(others * 1.7) : all;
	return { until: addMonths(start, shownMonths + 1), cut: long };
}
