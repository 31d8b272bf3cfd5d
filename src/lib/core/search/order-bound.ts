/**
 * The least interest that any order can still cost, from a month on: a bound that no plan under the same
 * money falls below.
 *
 * Why it holds. Let D be all that is owed at the beginning of a month, on the open debts together.
 *
 * 1. Each month D grows by the interest and charges and falls by what is paid, at most `money`: the month's
 *    money, were every required payment as high as it can be, and all that the open debts' own extras come to
 *    (taken by them or passed on, it is money in either case). Charges only add to D, so leaving them out keeps
 *    a bound. So D is at least what this recursion leaves, provided the interest is not overstated.
 * 2. A debt never owes more than it would had it been paid nothing but what it asks and its own extras: with
 *    R the payment required, what it leaves, max(0, S − R − extra), does not fall when S rises, since no rule asks
 *    for more than the whole of an increase; rounding adds at most a minor unit or two a month. That path is
 *    followed here (`Path`) with nothing rounded up, which only leaves more; in a month whose money may not
 *    cover what is required it is paid nothing. It gives `most`, what each debt can owe at most.
 * 3. Interest of the month is the sum over debts of balance × rate. Of all ways in which D can lie on the
 *    debts, none on more than its `most`, the least interest comes from the lowest rates filled first: moving a
 *    unit from a lower to a higher rate never makes it less.
 * 4. `slack` is what rounding can take off that: half a minor unit for each payment of each debt that bears
 *    interest; and where a debt is paid several times a month, the interest of the later periods on what is
 *    paid before them within the month (what it asks and its own extras).
 *
 * 5. Savings only put off what is paid: money that comes to debts at once brings down D by as much, and sooner. What a
 *    creditor forgives counts as money of the debt that it forgives it on.
 *
 * By induction over the months the sum of 3 less 4 is a lower bound; where something is still owed after all
 * months that a plan is followed, no order ends.
 */
import type { CalendarDate } from '../quantities/calendar';
import type { DebtTerms } from '../debt/terms';
import type { PaymentRule } from '../debt/rules/all-rules';
import { hasAccount } from '../debt/account/account';
import { ZERO } from '../quantities/money';
import { CardPath } from './card-bound';
import type { Bounds, MonthPath, MonthStep } from './month-path';
import { openPeriod } from '../debt/period';
import { blankPeriod } from '../debt/open-period';
import { MONTHS_FOLLOWED } from '../plan/walk';
import { calendarOf, openDebt, pay, planDebt, type PlanDebt } from '../plan/month';
import { isOwnMoney, moneyIn, NO_FEES } from '../plan/money';
import type { PlannedDebt, PlanTerms } from '../plan/terms';

/** Lower bounds for the months of a plan, from the first on. */
export interface MonthBounds {
	/** The most money that a month can have, without the debts' own extras. */
	readonly money: number;
	/** The debts from the lowest rate up. */
	readonly debts: readonly (Bounds & { readonly index: number })[];
	/** By how much interest may come out lower than a rate on a sum says, for a debt and month. */
	readonly slack: number;
}

/** A balance on which a rate shows to eleven digits. */
const LARGE = 1e11;

/** The bounds of so many months. */
export function boundsOf(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	months: number
): MonthBounds[] {
	const { first, endOf } = calendarOf(debts);
	const paths = debts.map((debt, index): MonthPath =>
		hasAccount(debt.terms) ? new CardPath(debt, index, first) : new Path(debt, index, first)
	);
	const mostRounding = Math.max(0, ...debts.flatMap(({ terms }) => rulesOf(terms).map(roundingOf)));
	const mostCleared = Math.max(0, ...debts.map(({ terms }) => terms.clearBelow));
	const found: MonthBounds[] = [];
	for (let month = 1; month <= months; month += 1) {
		const steps = paths.map((path) => path.open(month, endOf(month)));
		const required = steps.reduce(
			(sum, { asks }) => sum + (asks > 0 ? asks + mostRounding + mostCleared : 0),
			0
		);
		const money = Math.max(0, moneyIn(plan, month, required, first));
		// Where the money may not cover what is required, a debt may get less, and owe more from then on.
		const covered = isOwnMoney(plan, month)
			? leastMoney(plan, month, first) >= required
			: !takesAway(plan, month);
		for (const path of paths) path.close(covered);
		found.push({
			money,
			slack: Math.max(...steps.map(({ slack }) => slack)),
			debts: steps.map((step, index) => ({ ...step, index })).sort((a, b) => a.ratio - b.ratio)
		});
	}
	return found;
}

/** Whether money is needed elsewhere in a month, so that it may not cover what is required. */
const takesAway = ({ oneOffs }: PlanTerms, at: number): boolean =>
	oneOffs.some(({ month, amount }) => month === at && amount < 0);

/** The least that a month has for the debts: its budget less the most that agreements may cost. */
function leastMoney(plan: PlanTerms, month: number, first: CalendarDate): number {
	const { concessions, settlements } = plan.fees ?? NO_FEES;
	// Their fee goes by what is forgiven, and nobody knows yet how much that is.
	if (settlements.length > 0) return 0;
	const money = moneyIn(plan, month, 0, first);
	return concessions.reduce((left, { from, setUpFee, monthly }) => {
		if (month < from) return left;
		const most = monthly.kind === 'amount' ? monthly.amount : (monthly.cap ?? money);
		return left - most - (month === from ? setUpFee : 0);
	}, money);
}

/**
 * The least interest from a month on, when `owed` is owed at its beginning on the debts for which `open`
 * says so; it stops where more than `enough` is certain. Infinity: bounds as far as a plan is followed leave
 * something owed.
 */
export function leastInterest(
	bounds: readonly MonthBounds[],
	month: number,
	owed: number,
	open: (index: number) => boolean,
	enough: number
): number {
	let interest = 0;
	let sum = owed;
	for (let at = month - 1; at < bounds.length && sum > 0 && interest < enough; at += 1) {
		const here = bounds[at];
		if (!here) break;
		let left = sum;
		let charged = 0;
		let bearing = 0;
		let money = here.money;
		for (const { index, most, ratio, extras } of here.debts) {
			if (!open(index)) continue;
			money += extras;
			if (ratio > 0 && most > 0) bearing += 1;
			if (left <= 0) continue;
			const on = Math.min(left, most);
			charged += on * ratio;
			left -= on;
		}
		const least = Math.max(0, charged - bearing * here.slack);
		interest += least;
		sum += least - money;
	}
	// Owed by then at the least, whatever the order: none ends.
	return sum >= 1 && bounds.length === MONTHS_FOLLOWED && interest < enough ? Infinity : interest;
}

/** The rules by which a debt is paid, first and later. */
const rulesOf = ({ payment, paymentChanges = [] }: DebtTerms): PaymentRule[] => [
	payment,
	...paymentChanges.map(({ rule }) => rule)
];

/** How far a rule rounds up what it asks. */
const roundingOf = (rule: PaymentRule): number =>
	'roundUpTo' in rule ? rule.roundUpTo : rule.kind === 'interest-only' ? roundingOf(rule.then) : 0;

/** The rule as if nothing were rounded up: it never asks more, and more where more is owed. */
function unrounded(rule: PaymentRule): PaymentRule {
	if ('roundUpTo' in rule) return { ...rule, roundUpTo: ZERO };
	return rule.kind === 'interest-only' ? { ...rule, then: unrounded(rule.then) } : rule;
}

/** A debt month by month, paid nothing but what it asks. */
class Path implements MonthPath {
	readonly #debt: PlanDebt;
	/** The same debt with a large balance, on which its rate is read. */
	readonly #large: PlanDebt;
	/** A period of that one. */
	readonly #period = blankPeriod();
	#months = 0;

	constructor({ id, terms }: PlannedDebt, index: number, first: CalendarDate) {
		const changes = terms.paymentChanges?.map(({ from, rule }) => ({
			from,
			rule: unrounded(rule)
		}));
		const required: DebtTerms = {
			...terms,
			payment: unrounded(terms.payment),
			paymentChanges: changes ?? []
		};
		this.#debt = planDebt({ id, terms: required }, index, [], first);
		this.#large = planDebt({ id, terms: { ...required, charges: [] } }, index, [], first);
	}

	open(now: number, until: number): MonthStep {
		const debt = this.#debt;
		this.#months += 1;
		if (debt.balance === 0) return { most: 0, ratio: 0, asks: 0, extras: 0, slack: 0 };
		openDebt(debt, now, until);
		let ratio = 0;
		for (let count = 1; count <= debt.dueNow; count += 1) {
			const { terms, anchor, state, periods } = this.#large;
			openPeriod(terms, anchor, state, periods + 1, LARGE, this.#period);
			this.#large.periods += 1;
			ratio += this.#period.interest / LARGE;
		}
		// Each month's rounding may leave it a minor unit higher than rates alone do.
		const most = debt.opening + debt.charges + 2 * this.#months;
		// Half a minor unit for each payment; what is paid within the month bears no interest after that.
		// What a creditor forgives brings down what is owed as money does.
		const extras = debt.extra + (debt.isSettling ? most : 0);
		const within = debt.dueNow > 1 ? ratio * (debt.required + extras) : 0;
		return { most, ratio, asks: debt.required, extras, slack: 0.5 * debt.dueNow + within };
	}

	close(covered: boolean): void {
		if (this.#debt.balance === 0) return;
		if (!covered) this.#debt.given = 0;
		pay(this.#debt, this.#months);
	}
}
