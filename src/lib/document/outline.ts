/** What a case comes to, in a few figures for each debt and plan: as other programs are told it. */
import { addMonths, type CalendarDate } from '../core/quantities/calendar';
import type { Cents } from '../core/quantities/money';
import type { Run } from '../core/debt/run';
import { planDifference } from '../core/plan/answers';
import type { Plan } from '../core/plan/terms';
import { carriedPlan, measuredPlan } from './carried-plans';
import { carriedOut, type CaseDocument } from './case';
import { missingOf, type MissingField } from './debt';
import { chosenPlan } from './plan';

/** A debt, and what paying it comes to where nothing is missing of it. */
interface DebtOutline {
	readonly id: string;
	readonly name: string;
	readonly creditor: string;
	readonly account: string;
	/** As of the case's date, or its own. */
	readonly balance: Cents | null;
	readonly balanceOn: CalendarDate;
	/** In ten-thousandths of a percent. */
	readonly annualRate: number | null;
	readonly firstDue: CalendarDate | null;
	/** What has to be known before it can be computed. */
	readonly missing: readonly MissingField[];
	/** Paid by nothing but its minimum payments; null: something is missing. */
	readonly minimums: RunOutline | null;
	/** Paid as it is paid now. */
	readonly paid: RunOutline | null;
}

/** How paying a debt ends; what it costs where it does. */
interface RunOutline {
	readonly status: 'cleared' | 'never' | 'beyond';
	/** The day of the last payment. */
	readonly payoff: CalendarDate | null;
	readonly payments: number | null;
	readonly interest: Cents | null;
	readonly charges: Cents | null;
	readonly paid: Cents | null;
}

interface PlanOutline {
	readonly id: string;
	readonly name: string;
	/** Whether it was chosen last, and whether it has been changed since. */
	readonly chosen: boolean;
	readonly changed: boolean;
	readonly hidden: boolean;
	/** refused: it can't be carried out as it stands; empty: it has no debt to pay. */
	readonly status: 'cleared' | 'never' | 'beyond' | 'refused' | 'empty';
	/** Why it can't. */
	readonly refusal: string | null;
	/** The day of the last payment. */
	readonly payoff: CalendarDate | null;
	readonly months: number | null;
	readonly interest: Cents | null;
	readonly fees: Cents | null;
	readonly forgiven: Cents | null;
	readonly paid: Cents | null;
	/** How much less interest and fees than the plan that the case measures by; negative: more. Null: one of them never ends. */
	readonly saved: Cents | null;
	/** The first month in which the money does not reach for what is required, as its first day; null: it always does. */
	readonly shortFrom: CalendarDate | null;
	/** When each debt is paid off; null: never. */
	readonly debts: readonly { readonly id: string; readonly payoff: CalendarDate | null }[];
}

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
			minimums: runOutline(minimums.get(debt.id)?.run),
			paid: runOutline(paid.get(debt.id)?.run)
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

function runOutline(run: Run | undefined): RunOutline | null {
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
