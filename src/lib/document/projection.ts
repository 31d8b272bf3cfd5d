/**
 * What of a case its plan is computed from: the debts without what has no part in any figure, the household's money and
 * one plan. It is written with the case, when all of it is judged, so that many cases are computed without reading each.
 */
import type { CaseDocument } from './case';
import { withoutRecords } from './debt';
import { chosenPlan, type PlanEntry } from './plan';
import { VERSION } from './version';

export interface Projection {
	readonly version: number;
	readonly currency: string;
	readonly asOf: CaseDocument['asOf'];
	readonly debts: CaseDocument['debts'];
	readonly sheet: CaseDocument['sheet'];
	readonly plan: PlanEntry;
	/** Whether the client has chosen it; else it is the first. */
	readonly isChosen: boolean;
}

/** Null where a case has no plan. */
export function projectionOf(document: CaseDocument): Projection | null {
	const chosen = chosenPlan(document)?.plan;
	const plan = chosen ?? document.plans[0];
	if (!plan) return null;
	const { asOf, sheet } = document;
	const currency = document.currency.code;
	const debts = document.debts.map((debt) => {
		const { noted, ...terms } = withoutRecords(debt);
		// Whose it is decides what a change of the creditor's terms is to it.
		return { ...terms, noted: { ...noted, creditor: debt.noted.creditor } };
	});
	return { version: VERSION, currency, asOf, debts, sheet, plan, isChosen: chosen !== undefined };
}
