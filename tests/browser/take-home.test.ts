/** A plan that is taken home: opened from a disk, without a network, on a phone. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openBrowser } from '../../scripts/browser.mjs';
import { planOf } from '../../src/lib/core/plan/walk';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents, type Cents } from '../../src/lib/core/quantities/money';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import type { CaseDocument } from '../../src/lib/document/case';
import { HANDOUT_LANGUAGES } from '../../src/lib/document/handout-parts';
import { casesJson } from '../../src/lib/exchange/case-json';
import { handoutWriting } from '../../src/lib/handout/handout';
import { writeMoney, writeMonth } from '../../src/lib/reading/written';
import { triedTerms } from '../../src/lib/take-home/take-home';
import { findings } from '../support/axe';
import { demoCases } from '../support/demo-cases';
import { desk, screen, sitDown } from '../support/page';
import { makeCase } from '../support/residuum';

sitDown();

const [ferry] = demoCases;
if (!ferry) throw new Error('a demo');
const folder = mkdtempSync(join(tmpdir(), 'residuum-take-home-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** What `convert` writes of the household's first plan. */
function fileIn(document: CaseDocument): string {
	const { language } = document.handout;
	const [from, to] = [join(folder, `${language}.json`), join(folder, `${language}.html`)];
	writeFileSync(from, casesJson([document]));
	execFileSync(process.execPath, ['scripts/convert.mjs', from, to, '--plan', 'Highest rate first']);
	return to;
}

/** A phone without a network: a browser of its own, in which every request and every error is seen. */
let phone: Awaited<ReturnType<typeof openBrowser>>;
let seen: string[] = [];
beforeAll(async () => void (phone = await openBrowser()));
afterAll(() => phone.close());

async function opened(file: string, today: string): Promise<Page> {
	const page = await phone.browser.newPage();
	await page.setOfflineMode(true);
	await page.setViewport({ width: 390, height: 844, hasTouch: true, isMobile: true });
	seen = [];
	page.on('console', (message) => seen.push(message.text()));
	page.on('pageerror', (error) => seen.push(String(error)));
	page.on('request', (request) => {
		if (!/^(data|file):/.test(request.url())) seen.push(request.url());
	});
	await page.evaluateOnNewDocument((day) => {
		const Real = Date;
		globalThis.Date = class extends Real {
			constructor(...given: []) {
				super(...((given.length === 0 ? [day] : given) as []));
			}
		} as DateConstructor;
	}, `${today}T09:30:00`);
	await page.goto(`file://${file}`);
	return page;
}

/** With every space as a plain one: figures of some languages have narrow ones. */
const spaced = (text: string): string => text.replace(/\s+/g, ' ').trim();
const moneyIn = (amount: Cents, writing: ReturnType<typeof handoutWriting>): string =>
	spaced(writeMoney(amount, writing));
const textOf = (page: Page, selector: string): Promise<string> =>
	page.$eval(selector, (element) => (element as HTMLElement).innerText).then(spaced);
const linesOf = (page: Page, selector: string): Promise<string[]> =>
	page
		.$$eval(`${selector} li`, (all) => all.map((one) => one.innerText))
		.then((lines) => lines.map(spaced));
const slide = (page: Page, to: number): Promise<void> =>
	page.$eval(
		'#more',
		(input, value) => {
			(input as HTMLInputElement).value = String(value);
			input.dispatchEvent(new Event('input'));
		},
		to
	);

describe.each(HANDOUT_LANGUAGES)('a plan at home, in %s', (language) => {
	const paper: CaseDocument = { ...ferry, handout: { ...ferry.handout, language } };
	const writing = handoutWriting(paper);
	const [entry] = paper.plans;
	if (!entry) throw new Error('a plan');
	const { debts, terms, plan } = carriedPlan(paper, entry);
	let file = '';
	beforeAll(() => void (file = fileIn(paper)));

	it('has the plan’s own figures at every stop of its slider, and with an amount once', async () => {
		const page = await opened(file, '2027-03-09');
		// What is tried begins in the month of the clock, which is the plan’s third.
		const march = { month: 3, day: '2027-03-01' as CalendarDate };
		for (const stop of [0, 1, 8, 20]) {
			await slide(page, stop);
			const tried = { more: cents(stop * 500), from: march, once: cents(0), month: 3 };
			const came = planOf(debts, triedTerms(terms, tried));
			const lines = await linesOf(page, '#payoffs');
			for (const { payoffDate } of came.debts) {
				const month = payoffDate && writeMonth(payoffDate, writing);
				expect(lines.some((line) => month !== null && line.includes(month))).toBe(true);
			}
			if (stop === 0) continue;
			const said = await textOf(page, '#tried');
			expect(said).toContain(moneyIn(cents(plan.totalInterest - came.totalInterest), writing));
			const { ending } = came;
			expect(
				ending.status === 'cleared' && said.includes(writeMonth(ending.payoffDate, writing))
			).toBe(true);
		}
		await page.type('#once', '500');
		const both = { more: cents(10_000), from: march, once: cents(50_000), month: 3 };
		const came = planOf(debts, triedTerms(terms, both));
		expect(await textOf(page, '#tried')).toContain(
			moneyIn(cents(plan.totalInterest - came.totalInterest), writing)
		);
		await page.click('#start-over');
		expect(await page.$eval('#once', (input) => (input as HTMLInputElement).value)).toBe('');
		expect(await textOf(page, '#payoffs')).not.toContain('2029-');
		expect(seen).toEqual([]);
		await page.close();
	});

	it('shows the month of the phone’s clock, to the cent, from the first to after the last', async () => {
		for (const [today, month] of [
			['2026-11-30', 1],
			['2027-04-01', 4],
			['2029-07-31', 31]
		] as const) {
			const page = await opened(file, today);
			const of = plan.kept[month - 1];
			if (!of) throw new Error('a month');
			const lines = await linesOf(page, '#month');
			expect(lines.at(-1)).toContain(moneyIn(of.paid, writing));
			for (const { index, paid } of of.shares)
				if (paid > 0) {
					const name = paper.debts.find(({ id }) => id === debts[index]?.id)?.name ?? '';
					expect(lines.find((line) => line.includes(name))).toContain(moneyIn(paid, writing));
				}
			await page.close();
		}
		const late = await opened(file, '2031-05-05');
		expect(await linesOf(late, '#month')).toEqual([]);
		expect(await late.$eval('#what-if', (element) => (element as HTMLElement).hidden)).toBe(true);
		await late.close();
	});

	it('is readable, fits its phone, and loads nothing', async () => {
		const page = await opened(file, '2027-01-10');
		const wide = await page.evaluate(() => [
			document.documentElement.scrollWidth,
			[...document.fonts].filter(({ status }) => status === 'loaded').length
		]);
		expect(wide).toEqual([390, 4]);
		expect(await findings({ page })).toEqual([]);
		const small = await page.$$eval(
			'button:not([hidden]), input, select, summary',
			(all) =>
				all.filter((one) => one.checkVisibility() && one.getBoundingClientRect().height < 44).length
		);
		expect(small).toBe(0);
		expect(seen).toEqual([]);
		await page.close();
	});

	it('without scripts says what it says, and offers nothing that can’t be', async () => {
		const page = await phone.browser.newPage();
		await page.setJavaScriptEnabled(false);
		await page.goto(`file://${file}`);
		expect(await linesOf(page, '#month')).toHaveLength(7);
		expect(await page.$eval('#what-if', (element) => (element as HTMLElement).hidden)).toBe(true);
		await page.close();
	});
});

describe('a typed amount', () => {
	it('that can’t be read says so, and leaves the plan as it is', async () => {
		const page = await opened(fileIn(ferry), '2027-01-10');
		await page.type('#once', 'lots');
		expect(await textOf(page, '#once-problem')).toBe(
			'“lots” is not an amount. Write it like 400.00.'
		);
		expect(await page.$eval('#once', (input) => input.ariaInvalid)).toBe('true');
		await page.close();
	});
});

describe('Export', () => {
	it('makes the file beside the page', async () => {
		const { debts, plans, choices, against, sheet, handout, style } = ferry;
		const made = { plans, choices, against, sheet, handout, style };
		const { id } = await makeCase(desk.residuum, 'Taken home', debts, {}, made);
		const session = await screen.page.createCDPSession();
		await session.send('Browser.setDownloadBehavior', { behavior: 'allow', downloadPath: folder });
		await screen.goto(`/cases/${id}/plan`);
		await screen.clickText('.tools button', 'Export');
		await screen.clickText('.offer', 'Take home (HTML)');
		const found = () => readdirSync(folder).find((name) => /^taken-home-.*\.html$/.test(name));
		await expect.poll(found).toBeTruthy();
		const file = readFileSync(join(folder, found() ?? ''), 'utf8');
		expect(file).toContain('everything is paid off in <strong>July 2029</strong>');
	});
});
