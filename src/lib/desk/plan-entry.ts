import { addMonths, startOfMonth, type CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import { ZERO, type Cents, wholeUnits } from '../core/quantities/money';
import { percent, type Percent } from '../core/quantities/rate';
import type { CaseDocument } from '../document/case';
import {
	missingTerms,
	newDebtOf,
	UNANSWERED,
	type ChangeEntry,
	type NewDebtEntry
} from '../document/change';
import { hasDeadline } from '../document/balances';
import { monthIn, USUAL_PLAN, type PlanEntry, type PlanEvent } from '../document/plan';
import { SCREEN } from '../reading/writing';
import { t } from '../words/labels/desk';
import { usualName } from '../words/plan-names';
import type { DebtEntry } from '../document/debt';
import { v4 as newId } from 'uuid';

/** Money on top on a day, not known yet how much. */
export function newPlanEvent(date: CalendarDate): PlanEvent {
	return { id: newId(), kind: 'one-off', off: false, date, amount: ZERO, everyYear: false };
}

/** The starting points of a new plan. */
export const PLAN_STARTS = [
	{ value: 'order', words: t('An order of the debts') },
	{ value: 'minimums', words: t('Minimums only') },
	{ value: 'today', words: t('Payments as today') },
	{ value: 'consolidate', words: t('Consolidation loan') },
	{ value: 'transfer', words: t('Balance transfer') },
	{ value: 'concession', words: t('Creditor agreement') },
	{ value: 'settle', words: t('Settlement') },
	{ value: 'copy', words: t('A copy of this plan') }
] as const;

export type PlanStart = (typeof PLAN_STARTS)[number]['value'];

/** A new plan for a case; `from` is the plan in hand, whose money and order it begins with. */
export function newPlan(start: PlanStart, document: CaseDocument, from: PlanEntry): PlanEntry {
	const id = newId();
	if (start === 'copy') {
		const copy = { ...from, ...withNewIdentities(from), id, hidden: false };
		const name = freeName(
			t('{name}, copy', { name: from.name.slice(0, LIMITS.name - 10) }),
			document.plans
		);
		return { ...copy, name };
	}
	return withOwnName({ ...USUAL_PLAN, ...started(start, document, from), id, name: '' }, document);
}

function started(
	start: Exclude<PlanStart, 'copy'>,
	document: CaseDocument,
	{ budget, begins, order, listed, shortOrder, aside }: PlanEntry
): Partial<PlanEntry> {
	switch (start) {
		case 'minimums':
			return { pays: 'required', budget: { kind: 'required' } };
		case 'today':
			return { pays: 'paid', budget: { kind: 'required' } };
		case 'order':
			return budget.kind === 'constant' || budget.kind === 'sheet'
				? { budget, begins, aside }
				: { begins, aside };
		default:
			// But for the change it is the plan it starts from, so that both can be laid beside each other.
			return {
				budget,
				begins,
				order,
				listed,
				shortOrder,
				aside,
				changes: [newChange(start, document)]
			};
	}
}

/** The plan called by what it does, unless somebody has typed its name. */
export function withOwnName(plan: PlanEntry, { plans }: Pick<CaseDocument, 'plans'>): PlanEntry {
	if (plan.named) return plan;
	const others = plans.filter(({ id }) => id !== plan.id);
	const usual = usualName(plan, SCREEN);
	// A number once given stays as long as the name does.
	const keeps = plan.name.replace(/ \d+$/, '') === usual && !taken(plan.name, others);
	return keeps ? plan : { ...plan, name: freeName(usual, others) };
}

/** The part of a plan that states another amount from a month on: an event, or its budget. */
export function curedBy(
	{ events }: Pick<PlanEntry, 'events'>,
	firstMonth: CalendarDate,
	from: number,
	amount: Cents
): Pick<PlanEntry, 'events'> | Pick<PlanEntry, 'budget'> {
	const inForce = events.filter(
		({ kind, off, date }) => kind === 'money' && !off && monthIn(date, firstMonth) <= from
	);
	const latest = Math.max(0, ...inForce.map(({ date }) => monthIn(date, firstMonth)));
	if (latest === 0) return { budget: { kind: 'constant', amount } };
	const ruling = inForce.filter(({ date }) => monthIn(date, firstMonth) === latest);
	return {
		events: events.map((item) => (ruling.includes(item) ? { ...item, amount } : item))
	};
}

/** The debts of a case that a change can be about: those that cost something, else all that are complete. */
function costingDebts({ debts }: CaseDocument) {
	const known = debts.flatMap(({ id, balance, annualRate, firstDue }) =>
		balance && annualRate !== null && firstDue !== null ? [{ id, annualRate, firstDue }] : []
	);
	const costing = known.filter(({ annualRate }) => annualRate > 0);
	return costing.length > 0 ? costing : known;
}

type Costing = ReturnType<typeof costingDebts>;

const highestOf = (debts: Costing): Percent =>
	Math.max(0, ...debts.map(({ annualRate }) => annualRate)) as Percent;

/** A change that names the debts it may be about, and no term: those are typed, or assumed. */
export function newChange(kind: ChangeEntry['kind'], document: CaseDocument): ChangeEntry {
	const chosen = costingDebts(document);
	const brought = (name: string, rule: NewDebtEntry['rule']) => ({
		id: newId(),
		name,
		firstDue: null,
		rule
	});
	switch (kind) {
		case 'consolidate':
			return {
				kind,
				assumed: [],
				debts: chosen.map(({ id }) => id),
				loan: brought('New loan', { kind: 'level', periods: null }),
				annualRate: null,
				fee: { percent: null, amount: null, paid: 'added' }
			};
		case 'transfer': {
			const highest = highestOf(chosen);
			const costliest = chosen.filter(({ annualRate }) => annualRate === highest).slice(0, 1);
			return {
				kind,
				assumed: [],
				amounts: costliest.map(({ id }) => ({ debt: id, amount: null })),
				card: brought('New card', { kind: 'minimum', percent: null, floor: ZERO }),
				feePercent: null,
				offerRate: null,
				offerMonths: null,
				thenRate: null,
				limit: null
			};
		}
		case 'concession':
			return {
				kind,
				assumed: [],
				from: null,
				until: null,
				debts: chosen.map(({ id }) => ({
					debt: id,
					annualRate: null,
					assumed: false,
					payment: null,
					...UNANSWERED
				})),
				setUpFee: null,
				monthlyFee: { kind: 'amount', amount: null }
			};
		case 'settle':
			return {
				kind,
				assumed: [],
				date: null,
				before: 'stop',
				debts: chosen.slice(0, 1).map(({ id }) => ({
					debt: id,
					percent: null,
					amount: null,
					assumed: false,
					...UNANSWERED
				})),
				fee: { percent: null, amount: null }
			};
		case 'deadline':
			return {
				kind,
				assumed: [],
				debts: document.debts.filter(hasDeadline).map(({ id }) => id)
			};
	}
}

/** The change with a debt that it is about, on no terms yet, or without one. */
export function withDebt(change: ChangeEntry, id: string, isNamed: boolean): ChangeEntry {
	const without = <T extends { readonly debt: string }>(list: readonly T[]) =>
		list.filter(({ debt }) => debt !== id);
	const added = <T extends object>(terms: T) => (isNamed ? [{ debt: id, ...terms }] : []);
	switch (change.kind) {
		case 'consolidate':
		case 'deadline': {
			const others = change.debts.filter((other) => other !== id);
			return { ...change, debts: isNamed ? [...others, id] : others };
		}
		case 'transfer':
			return { ...change, amounts: [...without(change.amounts), ...added({ amount: null })] };
		case 'concession': {
			const agreed = added({ annualRate: null, assumed: false, payment: null, ...UNANSWERED });
			return { ...change, debts: [...without(change.debts), ...agreed] };
		}
		case 'settle': {
			const offer = added({ percent: null, amount: null, assumed: false, ...UNANSWERED });
			return { ...change, debts: [...without(change.debts), ...offer] };
		}
	}
}

/** Terms of which each debt says whether they are assumed. */
const OF_DEBTS: ReadonlySet<string> = new Set(['agreedRate', 'settledFor']);

/**
 * The change with a proposal for each term that nobody has typed, marked as assumed: the lowest rate there is for a new
 * loan, half of each rate for an agreement, no interest for a year on a moved balance, half of what is owed for a
 * settlement in a year; no fees.
 */
export function withProposedTerms(change: ChangeEntry, document: CaseDocument): ChangeEntry {
	const chosen = costingDebts(document);
	const { asOf, currency } = document;
	const [due = asOf] = chosen.map(({ firstDue }) => firstDue).sort();
	const missing = missingTerms(change);
	const assumed = <T extends string>(terms: readonly T[]): T[] => [
		...terms,
		...(missing.filter((term) => !OF_DEBTS.has(term)) as string[] as T[])
	];
	switch (change.kind) {
		case 'consolidate': {
			const { annualRate, loan, fee } = change;
			const lowest = Math.min(...chosen.map((debt) => debt.annualRate));
			const isFree = fee.percent === null && fee.amount === null;
			return {
				...change,
				assumed: assumed(change.assumed),
				annualRate: annualRate ?? ((Number.isFinite(lowest) ? lowest : 0) as Percent),
				loan: {
					...loan,
					firstDue: loan.firstDue ?? due,
					rule: missing.includes('rule') ? { kind: 'level', periods: 48 } : loan.rule
				},
				fee: isFree ? { ...fee, percent: percent(0), amount: ZERO } : fee
			};
		}
		case 'transfer': {
			const { card, feePercent, offerRate, offerMonths, thenRate } = change;
			const floor = wholeUnits(25, currency.digits);
			return {
				...change,
				assumed: assumed(change.assumed),
				card: {
					...card,
					firstDue: card.firstDue ?? due,
					rule: missing.includes('rule')
						? { kind: 'minimum', percent: percent(20_000), floor }
						: card.rule
				},
				feePercent: feePercent ?? percent(0),
				offerRate: offerRate ?? percent(0),
				offerMonths: offerMonths ?? 12,
				thenRate: thenRate ?? highestOf(chosen)
			};
		}
		case 'concession': {
			const { from, setUpFee, monthlyFee: fee } = change;
			const rateOf = (id: string) => chosen.find((debt) => debt.id === id)?.annualRate ?? 0;
			return {
				...change,
				assumed: assumed(change.assumed),
				from: from ?? due,
				debts: change.debts.map((of) =>
					of.annualRate === null && of.payment === null
						? { ...of, annualRate: Math.round(rateOf(of.debt) / 2) as Percent, assumed: true }
						: of
				),
				setUpFee: setUpFee ?? ZERO,
				monthlyFee: missing.includes('monthlyFee') ? { kind: 'amount', amount: ZERO } : fee
			};
		}
		case 'settle': {
			const { date, fee, debts } = change;
			const isFree = fee.percent === null && fee.amount === null;
			return {
				...change,
				assumed: assumed(change.assumed),
				date: date ?? addMonths(startOfMonth(due), SETTLED_IN),
				debts: debts.map((of) =>
					of.percent === null && of.amount === null ? { ...of, percent: HALF, assumed: true } : of
				),
				fee: isFree ? { percent: percent(0), amount: ZERO } : fee
			};
		}
		case 'deadline':
			return change;
	}
}

/** A settlement that nobody has named: half of what is owed, a year from now. */
const HALF = percent(500_000);
const SETTLED_IN = 12;

/** The changes of a plan with one that keeps the deadlines of a debt, too. */
export function keepingDeadlines(changes: readonly ChangeEntry[], id: string): ChangeEntry[] {
	const at = changes.findLastIndex(({ kind }) => kind === 'deadline');
	const change = changes[at];
	if (change?.kind !== 'deadline') {
		return [...changes, { kind: 'deadline', assumed: [], debts: [id] }];
	}
	return changes.with(at, { ...change, debts: [...change.debts, id] });
}

/** An agreed payment for one debt at its own rate, from its first due date on. */
export function agreedPayment(
	{ id, firstDue }: DebtEntry,
	payment: Cents,
	asOf: CalendarDate
): ChangeEntry {
	return {
		kind: 'concession',
		assumed: [],
		from: firstDue ?? asOf,
		until: null,
		debts: [{ debt: id, annualRate: null, assumed: false, payment, ...UNANSWERED }],
		setUpFee: ZERO,
		monthlyFee: { kind: 'amount', amount: ZERO }
	};
}

/** The debts that a plan brings are others in a copy of it, wherever it names them. */
function withNewIdentities({
	changes,
	listed,
	shortOrder
}: PlanEntry): Pick<PlanEntry, 'changes' | 'listed' | 'shortOrder'> {
	const fresh = new Map(
		changes.flatMap((change) => {
			const id = newDebtOf(change)?.id;
			return id === undefined ? [] : [[id, newId()] as const];
		})
	);
	const now = (id: string) => fresh.get(id) ?? id;
	return {
		listed: listed.map(now),
		shortOrder: shortOrder && shortOrder.map(now),
		changes: changes.map((change) => {
			const named = <T extends { readonly debt: string }>(of: T) => ({ ...of, debt: now(of.debt) });
			switch (change.kind) {
				case 'consolidate': {
					const { debts, loan } = change;
					return { ...change, debts: debts.map(now), loan: { ...loan, id: now(loan.id) } };
				}
				case 'transfer': {
					const { amounts, card } = change;
					return { ...change, amounts: amounts.map(named), card: { ...card, id: now(card.id) } };
				}
				case 'concession':
					return { ...change, debts: change.debts.map(named) };
				case 'settle':
					return { ...change, debts: change.debts.map(named) };
				case 'deadline':
					return { ...change, debts: change.debts.map(now) };
			}
		})
	};
}

const taken = (name: string, plans: readonly PlanEntry[]): boolean =>
	plans.some((plan) => plan.name === name);

/** The name, or the first of “name 2”, “name 3” … that no plan has yet. */
function freeName(name: string, plans: readonly PlanEntry[]): string {
	let free = name;
	for (let count = 2; taken(free, plans); count += 1) free = `${name} ${count}`;
	return free;
}

/** The list with one plan so many places further on; unchanged at its ends. */
export function movedPlan(plans: readonly PlanEntry[], id: string, by: number): PlanEntry[] {
	const from = plans.findIndex((plan) => plan.id === id);
	const to = from + by;
	const moved = [...plans];
	if (from < 0 || to < 0 || to >= plans.length) return moved;
	moved.splice(to, 0, ...moved.splice(from, 1));
	return moved;
}
