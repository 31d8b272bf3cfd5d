/** What becomes of the deadlines of deferred interest in a plan (specification, section 13). */
import {
	deadlineFor,
	outcomesOf,
	type DeadlineAnswer,
	type DeadlineOutcome
} from '../debt/deadline';
import { periodsOf } from './records';
import type { Plan, PlannedDebt } from './terms';

/** A debt with deadlines, what becomes of each, and where one passes the amount that keeps them all. */
export interface PlanDeadlines {
	readonly id: string;
	readonly outcomes: readonly DeadlineOutcome[];
	/** Null: they are kept, or no amount keeps them. */
	readonly keeping: DeadlineAnswer | null;
}

/** Of each debt that has one, in the order of the plan’s debts; `keeping` is of the debt by itself (section 8). */
export function deadlinesIn(debts: readonly PlannedDebt[], plan: Plan): PlanDeadlines[] {
	if (plan.ending.status === 'refused') return [];
	return debts.flatMap(({ id, terms }, index) => {
		if (!terms.balances?.some(({ deferred }) => deferred)) return [];
		const outcomes = outcomesOf(terms, periodsOf(debts, plan, index).periods);
		if (outcomes.length === 0) return [];
		const isMissed = outcomes.some(({ isKept }) => !isKept);
		return [{ id, outcomes, keeping: isMissed ? deadlineFor(terms) : null }];
	});
}
