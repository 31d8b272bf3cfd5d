/** What payment rules, ways of charging interest, their fields and what can be in them are called. */
import type { Basis, BasisField } from '../core/debt/interest/all-ways';
import type { AskedField, AskedKind, AskedNeed } from '../core/debt/rules/asked';
import en from './en/terms.json';
import { capital, messagesOf, type Parts, type Spoken } from './message';

const { text } = messagesOf({ en });
type Id = keyof typeof en;
export type TermField = AskedField | BasisField;

/** A text that not every field has. */
const some = (id: string, spoken: Spoken, parts: Parts = {}): string | undefined =>
	id in en ? text(spoken, id as Id, parts) : undefined;

/** As it is offered: “% of statement”. */
export const askedKind = (kind: AskedKind, spoken: Spoken): string => text(spoken, `rule ${kind}`);

/** Above its fields: “Minimum payment”. */
export const askedTitle = (kind: AskedKind, spoken: Spoken): string =>
	text(spoken, `rule ${kind} title`);

/** In a cell of a workbook, from which it is read back: “interest and a percentage”. */
export const askedInCell = (kind: AskedKind, spoken: Spoken): string =>
	text(spoken, `rule ${kind} cell`);

/** Within a sentence: “percentage of the minimum”. */
export const fieldName = (field: TermField, spoken: Spoken): string => text(spoken, field);

/** By itself: “Percentage of the minimum”. */
export const fieldLabel = (field: TermField, spoken: Spoken): string =>
	capital(spoken, fieldName(field, spoken));

/** Above a column of a file. */
export const fieldHeading = (field: TermField, spoken: Spoken): string =>
	text(spoken, `${field} heading`);

/** What a debt lacks while the field is empty. */
export const fieldMissing = (field: AskedNeed, spoken: Spoken): string =>
	text(spoken, `${field} missing`);

/** Above the field, below the title of its rule. */
export const fieldAbove = (field: TermField, spoken: Spoken): string | undefined =>
	some(`${field} above`, spoken);

/** In the field while it is empty. */
export const fieldPlaceholder = (field: TermField, spoken: Spoken): string | undefined =>
	some(`${field} placeholder`, spoken);

/** Among the lender’s settings: what it is called there, and what it is about. */
export const fieldSetting = (field: TermField, spoken: Spoken): string | undefined =>
	some(`${field} setting`, spoken);
export const fieldHelp = (field: TermField, spoken: Spoken): string | undefined =>
	some(`${field} help`, spoken);

/** Why it can't be other than usual. */
export const fieldRefusal = (field: TermField, spoken: Spoken): string =>
	some(`${field} refusal`, spoken) ?? fieldLabel(field, spoken);

/** One of the choices of a field, or for a flag whether it holds; null: none of them. */
export function choiceWords(
	field: TermField,
	value: string | number | boolean | null,
	spoken: Spoken
): string {
	const named = typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value);
	return some(`${field} ${named}`, spoken) ?? some(`${field} other`, spoken, { named }) ?? named;
}

/** How a way of charging interest is called. */
export const basisName = (basis: Basis, spoken: Spoken): string => text(spoken, `basis ${basis}`);

/** What it does, by an example; `again`: where interest is added at other times than payments are due. */
export const basisExample = (basis: Basis | 'again', parts: Parts, spoken: Spoken): string =>
	text(spoken, `basis ${basis} example`, parts);

/** What is in a field of it, in the line that says how interest is charged. */
export const basisPart = (field: BasisField, value: unknown, often: string, spoken: Spoken) =>
	text(spoken, `${field} line`, { value: String(value), often });
