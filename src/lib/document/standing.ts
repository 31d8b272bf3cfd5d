/** How a case stands beside its plan, as the casebook knows it. */
import type { CalendarDate } from '../core/quantities/calendar';
import type { Cents } from '../core/quantities/money';

/** How a case stands: since when it has a forecast, when it was last read, and how far it was off then. */
export interface Standing {
	readonly expectedSince: CalendarDate | null;
	readonly lastRead: CalendarDate | null;
	/** Positive: more is owed than was expected; null where nothing was read of what is expected. */
	readonly off: Cents | null;
	/** The first month whose money was less than what is asked, as the plan was chosen or last gone on with. */
	readonly shortFrom: CalendarDate | null;
}
