/** Which cases want a visit, in words. */
import type { VisitRule } from '../document/standing';
import { grouped } from '../reading/written';
import { countOf } from './amounts';
import en from './en/visits.json';
import { messagesOf, type Spoken } from './message';
import type { Sentence } from './sentence';

const { sentence, text } = messagesOf({ en });

/** “2 want a visit” */
export const wantCount = (count: number, spoken: Spoken): string => text(spoken, 'want', { count });

/** “2 cases want a visit: nothing read for 3 months, or further off than 200.” */
export const wantInWords = (count: number, { months, off }: VisitRule, spoken: Spoken): Sentence =>
	sentence(spoken, 'want by', {
		count,
		months: countOf(spoken, months, 'months'),
		far: off === null ? '' : text(spoken, 'or off', { off: grouped(off, 2, spoken) })
	});

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
