/** Changes of a plan to the debts (specification, section 10). */
import {
	addDays,
	addMonths,
	dueDatesUntil,
	endOfMonth,
	type CalendarDate
} from '../quantities/calendar';
import { withRateOf } from '../debt/account/balance';
import { deadlineFor } from '../debt/deadline';
import type { BalanceTerms, DebtTerms, Known, RateChange, Settlement } from '../debt/terms';
import type { PaymentRule } from '../debt/rules/all-rules';
import { rateChangesAfter, rateChangesBefore } from '../debt/rate-steps';
import { roundedShare, ZERO, type Cents, minus, plus, sumOf } from '../quantities/money';
import { easedBefore } from '../debt/easing';
import { NO_FEES } from './money';
import { firstMonthOf } from './month';
import type { Brought, ChangeFees, ConcessionFees, PlannedDebt, SettlementFees } from './terms';
import { WHOLE, type Percent } from '../quantities/rate';

/** A debt that a change brings, but for what is owed on it. */
export interface NewDebt {
	readonly id: string;
	readonly terms: Omit<DebtTerms, 'opening'>;
}

/** Debts paid off at the start by a new one. */
interface Consolidate {
	readonly kind: 'consolidate';
	readonly debts: readonly string[];
	readonly loan: NewDebt;
	readonly fee: Pick<Brought, 'percent' | 'amount' | 'paid'>;
}

/** Amounts moved at the start to a new debt with an offer rate that ends. */
interface Transfer {
	readonly kind: 'transfer';
	readonly amounts: readonly { readonly id: string; readonly amount: Cents | 'all' }[];
	readonly feePercent: Percent;
	readonly offerPercent: Percent;
	/** The last month of the offer. */
	readonly offerMonths: number;
	readonly thenPercent: Percent;
	/** The credit limit, which includes the fee; null if not known. */
	readonly limit: Cents | null;
	readonly card: NewDebt;
}

/** Rates, and payments where they are given, that creditors agree to from a month on. */
interface Concession {
	readonly kind: 'concession';
	/** The month from which fees are due, and from whose first due period on the agreed terms hold. */
	readonly from: number;
	/** The last month of what is agreed, after which the debts have their own terms again (section 16); absent: it stays. */
	readonly until?: number;
	/**
	 * The day from which it is agreed, where that is known: the rates hold from then on and never reach back (section
	 * 4), the payments from the first due date on or after it.
	 */
	readonly date?: CalendarDate;
	readonly debts: readonly {
		readonly id: string;
		/** Null: its own rate goes on. */
		readonly annual: Percent | null;
		readonly payment: Cents | null;
	}[];
	readonly setUpFee: Cents;
	readonly monthlyFee: ConcessionFees['monthly'];
}

/** Debts on which so much is paid at least that nothing deferred is ever charged (specification, section 16). */
interface Deadline {
	readonly kind: 'deadline';
	readonly debts: readonly string[];
}

/** Less than is owed that creditors take for the whole of a debt (specification, section 16). */
interface Settle {
	readonly kind: 'settle';
	readonly debts: readonly { readonly id: string; readonly pays: Settlement['pays'] }[];
	/** The month in whose first due period, or the next, it is paid. */
	readonly month: number;
	/** Whether the debts are paid nothing till then, or what they ask. */
	readonly before: 'stop' | 'asked';
	readonly fee: Pick<SettlementFees, 'percent' | 'amount'>;
}

export type PlanChange = Consolidate | Transfer | Concession | Deadline | Settle;

/** Why a change is not possible; `change` is its place in the list, from 0. */
export type Refusal = { readonly change: number } & (
	| { readonly reason: 'no debt chosen' }
	| { readonly reason: 'unknown debt'; readonly id: string }
	| { readonly reason: 'closed before'; readonly id: string }
	| { readonly reason: 'named twice'; readonly id: string }
	| {
			readonly reason: 'more than is owed';
			readonly id: string;
			readonly amount: Cents;
			readonly owed: Cents;
	  }
	| { readonly reason: 'no deadline'; readonly id: string }
	| { readonly reason: 'paid too often'; readonly id: string }
	| { readonly reason: 'above the limit'; readonly amount: Cents; readonly limit: Cents }
);

/** The debts as a plan pays them, those that are closed at the start among them, and what its changes cost. */
interface Changed {
	readonly debts: readonly PlannedDebt[];
	readonly fees: ChangeFees;
}

export type Changing =
	| ({ readonly ok: true } & Changed)
	| { readonly ok: false; readonly refusal: Refusal };

/** Applies changes in their order to a copy of the debts; a debt closed by one can't be used by a later one. */
export function withChanges(
	debts: readonly PlannedDebt[],
	changes: readonly PlanChange[]
): Changing {
	const first = firstMonthWith(debts, changes);
	let changed: Changed = { debts, fees: NO_FEES };
	for (const [index, change] of changes.entries()) {
		const refusal = refusalOf(changed.debts, change);
		if (refusal) return { ok: false, refusal: { change: index, ...refusal } };
		changed = applied(changed, change, first);
	}
	return { ok: true, ...changed };
}

/**
 * The first day of month 1 of a plan with such changes: they may close the debt that is due first, or bring an
 * earlier one. What creditors agree to moves no due date.
 */
export function firstMonthWith(
	debts: readonly PlannedDebt[],
	changes: readonly PlanChange[]
): CalendarDate {
	const first = firstMonthOf(debts);
	let changed: Changed = { debts, fees: NO_FEES };
	for (const change of changes) {
		if (!movesDebts(change)) continue;
		if (refusalOf(changed.debts, change)) return first;
		changed = applied(changed, change, first);
	}
	return firstMonthOf(changed.debts);
}

/** Whether a change closes debts or brings one: others move no due date. */
const movesDebts = ({ kind }: PlanChange): boolean => kind === 'consolidate' || kind === 'transfer';

function applied(changed: Changed, change: PlanChange, first: CalendarDate): Changed {
	switch (change.kind) {
		case 'consolidate':
			return consolidated(changed, change);
		case 'transfer':
			return transferred(changed, change);
		case 'concession':
			return conceded(changed, change, first);
		case 'deadline':
			return keepingDeadlines(changed, change);
		case 'settle':
			return settled(changed, change, first);
	}
}

type Unplaced<R> = R extends unknown ? Omit<R, 'change'> : never;

function refusalOf(debts: readonly PlannedDebt[], change: PlanChange): Unplaced<Refusal> | null {
	const ids = namedIn(change);
	if (ids.length === 0) return { reason: 'no debt chosen' };
	for (const [index, id] of ids.entries()) {
		const debt = debts.find((other) => other.id === id);
		if (!debt) return { reason: 'unknown debt', id };
		if (debt.terms.opening === 0) return { reason: 'closed before', id };
		if (ids.indexOf(id) < index) return { reason: 'named twice', id };
	}
	if (change.kind === 'deadline') {
		const lapsing = debts.find(({ id, terms }) => ids.includes(id) && deadlineFor(terms) === null);
		return lapsing ? { reason: 'no deadline', id: lapsing.id } : null;
	}
	if (change.kind === 'settle') {
		const often = debts.find(({ id, terms }) => ids.includes(id) && terms.paymentsPerYear > 12);
		return often ? { reason: 'paid too often', id: often.id } : null;
	}
	if (change.kind !== 'transfer') return null;
	for (const { id, amount } of change.amounts) {
		const owed = owedOn(debts, id);
		if (amount !== 'all' && amount > owed) {
			return { reason: 'more than is owed', id, amount, owed };
		}
	}
	const { moved, fee } = movedBy(debts, change);
	const amount = plus(moved, fee);
	return change.limit !== null && amount > change.limit
		? { reason: 'above the limit', amount, limit: change.limit }
		: null;
}

/** The debts that a change speaks of. */
const namedIn = (change: PlanChange): readonly string[] =>
	change.kind === 'consolidate' || change.kind === 'deadline'
		? change.debts
		: (change.kind === 'transfer' ? change.amounts : change.debts).map(({ id }) => id);

const owedOn = (debts: readonly PlannedDebt[], id: string): Cents =>
	debts.find((debt) => debt.id === id)?.terms.opening ?? ZERO;

/** A part of an amount, rounded to the minor unit. */
const part = (amount: number, percent: Percent): number => roundedShare(amount, percent, WHOLE);

function consolidated(changed: Changed, { debts: ids, loan, fee }: Consolidate): Changed {
	const takes = ids.map((id) => ({ id, amount: owedOn(changed.debts, id) }));
	return bringing(changed, loan, broughtBy(loan.id, takes, fee));
}

/** The amounts that a transfer moves, and its fee. */
function movedBy(
	debts: readonly PlannedDebt[],
	{ amounts, card, feePercent: percent }: Transfer
): Brought {
	const takes = amounts.map(({ id, amount }) => ({
		id,
		amount: amount === 'all' ? owedOn(debts, id) : amount
	}));
	return broughtBy(card.id, takes, { percent, amount: ZERO, paid: 'added' });
}

function transferred(changed: Changed, change: Transfer): Changed {
	const { card, offerPercent, offerMonths, thenPercent } = change;
	const { rate } = card.terms;
	const terms: NewDebt['terms'] = {
		...card.terms,
		rate: { ...rate, annual: offerPercent },
		// The months of an offer are the card's own periods.
		rateChanges: [{ from: offerMonths + 1, annual: thenPercent }]
	};
	return bringing(changed, { id: card.id, terms }, movedBy(changed.debts, change));
}

function broughtBy(
	debt: string,
	takes: Brought['takes'],
	{ percent, amount, paid }: Pick<Brought, 'percent' | 'amount' | 'paid'>
): Brought {
	const moved = sumOf(takes, (taken) => taken.amount);
	const fee = (part(moved, percent) + amount) as Cents;
	return { debt, takes, moved, percent, amount, fee, paid };
}

/** The debts with a new one, less what it takes over from each. */
function bringing({ debts, fees }: Changed, { id, terms }: NewDebt, brought: Brought): Changed {
	const { takes, moved, fee, paid } = brought;
	const opening = (moved + (paid === 'added' ? fee : 0)) as Cents;
	return {
		debts: [
			...debts.map((debt) => {
				const taken = takes.find((other) => other.id === debt.id);
				return taken ? lessBy(debt, taken.amount) : debt;
			}),
			{ id, terms: { ...terms, opening } }
		],
		fees: { ...fees, brought: [...fees.brought, brought] }
	};
}

function conceded({ debts, fees }: Changed, change: Concession, first: CalendarDate): Changed {
	const { from, until, setUpFee, monthlyFee: monthly } = change;
	const fee: ConcessionFees = {
		from,
		...(until !== undefined && { until }),
		debts: change.debts.map(({ id }) => id),
		setUpFee,
		monthly
	};
	return {
		debts: debts.map((debt) => {
			const agreed = change.debts.find(({ id }) => id === debt.id);
			return agreed
				? { ...debt, terms: agreedTerms(debt.terms, agreed, whenAgreed(debt.terms, change, first)) }
				: debt;
		}),
		fees: { ...fees, concessions: [...fees.concessions, fee] }
	};
}

/** When agreed terms come into force for a debt: the rate, as a change of it, and the period of the first payment. */
interface WhenAgreed {
	readonly rate: { readonly from: number } | { readonly date: CalendarDate };
	readonly payment: number;
	/** The last period of the rate; Infinity: it stays. */
	readonly last: number;
}

function whenAgreed(
	terms: DebtTerms,
	{ from, until, date }: Concession,
	first: CalendarDate
): WhenAgreed {
	const last = until === undefined ? Infinity : periodIn(first, terms, until + 1) - 1;
	if (date === undefined) {
		const period = periodIn(first, terms, from);
		return { rate: { from: period }, payment: period, last };
	}
	const before = dueDatesUntil(terms.firstDue, addDays(date, -1), terms.paymentsPerYear);
	return { rate: { date }, payment: before + 1, last };
}

/** The agreed rate and payment replace every later change of the debt's own, or wait for them to go on (section 16). */
function agreedTerms(
	terms: DebtTerms,
	{ annual, payment }: Concession['debts'][number],
	when: WhenAgreed
): DebtTerms {
	if (when.last < when.payment) return terms;
	const rated = annual === null ? terms : withAgreedRate(terms, annual, when);
	return payment === null ? rated : withAgreedPayment(rated, payment, when);
}

function withAgreedRate(terms: DebtTerms, annual: Percent, when: WhenAgreed): DebtTerms {
	const agreedRates = (own: Known): readonly RateChange[] => [
		...rateChangesBefore(own, when.rate),
		{ ...when.rate, annual, agreed: true },
		...(when.last < Infinity ? rateChangesAfter(own, when.payment, when.last) : [])
	];
	return {
		...terms,
		rateChanges: agreedRates(terms),
		...(terms.balances && {
			balances: terms.balances.map((balance) => ({
				...balance,
				rateChanges: agreedRates(withRateOf(terms, balance))
			}))
		})
	};
}

function withAgreedPayment(
	terms: DebtTerms,
	amount: Cents,
	{ payment: from, last }: WhenAgreed
): DebtTerms {
	const { eased = [], paymentChanges = [] } = terms;
	if (last < Infinity) return { ...terms, eased: [...eased, { from, until: last, amount }] };
	const rule: PaymentRule = { kind: 'fixed', amount };
	return {
		...terms,
		...(eased.length > 0 && { eased: easedBefore(eased, from) }),
		paymentChanges: [
			...paymentChanges.filter((change) => change.from < from),
			{ from, rule, agreed: true }
		]
	};
}

/** Each is settled in its first period due in the month or later. */
function settled({ debts, fees }: Changed, change: Settle, first: CalendarDate): Changed {
	const settling = debts.map(({ id, terms }): PlannedDebt => {
		const offer = change.debts.find((one) => one.id === id);
		if (!offer) return { id, terms };
		const period = Math.max(1, periodIn(first, terms, change.month));
		const stops = change.before === 'stop';
		return { id, terms: { ...terms, settlement: { period, pays: offer.pays, stops } } };
	});
	const fee: SettlementFees = { ...change.fee, debts: change.debts.map(({ id }) => id) };
	return { debts: settling, fees: { ...fees, settlements: [...fees.settlements, fee] } };
}

/** Each pays at least, to its last deadline, what keeps it (specification, section 8, `deadline`). */
function keepingDeadlines({ debts, fees }: Changed, { debts: ids }: Deadline): Changed {
	const kept = debts.map(({ id, terms }): PlannedDebt => {
		const answer = ids.includes(id) ? deadlineFor(terms) : null;
		return { id, terms: answer ? { ...terms, atLeast: answer.atLeast } : terms };
	});
	return { debts: kept, fees };
}

/** A debt less an amount; of several balances the highest rate first, one that defers last. */
function lessBy({ id, terms }: PlannedDebt, amount: Cents): PlannedDebt {
	const opening = minus(terms.opening, amount);
	const { balances } = terms;
	if (balances === undefined) return { id, terms: { ...terms, opening } };
	const rateOf = ({ annual, deferred }: BalanceTerms) => (deferred ? 0 : annual);
	let left: number = amount;
	const taken = new Map<BalanceTerms, number>();
	for (const balance of [...balances].sort((a, b) => rateOf(b) - rateOf(a))) {
		const now = Math.min(left, balance.opening);
		taken.set(balance, now);
		left -= now;
	}
	const rest = balances.map((balance) => ({
		...balance,
		opening: (balance.opening - (taken.get(balance) ?? 0)) as Cents
	}));
	return { id, terms: { ...terms, opening, balances: rest } };
}

/** The first period of a debt that falls due in a month of the plan, or later. */
function periodIn(
	first: CalendarDate,
	{ firstDue, paymentsPerYear }: Pick<DebtTerms, 'firstDue' | 'paymentsPerYear'>,
	month: number
): number {
	const before = endOfMonth(addMonths(first, month - 2));
	return dueDatesUntil(firstDue, before, paymentsPerYear) + 1;
}
