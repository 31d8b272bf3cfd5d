/** The fields that documents are made of, each with a refusal that says what is allowed. */
import { z } from 'zod';
import { FREQUENCIES, isCalendarDate, type CalendarDate } from '../core/calendar';
import { LIMITS } from '../core/limits';
import type { Cents } from '../core/money';
import type { Percent } from '../core/rate';
import { quoted } from './reading';

/** The refusal of a value that is none of what the field allows. */
export function sentence(field: string, allowed: string) {
	return (issue: { input?: unknown }): string =>
		issue.input === undefined
			? `${field} is missing; allowed is ${allowed}.`
			: `${field} is ${quoted(JSON.stringify(issue.input))}; allowed is ${allowed}.`;
}

function integer<T extends number>(field: string, lowest: number, highest: number, unit: string) {
	const error = sentence(field, `a whole number of ${unit} from ${lowest} to ${highest}`);
	return z
		.int({ error })
		.min(lowest, { error })
		.max(highest, { error })
		.transform((value) => value as T);
}

export const money = (field: string) => integer<Cents>(field, 0, LIMITS.amount, 'minor units');

export const percentage = (field: string, highest: number) =>
	integer<Percent>(field, 0, highest, 'ten-thousandths of a percent');

export const count = (field: string, lowest: number, highest: number, unit: string) =>
	integer<number>(field, lowest, highest, unit);

export function choice<const T extends string | number>(field: string, allowed: readonly T[]) {
	const error = sentence(field, allowed.join(', '));
	return z.literal([...allowed], { error });
}

export const flag = (field: string) => z.boolean({ error: sentence(field, 'true or false') });

export const frequency = (field: string) => choice(field, FREQUENCIES);

export function name(field: string, shortest: 0 | 1) {
	const error = sentence(field, `a text of ${shortest} to ${LIMITS.name} characters`);
	return z
		.string({ error })
		.transform((text) => text.trim())
		.pipe(z.string().min(shortest, { error }).max(LIMITS.name, { error }));
}

export function date(field: string) {
	const error = sentence(field, 'a day that exists, written as in 2027-01-15');
	return z
		.string({ error })
		.refine(isCalendarDate, { error })
		.transform((text) => text as CalendarDate);
}

export const identifier = (field: string) =>
	z.uuid({ error: sentence(field, 'the identifier of 36 characters that was given') });
