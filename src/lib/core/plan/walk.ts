/** Several debts under one budget, month by month (specification, section 9). */
import { dueDate, type CalendarDate } from '../quantities/calendar';
import { LARGEST_BALANCE, type Cents, atLeastZero, minus, plus } from '../quantities/money';
import {
	calendarOf,
	firstMonthOf,
	isSettledNow,
	openMonth,
	passOn,
	pay,
	payShort,
	planDebt,
	stillOwed,
	type OpenMonth,
	type PlanDebt
} from './month';
import { isSavingsUnsettled, NO_FEES } from './money';
import { sheetSettledFrom } from './budget-sheet';
import { putInLine } from './order';
import { passAlongPlaces } from './places';
import type {
	Brought,
	ChangeFees,
	DebtTotals,
	MonthSavings,
	MonthShare,
	Plan,
	PlanEnding,
	PlanMonth,
	PlannedDebt,
	PlanTerms,
	PlanTotals
} from './terms';

/** A hundred years of months; a plan that needs more is `beyond`. */
export const MONTHS_FOLLOWED = 1200;
/** Settled months without a debt cleared or a new lowest balance, after which it never ends. */
const QUIET_MONTHS = 12;

/** Nothing but what each debt asks. */
export const ONLY_REQUIRED: PlanTerms = {
	budget: { kind: 'required' },
	oneOffs: [],
	budgetChanges: [],
	order: 'listed',
	listed: []
};

/** A plan with every month. */
export function planOf(debts: readonly PlannedDebt[], plan: PlanTerms): Plan {
	const kept: PlanMonth[] = [];
	return { ...walkMonths(debts, plan, (month) => kept.push(month)), kept };
}

/** A plan whose changes can't be applied: what is owed at the start, and nothing else. */
export function uncomputedPlan(debts: readonly PlannedDebt[]): Plan {
	const none = planOf([], ONLY_REQUIRED);
	const totals = debts.map((debt, index) =>
		totalsOf(planDebt(debt, index, [], firstMonthOf(debts)))
	);
	return {
		...none,
		ending: { status: 'refused', reason: 'changes' },
		firstMonth: firstMonthOf(debts),
		starting: sumOf(totals, 'starting'),
		closing: sumOf(totals, 'closing'),
		debts: totals
	};
}

/** The same plan without its months. */
export function planTotals(debts: readonly PlannedDebt[], plan: PlanTerms): PlanTotals {
	return walkMonths(debts, plan, null);
}

function walkMonths(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	keep: ((month: PlanMonth) => void) | null
): PlanTotals {
	const calendar = calendarOf(debts);
	const firstMonth = calendar.first;
	const all = debts.map((debt, index) => planDebt(debt, index, plan.listed, firstMonth));
	const fees = plan.fees ?? NO_FEES;
	const settledFrom = Math.max(
		plan.begins ?? 1,
		...plan.budgetChanges.map(({ from }) => from),
		...plan.oneOffs.map(({ month }) => month + 1),
		plan.budget.kind === 'sheet' ? sheetSettledFrom(plan.budget, firstMonth) : 1
	);
	const cost = { setUp: 0, monthly: 0, settlement: 0 };
	const shortMonths: { month: number; missing: Cents }[] = [];
	const deficits: { month: number; missing: Cents }[] = [];
	let saved: number = plan.savings?.opening ?? 0;
	let open = all.filter(stillOwed);
	/** The same debts from the first in line to the last; kept from month to month. */
	let line = [...open];
	const hasAccounts = all.some(({ state }) => state.account !== null);
	/** By the rates of balances, where debts have several. */
	const isByPlace = plan.order === 'rate' && hasAccounts;
	let isSettled = false;
	let month = 0;
	let quiet = 0;
	let status: 'cleared' | 'never' | 'beyond' = 'cleared';
	let refused: PlanEnding | null = null;

	while (open.length > 0) {
		month += 1;
		const opened = openMonth(plan, month, open, calendar, saved);
		const { required, due, forDebts, deficit, savings } = opened;
		refused = refusalIn(month, opened, open);
		if (refused) {
			month -= 1;
			break;
		}
		cost.setUp += due.setUp;
		cost.monthly += due.monthly;
		cost.settlement += due.settlement;
		if (savings) saved = savings.closing;
		if (deficit > 0) deficits.push({ month, missing: deficit as Cents });
		if (required > forDebts) {
			shortMonths.push({ month, missing: minus(required, forDebts) });
			payShort(open, forDebts, plan);
		} else if (forDebts > required) {
			const rest = forDebts - required;
			if (isByPlace) passAlongPlaces(open, rest);
			else {
				putInLine(line, plan.order);
				passOn(line, rest, plan.order);
			}
		}
		let highest = 0;
		let cleared = false;
		for (const debt of open) {
			pay(debt, month);
			if (debt.balance === 0) cleared = true;
			else if (debt.balance > highest) highest = debt.balance;
		}
		keep?.(monthOf(month, opened, open));

		// What happens on an account may unsettle it again.
		if (hasAccounts || savings || !isSettled)
			isSettled =
				month >= settledFrom && !isSavingsUnsettled(plan, savings) && open.every(isSettledNow);
		if (!isSettled) for (const debt of open) debt.lowest = debt.balance;
		quiet = isSettled && !hasNewLowest(open) ? quiet + 1 : 0;
		if (cleared) {
			open = open.filter(stillOwed);
			line = line.filter(stillOwed);
		}
		if (open.length === 0) break;
		if (quiet === QUIET_MONTHS) status = 'never';
		else if (month === MONTHS_FOLLOWED || highest > LARGEST_BALANCE) status = 'beyond';
		if (status !== 'cleared') break;
	}

	const totals = all.map((debt) => totalsOf(debt));
	const added = feesPaid(fees, 'added');
	const upFront = feesPaid(fees, 'up-front');
	const setUp = cost.setUp as Cents;
	const monthly = cost.monthly as Cents;
	const settlement = cost.settlement as Cents;
	const totalInterest = sumOf(totals, 'interest');
	const totalFees = (sumOf(totals, 'fees') +
		added +
		upFront +
		setUp +
		monthly +
		settlement) as Cents;
	const totalForgiven = sumOf(totals, 'forgiven');
	return {
		ending: refused ?? endingOf(status, totals, firstMonth),
		months: month,
		firstMonth,
		begins: plan.begins ?? 1,
		starting: (sumOf(totals, 'starting') - added) as Cents,
		totalInterest,
		totalCharges: sumOf(totals, 'charges'),
		agreed: fees,
		changeFees: { added, upFront, setUp, monthly, settlement },
		totalFees,
		totalPaid: (sumOf(totals, 'paid') + upFront + setUp + monthly + settlement) as Cents,
		totalForgiven,
		totalCost: minus(plus(totalInterest, totalFees), totalForgiven),
		closing: sumOf(totals, 'closing'),
		deferredCharged: sumOf(totals, 'deferredCharged'),
		deferredWaived: sumOf(totals, 'deferredWaived'),
		lateFees: sumOf(totals, 'lateFees'),
		debts: totals,
		shortMonths,
		deficits,
		saved: plan.savings ? (saved as Cents) : null
	};
}

/** Why a month can't be paid: its fees are more than its money, or its money does not reach for a settlement. */
function refusalIn(
	month: number,
	{ due, remaining, required, forDebts }: OpenMonth,
	open: readonly PlanDebt[]
): PlanEnding | null {
	if (remaining < 0) {
		const fees = due.all as Cents;
		return { status: 'refused', reason: 'fees', month, fees, money: plus(fees, remaining) };
	}
	if (forDebts >= required || !open.some(({ isSettling }) => isSettling)) return null;
	return { status: 'refused', reason: 'settlement', month, missing: minus(required, forDebts) };
}

/** A month that has been paid, as it is kept. */
function monthOf(
	month: number,
	{ required, before, due, budget, rolledOver, forDebts, deficit, savings }: OpenMonth,
	open: readonly PlanDebt[]
): PlanMonth {
	const shares = open.map(shareOf);
	let [paid, own, interest, principal, forgiven] = [0, 0, 0, 0, 0];
	for (const share of shares) {
		paid += share.paid;
		own += share.ownExtra;
		interest += share.interest;
		principal += share.principal;
		forgiven += share.forgiven;
	}
	return {
		month,
		before: before as Cents,
		budget: budget as Cents,
		forDebts: forDebts as Cents,
		ownExtra: own as Cents,
		rolledOver: rolledOver as Cents,
		fees: due.all as Cents,
		deficit: deficit as Cents,
		savings: savings as MonthSavings | null,
		required: required as Cents,
		paid: paid as Cents,
		interest: interest as Cents,
		principal: principal as Cents,
		forgiven: forgiven as Cents,
		shortfall: atLeastZero(required - forDebts),
		shares
	};
}

function shareOf(debt: PlanDebt): MonthShare {
	const { rank, index, annual, opening, charges, fees, interest, required, ownExtra, owed, paid } =
		debt;
	return {
		index,
		annual,
		opening: opening as Cents,
		charges: charges as Cents,
		fees: fees as Cents,
		interest: interest as Cents,
		required: required as Cents,
		ownExtra: ownExtra as Cents,
		rolledOver: debt.rolledOver as Cents,
		owed: owed as Cents,
		paid: paid as Cents,
		principal: (paid - interest - charges) as Cents,
		forgiven: debt.forgiven as Cents,
		closing: debt.balance as Cents,
		rank,
		...(debt.step === 0 ? { paidEach: debt.paidEach as Cents[] } : {})
	};
}

/** The fees for new debts that are paid in one of the two ways. */
const feesPaid = ({ brought }: ChangeFees, way: Brought['paid']): Cents =>
	sumOf(
		brought.filter(({ paid }) => paid === way),
		'fee'
	);

/**
 * Whether a month has brought a debt a new lowest balance, or cleared it; takes note of those. Any of its periods may
 * have: where it falls and rises within a year, the ends of months need not meet its lowest.
 */
function hasNewLowest(open: readonly PlanDebt[]): boolean {
	let found = false;
	for (const debt of open) {
		if (debt.reached >= debt.lowest) continue;
		debt.lowest = debt.reached;
		found = true;
	}
	return found;
}

function totalsOf(debt: PlanDebt): DebtTotals {
	const { id, terms, payoffMonth, periods, state } = debt;
	return {
		id,
		starting: terms.opening,
		payoffMonth,
		payoffDate:
			payoffMonth === null
				? null
				: dueDate(terms.firstDue, Math.max(periods, 1), terms.paymentsPerYear),
		interest: debt.totalInterest as Cents,
		charges: debt.totalCharges as Cents,
		fees: debt.totalFees as Cents,
		paid: debt.totalPaid as Cents,
		forgiven: debt.totalForgiven as Cents,
		closing: debt.balance as Cents,
		deferredCharged: (state.account?.deferredCharged ?? 0) as Cents,
		deferredWaived: (state.account?.deferredWaived ?? 0) as Cents,
		lateFees: (state.account?.late.fees ?? 0) as Cents
	};
}

function endingOf(
	status: 'cleared' | 'never' | 'beyond',
	debts: readonly DebtTotals[],
	firstMonth: CalendarDate
): PlanEnding {
	if (status !== 'cleared') return { status };
	const dates = debts.flatMap(({ payoffMonth, payoffDate }) =>
		payoffMonth !== null && payoffMonth > 0 && payoffDate !== null ? [payoffDate] : []
	);
	return { status, payoffDate: dates.sort().at(-1) ?? firstMonth };
}

function sumOf<K extends string>(items: readonly Readonly<Record<K, number>>[], key: K): Cents {
	return items.reduce((sum, item) => sum + item[key], 0) as Cents;
}
