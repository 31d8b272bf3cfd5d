import {
	dayNumber,
	dueAnchor,
	dueDay,
	leapDaysBefore,
	type DueAnchor
} from '../quantities/calendar';
import type { DebtTerms } from './terms';
import type { PeriodDays } from '../quantities/rate';

/** The due dates of a debt, ready to have the days between them counted. */
export const anchorOf = ({ firstDue, paymentsPerYear }: DebtTerms): DueAnchor =>
	dueAnchor(firstDue, paymentsPerYear);

/**
 * Counts the days of period k into `into` (contract, sections 2 and 7). In arrears it runs from the
 * previous due date, the first from `asOf`, to its own; in advance from its own to the next one.
 */
export function daysOfPeriod(
	{ asOf, timing }: DebtTerms,
	anchor: DueAnchor,
	k: number,
	into: PeriodDays
): void {
	const advance = timing === 'advance';
	const from =
		k === 1 && !advance && asOf !== undefined
			? dayNumber(asOf)
			: dueDay(anchor, advance ? k : k - 1);
	const to = dueDay(anchor, advance ? k + 1 : k);
	into.days = to - from;
	into.leapDays = leapDaysBefore(to) - leapDaysBefore(from);
}
