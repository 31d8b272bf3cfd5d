/** Files that come in: what is in them, and those that lie about what they are. */
import ExcelJS from 'exceljs';
import Ajv2020 from 'ajv/dist/2020';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { LIMITS } from '../../src/lib/core/quantities/limits';
import { portionsOf } from '../../src/lib/desk/requests';
import { caseDocument } from '../../src/lib/document/schema/case';
import { kindOf, Refusal, textOf } from '../../src/lib/exchange/bytes';
import { weapons } from '../../scripts/torture/weapons.mjs';
import { casesJson } from '../../src/lib/exchange/case-json';
import { casesOf, jsonSchema } from '../../src/lib/exchange/cases-read';
import { takenTable } from '../../src/lib/exchange/debts-table';
import { accountsOf } from '../../src/lib/exchange/statement-ofx';
import { rowsOfText } from '../../src/lib/exchange/table';
import { sheetsOf } from '../../src/lib/exchange/workbook';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { demoCases } from '../support/demo-cases';
import { anyDocument } from '../support/documents';
import { handMadeWorkbook, ofx1, ofx2 } from '../support/files';
import { longOnes, runs } from '../support/random';
import { usd } from '../support/said';
import { sheetCounter } from '../../src/lib/exchange/sheet-counts';

const bytes = (text: string) => new TextEncoder().encode(text);
const file = (name: string, content: string | Uint8Array) => ({
	name,
	bytes: typeof content === 'string' ? bytes(content) : content
});

/** What a file is refused with: one sentence, that names it. */
async function refusal(name: string, content: string | Uint8Array): Promise<string> {
	const given = file(name, content);
	try {
		const kind = kindOf(given, usd);
		if (kind === 'xlsx') await sheetsOf(given, usd);
		else if (kind === 'ofx') accountsOf(given, usd);
		else if (kind === 'json') casesOf(given, usd);
		else rowsOfText(textOf(given, usd), name, usd);
	} catch (error) {
		if (!(error instanceof Refusal)) throw error;
		expect(error.message).toContain(`“${name}”`);
		expect(error.message).toMatch(/^[^.].*[.:)]$|\.$/s);
		return error.message;
	}
	return 'taken';
}

describe('files that lie, or are too much', () => {
	const zip = zipSync({ 'xl/workbook.xml': strToU8('<workbook/>') });
	const many = 'a,b\n'.repeat(10_001);
	it.each<[string, string | Uint8Array, string]>([
		['debts.csv', zip, 'an archive or a workbook'],
		['debts.xlsx', 'Name,Owed\nx,1', 'not a supported file type'],
		['debts.csv', '{"cases": []}', 'it is JSON'],
		['cases.json', 'Name,Owed\nx,1', 'not a supported file type'],
		['statement.ofx', 'Name,Owed', 'not a supported file type'],
		['debts.csv', 'OFXHEADER:100\n<OFX>', 'creditor’s statement file'],
		['debts.pdf', '%PDF', 'is not a supported file type'],
		['debts', 'Name', 'is not a supported file type'],
		['empty.csv', '', 'is empty'],
		['large.csv', new Uint8Array(5 * 1024 * 1024 + 1).fill(65), 'larger than 5 MB'],
		['long.csv', many, 'more than 10,000 rows'],
		['nul.csv', 'Name,Owed\nx\u0000,1', 'not text'],
		['noise.csv', new Uint8Array([0x81, 0x8d, 0xff, 0xc3, 0x28]), 'not text'],
		['cut.json', '{"cases": [', 'not valid JSON'],
		['none.json', '{"cases": []}', 'no case in it'],
		['other.json', '{"cases": [{"version": 6, "wish": 1}]}', 'at cases.0'],
		['broken.xlsx', zip.subarray(0, 40), 'an archive, not a workbook'],
		['other.xlsx', zipSync({ 'a.txt': strToU8('x') }), 'an archive, not a workbook'],
		['hollow.xlsx', zip, 'is empty'],
		['broken.ofx', 'OFXHEADER:100\n<OFX><A><B>', 'cannot be read as a creditor’s statement'],
		[
			'none.ofx',
			'<OFX><SIGNONMSGSRSV1><SONRS><A>b</A></SONRS></SIGNONMSGSRSV1></OFX>',
			'no statement'
		]
	])('%s is refused', async (name, content, why) => {
		expect(await refusal(name, content)).toContain(why);
	});

	it.each(weapons())(
		'%s is refused by its count, before anything is made of it',
		async (name, content, why) => {
			const before = process.memoryUsage().rss;
			const began = process.cpuUsage();
			expect(await refusal(name, content)).toContain(why);
			// What others do on the same machine is not counted.
			const { user, system } = process.cpuUsage(began);
			expect((user + system) / 1000).toBeLessThan(2_000);
			expect(process.memoryUsage().rss - before).toBeLessThan(300 * 1024 * 1024);
		}
	);

	it('a workbook whose tags are cut anywhere is counted alike', () => {
		fc.assert(
			fc.property(fc.array(fc.integer({ min: 1, max: 400 }), { maxLength: 8 }), (cuts) => {
				const text =
					'<cols><col min="1" max="9"/></cols><c r="A1"/><c s="1" r="AB12"><v>3</v></c><mergeCell ref="B2:D5"/>';
				const count = sheetCounter();
				let from = 0;
				for (const cut of cuts) {
					count(text.slice(from, from + cut));
					from += cut;
				}
				expect(count(text.slice(from))).toEqual({
					cells: 2,
					lastColumn: 28,
					merged: 12,
					lastWidth: 9
				});
			})
		);
	});

	longOnes(
		'a workbook that unpacks to more than 100 MB, also where it says that it doesn’t',
		async () => {
			const large = new Uint8Array(101 * 1024 * 1024);
			const big = { 'xl/workbook.xml': strToU8('<workbook/>'), 'xl/big.xml': large };
			const bomb = zipSync(big, { level: 1 });
			expect(bomb.length).toBeLessThan(1024 * 1024);
			expect(await refusal('bomb.xlsx', bomb)).toContain('unpacks to more than 100 MB');
			// The sizes that the archive states, in its directory and before each part, put to one byte.
			const lying = bomb.slice();
			const view = new DataView(lying.buffer);
			for (let at = 0; at < lying.length - 46; at += 1) {
				const mark = view.getUint32(at, true);
				if (mark === 0x04034b50) view.setUint32(at + 22, 1, true);
				if (mark === 0x02014b50) view.setUint32(at + 24, 1, true);
			}
			expect(await refusal('lying.xlsx', lying)).toMatch(/unpacks to more than|can’t be read/);
		}
	);

	it('whatever refers to content outside', async () => {
		const entity = '<!DOCTYPE x [<!ENTITY e SYSTEM "file:///etc/passwd">]>';
		expect(await refusal('entity.ofx', ofx2().replace('<OFX>', `${entity}<OFX>`))).toContain(
			'refers to content outside'
		);
		const workbook = zipSync({ 'xl/workbook.xml': strToU8(`${entity}<workbook/>`) });
		expect(await refusal('entity.xlsx', workbook)).toContain('refers to content outside');
		const linked = zipSync({
			'xl/workbook.xml': strToU8('<workbook/>'),
			'xl/externalLinks/externalLink1.xml': strToU8('<externalLink/>')
		});
		expect(await refusal('linked.xlsx', linked)).toContain('refers to content outside');
	});

	it('names of elements that would keep a reader busy for years', async () => {
		const began = performance.now();
		expect(await refusal('slow.ofx', `OFXHEADER:100\n<OFX><${'A'.repeat(60)}`)).toContain(
			'cannot be read'
		);
		expect(await refusal('slow.ofx', `<OFX>${`<${'A'.repeat(20)}`.repeat(200_000)}`)).toContain(
			'cannot be read'
		);
		expect(performance.now() - began).toBeLessThan(5000);
	});
});

describe('texts', () => {
	const table = 'Näme;Owed\nBäckerei;1';
	const utf16 = (little: boolean) => {
		const units = new Uint8Array(2 + 2 * table.length);
		const view = new DataView(units.buffer);
		view.setUint16(0, 0xfeff, little);
		[...table].forEach((letter, at) => view.setUint16(2 + 2 * at, letter.charCodeAt(0), little));
		return units;
	};
	it.each<[string, Uint8Array]>([
		['UTF-8', bytes(table)],
		['UTF-8 with its mark', bytes(`\ufeff${table}`)],
		['UTF-16, little end first', utf16(true)],
		['UTF-16, big end first', utf16(false)],
		['windows-1252', Uint8Array.from(table, (letter) => letter.charCodeAt(0))]
	])('%s', (_, content) => {
		const given = file('list.csv', content);
		expect(kindOf(given, usd)).toBe('csv');
		expect(textOf(given, usd)).toBe(table);
	});
});

describe('a workbook made by hand', () => {
	it('is read below its title, by stored results, without its total', async () => {
		const [sheet, other] = await sheetsOf(file('debts.xlsx', await handMadeWorkbook()), usd);
		expect([sheet?.name, other?.name]).toEqual(['What we owe', 'Groceries']);
		const table = takenTable(sheet?.rows ?? [], {
			name: 'debts.xlsx',
			writing: usd,
			asOf: '2026-12-15' as CalendarDate
		});
		expect(table.lines.flatMap(({ unread }) => unread)).toEqual([]);
		expect(table.lines.map(({ flat }) => flat)).toEqual([
			{
				name: 'Quillmark card',
				balance: 418_236,
				annualRate: 224_900,
				amount: 12_100,
				firstDue: '2027-01-15'
			},
			{
				name: 'Gansey & Oar',
				balance: 278_416,
				annualRate: 229_000,
				amount: 5_600,
				firstDue: '2026-12-20'
			},
			{
				name: 'Van loan',
				balance: 1_048_000,
				annualRate: 79_000,
				amount: 28_439,
				firstDue: '2027-01-05'
			}
		]);
		expect(table.totals).toBe(1);
	});

	it('is refused where it was cut off', async () => {
		const whole = await handMadeWorkbook();
		const cut = await refusal('cut.xlsx', whole.subarray(0, whole.length - 400));
		expect(cut).toContain('cannot be read as a workbook');
	});

	it('has at most 10,000 rows', async () => {
		const workbook = new ExcelJS.Workbook();
		const sheet = workbook.addWorksheet('x');
		for (let row = 0; row <= 10_000; row += 1) sheet.addRow([row]);
		const content = new Uint8Array(await workbook.xlsx.writeBuffer());
		expect(await refusal('long.xlsx', content)).toContain('more than 10,000 rows');
	});
});

describe('a creditor’s statement', () => {
	it.each([
		['1.x', ofx1()],
		['2.x', ofx2()]
	])('of version %s is a balance, an account and what happened', (_, written) => {
		const given = file('statement.ofx', written);
		expect(kindOf(given, usd)).toBe('ofx');
		expect(accountsOf(given, usd)).toEqual([
			{
				creditor: 'Quillmark & Sons',
				account: '4471990012349023',
				currency: { code: 'USD', digits: 2 },
				asOf: '2026-12-12',
				owed: 418_236,
				limit: 600_000,
				transactions: [
					{
						reference: 'q-1',
						date: '2026-11-20',
						amount: -6_150,
						kind: 'charge',
						text: 'Chandlery'
					},
					{
						reference: 'q-2',
						date: '2026-12-01',
						amount: 12_100,
						kind: 'payment',
						text: 'Thank you'
					},
					{
						reference: 'q-3',
						date: '2026-12-10',
						amount: -7_612,
						kind: 'interest',
						text: 'Interest'
					},
					{ reference: 'q-4', date: '2026-12-11', amount: -2_900, kind: 'fee', text: 'Late fee' }
				],
				withdrawn: []
			}
		]);
	});

	it('says which transaction can’t be read', () => {
		const given = file('statement.ofx', ofx2().replace('-61.50', 'soon'));
		expect(() => accountsOf(given, usd)).toThrow('“statement.ofx”, transaction 1: the amount');
	});
});

describe('cases as JSON', () => {
	it('come back equal, several at once, and pass the JSON Schema', () => {
		const validate = new Ajv2020({ strict: false }).compile(jsonSchema());
		fc.assert(
			fc.property(fc.array(anyDocument, { minLength: 1, maxLength: 3 }), (documents) => {
				const written = casesJson(documents);
				const named = { $schema: 'residuum-cases.schema.json', cases: documents };
				expect(written).toBe(`${JSON.stringify(named, null, '\t')}\n`);
				expect(casesOf(file('cases.json', written), usd)).toEqual(documents);
				expect(validate(JSON.parse(written)), JSON.stringify(validate.errors)).toBe(true);
			}),
			{ numRuns: runs(30) }
		);
		expect(validate({ cases: [{ version: 6 }] })).toBe(false);
		expect(validate({ cases: [], wish: 1 })).toBe(false);
		const [document] = fc.sample(anyDocument, 1);
		const on = (asOf: string) => validate({ cases: [{ ...document, asOf }] });
		expect(['2027-12-15', '2028-02-29'].map(on)).toEqual([true, true]);
		expect(['2027-13-45', '2027-02-30', '2027-04-31', '15 Jan 2027'].map(on)).not.toContain(true);
	});

	it('are read back however many there are, and from where the demo keeps them', () => {
		for (const name of readdirSync('demo').filter((file) => /^\d/.test(file))) {
			const given = { name, bytes: readFileSync(join('demo', name)) };
			expect(kindOf(given, usd)).toBe('json');
			expect(casesOf(given, usd)).toHaveLength(1);
		}
		const [first] = demoCases;
		if (!first) throw new Error('a case');
		const many = Array.from({ length: 240 }, () => first);
		const written = { name: 'residuum-cases.json', bytes: bytes(casesJson(many)) };
		expect(written.bytes.length).toBeGreaterThan(5 * 1024 * 1024);
		expect(kindOf(written, usd)).toBe('json');
		expect(casesOf(written, usd)).toHaveLength(240);
		// They go to the server in portions, each as many as one request may hold.
		const portions = portionsOf(many);
		expect(portions.flat()).toEqual(many);
		expect(portions.length).toBeGreaterThan(2);
		for (const portion of portions) {
			expect(JSON.stringify(portion).length).toBeLessThan(2_100_000);
			expect(portion.length).toBeLessThanOrEqual(LIMITS.casesAtOnce);
		}
		expect(portionsOf([])).toEqual([]);
	});

	it('are refused with the field that is not known', () => {
		const [document] = fc.sample(anyDocument, 1);
		const file = { $schema: 'x', cases: [{ ...document, wish: 1 }] };
		const given = { name: 'extra.json', bytes: bytes(JSON.stringify(file)) };
		expect(() => casesOf(given, usd)).toThrow('“extra.json”, at cases.0: There is no field “wish”');
	});

	it('are taken by themselves, and from earlier versions', () => {
		const document = {
			version: 3,
			label: 'Before',
			currency: { code: 'USD', digits: 2 },
			asOf: '2026-12-15',
			debts: []
		};
		const raised = caseDocument.parse(document);
		expect(casesOf(file('case.json', JSON.stringify(document)), usd)).toEqual([raised]);
	});
});
