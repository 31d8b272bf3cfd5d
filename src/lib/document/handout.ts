/** The handout settings of a case: parts, language, paper. */
import type { z } from 'zod';
import type { handoutEntry } from './schema/handout';

export type HandoutEntry = z.infer<typeof handoutEntry>;

/** Currencies of countries whose offices print on Letter; all others print on A4. */
const ON_LETTER = new Set(['USD', 'CAD', 'MXN', 'COP', 'CLP', 'PHP', 'CRC', 'GTQ', 'DOP']);

/** The handout of a case that nobody has set yet. */
export const usualHandout = (currency: string): HandoutEntry => ({
	language: 'en',
	paper: ON_LETTER.has(currency) ? 'letter' : 'a4',
	without: [],
	contact: '',
	line: '',
	email: ''
});
