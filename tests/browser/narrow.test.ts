/** The desk on a small screen, and on a large one at 200 %. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { COLUMNS } from '../../src/routes/cases/[id=uuid]/grid-keys';
import { findings } from '../support/axe';
import { demoCases } from '../support/demo-cases';
import { desk, screen, sitDown } from '../support/page';
import { makeCase } from '../support/residuum';
import { makeTolliver } from '../support/tolliver';

sitDown();

const PHONE = { width: 390, height: 844 };
const AT_200 = { width: 640, height: 400 };
const USUAL = { width: 1280, height: 800 };
let id = '';
beforeAll(async () => {
	({ id } = await makeTolliver(desk.residuum, 'On a small screen'));
});
afterAll(() => screen.page.setViewport(USUAL));

/** How many of some things are whole within the window. */
const inView = (selector: string): Promise<number> =>
	screen.page.$$eval(
		selector,
		(all) =>
			all.filter((one) => {
				const { top, bottom, left, right } = one.getBoundingClientRect();
				return top >= 0 && bottom <= innerHeight && left >= 0 && right <= innerWidth;
			}).length
	);

describe('the debts', () => {
	it('are cards: one unfolds where keys or a finger go into it, and is typed in', async () => {
		await screen.page.setViewport(PHONE);
		await screen.goto(`/cases/${id}`);
		const [folded = 0, unfolded = 0] = await screen.page.evaluate(async () => {
			const line = document.querySelector('[aria-label="Name, line 1"]')?.closest('[role=row]');
			const before = line?.getBoundingClientRect().height ?? 0;
			document.querySelector<HTMLElement>('[aria-label="Name, line 1"]')?.focus();
			await new Promise(requestAnimationFrame);
			return [before, line?.getBoundingClientRect().height ?? 0];
		});
		expect(folded).toBeLessThan(100);
		expect(unfolded).toBeGreaterThan(folded);
		for (const label of ['Balance', 'Annual rate', 'Minimum payment', 'floor', 'First due'])
			expect(
				await screen.page.$$eval(
					'[role=row]:focus-within [data-label]',
					(all, wanted) => all.some((one) => one.getAttribute('data-label') === wanted),
					label
				)
			).toBe(true);
		// Enter goes from field to field, and an arrow into the folded card below, in the same column.
		await screen.press('Enter');
		expect(await screen.focused()).toBe('Balance, line 1');
		await screen.enter('4,000.00');
		const floorOf = (line: number) => `[data-cell="${line}:${COLUMNS.floor}"]`;
		await screen.page.focus(floorOf(0));
		await screen.press('ArrowDown');
		expect(await screen.page.$(`${floorOf(1)}:focus`)).not.toBeNull();
		expect(await inView(':focus')).toBe(1);
		await screen.saved();
		await screen.see('.answer', '$23,046.06');
	});

	it('are four in view at 200 %', async () => {
		await screen.page.setViewport(AT_200);
		await screen.goto(`/cases/${id}`);
		await screen.page.$eval('[role=table]', (table) => table.scrollIntoView());
		expect(await inView('[role=table] [role=row][tabindex]')).toBeGreaterThanOrEqual(4);
	});
});

describe('plans side by side', () => {
	it('are one at a time on a phone, and the next is a swipe away', async () => {
		await screen.page.setViewport(PHONE);
		await screen.goto(`/cases/${id}/plans`);
		const names = '.scroller thead th';
		expect(await inView(names)).toBe(1);
		const left = await screen.page.$eval('.scroller', async (scroller) => {
			scroller.scrollBy(200, 0);
			await new Promise((after) => setTimeout(after, 400));
			return scroller.scrollLeft;
		});
		expect(left).toBeGreaterThan(0);
		expect(await inView(names)).toBe(1);
		// The names of the figures stay beside it.
		expect(await inView('.scroller tbody th')).toBeGreaterThan(3);
		expect(await screen.page.evaluate(() => scrollX)).toBe(0);
	});
});

describe('the casebook', () => {
	it('has the whole name of a client and what is owed in one line', async () => {
		await screen.page.setViewport(PHONE);
		await screen.goto('/');
		await screen.search('On a small screen');
		await screen.page.waitForFunction(() => document.querySelectorAll('[data-case]').length === 1);
		const { width, whole } = await screen.page.$eval('[data-case]', (link) => ({
			width: link.clientWidth,
			whole: link.scrollWidth <= link.clientWidth
		}));
		expect(whole).toBe(true);
		expect(width).toBeGreaterThan(150);
	});

	it('has what can be done with a case behind one button', async () => {
		const other = 'Under a finger';
		await makeCase(desk.residuum, other);
		await screen.page.setViewport(PHONE);
		await screen.goto('/');
		await screen.search(other);
		// The lines move while what is said above them grows with what is typed.
		await screen.answer(new RegExp(`labelled “${other}”`));
		await screen.page.waitForFunction(() => document.querySelectorAll('[data-case]').length === 1);
		await screen.click(`[aria-label="More for ${other}"]`);
		await screen.see('[role=dialog]', 'Export (JSON)');
		expect(await findings(screen, '[role=dialog]')).toEqual([]);
		await screen.clickText('[role=dialog] button', 'Rename');
		await screen.fill('Client label', `${other}, renamed`);
		await screen.press('Enter');
		await screen.see('[data-case]', `${other}, renamed`);
		await screen.click(`[aria-label="More for ${other}, renamed"]`);
		await screen.press('Escape');
		expect(await screen.focused()).toBe(`More for ${other}, renamed`);
		await screen.press('Enter');
		await screen.clickText('[role=dialog] button', 'Delete');
		await screen.see('.notice', `“${other}, renamed” is deleted.`);
	});
});

describe('a plan', () => {
	it('keeps its budget in reach however far the page is scrolled, on a phone too', async () => {
		for (const size of [PHONE, AT_200, USUAL]) {
			await screen.page.setViewport(size);
			await screen.goto(`/cases/${id}/plan`);
			for (const share of [0, 0.5, 1]) {
				await screen.page.evaluate((to) => scrollTo(0, document.body.scrollHeight * to), share);
				expect(await inView('[aria-label="Monthly budget"]')).toBe(1);
			}
		}
	});

	it('has a chart that can be read beside changes, a warning and the answer before', async () => {
		await screen.page.setViewport(USUAL);
		const boatyard = demoCases.find(({ label }) => label.includes('boatyard'));
		if (!boatyard) throw new Error('a demo');
		const { debts, plans, choices, against, sheet, style } = boatyard;
		const fields = { plans, choices, against, sheet, style };
		const made = await makeCase(desk.residuum, 'With a warning', debts, {}, fields);
		const settled = plans.find(({ changes }) => changes.some(({ kind }) => kind === 'settle'));
		await screen.goto(`/cases/${made.id}/plan?of=${settled?.id ?? ''}`);
		await screen.see('main', 'less than the minimum payments');
		await screen.page.select('[aria-label="Kind of monthly budget"]', 'constant');
		await screen.see('.before', 'Before this change');
		await screen.page.waitForSelector('html:not([data-drawing])');
		const heights = await screen.page.$$eval('.picture canvas', (all) =>
			all.map((canvas) => canvas.getBoundingClientRect().height)
		);
		expect(Math.min(...heights)).toBeGreaterThanOrEqual(220);
	});
});

describe('a screen under a finger', () => {
	it('has targets of 44 pixels for what stands by itself, and is no wider for it', async () => {
		await screen.page.setViewport({ ...PHONE, hasTouch: true, isMobile: true });
		for (const path of ['/', `/cases/${id}`, `/cases/${id}/plan`, `/cases/${id}/plans`]) {
			await screen.goto(path);
			const low = await screen.page.$$eval(
				':is(.views a, .tools > button, .actions > :is(a, button), .acts > button, .bar > button, select)',
				(all) =>
					all
						.filter((one) => one.checkVisibility() && one.getBoundingClientRect().height < 43.5)
						.map((one) => one.getAttribute('aria-label') ?? one.textContent)
			);
			expect(low, path).toEqual([]);
			expect(await screen.page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
		}
		await screen.page.setViewport(USUAL);
	});
});
