import { accepted, quoted, refused, type Reading } from './reading';

/** The most payments that can be asked about: a hundred years of weeks. */
const MOST = 5200;

/** Reads how many payments: a whole number. */
export function readCount(typed: string): Reading<number> {
	const allowed = `A whole number of payments from 1 to ${MOST}.`;
	const text = typed.trim();
	if (text === '') return refused('The number of payments is missing.', allowed);
	const count = /^\d{1,6}$/.test(text) ? Number(text) : 0;
	return count >= 1 && count <= MOST
		? accepted(count)
		: refused(`${quoted(text)} payments can’t be meant.`, allowed);
}
