/** Changes of a case during a visit: recorded balances, payments and charges. */
import { v4 as newId } from 'uuid';
import type { CalendarDate } from '../core/quantities/calendar';
import { sumOf, ZERO, type Cents } from '../core/quantities/money';
import type { CaseDocument } from './case';
import type { RecordedEvent, ReadingEntry, VisitEntry } from './life';

/** A visit that nothing has been read in yet; it is kept with its first reading. */
export const newVisit = (date: CalendarDate): VisitEntry => ({ id: newId(), date });

/** The record of a debt in a visit; absent fields stay, a null balance deletes it, another total says nothing of its balances. */
export type Read = Partial<Pick<ReadingEntry, 'date' | 'interest' | 'byBalance'>> & {
	readonly balance?: ReadingEntry['balance'] | null;
};

/** The case with a reading of a debt: one a visit, and one a day. */
export function withReading(
	document: CaseDocument,
	visit: VisitEntry,
	debt: string,
	read: Read
): CaseDocument {
	const before = readingIn(document, visit.id, debt);
	const others = document.readings.filter((one) => one !== before);
	if (read.balance === null) return { ...document, readings: others };
	const date = read.date ?? before?.date ?? visit.date;
	// The same day's balance, read in another visit: what is read now is it.
	const same = others.find((one) => one.debt === debt && one.date === date);
	const known = before ?? same ?? { balance: ZERO, byBalance: [], interest: null };
	const reading: ReadingEntry = {
		id: before?.id ?? same?.id ?? newId(),
		visit: visit.id,
		debt,
		date,
		balance: read.balance ?? known.balance,
		byBalance: read.byBalance ?? (read.balance === undefined ? known.byBalance : []),
		interest: read.interest === undefined ? known.interest : read.interest
	};
	const isKept = document.visits.some(({ id }) => id === visit.id);
	return {
		...document,
		visits: isKept ? document.visits : [...document.visits, visit],
		readings: [...others.filter((one) => one !== same), reading]
	};
}

/**
 * The record with one balance of the debt: once each is known, the total is their sum; until then it stays as it was
 * read. Null: that one is not known.
 */
export function withBalanceRead(
	{ balance, byBalance }: Pick<ReadingEntry, 'balance' | 'byBalance'>,
	balances: readonly { readonly id: string }[],
	id: string,
	amount: Cents | null
): Read {
	const amountOf = (one: string) =>
		one === id ? amount : (byBalance.find((known) => known.id === one)?.balance ?? null);
	const known = balances.flatMap(({ id: one }) => {
		const owed = amountOf(one);
		return owed === null ? [] : [{ id: one, balance: owed }];
	});
	const isWhole = known.length === balances.length;
	return { byBalance: known, balance: isWhole ? sumOf(known, (one) => one.balance) : balance };
}

export const readingIn = (
	{ readings }: Pick<CaseDocument, 'readings'>,
	visit: string,
	debt: string
): ReadingEntry | undefined => readings.find((one) => one.visit === visit && one.debt === debt);

/** The case with a visit on another day: what was read on its day moves along, and nothing is read after it. */
export function withVisitOn(
	document: CaseDocument,
	{ id, date: before }: VisitEntry,
	date: CalendarDate
): CaseDocument {
	return {
		...document,
		visits: document.visits.map((visit) => (visit.id === id ? { id, date } : visit)),
		readings: document.readings.map((reading) =>
			reading.visit === id && (reading.date === before || reading.date > date)
				? { ...reading, date }
				: reading
		)
	};
}

/** The case without a visit and what was read in it. */
export const withoutVisit = (document: CaseDocument, id: string): CaseDocument => ({
	...document,
	visits: document.visits.filter((visit) => visit.id !== id),
	readings: document.readings.filter(({ visit }) => visit !== id)
});

/** The case with something that happened, in place of what it was. */
export const withRecorded = (document: CaseDocument, item: RecordedEvent): CaseDocument => ({
	...document,
	recordedEvents: document.recordedEvents.some(({ id }) => id === item.id)
		? document.recordedEvents.map((one) => (one.id === item.id ? item : one))
		: [...document.recordedEvents, item]
});

export const withoutRecorded = (document: CaseDocument, id: string): CaseDocument => ({
	...document,
	recordedEvents: document.recordedEvents.filter((one) => one.id !== id)
});

export const newRecorded = (debt: string, date: CalendarDate): RecordedEvent => ({
	id: newId(),
	debt,
	date,
	kind: 'payment',
	amount: ZERO
});
