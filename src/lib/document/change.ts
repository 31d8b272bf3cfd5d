/** A plan's changes to the debts, as saved and as the core takes them. */
import type { CalendarDate } from '../core/quantities/calendar';
import type { NewDebt, PlanChange } from '../core/plan/changes';
import type { PaymentRule } from '../core/debt/rules/all-rules';
import { ZERO } from '../core/quantities/money';
import { percent, type Percent } from '../core/quantities/rate';
import type { z } from 'zod';
import type { newDebt, concession, changeEntry, settle } from './schema/change';

export type ChangeEntry = z.infer<typeof changeEntry>;
/** A term that can be assumed. */
export type AssumedTerm = ChangeEntry['assumed'][number];
export type NewDebtEntry = z.infer<typeof newDebt>;

/** A term that must be known before a plan with the change is computed. */
export type MissingTerm = AssumedTerm | 'agreedRate' | 'settledFor';

/** The terms that nobody has typed or assumed yet. */
export function missingTerms(change: ChangeEntry): MissingTerm[] {
	const missing = (term: MissingTerm, ...values: readonly unknown[]) =>
		values.includes(null) ? [term] : [];
	switch (change.kind) {
		case 'consolidate': {
			const { annualRate, loan, fee } = change;
			return [
				...missing('annualRate', annualRate),
				...missing('rule', ruleValue(loan.rule)),
				...missing('firstDue', loan.firstDue),
				...missing('fee', fee.percent ?? fee.amount)
			];
		}
		case 'transfer': {
			const { offerRate, offerMonths, thenRate, card, feePercent: fee } = change;
			return [
				...missing('offerRate', offerRate),
				...missing('offerMonths', offerMonths),
				...missing('thenRate', thenRate),
				...missing('rule', ruleValue(card.rule)),
				...missing('firstDue', card.firstDue),
				...missing('feePercent', fee)
			];
		}
		case 'concession': {
			const { from, debts: named, setUpFee, monthlyFee: fee } = change;
			return [
				...missing('agreedRate', ...named.map(({ annualRate, payment }) => annualRate ?? payment)),
				...missing('from', from),
				...missing('setUpFee', setUpFee),
				...missing('monthlyFee', fee.kind === 'amount' ? fee.amount : fee.percent)
			];
		}
		case 'settle': {
			const { date, debts: named, fee } = change;
			return [
				...missing('settledFor', ...named.map(({ percent, amount }) => percent ?? amount)),
				...missing('date', date),
				...missing('fee', fee.percent ?? fee.amount)
			];
		}
		case 'deadline':
			return [];
	}
}

const ruleValue = (rule: NewDebtEntry['rule']) =>
	rule.kind === 'level' ? rule.periods : rule.kind === 'fixed' ? rule.amount : rule.percent;

/** Whether something of a change is assumed: it was proposed, and nobody has named it. */
export const isAssumed = (change: ChangeEntry): boolean =>
	change.assumed.length > 0 || assumedDebts(change).length > 0;

/** The debts of a change whose own terms nobody has named. */
export const assumedDebts = (change: ChangeEntry): string[] =>
	change.kind === 'concession' || change.kind === 'settle'
		? change.debts.flatMap(({ debt, assumed }) => (assumed ? [debt] : []))
		: [];

/** What is proposed for one debt of a change, and what its creditor has answered. */
export type NamedTerms = Extract<ChangeEntry, { kind: 'concession' | 'settle' }>['debts'][number];
export type Reply = NamedTerms['reply'];

/** Terms that were not proposed to anybody yet, and are nobody's usual ones. */
export const UNANSWERED = { usual: null, reply: { is: 'open', on: null } } as const;

/** What is proposed for single debts; nothing of a change that no creditor has to agree to. */
export const namedTerms = (change: ChangeEntry): readonly NamedTerms[] =>
	change.kind === 'concession' || change.kind === 'settle' ? change.debts : [];

/** The same change with other terms or replies for single debts. */
export const withNamedTerms = (
	change: ChangeEntry,
	of: (named: NamedTerms) => NamedTerms
): ChangeEntry =>
	change.kind === 'concession' || change.kind === 'settle'
		? ({ ...change, debts: change.debts.map(of) } as ChangeEntry)
		: change;

/**
 * What a plan rests on: terms that somebody assumed; terms that are named, and that not every creditor has agreed to;
 * or nothing that is still to be agreed.
 */
export type Standing = 'assumed' | 'open' | 'agreed';
export function standingOf({ changes }: { readonly changes: readonly ChangeEntry[] }): Standing {
	if (changes.some(isAssumed)) return 'assumed';
	const isOpen = ({ reply }: NamedTerms) => reply.is === 'open' || reply.is === 'proposed';
	return changes.some((change) => namedTerms(change).some(isOpen)) ? 'open' : 'agreed';
}

/** The change as it is carried out without some debts; what a creditor has refused changes nothing. Null: nothing is left. */
export function inForce(change: ChangeEntry, aside: readonly string[]): ChangeEntry | null {
	const refused = namedTerms(change).filter(({ reply }) => reply.is === 'refused');
	return withoutDebts(change, [...aside, ...refused.map(({ debt }) => debt)]);
}

/** The change with all its terms taken as they are. */
export function confirmed(change: ChangeEntry): ChangeEntry {
	const named = <T extends { readonly assumed: boolean }>(of: T) => ({ ...of, assumed: false });
	switch (change.kind) {
		case 'concession':
			return { ...change, assumed: [], debts: change.debts.map(named) };
		case 'settle':
			return { ...change, assumed: [], debts: change.debts.map(named) };
		default:
			return { ...change, assumed: [] };
	}
}

/** Whether nobody has named a term of it yet. */
export const isAssumedTerm = ({ assumed }: ChangeEntry, term: AssumedTerm): boolean =>
	assumed.some((other) => other === term);

/** The change with other fields; a term that is named with them is no longer assumed. */
export const withTerm = (
	change: ChangeEntry,
	term: AssumedTerm | undefined,
	fields: object
): ChangeEntry =>
	({
		...change,
		...fields,
		assumed: change.assumed.filter((other) => other !== term)
	}) as ChangeEntry;

/** The debt that a change brings; null where it brings none. */
export const newDebtOf = (change: ChangeEntry): NewDebtEntry | null =>
	change.kind === 'consolidate' ? change.loan : change.kind === 'transfer' ? change.card : null;

/** The debts that a change is about. */
export function debtsNamed(change: ChangeEntry): readonly string[] {
	switch (change.kind) {
		case 'transfer':
			return change.amounts.map(({ debt }) => debt);
		case 'concession':
		case 'settle':
			return change.debts.map(({ debt }) => debt);
		default:
			return change.debts;
	}
}

/** The change without some debts; null where it is about none but these. */
export function withoutDebts(change: ChangeEntry, ids: readonly string[]): ChangeEntry | null {
	const stays = (id: string) => !ids.includes(id);
	switch (change.kind) {
		case 'transfer': {
			const amounts = change.amounts.filter(({ debt }) => stays(debt));
			return isLeft(change.amounts, amounts) ? { ...change, amounts } : null;
		}
		case 'concession': {
			const debts = change.debts.filter(({ debt }) => stays(debt));
			return isLeft(change.debts, debts) ? { ...change, debts } : null;
		}
		case 'settle': {
			const debts = change.debts.filter(({ debt }) => stays(debt));
			return isLeft(change.debts, debts) ? { ...change, debts } : null;
		}
		default: {
			const debts = change.debts.filter(stays);
			return isLeft(change.debts, debts) ? { ...change, debts } : null;
		}
	}
}

/** Whether something is left, or there was nothing. */
const isLeft = (all: readonly unknown[], left: readonly unknown[]): boolean =>
	left.length > 0 || all.length === 0;

/** A change as the core knows it; null while a term of it is missing. `monthOf` says in which month of the plan a day lies, from 1. */
export function planChange(
	change: ChangeEntry,
	monthOf: (day: CalendarDate) => number
): PlanChange | null {
	// What began before the plan does is there from its first month on.
	const beginning = (day: CalendarDate) => Math.max(1, monthOf(day));
	switch (change.kind) {
		case 'consolidate': {
			const { annualRate, fee } = change;
			const loan = asNew(change.loan, annualRate);
			if (loan === null || (fee.percent === null && fee.amount === null)) return null;
			const { percent = null, amount = null, paid } = fee;
			return {
				kind: change.kind,
				debts: change.debts,
				loan,
				fee: { percent: percent ?? NO_PERCENT, amount: amount ?? ZERO, paid }
			};
		}
		case 'transfer': {
			const { amounts, feePercent: fee, offerRate, offerMonths, thenRate, limit } = change;
			const card = asNew(change.card, offerRate);
			if (card === null || offerRate === null || offerMonths === null) return null;
			if (thenRate === null || fee === null) return null;
			return {
				kind: change.kind,
				amounts: amounts.map(({ debt, amount }) => ({ id: debt, amount: amount ?? 'all' })),
				card,
				feePercent: fee,
				offerPercent: offerRate,
				offerMonths,
				thenPercent: thenRate,
				limit
			};
		}
		case 'concession': {
			const { from: day, until, setUpFee, debts: named } = change;
			const monthlyFee = knownFee(change.monthlyFee);
			const agreed = named.map(({ debt, annualRate: annual, payment }) => ({
				id: debt,
				annual,
				payment
			}));
			if (day === null || setUpFee === null || monthlyFee === null) return null;
			if (agreed.some(({ annual, payment }) => annual === null && payment === null)) return null;
			return {
				kind: change.kind,
				from: beginning(day),
				...(until !== null && { until: monthOf(until) }),
				date: day,
				debts: agreed,
				setUpFee,
				monthlyFee
			};
		}
		case 'settle': {
			const { date: day, before, fee, debts: named } = change;
			if (day === null || (fee.percent === null && fee.amount === null)) return null;
			const settled = named.flatMap(({ debt, ...offer }) => {
				const pays = settledFor(offer);
				return pays ? [{ id: debt, pays }] : [];
			});
			if (settled.length < named.length) return null;
			const { percent = null, amount = null } = fee;
			return {
				kind: change.kind,
				month: beginning(day),
				before,
				debts: settled,
				fee: { percent: percent ?? NO_PERCENT, amount: amount ?? ZERO }
			};
		}
		case 'deadline':
			return { kind: change.kind, debts: change.debts };
	}
}

type Settle = Extract<PlanChange, { kind: 'settle' }>;
type Offer = Omit<z.infer<typeof settle>['debts'][number], 'debt'>;

/** What a creditor takes for the whole of a debt; null while it is not known. */
function settledFor({ percent, amount }: Offer): Settle['debts'][number]['pays'] | null {
	if (percent !== null) return { percent };
	return amount === null ? null : { amount };
}

type MonthlyFee = z.infer<typeof concession>['monthlyFee'];

function knownFee(
	fee: MonthlyFee
): Extract<PlanChange, { kind: 'concession' }>['monthlyFee'] | null {
	if (fee.kind === 'amount') return fee.amount === null ? null : { ...fee, amount: fee.amount };
	return fee.percent === null ? null : { ...fee, percent: fee.percent };
}

const NO_PERCENT = percent(0);

function asNew({ id, firstDue, rule }: NewDebtEntry, annual: Percent | null): NewDebt | null {
	const payment = paymentRule(rule);
	if (firstDue === null || annual === null || payment === null) return null;
	return {
		id,
		terms: {
			rate: { basis: 'nominal', annual },
			paymentsPerYear: 12,
			firstDue,
			payment,
			clearBelow: ZERO,
			extras: [],
			charges: []
		}
	};
}

/** How a new debt is paid; null while that is not known. */
function paymentRule(rule: NewDebtEntry['rule']): PaymentRule | null {
	switch (rule.kind) {
		case 'level':
			return rule.periods === null ? null : { ...rule, periods: rule.periods };
		case 'fixed':
			return rule.amount === null ? null : { ...rule, amount: rule.amount };
		case 'minimum':
			return rule.percent === null
				? null
				: {
						...rule,
						percent: rule.percent,
						of: 'statement',
						plusInterest: false,
						plusFees: false,
						roundUpTo: ZERO
					};
	}
}
