/** How the figures of a plan come about, as data: of which debts' or months' figures each is made. */
import { addMonths, dateParts, type CalendarDate } from '../quantities/calendar';
import { type Cents, sumOf, ZERO } from '../quantities/money';
import { interestAndFees, owedInAll, planDifference } from '../plan/answers';
import { comparedPlan, distance, type ComparedFigure } from '../plan/comparison';
import type {
	MonthSum,
	PeriodInterest,
	PlanFigure,
	PlanFigureName,
	PlanWorking,
	Span,
	Spans
} from './plan-figure';
import { monthlyFee } from '../plan/money';
import { spentIn } from '../plan/payments';
import type { Brought, Plan, PlanMonth, PlannedDebt } from '../plan/terms';
import { WHOLE } from '../quantities/rate';
import { periodsOf } from '../plan/records';
import { atOneRate, interestByBalance } from './account-working';
import { interestBy } from './row-working';
import { costPerUnit } from '../debt/run';

/** A plan with the debts that it is made of. */
export interface PlannedBy {
	readonly plan: Plan;
	readonly debts: readonly PlannedDebt[];
}

/** How a figure of a plan comes about; null where there is no such figure. */
export function planWorkingOf(
	{ plan, debts }: PlannedBy,
	baseline: Plan,
	{ name, whose }: PlanFigure
): PlanWorking | null {
	const of = whose === 'baseline' ? baseline : plan;
	if (typeof name !== 'object') return totalWorking(of, baseline, name);
	// What a month of one debt is made of is opened in the plan alone.
	return 'ofDebt' in name && 'inMonth' in name
		? shareWorking({ plan, debts }, name)
		: partWorking(of, baseline, name);
}

function partWorking(
	plan: Plan,
	baseline: Plan,
	name: Exclude<PlanFigureName, string | OfShare>
): PlanWorking | null {
	if ('interestOf' in name) {
		const debt = plan.debts.find(({ id }) => id === name.interestOf);
		if (!debt) return null;
		return { kind: 'interest of a debt', debt, isNew: broughtAs(plan, debt.id) !== null };
	}
	if ('openingOf' in name) {
		const brought = broughtAs(plan, name.openingOf);
		const debt = plan.debts.find(({ id }) => id === name.openingOf);
		return brought && debt ? { kind: 'opening', brought, total: debt.starting } : null;
	}
	if ('feeOf' in name) {
		const brought = broughtAs(plan, name.feeOf);
		if (!brought) return null;
		const { moved, percent, amount } = brought;
		return { kind: 'fee', brought, unrounded: (moved * percent) / WHOLE + amount };
	}
	if ('apart' in name) return apart(plan, baseline, name.apart);
	if ('over' in name) return sumOfMonths(plan, name);
	const month = plan.kept[name.inMonth - 1];
	if (!month) return null;
	if (name.what === 'fees') return feesOfMonth(plan, month);
	if (name.what === 'spent') return workingOfSpent(plan, month, false);
	return sumOfMonth(plan, month, name.what);
}

function totalWorking(
	plan: Plan,
	baseline: Plan,
	name: Extract<PlanFigureName, string>
): PlanWorking | null {
	switch (name) {
		case 'totalFees':
			return allFees(plan);
		case 'monthlyFees':
			return {
				kind: 'monthly fees',
				spans: spansOf(plan, ({ month, fees }) => fees - setUpIn(plan, month)),
				total: plan.changeFees.monthly
			};
		case 'interestAndFees': {
			const { totalInterest: interest, totalFees: fees } = plan;
			return { kind: 'cost', interest, fees, forgiven: ZERO, total: interestAndFees(plan) };
		}
		case 'totalCost': {
			const { totalInterest: interest, totalFees: fees, totalForgiven: forgiven } = plan;
			return { kind: 'cost', interest, fees, forgiven, total: plan.totalCost };
		}
		case 'totalForgiven':
			return {
				kind: 'sum of debts',
				what: 'forgiven',
				month: null,
				parts: plan.debts.flatMap(({ id, forgiven: amount }) =>
					amount > 0 ? [{ id, amount }] : []
				),
				total: plan.totalForgiven
			};
		case 'costPerUnit': {
			const { totalPaid: paid, starting } = plan;
			const hundredths = costPerUnit(plan);
			if (hundredths === null) return null;
			return { kind: 'cost per unit', paid, starting, unrounded: paid / starting, hundredths };
		}
		case 'totalInterest':
			return {
				kind: 'sum of debts',
				what: 'interest',
				month: null,
				parts: plan.debts.map(({ id, interest }) => ({ id, amount: interest })),
				total: plan.totalInterest
			};
		case 'deferredCharged':
			return {
				kind: 'sum of debts',
				what: 'deferredCharged',
				month: null,
				parts: plan.debts.flatMap(({ id, deferredCharged: amount }) =>
					amount > 0 ? [{ id, amount }] : []
				),
				total: plan.deferredCharged
			};
		case 'firstGone':
		case 'payoffDate':
		case 'months':
			return payoff(plan, name === 'firstGone' ? 'first' : 'latest');
		case 'moneyAtFirst': {
			const first = plan.kept[plan.begins - 1] ?? plan.kept[0];
			return first ? workingOfSpent(plan, first, false) : null;
		}
		case 'moneyAtMost': {
			const [first] = plan.kept;
			if (!first) return null;
			const most = plan.kept.reduce((a, b) => (spentIn(b) > spentIn(a) ? b : a), first);
			return workingOfSpent(plan, most, true);
		}
		case 'shortMonths':
			return {
				kind: 'short months',
				spans: spansOf(plan, ({ shortfall }) => shortfall),
				count: plan.shortMonths.length
			};
		case 'interestLess':
		case 'costLess':
		case 'monthsSooner':
			return againstBaseline(plan, baseline, name);
	}
}

const broughtAs = ({ agreed }: Plan, id: string): Brought | null =>
	agreed.brought.find(({ debt }) => debt === id) ?? null;

/** The first day of a month of the plan. */
const dateOf = ({ firstMonth }: Plan, month: number): CalendarDate =>
	addMonths(firstMonth, month - 1);

/** One-time agreement fees, in the month in which they begin. */
const setUpIn = ({ agreed }: Plan, month: number): number =>
	agreed.concessions.reduce((sum, { from, setUpFee }) => sum + (from === month ? setUpFee : 0), 0);

function allFees(plan: Plan): PlanWorking {
	const { agreed, kept, changeFees, debts, totalFees: total } = plan;
	const setUps = kept.flatMap(({ month }) => {
		const amount = setUpIn(plan, month) as Cents;
		return amount > 0 ? [{ month, date: dateOf(plan, month), amount }] : [];
	});
	return {
		kind: 'fees',
		brought: agreed.brought.filter(({ fee }) => fee > 0),
		setUps,
		monthly: changeFees.monthly,
		ofDebts: debts.flatMap(({ id, fees }) => (fees > 0 ? [{ id, amount: fees }] : [])),
		total
	};
}

function feesOfMonth(plan: Plan, { month, before, fees: total, shares }: PlanMonth): PlanWorking {
	const owed = sumOf(shares, (share) => share.owed);
	const open = new Set(shares.map(({ index }) => plan.debts[index]?.id));
	const monthly = plan.agreed.concessions
		.filter(({ from, debts }) => month >= from && debts.some((id) => open.has(id)))
		.map(({ monthly: fee }) => ({ fee, ...monthlyFee(fee, before, owed) }));
	const setUp = setUpIn(plan, month) as Cents;
	return {
		kind: 'fees of a month',
		month: dateOf(plan, month),
		before,
		owed,
		setUp,
		monthly,
		total
	};
}

function workingOfSpent(plan: Plan, of: PlanMonth, most: boolean): PlanWorking {
	const { month, paid, fees } = of;
	const total = spentIn(of);
	return { kind: 'spent', month, date: dateOf(plan, month), most, paid, fees, total };
}

function sumOfMonth(plan: Plan, month: PlanMonth, what: MonthSum): PlanWorking {
	return {
		kind: 'sum of debts',
		what,
		month: dateOf(plan, month.month),
		parts: month.shares.map((share) => ({
			id: plan.debts[share.index]?.id ?? '',
			amount: share[what]
		})),
		total: what === 'closing' ? owedInAll(plan, month.month) : month[what]
	};
}

type OfShare = Extract<PlanFigureName, { readonly inMonth: number; readonly ofDebt: string }>;

function shareWorking(
	{ plan, debts }: PlannedBy,
	{ inMonth, ofDebt: id, what }: OfShare
): PlanWorking | null {
	const month = plan.kept[inMonth - 1];
	const share = month?.shares.find(({ index }) => plan.debts[index]?.id === id);
	if (!month || !share) return null;
	const { opening, charges, interest, paid, forgiven, closing } = share;
	const date = dateOf(plan, month.month);
	if (what === 'closing') {
		const of = { opening, charges, interest, paid, forgiven, closing };
		return { kind: 'balance after a month', id, month: date, number: month.month, ...of };
	}
	const { terms, periods } = periodsOf(debts, plan, share.index);
	const due = periods
		.filter((period) => period.month === month.month)
		.map((period): PeriodInterest => {
			const { k, opening, charges, interest, balances, annual } = period;
			const own = atOneRate(terms, balances, k);
			return {
				opening,
				charges,
				interest,
				byBalance: own === null ? interestByBalance(terms, balances).balances : null,
				...interestBy(own ?? terms, k, balances[0]?.annual ?? annual, opening + charges)
			};
		});
	return { kind: 'interest of a month', id, month: date, periods: due, interest };
}

type OverMonths = Extract<PlanFigureName, { readonly over: number | 'all' }>;

function sumOfMonths(plan: Plan, { over, ofDebt, what }: OverMonths): PlanWorking {
	const amountIn = (month: PlanMonth): number => {
		if (over !== 'all' && dateParts(dateOf(plan, month.month)).year !== over) return 0;
		if (ofDebt === null) return month[what];
		return month.shares.find(({ index }) => plan.debts[index]?.id === ofDebt)?.[what] ?? 0;
	};
	const total = plan.kept.reduce((sum, month) => sum + amountIn(month), 0) as Cents;
	const year = over === 'all' ? null : over;
	return { kind: 'sum of months', what, year, id: ofDebt, spans: spansOf(plan, amountIn), total };
}

/** More of these are not read. */
const NAMED = 12;

/** Months that follow each other with the same amount, but for those without any. */
function spansOf(plan: Plan, amountIn: (month: PlanMonth) => number): Spans {
	const spans: Span[] = [];
	for (const kept of plan.kept) {
		const amount = amountIn(kept) as Cents;
		if (amount === 0) continue;
		const { month } = kept;
		const last = spans.at(-1);
		const to = dateOf(plan, month);
		if (last?.amount === amount && last.month + last.months === month) {
			spans[spans.length - 1] = { ...last, to, months: last.months + 1 };
		} else spans.push({ month, from: to, to, months: 1, amount });
	}
	if (spans.length <= NAMED) return { named: spans, rest: null };
	const rest = spans.slice(NAMED - 1);
	const months = rest.reduce((sum, span) => sum + span.months, 0);
	const amount = rest.reduce((sum, span) => sum + span.months * span.amount, 0) as Cents;
	return { named: spans.slice(0, NAMED - 1), rest: { months, amount } };
}

function payoff(plan: Plan, which: 'first' | 'latest'): PlanWorking | null {
	const gone = plan.debts.flatMap(({ id, payoffDate: date, payoffMonth: month }) =>
		date !== null && month !== null && month > 0 ? [{ id, date, month }] : []
	);
	if (which === 'latest' && plan.ending.status !== 'cleared') return null;
	const sorted = gone.toSorted((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
	const found = which === 'first' ? sorted[0] : sorted.at(-1);
	if (!found) return null;
	return {
		kind: 'payoff',
		which,
		parts: gone.map(({ id, date }) => ({ id, date })),
		date: found.date,
		months: which === 'first' ? found.month : plan.months
	};
}

function apart(plan: Plan, baseline: Plan, figure: ComparedFigure): PlanWorking | null {
	const [mine, theirs] = [comparedPlan(plan)[figure], comparedPlan(baseline)[figure]];
	const away = distance(mine, theirs);
	if (mine === null || theirs === null || away === null) return null;
	return { kind: 'apart', figure, plan: mine, baseline: theirs, away };
}

function againstBaseline(
	plan: Plan,
	baseline: Plan,
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
		const [mine, theirs] = [interestAndFees(plan), interestAndFees(baseline)];
		const less = against.costLess;
		return { kind: 'less', what: 'cost', baseline: theirs, plan: mine, less };
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
