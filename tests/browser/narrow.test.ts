/** The desk on a small screen, and on a large one at 200 %. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { COLUMNS } from '../../src/routes/cases/[id=uuid]/grid-keys';
import { demoCases } from '../support/demo-cases';
import { desk, screen, sitDown } from '../support/page';
import { makeCase } from '../support/residuum';

sitDown();

const PHONE = { width: 390, height: 844 };
const AT_200 = { width: 640, height: 400 };
const USUAL = { width: 1280, height: 800 };
let id = '';
beforeAll(async () => {
	const [document] = demoCases;
	if (!document) throw new Error('a demo');
	const { debts, plans, choices, against, sheet, style } = document;
	const made = { plans, choices, against, sheet, style };
	({ id } = await makeCase(desk.residuum, 'On a small screen', debts, {}, made));
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
});
