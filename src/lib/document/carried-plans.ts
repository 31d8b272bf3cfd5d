/** The plans of a case as the core carries them out: with the debts that they change, and what they measure against. */
import { monthsBetween, type CalendarDate } from '../core/quantities/calendar';
import { firstMonthWith, withChanges, type Refusal } from '../core/plan/changes';
import { moneyBeside, usualBegin, type MoneyBeside } from '../core/plan/answers';
import { ONLY_REQUIRED, planOf, uncomputedPlan } from '../core/plan/walk';
import { NO_FEES } from '../core/plan/money';
import type { ChangeFees, Plan, PlannedDebt, PlanTerms } from '../core/plan/terms';
import { plannedDebts, type CaseDocument } from './case';
import { inForce, missingTerms, planChange, type MissingTerm } from './change';
import { chosenPlan, planMonths, planTerms, type PlanEntry } from './plan';

/** What of a case plans are made of: its debts, and the household's money. */
export type Owing = Pick<CaseDocument, 'debts' | 'asOf' | 'sheet'>;

/** Why a plan is not computed; `change` is the place of a change of it, from 0. */
export type PlanRefusal =
	| Refusal
	| {
			readonly reason: 'terms missing';
			readonly change: number;
			readonly terms: readonly MissingTerm[];
	  };

/** The debts as a plan pays them, and what changing them costs. */
export interface ChangedDebts {
	readonly debts: readonly PlannedDebt[];
	readonly fees: ChangeFees;
	/** Why what it changes can't be applied; the debts are then as they were, and the plan is not computed. */
	readonly refusal: PlanRefusal | null;
}

export function changedDebts(
	owing: Pick<Owing, 'debts' | 'asOf'>,
	{ pays, changes, aside }: Pick<PlanEntry, 'pays' | 'changes' | 'aside'>
): ChangedDebts {
	const debts = plannedDebts(owing, pays).filter(({ id }) => !aside.includes(id));
	const about = changes.flatMap((all, place) => {
		const change = inForce(all, aside);
		return change === null ? [] : [{ change, place }];
	});
	const unknown = about.find(({ change }) => missingTerms(change).length > 0);
	if (unknown) {
		const { change, place } = unknown;
		const refusal = {
			reason: 'terms missing',
			change: place,
			terms: missingTerms(change)
		} as const;
		return { debts, fees: NO_FEES, refusal };
	}
	const within = (first: CalendarDate) =>
		about.flatMap(({ change }) => planChange(change, (day) => monthsBetween(first, day) + 1) ?? []);
	// Only what creditors agree to has a month, and that moves no due date.
	const first = firstMonthWith(debts, within('1970-01-01' as CalendarDate));
	const changed = withChanges(debts, within(first));
	return changed.ok
		? { debts: changed.debts, fees: changed.fees, refusal: null }
		: {
				debts,
				fees: NO_FEES,
				refusal: { ...changed.refusal, change: about[changed.refusal.change]?.place ?? 0 }
			};
}

/** A plan of a case, carried out; one that is refused is not computed. */
export interface CarriedPlan extends ChangedDebts {
	readonly terms: PlanTerms;
	readonly plan: Plan;
}

export function carriedPlan(owing: Owing, entry: PlanEntry): CarriedPlan {
	const changed = changedDebts(owing, entry);
	const { debts, fees } = changed;
	const months = planMonths(entry, debts, owing.asOf);
	const terms = planTerms(entry, months, owing, fees);
	return { ...changed, terms, plan: cameTo(changed, terms) };
}

/** A plan computed with its changed debts. */
export const cameTo = ({ debts, refusal }: ChangedDebts, terms: PlanTerms): Plan =>
	refusal === null ? planOf(debts, terms) : uncomputedPlan(debts);

/** Whether a plan can't be carried out: what it changes is not settled, or its fees are more than a month's money. */
export const isUnpayable = (owing: Owing, entry: PlanEntry): boolean =>
	entry.changes.length > 0 && carriedPlan(owing, entry).plan.ending.status === 'refused';

/** The baseline of a case's plans; a deleted plan counts as the minimum payments. */
export function measuredPlan({
	plans,
	against,
	...owing
}: Owing & Pick<CaseDocument, 'plans' | 'against'>): Plan {
	const entry = plans.find(({ id }) => id === against);
	if (entry) return carriedPlan(owing, entry).plan;
	const debts = plannedDebts(owing, against === 'today' ? 'paid' : 'required');
	return planOf(debts, { ...ONLY_REQUIRED, begins: usualBegin(debts, owing.asOf) });
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
