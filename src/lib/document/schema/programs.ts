/** What other programs ask and are answered, and what lets them in; the description for them is made from these. */
import { z } from 'zod';
import { LIMITS } from '../../core/quantities/limits';
import { questionFields, written } from '../book-question';
import { LONGEST_ADDRESS, LONGEST_PURPOSE, SCOPES, TERMS, WEBHOOK_KINDS } from '../programs';
import { t } from '../refusals';
import { presentDocument } from './case';
import { changesList } from './changes';
import { debtEntry } from './debt';
import { choice, count, date, identifier, money, sentence, text } from './fields';

/** A program that somebody lets in. */
export const programRequest = z.strictObject({
	purpose: text(t('What the token is for'), 1, LONGEST_PURPOSE),
	scopes: z
		.array(z.enum(SCOPES))
		.min(1, { error: t('A token allows something; choose what.') })
		.refine((scopes) => new Set(scopes).size === scopes.length),
	days: choice(t('How many days the token is good'), TERMS)
});
export type ProgramRequest = z.infer<typeof programRequest>;

/** A program that somebody has told of cases. */
export const webhookRequest = z.strictObject({
	address: text(t('The address to be told at'), 1, LONGEST_ADDRESS),
	kinds: z
		.array(z.enum(WEBHOOK_KINDS))
		.min(1, { error: t('A program is told of something; choose of what.') })
		.refine((kinds) => new Set(kinds).size === kinds.length)
});
export type WebhookRequest = z.infer<typeof webhookRequest>;

const day = z.iso.date();
const instant = z.iso.datetime();
/** An amount in minor units of the case's currency; it may be below zero. */
const amount = z.int();
/** In ten-thousandths of a percent. */
const rate = z.int();
const currency = z.object({ code: z.string(), digits: z.int() });

/** Lines answered at once. */
const MOST_LINES = 200;
const USUAL_LINES = 40;

/** A question of the casebook: which cases, in which order, and after which. */
export const casesQuery = questionFields.extend({
	limit: written(count(t('The number of lines'), 1, MOST_LINES, t('lines')).default(USUAL_LINES)),
	/** `next` of the answer before. */
	cursor: z.string().max(8_000).optional()
});

export const caseLine = z.object({
	id: z.uuid(),
	label: z.string(),
	currency,
	style: z.object({ numbers: z.string(), dates: z.string() }),
	debts: z.int(),
	/** Of all debts, as of the day of the case's figures. */
	owed: amount,
	asOf: day,
	touchedAt: instant,
	/** The plan that is chosen, as it was called then. */
	chosen: z.object({ name: z.string(), date: day, changed: z.boolean() }).nullable(),
	/** How the plan goes, by what was recorded. */
	standing: z.object({
		expectedSince: day.nullable(),
		lastRead: day.nullable(),
		/** Owed beyond what was expected; negative: less. */
		off: amount.nullable(),
		shortFrom: day.nullable()
	}),
	/** Whether it is due for review by `months` and `off`. */
	wants: z.boolean(),
	owner: z.string().nullable()
});
export const casesAnswer = z.object({
	cases: z.array(caseLine),
	/** To be sent as `cursor` for what comes after; null: nothing does. */
	next: z.string().nullable()
});

/** A case as it is. */
export const caseAnswer = z.object({
	id: z.uuid(),
	revision: z.int(),
	document: presentDocument,
	/** What a step back, or forward again, would change. */
	undo: z.string().nullable(),
	redo: z.string().nullable()
});

/** What was written, and the revision that the case is at since. */
export const writtenAnswer = z.object({ id: z.uuid(), revision: z.int() });

/** Changes of a case document (RFC 6902); nothing is copied, moved or tested. */
export const patchRequest = changesList.min(1, {
	error: t('The list of changes is empty; at least one is expected.')
});

/** A debt as far as it is known; what is left away is as in a new one. */
export const newDebtRequest = z.strictObject(debtEntry.shape).omit({ id: true }).partial();

const sinceWhen = {
	revision: z.int(),
	currency,
	/** The day of the case's figures. */
	asOf: day
};
/** How paying a debt ends; what it costs where it does. */
export const runOutline = z.object({
	status: z.enum(['cleared', 'never', 'beyond']),
	payoff: day.nullable(),
	payments: z.int().nullable(),
	interest: amount.nullable(),
	charges: amount.nullable(),
	paid: amount.nullable()
});
/** A debt, and what paying it comes to where nothing is missing of it. */
export const debtOutline = z.object({
	id: z.uuid(),
	name: z.string(),
	creditor: z.string(),
	account: z.string(),
	balance: amount.nullable(),
	/** The day of the case's figures, or its own. */
	balanceOn: day,
	annualRate: rate.nullable(),
	firstDue: day.nullable(),
	/** What has to be known before it can be computed. */
	missing: z.array(z.string()),
	/** Paid by nothing but its minimum payments. */
	minimums: runOutline.nullable(),
	/** Paid as it is paid now. */
	paid: runOutline.nullable()
});
export const debtsAnswer = z.object({ ...sinceWhen, debts: z.array(debtOutline) });

export const planOutline = z.object({
	id: z.uuid(),
	name: z.string(),
	/** Whether it was chosen last. */
	chosen: z.boolean(),
	/** Whether it was changed since. */
	changed: z.boolean(),
	hidden: z.boolean(),
	/** refused: it can't be carried out as it stands; empty: it has no debt to pay. */
	status: z.enum(['cleared', 'never', 'beyond', 'refused', 'empty']),
	/** Why it can't be carried out. */
	refusal: z.string().nullable(),
	/** The day of the last payment. */
	payoff: day.nullable(),
	months: z.int().nullable(),
	interest: amount.nullable(),
	fees: amount.nullable(),
	/** What creditors forgive; never part of what is saved. */
	forgiven: amount.nullable(),
	paid: amount.nullable(),
	/** How much less interest and fees than what the case measures by; negative: more. Null: one of them never ends. */
	saved: amount.nullable(),
	/** The first month in which the money does not reach for the minimum payments, as its first day. */
	shortFrom: day.nullable(),
	/** When each debt is paid off; null: never. */
	debts: z.array(z.object({ id: z.uuid(), payoff: day.nullable() }))
});
export const plansAnswer = z.object({
	...sinceWhen,
	/** What `saved` is measured by: the minimum payments, what is paid today, or the plan of an identifier. */
	measuredBy: z.string(),
	plans: z.array(planOutline)
});

/** Balances as statements have them, recorded on a day. */
export const readingsRequest = z.strictObject({
	/** The day on which they are recorded. */
	on: date(t('The day of a visit')),
	balances: z
		.array(
			z.strictObject({
				debt: identifier(t('The debt of a reading')),
				balance: money(t('The recorded balance')),
				/** Of the balance, where that is an earlier day. */
				date: date(t('The day of a reading')).optional(),
				/** As printed, since the balance before. */
				interest: money(t('The interest as printed')).nullable().optional()
			})
		)
		.min(1, { error: t('There is no balance in it. At least one is expected.') })
		.max(LIMITS.debts, { error: t('A case holds at most {debts} debts.', { debts: LIMITS.debts }) })
});
export type ReadingsRequest = z.infer<typeof readingsRequest>;

const id = identifier(t('The identifier of the debt or plan'));
const kind = <const T extends string>(kinds: readonly T[]) =>
	z.enum(kinds, { error: sentence(t('The kind of the file'), kinds.join(', ')) });

/** Of which files there are, of what: without what is written down when a person makes it. */
export const filesQuery = z.discriminatedUnion(
	'of',
	[
		z.strictObject({ of: z.enum(['case']), kind: kind(['json', 'csv']) }),
		z.strictObject({ of: z.enum(['debt']), id, kind: kind(['pdf', 'xlsx', 'csv']) }),
		z.strictObject({ of: z.enum(['plan']), id, kind: kind(['pdf', 'html', 'xlsx', 'csv', 'svg']) }),
		z.strictObject({ of: z.enum(['deposits']), id, kind: kind(['csv']) }),
		z.strictObject({ of: z.enum(['plans']), kind: kind(['csv', 'svg']) }),
		z.strictObject({ of: z.enum(['budget sheet']), kind: kind(['csv']) })
	],
	{
		error: sentence(t('What the file is of'), 'case, debt, plan, deposits, plans, budget sheet')
	}
);
export type FilesQuery = z.infer<typeof filesQuery>;

/** What is told of a case: no figure and no name; whoever may know more asks. */
export const toldOfCase = z.object({
	type: z.enum(WEBHOOK_KINDS),
	/** When it happened; what is told may come later, twice, and in another order. */
	timestamp: instant,
	data: z.object({ case: z.uuid() })
});

/** Why a request was not carried out (RFC 9457). */
export const problemAnswer = z.object({
	type: z.string(),
	title: z.string(),
	status: z.int(),
	/** What is wrong and how to mend it, for people. */
	detail: z.string(),
	/** Of values that are not allowed: where each is, and what is. */
	problems: z.array(z.object({ at: z.string(), message: z.string() })).optional()
});
