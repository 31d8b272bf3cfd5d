/** What if something changed for many cases at once: the change, and what it makes of the plan of each. */
import { addDays, addMonths, type CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import type { Cents } from '../core/quantities/money';
import { interestAndFees, usualBegin } from '../core/plan/answers';
import { ONLY_REQUIRED, planTotals } from '../core/plan/walk';
import type { PlanTotals } from '../core/plan/terms';
import { underStrain } from '../core/search/stress-test';
import type { z } from 'zod';
import { withBalances } from './balances';
import { changedDebts } from './carried-plans';
import { plannedDebts, type CaseDocument } from './case';
import { creditorOfDebt, type CreditorNames } from './creditors';
import type { DebtEntry } from './debt';
import { underCourse } from './indexes';
import { planMonths, planTerms } from './plan';
import { projectionOf, type Projection } from './projection';
import type { whatIf } from './schema/what-if';
import { stillUsual } from './usual-terms';

/**
 * A change to many cases: a creditor's rate from a day on; what a creditor asks each month, from the next payment on; an
 * index that stands higher or lower from one day or several on, after its last known value; a tenth less money in each
 * month; only the minimum payments in place of a chosen plan; another monthly fee of our own for plans that are paid by
 * deposit, in one currency.
 */
export type WhatIf = z.infer<typeof whatIf>;

/** What a plan comes to. */
export interface PlanFigures {
	/** When all is paid off; null: never, or beyond what is followed. */
	readonly ends: CalendarDate | null;
	/** The first month whose money is less than what is asked. */
	readonly shortFrom: CalendarDate | null;
	/** Interest and fees; null where it does not end. */
	readonly cost: Cents | null;
}

/** What is only computed needs no identity of its own. */
const unsaved = (): string => '';

/** What a change makes of one case. */
export type Effect =
	/** Nothing of it is touched. */
	| { readonly kind: 'untouched' }
	/** Its plan can't be computed, before the change or after it. */
	| { readonly kind: 'not computed' }
	| { readonly kind: 'computed'; readonly before: PlanFigures; readonly after: PlanFigures };

/** The effect of a change on a case; `names` tell whose a debt is. */
export function effectOn(projection: Projection, change: WhatIf, names: CreditorNames): Effect {
	if (!isTouched(projection, change, names)) return { kind: 'untouched' };
	const before = figuresOf(projection, null);
	const after = figuresOf(changed(projection, change, names, unsaved), change);
	return before && after ? { kind: 'computed', before, after } : { kind: 'not computed' };
}

/** The effect on a plan of a case, whichever it is; null where the case has none. */
export function effectOnPlan(
	document: CaseDocument,
	plan: Projection['plan'],
	change: WhatIf,
	names: CreditorNames
): Effect | null {
	const projection = projectionOf(document);
	return projection && effectOn({ ...projection, plan }, change, names);
}

function isTouched(
	{ debts, plan, currency, isChosen }: Projection,
	change: WhatIf,
	names: CreditorNames
): boolean {
	switch (change.kind) {
		case 'rate':
			return debts.some((debt) => isCharged(debt, change, names));
		case 'minimum':
			return currency === change.currency && debts.some((debt) => isAsked(debt, change, names));
		case 'index':
			return debts.some(({ follows, balance }) => follows?.index === change.index && balance !== 0);
		case 'minimums':
			return isChosen && debts.some(({ balance }) => balance !== 0);
		case 'money':
			return plan.budget.kind !== 'required' && debts.some(({ balance }) => balance !== 0);
		case 'fee':
			return plan.programme?.waived === null && currency === change.currency;
	}
}

/** Whether a debt is of the creditor whose rate changes, and has a rate of its own: one that follows an index goes on to. */
const isCharged = (
	debt: Pick<DebtEntry, 'name' | 'noted' | 'follows' | 'balance'>,
	{ creditor }: Extract<WhatIf, { kind: 'rate' }>,
	names: CreditorNames
): boolean =>
	debt.balance !== 0 && debt.follows === null && creditorOfDebt(debt, names)?.id === creditor;

/** Whether a debt is of the creditor whose minimum payment changes: a loan has payments of its own. */
const isAsked = (
	debt: Pick<DebtEntry, 'name' | 'noted' | 'required' | 'balance'>,
	{ creditor }: Extract<WhatIf, { kind: 'minimum' }>,
	names: CreditorNames
): boolean =>
	debt.balance !== 0 &&
	debt.required.kind !== 'level' &&
	creditorOfDebt(debt, names)?.id === creditor;

/** A case with the change in it; where the change is one of the money alone, as it was. */
export function changed<T extends Pick<Projection, 'asOf' | 'debts' | 'plan'>>(
	of: T,
	change: WhatIf,
	names: CreditorNames,
	newId: () => string
): T {
	const { asOf, debts, plan } = of;
	return {
		...of,
		debts: debts.map((debt) => changedDebt(debt, asOf, change, names, newId)),
		plan: changedPlan(plan, change)
	};
}

function changedDebt(
	debt: DebtEntry,
	asOf: CalendarDate,
	change: WhatIf,
	names: CreditorNames,
	newId: () => string
): DebtEntry {
	if (change.kind === 'rate')
		return isCharged(debt, change, names) ? charged(debt, change, asOf, newId) : debt;
	if (change.kind === 'minimum')
		return isAsked(debt, change, names) ? asked(debt, change.required) : debt;
	return change.kind === 'index' && debt.follows?.index === change.index
		? onCourse(debt, change)
		: debt;
}

function asked(debt: DebtEntry, required: DebtEntry['required']): DebtEntry {
	const fields = { required };
	return { ...debt, ...fields, ...stillUsual(fields, debt) };
}

/** What is known of an index stays known: a step before that is one of the day after. */
function onCourse(debt: DebtEntry, { steps }: Extract<WhatIf, { kind: 'index' }>): DebtEntry {
	const last = debt.follows?.values.at(-1);
	if (!last) return debt;
	const next = addDays(last.date, 1);
	const held = steps.findLast(({ from }) => from <= next);
	const later = steps.filter(({ from }) => from > next);
	const course = [...(held ? [{ ...held, from: next }] : []), ...later].map(({ by, from }) => {
		const annual = Math.min(LIMITS.rate, Math.max(-LIMITS.rate, last.annual + by));
		return { date: from, change: annual - last.annual };
	});
	const [moved = debt] = underCourse([debt], { steps: course });
	return moved;
}

function charged(
	debt: DebtEntry,
	{ annualRate: annual, from }: Extract<WhatIf, { kind: 'rate' }>,
	asOf: CalendarDate,
	newId: () => string
): DebtEntry {
	// A rate never reaches back: what was charged before the day of the balance is in it.
	if (from <= (debt.asOf ?? asOf)) {
		const balances = debt.balances.map((one) => ({ ...one, annualRate: annual }));
		return withBalances({ ...debt, annualRate: annual }, balances);
	}
	const event = {
		id: newId(),
		kind: 'rate',
		off: false,
		date: from,
		annual,
		reamortize: false,
		ofBalance: null
	} as const;
	return { ...debt, events: [...debt.events, event] };
}

const changedPlan = (plan: Projection['plan'], change: WhatIf): Projection['plan'] =>
	change.kind === 'fee' && plan.programme !== null
		? { ...plan, programme: { ...plan.programme, monthlyFee: change.monthlyFee } }
		: plan;

/** What the plan of a case comes to, under a change of its money or not; null where it can't be computed. */
function figuresOf({ plan, ...owing }: Projection, change: WhatIf | null): PlanFigures | null {
	if (change?.kind === 'minimums') return minimumFigures(owing);
	const made = changedDebts(owing, plan);
	if (made.refusal !== null) return null;
	const terms = planTerms(plan, planMonths(plan, made.debts, owing.asOf), owing, made.fees);
	const strain = change?.kind === 'money' ? ({ kind: 'less money' } as const) : null;
	const under = underStrain(made.debts, terms, strain);
	return planFigures(planTotals(under.debts, under.plan));
}

/** What the debts come to where nothing but the minimum payments is paid; null where that can't be computed. */
export function minimumFigures({
	debts,
	asOf
}: Pick<Projection, 'debts' | 'asOf'>): PlanFigures | null {
	const paid = plannedDebts({ debts, asOf }, 'required');
	return planFigures(planTotals(paid, { ...ONLY_REQUIRED, begins: usualBegin(paid, asOf) }));
}

/** The figures of a plan that was carried out; null where it can't be. */
export function planFigures(totals: PlanTotals): PlanFigures | null {
	const { ending, shortMonths, firstMonth } = totals;
	if (ending.status === 'refused') return null;
	const [short] = shortMonths;
	const isOver = ending.status === 'cleared';
	return {
		ends: isOver ? ending.payoffDate : null,
		shortFrom: short ? addMonths(firstMonth, short.month - 1) : null,
		cost: isOver ? interestAndFees(totals) : null
	};
}
