import { filled } from '../core/debt/rules/all-forms';
import { isOfCreditor, type DebtEvent } from '../core/debt/events';
import { ZERO } from '../core/quantities/money';
import { percent } from '../core/quantities/rate';
import type { Pays } from '../core/debt/ways';
import type { CaseDocument } from '../document/case';
import {
	NOTHING_NOTED,
	emptyDebt,
	type DebtEntry,
	missingOf,
	type EventEntry
} from '../document/debt';
import { same } from '../document/same';
import { v4 as newId } from 'uuid';

/** A line on which nothing has been taken down yet. */
export const blankDebt = (): DebtEntry => emptyDebt(newId());

/** Whether nothing has been taken down on a line. */
export function isBlank(entry: DebtEntry): boolean {
	const { name, required, pays, extra } = entry;
	const known = 4 - missingOf(entry).length;
	const isUsual = same(required, filled(required.kind));
	const isPlain = name === '' && isUsual && pays.kind === 'held' && extra === 0;
	return known === 0 && isPlain && same(entry.noted, NOTHING_NOTED);
}

/** Something that happens on a day, not known yet how much. */
export function newEvent(
	kind: DebtEvent['kind'],
	date: DebtEvent['date'],
	debt: DebtEntry
): EventEntry {
	const dated = { id: newId(), off: false, date };
	const once = { amount: ZERO, perYear: null, until: null };
	switch (kind) {
		case 'extra':
			return { ...dated, kind, ...once };
		case 'charge':
			return { ...dated, kind, ...once, fee: true, ofBalance: debt.balances[0]?.id ?? null };
		case 'skip':
			return { ...dated, kind };
		case 'payment':
			return { ...dated, kind, amount: null };
		case 'rate':
			return {
				...dated,
				kind,
				annual: debt.annualRate ?? percent(0),
				reamortize: false,
				ofBalance: debt.balances[0]?.id ?? null
			};
	}
}

/** The events with one replaced by id, or added. */
export function withEvent<T extends { readonly id: string }>(
	events: readonly T[],
	changed: T
): T[] {
	return events.some(({ id }) => id === changed.id)
		? events.map((item) => (item.id === changed.id ? changed : item))
		: [...events, changed];
}

/**
 * The debt paid in another way. What its client adds or misses over time is switched off, so that it runs
 * down just as that way said; each can be switched on again.
 */
export function paidIn(
	debt: DebtEntry,
	{ pays, extra }: { readonly pays: Pays; readonly extra: DebtEntry['extra'] }
): Partial<DebtEntry> {
	const events = debt.events.map((item) => (isOfCreditor(item) ? item : { ...item, off: true }));
	return { pays, extra, events };
}

/** The list with the debt at `index` moved to `to`; unchanged where there is no such place. */
export function moved(document: CaseDocument, index: number, to: number): CaseDocument {
	const debts = [...document.debts];
	const [debt] = debts.splice(index, 1);
	if (debt === undefined || to < 0 || to > debts.length) return document;
	debts.splice(to, 0, debt);
	return { ...document, debts };
}

export function duplicated(document: CaseDocument, index: number): CaseDocument {
	const debts = [...document.debts];
	const original = debts[index];
	if (original) debts.splice(index + 1, 0, { ...original, id: newId() });
	return { ...document, debts };
}

/** The list with a debt back at the place from which it was deleted. */
export function withBack(document: CaseDocument, debt: DebtEntry, index: number): CaseDocument {
	const debts = [...document.debts];
	debts.splice(index, 0, debt);
	return { ...document, debts };
}

export function without(document: CaseDocument, id: string): CaseDocument {
	return { ...document, debts: document.debts.filter((debt) => debt.id !== id) };
}
