/** The settings of a handout. */
import type { HandoutPart } from '../document/handout-parts';
import en from '../messages/en/handout-settings.json';
import { capital, messagesOf, type Locale } from '../messages/message';

const { text } = messagesOf('handout-settings', en);

/** Each language by its own name, as whoever reads it knows it. */
export const LANGUAGE_CHOICES = [
	{ value: 'en', words: 'English' },
	{ value: 'es', words: 'Español' },
	{ value: 'fr', words: 'Français' },
	{ value: 'de', words: 'Deutsch' }
] as const;

export const paperChoices = (locale: Locale) =>
	(['a4', 'letter'] as const).map((value) => ({
		value,
		words: text(locale, 'paper', { paper: value })
	}));

/** “What to pay” */
export const handoutPart = (part: HandoutPart, locale: Locale): string =>
	capital(locale, partInWords(part, locale));

export const partInWords = (part: HandoutPart, locale: Locale): string =>
	text(locale, 'part', { part });
