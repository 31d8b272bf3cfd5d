import type { CaseDocument } from './case-document';
import { debtFields, nameOf } from './debt-text';
import { planFields } from './plan-text';

/** One thing that two versions of a case have differently. */
export interface CaseDifference {
	readonly what: string;
	readonly mine: string;
	readonly theirs: string;
}

/** Where two versions of a case differ, in words, for a person who has to choose between them. */
export function caseDifferences(mine: CaseDocument, theirs: CaseDocument): CaseDifference[] {
	const found: CaseDifference[] = [];
	if (mine.label !== theirs.label) {
		found.push({ what: 'Client label', mine: mine.label, theirs: theirs.label });
	}
	const other = new Map(theirs.debts.map((debt) => [debt.id, debt]));
	for (const debt of mine.debts) {
		const counterpart = other.get(debt.id);
		other.delete(debt.id);
		if (!counterpart) {
			found.push({ what: nameOf(debt), mine: 'in the list', theirs: 'not in the list' });
			continue;
		}
		const fields = debtFields(counterpart, theirs.currency);
		for (const [field, text] of debtFields(debt, mine.currency)) {
			const there = fields.get(field) ?? '';
			if (there !== text) {
				found.push({ what: `${nameOf(debt)}, ${field}`, mine: text, theirs: there });
			}
		}
	}
	for (const debt of other.values()) {
		found.push({ what: nameOf(debt), mine: 'not in the list', theirs: 'in the list' });
	}
	const nameIn = (document: CaseDocument) => (id: string) => {
		const debt = document.debts.find((entry) => entry.id === id);
		return debt ? nameOf(debt) : 'a debt that is gone';
	};
	const planned = planFields(theirs.plan, nameIn(theirs), theirs.currency);
	for (const [field, text] of planFields(mine.plan, nameIn(mine), mine.currency)) {
		const there = planned.get(field) ?? '';
		if (there !== text) found.push({ what: `Plan, ${field}`, mine: text, theirs: there });
	}
	const order = (document: CaseDocument) => document.debts.map(nameOf).join(', ');
	if (found.length === 0 && order(mine) !== order(theirs)) {
		found.push({ what: 'Order of the debts', mine: order(mine), theirs: order(theirs) });
	}
	return found;
}
