/** Labels: the headings, names of fields, buttons and hints of a screen. */
import { messagesOf, type Parts, type Locale } from './message';
import { interest, plain, type Sentence } from './sentence';

/** The language of the screens. */
const SCREENS: Locale = { language: 'en' };

/** Makes the functions that write a screen's labels, from its file in each language. `<interest>` has the color of interest. */
export function labelsOf<Id extends string>(files: {
	readonly en: Readonly<Record<Id, unknown>>;
}): {
	readonly t: (id: Id, parts?: Parts) => string;
	readonly sentence: (id: Id, parts?: Parts) => Sentence;
} {
	const { text, sentence } = messagesOf(files);
	return {
		t: (id, parts) => text(SCREENS, id, parts),
		sentence: (id, parts) => sentence(SCREENS, id, { interest: coloured, ...parts })
	};
}

const coloured = (inner: Sentence): Sentence => [interest(plain(inner))];
