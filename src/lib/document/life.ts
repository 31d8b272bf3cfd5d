/**
 * What really happened to a case's debts, as it is saved: the client's visits, the balances that were read in them,
 * and payments and charges that somebody typed. What creditors' files say is with the debts (`transactions`).
 */
import { addedBy, unexplained } from '../core/debt/entries';
import { dueDate, dueDatesUntil, type CalendarDate } from '../core/quantities/calendar';
import { type Cents, negative } from '../core/quantities/money';
import type { DatedAmount, Forecast, Life } from '../core/plan/progress';
import type { DebtEntry, TransactionEntry } from './debt';
import type { z } from 'zod';
import type { visitEntry, readingEntry, recordedEvent } from './schema/life';

export type VisitEntry = z.infer<typeof visitEntry>;
export type ReadingEntry = z.infer<typeof readingEntry>;
export type RecordedEvent = z.infer<typeof recordedEvent>;

/** The parts of a document that hold the records of its debts. */
export interface Lived {
	readonly debts: readonly Pick<DebtEntry, 'id' | 'transactions'>[];
	readonly readings: readonly ReadingEntry[];
	readonly recordedEvents: readonly RecordedEvent[];
}

const byDate = (one: { readonly date: string }, other: { readonly date: string }) =>
	one.date < other.date ? -1 : one.date > other.date ? 1 : 0;

/** The readings of a debt up to a day, in order of date. */
export function readingsOf(
	{ readings }: Pick<Lived, 'readings'>,
	debt: string,
	until: CalendarDate
): readonly ReadingEntry[] {
	const own = byDebt(readings).get(debt) ?? [];
	const last = own.at(-1);
	return last && last.date > until ? own.filter(({ date: day }) => day <= until) : own;
}

/** Lists of readings, by debt and in order: asked for many times while one is typed. */
const sorted = new WeakMap<readonly ReadingEntry[], ReadonlyMap<string, ReadingEntry[]>>();

function byDebt(readings: readonly ReadingEntry[]): ReadonlyMap<string, readonly ReadingEntry[]> {
	const before = sorted.get(readings);
	if (before) return before;
	const found = new Map<string, ReadingEntry[]>();
	for (const reading of readings) {
		const own = found.get(reading.debt);
		if (own) own.push(reading);
		else found.set(reading.debt, [reading]);
	}
	for (const own of found.values()) own.sort(byDate);
	sorted.set(readings, found);
	return found;
}

/** The same thing is in a creditor's file some days before or after a client says that it was. */
const DAYS_APART = 5;

/**
 * Typed payments and charges of a debt that a creditor's file has too: each counts once. As many pairs are found as
 * there can be: by date, each takes the earliest entry of the file that is near enough.
 */
export function alsoInFile(
	typed: readonly RecordedEvent[],
	transactions: readonly TransactionEntry[]
): ReadonlySet<string> {
	const free = [...transactions].sort(byDate);
	const found = new Set<string>();
	for (const one of [...typed].sort(byDate)) {
		const fits = ({ kind, amount, date: day }: TransactionEntry) =>
			kind === one.kind &&
			Math.abs(amount) === one.amount &&
			daysApart(day, one.date) <= DAYS_APART;
		const at = free.findIndex(fits);
		if (at < 0) continue;
		free.splice(at, 1);
		found.add(one.id);
	}
	return found;
}

const daysApart = (one: string, other: string): number =>
	Math.abs(Date.parse(one) - Date.parse(other)) / 86_400_000;

/** The records of a debt up to a day, to compare with its forecast (specification, section 12). */
export function lifeOf(
	lived: Lived,
	debt: string,
	until: CalendarDate,
	{ terms }: Pick<Forecast, 'terms'>
): Life {
	const transactions = lived.debts.find(({ id }) => id === debt)?.transactions ?? [];
	const typed = lived.recordedEvents.filter((one) => one.debt === debt);
	const twice = alsoInFile(typed, transactions);
	const own = typed.filter(({ id }) => !twice.has(id));
	const dated = (kinds: readonly string[], sign: 1 | -1): DatedAmount[] =>
		[
			...own.filter(({ kind }) => kinds.includes(kind)),
			...transactions
				.filter(({ kind }) => kinds.includes(kind))
				.map((one) => ({ ...one, amount: sign < 0 ? negative(one.amount) : one.amount }))
		]
			.map(({ date: day, amount, kind }) => ({ date: day, amount, fee: kind === 'fee' }))
			.sort(byDate);
	const interest = transactions.filter(({ kind }) => kind === 'interest');
	let before: CalendarDate = terms.asOf ?? dueDate(terms.firstDue, 0, terms.paymentsPerYear);
	const readings = readingsOf(lived, debt, until).map(
		({ date: day, balance, interest: printed }) => {
			const known = printed ?? chargedBetween(interest, terms, before, day);
			before = day;
			return { date: day, balance, ...(known === null ? {} : { interest: known }) };
		}
	);
	return { readings, payments: dated(['payment'], 1), charges: dated(['charge', 'fee'], -1) };
}

/** The interest that a creditor's file has between two days; null where it has less often some than it is due. */
function chargedBetween(
	interest: readonly TransactionEntry[],
	{ firstDue, paymentsPerYear }: Forecast['terms'],
	after: CalendarDate,
	until: CalendarDate
): Cents | null {
	const within = interest.filter(({ date: day }) => day > after && day <= until);
	const due =
		dueDatesUntil(firstDue, until, paymentsPerYear) -
		dueDatesUntil(firstDue, after, paymentsPerYear);
	if (due === 0 || within.length < due) return null;
	return addedBy(within, after, until);
}

/** The part of a creditor's balance that neither the balance before nor the entries since explain; null without one before. */
export function unexplainedOf(
	lived: Lived,
	debt: string,
	statement: {
		readonly asOf: CalendarDate;
		readonly owed: Cents;
		readonly transactions: readonly TransactionEntry[];
	}
): Cents | null {
	const last = readingsOf(lived, debt, statement.asOf).findLast(
		({ date: day }) => day < statement.asOf
	);
	return last ? unexplained(last, statement.transactions, statement) : null;
}
