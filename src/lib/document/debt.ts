/** A debt as it travels in a case document: taken down from its statement, and how it is paid. */
import { chargedBy, type RateTerms } from '../core/debt/interest/all-ways';
import {
	requiredRule,
	filled,
	needOf,
	type RuleNeed,
	type FilledRule
} from '../core/debt/rules/all-forms';
import type { CalendarDate } from '../core/quantities/calendar';
import type { DebtEvent } from '../core/debt/events';
import { ZERO, type Cents, wholeUnits } from '../core/quantities/money';
import { LAWFUL } from '../core/debt/account/policy';
import type { StatedBalance, StatedLate } from '../core/debt/account/stated';
import { indexEvents, type FollowsByDay } from '../core/debt/index-rate';
import type { StatedDebt } from '../core/debt/ways';
import type { z } from 'zod';
import type {
	followsEntry,
	lendingEntry,
	notedEntry,
	statementEntry,
	transactionEntry,
	debtEntry
} from './schema/debt';

export type DebtEntry = z.infer<typeof debtEntry>;
export type Follows = z.infer<typeof followsEntry>;
export type LendingEntry = z.infer<typeof lendingEntry>;
export type Noted = z.infer<typeof notedEntry>;
export type StatementEntry = z.infer<typeof statementEntry>;
export type TransactionEntry = z.infer<typeof transactionEntry>;
export type EventEntry = DebtEvent & { readonly off: boolean };

/** Interest nominal and charged with each monthly payment, which is at the end of its month. */
const USUAL_LENDING: LendingEntry = {
	paymentsPerYear: 12,
	interest: chargedBy('nominal'),
	timing: 'arrears',
	interestRounding: 'cent',
	clearBelow: ZERO
};

/** Nothing noted, and nothing of a statement typed. */
export const NOTHING_NOTED: Noted = {
	creditor: '',
	account: '',
	limit: null,
	pastDue: null,
	security: null,
	joint: false,
	note: '',
	paymentsLeft: null,
	paymentsInAll: null,
	paymentEach: null
};
export const NO_STATEMENT: StatementEntry = {
	roundTo: 'unit',
	interestCharged: null,
	offerRate: null,
	offerMonths: null,
	minimumDue: null,
	estimateCount: null,
	estimateUnit: 'years',
	total: null,
	payment36: null,
	total36: null,
	saving36: null
};

/** A debt without what has no part in its figures: that is with the case alone. */
export const withoutRecords = (debt: DebtEntry): DebtEntry => ({
	...debt,
	compared: [],
	// What is past due is asked for on top, and decides which payments count as missed.
	noted: { ...NOTHING_NOTED, pastDue: debt.noted.pastDue },
	statement: NO_STATEMENT,
	transactions: [],
	withdrawn: []
});

/** A debt of which nothing is known yet. */
export const emptyDebt = (id: string): DebtEntry => ({
	id,
	name: '',
	kind: 'other',
	owner: null,
	balance: null,
	asOf: null,
	balanceAssumed: false,
	annualRate: null,
	balances: [],
	allocation: LAWFUL,
	firstDue: null,
	required: filled('percent'),
	interestOnly: 0,
	lending: USUAL_LENDING,
	pays: { kind: 'held' },
	extra: ZERO,
	atLeast: null,
	late: null,
	usual: null,
	follows: null,
	events: [],
	compared: [],
	baseline: { kind: 'required' },
	noted: NOTHING_NOTED,
	statement: NO_STATEMENT,
	transactions: [],
	withdrawn: []
});

/** The debt with all that a run needs, or null while something is still missing. */
export function statedDebt(entry: DebtEntry, asOf: CalendarDate): StatedDebt | null {
	const { balance, annualRate, firstDue, lending, interestOnly, pays, extra } = entry;
	if (balance === null || annualRate === null || firstDue === null) return null;
	if (needOf(entry.required) !== null) return null;
	const { interest, ...conventions } = lending;
	const known: StatedDebt['known'] = {
		opening: balance,
		rate: rateTerms(interest, annualRate),
		firstDue,
		asOf: entry.asOf ?? asOf,
		...conventions,
		// Several balances and late payments are known in arrears and in cents alone.
		...(isAccount(entry) && { timing: 'arrears', interestRounding: 'cent' }),
		extras: [],
		charges: []
	};
	return {
		known,
		required: requiredRule(entry.required as FilledRule, interestOnly),
		pays,
		extra,
		events: [
			...entry.events.filter(({ off }) => !off),
			...(entry.follows ? indexEvents(known, followsByDay(entry.follows)) : [])
		],
		...statedAccount(entry)
	};
}

/** How a rate follows its index, as the core knows it: what is not limited is absent. */
export function followsByDay({ step, cap, ...how }: Follows): FollowsByDay {
	return { ...how, ...(step !== null && { step }), ...(cap !== null && { cap }) };
}

/** What of a debt is said of several balances and of late payments; nothing where it has neither. */
function statedAccount({
	balances,
	allocation,
	atLeast,
	late,
	noted
}: DebtEntry): Partial<StatedDebt> {
	return {
		...(balances.length > 0 && { balances: balances.flatMap(statedBalance), allocation }),
		...(atLeast && { atLeast }),
		...(late && { late: statedLate(late, noted.pastDue ?? ZERO) })
	};
}

function statedBalance({
	id,
	name,
	balance,
	annualRate: annual,
	deferral
}: DebtEntry['balances'][number]): StatedBalance[] {
	if (balance === null || annual === null) return [];
	if (deferral === null) return [{ id, name, opening: balance, annual }];
	const deferred = { ...deferral, annual: deferral.annualRate ?? annual };
	return [{ id, name, opening: balance, annual, deferred }];
}

function statedLate(late: NonNullable<DebtEntry['late']>, pastDue: Cents): StatedLate {
	const { fee, feeAgain, penaltyRate: penalty, after, notice, cure, history } = late;
	return {
		fee,
		after,
		notice,
		cure,
		...(feeAgain !== null && { feeAgain }),
		...(penalty !== null && { penalty }),
		...((history || pastDue > 0) && { history: { ...(history ?? NO_HISTORY), pastDue } })
	};
}

/** Nothing was missed before. */
export const NO_HISTORY: NonNullable<NonNullable<DebtEntry['late']>['history']> = {
	missed: [],
	feeDue: ZERO,
	penaltyFrom: null,
	onTime: 0
};

/** Whether a debt has several balances, or terms for late payments. */
const isAccount = ({ balances, late }: Pick<DebtEntry, 'balances' | 'late'>): boolean =>
	balances.length > 0 || late !== null;

/** How a debt's annual rate becomes interest. */
export const rateTerms = (
	interest: LendingEntry['interest'],
	annual: NonNullable<DebtEntry['annualRate']>
): RateTerms => ({ ...interest, annual });

/** A field that must be known before a debt can be run down. */
export type MissingField = 'balance' | 'rate' | 'due' | RuleNeed;

/** The fields still missing before a debt can be computed. */
export function missingOf(entry: DebtEntry): MissingField[] {
	const { balance, annualRate, required, firstDue } = entry;
	const need = needOf(required);
	const of = (field: MissingField, isMissing: boolean) => (isMissing ? [field] : []);
	return [
		...of('balance', balance === null),
		...of('rate', annualRate === null),
		...(need === null ? [] : [need]),
		...of('due', firstDue === null)
	];
}

/** Multiples for rounding a minimum up, in minor units: none, one, five or ten whole units. */
export const roundingSteps = ({ digits }: { readonly digits: number }): readonly Cents[] =>
	[0, 1, 5, 10].map((units) => wholeUnits(units, digits));
