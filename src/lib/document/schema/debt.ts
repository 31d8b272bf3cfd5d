/** A debt as it travels in a case document. */
import { z } from 'zod';
import { BASES, basisFields, type BasisEntry } from '../../core/debt/interest/all-ways';
import { RULE_KINDS, fieldsOf, type RuleEntry } from '../../core/debt/rules/all-forms';
import type { Field } from '../../core/quantities/field';
import { ALLOCATION_ORDERS } from '../../core/debt/account/policy';
import { DEBT_KINDS } from '../../core/plan/priority';
import { LIMITS } from '../../core/quantities/limits';
import { listOf } from '../../messages/message';
import { fieldLabel, type TermField } from '../../messages/terms';
import { SCREEN } from '../../reading/writing';
import {
	choice,
	count,
	date,
	flag,
	frequency,
	identifier,
	money,
	name,
	percentage,
	sentence,
	signedMoney,
	signedPercentage,
	text,
	versionOf
} from './fields';
import { judgedOnce } from './judged-once';
import { isSummed } from '../../core/debt/account/totals';
import { t } from '../refusals';

/** The schema of a field of a payment rule or an interest method. */
function termField([name, field]: readonly [TermField, Field]): z.ZodType {
	const called = fieldLabel(name, SCREEN);
	const open = (known: z.ZodType) => (field.usual === null ? known.nullable() : known);
	switch (field.of) {
		case 'money':
		case 'rounding':
			return open(money(called));
		case 'percent':
			return open(percentage(called, LIMITS.minimumPercent));
		case 'count':
			return open(count(called, 1, LIMITS.periods, t('payments')));
		case 'times':
			return open(count(called, 1, LIMITS.timesAYear, t('times a year')));
		case 'choice':
			return choice(called, field.among);
		case 'flag':
			return flag(called);
	}
}

/** One of several groups of fields; which one says `tag`. */
function oneOf<T>(
	tag: string,
	kinds: readonly string[],
	fields: (kind: never) => readonly (readonly [TermField, Field])[],
	called: string
): z.ZodType<T> {
	const groups = kinds.map((kind) =>
		z.strictObject({
			[tag]: z.literal(kind),
			...Object.fromEntries(
				fields(kind as never).map((field) => [field[0], termField(field)] as const)
			)
		})
	);
	const error = sentence(called, listOf(SCREEN, kinds, 'disjunction'));
	const all = groups as unknown as [(typeof groups)[0], ...typeof groups];
	return z.discriminatedUnion(tag, all, { error }) as unknown as z.ZodType<T>;
}

/** A minimum payment rule as far as it is filled. */
export const ruleEntry = oneOf<RuleEntry>('kind', RULE_KINDS, fieldsOf, 'The minimum payment rule');
const basis = oneOf<BasisEntry>('basis', BASES, basisFields, 'How interest is charged');

/** How the creditor charges interest: seldom other than a card's monthly nominal rate in arrears. */
export const lendingEntry = z.strictObject({
	paymentsPerYear: frequency(t('How often a payment is due')),
	interest: basis,
	timing: choice(t('When a payment is due'), ['arrears', 'advance']),
	interestRounding: choice(t('The rounding of interest'), ['cent', 'none']),
	clearBelow: money(t('The balance that is paid off in full'))
});

const paysEntry = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({ kind: z.literal('required') }),
		z.strictObject({ kind: z.literal('held') }),
		z.strictObject({
			kind: z.literal('fixed'),
			amount: money(t('The amount that is paid')),
			paymentsPerYear: frequency(t('How often it is paid')).nullable()
		}),
		z.strictObject({
			kind: z.literal('interest-plus'),
			percent: percentage(t('The percentage that is paid'), LIMITS.minimumPercent)
		})
	],
	{ error: sentence(t('How the debt is paid'), t('required, held, fixed or interest-plus')) }
);

const dated = {
	id: identifier(t('The identifier of an event')),
	off: flag(t('Whether it is switched off')),
	date: date(t('The date of an event'))
};
const repeated = {
	amount: money(t('The amount of an event')),
	perYear: frequency(t('How often an event occurs')).nullable(),
	until: date(t('The last date of an event')).nullable()
};
/** The balance that an event is about; null: the first for a charge, each for a rate. */
const ofBalance = identifier(t('The balance of an event')).nullable();
export const eventEntry = judgedOnce(
	z.discriminatedUnion(
		'kind',
		[
			z.strictObject({ kind: z.literal('extra'), ...dated, ...repeated }),
			z.strictObject({
				kind: z.literal('charge'),
				...dated,
				...repeated,
				fee: flag(t('Whether it is a fee')),
				ofBalance
			}),
			z.strictObject({ kind: z.literal('skip'), ...dated }),
			z.strictObject({
				kind: z.literal('payment'),
				...dated,
				amount: money(t('The new payment')).nullable()
			}),
			z.strictObject({
				kind: z.literal('rate'),
				...dated,
				annual: percentage(t('The new annual rate'), LIMITS.rate),
				reamortize: flag(t('Whether the level payment is recalculated')),
				ofBalance
			})
		],
		{ error: sentence(t('The kind of an event'), t('extra, charge, skip, payment or rate')) }
	)
);

const wayEntry = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({ kind: z.literal('paid') }),
		z.strictObject({ kind: z.literal('required') }),
		z.strictObject({ kind: z.literal('held') }),
		z.strictObject({
			kind: z.literal('without'),
			event: identifier(t('The event that is left out'))
		}),
		z.strictObject({
			kind: z.literal('interest-plus'),
			percent: percentage(t('The percentage of a way of paying'), LIMITS.minimumPercent)
		}),
		z.strictObject({
			kind: z.literal('fixed'),
			amount: money(t('The amount of a way of paying')),
			extra: money(t('The extra of a way of paying'))
		}),
		z.strictObject({
			kind: z.literal('ends-in'),
			months: count(t('The months of a way of paying'), 1, LIMITS.months, t('months'))
		}),
		z.strictObject({
			kind: z.literal('portions'),
			paymentsPerYear: frequency(t('The payments of a way of paying'))
		})
	],
	{
		error: sentence(
			t('A way of paying'),
			t('paid, required, held, without, interest-plus, fixed, ends-in or portions')
		)
	}
);

/** More details of a debt; empty or null where not recorded. */
export const notedEntry = z.strictObject({
	/** Where it differs from the debt's name. */
	creditor: name(t('The creditor'), 0),
	account: text(t('The account'), 0, LIMITS.account),
	limit: money(t('The credit limit')).nullable(),
	pastDue: money(t('The past-due amount')).nullable(),
	security: choice(t('Whether it is secured'), ['secured', 'unsecured']).nullable(),
	joint: flag(t('Whether it is joint')),
	note: text(t('The note of a debt'), 0, LIMITS.note),
	/** The last line of a loan's paper: so many of so many payments are left, of so much each. */
	paymentsLeft: count(t('The payments left'), 0, LIMITS.periods, t('payments')).nullable(),
	paymentsInAll: count(t('The payments in total'), 1, LIMITS.periods, t('payments')).nullable(),
	paymentEach: money(t('The payment in the loan agreement')).nullable()
});

/** The figures of a card statement entered so far (specification, section 11). */
export const statementEntry = z.strictObject({
	/** The rounding of printed amounts: to the cent, or to a whole unit. */
	roundTo: choice(t('What printed amounts are rounded to'), ['cent', 'unit']),
	interestCharged: money(t('The interest charged')).nullable(),
	offerRate: percentage(t('The rate of the offer'), LIMITS.rate).nullable(),
	offerMonths: count(t('The months of the offer'), 1, LIMITS.months, t('months')).nullable(),
	minimumDue: money(t('The minimum due')).nullable(),
	estimateCount: count(
		t('The time at the minimum'),
		1,
		LIMITS.months,
		'months or years'
	).nullable(),
	estimateUnit: choice(t('The unit of the time at the minimum'), ['months', 'years']),
	total: money(t('The total at the minimum')).nullable(),
	payment36: money(t('The payment of 36 months')).nullable(),
	total36: money(t('The total of 36 months')).nullable(),
	saving36: signedMoney(t('The saving of 36 months')).nullable()
});

/** Transactions of an account, from a creditor's file. */
export const transactionEntry = judgedOnce(
	z.strictObject({
		/** As the file names it; empty where it doesn't. */
		reference: text(t('The reference of a transaction'), 0, LIMITS.reference),
		date: date(t('The date of a transaction')),
		/** Below zero: it was taken from the account's holder, as a purchase is. */
		amount: signedMoney(t('The amount of a transaction')),
		kind: choice(t('The kind of a transaction'), ['payment', 'charge', 'interest', 'fee']),
		text: text(t('The text of a transaction'), 0, LIMITS.name)
	})
);

/** One of several balances of a debt (specification, section 13). */
export const balanceEntry = z.strictObject({
	id: identifier(t('The identifier of a balance')),
	name: name(t('The name of a balance'), 0),
	balance: money(t('The amount of a balance')).nullable(),
	annualRate: percentage(t('The annual rate of a balance'), LIMITS.rate).nullable(),
	/** As the statement prints it; null: not known. */
	printedInterest: money(t('The interest charged on a balance')).nullable(),
	/** Null: it bears interest from the start. */
	deferral: z
		.strictObject({
			by: date(t('The deadline of deferred interest')),
			/** Null: the rate of the balance. */
			annualRate: percentage(t('The rate of deferred interest'), LIMITS.rate).nullable(),
			accrued: money(t('The interest deferred so far'))
		})
		.nullable()
});

const allocationOrder = choice(t('Which balance gets a payment'), ALLOCATION_ORDERS);

/** What was missed before the first due date; what of it is past due is in `noted`. */
const lateHistory = z.strictObject({
	/** The oldest first; what each lacks says how the past-due amount is divided among them. */
	missed: z
		.array(
			z.strictObject({
				due: date(t('The due date of a missed payment')),
				lacking: money(t('The amount missing from a missed payment'))
			})
		)
		.max(LIMITS.latePeriods, {
			error: t('A debt has at most {latePeriods} missed payments.', {
				latePeriods: LIMITS.latePeriods
			})
		}),
	/** A late fee that the balance does not have yet. */
	feeDue: money(t('The late fee still to be charged')),
	/** The first due date at the penalty rate, under notice or in force; null: neither. */
	penaltyFrom: date(t('The first due date at the penalty rate')).nullable(),
	/** Payments on time since then. */
	onTime: count(t('The payments on time since then'), 0, LIMITS.periods, t('payments'))
});

/** What a missed payment brings (specification, section 14). */
export const lateTerms = {
	fee: money(t('The late fee')),
	feeAgain: money(t('The late fee of another missed payment')).nullable(),
	penaltyRate: percentage(t('The penalty rate'), LIMITS.rate).nullable(),
	after: count(
		t('The missed payments before a penalty rate'),
		1,
		LIMITS.latePeriods,
		t('payments')
	),
	notice: count(t('The notice of a penalty rate'), 0, LIMITS.latePeriods, t('payments')),
	cure: count(t('The payments that end a penalty rate'), 1, LIMITS.latePeriods, t('payments'))
};

const lateEntry = z.strictObject({
	/** Whether nobody has read it on a paper. */
	assumed: flag(t('Whether late fees are assumed')),
	...lateTerms,
	/** Null: nothing that matters was missed before. */
	history: lateHistory.nullable()
});

/** The terms of a debt that a creditor's usual ones can stand for. */
const USUAL_TERMS = ['minimum', 'late'] as const;

/** A rate that follows an index (specification, section 17), with the values of the index that matter to it. */
export const followsEntry = z.strictObject({
	index: identifier(t('The index that a rate follows')),
	name: name(t('The name of an index'), 1),
	/** Of the reference data that the values were taken from. */
	version: versionOf(t('The version of the values of an index')),
	margin: signedPercentage(t('The margin on an index'), LIMITS.rate),
	/** The first day on which it is set anew may be this one; null: with the first payment. */
	from: date(t('The day of the first reset')).nullable(),
	every: count(t('The payments between two resets'), 1, LIMITS.periods, t('payments')),
	lookBack: count(t('The look-back of a reset'), 0, LIMITS.lookBack, t('days')),
	/** Null: it moves by any amount at once, and has no cap. */
	step: percentage(t('The step of a reset'), LIMITS.rate).nullable(),
	cap: percentage(t('The cap on a rate'), LIMITS.rate).nullable(),
	floor: percentage(t('The floor of a rate'), LIMITS.rate),
	reamortize: flag(t('Whether the level payment is recalculated')),
	/** By date: the value of the index from each day on. */
	values: z
		.array(
			z.strictObject({
				date: date(t('The day of a value of an index')),
				annual: signedPercentage(t('The value of an index'), LIMITS.rate)
			})
		)
		.max(LIMITS.indexValues, {
			error: t('A debt keeps at most {indexValues} values of an index.', {
				indexValues: LIMITS.indexValues
			})
		})
		.refine((values) => values.every(({ date: day }, at) => day > (values[at - 1]?.date ?? '')), {
			error: t('The values of an index are in the order of their days, one a day.')
		})
});

/** A debt as far as it has been taken down: what is not known yet is null. */
export const debtEntry = judgedOnce(
	z
		.strictObject({
			id: identifier(t('The identifier of a debt')),
			name: name(t('The name of a debt'), 0),
			/** Whom short months pay first goes by it. */
			kind: choice(t('The kind of a debt'), DEBT_KINDS),
			/** Who of the household owes it; null: all together, or it is not said. */
			owner: identifier(t('Who owes a debt')).nullable(),
			balance: money(t('The balance')).nullable(),
			/** The day of the balance; null: that of the case's figures. */
			asOf: date(t('The date of the balance')).nullable(),
			/** Whether nobody has read that balance: it is what was expected. */
			balanceAssumed: flag(t('Whether a balance is assumed')),
			annualRate: percentage(t('The annual rate'), LIMITS.rate).nullable(),
			/** Where there are several; balance and rate of the debt are then their sum and the highest of them. */
			balances: z.array(balanceEntry).max(LIMITS.balances, {
				error: t('A debt has at most {balances} balances.', { balances: LIMITS.balances })
			}),
			allocation: z.strictObject({ minimum: allocationOrder, excess: allocationOrder }),
			firstDue: date(t('The first due date')).nullable(),
			required: ruleEntry,
			/** Interest-only payments before the payment rule begins. */
			interestOnly: count(t('The interest-only payments'), 0, LIMITS.periods, t('payments')),
			lending: lendingEntry,
			pays: paysEntry,
			/** Paid on top, with every payment. */
			extra: money(t('The extra payment')),
			/** Paid at least, up to a day: what keeps a deadline; null: nothing. */
			atLeast: z
				.strictObject({
					amount: money(t('The amount that is paid at least')),
					until: date(t('The last day of an amount that is paid at least'))
				})
				.nullable(),
			/** Null: a missed payment costs nothing. */
			late: lateEntry.nullable(),
			/** Terms that are its creditor's usual ones until somebody reads them on a paper; null: none. */
			usual: z
				.strictObject({
					creditor: identifier(t('The creditor whose terms are usual')),
					version: versionOf(t('The version of usual terms')),
					terms: z
						.array(choice(t('A term that is usual'), USUAL_TERMS))
						.min(1, { error: t('Usual terms name at least one of them.') })
						.refine((list) => new Set(list).size === list.length, {
							error: t('A usual term is listed twice; list each once.')
						})
				})
				.nullable(),
			/** Null: its rate follows no index. */
			follows: followsEntry.nullable(),
			events: z.array(eventEntry).max(LIMITS.events, {
				error: t('A debt has at most {events} events.', { events: LIMITS.events })
			}),
			/** The ways of paying that are kept beside each other, and the one that all are measured against. */
			compared: z.array(wayEntry).max(LIMITS.ways, {
				error: t('At most {ways} ways of paying can be compared.', { ways: LIMITS.ways })
			}),
			baseline: wayEntry,
			noted: notedEntry,
			statement: statementEntry,
			/** The latest last; kept for when the client is back. */
			transactions: z.array(transactionEntry).max(LIMITS.transactions, {
				error: t('A debt keeps at most {transactions} transactions.', {
					transactions: LIMITS.transactions
				})
			}),
			/** The references of transactions that the creditor has withdrawn, the latest last: an older file does not bring them back. */
			withdrawn: z
				.array(text(t('The reference of a withdrawn transaction'), 1, LIMITS.reference))
				.max(LIMITS.transactions, {
					error: t('A debt keeps at most {transactions} references of withdrawn transactions.', {
						transactions: LIMITS.transactions
					})
				})
		})
		.refine((debt) => isSummed(debt), {
			error: t('The balance of a debt with several is their sum, its rate the highest of theirs.'),
			path: ['balance']
		})
		.refine((debt) => debt.balances.length === 0 || debt.required.kind !== 'level', {
			error: t('A loan in level payments has one balance.'),
			path: ['balances']
		})
		.refine(({ balances, follows }) => balances.length === 0 || follows === null, {
			error: t('A rate that follows an index is that of one balance.'),
			path: ['follows']
		})
		.refine(({ balances }) => new Set(balances.map(({ id }) => id)).size === balances.length, {
			error: t('Two balances of a debt have the same identifier.'),
			path: ['balances']
		})
);
