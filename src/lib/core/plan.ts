/** Several debts under one budget, month by month (contract, section 9). */
import { dueDate, type CalendarDate } from './calendar';
import { LARGEST_BALANCE, type Cents } from './money';
import {
	firstMonthOf,
	inLine,
	monthEnds,
	NO_FEES,
	openMonth,
	passOn,
	pay,
	shareOut,
	standing,
	stillOwed,
	type Asking,
	type OpenMonth,
	type Standing
} from './plan-month';
import type {
	Brought,
	ChangeFees,
	DebtTotals,
	MonthShare,
	Plan,
	PlanEnding,
	PlanMonth,
	PlannedDebt,
	PlanTerms,
	PlanTotals
} from './planned';

/** A hundred years of months; a plan that needs more is `beyond`. */
export const MONTHS_FOLLOWED = 1200;
/** Settled months without a debt cleared or a new lowest balance, after which it never ends. */
const QUIET_MONTHS = 12;
/** A plan with every month. */
export function planOf(debts: readonly PlannedDebt[], plan: PlanTerms): Plan {
	const kept: PlanMonth[] = [];
	return { ...walkMonths(debts, plan, (month) => kept.push(month)), kept };
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
	const firstMonth = firstMonthOf(debts);
	const all = debts.map((debt, index) => standing(debt, index, plan.listed, firstMonth));
	const fees = plan.fees ?? NO_FEES;
	const endOf = monthEnds(debts);
	const settled = Math.max(
		plan.begins ?? 1,
		...plan.budgetChanges.map(({ from }) => from),
		...plan.oneOffs.map(({ month }) => month + 1)
	);
	const cost = { setUp: 0, monthly: 0 };
	const shortMonths: { month: number; missing: Cents }[] = [];
	let open = all.filter(stillOwed);
	let month = 0;
	let quiet = 0;
	let status: 'cleared' | 'never' | 'beyond' = 'cleared';
	let refused: PlanEnding | null = null;

	while (open.length > 0) {
		month += 1;
		const opened = openMonth(plan, month, open, endOf(month));
		const { asking, asked, due, left, money } = opened;
		if (left < 0) {
			refused = refusal(month, due.all, left);
			month -= 1;
			break;
		}
		cost.setUp += due.setUp;
		cost.monthly += due.monthly;
		const missing = Math.max(0, asked - money);
		if (missing > 0) shortMonths.push({ month, missing: missing as Cents });
		if (missing > 0) shareOut(asking, money);
		else if (money > asked) passOn(inLine(asking, plan.order), money - asked, plan.order);
		for (const debt of asking) pay(debt, month);
		keep?.(monthOf(month, opened));

		const isSettled = month >= settled && open.every((debt) => debt.periods >= debt.settled);
		quiet = isSettled && !broughtNews(open) ? quiet + 1 : 0;
		if (!isSettled) for (const debt of open) debt.lowest = debt.balance;
		open = open.filter(stillOwed);
		if (open.length === 0) break;
		if (quiet === QUIET_MONTHS) status = 'never';
		else if (month === MONTHS_FOLLOWED) status = 'beyond';
		else if (open.some(({ balance }) => balance > LARGEST_BALANCE)) status = 'beyond';
		if (status !== 'cleared') break;
	}

	const totals = all.map((debt) => totalsOf(debt));
	const added = feesPaid(fees, 'added');
	const upFront = feesPaid(fees, 'up-front');
	const setUp = cost.setUp as Cents;
	const monthly = cost.monthly as Cents;
	const totalInterest = sumOf(totals, 'interest');
	const totalFees = (sumOf(totals, 'fees') + added + upFront + setUp + monthly) as Cents;
	return {
		ending: refused ?? endingOf(status, totals, firstMonth),
		months: month,
		firstMonth,
		begins: plan.begins ?? 1,
		starting: (sumOf(totals, 'starting') - added) as Cents,
		totalInterest,
		totalCharges: sumOf(totals, 'charges'),
		agreed: fees,
		changeFees: { added, upFront, setUp, monthly },
		totalFees,
		totalPaid: (sumOf(totals, 'paid') + upFront + setUp + monthly) as Cents,
		totalCost: (totalInterest + totalFees) as Cents,
		closing: sumOf(totals, 'closing'),
		debts: totals,
		shortMonths
	};
}

const refusal = (month: number, fees: number, left: number): PlanEnding => ({
	status: 'refused',
	month,
	fees: fees as Cents,
	money: (fees + left) as Cents
});

/** A month that has been paid, as it is kept. */
function monthOf(
	month: number,
	{ asking, asked, before, due, money, passedOn }: OpenMonth
): PlanMonth {
	const shares = asking.map(shareOf);
	let [paid, own, interest, principal] = [0, 0, 0, 0];
	for (const share of shares) {
		paid += share.paid;
		own += share.own;
		interest += share.interest;
		principal += share.principal;
	}
	return {
		month,
		before: before as Cents,
		money: money as Cents,
		own: own as Cents,
		passedOn: passedOn as Cents,
		fees: due.all as Cents,
		asked: asked as Cents,
		paid: paid as Cents,
		interest: interest as Cents,
		principal: principal as Cents,
		missing: Math.max(0, asked - money) as Cents,
		shares
	};
}

function shareOf(asking: Asking): MonthShare {
	const { debt, rank, index, annual, opening, charges, interest, asked, own, owed, paid } = asking;
	return {
		index,
		annual,
		opening: opening as Cents,
		charges: charges as Cents,
		interest: interest as Cents,
		asked: asked as Cents,
		own: own as Cents,
		passedOn: asking.passedOn as Cents,
		owed: owed as Cents,
		paid: paid as Cents,
		principal: (paid - interest - charges) as Cents,
		closing: debt.balance as Cents,
		rank
	};
}

/** The fees for new debts that are paid in one of the two ways. */
const feesPaid = ({ brought }: ChangeFees, way: Brought['paid']): Cents =>
	sumOf(
		brought.filter(({ paid }) => paid === way),
		'fee'
	);

/** Whether a month has cleared a debt or brought one a new lowest balance; takes note of those. */
function broughtNews(open: readonly Standing[]): boolean {
	let news = false;
	for (const debt of open) {
		if (debt.balance >= debt.lowest) continue;
		debt.lowest = debt.balance;
		news = true;
	}
	return news;
}

function totalsOf(debt: Standing): DebtTotals {
	const { id, terms, payoffMonth, periods } = debt;
	return {
		id,
		starting: terms.opening,
		payoffMonth,
		payoffDate:
			payoffMonth === null
				? null
				: dueDate(terms.firstDue, Math.max(periods, 1), terms.paymentsPerYear),
		interest: debt.interest as Cents,
		charges: debt.charges as Cents,
		fees: debt.fees as Cents,
		paid: debt.paid as Cents,
		closing: debt.balance as Cents
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
