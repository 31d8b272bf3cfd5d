import { LIMITS } from '../core/limits';
import { accepted, quoted, refused, type Reading } from './reading';

/** Reads how many payments: a whole number, with or without a separator (`1,560`). */
export function readCount(typed: string): Reading<number> {
	const allowed = `A whole number of payments from 1 to ${LIMITS.periods}.`;
	const text = typed.trim().replace(/(?<=\d)[,\s](?=\d{3}$)/, '');
	if (text === '') return refused('The number of payments is missing.', allowed);
	const count = /^\d{1,6}$/.test(text) ? Number(text) : 0;
	return count >= 1 && count <= LIMITS.periods
		? accepted(count)
		: refused(`${quoted(text)} payments can’t be meant.`, allowed);
}
