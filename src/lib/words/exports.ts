/** Files to export: their names, and why one can't be made. */
import en from '../messages/en/exports.json';
import { messagesOf, type Locale } from '../messages/message';

const { text } = messagesOf('exports', en);

/** A file's name in the menu, and a line of what is in it. */
export const takeWords = (
	subject: 'case' | 'debt' | 'plan' | 'letter' | 'deposits' | 'plans' | 'budget sheet',
	kind: string,
	locale: Locale
): { readonly name: string; readonly help: string } => ({
	name: text(locale, 'name', { kind, subject: subject.replaceAll(' ', '_') }),
	help: text(locale, 'help', { kind, subject: subject.replaceAll(' ', '_') })
});

/** Why no file can be made. */
export type NothingToMakeReason =
	| 'no plan shown'
	| 'incomplete debt'
	| 'no schedule'
	| 'deleted plan'
	| 'nothing proposed'
	| 'nothing to pay'
	| 'endless plan'
	| 'incomplete changes'
	| 'unaffordable fees'
	| 'deleted case';

export const nothingToMake = (reason: NothingToMakeReason, locale: Locale): string =>
	text(locale, 'nothing to make', { reason: reason.replaceAll(' ', '_') });
