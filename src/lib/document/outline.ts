/** What a case comes to, in a few figures for each debt and plan: as other programs are told it. */
import { addMonths } from '../core/quantities/calendar';
import type { Run } from '../core/debt/run';
import { planDifference } from '../core/plan/answers';
import type { Plan } from '../core/plan/terms';
import { carriedPlan, measuredPlan } from './carried-plans';
import { carriedOut, type CaseDocument } from './case';
import { missingOf } from './debt';
import { chosenPlan } from './plan';
import type { z } from 'zod';
import type { debtOutline, planOutline, runOutline } from './schema/programs';

type DebtOutline = z.infer<typeof debtOutline>;
type RunOutline = z.infer<typeof runOutline>;
type PlanOutline = z.infer<typeof planOutline>;

export interface Outline {
	readonly debts: readonly DebtOutline[];
	readonly plans: readonly PlanOutline[];
}

export function outlineOf(document: CaseDocument): Outline {
	const minimums = carriedOut(document, 'required');
	const paid = carriedOut(document, 'paid');
	const baseline = measuredPlan(document);
	const chosen = chosenPlan(document);
	return {
		debts: document.debts.map((debt) => ({
			id: debt.id,
			name: debt.name,
			creditor: debt.noted.creditor,
			account: debt.noted.account,
			balance: debt.balance,
			balanceOn: debt.asOf ?? document.asOf,
			annualRate: debt.annualRate,
			firstDue: debt.firstDue,
			missing: missingOf(debt),
			minimums: outlineOfRun(minimums.get(debt.id)?.run),
			paid: outlineOfRun(paid.get(debt.id)?.run)
		})),
		plans: document.plans.map((entry) => {
			const { plan, refusal } = carriedPlan(document, entry);
			const isChosen = chosen?.plan.id === entry.id;
			return {
				id: entry.id,
				name: entry.name,
				chosen: isChosen,
				changed: isChosen && chosen.changed,
				hidden: entry.hidden,
				refusal: refusal?.reason ?? refusedBy(plan),
				...planFigures(plan, baseline)
			};
		})
	};
}

function outlineOfRun(run: Run | undefined): RunOutline | null {
	if (!run) return null;
	const { ending } = run;
	if (ending.status !== 'cleared') return { status: ending.status, ...NO_END };
	return {
		status: 'cleared',
		payoff: ending.payoffDate,
		payments: run.periods,
		interest: run.totalInterest,
		charges: run.totalCharges,
		paid: run.totalPaid
	};
}

/** Up to where it is followed, sums say nothing. */
const NO_END = { payoff: null, payments: null, interest: null, charges: null, paid: null };

const refusedBy = ({ ending }: Plan): string | null =>
	ending.status === 'refused' ? ending.reason : null;

function planFigures(
	plan: Plan,
	baseline: Plan
): Omit<PlanOutline, 'id' | 'name' | 'chosen' | 'changed' | 'hidden' | 'refusal'> {
	const { ending } = plan;
	const isEmpty = ending.status !== 'refused' && plan.debts.length === 0;
	const isOver = ending.status === 'cleared' && !isEmpty;
	const [short] = ending.status === 'refused' ? [] : plan.shortMonths;
	const difference = isOver ? planDifference(plan, baseline) : null;
	return {
		status: isEmpty ? 'empty' : ending.status,
		payoff: isOver ? ending.payoffDate : null,
		months: isOver ? plan.months : null,
		interest: isOver ? plan.totalInterest : null,
		fees: isOver ? plan.totalFees : null,
		forgiven: isOver ? plan.totalForgiven : null,
		paid: isOver ? plan.totalPaid : null,
		saved: difference?.kind === 'both end' ? difference.costLess : null,
		shortFrom: short ? addMonths(plan.firstMonth, short.month - 1) : null,
		debts:
			ending.status === 'refused'
				? []
				: plan.debts.map(({ id, payoffDate: payoff }) => ({ id, payoff }))
	};
}
