/**
 * A case gone on with from a day: what was read becomes the balances, what its plan changed about the debts is
 * carried out into them, the plan goes on with the money that is left (specification, section 12).
 */
import { dueDate, endOfMonth, type CalendarDate } from '../core/quantities/calendar';
import { filled, type RuleEntry } from '../core/debt/rules/all-forms';
import { isByIndex, nextReset } from '../core/debt/index-rate';
import { inForceAfter, type InForce } from '../core/debt/going-on';
import { accountExpectedOn, type ExpectedAccount } from '../core/plan/account-on';
import { sumOf, ZERO, type Cents } from '../core/quantities/money';
import { shared } from '../core/quantities/share';
import type { LateStanding } from '../core/debt/terms';
import { totalsOf } from '../core/debt/account/totals';
import { hasDeadline } from './balances';
import type { CaseDocument } from './case';
import { debtsNamed, newDebtOf, withoutDebts, type ChangeEntry, type NewDebtEntry } from './change';
import { emptyDebt, followsByDay, NO_STATEMENT, statedDebt, type DebtEntry } from './debt';
import { balancesOn, followedPlan, type OpeningBalance } from './found-balances';
import { withForecast } from './forecast';
import { forecastEntryOf, keptForecast } from './kept-forecast';
import { withLastingMoney } from './recorded-money';
import { dueAfter } from './settings';
import { moneyAfter, withMoreIncome, withMoreMoney, type More } from './later-money';
import { contentOf, type PlanEntry } from './plan';

/** A case gone on with, and its plan. */
export interface GoneOn {
	readonly document: CaseDocument;
	readonly plan: PlanEntry;
	/** The plan that was followed until then. */
	readonly followed: PlanEntry;
	/** The first month whose agreements have not been paid for. */
	readonly paidUntil: CalendarDate;
}

/** Null where there is nothing to go on with: no plan was chosen, or nothing of it is known. */
export function goneOn(
	document: CaseDocument,
	on: CalendarDate,
	newId: () => string,
	more: More = null
): GoneOn | null {
	const gone = goneAhead(document, on, newId, more);
	if (!gone) return null;
	const made = forecastEntryOf(gone.document, gone.plan, { id: newId(), by: 'going on', date: on });
	const forecasts = withForecast(document.forecasts, made);
	return { ...gone, document: { ...gone.document, forecasts } };
}

/** The same without what is expected from there being kept: as it is looked at before it is done. */
export function goneAhead(
	document: CaseDocument,
	on: CalendarDate,
	newId: () => string,
	more: More = null
): GoneOn | null {
	const forecast = document.forecasts.findLast(({ date }) => date <= on);
	if (!forecast) return null;
	const before =
		document.plans.find(({ id }) => id === forecast.plan) ?? keptForecast(forecast).plan;
	const followed = followedPlan(document, before);
	const { carried } = followed;
	const isPossible = carried.refusal === null;
	const found = balancesOn(document, forecast, followed, on);
	const debts = debtsAfter(document, isPossible ? before.changes : [], { found, on, newId });
	const changes = isPossible ? changesLeft(before.changes, debts, on) : before.changes;
	// What stays of the months since is part of the budget sheet from here on.
	const lasting = withLastingMoney(document, on);
	const sheet = withMoreIncome(lasting.sheet, before, more, newId);
	const later = { ...lasting, asOf: on, debts, sheet };
	const { paidUntil, ...money } = moneyAfter(later, { ...before, changes }, carried, found, newId);
	const plan = withMoreMoney({ ...before, ...money }, more, later, newId);
	const plans = document.plans.some(({ id }) => id === plan.id)
		? document.plans.map((one) => (one.id === plan.id ? plan : one))
		: [...document.plans, plan];
	return {
		plan,
		followed: before,
		paidUntil,
		document: {
			...later,
			plans,
			choices: document.choices.map((choice, at) =>
				at === document.choices.length - 1 && choice.plan === plan.id
					? { ...choice, content: contentOf(plan, sheet) }
					: choice
			)
		}
	};
}

interface Then {
	readonly found: ReadonlyMap<string, OpeningBalance>;
	readonly on: CalendarDate;
	readonly newId: () => string;
}

/** The debts of the case as they are then, and those that the plan has brought. */
function debtsAfter(
	{ debts, asOf }: Pick<CaseDocument, 'debts' | 'asOf'>,
	changes: readonly ChangeEntry[],
	{ found, on, newId }: Then
): DebtEntry[] {
	const brought = changes.flatMap((change): DebtEntry[] => {
		const entry = newDebtOf(change);
		return entry ? [asCaseDebt(entry, change, newId)] : [];
	});
	return [...debts, ...brought].map((debt) => {
		const of = found.get(debt.id);
		if (of) return debtAfter(agreed(debt, changes, on, newId), of, asOf, on);
		// Of what is in no forecast nothing was expected: its balance is of the day that it was of.
		return debt.balance === null ? dueAfter(debt, on) : { ...debt, asOf: debt.asOf ?? asOf };
	});
}

/** A debt that a plan brings, as one of the case. */
function asCaseDebt(
	{ id, name, firstDue, rule }: NewDebtEntry,
	change: ChangeEntry,
	newId: () => string
): DebtEntry {
	const debt = { ...emptyDebt(id), name, firstDue, required: ruleEntryOf(rule) };
	if (change.kind === 'consolidate') return { ...debt, annualRate: change.annualRate };
	if (change.kind !== 'transfer') return debt;
	const { offerRate: annualRate, offerMonths, thenRate: annual, limit } = change;
	if (firstDue === null || offerMonths === null || annual === null) return debt;
	const date = dueDate(firstDue, offerMonths, 12);
	return {
		...debt,
		annualRate,
		noted: { ...debt.noted, limit },
		events: [
			{ kind: 'rate', id: newId(), off: false, date, annual, reamortize: false, ofBalance: null }
		]
	};
}

function ruleEntryOf({ kind, ...said }: NewDebtEntry['rule']): RuleEntry {
	const KINDS = { level: 'level', fixed: 'amount', minimum: 'percent' } as const;
	return filled(KINDS[kind], said);
}

/** A debt with what its creditor has agreed to by a day: that replaces what would have changed later. */
function agreed(
	debt: DebtEntry,
	changes: readonly ChangeEntry[],
	day: CalendarDate,
	newId: () => string
): DebtEntry {
	return changes.reduce((so, change) => {
		if (change.kind !== 'concession' || change.from === null || change.from > day) return so;
		// What ends stays with the plan, and the debt has its own terms.
		const terms = change.until === null && change.debts.find((one) => one.debt === debt.id);
		// What nobody agreed to stays with the plan, too.
		if (!terms || terms.reply.is !== 'agreed') return so;
		const { from: date } = change;
		const { annualRate: annual, payment: amount } = terms;
		const paying = amount === null ? {} : { required: filled('amount', { amount }) };
		if (annual === null) return { ...so, ...paying };
		const earlier = so.events.filter((item) => item.kind !== 'rate' || item.date < date);
		const rate = {
			kind: 'rate',
			id: newId(),
			off: false,
			date,
			annual,
			reamortize: false,
			ofBalance: null
		} as const;
		return {
			...so,
			events: [...earlier, rate],
			...paying
		};
	}, debt);
}

/** A debt with what is in force of it when it is gone on with. */
function debtAfter(
	debt: DebtEntry,
	found: OpeningBalance,
	asOf: CalendarDate,
	on: CalendarDate
): DebtEntry {
	const { opening, balance, day, assumed } = found;
	const stated = statedDebt({ ...debt, balance: opening }, asOf);
	if (!stated) return debt;
	const inForce = inForceAfter(stated, on, day, found.expected.terms.eased);
	const { annual, nextDue, pays, interestOnly, level, events } = inForce;
	const account = accountExpectedOn(found.expected, on);
	const isCharged = isLateFeeCharged(debt, found, inForce);
	const balances = balancesAfter(debt, found, account, inForce, isCharged);
	const own = events.filter((item) => !isByIndex(item));
	const left = new Set(own.map(({ id }) => id));
	const { required } = debt;
	return {
		...debt,
		balance,
		asOf: day,
		balanceAssumed: assumed,
		annualRate: annual,
		balances,
		...(balances.length > 0 && totalsOf(balances)),
		...(debt.late &&
			account?.standing &&
			lateAfter(debt, debt.late, account.standing, inForce, isCharged)),
		follows: debt.follows && {
			...debt.follows,
			from: nextReset(stated.known, followsByDay(debt.follows), inForce.elapsed)
		},
		atLeast: debt.atLeast && debt.atLeast.until >= nextDue ? debt.atLeast : null,
		firstDue: nextDue,
		required: required.kind === 'level' && level ? { ...required, ...level } : required,
		interestOnly,
		pays,
		events: [
			...own.map((item) => ({ ...item, off: false })),
			...debt.events.filter(({ off, date }) => off && date > on)
		],
		compared: debt.compared.filter((way) => way.kind !== 'without' || left.has(way.event)),
		baseline:
			debt.baseline.kind === 'without' && !left.has(debt.baseline.event)
				? { kind: 'required' }
				: debt.baseline,
		// What the old statement printed followed from the old balance.
		statement: NO_STATEMENT
	};
}

/**
 * The balances of a debt that has several: each as it was read, else what is owed is divided as it was expected to be,
 * with what had accrued; a deadline that is past is no more once it was charged (specification, section 12).
 */
function balancesAfter(
	{ balances }: DebtEntry,
	{ balance, byBalance }: OpeningBalance,
	account: ExpectedAccount | null,
	{ annualOf, nextDue }: InForce,
	isFeeCharged: boolean
): DebtEntry['balances'] {
	if (balances.length === 0) return balances;
	const expectedOf = (id: string) => account?.balances.find((one) => one.id === id);
	const readOf = (id: string) => byBalance.find((one) => one.id === id)?.balance ?? 0;
	const isOpenDeferral = ({ deferral }: DebtEntry['balances'][number]) =>
		deferral !== null && deferral.by >= nextDue;
	// A late fee goes to the first that does not defer.
	const feeAt = Math.max(
		0,
		balances.findIndex((one) => !isOpenDeferral(one))
	);
	const fee = isFeeCharged ? (account?.standing?.feeDue ?? 0) : 0;
	const weights = balances.map(({ id }, at) =>
		byBalance.length > 0 ? readOf(id) : (expectedOf(id)?.closing ?? 0) + (at === feeAt ? fee : 0)
	);
	const shares = shared(balance, weights);
	// Where nothing was expected to be owed any longer, it is on the first.
	const unshared = balance - shares.reduce((sum, share) => sum + share, 0);
	return balances.map((one, at) => {
		const accrued = expectedOf(one.id)?.accrued ?? ZERO;
		const owed = (shares[at] ?? 0) + (at === 0 ? unshared : 0);
		// Where it has just passed, what had accrued is charged with the next payment.
		const isOpen = isOpenDeferral(one) || accrued > 0;
		return {
			...one,
			balance: owed as Cents,
			annualRate: annualOf.get(one.id) ?? one.annualRate,
			printedInterest: null,
			deferral: isOpen && owed > 0 && one.deferral ? { ...one.deferral, accrued } : null
		};
	});
}

/** Whether a late fee for the last payment was recorded since, or is in a balance that was read since. */
function isLateFeeCharged(
	{ firstDue, lending }: DebtEntry,
	{ lastRead, lastFee }: OpeningBalance,
	{ elapsed }: InForce
): boolean {
	if (firstDue === null) return false;
	const last = dueDate(firstDue, elapsed, lending.paymentsPerYear);
	return [lastRead, lastFee].some((day) => day !== null && day > last);
}

/** What was missed, and is under notice or penalty, as it was expected (specification, section 12). */
function lateAfter(
	{ noted, firstDue, lending }: DebtEntry,
	late: NonNullable<DebtEntry['late']>,
	standing: LateStanding,
	{ elapsed }: InForce,
	isFeeCharged: boolean
): Pick<DebtEntry, 'late' | 'noted'> {
	if (firstDue === null) return { late, noted };
	const dueOf = (k: number) => dueDate(firstDue, elapsed + k, lending.paymentsPerYear);
	const { missed, feeDue, penaltyFrom, onTime } = standing;
	const pastDue = sumOf(missed, ({ lacking }) => lacking);
	const history = {
		missed: missed.map(({ k, lacking }) => ({ due: dueOf(k), lacking })),
		feeDue: isFeeCharged ? ZERO : feeDue,
		penaltyFrom: penaltyFrom === undefined ? null : dueOf(penaltyFrom),
		onTime
	};
	const isClean = missed.length === 0 && history.feeDue === 0 && penaltyFrom === undefined;
	return {
		late: { ...late, history: isClean ? null : history },
		noted: { ...noted, pastDue: pastDue === 0 ? null : pastDue }
	};
}

/** The changes that are about debts that are still owed and have not ended; the others have been carried out. */
function changesLeft(
	changes: readonly ChangeEntry[],
	debts: readonly DebtEntry[],
	on: CalendarDate
): ChangeEntry[] {
	const owed = new Set(debts.filter(({ balance }) => balance !== 0).map(({ id }) => id));
	const deferring = new Set(debts.filter(hasDeadline).map(({ id }) => id));
	return changes.flatMap((change) => {
		if (change.kind === 'deadline') {
			const left = change.debts.filter((id) => deferring.has(id));
			return left.length === 0 ? [] : [{ ...change, debts: left }];
		}
		if (change.kind === 'consolidate' || change.kind === 'transfer') return [];
		const last = change.kind === 'settle' ? change.date : change.until;
		if (last !== null && endOfMonth(last) <= on) return [];
		return (
			withoutDebts(
				change,
				debtsNamed(change).filter((id) => !owed.has(id))
			) ?? []
		);
	});
}
