/** The working of a plan's totals, as data: of which debts' figures each is made. */
import type { Cents } from './money';
import type { CalendarDate } from './calendar';
import type { DebtTotals, PlanTotals } from './planned';
import { planDifference } from './plan-answers';
import { costPerUnit } from './run';

/** A figure of a plan, or of how it stands against its baseline. */
export interface PlanFigure {
	readonly of: 'plan';
	readonly name:
		| 'totalInterest'
		| 'totalFees'
		| 'totalCost'
		| 'costPerUnit'
		| 'payoffDate'
		| 'months'
		| 'interestLess'
		| 'costLess'
		| 'monthsSooner'
		| DebtInterest;
}

/** The interest of one debt, by its identity. */
type DebtInterest = { readonly interestOf: string };

export type PlanWorking =
	/** A sum over the debts. */
	| {
			readonly kind: 'sum of debts';
			readonly parts: readonly { readonly id: string; readonly amount: Cents }[];
			readonly total: Cents;
	  }
	/** What a debt is paid and still owes, less what it owed and was charged. */
	| {
			readonly kind: 'interest of a debt';
			readonly debt: Pick<
				DebtTotals,
				'id' | 'paid' | 'closing' | 'starting' | 'charges' | 'interest'
			>;
	  }
	/** The fees of changes by when they are paid, and the debts' own. */
	| {
			readonly kind: 'fees';
			readonly fees: PlanTotals['changeFees'];
			readonly ofDebts: Cents;
			readonly total: Cents;
	  }
	/** Interest and fees. */
	| {
			readonly kind: 'cost';
			readonly interest: Cents;
			readonly fees: Cents;
			readonly total: Cents;
	  }
	/** What is paid for each unit owed at the start, in hundredths. */
	| {
			readonly kind: 'cost per unit';
			readonly paid: Cents;
			readonly starting: Cents;
			readonly unrounded: number;
			readonly hundredths: number;
	  }
	/** The latest of the debts' payoff dates. */
	| {
			readonly kind: 'latest';
			readonly parts: readonly { readonly id: string; readonly date: CalendarDate }[];
			readonly date: CalendarDate;
			readonly months: number;
	  }
	/** What the baseline costs less what the plan does. */
	| {
			readonly kind: 'less';
			readonly what: 'interest' | 'cost';
			readonly baseline: Cents;
			readonly plan: Cents;
			readonly less: Cents;
	  }
	/** Calendar months from the plan's end to the baseline's; negative: later. */
	| {
			readonly kind: 'sooner';
			readonly baseline: CalendarDate;
			readonly plan: CalendarDate;
			readonly months: number;
	  };

/** How a figure of a plan comes about; null where there is no such figure. */
export function planWorkingOf(
	plan: PlanTotals,
	baseline: PlanTotals,
	{ name }: PlanFigure
): PlanWorking | null {
	if (typeof name === 'object') {
		const debt = plan.debts.find(({ id }) => id === name.interestOf);
		return debt ? { kind: 'interest of a debt', debt } : null;
	}
	switch (name) {
		case 'totalFees': {
			const { changeFees: fees, debts, totalFees: total } = plan;
			const ofDebts = debts.reduce((sum, debt) => sum + debt.fees, 0) as Cents;
			return { kind: 'fees', fees, ofDebts, total };
		}
		case 'totalCost': {
			const { totalInterest: interest, totalFees: fees, totalCost: total } = plan;
			return { kind: 'cost', interest, fees, total };
		}
		case 'costPerUnit': {
			const { totalPaid: paid, starting } = plan;
			const hundredths = costPerUnit(plan);
			if (hundredths === null) return null;
			return { kind: 'cost per unit', paid, starting, unrounded: paid / starting, hundredths };
		}
		case 'totalInterest':
			return {
				kind: 'sum of debts',
				parts: plan.debts.map(({ id, interest }) => ({ id, amount: interest })),
				total: plan.totalInterest
			};
		case 'payoffDate':
		case 'months': {
			if (plan.ending.status !== 'cleared') return null;
			const parts = plan.debts.flatMap(({ id, payoffDate, payoffMonth }) =>
				payoffDate !== null && payoffMonth !== 0 ? [{ id, date: payoffDate }] : []
			);
			return { kind: 'latest', parts, date: plan.ending.payoffDate, months: plan.months };
		}
		case 'interestLess':
		case 'costLess':
		case 'monthsSooner':
			return againstBaseline(plan, baseline, name);
	}
}

function againstBaseline(
	plan: PlanTotals,
	baseline: PlanTotals,
	name: 'interestLess' | 'costLess' | 'monthsSooner'
): PlanWorking | null {
	const against = planDifference(plan, baseline);
	if (against.kind !== 'both end') return null;
	if (name === 'interestLess') {
		const { totalInterest: mine } = plan;
		const less = against.interestLess;
		return { kind: 'less', what: 'interest', baseline: baseline.totalInterest, plan: mine, less };
	}
	if (name === 'costLess') {
		const { totalCost: mine } = plan;
		return {
			kind: 'less',
			what: 'cost',
			baseline: baseline.totalCost,
			plan: mine,
			less: against.costLess
		};
	}
	const [mine, theirs] = [plan.ending, baseline.ending];
	if (mine.status !== 'cleared' || theirs.status !== 'cleared') return null;
	return {
		kind: 'sooner',
		baseline: theirs.payoffDate,
		plan: mine.payoffDate,
		months: against.monthsSooner
	};
}
