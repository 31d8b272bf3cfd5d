/**
 * The columns of a table of debts: under which headings people write them, what may be in them, and where it
 * is in a debt. Reading and writing both follow from this list.
 */
import { DEBT_KINDS, type DebtKind } from '../core/plan/priority';
import { v4 as newId } from 'uuid';
import {
	dueDate,
	FREQUENCIES,
	type CalendarDate,
	type PaymentsPerYear
} from '../core/quantities/calendar';
import { ALLOCATION_ORDERS, type AllocationOrder } from '../core/debt/account/policy';
import { withBalances } from '../document/balances';
import type { FlatBalance } from './balances-cell';
import type { LateHistory } from '../document/late-history';
import { ZERO, type Cents } from '../core/quantities/money';
import type { Percent } from '../core/quantities/rate';
import {
	BASES,
	BASIS_FIELDS,
	basisFields,
	basisSaid,
	chargedBy,
	type Basis,
	type BasisEntry,
	type BasisField
} from '../core/debt/interest/all-ways';
import {
	RULE_FIELDS,
	RULE_KINDS,
	fieldsOf,
	filled,
	formOf,
	saidIn,
	type RuleEntry,
	type RuleField,
	type RuleKind
} from '../core/debt/rules/all-forms';
import type { Field as FormField } from '../core/quantities/field';
import { fieldHeading } from '../messages/terms';
import { SCREEN } from '../reading/writing';
import { emptyDebt, type DebtEntry, type LendingEntry } from '../document/debt';
import { personNamed, type PersonEntry } from '../document/household';

/** The fields of a payment rule's form as cells. */
type RuleCells = {
	[F in RuleField]?: NonNullable<Extract<RuleEntry, Readonly<Record<F, unknown>>>[F]>;
};

type BasisCells = {
	[F in BasisField]?: NonNullable<Extract<BasisEntry, Readonly<Record<F, unknown>>>[F]>;
};

/** A debt as the cells of one row: what it does not say is undefined. */
export interface Flat extends RuleCells, BasisCells {
	name?: string;
	creditor?: string;
	account?: string;
	balance?: Cents;
	balanceOn?: CalendarDate;
	annualRate?: Percent;
	rule?: RuleKind;
	interestOnly?: number;
	firstDue?: CalendarDate;
	paymentsPerYear?: PaymentsPerYear;
	basis?: Basis;
	timing?: LendingEntry['timing'];
	interestRounding?: LendingEntry['interestRounding'];
	clearBelow?: Cents;
	pays?: DebtEntry['pays']['kind'];
	paysAmount?: Cents;
	paysPerYear?: PaymentsPerYear;
	paysPercent?: Percent;
	extra?: Cents;
	limit?: Cents;
	pastDue?: Cents;
	security?: 'secured' | 'unsecured';
	kind?: DebtKind;
	joint?: boolean;
	/** Who of the household owes it, by name. */
	owner?: string;
	note?: string;
	paymentsLeft?: number;
	paymentsInAll?: number;
	paymentEach?: Cents;
	/** Several balances, as one cell has them. */
	balances?: readonly FlatBalance[];
	minimumTo?: AllocationOrder;
	excessTo?: AllocationOrder;
	atLeast?: Cents;
	atLeastUntil?: CalendarDate;
	lateFee?: Cents;
	lateFeeAgain?: Cents;
	penaltyRate?: Percent;
	penaltyAfter?: number;
	penaltyNotice?: number;
	penaltyCure?: number;
	lateAssumed?: boolean;
	/** What was missed before, as one cell has it. */
	missed?: LateHistory;
	/** Rates that come later, each from one of its payments on, counted from 1. */
	laterRates?: readonly { readonly from: number; readonly annual: Percent }[];
}

/** The fields that a column can hold; a workbook has later rates in pairs of columns. */
export type Field = Exclude<keyof Flat, 'laterRates'>;

/** The kind of a column's cells. */
type Kind =
	| {
			readonly of:
				| 'text'
				| 'money'
				| 'percent'
				| 'count'
				| 'first due'
				| 'day'
				| 'later day'
				| 'flag'
				| 'balances'
				| 'missed';
	  }
	| {
			readonly of: 'choice';
			readonly among: readonly (string | number)[];
			/** Choices as files of earlier versions have them. */
			readonly before?: ReadonlyMap<string, string>;
	  };

export interface Column {
	readonly field: Field;
	readonly kind: Kind;
	/** As this program writes it. */
	readonly heading: string;
	/** As people write it in English: in small letters, words apart by one space. */
	readonly known: readonly string[];
}

const text = { of: 'text' } as const;
const money = { of: 'money' } as const;
const percent = { of: 'percent' } as const;
const count = { of: 'count' } as const;
const flag = { of: 'flag' } as const;
const choice = (...among: readonly (string | number)[]) => ({ of: 'choice', among }) as const;

const column = (field: Field, kind: Kind, heading: string, ...known: string[]): Column => ({
	field,
	kind,
	heading,
	known: [heading.toLowerCase(), ...known]
});

/** Other headings that people write above the fields of a payment rule. */
// oxfmt-ignore
const RULE_KNOWN: Partial<Readonly<Record<RuleField, readonly string[]>>> = {
	amount: ['minimum', 'min', 'min payment', 'min pmt', 'minimum due', 'min due', 'minimum payment due', 'payment due', 'required payment', 'monthly minimum', 'monthly payment', 'payment', 'pmt', 'instalment', 'installment'],
	percent: ['min percent', 'minimum percent', 'min rate'],
	floor: ['minimum at least', 'floor', 'not less than'],
	periods: ['number of payments', 'no of payments', 'term', 'term in months', 'months'],
	payment: ['equal payment'],
	roundPayment: ['equal payment rounded'],
	balloon: ['balloon payment']
};

function termColumn([name, field]: readonly [RuleField | BasisField, FormField]): Column {
	const kind = (): Kind => {
		switch (field.of) {
			case 'rounding':
				return money;
			case 'times':
				return count;
			case 'choice':
				return choice(...field.among);
			default:
				return { of: field.of };
		}
	};
	const known: Partial<Readonly<Record<string, readonly string[]>>> = RULE_KNOWN;
	return column(name, kind(), fieldHeading(name, SCREEN), ...(known[name] ?? []));
}

/** In the order in which they are written. Where two have a heading in common, the first that is free has it. */
// oxfmt-ignore
export const COLUMNS: readonly Column[] = [
	column('name', text, 'Name', 'debt', 'debt name', 'card', 'card name', 'account name', 'loan', 'description', 'what', 'item', 'creditor', 'lender', 'bank', 'company', 'owed to'),
	column('creditor', text, 'Creditor', 'lender', 'bank', 'company', 'issuer', 'owed to', 'creditor name'),
	column('account', text, 'Account', 'account number', 'account no', 'acct', 'acct no', 'acct number', 'card number', 'reference'),
	column('balance', money, 'Balance', 'owed', 'owing', 'amount', 'amount owed', 'current balance', 'balance owed', 'balance due', 'outstanding', 'outstanding balance', 'remaining balance', 'statement balance', 'debt amount', 'total owed', 'principal', 'how much'),
	column('balanceOn', { of: 'day' }, 'Balance on', 'balance as of'),
	column('annualRate', percent, 'Annual rate', 'apr', 'rate', 'interest', 'interest rate', 'annual interest', 'annual interest rate', 'int rate', 'yearly rate', 'annual percentage rate', 'apr in', 'percent', 'purchase apr'),
	column('rule', choice(...RULE_KINDS), 'Minimum rule', 'rule'),
	...RULE_FIELDS.map(termColumn),
	column('interestOnly', count, 'Interest-only payments', 'interest only payments', 'interest alone at first'),
	column('firstDue', { of: 'first due' }, 'First due', 'due', 'due date', 'due day', 'due on', 'first due date', 'next due', 'next due date', 'payment date', 'payment due date', 'day due', 'date due', 'next payment'),
	column('paymentsPerYear', choice(...FREQUENCIES), 'Payments a year', 'payments per year', 'frequency'),
	column('basis', choice(...BASES), 'Interest method', 'interest basis'),
	...BASIS_FIELDS.map(termColumn),
	column('timing', choice('arrears', 'advance'), 'Paid in'),
	column('interestRounding', choice('cent', 'none'), 'Interest rounded'),
	column('clearBelow', money, 'Pay off balances below', 'paid in full below'),
	column('pays', { ...choice('required', 'held', 'fixed', 'interest-plus'), before: new Map([['asked', 'required']]) }, 'Way of paying'),
	column('paysAmount', money, 'Pays', 'paid', 'pays now', 'paying', 'pays monthly', 'current payment', 'actual payment', 'my payment', 'payment', 'monthly payment'),
	column('paysPerYear', choice(...FREQUENCIES), 'Pays times a year'),
	column('paysPercent', percent, 'Pays percentage'),
	column('extra', money, 'Extra', 'extra payment', 'additional payment', 'on top'),
	column('limit', money, 'Credit limit', 'limit', 'credit line', 'max'),
	column('pastDue', money, 'Past due', 'overdue', 'amount past due', 'past due amount', 'arrears', 'behind'),
	column('security', choice('secured', 'unsecured'), 'Secured', 'security', 'type'),
	column('kind', choice(...DEBT_KINDS), 'Kind', 'kind of debt'),
	column('joint', flag, 'Joint', 'joint account', 'shared'),
	column('owner', text, 'Owed by', 'owner', 'borrower', 'whose', 'person'),
	column('note', text, 'Note', 'notes', 'comment', 'comments', 'remark', 'remarks', 'memo'),
	column('paymentsLeft', count, 'Remaining payments', 'payments left', 'payments remaining', 'months left', 'left'),
	column('paymentsInAll', count, 'Payments in total', 'payments in all', 'original term', 'total payments'),
	column('paymentEach', money, 'Each payment', 'payment each'),
	column('balances', { of: 'balances' }, 'Balances'),
	column('minimumTo', choice(...ALLOCATION_ORDERS), 'Minimum goes to'),
	column('excessTo', choice(...ALLOCATION_ORDERS), 'Rest goes to'),
	column('atLeast', money, 'Pays at least'),
	column('atLeastUntil', { of: 'later day' }, 'Pays at least until'),
	column('lateFee', money, 'Late fee', 'late charge'),
	column('lateFeeAgain', money, 'Late fee again'),
	column('penaltyRate', percent, 'Penalty rate', 'penalty apr', 'default rate'),
	column('penaltyAfter', count, 'Penalty after'),
	column('penaltyNotice', count, 'Penalty notice'),
	column('penaltyCure', count, 'Penalty ends after'),
	column('lateAssumed', flag, 'Late fees assumed'),
	column('missed', { of: 'missed' }, 'Missed before')
];

/** A debt's cells as a debt; whoever owes it is one of the people. */
export function debtOf(flat: Flat, id: string, people: readonly PersonEntry[]): DebtEntry {
	const empty = emptyDebt(id);
	const debt: DebtEntry = {
		...empty,
		name: flat.name ?? '',
		kind: flat.kind ?? empty.kind,
		owner: personNamed(people, flat.owner ?? '')?.id ?? null,
		balance: flat.balance ?? null,
		asOf: flat.balanceOn ?? null,
		annualRate: flat.annualRate ?? null,
		firstDue: flat.firstDue ?? null,
		required: ruleEntryOf(flat),
		interestOnly: flat.interestOnly ?? 0,
		lending: {
			paymentsPerYear: flat.paymentsPerYear ?? 12,
			interest: chargedBy(flat.basis ?? 'nominal', { ...flat }),
			timing: flat.timing ?? 'arrears',
			interestRounding: flat.interestRounding ?? 'cent',
			clearBelow: flat.clearBelow ?? ZERO
		},
		pays: paysOf(flat),
		extra: flat.extra ?? ZERO,
		noted: {
			creditor: flat.creditor ?? '',
			account: flat.account ?? '',
			limit: flat.limit ?? null,
			pastDue: flat.pastDue ?? null,
			security: flat.security ?? null,
			joint: flat.joint ?? false,
			note: flat.note ?? '',
			paymentsLeft: flat.paymentsLeft ?? null,
			paymentsInAll: flat.paymentsInAll ?? null,
			paymentEach: flat.paymentEach ?? null
		},
		allocation: {
			minimum: flat.minimumTo ?? empty.allocation.minimum,
			excess: flat.excessTo ?? empty.allocation.excess
		},
		atLeast:
			flat.atLeast === undefined || flat.atLeastUntil === undefined
				? null
				: { amount: flat.atLeast, until: flat.atLeastUntil },
		late: lateOf(flat),
		events: laterRates(flat)
	};
	const { balances = [] } = flat;
	// A loan in level payments has one balance, whatever a row says.
	if (debt.required.kind === 'level') return debt;
	return withBalances(
		debt,
		balances.map((balance) => ({ id: newId(), ...balance }))
	);
}

function lateOf(flat: Flat): DebtEntry['late'] {
	if (flat.lateFee === undefined) return null;
	return {
		assumed: flat.lateAssumed ?? false,
		fee: flat.lateFee,
		feeAgain: flat.lateFeeAgain ?? null,
		penaltyRate: flat.penaltyRate ?? null,
		after: flat.penaltyAfter ?? 2,
		notice: flat.penaltyNotice ?? 2,
		cure: flat.penaltyCure ?? 6,
		history: flat.missed ?? null
	};
}

/** A rate that is charged from payment k on comes into force on the due date before it. */
const laterRates = ({ laterRates: rates = [], firstDue, paymentsPerYear = 12 }: Flat) =>
	firstDue === undefined
		? []
		: rates.map(({ from, annual }) => ({
				id: newId(),
				off: false,
				kind: 'rate' as const,
				date: dueDate(firstDue, from - 1, paymentsPerYear),
				annual,
				reamortize: false,
				ofBalance: null
			}));

/** The rule that is named, or the first that has what it needs. */
function ruleEntryOf(flat: Flat): RuleEntry {
	const kind = flat.rule ?? RULE_KINDS.find((one) => formOf(one).needs in flat) ?? 'percent';
	return filled(kind, flat);
}

function paysOf({ pays, paysAmount, paysPerYear, paysPercent }: Flat): DebtEntry['pays'] {
	const kind = pays ?? (paysAmount === undefined ? 'held' : 'fixed');
	switch (kind) {
		case 'fixed':
			return { kind, amount: paysAmount ?? ZERO, paymentsPerYear: paysPerYear ?? null };
		case 'interest-plus':
			return { kind, percent: paysPercent ?? (0 as Percent) };
		default:
			return { kind };
	}
}

/** A debt as cells: each that says something other than nothing, so that reading them gives the debt back. */
export function flatOf(
	{ name, required, lending, pays, noted, ...debt }: DebtEntry,
	people: readonly PersonEntry[]
): Flat {
	const { interest } = lending;
	const some = <T>(value: T | null | undefined | '' | false) =>
		value === null || value === '' || value === false ? undefined : value;
	const inForm = fieldsOf(required.kind).map(([field]) => [
		field,
		saidIn(required, field) ?? undefined
	]);
	const inBasis = basisFields(interest.basis).map(([field]) => [
		field,
		basisSaid(interest, field) ?? undefined
	]);
	return stated({
		...(Object.fromEntries([...inForm, ...inBasis]) as RuleCells & BasisCells),
		name: some(name),
		creditor: some(noted.creditor),
		account: some(noted.account),
		balance: some(debt.balance),
		balanceOn: some(debt.asOf),
		annualRate: some(debt.annualRate),
		rule: required.kind,
		interestOnly: debt.interestOnly,
		firstDue: some(debt.firstDue),
		paymentsPerYear: lending.paymentsPerYear,
		basis: interest.basis,
		timing: lending.timing,
		interestRounding: lending.interestRounding,
		clearBelow: lending.clearBelow,
		pays: pays.kind,
		paysAmount: pays.kind === 'fixed' ? pays.amount : undefined,
		paysPerYear: pays.kind === 'fixed' ? some(pays.paymentsPerYear) : undefined,
		paysPercent: pays.kind === 'interest-plus' ? pays.percent : undefined,
		extra: debt.extra,
		limit: some(noted.limit),
		pastDue: some(noted.pastDue),
		security: some(noted.security),
		kind: debt.kind,
		joint: noted.joint,
		owner: people.find((person) => person.id === debt.owner)?.name,
		note: some(noted.note),
		paymentsLeft: some(noted.paymentsLeft),
		paymentsInAll: some(noted.paymentsInAll),
		paymentEach: some(noted.paymentEach),
		balances:
			debt.balances.length === 0 ? undefined : debt.balances.map(({ id: _, ...one }) => one),
		minimumTo: debt.allocation.minimum,
		excessTo: debt.allocation.excess,
		atLeast: debt.atLeast?.amount,
		atLeastUntil: debt.atLeast?.until,
		lateFee: debt.late?.fee,
		lateFeeAgain: some(debt.late?.feeAgain),
		penaltyRate: some(debt.late?.penaltyRate),
		penaltyAfter: debt.late?.after,
		penaltyNotice: debt.late?.notice,
		penaltyCure: debt.late?.cure,
		lateAssumed: debt.late?.assumed,
		missed: some(debt.late?.history)
	});
}

/** Drops undefined entries. */
const stated = (
	cells: {
		readonly [K in Exclude<Field, RuleField | BasisField>]: Flat[K] | undefined;
	} & RuleCells &
		BasisCells
): Flat => Object.fromEntries(Object.entries(cells).filter(([, value]) => value !== undefined));
