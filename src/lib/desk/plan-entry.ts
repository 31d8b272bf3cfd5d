import type { CalendarDate } from '../core/calendar';
import { ZERO } from '../core/money';
import type { PlanHappening } from '../formats/plan-document';
import { v4 as newId } from 'uuid';

/** Money on top on a day, not known yet how much. */
export function newPlanHappening(date: CalendarDate): PlanHappening {
	return { id: newId(), kind: 'one-off', off: false, date, amount: ZERO, everyYear: false };
}
