/** A plan as it is laid beside others. */
import type { Standing } from '$lib/document/change';
import type { PlanDifference } from '$lib/core/plan/answers';
import type { ComparedPlan } from '$lib/core/plan/comparison';
import type { Plan, PlannedDebt } from '$lib/core/plan/terms';
import type { Listed } from '$lib/words/plan';
import type { PlanEntry } from '$lib/document/plan';

/** How a plan is told from the others in pictures: its number, and a way of drawing its line. */
export interface Look {
	readonly number: number;
	readonly dash: readonly number[];
}

export interface ShownPlan {
	readonly entry: PlanEntry;
	readonly plan: Plan;
	/** Those that it is made of. */
	readonly planned: readonly PlannedDebt[];
	/** Whether it is not computed: what it changes is not possible, or a term of it is missing. */
	readonly refused: boolean;
	/** What it rests on. */
	readonly standing: Standing;
	readonly figures: ComparedPlan;
	/** Against what all are measured against; null where it is that itself. */
	readonly difference: PlanDifference | null;
	readonly listed: readonly Listed[];
	readonly look: Look;
}

const DASHES: readonly (readonly number[])[] = [[], [9, 4], [2, 3], [12, 3, 2, 3], [5, 5], [1, 5]];

export const inLook = (place: number): Look => ({
	number: place + 1,
	dash: DASHES[place % DASHES.length] ?? []
});
