/** PDFs as other programs read them: their text, their faces, their pages. */
import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { afterAll, describe, expect, it } from 'vitest';
import { HANDOUT_LANGUAGES } from '../../src/lib/document/handout-parts';
import { writtenPdf } from '../../src/convert/pdf';
import { depositsOf } from '../../src/lib/core/plan/deposit';
import { agencyIn, houseOn } from '../../src/lib/document/agency';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import { namedTerms } from '../../src/lib/document/change';
import { creditorOfDebt, creditorsIn, CreditorNames } from '../../src/lib/document/creditors';
import { byCreditor, type PaidOutLine } from '../../src/lib/document/paid-out';
import { paymentsOutCsv } from '../../src/lib/exchange/paid-out-csv';
import type { Handout } from '../../src/lib/handout/blocks';
import { handoutOf } from '../../src/lib/handout/handout';
import { letterOf } from '../../src/lib/handout/letter';
import { scheduleOf } from '../../src/lib/handout/schedule';
import { writeMoney } from '../../src/lib/reading/written';
import { demoCases, demoReference, handedIn } from '../support/demo-cases';
import { plainHandout } from '../support/plain-handout';
import { drawnOf, longOnes } from '../support/random';

const folder = mkdtempSync(join(tmpdir(), 'residuum-pdf-'));
afterAll(() => rmSync(folder, { recursive: true }));
const hasReaders = existsSync('/usr/bin/pdftotext');
if (!hasReaders) console.warn('PDFs are not read back: there is no pdftotext here');

const [ferry] = demoCases;
const [entry] = ferry?.plans ?? [];
if (!ferry || !entry) throw new Error('a demo');

async function read(handout: Handout) {
	const path = join(folder, 'handout.pdf');
	writeFileSync(path, await writtenPdf(handout));
	const run = (program: string, ...words: string[]) =>
		execFileSync(program, words, { encoding: 'utf8' });
	return {
		pages: run('pdftotext', '-layout', path, '-').split('\f').slice(0, -1),
		fonts: run('pdffonts', path).trim().split('\n').slice(2),
		info: run('pdfinfo', path),
		/** What it is for whoever has it read out; of many pages that takes its reader long. */
		structure: () => run('pdfinfo', '-struct-text', path),
		raw: readFileSync(path, 'latin1')
	};
}

/** Without the spaces, which a layout puts in. */
const dense = (text: string) => text.replaceAll(/\s+/g, '');

describe.runIf(hasReaders)('the PDF of a handout', () => {
	it.each(drawnOf(HANDOUT_LANGUAGES))(
		'has every word and figure of it, in %s',
		async (language) => {
			const handout = handoutOf(handedIn(ferry, { language, paper: 'a4' }), entry);
			const { pages, fonts, info } = await read(handout);
			const text = dense(pages.join(''));
			for (const line of plainHandout(handout).split('\n').slice(1)) {
				const parts = line === line.toUpperCase() && /[A-Z]{3}/.test(line) ? [] : line.split('  ');
				for (const part of parts) expect(text).toContain(dense(part));
			}
			for (const block of handout.blocks) {
				if (block.kind === 'heading') expect(text).toContain(dense(block.text));
			}
			expect(fonts.length).toBeGreaterThan(2);
			for (const font of fonts) expect(font).toMatch(/ yes yes yes +\d+/);
			expect(info).toMatch(/Page size: +595\.28 x 841\.89/);
			expect(pages).toHaveLength(2);
			pages.forEach((page, at) => {
				expect(dense(page)).toContain(dense(handout.page(at + 1, pages.length)));
				const last = page.trimEnd().split('\n').at(-1)?.trim();
				const headings = handout.blocks.flatMap((block) =>
					block.kind === 'heading' ? [block.text] : []
				);
				expect(headings).not.toContain(last);
			});
		}
	);

	it.each(drawnOf(HANDOUT_LANGUAGES))(
		'can be read out in its order, in %s: headings, tables by their heads, pictures in words',
		async (language) => {
			const house = houseOn(agencyIn(demoReference), ferry.asOf);
			const handout = handoutOf(handedIn(ferry, { language }), entry, null, house);
			const { info, raw, ...pdf } = await read(handout);
			const structure = pdf.structure();
			expect(info).toMatch(/Tagged: +yes/);
			expect(raw).toMatch(new RegExp(`/Lang \\(${language}\\)`));
			const kinds = [...structure.matchAll(/^ {2}(\w+)/gm)].map(([, kind]) => kind);
			const wanted = handout.blocks.flatMap((block) =>
				block.kind === 'letterhead'
					? ['Figure', 'P']
					: {
							heading: 'H2',
							lines: 'P',
							answer: 'H1',
							sentence: 'P',
							picture: 'Figure',
							table: 'Table'
						}[block.kind]
			);
			expect(kinds).toEqual(wanted);
			// All of it, word by word and in order: nothing that is drawn is left out, or said twice.
			const said = [...structure.matchAll(/^ +"(.*)"$/gm)].map(([, text]) => text).join(' ');
			const tables = handout.blocks.filter((block) => block.kind === 'table');
			let from = 0;
			for (const block of handout.blocks) {
				if (block.kind === 'picture' || block.kind === 'letterhead') continue;
				const text =
					block.kind === 'table'
						? [
								...block.columns.map(({ heading }) => heading),
								...block.rows.flatMap(({ letter, cells }) => [letter ?? '', ...cells])
							].join(' ')
						: block.kind === 'heading'
							? block.text
							: block.kind === 'lines'
								? block.lines.join(' ')
								: block.sentence.map((phrase) => phrase.text).join('');
				const at = dense(said).indexOf(dense(text), from);
				expect([text, at >= from]).toEqual([text, true]);
				from = at + dense(text).length;
			}
			// A word that ends a line is apart from the one that begins the next.
			expect(said).not.toMatch(/31months|31mois|31Monate|31meses/);
			const count = (pattern: RegExp) => structure.match(pattern)?.length;
			const cells = tables.flatMap((table) => (table.kind === 'table' ? [table] : []));
			expect(count(/\/Scope \/Column/g)).toBe(
				cells.reduce((sum, { columns }) => sum + columns.length, 0)
			);
			expect(count(/\/Scope \/Row/g)).toBe(cells.reduce((sum, { rows }) => sum + rows.length, 0));
			expect(raw.match(/\/Alt /g)).toHaveLength(kinds.filter((kind) => kind === 'Figure').length);
		}
	);

	it('says of a long table once what it is, however many pages it takes', async () => {
		const [card] = ferry.debts;
		const handout = card && scheduleOf(ferry, { ...card, pays: { kind: 'required' } as never });
		if (!handout) throw new Error('a schedule');
		const { pages, ...pdf } = await read(handout);
		expect(pages.length).toBeGreaterThan(2);
		const structure = pdf.structure();
		const table = handout.blocks.find((block) => block.kind === 'table');
		if (table?.kind !== 'table') throw new Error('a table');
		expect(structure.match(/^ {2}Table/gm)).toHaveLength(1);
		expect(structure.match(/Scope \/Column/g)).toHaveLength(table.columns.length);
		expect(structure.match(/Scope \/Row/g)).toHaveLength(table.rows.length);
	});

	it('breaks a name of eighty letters without a space, and sets nothing smaller for it', async () => {
		const name = 'W'.repeat(80);
		const debts = ferry.debts.map((debt, at) => (at === 0 ? { ...debt, name } : debt));
		const { pages } = await read(handoutOf({ ...ferry, debts }, entry));
		expect(dense(pages.join(''))).toContain(name);
		const usual = await read(handoutOf(ferry, entry));
		expect(pages).toHaveLength(usual.pages.length);
	});

	it('is on Letter where that is chosen, and prints names of any letters', async () => {
		const debts = ferry.debts.map((debt, at) =>
			at === 0 ? { ...debt, name: 'Łódź & Søn 借金' } : debt
		);
		const { pages, info } = await read(
			handoutOf({ ...handedIn(ferry, { paper: 'letter' }), debts }, entry)
		);
		expect(info).toMatch(/Page size: +612 x 792/);
		expect(dense(pages[0] ?? '')).toContain('Łódź&Søn??');
		expect(pages.join('')).toContain('cannot be printed');
	});

	longOnes(
		'of a schedule of thirty years by the week repeats its head on every page, and has every payment',
		async () => {
			const [card] = ferry.debts;
			if (!card) throw new Error('a debt');
			const weekly = {
				...card,
				balance: 40_000_000 as never,
				annualRate: 60_000 as never,
				required: {
					kind: 'level',
					periods: 1560,
					balloon: 0,
					roundPayment: 'nearest',
					atTerm: 'settle'
				} as never,
				pays: { kind: 'required' } as never,
				extra: 0 as never,
				events: [],
				lending: { ...card.lending, paymentsPerYear: 52 as never }
			};
			const handout = scheduleOf({ ...ferry, debts: [weekly] }, weekly);
			if (!handout) throw new Error('a schedule');
			const { pages } = await read(handout);
			expect(pages.length).toBeGreaterThan(25);
			for (const page of pages) expect(page).toMatch(/no\..*due.*opening/);
			const numbers = pages.flatMap((page) =>
				[...page.matchAll(/^ *(\d+) +\d+ \w{3} \d{4} /gm)].map(([, k]) => Number(k))
			);
			expect(numbers).toEqual(Array.from({ length: 1560 }, (_, at) => at + 1));
		}
	);
});

describe.runIf(hasReaders)('letters, list and handout of one plan', () => {
	const plan = ferry.plans.find(({ programme }) => programme !== null);
	if (!plan?.programme) throw new Error('a plan with one deposit');
	const { debts, plan: carried } = carriedPlan(ferry, plan);
	const deposits = depositsOf(debts, carried, plan.programme.day);
	const house = houseOn(agencyIn(demoReference), ferry.asOf);
	const names = new CreditorNames(creditorsIn(demoReference));
	const money = (amount: Parameters<typeof writeMoney>[0]) =>
		writeMoney(amount, { language: 'en', currency: ferry.currency });

	it('agree to the cent, as another program reads them', async () => {
		const handout = dense((await read(handoutOf(ferry, plan, null, house))).pages.join(''));
		const [first, second, third] = deposits;
		if (!first || !second || !third) throw new Error('three months');
		expect(handout).toContain(dense(`Pay one amount: ${money(first.deposit)}`));
		const lines: PaidOutLine[] = third.paidOut.map(({ index, date, amount }) => ({
			caseId: '',
			label: ferry.label,
			creditor: ferry.debts[index]?.name ?? '',
			account: '',
			currency: ferry.currency,
			date,
			amount
		}));
		const list = Papa.parse<Record<string, string>>(paymentsOutCsv(byCreditor(lines)), {
			header: true,
			skipEmptyLines: true
		}).data;
		const cents = (text: string | undefined) => Math.round(100 * Number(text));
		// What is listed and the fee are what the client deposits.
		const listed = list.reduce((sum, line) => sum + cents(line['Amount']), 0);
		expect(listed + third.fee).toBe(third.deposit);
		for (const named of plan.changes.flatMap(namedTerms)) {
			const debt = ferry.debts.find(({ id }) => id === named.debt);
			if (!debt || !('payment' in named) || named.payment === null) continue;
			const letter = letterOf(ferry, plan, debt.id, {
				creditor: creditorOfDebt(debt, names),
				house,
				counselor: 'Ines Marlow',
				day: ferry.asOf
			});
			if (!letter) throw new Error('a letter');
			const { pages, fonts, info, structure } = await read(letter);
			const text = dense(pages.join(''));
			expect(pages).toHaveLength(1);
			for (const font of fonts) expect(font).toMatch(/ yes yes yes +\d+/);
			expect(info).toMatch(/Tagged: +yes/);
			const kinds = structure().match(/^ {2}\w+/gm) ?? [];
			expect(kinds).toHaveLength(
				letter.blocks.length + letter.blocks.filter(({ kind }) => kind === 'letterhead').length
			);
			for (const line of plainHandout(letter).split('\n').slice(1)) {
				const parts = line === line.toUpperCase() ? [] : line.split('  ');
				for (const part of parts) expect(text).toContain(dense(part));
			}
			expect(text).toContain(dense(money(named.payment)));
			const paid = list.find((one) => one['Creditor'] === debt.name)?.['Amount'];
			// A debt that gets what the others free gets more than it agreed to, and none gets less.
			if (named.reply.is === 'refused') continue;
			expect(cents(paid)).toBeGreaterThanOrEqual(named.payment);
			if (cents(paid) === named.payment) expect(handout).toContain(dense(paid ?? ''));
		}
	});
});
