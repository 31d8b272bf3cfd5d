/** Sums of a creditor's entries on an account; negative amounts are charged to the account holder. */
import type { CalendarDate } from '../quantities/calendar';
import { minus, negative, plus, sumOf, type Cents } from '../quantities/money';

export interface Entry {
	readonly date: CalendarDate;
	readonly amount: Cents;
}

/** The change of the balance by entries after one day, up to and including another. */
export const addedBy = (
	entries: readonly Entry[],
	after: CalendarDate,
	until: CalendarDate
): Cents =>
	negative(
		sumOf(
			entries.filter(({ date }) => date > after && date <= until),
			({ amount }) => amount
		)
	);

/** The part of a balance that neither the previous balance nor the entries since explain. */
export const unexplained = (
	last: { readonly date: CalendarDate; readonly balance: Cents },
	entries: readonly Entry[],
	statement: { readonly asOf: CalendarDate; readonly owed: Cents }
): Cents => minus(statement.owed, plus(last.balance, addedBy(entries, last.date, statement.asOf)));
