/** A debt as it travels in a case document. */
import { z } from 'zod';
import { BASES, basisFields, type BasisEntry } from '../../core/debt/interest/all-ways';
import { RULE_KINDS, fieldsOf, type RuleEntry } from '../../core/debt/rules/all-forms';
import type { Field } from '../../core/quantities/field';
import { LIMITS } from '../../core/quantities/limits';
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
	text
} from './fields';
import { judgedOnce } from './judged-once';

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
			return open(count(called, 1, LIMITS.periods, 'payments'));
		case 'times':
			return open(count(called, 1, LIMITS.timesAYear, 'times a year'));
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
	const error = sentence(called, ONE_OF.format(kinds));
	const all = groups as unknown as [(typeof groups)[0], ...typeof groups];
	return z.discriminatedUnion(tag, all, { error }) as unknown as z.ZodType<T>;
}
const ONE_OF = new Intl.ListFormat('en-GB', { type: 'disjunction' });

const ruleEntry = oneOf<RuleEntry>('kind', RULE_KINDS, fieldsOf, 'The minimum payment rule');
const basis = oneOf<BasisEntry>('basis', BASES, basisFields, 'How interest is charged');

/** How the creditor charges interest: seldom other than a card's monthly nominal rate in arrears. */
export const lendingEntry = z.strictObject({
	paymentsPerYear: frequency('How often a payment is due'),
	interest: basis,
	timing: choice('When a payment is due', ['arrears', 'advance']),
	interestRounding: choice('The rounding of interest', ['cent', 'none']),
	clearBelow: money('The balance that is paid whole')
});

const paysEntry = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({ kind: z.literal('required') }),
		z.strictObject({ kind: z.literal('held') }),
		z.strictObject({
			kind: z.literal('fixed'),
			amount: money('The amount that is paid'),
			paymentsPerYear: frequency('How often it is paid').nullable()
		}),
		z.strictObject({
			kind: z.literal('interest-plus'),
			percent: percentage('The percentage that is paid', LIMITS.minimumPercent)
		})
	],
	{ error: sentence('How the debt is paid', 'required, held, fixed or interest-plus') }
);

const dated = {
	id: identifier('The identifier of an event'),
	off: flag('Whether it is switched off'),
	date: date('The date of an event')
};
const repeated = {
	amount: money('The amount of an event'),
	perYear: frequency('How often an event occurs').nullable(),
	until: date('The last date of an event').nullable()
};
export const eventEntry = judgedOnce(
	z.discriminatedUnion(
		'kind',
		[
			z.strictObject({ kind: z.literal('extra'), ...dated, ...repeated }),
			z.strictObject({
				kind: z.literal('charge'),
				...dated,
				...repeated,
				fee: flag('Whether it is a fee')
			}),
			z.strictObject({ kind: z.literal('skip'), ...dated }),
			z.strictObject({
				kind: z.literal('payment'),
				...dated,
				amount: money('The new payment').nullable()
			}),
			z.strictObject({
				kind: z.literal('rate'),
				...dated,
				annual: percentage('The new annual rate', LIMITS.rate),
				reamortize: flag('Whether the equal payment is set anew')
			})
		],
		{ error: sentence('The kind of an event', 'extra, charge, skip, payment or rate') }
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
			event: identifier('What is left out')
		}),
		z.strictObject({
			kind: z.literal('interest-plus'),
			percent: percentage('The percentage of a way of paying', LIMITS.minimumPercent)
		}),
		z.strictObject({
			kind: z.literal('fixed'),
			amount: money('The amount of a way of paying'),
			extra: money('The extra of a way of paying')
		}),
		z.strictObject({
			kind: z.literal('ends-in'),
			months: count('The months of a way of paying', 1, LIMITS.months, 'months')
		}),
		z.strictObject({
			kind: z.literal('portions'),
			paymentsPerYear: frequency('The payments of a way of paying')
		})
	],
	{
		error: sentence(
			'A way of paying',
			'paid, required, held, without, interest-plus, fixed, ends-in or portions'
		)
	}
);

/** More details of a debt; empty or null where not recorded. */
export const notedEntry = z.strictObject({
	/** Where it differs from the debt's name. */
	creditor: name('The creditor', 0),
	account: text('The account', 0, LIMITS.account),
	limit: money('The credit limit').nullable(),
	pastDue: money('The past-due amount').nullable(),
	security: choice('Whether it is secured', ['secured', 'unsecured']).nullable(),
	joint: flag('Whether it is joint'),
	note: text('The note of a debt', 0, LIMITS.note),
	/** The last line of a loan's paper: so many of so many payments are left, of so much each. */
	paymentsLeft: count('The payments left', 0, LIMITS.periods, 'payments').nullable(),
	paymentsInAll: count('The payments in total', 1, LIMITS.periods, 'payments').nullable(),
	paymentEach: money('The payment of the loan’s paper').nullable()
});

/** The figures of a card statement entered so far (specification, section 11). */
export const statementEntry = z.strictObject({
	/** The rounding of printed amounts: to the cent, or to a whole unit. */
	roundTo: choice('What printed amounts are rounded to', ['cent', 'unit']),
	interestCharged: money('The interest charged').nullable(),
	offerRate: percentage('The rate of the offer', LIMITS.rate).nullable(),
	offerMonths: count('The months of the offer', 1, LIMITS.months, 'months').nullable(),
	minimumDue: money('The minimum due').nullable(),
	estimateCount: count('The time at the minimum', 1, LIMITS.months, 'months or years').nullable(),
	estimateUnit: choice('The unit of the time at the minimum', ['months', 'years']),
	total: money('The total at the minimum').nullable(),
	payment36: money('The payment of 36 months').nullable(),
	total36: money('The total of 36 months').nullable(),
	saving36: signedMoney('The saving of 36 months').nullable()
});

/** Transactions of an account, from a creditor's file. */
export const transactionEntry = judgedOnce(
	z.strictObject({
		/** As the file names it; empty where it doesn't. */
		reference: text('The reference of a transaction', 0, LIMITS.reference),
		date: date('The date of a transaction'),
		/** Below zero: it was taken from the account's holder, as a purchase is. */
		amount: signedMoney('The amount of a transaction'),
		kind: choice('The kind of a transaction', ['payment', 'charge', 'interest', 'fee']),
		text: text('The text of a transaction', 0, LIMITS.name)
	})
);

/** A debt as far as it has been taken down: what is not known yet is null. */
export const debtEntry = judgedOnce(
	z.strictObject({
		id: identifier('The identifier of a debt'),
		name: name('The name of a debt', 0),
		balance: money('The balance').nullable(),
		/** The day of the balance; null: that of the case's figures. */
		asOf: date('The day of the balance').nullable(),
		/** Whether nobody has read that balance: it is what was expected. */
		balanceAssumed: flag('Whether a balance is assumed'),
		annualRate: percentage('The annual rate', LIMITS.rate).nullable(),
		firstDue: date('The first due date').nullable(),
		required: ruleEntry,
		/** Interest-only payments before the payment rule begins. */
		interestOnly: count('The payments of interest alone', 0, LIMITS.periods, 'payments'),
		lending: lendingEntry,
		pays: paysEntry,
		/** Paid on top, with every payment. */
		extra: money('The extra payment'),
		events: z.array(eventEntry).max(LIMITS.events, {
			error: `At most ${LIMITS.events} things can happen to one debt.`
		}),
		/** The ways of paying that are kept beside each other, and the one that all are measured against. */
		compared: z.array(wayEntry).max(LIMITS.ways, {
			error: `At most ${LIMITS.ways} ways of paying can be compared.`
		}),
		baseline: wayEntry,
		noted: notedEntry,
		statement: statementEntry,
		/** The latest last; kept for when the client is back. */
		transactions: z.array(transactionEntry).max(LIMITS.transactions, {
			error: `A debt keeps at most ${LIMITS.transactions} transactions.`
		}),
		/** The references of transactions that the creditor has withdrawn, the latest last: an older file does not bring them back. */
		withdrawn: z
			.array(text('The reference of a withdrawn transaction', 1, LIMITS.reference))
			.max(LIMITS.transactions, {
				error: `A debt keeps at most ${LIMITS.transactions} references of withdrawn transactions.`
			})
	})
);
