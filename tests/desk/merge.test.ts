import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { same } from '../../src/lib/document/same';
import { merged } from '../../src/lib/desk/merge';

const debt = (id: string, fields: object = {}) => ({ id, name: id, balance: 100, ...fields });
const base = { label: 'A', debts: [debt('one'), debt('two')], listed: ['one'] };

describe('two versions put together', () => {
	it('keep what only one of them changed, field by field and thing by thing', () => {
		const mine = { ...base, label: 'Mine', debts: [debt('one', { balance: 7 }), debt('two')] };
		const theirs = {
			...base,
			debts: [debt('one', { name: 'One' }), debt('two'), debt('three')],
			listed: ['two']
		};
		expect(merged(base, mine, theirs)).toEqual({
			conflicts: [],
			mine: {
				label: 'Mine',
				debts: [debt('one', { name: 'One', balance: 7 }), debt('two'), debt('three')],
				listed: ['two']
			},
			theirs: expect.anything() as unknown
		});
	});

	it('ask about what both changed differently, and about nothing else', () => {
		const mine = { ...base, label: 'Mine', debts: [debt('one', { balance: 7 })] };
		const theirs = { ...base, label: 'Theirs', debts: [debt('one', { balance: 7 }), debt('two')] };
		const both = merged(base, mine, theirs);
		expect(both.conflicts).toEqual(['label']);
		expect(both.mine).toEqual({ ...mine, label: 'Mine' });
		expect(both.theirs).toEqual({ ...mine, label: 'Theirs' });
	});

	it('ask where one deleted what the other changed', () => {
		const mine = { ...base, debts: [debt('one')] };
		const theirs = { ...base, debts: [debt('one'), debt('two', { balance: 5 })] };
		const both = merged(base, mine, theirs);
		expect(both.conflicts).toEqual(['debts.two']);
		expect(both.mine.debts).toHaveLength(1);
		expect(both.theirs.debts).toHaveLength(2);
	});

	it('take a thing that became another kind as a whole', () => {
		const as = (required: object) => ({ debts: [{ id: 'one', required }] });
		const start = as({ kind: 'percent', percent: 1, floor: 2 });
		const mine = as({ kind: 'amount', amount: 9, floor: 2 });
		const theirs = as({ kind: 'percent', percent: 3, floor: 2 });
		const both = merged(start, mine, theirs);
		expect(both.conflicts).toEqual(['debts.one.required']);
		expect([both.mine, both.theirs]).toEqual([mine, theirs]);
	});

	it('keep the order of the side that moved something', () => {
		const three = { debts: ['a', 'b', 'c'].map((id) => debt(id)) };
		const mine = { debts: ['c', 'a', 'b'].map((id) => debt(id)) };
		const theirs = { debts: ['a', 'x', 'b', 'c'].map((id) => debt(id)) };
		expect(merged(three, mine, theirs).mine.debts.map(({ id }) => id)).toEqual([
			'c',
			'a',
			'x',
			'b'
		]);
	});

	it('are the one that was changed where the other was not, and the same from either side without conflicts', () => {
		const fields = fc.record({
			label: fc.constantFrom('A', 'B', 'C'),
			debts: fc
				.uniqueArray(fc.record({ id: fc.constantFrom('a', 'b', 'c'), n: fc.nat(2) }), {
					selector: ({ id }) => id
				})
				.map((items) => items.sort((a, b) => (a.id < b.id ? -1 : 1))),
			list: fc.array(fc.nat(1), { maxLength: 2 })
		});
		fc.assert(
			fc.property(fields, fields, fields, (start, one, other) => {
				expect(merged(start, one, start).mine).toEqual(one);
				expect(merged(start, start, other).mine).toEqual(other);
				const [here, there] = [merged(start, one, other), merged(start, other, one)];
				expect(here.conflicts).toHaveLength(there.conflicts.length);
				if (here.conflicts.length > 0) return;
				expect(here.mine).toEqual(here.theirs);
				const sorted = (of: typeof here) =>
					[...of.mine.debts].sort((a, b) => (a.id < b.id ? -1 : 1));
				expect(sorted(here)).toEqual(sorted(there));
			})
		);
	});
});

describe('two values of plain data', () => {
	it('are the same whatever the order of their fields, and not where one says more', () => {
		expect(same({ a: 1, b: [{ c: null }] }, { b: [{ c: null }], a: 1 })).toBe(true);
		expect(same({ a: 1 }, { a: 1, b: 2 })).toBe(false);
		expect(same({ a: 1, b: undefined }, { a: 1 })).toBe(true);
		expect(same([1, 2], [2, 1])).toBe(false);
		expect(same([], {})).toBe(false);
		expect(same(null, {})).toBe(false);
		expect(same(0, '0')).toBe(false);
	});
});
