/**
 * A case as it travels between page, server and history, and the requests around it. Everything that
 * comes in passes these schemas; each refusal says the field, what is wrong and what is allowed.
 */
import { z } from 'zod';
import type { CalendarDate } from '../core/calendar';
import { LIMITS } from '../core/limits';
import type { Cents } from '../core/money';
import type { PlannedDebt } from '../core/planned';
import { carryOut, plannedTerms, wayTerms, type Carried } from '../core/ways';
import { upgraded } from './case-upgrade';
import { allowedAsOf, allowedFirstDue } from './date-text';
import { debtEntry, statedDebt } from './debt-document';
import { readCurrency, roundingSteps, type Currency } from './money-text';
import { choiceEntry, measureEntry, planEntry, sheetEntry } from './plan-document';
import { date, identifier, name, sentence } from './schema-fields';

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

/** The present version of the document; earlier ones are raised to it. */
export const VERSION = 5 as const;

const presentDocument = z
	.strictObject({
		version: z.literal(VERSION, {
			error: sentence('The version of the document', `1 to ${VERSION}`)
		}),
		label: name('The client label', 1),
		currency,
		asOf,
		debts: z
			.array(debtEntry)
			.max(LIMITS.debts, { error: `A case holds at most ${LIMITS.debts} debts.` }),
		plans: z
			.array(planEntry)
			.min(1, { error: 'A case has at least one plan.' })
			.max(LIMITS.plans, { error: `A case holds at most ${LIMITS.plans} plans.` }),
		against: measureEntry,
		/** The plans that were chosen, the latest last. */
		choices: z.array(choiceEntry).max(LIMITS.choices, {
			error: `A case remembers at most ${LIMITS.choices} choices.`
		}),
		sheet: sheetEntry
	})
	.superRefine(({ debts, plans, currency, asOf }, context) => {
		if (new Set(plans.map(({ id }) => id)).size < plans.length) {
			const message = 'Two plans have the same identifier.';
			context.addIssue({ code: 'custom', path: ['plans'], message });
		}
		const seen = new Set<string>();
		debts.forEach((debt, index) => {
			const refuse = (field: string, message: string): void =>
				context.addIssue({ code: 'custom', path: ['debts', index, field], message });
			if (seen.has(debt.id)) refuse('id', 'Two debts have the same identifier.');
			seen.add(debt.id);
			const steps: readonly number[] = roundingSteps(currency);
			if (debt.asked.kind !== 'level' && !steps.includes(debt.asked.roundUpTo)) {
				refuse('asked', `The minimum is rounded up to ${steps.join(', ')} minor units.`);
			}
			if (debt.interestOnly > 0 && debt.lending.timing === 'advance') {
				refuse(
					'interestOnly',
					'Payments in advance come before their interest, so none can be of interest alone.'
				);
			}
			if (debt.asked.kind === 'level' && debt.asked.balloon > 0 && debt.asked.atTerm !== 'settle') {
				refuse('asked', 'A balloon is due at the term, so payments can’t go on after it.');
			}
			if (new Set(debt.happenings.map(({ id }) => id)).size < debt.happenings.length) {
				refuse('happenings', 'Two things that happen have the same identifier.');
			}
			const due = debt.firstDue === null ? null : allowedFirstDue(debt.firstDue, asOf);
			if (due !== null && !due.ok) refuse('firstDue', `${due.problem} ${due.allowed}`);
		});
	});

/** A case of this version, or of an earlier one, which becomes one of this. */
export const caseDocument = z.preprocess(upgraded, presentDocument);

const basedOn = z.int({
	error: sentence('The revision', 'the number of the one that was changed')
});
const what = z
	.string({ error: sentence('The change', 'a text that says what was changed') })
	.max(200);

/** A request that is sent again has the same key, so that it is carried out once; absent: it is not. */
const key = identifier('The key of the request').optional();

/** Requests that write; see the routes below `/api/cases`. */
export const newCase = z.strictObject({ label: name('The client label', 1), currency, asOf });
export const saveRequest = z.strictObject({ basedOn, what, key, document: caseDocument });
export const renameRequest = z.strictObject({ label: name('The client label', 1) });
export const stepRequest = z.strictObject({ basedOn, key });

export type CaseDocument = z.infer<typeof caseDocument>;
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
	/** The plan that is chosen, as it was called then, and since when; null where none is. */
	readonly chosen: {
		readonly name: string;
		readonly date: CalendarDate;
		/** Whether it has been changed since. */
		readonly changed: boolean;
	} | null;
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

/** The debts that nothing is missing of, as a plan takes them or as they are paid today. */
export function plannedDebts(
	{ debts, asOf }: Pick<CaseDocument, 'debts' | 'asOf'>,
	as: 'planned' | 'asked' | 'paid'
): PlannedDebt[] {
	return debts.flatMap((entry) => {
		const stated = statedDebt(entry, asOf);
		if (stated === null) return [];
		const terms = as === 'planned' ? plannedTerms(stated) : wayTerms(stated, { kind: as });
		return [{ id: entry.id, terms }];
	});
}

/** Each debt that nothing is missing of, paid in one way, by its id. */
export function carriedOut(
	{ debts, asOf }: CaseDocument,
	kind: 'asked' | 'paid'
): ReadonlyMap<string, Carried> {
	return new Map(
		debts.flatMap((entry) => {
			const stated = statedDebt(entry, asOf);
			return stated === null ? [] : [[entry.id, carryOut(stated, { kind })] as const];
		})
	);
}
