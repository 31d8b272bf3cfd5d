/** The stress test of a plan: less money, missed months, higher rates, an unexpected expense. */
import { addMonths, dueDatesUntil, endOfMonth, type CalendarDate } from '../quantities/calendar';
import { roundedShare, ZERO, type Cents, minus } from '../quantities/money';
import { planTotals } from '../plan/walk';
import { leastMoney, paying } from '../plan/answers';
import { ownAmountIn } from '../plan/money';
import { firstMonthOf } from '../plan/month';
import type { PlannedDebt, PlanTerms, PlanTotals } from '../plan/terms';
import { HIGHEST_RATE, type Percent } from '../quantities/rate';

export type Strain =
	/** The money of each month is a tenth less. */
	| { readonly kind: 'less money' }
	/** Nothing is paid in each twelfth month. */
	| { readonly kind: 'missed months' }
	/** Every rate above zero is two points higher. */
	| { readonly kind: 'higher rates' }
	/** The debts under another course of the indexes that they follow (specification, section 17). */
	| { readonly kind: 'another course'; readonly debts: readonly PlannedDebt[] }
	/** So much of the money is needed elsewhere, from a month on until it is there. */
	| { readonly kind: 'a bill'; readonly amount: Cents; readonly month: number };

/** A plan under one strain. */
export interface Strained {
	readonly totals: PlanTotals;
	/**
	 * The least money a month, the same in each, with which it is over within 60 months even so and no month is short;
	 * months that are missed, or whose money is needed elsewhere, aside.
	 */
	readonly least: Cents | null;
}

/** The input of a stress test. */
export interface StressTask {
	readonly debts: readonly PlannedDebt[];
	readonly plan: PlanTerms;
	readonly strains: readonly Strain[];
}

/** The plan itself at position 0, then under each strain; null where a strain cannot affect it. */
export interface StressAnswer {
	readonly place: number;
	readonly strained: Strained | null;
}

/** A plan is still within reach of a client if it is over within so many months. */
export const WITHIN = 60;
const TWO_POINTS = 20_000;
/** Months missed are followed for so many years. */
const YEARS = 40;

/** A plan under a strain; null where that can't touch it: nothing but what is required is paid. */
export function strained(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	strain: Strain
): Strained | null {
	if (
		plan.budget.kind === 'required' &&
		(strain.kind === 'less money' || strain.kind === 'a bill')
	) {
		return null;
	}
	return measured(debts, plan, strain);
}

/** The same without any strain. */
export const unstrained = (debts: readonly PlannedDebt[], plan: PlanTerms): Strained =>
	measured(debts, plan, null);

function measured(debts: readonly PlannedDebt[], plan: PlanTerms, strain: Strain | null): Strained {
	const under = underStrain(debts, plan, strain);
	const charged = withOtherRates(debts, strain);
	const first = firstMonthOf(debts);
	const covering = moneyCovering(charged, plan, strain);
	const least = leastMoney(charged, plan, inTime, (constant) =>
		strain ? poorer(constant, strain, first) : constant
	);
	return {
		totals: planTotals(under.debts, under.plan),
		least: least === null || covering === null ? null : (Math.max(least, covering) as Cents)
	};
}

const inTime = ({ ending, months }: PlanTotals): boolean =>
	ending.status === 'cleared' && months <= WITHIN;

/** The least money with which the minimum payments are covered: under less money too, else in the months that are paid. */
const moneyCovering = (
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	strain: Strain | null
): Cents | null =>
	leastMoney(
		debts,
		plan,
		({ shortMonths, ending }) => shortMonths.length === 0 && ending.status !== 'refused',
		(constant) =>
			strain?.kind === 'less money' ? poorer(constant, strain, firstMonthOf(debts)) : constant
	);

/** The debts and the plan as a strain leaves them; null: none. */
export function underStrain(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	strain: Strain | null
): { readonly debts: readonly PlannedDebt[]; readonly plan: PlanTerms } {
	if (!strain) return { debts, plan };
	return {
		debts: missing(withOtherRates(debts, strain), plan, strain),
		plan: poorer(plan, strain, firstMonthOf(debts))
	};
}

/** In how many months it is over with the least money, and with one minor unit less; null: never. */
export interface LeastChecked {
	readonly least: Cents;
	readonly less: Cents;
	readonly months: number | null;
	readonly monthsWithLess: number | null;
	/** Whether one minor unit less does not cover the minimum payments. */
	readonly isShortWithLess: boolean;
}

/** Proof that an amount is the smallest under a strain. */
export function leastChecked(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	strain: Strain | null,
	least: Cents
): LeastChecked {
	const monthsWith = (amount: Cents): number | null => {
		const under = underStrain(debts, paying(plan, amount), strain);
		const { ending, months } = planTotals(under.debts, under.plan);
		return ending.status === 'cleared' ? months : null;
	};
	const less = minus(least, 1);
	const covering = moneyCovering(withOtherRates(debts, strain), plan, strain);
	return {
		least,
		less,
		months: monthsWith(least),
		monthsWithLess: monthsWith(less),
		isShortWithLess: covering !== null && less < covering
	};
}

function withOtherRates(
	debts: readonly PlannedDebt[],
	strain: Strain | null
): readonly PlannedDebt[] {
	if (strain?.kind === 'another course') return strain.debts;
	if (strain?.kind !== 'higher rates') return debts;
	// What bears no interest, a dental plan or an offer, is agreed to bear none.
	const up = (annual: Percent) =>
		(annual === 0 ? 0 : Math.min(annual + TWO_POINTS, HIGHEST_RATE)) as Percent;
	return debts.map(({ id, terms }) => ({
		id,
		terms: {
			...terms,
			rate: { ...terms.rate, annual: up(terms.rate.annual) },
			rateChanges: (terms.rateChanges ?? []).map((change) => ({
				...change,
				annual: up(change.annual)
			}))
		}
	}));
}

const missedMonths = Array.from({ length: YEARS }, (_, year) => 12 * (year + 1));

/** Where the money follows what is required, a month is missed by each debt not being paid in it. */
function missing(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	{ kind }: Strain
): readonly PlannedDebt[] {
	const hasOwn = plan.budget.kind === 'constant' || plan.budget.kind === 'sheet';
	if (kind !== 'missed months' || hasOwn) return debts;
	const first = firstMonthOf(debts);
	return debts.map(({ id, terms }) => {
		const { firstDue, paymentsPerYear, skips = [] } = terms;
		const until = (month: number) =>
			dueDatesUntil(firstDue, endOfMonth(addMonths(first, month - 1)), paymentsPerYear);
		const missed = missedMonths.flatMap((month) => {
			const from = until(month - 1);
			return Array.from({ length: until(month) - from }, (_, at) => from + at + 1);
		});
		return { id, terms: { ...terms, skips: [...skips, ...missed] } };
	});
}

/** The plan with the money that a strain leaves. */
function poorer(plan: PlanTerms, strain: Strain, first: CalendarDate): PlanTerms {
	const { budget, budgetChanges } = plan;
	switch (strain.kind) {
		case 'higher rates':
		case 'another course':
			return plan;
		case 'less money': {
			const less = (amount: Cents) => roundedShare(amount, 9, 10);
			if (budget.kind === 'sheet') {
				// A tenth less comes in; what is needed stays.
				const income = budget.income.map((item) => ({ ...item, amount: less(item.amount) }));
				return { ...plan, budget: { ...budget, income } };
			}
			return {
				...plan,
				budget:
					budget.kind === 'constant'
						? { ...budget, amount: less(budget.amount) }
						: budget.kind === 'required-plus'
							? { ...budget, extra: less(budget.extra) }
							: budget,
				budgetChanges: budgetChanges.map((change) => ({ ...change, amount: less(change.amount) }))
			};
		}
		case 'missed months': {
			if (budget.kind === 'required') return plan;
			if (budget.kind === 'sheet') {
				const missed = missedMonths.map((month) => ({
					month,
					amount: -ownAmountIn(plan, month, first) as Cents
				}));
				return { ...plan, oneOffs: [...plan.oneOffs, ...missed] };
			}
			const changes = missedMonths.flatMap((month) => [
				{ from: month, amount: ZERO },
				{ from: month + 1, amount: ownAmountIn(plan, month + 1, first) }
			]);
			const others = budgetChanges.filter(({ from }) => !missedMonths.includes(from));
			return { ...plan, budgetChanges: [...others, ...changes] };
		}
		case 'a bill': {
			let left: number = strain.amount;
			const taken: { month: number; amount: Cents }[] = [];
			// Before the plan begins there is no money but for what is required.
			const from = Math.max(strain.month, plan.begins ?? 1);
			for (let month = from; left > 0 && month < from + 12 * YEARS; month += 1) {
				const now = Math.min(left, ownAmountIn(plan, month, first));
				if (now > 0) taken.push({ month, amount: -now as Cents });
				left -= now;
			}
			return { ...plan, oneOffs: [...plan.oneOffs, ...taken] };
		}
	}
}
