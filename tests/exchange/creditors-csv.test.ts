/** Creditors as a table and as JSON: written, read back, changed by a spreadsheet, and refused with where and why. */
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { creditorsIn, CreditorNames } from '../../src/lib/document/creditors';
import { creditorsCsv, readCreditors } from '../../src/lib/exchange/creditors-csv';
import { readReferenceJson, referenceJson } from '../../src/lib/exchange/reference-json';
import { rowsOfText } from '../../src/lib/exchange/table';
import { demoReference } from '../support/demo-cases';

const today = '2026-12-15' as CalendarDate;
const creditors = creditorsIn(demoReference);
const names = new CreditorNames(creditors);
const written = creditorsCsv(creditors, today);
const read = (text: string, known = names) => {
	let made = 0;
	const newId = () => `00000000-0000-4000-8000-${String((made += 1)).padStart(12, '0')}`;
	return readCreditors(rowsOfText(text, 'creditors.csv', { language: 'en' }), {
		names: known,
		today,
		newId
	});
};

describe('creditors as a table', () => {
	it('bring nothing new where they were written just now', () => {
		expect(read(written)).toEqual({
			puts: [],
			fresh: 0,
			changed: 0,
			same: creditors.length,
			problems: []
		});
	});

	it('are the same creditors for an agency that knew none of them', () => {
		const { puts, fresh, problems } = read(written, new CreditorNames([]));
		expect([fresh, problems]).toEqual([creditors.length, []]);
		const back = creditorsIn(
			puts.map((row) => ({ ...row, version: 1, writtenAt: '2026-12-15T12:00:00Z', by: null }))
		);
		expect(creditorsCsv(back, today)).toBe(written);
	});

	it('change what was edited, and nothing else', () => {
		const edited = written.replace(/^(Kelpline,.*),11\.0000,/m, '$1,10.5,');
		expect(edited).not.toBe(written);
		const { puts, changed, same } = read(edited);
		expect([changed, same]).toEqual([1, creditors.length - 1]);
		expect(puts).toHaveLength(1);
		expect(puts[0]).toMatchObject({
			subject: names.named('Kelpline')?.id,
			term: 'agreement',
			content: { annualRate: 105_000 }
		});
	});

	it('say where and why a line can’t be read, and take none of it', () => {
		const table =
			'Creditor,Currency,Usual agreed rate,Kind\nOne,USD,12x,card\nTwo,ZZZ,8,card\n,USD,8,card\nThree,USD,8,yacht\nFour,USD,8,card\nfour,USD,9,card\n';
		const { problems, fresh } = read(table);
		expect(problems.map(({ row }) => row)).toEqual([2, 3, 4, 5, 7]);
		expect(problems[0]?.problem).toContain('12x');
		expect(problems[3]?.problem).toContain('secured, rent');
		expect(fresh).toBe(1);
		expect(read('Name,Rate\nOne,8\n').problems[0]?.problem).toContain('“Creditor”');
	});

	it('run nothing in a spreadsheet, and come back as they were typed', () => {
		const [one] = creditors;
		if (!one) throw new Error('a creditor');
		const name = '=HYPERLINK("x")';
		const evil = {
			...one,
			profile: { ...one.profile, content: { ...one.profile.content, name, names: ['+1', '@x'] } }
		};
		const table = creditorsCsv([evil], today);
		expect(table).toContain(`'=HYPERLINK`);
		const profile = read(table).puts.find(({ term }) => term === 'profile')?.content;
		expect(profile).toMatchObject({ name });
	});
});

describe('reference data as JSON', () => {
	it('come back row by row, those that lie ahead, too', () => {
		const back = readReferenceJson(referenceJson(demoReference));
		const plain = demoReference.map(({ version: _v, writtenAt: _w, by: _b, ...row }) => row);
		expect(back).toEqual({ ok: true, rows: plain });
		expect(plain.some(({ holdsFrom }) => holdsFrom > today)).toBe(true);
	});

	it('are refused with where and what is allowed', () => {
		expect(readReferenceJson('{')).toEqual({ ok: false, problems: [] });
		const bad = (row: object) => {
			const written = JSON.parse(referenceJson(demoReference)) as { rows: object[] };
			const [first] = written.rows;
			const read = readReferenceJson(
				JSON.stringify({ residuum: 'reference data', rows: [{ ...first, ...row }] })
			);
			return read.ok ? '' : `${read.problems[0]?.at}: ${read.problems[0]?.message}`;
		};
		expect(bad({ term: 'mood' })).toContain('rows.0.term');
		expect(bad({ content: { name: '' } })).toContain('rows.0.content.');
		expect(bad({ holdsFrom: '2026-02-30' })).toContain('rows.0.holdsFrom');
		expect(bad({ kind: 'planet' })).toContain('creditor, index, agency');
	});
});
