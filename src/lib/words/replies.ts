/** What creditors have answered, in words. */
import { namedTerms, type ChangeEntry, type NamedTerms } from '../document/change';
import en from '../messages/en/replies.json';
import { listOf, messagesOf, type Locale } from '../messages/message';
import type { Sentence } from '../messages/sentence';

const { text, sentence } = messagesOf('replies', en);

const REPLY_KINDS = ['open', 'proposed', 'agreed', 'refused'] as const;

/** What a creditor can have answered, to choose from. */
export const replyChoices = (locale: Locale) =>
	REPLY_KINDS.map((value) => ({ value, words: text(locale, 'reply', { is: value }) }));

/** “usual, not yet agreed” where terms are a creditor's usual ones and nobody has agreed to them. */
export const usualMark = ({ usual, reply }: NamedTerms, locale: Locale): string | null =>
	usual !== null && reply.is === 'open' ? text(locale, 'usual not agreed') : null;

/** What the creditors of a plan have answered, a sentence each answer; none where nothing is proposed to anybody. */
export function repliesInWords(
	changes: readonly ChangeEntry[],
	nameOf: (id: string) => string,
	locale: Locale
): Sentence[] {
	const named = changes.flatMap(namedTerms);
	return REPLY_KINDS.flatMap((is) => {
		const names = named
			.filter(({ reply }) => reply.is === is)
			.map(({ debt, usual }) => {
				const name = nameOf(debt);
				return usual !== null && is === 'open' ? text(locale, 'name usual', { name }) : name;
			});
		return names.length === 0
			? []
			: [sentence(locale, 'replies', { is, names: listOf(locale, names) })];
	});
}

/** “‘Agreed rates’ proposes terms to 5 creditors; 1 is not written to yet.” */
export const proposalsSentence = (
	count: number,
	open: number,
	plan: string,
	locale: Locale
): Sentence => sentence(locale, 'proposals', { count, open, plan });
