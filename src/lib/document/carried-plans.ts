/** The plans of a case as the core carries them out: with the debts that they change, and what they measure against. */
import type { CalendarDate } from '../core/quantities/calendar';
import { firstMonthWith, withChanges, type Refusal } from '../core/plan/changes';
import { moneyBeside, ONLY_ASKED, usualBegin, type MoneyBeside } from '../core/plan/answers';
import { planOf } from '../core/plan/walk';
import { NO_FEES } from '../core/plan/month';
import type { ChangeFees, Plan, PlannedDebt, PlanTerms } from '../core/plan/terms';
import { plannedDebts, type CaseDocument } from './case';
import { planChange } from './change';
import { chosenPlan, monthIn, planMonths, planTerms, type PlanEntry } from './plan';

/** The debts of a case that plans are made of. */
export type Owing = Pick<CaseDocument, 'debts' | 'asOf'>;

/** The debts as a plan pays them, and what changing them costs. */
export interface ChangedDebts {
	readonly debts: readonly PlannedDebt[];
	readonly fees: ChangeFees;
	/** Why what it changes is not possible; the debts are then as they were. */
	readonly refusal: Refusal | null;
}

export function changedDebts(
	owing: Owing,
	{ pays, changes }: Pick<PlanEntry, 'pays' | 'changes'>
): ChangedDebts {
	const debts = plannedDebts(owing, pays);
	const within = (first: CalendarDate) =>
		changes.map((change) => planChange(change, (day) => monthIn(day, first)));
	// Only what lenders agree to has a month, and that moves no due date.
	const first = firstMonthWith(debts, within('1970-01-01' as CalendarDate));
	const changed = withChanges(debts, within(first));
	return changed.ok
		? { debts: changed.debts, fees: changed.fees, refusal: null }
		: { debts, fees: NO_FEES, refusal: changed.refusal };
}

/** A plan of a case, carried out. */
export interface CarriedPlan extends ChangedDebts {
	readonly terms: PlanTerms;
	readonly plan: Plan;
}

export function carriedPlan(owing: Owing, entry: PlanEntry): CarriedPlan {
	const changed = changedDebts(owing, entry);
	const { debts, fees } = changed;
	const terms = planTerms(entry, planMonths(entry, debts, owing.asOf), fees);
	return { ...changed, terms, plan: planOf(debts, terms) };
}

/** What plans of a case are measured against; a plan that is gone is as the minimums. */
export function measuredPlan({
	plans,
	against,
	...owing
}: Owing & Pick<CaseDocument, 'plans' | 'against'>): Plan {
	const entry = plans.find(({ id }) => id === against);
	if (entry) return carriedPlan(owing, entry).plan;
	const debts = plannedDebts(owing, against === 'today' ? 'paid' : 'asked');
	return planOf(debts, { ...ONLY_ASKED, begins: usualBegin(debts, owing.asOf) });
}

/** A plan, and its month's money as it concerns one debt. */
export interface MonthsMoney extends MoneyBeside {
	readonly plan: PlanEntry;
}

/** The month's money of the chosen plan, or of the first, beside the other debts; null where the plan has not got the debt. */
export function monthsMoney(document: CaseDocument, debt: string): MonthsMoney | null {
	const plan = chosenPlan(document)?.plan ?? document.plans[0];
	if (!plan) return null;
	const { debts, terms } = carriedPlan(document, plan);
	const beside = moneyBeside(debts, terms, debt);
	return beside && { plan, ...beside };
}
