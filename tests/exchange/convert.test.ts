import { simpleParser } from 'mailparser';
import { execFile } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BUILD, ensureBuild } from '../../scripts/prepare.mjs';
import { readBeside, TABLE } from '../../src/convert/read-beside';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { casesJson } from '../../src/lib/exchange/case-json';
import { casesIn } from '../../src/lib/exchange/convert';
import { USUAL_STYLE } from '../../src/lib/messages/style';
import { demoCases } from '../support/demo-cases';
import { handMadeWorkbook, ofx1 } from '../support/files';

const [ferry] = demoCases;
if (!ferry) throw new Error('a demo');

const folder = mkdtempSync(join(tmpdir(), 'residuum-convert-'));
afterAll(() => rmSync(folder, { recursive: true }));
const at = (name: string): string => join(folder, name);

beforeAll(ensureBuild, 300_000);
const READER = join(BUILD, 'commands/read-file.js');

/** Runs the command; how it ended and what it said. */
const convert = (...args: readonly string[]): Promise<{ code: number; said: string }> =>
	new Promise((resolve) => {
		execFile(process.execPath, ['scripts/convert.mjs', ...args], (error, _, errors) =>
			resolve({ code: error ? 1 : 0, said: errors.trim() })
		);
	});

describe('the convert command', () => {
	it('takes a workbook to JSON and on to CSV', async () => {
		writeFileSync(at('debts.xlsx'), await handMadeWorkbook());
		expect(await convert(at('debts.xlsx'), at('debts.json'), '--as-of', '2026-12-15')).toEqual({
			code: 0,
			said: ''
		});
		const { cases } = JSON.parse(readFileSync(at('debts.json'), 'utf8')) as {
			cases: { debts: { balance: number }[] }[];
		};
		expect(cases.map(({ debts }) => debts.map(({ balance }) => balance))).toEqual([
			[418_236, 278_416, 1_048_000]
		]);
		expect(await convert(at('debts.json'), at('one.csv'), '--debt', 'Van loan')).toEqual({
			code: 0,
			said: ''
		});
		expect(readFileSync(at('one.csv'), 'utf8').split('\r\n')[1]).toMatch(
			/^Van loan,,,10480\.00,,7\.9000,amount,,,,0\.00,0\.00,284\.39,/
		);
	});

	it('takes a statement to CSV', async () => {
		writeFileSync(at('card.ofx'), ofx1());
		expect(await convert(at('card.ofx'), at('card.csv'))).toEqual({ code: 0, said: '' });
		expect(readFileSync(at('card.csv'), 'utf8')).toContain(
			'Quillmark & Sons,,4471990012349023,4182.36'
		);
	});

	it('takes a case to a message in Spanish, with all that goes with it', async () => {
		writeFileSync(at('ferry.json'), casesJson([ferry]));
		const words = ['--plan', 'Two cards moved to an offer', '--lang', 'es', '--paper', 'letter'];
		expect(await convert(at('ferry.json'), at('plan.eml'), ...words)).toEqual({
			code: 0,
			said: ''
		});
		const mail = await simpleParser(readFileSync(at('plan.eml')));
		expect(mail.subject).toBe('Su plan de pagos, Tolliver household, ferry and bakery');
		expect(mail.text).toContain('todo queda pagado en junio de 2029');
		expect(mail.attachments.map(({ filename }) => filename?.split('.').at(-1))).toEqual([
			'pdf',
			'html',
			'ics',
			'xlsx'
		]);
	});

	it('refuses a paper that there is none of, and writes nothing', async () => {
		writeFileSync(at('ferry.json'), casesJson([ferry]));
		const { code, said } = await convert(at('ferry.json'), at('x.pdf'), '--paper', 'a5');
		expect([code, said]).toEqual([1, '--paper is “a5”; allowed is a4, letter.']);
		expect(existsSync(at('x.pdf'))).toBe(false);
	});

	it.each<[string, string, readonly string[], string]>([
		[
			'unread.csv',
			'Name,Owed\nOne,1\nTwo,soon',
			[],
			'“unread.csv”, row 3, Balance: “soon” is not an amount'
		],
		['currency.csv', 'Name,Owed\nx,1', ['--currency', 'ABC'], 'There is no currency “ABC”']
	])('refuses %s in one sentence', async (name, content, more, why) => {
		writeFileSync(at(name), content);
		const { code, said } = await convert(at(name), at('out.json'), ...more);
		expect(code).toBe(1);
		expect(said).toContain(why);
		expect(said.split('\n')).toHaveLength(1);
	});

	it.each([
		['either.csv', 'Name,Owed\nx,4.180', 'can be read in two ways. Choose with --numbers point'],
		['none.csv', 'Name,Shoe\nx,1', 'no balance column']
	])('does not guess at %s', async (name, content, why) => {
		const currency = { code: 'USD', digits: 2 as const };
		const fresh = { label: 'x', currency, style: USUAL_STYLE, asOf: '2026-12-15' as CalendarDate };
		const locale = { language: 'en' } as const;
		const wanted = { fresh, style: {}, locale, newId: () => crypto.randomUUID() };
		const file = { name, bytes: new TextEncoder().encode(content) };
		await expect(casesIn(file, wanted)).rejects.toThrow(why);
	});

	it.each([
		['takes too long', { longest: 1 }],
		['takes more of this machine than a file of its kind may', { memory: 20 }],
		['takes more of this machine than a file of its kind may', { heap: 12 }]
	])('lets a file go that %s, and is there afterwards', async (why, limits) => {
		const currency = { code: 'USD', digits: 2 as const };
		const fresh = { label: 'x', currency, style: USUAL_STYLE, asOf: '2026-12-15' as CalendarDate };
		const wanted = { fresh, style: {}, locale: { language: 'en' } as const };
		const lines = Array.from({ length: 9_000 }, (_, index) => `Debt ${index},${index}.00,18.00%`);
		const file = {
			name: 'long.csv',
			bytes: new TextEncoder().encode(['Name,Owed,Rate', ...lines].join('\n'))
		};
		await expect(readBeside(READER, file, wanted, { ...TABLE, ...limits })).rejects.toThrow(why);
	});
});
