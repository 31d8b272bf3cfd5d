/** How a case stands beside its plan, as the casebook knows it. */
import { addMonths, type CalendarDate } from '../core/quantities/calendar';
import type { Cents } from '../core/quantities/money';

/** How a case stands: since when it has a forecast, when it was last read, and how far it was off then. */
export interface Standing {
	readonly expectedSince: CalendarDate | null;
	readonly lastRead: CalendarDate | null;
	/** Positive: more is owed than was expected; null where nothing was read of what is expected. */
	readonly off: Cents | null;
}

/** From when on a case wants a visit: nothing read for so many months, or further off than an amount. */
export interface VisitRule {
	readonly months: number;
	/** In minor units of a currency with two decimals; null: however far. */
	readonly off: number | null;
}

/** Why a case wants a visit; null where it does not: nothing is expected of a case without a forecast. */
export function wantsVisit(
	{ expectedSince, lastRead, off }: Standing,
	digits: number,
	today: CalendarDate,
	rule: VisitRule
): 'long ago' | 'far off' | null {
	if (expectedSince === null) return null;
	const most = rule.off === null ? null : (rule.off * 10 ** digits) / 100;
	if (most !== null && off !== null && Math.abs(off) > most) return 'far off';
	const since = lastRead !== null && lastRead > expectedSince ? lastRead : expectedSince;
	return addMonths(since, rule.months) <= today ? 'long ago' : null;
}
