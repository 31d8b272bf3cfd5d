import type { HTTPRequest } from 'puppeteer-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { openDesk, type Desk, type Screen } from '../support/page';
import { card } from '../support/debts';
import { demoCases } from '../support/demo-cases';
import { largestCase } from '../support/largest-case';
import { caseNow, makeCase, startResiduum, type Residuum } from '../support/residuum';

let residuum: Residuum;
let desk: Desk;
let screen: Screen;
let path: string;
beforeAll(async () => {
	residuum = await startResiduum();
	desk = await openDesk(residuum);
	const { id } = await makeCase(residuum, 'Refusals', [card()]);
	path = `/cases/${id}`;
	screen = await desk.open(path);
});
afterAll(() => desk.close());

/** The fields that what is said of a refused one covers, by their labels. */
const fieldsBelowNote = () =>
	screen.page.$eval('.problem', (note) => {
		const { left, right, top, bottom } = note.getBoundingClientRect();
		return [...document.querySelectorAll('[aria-label]:is(input, select)')]
			.filter((field) => {
				const box = field.getBoundingClientRect();
				return box.left < right && box.right > left && box.top < bottom && box.bottom > top;
			})
			.map((field) => field.getAttribute('aria-label'));
	});

describe('what can’t be meant', () => {
	afterEach(() => desk.checked());

	it.each([
		['Balance, line 1', '-5', 'An amount is zero or more. An amount from 0 to 999,999,999.99'],
		['Balance, line 1', '12345678901', 'is too large. An amount from 0 to 999,999,999.99'],
		['Balance, line 1', 'about 4000', '“about 4000” is not an amount.'],
		['Annual rate, line 1', '2249%', '“2249%” is too high. An annual rate from 0 to 1,000 %'],
		[
			'First due date, line 1',
			'31 Feb 2027',
			'The date “31 Feb 2027” does not exist. A date such as'
		],
		['First due date, line 1', '1 Dec 2026', '1 Dec 2026 is too early. A date after 15 Dec 2026'],
		['Name, line 1', 'x'.repeat(300), 'These are 300 characters. At most 80 characters.']
	])('is refused beside “%s” (%s), and what was typed stays', async (label, typed, said) => {
		const before = await screen.value(label);
		await screen.fill(label, typed);
		await screen.press('Enter');
		await screen.see('.problem', said);
		expect(await screen.value(label)).toBe(typed);
		expect(await screen.focused()).toBe(label);
		expect(await screen.page.evaluate(() => getSelection()?.toString())).toBe(typed);
		expect(await fieldsBelowNote()).toEqual([]);
		await screen.page.evaluate(() => (document.activeElement as HTMLElement).blur());
		expect(await screen.value(label)).toBe(typed);
		await screen.saved();
		await screen.reload();
		expect(await screen.value(label)).toBe(before);
		await screen.answer('$4,182.36 owed');
	});

	it('is fixed in place: Escape takes it back', async () => {
		await screen.fill('Annual rate, line 1', 'much');
		await screen.press('Enter');
		await screen.see('.problem', '“much” is not a percentage.');
		await screen.press('Escape');
		expect(await screen.value('Annual rate, line 1')).toBe('22.49 %');
		expect(await screen.texts('.problem')).toEqual([]);
	});
});

describe('a case that is not there', () => {
	it('says so, with the way back', async () => {
		await screen.goto('/cases/7d0c1a52-3a3e-4c55-9d0c-6b1a0a1c2d3e');
		await screen.answer('There is nothing at this address');
		await screen.goto('/cases/nonsense');
		await screen.answer('There is nothing at this address');
		// Both answers are 404s, which the browser itself reports.
		desk.checked('404');
	});
});

describe('a case that is too large to come with its page', () => {
	it('comes after it; where it does not, that is said, and it is asked for again', async () => {
		const [household] = demoCases;
		if (!household) throw new Error('a demo');
		const large = largestCase(household, 20);
		const taken = await residuum.request('POST', '/api/cases/imports', { cases: [large] });
		const [id = ''] = (taken.body as { ids: string[] }).ids;
		const window = await desk.open(path);
		await window.page.setRequestInterception(true);
		const lose = (request: HTTPRequest) =>
			void (request.url().endsWith(`/api/v1/cases/${id}`) ? request.abort() : request.continue());
		window.page.on('request', lose);
		await window.page.goto(`${residuum.address}/cases/${id}`);
		await window.see('[role=alert]', 'The case could not be opened');
		window.page.off('request', lose);
		await window.page.setRequestInterception(false);
		await window.click('[role=alert] button');
		await window.see('h1', 'Debts of Large');
		await window.fill('Name, line 2', 'Called otherwise');
		await window.press('Enter');
		await window.saved();
		await window.press('Control+z');
		await expect.poll(() => window.value('Name, line 2')).toBe('Debt number 2 of sixty');
		await window.saved();
		const { document, revision } = await caseNow(residuum, id);
		expect([revision, document.debts]).toEqual([3, large.debts]);
		desk.checked('ERR_FAILED');
		await window.page.close();
		await residuum.request('DELETE', `/api/cases/${id}`);
	});
});

describe('a case that was changed in another window', () => {
	it('is not overwritten: both versions are shown, and one is chosen', async () => {
		const here = await desk.open(path);
		const there = await desk.open(path);
		await there.page.bringToFront();
		await there.fill('Balance, line 1', '4,000.00');
		await there.saved();
		await here.page.bringToFront();
		await here.fill('Balance, line 1', '4,100.00');
		await here.see('.stale', 'Quillmark card, balance');
		expect(await here.texts('.stale tbody tr')).toEqual([
			'Quillmark card, balance 4,100.00 4,000.00'
		]);
		await here.click('.stale button');
		await here.saved();
		await here.reload();
		expect(await here.value('Balance, line 1')).toBe('4,100.00');
		await here.press('Control+z');
		await expect.poll(() => here.value('Balance, line 1')).toBe('4,000.00');
		// The refusal is a 409, which the browser itself reports.
		desk.checked('409');
		await there.page.close();
		await here.page.close();
	});
});

describe('changes of two windows that do not touch each other', () => {
	it('are all kept, and nobody is asked', async () => {
		const here = await desk.open(path);
		const there = await desk.open(path);
		await there.page.bringToFront();
		await there.fill('Balance, line 1', '4,321.00');
		await there.saved();
		await here.page.bringToFront();
		await here.fill('Annual rate, line 1', '21');
		await here.saved();
		await expect.poll(() => here.value('Balance, line 1')).toBe('4,321.00');
		await here.reload();
		expect(await here.value('Balance, line 1')).toBe('4,321.00');
		expect(await here.value('Annual rate, line 1')).toBe('21 %');
		desk.checked('409');
		await there.page.close();
		await here.page.close();
	});
});

describe('a line that was deleted', () => {
	it('comes back once, whichever way is taken: the notice goes with what it offered', async () => {
		const here = await desk.open(path);
		const lines = () => here.texts('[data-cell$=":0"]');
		const before = (await lines()).length;
		await here.page.focus('[aria-label="Name, line 1"]');
		await here.press('Control+Delete');
		await here.see('.notice', 'is deleted');
		await here.press('Control+z');
		await here.see('.notice', 'Undone: deletion of Quillmark card');
		expect(await here.texts('.notice')).toHaveLength(1);
		await expect.poll(async () => (await lines()).length).toBe(before);
		await here.saved();
		await here.page.close();
	});
});

describe('a server that does not answer', () => {
	it('is waited for, and what was typed meanwhile is saved when it is back', async () => {
		screen = await desk.open(path);
		await residuum.stop('SIGKILL');
		await screen.fill('Balance, line 1', '3,777.00');
		await screen.see('.saving', 'Not saved: the server is not responding. Trying again.');
		// It is away also when the code of the other screens would be loaded, which then comes later.
		await screen.page.waitForFunction(() => performance.now() > 5_500);
		await residuum.restart();
		await screen.saved();
		// The requests that failed meanwhile were reported, and nothing else.
		desk.checked('ERR_CONNECTION_REFUSED');
	});

	it('is waited for when another page is to be opened: what is there stays, and is not left', async () => {
		// The code of the other screens comes once a page has been open for a while.
		await screen.page.waitForFunction(() =>
			performance
				.getEntriesByType('resource')
				.some(({ startTime, name }) => startTime > 5_000 && name.endsWith('.js'))
		);
		await screen.page.waitForNetworkIdle({ idleTime: 300 });
		residuum.signal('SIGSTOP');
		await screen.clickText('nav a', 'Casebook');
		await screen.see('.opening', 'Opening …');
		await residuum.stop('SIGKILL');
		await screen.see('.notice', 'The server is not responding. This page stays as it is.');
		expect([screen.path(), await screen.value('Balance, line 1')]).toEqual([path, '3,777.00']);
		// What is known of the case is there without it.
		await screen.clickText('nav.views a', 'Plan');
		await screen.answer('At $105.00 a month, highest rate first');
		expect(await screen.texts('.notice')).toEqual([]);
		await screen.clickText('nav a', 'Casebook');
		await screen.see('.notice', 'The server is not responding. This page stays as it is.');
		await residuum.restart();
		await screen.clickText('.notice button', 'Try again');
		await screen.answer('1 case');
		expect(await screen.texts('.notice')).toEqual([]);
		await screen.goto(path);
		expect(await screen.value('Balance, line 1')).toBe('3,777.00');
		// A connection that was open is reset, a new one refused.
		desk.checked('net::ERR_CONNECTION_');
	});

	it('keeps what was typed also where another view’s code has not come yet, and opens that when it is told to', async () => {
		const fresh = await desk.openElsewhere(path);
		await residuum.stop('SIGKILL');
		await fresh.fill('Balance, line 1', '3,555.00');
		await fresh.drop('statement.ofx', new Uint8Array(8));
		await fresh.see('.notice', 'The server is not responding, and part of this page did not load.');
		expect(await fresh.text('main')).not.toContain('Reading “statement.ofx”');
		await fresh.clickText('nav.views a', 'Plan');
		await fresh.answer('The server is not responding, so this page did not load.');
		await fresh.clickText('.ways button', 'Try again');
		await expect.poll(() => fresh.texts('.ways button:disabled')).toEqual([]);
		await residuum.restart();
		await fresh.clickText('.ways button', 'Try again');
		await fresh.answer('At $99.00 a month, highest rate first');
		await fresh.saved();
		await fresh.click('.views a');
		await expect.poll(() => fresh.value('Balance, line 1')).toBe('3,555.00');
		await fresh.page.close();
		await screen.reload();
		desk.checked('net::ERR_CONNECTION_');
	});

	it('gets what a page could not save before it was left, once the case is opened there again', async () => {
		await residuum.stop('SIGKILL');
		await screen.fill('Balance, line 1', '3,666.00');
		await screen.page.goto('about:blank');
		await residuum.restart();
		await screen.goto(path);
		await screen.saved();
		expect(await screen.value('Balance, line 1')).toBe('3,666.00');
		await screen.reload();
		expect(await screen.value('Balance, line 1')).toBe('3,666.00');
		// A killed server refuses what is asked, and resets what it was asked before.
		desk.checked('ERR_CONNECTION_RE');
	});
});
