/**
 * A case as it travels between page, server and history, and the requests around it. Everything that
 * comes in passes these schemas; each refusal says the field, what is wrong and what is allowed.
 */
import { z } from 'zod';
import { isCalendarDate, type CalendarDate } from '../core/calendar';
import { LIMITS } from '../core/limits';
import type { Cents } from '../core/money';
import type { Percent } from '../core/rate';
import { threeWays, type AskedMinimum, type StatedDebt, type ThreeWays } from '../core/ways';
import { allowedAsOf, allowedFirstDue } from './date-text';
import { readCurrency, wholeUnit, type Currency } from './money-text';
import { quoted } from './reading';

/** The refusal of a value that is none of what the field allows. */
function sentence(field: string, allowed: string) {
	return (issue: { input?: unknown }): string =>
		issue.input === undefined
			? `${field} is missing; allowed is ${allowed}.`
			: `${field} is ${quoted(JSON.stringify(issue.input))}; allowed is ${allowed}.`;
}

function integer<T extends number>(field: string, highest: number, unit: string) {
	const error = sentence(field, `a whole number of ${unit} from 0 to ${highest}`);
	return z
		.int({ error })
		.min(0, { error })
		.max(highest, { error })
		.transform((value) => value as T);
}

const money = (field: string) => integer<Cents>(field, LIMITS.amount, 'minor units');
const percentage = (field: string, highest: number) =>
	integer<Percent>(field, highest, 'ten-thousandths of a percent');

function name(field: string, shortest: 0 | 1) {
	const error = sentence(field, `a text of ${shortest} to ${LIMITS.name} characters`);
	return z
		.string({ error })
		.transform((text) => text.trim())
		.pipe(z.string().min(shortest, { error }).max(LIMITS.name, { error }));
}

function date(field: string) {
	const error = sentence(field, 'a day that exists, written as in 2027-01-15');
	return z
		.string({ error })
		.refine(isCalendarDate, { error })
		.transform((text) => text as CalendarDate);
}

const identifier = (field: string) =>
	z.uuid({ error: sentence(field, 'the identifier of 36 characters that was given') });

/** Rounding and floor, which each way of working out a minimum has. */
const askedShape = {
	roundUpTo: money('The rounding of the minimum'),
	floor: money('The least that is asked')
};
const askedPercent = percentage('The percentage of the minimum', LIMITS.minimumPercent).nullable();

const askedEntry = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({ kind: z.literal('percent'), percent: askedPercent, ...askedShape }),
		z.strictObject({ kind: z.literal('interest-plus'), percent: askedPercent, ...askedShape }),
		z.strictObject({
			kind: z.literal('amount'),
			amount: money('The amount of the minimum').nullable(),
			...askedShape
		})
	],
	{ error: sentence('The rule of the minimum', 'percent, interest-plus or amount') }
);

/** A debt as far as it has been taken down: what is not known yet is null. */
const debtEntry = z.strictObject({
	id: identifier('The identifier of a debt'),
	name: name('The name of a debt', 0),
	balance: money('The balance').nullable(),
	annualRate: percentage('The annual rate', LIMITS.rate).nullable(),
	asked: askedEntry,
	firstDue: date('The first due date').nullable(),
	held: money('The amount held fixed').nullable(),
	extra: money('The extra payment')
});

const currency = z.strictObject({ code: z.string(), digits: z.int() }).refine(
	({ code, digits }) => {
		const reading = readCurrency(code);
		return reading.ok && reading.value.code === code && reading.value.digits === digits;
	},
	{ error: sentence('The currency', 'an ISO 4217 code with its own number of decimals') }
);

const asOf = date('The day the figures are as of').refine((day) => allowedAsOf(day).ok, {
	error: sentence(
		'The day the figures are as of',
		`a day in the years ${LIMITS.years.first} to ${LIMITS.years.last}`
	)
});

export const caseDocument = z
	.strictObject({
		version: z.literal(1, { error: sentence('The version of the document', '1') }),
		label: name('The client label', 1),
		currency,
		asOf,
		debts: z
			.array(debtEntry)
			.max(LIMITS.debts, { error: `A case holds at most ${LIMITS.debts} debts.` })
	})
	.superRefine(({ debts, currency, asOf }, context) => {
		const seen = new Set<string>();
		debts.forEach((debt, index) => {
			const refuse = (field: string, message: string): void =>
				context.addIssue({ code: 'custom', path: ['debts', index, field], message });
			if (seen.has(debt.id)) refuse('id', 'Two debts have the same identifier.');
			seen.add(debt.id);
			if (![0, wholeUnit(currency)].includes(debt.asked.roundUpTo)) {
				refuse('asked', `The minimum is rounded up to 0 or to ${wholeUnit(currency)} minor units.`);
			}
			const due = debt.firstDue === null ? null : allowedFirstDue(debt.firstDue, asOf);
			if (due !== null && !due.ok) refuse('firstDue', `${due.problem} ${due.allowed}`);
		});
	});

const basedOn = z.int({
	error: sentence('The revision', 'the number of the one that was changed')
});
const what = z
	.string({ error: sentence('The change', 'a text that says what was changed') })
	.max(200);

/** Requests that write; see the routes below `/api/cases`. */
export const newCase = z.strictObject({ label: name('The client label', 1), currency, asOf });
export const saveRequest = z.strictObject({ basedOn, what, document: caseDocument });
export const renameRequest = z.strictObject({ label: name('The client label', 1) });
export const stepRequest = z.strictObject({ basedOn });

export type CaseDocument = z.infer<typeof caseDocument>;
export type DebtEntry = z.infer<typeof debtEntry>;
export type AskedEntry = z.infer<typeof askedEntry>;
export type NewCase = z.infer<typeof newCase>;

/** A line of the casebook. */
export interface CaseSummary {
	readonly id: string;
	readonly label: string;
	readonly currency: Currency;
	readonly debts: number;
	readonly owed: Cents;
	readonly asOf: CalendarDate;
	readonly touchedAt: string;
}

/** A case as it stands: its document, the revision it is at, and what a step back or forward would change. */
export interface CaseState {
	readonly id: string;
	readonly revision: number;
	readonly document: CaseDocument;
	readonly undo: string | null;
	readonly redo: string | null;
}

/** One thing that is wrong with a request: where, and a sentence with what is allowed. */
export interface Problem {
	readonly at: string;
	readonly message: string;
}

export function problemsOf(error: z.ZodError): Problem[] {
	return error.issues.map((issue) => ({ at: issue.path.join('.'), message: issue.message }));
}

/** The debt with all that a run needs, or null while something is still missing. */
export function statedDebt(entry: DebtEntry, asOf: CalendarDate): StatedDebt | null {
	const { balance, annualRate, firstDue, held, extra } = entry;
	const asked = statedMinimum(entry.asked);
	if (balance === null || annualRate === null || firstDue === null || asked === null) return null;
	return { balance, annualRate, firstDue, asOf, asked, held, extra };
}

function statedMinimum(entry: AskedEntry): AskedMinimum | null {
	if (entry.kind === 'amount') {
		return entry.amount === null ? null : { ...entry, amount: entry.amount };
	}
	return entry.percent === null ? null : { ...entry, percent: entry.percent };
}

/** The three ways of each debt that nothing is missing of, by its id. */
export function waysOf({ debts, asOf }: CaseDocument): ReadonlyMap<string, ThreeWays> {
	return new Map(
		debts.flatMap((entry) => {
			const stated = statedDebt(entry, asOf);
			return stated === null ? [] : [[entry.id, threeWays(stated)] as const];
		})
	);
}
