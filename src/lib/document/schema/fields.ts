/** The fields that documents are made of, each with a refusal that says what is allowed. */
import { z } from 'zod';
import { FREQUENCIES, isCalendarDate, type CalendarDate } from '../../core/quantities/calendar';
import { LIMITS } from '../../core/quantities/limits';
import type { Cents } from '../../core/quantities/money';
import type { Percent } from '../../core/quantities/rate';
import { NO_TEXT } from '../../reading/names';
import { quoted } from '../../reading/reading';
import { t } from '../refusals';

/** The refusal of a value that is none of what the field allows. */
export function sentence(field: string, allowed: string) {
	return (issue: { input?: unknown }): string =>
		issue.input === undefined
			? t('{field} is missing; allowed is {allowed}.', { field, allowed })
			: t('{field} is {value}; allowed is {allowed}.', {
					field,
					value: shown(issue.input),
					allowed
				});
}

/** Quotes a value within a sentence; of a list or a group only that it is one. */
export function shown(value: unknown): string {
	switch (typeof value) {
		case 'string':
			return quoted(JSON.stringify(value.slice(0, 40)));
		case 'number':
		case 'boolean':
			return String(value);
		case 'object':
			return value === null ? 'null' : Array.isArray(value) ? t('a list') : t('a group of fields');
		default:
			return t('nothing');
	}
}

/** The days that any document can speak of; each case has a narrower span around the day of its figures. */
const DAYS = {
	first: `${LIMITS.years.first - LIMITS.span.before}-01-01`,
	last: `${LIMITS.years.last + LIMITS.span.after}-12-31`
};

function integer<T extends number>(field: string, lowest: number, highest: number, unit: string) {
	const error = sentence(
		field,
		t('a whole number of {unit} from {lowest} to {highest}', { unit, lowest, highest })
	);
	return z
		.int({ error })
		.min(lowest, { error })
		.max(highest, { error })
		.transform((value) => value as T);
}

export const money = (field: string) => integer<Cents>(field, 0, LIMITS.amount, t('minor units'));

/**
 * Amounts of which there may be hundreds of thousands in a case: looked through in a loop, which is some twenty times as
 * quick as a schema for each.
 */
export function moneyList(field: string, most: number, tooMany: string) {
	const allowed = { unit: t('minor units'), lowest: 0, highest: LIMITS.amount };
	const error = sentence(field, t('a whole number of {unit} from {lowest} to {highest}', allowed));
	return z
		.custom<Cents[]>(Array.isArray, {
			error: sentence(
				field,
				t('a list, each a whole number of {unit} from {lowest} to {highest}', allowed)
			),
			abort: true
		})
		.superRefine((list: readonly unknown[], context) => {
			if (list.length > most) return context.addIssue({ code: 'custom', message: tooMany });
			const at = list.findIndex((amount) => !isAmount(amount));
			if (at >= 0)
				context.addIssue({ code: 'custom', path: [at], message: error({ input: list[at] }) });
		})
		.meta({
			type: 'array',
			maxItems: most,
			items: { type: 'integer', minimum: 0, maximum: LIMITS.amount }
		});
}

const isAmount = (value: unknown): boolean =>
	Number.isInteger(value) && (value as number) >= 0 && (value as number) <= LIMITS.amount;

/** The sum of amounts. */
export const sum = (field: string) => integer<Cents>(field, 0, LIMITS.sum, t('minor units'));

/** An amount that may be below zero. */
export const signedMoney = (field: string) =>
	integer<Cents>(field, -LIMITS.amount, LIMITS.amount, t('minor units'));

export const percentage = (field: string, highest: number) =>
	integer<Percent>(field, 0, highest, t('ten-thousandths of a percent'));

/** A percentage that may be below zero. */
export const signedPercentage = (field: string, furthest: number) =>
	integer<Percent>(field, -furthest, furthest, t('ten-thousandths of a percent'));

export const count = (field: string, lowest: number, highest: number, unit: string) =>
	integer<number>(field, lowest, highest, unit);

export function choice<const T extends string | number>(field: string, allowed: readonly T[]) {
	const error = sentence(field, allowed.join(', '));
	return z.literal([...allowed], { error });
}

export const flag = (field: string) => z.boolean({ error: sentence(field, t('true or false')) });

export const frequency = (field: string) => choice(field, FREQUENCIES);

/** A text of one line, as people write it. */
export function text(field: string, shortest: number, longest: number) {
	const error = sentence(
		field,
		t('a text of {shortest} to {longest} characters in one line, without control characters', {
			shortest,
			longest
		})
	);
	return z
		.string({ error })
		.refine((written) => !NO_TEXT.test(written), { error, abort: true })
		.transform((written) => written.trim())
		.pipe(z.string().min(shortest, { error }).max(longest, { error }));
}

/** A few lines of text, as of an address; none is empty. */
export const lines = (field: string, most: number) =>
	z.array(text(field, 1, LIMITS.name), { error: sentence(field, t('a list of lines')) }).max(most, {
		error: t('{field} has at most {most} lines.', { field, most })
	});

/** The version of reference data that something was taken from. */
export const versionOf = (field: string) => count(field, 1, LIMITS.revisions, '');

export const name = (field: string, shortest: 0 | 1) => text(field, shortest, LIMITS.name);

/** Years, months and their days; that a 29 February exists is looked up. */
const DATE_PATTERN =
	/^\d{4}-(?:(?:0[13578]|1[02])-(?:0[1-9]|[12]\d|3[01])|(?:0[469]|11)-(?:0[1-9]|[12]\d|30)|02-(?:0[1-9]|[12]\d))$/;

export function date(field: string, { first, last }: typeof DAYS = DAYS) {
	const allowed = t('a day that exists, from {first} to {last}, written as in 2027-01-15', {
		first,
		last
	});
	const error = sentence(field, allowed);
	return z
		.string({ error })
		.regex(DATE_PATTERN, { error, abort: true })
		.refine((day) => isCalendarDate(day) && day >= first && day <= last, { error, abort: true })
		.transform((text) => text as CalendarDate);
}

const ALLOWED_IDENTIFIER = t('the identifier of 36 characters that was given, in small letters');

/** Identifiers are kept as they are given: in small letters, so that none can be written in two ways. */
export const identifier = (field: string) =>
	z
		.string({ error: sentence(field, ALLOWED_IDENTIFIER) })
		.regex(/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/, {
			error: sentence(field, ALLOWED_IDENTIFIER)
		});
