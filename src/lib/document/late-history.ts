/** What was missed before a debt was taken down, as a counselor types it: how many payments, and since when a penalty. */
import { dueDate } from '../core/quantities/calendar';
import { shared } from '../core/quantities/share';
import { ZERO, type Cents } from '../core/quantities/money';
import { NO_HISTORY, type DebtEntry } from './debt';

type Late = NonNullable<DebtEntry['late']>;
export type LateHistory = NonNullable<Late['history']>;

/** The history with changed fields; null where it says nothing any longer. */
export function withHistory({ history }: Late, fields: Partial<LateHistory>): Late['history'] {
	const changed = { ...(history ?? NO_HISTORY), ...fields };
	const { missed, feeDue, penaltyFrom, onTime } = changed;
	const isEmpty = missed.length === 0 && feeDue === 0 && penaltyFrom === null && onTime === 0;
	return isEmpty ? null : changed;
}

/** So many of the last payments were missed; what is past due is divided among them in equal parts. */
export function missedLast(
	{ firstDue, lending, noted }: DebtEntry,
	count: number
): LateHistory['missed'] {
	if (firstDue === null) return [];
	const lacking = shared(
		noted.pastDue ?? 0,
		Array.from({ length: count }, () => 1)
	);
	return lacking.map((amount, at) => ({
		due: dueDate(firstDue, at + 1 - count, lending.paymentsPerYear),
		lacking: (amount ?? ZERO) as Cents
	}));
}
