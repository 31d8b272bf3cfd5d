/** From when on a case is due for review, as it can be chosen. */
import { grouped } from '../reading/written';
import { countOf } from './amounts';
import en from '../messages/en/visits.json';
import { messagesOf, type Locale } from '../messages/message';

const { text } = messagesOf('visits', en);

export const monthsChoices = (locale: Locale) =>
	[1, 2, 3, 6, 12].map((months) => ({
		value: String(months),
		words: countOf(locale, months, 'months')
	}));

export const offChoices = (locale: Locale) =>
	[5_000, 10_000, 20_000, 50_000, 100_000, null].map((off) => ({
		value: String(off),
		words: off === null ? text(locale, 'however far') : grouped(off, 2, locale)
	}));
