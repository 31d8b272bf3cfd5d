/** Names of payment rules, interest methods, their fields and choices. */
import type { Basis, BasisField } from '../core/debt/interest/all-ways';
import type { RuleField, RuleKind, RuleNeed } from '../core/debt/rules/all-forms';
import en from './en/terms.json';
import { capital, messagesOf, type Parts, type Locale } from './message';

const { text } = messagesOf('terms', en);
type Id = keyof typeof en;
export type TermField = RuleField | BasisField;

/** A text that not every field has. */
const some = (id: string, locale: Locale, parts: Parts = {}): string | undefined =>
	id in en ? text(locale, id as Id, parts) : undefined;

/** As it is offered: “% of statement”. */
export const ruleName = (kind: RuleKind, locale: Locale): string => text(locale, `rule ${kind}`);

/** Above its fields: “Minimum payment”. */
export const ruleTitle = (kind: RuleKind, locale: Locale): string =>
	text(locale, `rule ${kind} title`);

/** In a cell of a workbook, from which it is read back: “interest and a percentage”. */
export const ruleWords = (kind: RuleKind, locale: Locale): string =>
	text(locale, `rule ${kind} cell`);

/** Within a sentence: “percentage of the minimum”. */
export const fieldName = (field: TermField, locale: Locale): string => text(locale, field);

/** By itself: “Percentage of the minimum”. */
export const fieldLabel = (field: TermField, locale: Locale): string =>
	capital(locale, fieldName(field, locale));

/** Above a column of a file. */
export const fieldHeading = (field: TermField, locale: Locale): string =>
	text(locale, `${field} heading`);

/** Name of the field in a list of missing ones. */
export const fieldMissing = (field: RuleNeed, locale: Locale): string =>
	text(locale, `${field} missing`);

/** Above the field, below the title of its rule. */
export const fieldAbove = (field: TermField, locale: Locale): string | undefined =>
	some(`${field} above`, locale);

/** In the field while it is empty. */
export const fieldPlaceholder = (field: TermField, locale: Locale): string | undefined =>
	some(`${field} placeholder`, locale);

/** Among the interest terms: what it is called there, and what it is about. */
export const fieldSetting = (field: TermField, locale: Locale): string | undefined =>
	some(`${field} setting`, locale);
export const fieldHelp = (field: TermField, locale: Locale): string | undefined =>
	some(`${field} help`, locale);

/** Why it can't be other than usual. */
export const fieldRefusal = (field: TermField, locale: Locale): string =>
	some(`${field} refusal`, locale) ?? fieldLabel(field, locale);

/** One of the choices of a field, or for a flag whether it holds; null: none of them. */
export function choiceWords(
	field: TermField,
	value: string | number | boolean | null,
	locale: Locale
): string {
	const named = typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value);
	return some(`${field} ${named}`, locale) ?? some(`${field} other`, locale, { named }) ?? named;
}

/** How a way of charging interest is called. */
export const basisName = (basis: Basis, locale: Locale): string => text(locale, `basis ${basis}`);

/** Explains the method by an example; `again`: where interest is added at other times than payments are due. */
export const basisExample = (basis: Basis | 'again', parts: Parts, locale: Locale): string =>
	text(locale, `basis ${basis} example`, parts);

/** The value of a field in the one-line summary of the interest terms. */
export const basisPart = (field: BasisField, value: unknown, often: string, locale: Locale) =>
	text(locale, `${field} line`, { value: String(value), often });
