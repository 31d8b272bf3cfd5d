/** The money of a plan that is gone on with: what of it lies ahead, and what is left of a month that is partly paid. */
import { addMonths, startOfMonth, type CalendarDate } from '../core/quantities/calendar';
import { ZERO, type Cents, plus, cents } from '../core/quantities/money';
import { requiredAtBegin } from '../core/plan/answers';
import { statedIn } from '../core/plan/money';
import { firstMonthOf } from '../core/plan/month';
import type { PlanMonth } from '../core/plan/terms';
import { changedDebts, type CarriedPlan } from './carried-plans';
import type { CaseDocument } from './case';
import type { ChangeEntry } from './change';
import type { OpeningBalance } from './found-balances';
import { EMPTY_LINE, monthIn, type PlanEntry, type PlanEvent, type Sheet } from './plan';
import { same } from './same';

/** Extra money for the plan: every month, or once in the first. */
export type More = { readonly each: Cents } | { readonly once: Cents } | null;

interface PaidUntil {
	/** The first month whose agreements have not been paid for. */
	readonly paidUntil: CalendarDate;
}

type Concession = Extract<ChangeEntry, { kind: 'concession' }>;
type Money = Pick<PlanEntry, 'budget' | 'savings' | 'begins' | 'events' | 'changes' | 'programme'>;

/**
 * The plan’s money from then on. Where some debts were paid in the first month already, the month’s money begins with
 * the next one; in between, what the plan still had for the others beyond what they ask comes once.
 */
export function moneyAfter(
	later: Pick<CaseDocument, 'debts' | 'asOf'>,
	entry: PlanEntry,
	{ terms, plan, debts: before }: CarriedPlan,
	found: ReadonlyMap<string, OpeningBalance>,
	newId: () => string
): Money & PaidUntil {
	const { changes, budget, events, begins, programme } = entry;
	const { debts } = changedDebts(later, entry);
	// Without any debt that is complete there is no month to begin with.
	if (debts.length === 0) {
		const { savings } = entry;
		const paidUntil = startOfMonth(later.asOf);
		return { budget, begins, savings, events, changes, programme, paidUntil };
	}
	const first = firstMonthOf(debts);
	const month = monthIn(first, plan.firstMonth);
	const ahead = (from: CalendarDate) => events.flatMap((item) => eventFrom(item, from) ?? []);
	if (month < (terms.begins ?? 1)) {
		const start = addMonths(plan.firstMonth, (terms.begins ?? 1) - 1);
		// An amount that nobody has chosen is what was asked when the plan was made, not what is required by then.
		return {
			budget: stating(budget, statedIn(terms, month)),
			begins: begins ?? start,
			savings: entry.savings,
			events: ahead(first),
			changes,
			programme,
			paidUntil: first
		};
	}
	const left = leftOf(month, plan, before, found, later.asOf);
	const paidUntil = left === null ? first : addMonths(first, 1);
	const stated = statedIn(terms, month + (left === null ? 0 : 1));
	const rest = left === null ? 0 : left - requiredAtBegin(debts, 1);
	const once = {
		id: newId(),
		kind: 'one-off',
		off: false,
		date: first,
		amount: cents(rest),
		everyYear: false
	} as const;
	return {
		begins: paidUntil,
		budget: stating(budget, stated),
		savings: savingsAfter(entry.savings, plan.kept[month - (left === null ? 2 : 1)]),
		events: [...(rest > 0 ? [once] : []), ...ahead(paidUntil)],
		changes: changesFrom(changes, paidUntil),
		// Its setup fee was paid with the first month of the plan.
		programme: programme && { ...programme, setUpFee: ZERO },
		paidUntil
	};
}

/** What is saved by then is what savings begin with. */
function savingsAfter(
	savings: PlanEntry['savings'],
	last: PlanMonth | undefined
): PlanEntry['savings'] {
	return savings && last?.savings ? { ...savings, opening: last.savings.closing } : savings;
}

/** Changes from a month on whose months before have been paid for; one that is there twice is there once. */
const changesFrom = (changes: readonly ChangeEntry[], month: CalendarDate): ChangeEntry[] =>
	changes
		.flatMap((change) => changeFrom(change, month))
		.filter((change, at, all) => all.findIndex((other) => same(other, change)) === at);

/** The fee of a settlement that is still ahead in a month whose fees have been paid is paid with them. */
function changeFrom(change: ChangeEntry, month: CalendarDate): ChangeEntry[] {
	if (change.kind === 'concession') return agreementFrom(change, month);
	if (change.kind !== 'settle' || change.date === null || change.date >= month) return [change];
	return [{ ...change, fee: { percent: null, amount: ZERO } }];
}

/**
 * An agreement from a month on: as long as it costs something, since its terms are those of the debts by then. Where it
 * ends, and for debts whose creditors have not agreed, they are not: it goes on as it is, and what it costs beside it.
 */
function agreementFrom(change: Concession, month: CalendarDate): ChangeEntry[] {
	if (change.from === null || change.from >= month) return [change];
	const { monthlyFee } = change;
	const costs = monthlyFee.kind === 'percent' || monthlyFee.amount !== 0;
	const paying = costs ? [{ ...change, from: month, setUpFee: ZERO }] : [];
	const debts =
		change.until === null
			? change.debts.filter(({ reply }) => reply.is !== 'agreed')
			: change.debts;
	if (debts.length === 0) return paying;
	const free = { setUpFee: ZERO, monthlyFee: { kind: 'amount', amount: ZERO } } as const;
	return [{ ...change, debts, ...free }, ...paying];
}

/** The budget with another amount, or another extra. */
function stating(budget: PlanEntry['budget'], amount: Cents): PlanEntry['budget'] {
	switch (budget.kind) {
		case 'required':
		case 'sheet':
			return budget;
		case 'required-plus':
			return { kind: budget.kind, extra: amount };
		case 'constant':
			return { kind: budget.kind, amount };
	}
}

/** The part of a month's budget for payments due after the day of continuing; null: all of it. */
function leftOf(
	month: number,
	{ firstMonth, kept }: CarriedPlan['plan'],
	debts: CarriedPlan['debts'],
	found: ReadonlyMap<string, OpeningBalance>,
	on: CalendarDate
): number | null {
	const first = addMonths(firstMonth, month - 1);
	let [left, isPart] = [0, false];
	debts.forEach(({ id }, index) => {
		const of = found.get(id);
		const due = of?.expected.periods.filter(({ date }) => startOfMonth(date) === first) ?? [];
		const rest = due.filter(({ date }) => date > on);
		if (rest.length < due.length) isPart = true;
		const own = kept[month - 1]?.shares.find((share) => share.index === index)?.ownExtra ?? 0;
		left += rest.reduce((sum, { paid }) => sum + paid, 0) - (rest.length > 0 ? own : 0);
	});
	return isPart ? left : null;
}

/** The part of a plan's event in a month or later; null if it is past. */
function eventFrom(item: PlanEvent, month: CalendarDate): PlanEvent | null {
	if (item.date >= month) return item;
	if (item.kind !== 'one-off' || !item.everyYear) return null;
	let date = item.date;
	for (let years = 1; date < month; years += 1) date = addMonths(item.date, 12 * years);
	return { ...item, date };
}

/** The budget sheet with so much more a month, where a plan's money is what it leaves. */
export const withMoreIncome = (
	sheet: Sheet,
	{ budget }: PlanEntry,
	more: More,
	newId: () => string
): Sheet =>
	more !== null && 'each' in more && budget.kind === 'sheet'
		? {
				...sheet,
				income: [...sheet.income, { ...EMPTY_LINE, id: newId(), amount: more.each }]
			}
		: sheet;

/** The plan with more money than it has. */
export function withMoreMoney(
	plan: PlanEntry,
	more: More,
	later: Pick<CaseDocument, 'debts' | 'asOf'>,
	newId: () => string
): PlanEntry {
	if (more === null) return plan;
	if ('once' in more) {
		const date = firstMonthOf(changedDebts(later, plan).debts);
		const once = { id: newId(), off: false, date, amount: more.once, everyYear: false };
		return { ...plan, events: [...plan.events, { ...once, kind: 'one-off' }] };
	}
	const raised = (amount: Cents) => plus(amount, more.each);
	const { budget } = plan;
	// What a budget sheet leaves is raised in the sheet.
	if (budget.kind === 'sheet') return plan;
	return {
		...plan,
		budget:
			budget.kind === 'constant'
				? { kind: 'constant', amount: raised(budget.amount ?? ZERO) }
				: {
						kind: 'required-plus',
						extra: raised(budget.kind === 'required-plus' ? budget.extra : ZERO)
					},
		events: plan.events.map((item) =>
			item.kind === 'money' ? { ...item, amount: raised(item.amount) } : item
		)
	};
}
