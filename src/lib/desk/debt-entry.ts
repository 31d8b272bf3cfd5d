import type { CaseDocument, DebtEntry } from '../formats/case-document';
import { v4 as newId } from 'uuid';
import { ZERO } from '../core/money';
import { missingOf } from '../formats/debt-text';

/** A line on which nothing has been taken down yet. */
export function blankDebt(): DebtEntry {
	return {
		id: newId(),
		name: '',
		balance: null,
		annualRate: null,
		asked: { kind: 'percent', percent: null, roundUpTo: ZERO, floor: ZERO },
		firstDue: null,
		held: null,
		extra: ZERO
	};
}

/** Whether nothing has been taken down on a line. */
export function isBlank(entry: DebtEntry): boolean {
	const { name, asked, held, extra } = entry;
	const known = 4 - missingOf(entry).length;
	return known === 0 && name === '' && asked.floor === 0 && held === null && extra === 0;
}

/** The rule with another way of working it out; what both ways have is kept. */
export function askedAs(
	asked: DebtEntry['asked'],
	kind: DebtEntry['asked']['kind']
): DebtEntry['asked'] {
	if (kind === asked.kind) return asked;
	const { roundUpTo, floor } = asked;
	if (kind === 'amount') return { kind, amount: null, roundUpTo, floor };
	return { kind, percent: asked.kind === 'amount' ? null : asked.percent, roundUpTo, floor };
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
