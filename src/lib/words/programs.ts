/** Other programs that are let in, in words. */
import type { Program, Scope, Term, WebhookKind } from '../document/programs';
import en from '../messages/en/programs.json';
import { messagesOf, type Locale } from '../messages/message';
import type { Sentence } from '../messages/sentence';

const { sentence, text } = messagesOf('programs', en);

/** “2 programs can ask on your behalf.” `me`: the name of whoever looks. */
export function programsSentence(
	programs: readonly Program[],
	me: string,
	locale: Locale
): Sentence {
	const open = programs.filter(({ isOver }) => !isOver);
	const own = open.filter(({ person }) => person === me).length;
	return sentence(locale, 'programs', { own, others: open.length - own });
}

/** “read cases and their figures”: what a token allows. */
export const scopeInWords = (scope: Scope, locale: Locale): string =>
	text(locale, 'scope', { scope: scope.replace(':', '_') });

/** “90 days”: how long a token is good. */
export const termInWords = (days: Term, locale: Locale): string => text(locale, 'term', { days });

/** “a case is created”: what a program is told of. */
export const kindInWords = (kind: WebhookKind, locale: Locale): string =>
	text(locale, 'kind', { kind: kind.replace('.', '_') });
