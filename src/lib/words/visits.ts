/** From when on a case wants a visit, as it can be chosen. */
import { grouped } from '../reading/written';
import { countOf } from './amounts';
import en from '../messages/en/visits.json';
import { messagesOf, type Spoken } from '../messages/message';

const { text } = messagesOf({ en });

export const monthsChoices = (spoken: Spoken) =>
	[1, 2, 3, 6, 12].map((months) => ({
		value: String(months),
		words: countOf(spoken, months, 'months')
	}));

export const offChoices = (spoken: Spoken) =>
	[5_000, 10_000, 20_000, 50_000, 100_000, null].map((off) => ({
		value: String(off),
		words: off === null ? text(spoken, 'however far') : grouped(off, 2, spoken)
	}));
