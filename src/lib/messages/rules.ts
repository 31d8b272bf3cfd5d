/** What payment rules, their fields and what can be in them are called. */
import type { AskedField, AskedKind, AskedNeed } from '../core/debt/rules/asked';
import en from './en/rules.json';
import { capital, messagesOf, type Spoken } from './message';

const { text } = messagesOf({ en });
type Id = keyof typeof en;

/** A text that not every field has. */
const some = (id: string, spoken: Spoken): string | undefined =>
	id in en ? text(spoken, id as Id) : undefined;

/** As it is offered: “% of statement”. */
export const askedKind = (kind: AskedKind, spoken: Spoken): string => text(spoken, `rule ${kind}`);

/** Above its fields: “Minimum payment”. */
export const askedTitle = (kind: AskedKind, spoken: Spoken): string =>
	text(spoken, `rule ${kind} title`);

/** In a cell of a workbook, from which it is read back: “interest and a percentage”. */
export const askedInCell = (kind: AskedKind, spoken: Spoken): string =>
	text(spoken, `rule ${kind} cell`);

/** Within a sentence: “percentage of the minimum”. */
export const fieldName = (field: AskedField, spoken: Spoken): string => text(spoken, field);

/** By itself: “Percentage of the minimum”. */
export const fieldLabel = (field: AskedField, spoken: Spoken): string =>
	capital(spoken, fieldName(field, spoken));

/** Above a column of a file. */
export const fieldHeading = (field: AskedField, spoken: Spoken): string =>
	text(spoken, `${field} heading`);

/** What a debt lacks while the field is empty. */
export const fieldMissing = (field: AskedNeed, spoken: Spoken): string =>
	text(spoken, `${field} missing`);

/** Above the field, below the title of its rule. */
export const fieldAbove = (field: AskedField, spoken: Spoken): string | undefined =>
	some(`${field} above`, spoken);

/** In the field while it is empty. */
export const fieldPlaceholder = (field: AskedField, spoken: Spoken): string | undefined =>
	some(`${field} placeholder`, spoken);

/** Among the lender’s settings: what it is called there, and what it is about. */
export const fieldSetting = (field: AskedField, spoken: Spoken): string | undefined =>
	some(`${field} setting`, spoken);
export const fieldHelp = (field: AskedField, spoken: Spoken): string | undefined =>
	some(`${field} help`, spoken);

/** Why it can't be other than usual. */
export const fieldRefusal = (field: AskedField, spoken: Spoken): string =>
	some(`${field} refusal`, spoken) ?? fieldLabel(field, spoken);

/** One of the choices of a field, or for a flag whether it holds. */
export function choiceWords(field: AskedField, value: string | boolean, spoken: Spoken): string {
	const named = typeof value === 'boolean' ? (value ? 'yes' : 'no') : value;
	return some(`${field} ${named}`, spoken) ?? named;
}
