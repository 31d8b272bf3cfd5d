/** What leaves the house of the book at a glance tells of nobody: no group has fewer than five cases. */
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import {
	BOOK_STATES,
	countOf,
	SMALLEST,
	withoutSmall,
	type BookState,
	type Group
} from '../../src/lib/document/glance';
import { glanceCsv } from '../../src/lib/exchange/glance-csv';

const counts = fc.record(
	Object.fromEntries(BOOK_STATES.map((state) => [state, fc.nat({ max: 4 })])) as Record<
		BookState,
		fc.Arbitrary<number>
	>
);
const groups: fc.Arbitrary<Group[]> = fc.uniqueArray(
	fc.record({ name: fc.option(fc.string({ minLength: 1, maxLength: 20 })), counts }),
	{ selector: ({ name }) => name, maxLength: 8 }
);

describe('the book at a glance', () => {
	it('shows no small group to others, and loses no case of a large one', () => {
		fc.assert(
			fc.property(groups, (all) => {
				const shown = withoutSmall(all);
				for (const group of shown) expect(countOf(group.counts)).toBeGreaterThanOrEqual(SMALLEST);
				const large = all.filter((group) => countOf(group.counts) >= SMALLEST);
				expect(shown.filter(({ isRest }) => !isRest).map(({ name }) => name)).toEqual(
					large.map(({ name }) => name)
				);
				const sum = (of: readonly Group[]) => of.reduce((all, one) => all + countOf(one.counts), 0);
				const left = sum(all) - sum(shown);
				expect(left).toBeLessThan(SMALLEST);
				expect(left).toBeGreaterThanOrEqual(0);
			})
		);
	});

	it('is a table whose lines add up', () => {
		fc.assert(
			fc.property(groups, groups, (byOwner, byMonth) => {
				const glance = { byOwner, byMonth, owed: [], paidOff: [], ending: 0, months: 0 };
				const none = Object.fromEntries(BOOK_STATES.map((state) => [state, 0]));
				const text = glanceCsv({ ...glance, counts: none as Record<BookState, number> });
				const [heads = [], ...lines] = Papa.parse<string[]>(text.trim()).data;
				expect(heads.slice(3)).toEqual(BOOK_STATES.map((state) => state.replace('-', ' ')));
				for (const [, , cases, ...states] of lines)
					expect(states.reduce((sum, one) => sum + Number(one), 0)).toBe(Number(cases));
			})
		);
	});
});
