/** The book at a glance as CSV (RFC 4180): a group a line, with none of fewer than five cases. */
import { BOOK_STATES, countOf, withoutSmall, type Glance, type Group } from '../document/glance';
import { guarded } from './guarded';
import { csvOf } from './table';

/** Where a case stands, in words of English as in every file. */
const HEADINGS = BOOK_STATES.map((state) => state.replace('-', ' '));

const linesOf = (by: string, groups: readonly Group[]): string[][] =>
	withoutSmall(groups).map(({ name, counts, isRest }) => [
		by,
		guarded(isRest ? 'others, fewer than five each' : (name ?? 'unassigned')),
		String(countOf(counts)),
		...BOOK_STATES.map((state) => String(counts[state]))
	]);

export const glanceCsv = ({ byOwner, byMonth }: Glance): string =>
	csvOf([
		['by', 'group', 'cases', ...HEADINGS],
		...linesOf('counselor', byOwner),
		...linesOf('month of the first visit', byMonth)
	]);
