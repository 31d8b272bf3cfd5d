/** What a lender's entries on an account come to: amounts below zero are taken from the account's holder. */
import type { CalendarDate } from '../quantities/calendar';
import { minus, negative, plus, sumOf, type Cents } from '../quantities/money';

export interface Entry {
	readonly date: CalendarDate;
	readonly amount: Cents;
}

/** What entries after one day, up to and with another, add to what is owed. */
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

/** What of a balance follows neither from the one before it nor from the entries since. */
export const unexplained = (
	last: { readonly date: CalendarDate; readonly balance: Cents },
	entries: readonly Entry[],
	statement: { readonly asOf: CalendarDate; readonly owed: Cents }
): Cents => minus(statement.owed, plus(last.balance, addedBy(entries, last.date, statement.asOf)));
