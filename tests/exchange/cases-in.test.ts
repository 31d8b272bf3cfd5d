/** Files of any kind as cases, and cases as files: what the convert command and the casebook do, in process. */
import { describe, expect, it } from 'vitest';
import type { CaseDocument } from '../../src/lib/document/case';
import type { CaseSummary } from '../../src/lib/document/casebook';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { casebookCsv } from '../../src/lib/exchange/casebook-csv';
import { casesJson, casesJsonOf } from '../../src/lib/exchange/case-json';
import { casesIn } from '../../src/lib/exchange/convert';
import { USUAL_STYLE } from '../../src/lib/messages/style';
import { demoCases } from '../support/demo-cases';
import { handMadeWorkbook, ofx1 } from '../support/files';

const documents: readonly CaseDocument[] = demoCases;
const USD = { code: 'USD', digits: 2 } as const;
let next = 0;
const wanted = {
	fresh: {
		label: 'Taken in',
		currency: USD,
		style: USUAL_STYLE,
		asOf: '2026-12-15' as CalendarDate
	},
	style: {},
	locale: { language: 'en' as const },
	newId: () => `00000000-0000-4000-8000-${String((next += 1)).padStart(12, '0')}`
};
const taken = (name: string, content: string | Uint8Array): Promise<CaseDocument[]> => {
	const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content;
	return casesIn({ name, bytes }, wanted);
};
const balancesOf = ([one]: CaseDocument[]) =>
	one?.debts.map(({ name, balance }) => [name, balance]);

describe('the cases of a file', () => {
	it('are those of a JSON file, as they were', async () => {
		expect(await taken('all.json', casesJson(documents))).toEqual(documents);
	});

	it('are one case with the debts of a table, a workbook or a statement', async () => {
		expect(balancesOf(await taken('debts.csv', 'Name,Owed\nQuillmark card,4182.36\n'))).toEqual([
			['Quillmark card', 418_236]
		]);
		expect(balancesOf(await taken('debts.xlsx', await handMadeWorkbook()))?.length).toBe(3);
		const [statement] = await taken('card.ofx', ofx1());
		expect(statement?.debts.map(({ balance }) => balance)).toEqual([418_236]);
		expect(statement?.currency).toEqual(USD);
	});

	it.each([
		['twins.csv', 'Name,Owed,Balance\nx,1,2\n', '“Owed” and “Balance”'],
		['days.csv', 'Name,Owed,First due\nx,12.50,3/4/2027\n', 'can be read in two ways'],
		['none.csv', 'Name,APR\nx,22.49\n', 'balance'],
		['cell.csv', 'Name,Owed\nx,12.50\ny,a lot\n', 'row 3']
	])('of %s are refused, with what is unclear in it', async (name, content, why) => {
		await expect(taken(name, content)).rejects.toThrow(why);
	});
});

describe('the casebook as files', () => {
	it('has the same JSON in one piece and case by case', async () => {
		async function* oneByOne() {
			for (const document of documents) yield await Promise.resolve(document);
		}
		let written = '';
		for await (const part of casesJsonOf(oneByOne())) written += part;
		expect(written).toBe(casesJson(documents));
	});

	it('is a line of CSV for each case, with nothing in what is not known', () => {
		const line: CaseSummary = {
			id: '00000000-0000-4000-8000-000000000001',
			label: '=Tolliver, ferry',
			currency: USD,
			style: USUAL_STYLE,
			debts: 6,
			owed: cents(2_322_842),
			asOf: '2026-12-15' as CalendarDate,
			touchedAt: '2026-12-15T09:40:00.000Z',
			chosen: { name: 'Highest rate first', date: '2026-12-15' as CalendarDate, changed: true },
			standing: {
				expectedSince: '2026-12-15' as CalendarDate,
				lastRead: '2027-03-16' as CalendarDate,
				off: cents(14_180),
				shortFrom: '2027-01-01' as CalendarDate
			},
			wants: true,
			owner: 'Mara Lindqvist'
		};
		const unknown: CaseSummary = {
			...line,
			label: 'Arkwell',
			chosen: null,
			standing: { expectedSince: null, lastRead: null, off: null, shortFrom: null },
			wants: false,
			owner: null
		};
		const [, first, second] = casebookCsv([line, unknown]).split('\r\n');
		expect(first).toBe(
			`"'=Tolliver, ferry",USD,6,23228.42,2026-12-15,Highest rate first,2026-12-15,yes,2027-01-01,2027-03-16,141.80,yes,2026-12-15,Mara Lindqvist`
		);
		expect(second).toBe('Arkwell,USD,6,23228.42,2026-12-15,,,,,,,no,2026-12-15,');
	});
});
