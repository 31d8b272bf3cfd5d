/** Labels: the headings, names of fields, buttons and hints of a screen. */
import { deskLanguage } from './desk-language';
import { messagesOf, type Parts } from './message';
import { interest, plain, type Sentence } from './sentence';

/** Makes the functions that write a screen's labels, in the language of the desk. `<interest>` has the color of interest. */
export function labelsOf<Id extends string>(
	theme: string,
	en: Readonly<Record<Id, unknown>>
): {
	readonly t: (id: Id, parts?: Parts) => string;
	readonly sentence: (id: Id, parts?: Parts) => Sentence;
} {
	const { text, sentence } = messagesOf(theme, en);
	return {
		t: (id, parts) => text({ language: deskLanguage() }, id, parts),
		sentence: (id, parts) =>
			sentence({ language: deskLanguage() }, id, { interest: coloured, ...parts })
	};
}

const coloured = (inner: Sentence): Sentence => [interest(plain(inner))];
