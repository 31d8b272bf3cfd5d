import type { CalendarDate } from '../core/calendar';
import { ZERO } from '../core/money';
import type { PlanEntry, PlanHappening } from '../formats/plan-document';
import { v4 as newId } from 'uuid';

/** Money on top on a day, not known yet how much. */
export function newPlanHappening(date: CalendarDate): PlanHappening {
	return { id: newId(), kind: 'one-off', off: false, date, amount: ZERO, everyYear: false };
}

/** What happens, with one of it put in the place of the one that has its identity, or added. */
export function withItem(
	happenings: PlanEntry['happenings'],
	changed: PlanHappening
): PlanEntry['happenings'] {
	return happenings.some(({ id }) => id === changed.id)
		? happenings.map((item) => (item.id === changed.id ? changed : item))
		: [...happenings, changed];
}
