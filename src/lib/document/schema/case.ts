/**
 * A case as it travels between page, server and history, and the requests around it. Everything that
 * comes in passes these schemas; each refusal says the field, what is wrong and what is allowed.
 */
import { z } from 'zod';
import { fieldsOf, filled, idleIn, saidIn } from '../../core/debt/rules/all-forms';
import { addMonths, isCalendarDate, type CalendarDate } from '../../core/quantities/calendar';
import { LIMITS } from '../../core/quantities/limits';
import { changesEntry } from './changes';
import { upgraded } from '../upgrade';
import { VERSION } from '../version';
import { allowedFirstDue } from '../days';
import { debtEntry } from './debt';
import { roundingSteps } from '../debt';
import { SCREEN } from '../../reading/writing';
import { currencyOf } from '../../reading/currencies';
import { calendarEntry } from './calendar';
import { newDebtOf } from '../change';
import { forecastEntry } from './forecast';
import { handoutEntry } from './handout';
import { recordedEvent, recordedMoney, readingEntry, visitEntry } from './life';
import { fieldRefusal } from '../../messages/terms';
import { DATE_ORDERS, NUMBER_STYLES, USUAL_STYLE } from '../../messages/style';
import { choiceEntry, measureEntry, planEntry, sheetEntry } from './plan';
import { choice, date, flag, identifier, name, sentence, text } from './fields';
import { t } from '../refusals';

const currencyError = {
	abort: true,
	error: sentence(t('The currency'), t('an ISO 4217 code with its own number of decimals'))
};
const currency = z
	.strictObject({ code: z.string(currencyError), digits: z.int(currencyError) }, currencyError)
	.refine(({ code, digits }) => {
		return currencyOf(code)?.digits === digits;
	}, currencyError);

/** How the case's numbers and dates are shown and typed. */
const style = z.strictObject({
	numbers: choice(t('How numbers are written'), NUMBER_STYLES),
	dates: choice(t('How dates are written'), DATE_ORDERS)
});

/** Somebody of the household. */
const personEntry = z.strictObject({
	id: identifier(t('The identifier of a person')),
	name: name(t('The name of a person'), 1)
});

const asOf = date(t('The date of the balances'), {
	first: `${LIMITS.years.first}-01-01`,
	last: `${LIMITS.years.last}-12-31`
});

export const presentDocument = z
	.strictObject({
		version: z.literal(VERSION, {
			error: sentence(t('The version of the document'), t('1 to {version}', { version: VERSION }))
		}),
		label: name(t('The client label'), 1),
		currency,
		style,
		asOf,
		/** The people of the household; none: it is not said who owes what. */
		people: z.array(personEntry).max(LIMITS.people, {
			error: t('A case has at most {people} people.', { people: LIMITS.people })
		}),
		debts: z.array(debtEntry).max(LIMITS.debts, {
			error: t('A case holds at most {debts} debts.', { debts: LIMITS.debts })
		}),
		plans: z
			.array(planEntry)
			.min(1, { error: t('A case has at least one plan.') })
			.max(LIMITS.plans, {
				error: t('A case holds at most {plans} plans.', { plans: LIMITS.plans })
			}),
		against: measureEntry,
		/** The plans that were chosen, the latest last. */
		choices: z.array(choiceEntry).max(LIMITS.choices, {
			error: t('A case remembers at most {choices} choices.', { choices: LIMITS.choices })
		}),
		sheet: sheetEntry,
		handout: handoutEntry,
		/** The calendars that were given out. */
		calendar: calendarEntry,
		/** Forecasts of chosen plans, the latest last; later edits never change them. */
		forecasts: z.array(forecastEntry).max(LIMITS.forecasts, {
			error: t('A case keeps at most {forecasts} forecasts.', { forecasts: LIMITS.forecasts })
		}),
		/** Recorded balances, payments and charges. */
		visits: z.array(visitEntry).max(LIMITS.visits, {
			error: t('A case remembers at most {visits} visits.', { visits: LIMITS.visits })
		}),
		readings: z.array(readingEntry).max(LIMITS.readings, {
			error: t('A case keeps at most {readings} recorded balances.', { readings: LIMITS.readings })
		}),
		recordedEvents: z.array(recordedEvent).max(LIMITS.recordedEvents, {
			error: t('A case keeps at most {recordedEvents} recorded payments and charges.', {
				recordedEvents: LIMITS.recordedEvents
			})
		}),
		recordedMoney: z.array(recordedMoney).max(LIMITS.recordedMoney, {
			error: t('A case keeps at most {recordedMoney} amounts of single months.', {
				recordedMoney: LIMITS.recordedMoney
			})
		})
	})
	.superRefine(({ debts, plans, currency, asOf, forecasts, ...lived }, context) => {
		const { before, after } = LIMITS.span;
		const [earliest, latest] = [addMonths(asOf, -12 * before), addMonths(asOf, 12 * after)];
		for (const [list, entries] of Object.entries({ debts, plans }))
			for (const [at, entry] of entries.entries()) {
				const { first, last } = spanOf(entry);
				if (first >= earliest && last <= latest) continue;
				for (const { path, day } of datesIn(entry, [list, at])) {
					if (day >= earliest && day <= latest) continue;
					const message = t(
						'{day} is too far from the date of the balances, {asOf}; allowed is a day from {before} years before it to {after} years after it.',
						{ day, asOf, before, after }
					);
					context.addIssue({ code: 'custom', path, message });
				}
			}
		const owed = new Set(debts.map(({ id }) => id));
		plans.forEach(({ changes }, at) => {
			const taken = changes.findIndex((change) => owed.has(newDebtOf(change)?.id ?? ''));
			if (taken < 0) return;
			const message = t(
				'A new debt of a plan has the identifier of a debt of the case; it needs one of its own.'
			);
			context.addIssue({ code: 'custom', path: ['plans', at, 'changes', taken], message });
		});
		if (new Set(plans.map(({ id }) => id)).size < plans.length) {
			const message = t('Two plans have the same identifier.');
			context.addIssue({ code: 'custom', path: ['plans'], message });
		}
		const { visits, readings, recordedEvents, recordedMoney: money, people } = lived;
		refuseTwice(
			{ forecasts, visits, readings, recordedEvents, recordedMoney: money, people },
			context
		);
		const seen = new Set<string>();
		debts.forEach((debt, index) => {
			const refuse = (field: string, message: string): void =>
				context.addIssue({ code: 'custom', path: ['debts', index, field], message });
			if (seen.has(debt.id)) refuse('id', t('Two debts have the same identifier.'));
			seen.add(debt.id);
			const steps: readonly number[] = roundingSteps(currency);
			for (const [name, { of }] of fieldsOf(debt.required.kind)) {
				if (of === 'rounding' && !steps.includes(saidIn(debt.required, name) as number))
					refuse(
						'required',
						t('The minimum is rounded up to {list} minor units.', { list: steps.join(', ') })
					);
			}
			if (debt.interestOnly > 0 && debt.lending.timing === 'advance') {
				refuse(
					'interestOnly',
					t('Payments in advance come before their interest, so none can be interest-only.')
				);
			}
			const usual = filled(debt.required.kind);
			const said = idleIn(debt.required).find(
				(name) => saidIn(debt.required, name) !== saidIn(usual, name)
			);
			if (said !== undefined) refuse('required', fieldRefusal(said, SCREEN));
			if (new Set(debt.events.map(({ id }) => id)).size < debt.events.length) {
				refuse('events', t('Two events have the same identifier.'));
			}
			const day = debt.asOf ?? asOf;
			if (day > asOf)
				refuse(
					'asOf',
					t('The date of this balance is after the date of the case’s balances, {asOf}.', { asOf })
				);
			const due =
				debt.firstDue === null ? null : allowedFirstDue(debt.firstDue, day, { language: 'en' });
			if (due !== null && !due.ok) {
				refuse(
					'firstDue',
					t('The first due date: {problem} Allowed is: {allowed}', {
						problem: due.problem,
						allowed: due.allowed
					})
				);
			}
		});
	});

interface Remembered {
	readonly forecasts: readonly z.infer<typeof forecastEntry>[];
	readonly visits: readonly z.infer<typeof visitEntry>[];
	readonly readings: readonly z.infer<typeof readingEntry>[];
	readonly recordedEvents: readonly z.infer<typeof recordedEvent>[];
	readonly recordedMoney: readonly z.infer<typeof recordedMoney>[];
	readonly people: readonly z.infer<typeof personEntry>[];
}

/** Refuses repeated ids, and two recorded balances of a debt on one date. */
function refuseTwice({ visits, readings, ...others }: Remembered, context: z.RefinementCtx): void {
	const refuse = (path: string, message: string): void =>
		context.addIssue({ code: 'custom', path: [path], message });
	const lists = { visits, readings, ...others };
	for (const [path, list] of Object.entries(lists)) {
		if (new Set(list.map(({ id }) => id)).size < list.length) {
			refuse(path, t('Two entries have the same identifier.'));
		}
	}
	if (new Set(readings.map(({ debt, date: day }) => `${debt} ${day}`)).size < readings.length) {
		refuse('readings', t('A debt has two recorded balances on one date.'));
	}
	const days = new Map(visits.map(({ id, date: day }) => [id, day]));
	readings.forEach(({ visit, date: day }, at) => {
		const met = days.get(visit);
		if (met !== undefined && day <= met) return;
		const message =
			met === undefined
				? t('There is no such visit.')
				: t('The date of a recorded balance is after its visit, {met}.', { met });
		const path = visits.length === 0 ? ['visits'] : ['readings', at, 'visit'];
		context.addIssue({ code: 'custom', path, message });
	});
}

/** A case of this version, or of an earlier one, which becomes one of this. */
export const caseDocument = z.preprocess(
	(document, context) =>
		upgraded(document, (message, path) =>
			context.addIssue({ code: 'custom', message, path: [...path], input: document })
		),
	presentDocument
);

const fileOf = <T extends z.ZodType>(document: T) =>
	z.strictObject({
		$schema: z.string().optional(),
		cases: z
			.array(document, { error: t('The cases are missing. A list of cases is expected.') })
			.min(1, { error: t('There is no case in it. At least one is expected.') })
			.max(LIMITS.cases, {
				error: t('A file holds at most {cases} cases.', { cases: LIMITS.cases })
			})
	});
/** A file of cases, of this or any earlier version; and as it is written today. */
export const caseFile = fileOf(caseDocument);
export const presentCaseFile = fileOf(presentDocument);

const REVISION = sentence(t('The revision'), t('the number of the one that was changed'));
const basedOn = z.int({ error: REVISION }).max(LIMITS.revisions, { error: REVISION });
const what = text(t('What was changed'), 1, 200);

/** A request that is sent again has the same key, so that it is carried out once; absent: it is not. */
const key = identifier(t('The key of the request')).optional();

/** Requests that write; see the routes below `/api`. */
export const newCase = z.strictObject({
	label: name(t('The client label'), 1),
	currency,
	style: style.default(USUAL_STYLE),
	asOf
});
export const saveRequest = z.strictObject({
	basedOn,
	what,
	key,
	/** The changes to the revision that it is based on (RFC 6902). */
	changes: changesEntry,
	/** A case whose amounts come to be in another currency says so: it is never by accident. */
	changesCurrency: flag(t('Whether the currency is changed')).optional()
});
export const takenRequest = z.strictObject({
	cases: caseFile.shape.cases.max(LIMITS.casesAtOnce, {
		error: t(
			'A request imports at most {casesAtOnce} cases. Send the others in further requests.',
			{ casesAtOnce: LIMITS.casesAtOnce }
		)
	})
});
export const renameRequest = z.strictObject({ label: name(t('The client label'), 1) });
export const stepRequest = z.strictObject({ basedOn, key });

/** The fields of debts and plans that hold days; a text may look like one. */
const DAYS = new Set(['asOf', 'firstDue', 'date', 'until', 'begins', 'from']);

/** Every date in a document, and where. */
function* datesIn(
	value: unknown,
	path: readonly (string | number)[] = []
): Generator<{ readonly path: (string | number)[]; readonly day: CalendarDate }> {
	if (typeof value === 'string') {
		if (isCalendarDate(value)) yield { path: [...path], day: value };
	} else if (typeof value === 'object' && value !== null) {
		const entries = Array.isArray(value) ? value.entries() : Object.entries(value);
		for (const [key, inner] of entries) {
			if (typeof inner !== 'string' || DAYS.has(String(key))) yield* datesIn(inner, [...path, key]);
		}
	}
}

/** The first and the last day in a part of a document; a part without any is within every span. */
export function spanOf(part: object): Span {
	const before = spans.get(part);
	if (before) return before;
	const span: { first: string; last: string } = { first: '9999-12-31', last: '' };
	const look = (value: unknown, isDay: boolean): void => {
		if (typeof value === 'string') {
			if (!isDay || !isCalendarDate(value)) return;
			if (value < span.first) span.first = value;
			if (value > span.last) span.last = value;
		} else if (typeof value === 'object' && value !== null)
			for (const [key, inner] of Object.entries(value)) look(inner, DAYS.has(key));
	};
	look(part, false);
	spans.set(part, span);
	return span;
}
interface Span {
	readonly first: string;
	readonly last: string;
}
const spans = new WeakMap<object, Span>();
