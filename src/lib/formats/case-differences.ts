import { same } from '../core/same';
import type { CaseDocument } from './case-document';
import { measureWords } from './case-plans';
import { writeDate } from './date-text';
import { debtFields, nameOf } from './debt-text';
import { planFields, sheetFields } from './plan-text';

/** One thing that two versions of a case have differently. */
export interface CaseDifference {
	readonly what: string;
	readonly mine: string;
	readonly theirs: string;
}

/** The screen on which a change can be seen: that of one debt or plan, or that of all debts; null: anywhere. */
export type Place =
	{ readonly of: 'debt' | 'plan'; readonly id: string } | { readonly of: 'debts' } | null;

/** Where what has changed between two versions can be seen. */
export function placeOf(before: CaseDocument, after: CaseDocument): Place {
	if (
		!same(
			before.debts.map(({ id }) => id),
			after.debts.map(({ id }) => id)
		)
	)
		return { of: 'debts' };
	const debt = after.debts.find((entry, at) => !same(entry, before.debts[at]));
	if (debt) return { of: 'debt', id: debt.id };
	const known = new Map(before.plans.map((plan) => [plan.id, plan]));
	const plan = after.plans.find((entry) => !same(entry, known.get(entry.id)));
	if (plan) return { of: 'plan', id: plan.id };
	const left = after.plans[0];
	return left && before.plans.length > after.plans.length ? { of: 'plan', id: left.id } : null;
}

/** Where two versions of a case differ, in words, for a person who has to choose between them. */
export function caseDifferences(mine: CaseDocument, theirs: CaseDocument): CaseDifference[] {
	const found: CaseDifference[] = [];
	if (mine.label !== theirs.label) {
		found.push({ what: 'Client label', mine: mine.label, theirs: theirs.label });
	}
	if (mine.asOf !== theirs.asOf) {
		const [here, there] = [writeDate(mine.asOf), writeDate(theirs.asOf)];
		found.push({ what: 'Day of the figures', mine: here, theirs: there });
	}
	if (mine.currency.code !== theirs.currency.code) {
		found.push({ what: 'Currency', mine: mine.currency.code, theirs: theirs.currency.code });
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
	const lay = (
		what: string,
		one: ReadonlyMap<string, string>,
		two: ReadonlyMap<string, string>
	): void => {
		for (const [field, text] of one) {
			const there = two.get(field) ?? '';
			if (there !== text) found.push({ what: `${what}, ${field}`, mine: text, theirs: there });
		}
	};
	const plans = new Map(theirs.plans.map((plan) => [plan.id, plan]));
	for (const plan of mine.plans) {
		const counterpart = plans.get(plan.id);
		plans.delete(plan.id);
		const what = `Plan “${plan.name}”`;
		if (!counterpart) {
			found.push({ what, mine: 'among the plans', theirs: 'not among the plans' });
			continue;
		}
		const fields = planFields(plan, nameIn(mine), mine.currency);
		lay(what, fields, planFields(counterpart, nameIn(theirs), theirs.currency));
	}
	for (const { name } of plans.values()) {
		found.push({ what: `Plan “${name}”`, mine: 'not among the plans', theirs: 'among the plans' });
	}
	lay('Plans', comparedFields(mine), comparedFields(theirs));
	lay(
		'Household',
		sheetFields(mine.sheet, mine.currency),
		sheetFields(theirs.sheet, theirs.currency)
	);
	const order = (document: CaseDocument) => document.debts.map(nameOf).join(', ');
	if (found.length === 0 && order(mine) !== order(theirs)) {
		found.push({ what: 'Order of the debts', mine: order(mine), theirs: order(theirs) });
	}
	if (found.length === 0 && !same(mine, theirs)) {
		found.push({ what: 'Something that has no words here', mine: 'as here', theirs: 'as there' });
	}
	return found;
}

/** What is said of all plans together: their order, what they are measured against, and what was chosen. */
function comparedFields({ plans, against, choices }: CaseDocument): ReadonlyMap<string, string> {
	const chosen = choices.map(({ name, date, note }) => `${name} on ${date} ${note}`.trim());
	return new Map([
		['order', plans.map(({ name }) => name).join(', ')],
		['measured against', measureWords(against, plans)],
		['chosen', chosen.join('; ') || 'none']
	]);
}
