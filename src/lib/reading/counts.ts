import { LIMITS } from '../core/quantities/limits';
import { messagesOf, type Locale } from '../messages/message';
import en from '../messages/en/reading.json';
import { accepted, quoted, refused, type Reading } from './reading';

const { text } = messagesOf('reading', en);

/** The fewest and the most payments that may be typed. */
export interface CountBounds {
	readonly least: number;
	readonly most: number;
}

/** Reads how many payments: a whole number, with or without a separator (`1,560`). */
export function readCount(
	typed: string,
	locale: Locale,
	{ least, most }: CountBounds = { least: 1, most: LIMITS.periods }
): Reading<number> {
	const refuse = (id: 'count missing' | 'count not understood') =>
		refused(
			text(locale, id, { typed: quoted(bare) }),
			text(locale, 'count allowed', { least, most })
		);
	const bare = typed.trim().replace(/(?<=\d)[,.'’\s](?=\d{3}$)/, '');
	if (bare === '') return refuse('count missing');
	const count = /^\d{1,6}$/.test(bare) ? Number(bare) : NaN;
	return count >= least && count <= most ? accepted(count) : refuse('count not understood');
}
