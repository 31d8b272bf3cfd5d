import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { PaymentsPerYear } from '../../src/lib/core/quantities/calendar';
import type { SheetLine } from '../../src/lib/document/plan';
import { budgetCsv } from '../../src/lib/exchange/budget-csv';
import { anyDocument } from '../support/documents';
import { runs } from '../support/random';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { budgetRows } from '../../src/lib/exchange/budget-rows';
import { frequencyCalled, frequencyWords } from '../../src/lib/words/amounts';
import { usd } from '../support/said';

const called = (words: string) => frequencyCalled(usd, words);
const asOf = '2026-12-15' as CalendarDate;

it('reads a name, an amount, how often and days, in any order of columns, headings aside', () => {
	const rows = [
		'What\tAmount\tHow often\tFirst day\tUntil',
		'Ferry wage\t$420.00\tweekly\t8 Jan 2027\t',
		'half-yearly\t15 Feb 2027\tBoat insurance\t520',
		'Season bonus\t600\tevery month\t10 May 2027\t31 Oct 2027',
		'\t\t\t\t',
		'rent\t1,280.00'
	];
	const { lines, unread } = budgetRows(rows.join('\n'), asOf, called, [], usd);
	expect(new Set(lines.map(({ line }) => line.id)).size).toBe(4);
	expect(lines.map(({ line }) => line)).toMatchObject([
		{ name: 'Ferry wage', amount: 42_000, perYear: 52, from: '2027-01-08', until: null },
		{ name: 'Boat insurance', amount: 52_000, perYear: 2, from: '2027-02-15', until: null },
		{ name: 'Season bonus', amount: 60_000, perYear: 12, from: '2027-05-10', until: '2027-10-31' },
		{ name: 'rent', amount: 128_000, perYear: 12, from: null, until: null }
	]);
	expect(unread).toEqual([]);
});

it('takes no row of which something would be lost: a day or a name that can’t be, a second name', () => {
	const rows = [
		'far\t10\t1 Jan 2999',
		`${'x'.repeat(200)}\t1`,
		'a\tb\t5',
		'Δείγμα\t420.00',
		'late\t5\t8 Mar 2027\t8 Jan 2027'
	];
	const { lines, unread } = budgetRows(rows.join('\n'), asOf, called, [], usd);
	expect(lines.map(({ line }) => line.name)).toEqual(['Δείγμα']);
	expect(unread).toHaveLength(4);
});

it('refuses what is no table', () => {
	expect(() => budgetRows('a\t'.repeat(500), asOf, called, [], usd)).toThrow(/columns/);
});

it('reads back what goes out as CSV: both sides, and whose each line is', () => {
	fc.assert(
		fc.property(anyDocument, (document) => {
			const often = (perYear: PaymentsPerYear) => frequencyWords(usd, perYear).adverb;
			// A name that reads as something else, or that nobody can tell from another person's, is none.
			const isPlain = ({ name, from, until }: SheetLine) =>
				(name === '' || /^[A-Za-z][a-z]{3,}$/.test(name)) && !(from && until && until < from);
			const sheet = {
				income: document.sheet.income.filter(isPlain),
				needs: document.sheet.needs.filter(isPlain)
			};
			const people = [
				{ id: '7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f0a1', name: 'Odile Q.' },
				{ id: '7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f0a2', name: 'Bram Q.' }
			];
			const owned = (line: SheetLine, at: number) => ({
				...line,
				name: line.name || `line ${at}`,
				owner: people[at % 3]?.id ?? null
			});
			const whose = { income: sheet.income.map(owned), needs: sheet.needs.map(owned) };
			const csv = budgetCsv({ ...document, sheet: whose, people }, often);
			const { lines, unread } = budgetRows(csv, asOf, called, people, usd);
			expect(unread).toEqual([]);
			for (const side of ['income', 'needs'] as const) {
				const back = lines.filter((row) => row.side === side).map(({ line }) => line);
				const nameless = (line: SheetLine) => ({ ...line, id: '' });
				expect(back.map(nameless)).toEqual(whose[side].map(nameless));
			}
		}),
		{ numRuns: runs(40) }
	);
});
