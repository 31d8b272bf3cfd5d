/** What the convert command writes, of a case, a debt, a plan. */
import { describe, expect, it } from 'vitest';
import { writtenPdf } from '../../src/convert/pdf';
import { emlOf } from '../../src/lib/exchange/mail';
import { casesOf } from '../../src/lib/exchange/cases-read';
import { converted, type Chosen } from '../../src/lib/handout/convert';
import { demoCases } from '../support/demo-cases';
import { recalculated } from '../support/recalculated';

const [ferry] = demoCases;
if (!ferry) throw new Error('a demo');
const locale = { language: 'en' } as const;
const write = (kind: string, fields: Partial<Chosen> = {}, documents = [ferry]) =>
	converted(
		kind,
		documents,
		{ locale, now: new Date('2026-12-15T12:00:00Z'), newId: () => 'one', ...fields },
		{ pdf: writtenPdf, mail: emlOf },
		`x.${kind}`
	);
const bytesOf = async (...of: Parameters<typeof write>): Promise<Uint8Array> => {
	const content = await write(...of);
	return typeof content === 'string' ? new TextEncoder().encode(content) : content;
};
const textOf = async (...of: Parameters<typeof write>) =>
	new TextDecoder().decode(await bytesOf(...of));

describe('a case is written', () => {
	it('as every kind, in the language and on the paper that is wished', async () => {
		const spanish = { language: 'es', paper: 'letter' } as const;
		expect((await textOf('pdf', spanish)).slice(0, 5)).toBe('%PDF-');
		expect(await textOf('ics', spanish)).toContain('SUMMARY:Pagar $121.00 a Quillmark card');
		expect(await textOf('svg', spanish)).toMatch(/abr 2027.*<\/svg>$/s);
		const months = (await textOf('csv', { plan: 'Minimums only' })).split('\r\n');
		expect(months).toHaveLength(302);
		expect((await textOf('csv')).split('\r\n')).toHaveLength(8);
		const bytes = await bytesOf('json', {}, [ferry, ferry]);
		expect(casesOf({ name: 'x.json', bytes }, locale)).toEqual([ferry, ferry]);
	});

	it('as the workbook of one debt, and of a plan', async () => {
		for (const of of [{ debt: 'Quillmark card' }, { plan: 'One loan for the five cards' }]) {
			const book = await recalculated(await bytesOf('xlsx', of));
			const row = book.rowOf('Terms', 'Total interest');
			expect(book.at('Terms', `B${row + 4}`)).toMatch(/^Equal to the exported figures/);
		}
	});

	it.each<[string, Partial<Chosen>, string]>([
		['ics', { debt: 'Quillmark card' }, 'a debt. Supported are .csv, .xlsx and .pdf'],
		['eml', { debt: 'Quillmark card' }, 'a debt. Supported are .csv, .xlsx and .pdf'],
		['pdf', { plan: 'Nobody’s' }, 'There is no plan named “Nobody’s”.'],
		['xlsx', { debt: 'Nobody’s' }, 'There is no debt named “Nobody’s”.'],
		['pdf', { debt: 'Quillmark card', plan: 'Minimums only' }, 'either --debt or --plan'],
		['doc', {}, 'Supported are .json, .csv, .xlsx, .ics, .pdf, .svg and .eml'],
		['json', { plan: 'Minimums only' }, 'holds whole cases']
	])('as %s of %o not at all, which is said', async (kind, fields, why) => {
		await expect(write(kind, fields)).rejects.toThrow(why);
	});

	it('not at all where there is nobody to write to, nothing to write of, or too much', async () => {
		const nobody = { ...ferry, handout: { ...ferry.handout, email: '' } };
		await expect(write('eml', {}, [nobody])).rejects.toThrow('has no email address');
		await expect(write('xlsx', {}, [{ ...ferry, debts: [] }])).rejects.toThrow('cannot be created');
		await expect(write('pdf', {}, [ferry, ferry])).rejects.toThrow('must be exactly one case');
	});
});
