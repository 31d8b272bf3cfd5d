import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { openDesk, type Desk, type Screen } from '../support/page';
import { card } from '../support/debts';
import { makeCase, startResiduum } from '../support/residuum';

let desk: Desk;
let screen: Screen;
beforeAll(async () => {
	desk = await openDesk(await startResiduum());
	await makeCase(desk.residuum, 'Net-maker, retired', [card(), card({ balance: 100_000 })]);
	await makeCase(desk.residuum, 'School cook', [card()]);
	screen = await desk.open();
});
afterEach(() => desk.checked());
afterAll(() => desk.close());

const labels = () => screen.texts('[data-case]');

describe('the casebook', () => {
	it('shows each case with what it holds, and finds as one types', async () => {
		await screen.answer('2 cases, most recently edited first. Total owed: 9,364.72 USD.');
		expect(await screen.texts('[role=row]:has([data-case]) .right')).toEqual(
			expect.arrayContaining(['2', '5,182.36 USD', 'today', '4,182.36 USD'])
		);
		expect(await screen.page.$$('[role=cell][title="Balances as of 15 Dec 2026"]')).toHaveLength(2);
		await screen.press('/');
		await screen.page.keyboard.type('retired NET');
		await screen.answer('1 of 2 cases labelled “retired NET”. Total owed: 5,182.36 USD.');
		expect(await labels()).toEqual(['Net-maker, retired']);
		await screen.page.keyboard.type('x');
		await screen.answer('No case is labelled “retired NETx”.');
		await screen.press('Escape');
		await expect.poll(labels).toHaveLength(2);
	});

	it('renames with F2, and refuses an empty label', async () => {
		await screen.page.focus('[data-case]');
		const before = await screen.focused();
		await screen.press('F2');
		await expect.poll(() => screen.focused()).toBe('Client label');
		await screen.page.keyboard.press('Backspace');
		await screen.press('Enter');
		await screen.see('.problem', 'The client label is missing.');
		await screen.enter('A label of forty characters for a client');
		await expect.poll(labels).toContain('A label of forty characters for a client');
		expect(await labels()).not.toContain(before.trim());
		await screen.reload();
		expect(await labels()).toContain('A label of forty characters for a client');
	});

	it('deletes with undo', async () => {
		const all = await labels();
		await screen.page.focus('[data-case]');
		await screen.press('ArrowDown', 'Delete');
		await screen.see('.notice', `“${all[1]}” is deleted.`);
		await expect.poll(labels).toEqual(all.slice(0, 1));
		await screen.click('.notice .act');
		await expect.poll(labels).toEqual(all);
	});

	it('keeps deleted cases, which are restored or deleted permanently', async () => {
		const all = await labels();
		for (const label of ['Brought back', 'Gone for good'])
			await makeCase(desk.residuum, label, [card()]);
		await screen.goto('/');
		const remove = async (label: string, left: number) => {
			await screen.page.focus(`[data-case][title="${label}"]`);
			await screen.press('Delete');
			await expect.poll(labels).toHaveLength(left);
		};
		await remove('Brought back', all.length + 1);
		await remove('Gone for good', all.length);
		await screen.clickText('a', 'Deleted cases');
		await screen.answer('2 deleted cases. Each stays for 90 days');
		await screen.click('[aria-label="Restore Brought back"]');
		await screen.see('.notice', '“Brought back” is back in the casebook.');
		await screen.click('[aria-label="Delete permanently … Gone for good"]');
		await screen.click('[aria-label="Yes, delete Gone for good permanently"]');
		await screen.answer('There are no deleted cases.');
		await screen.goto('/');
		await remove('Brought back', all.length);
		await screen.click('.notice button:last-child');
	});

	it('refuses a new case without a label, a currency or a day, and keeps what was typed', async () => {
		await screen.press('n');
		await expect.poll(() => screen.focused()).toBe('Client label');
		await screen.press('Enter');
		await screen.see('.problem', 'The client label is missing.');
		await screen.enter('Yen');
		await screen.enter('YEN');
		await screen.see('.problem', '“YEN” is not a known currency.');
		await screen.press('Control+a');
		await screen.enter('jpy', '30 Feb 2026');
		await screen.see('.problem', 'The date “30 Feb 2026” does not exist.');
		expect(await screen.value('Client label')).toBe('Yen');
		await screen.press('Control+a');
		await screen.enter('1 Dec 2026');
		await screen.answer('Enter the first debt');
		await screen.enter('Harbour store', '¥418,236', '15', '%', '2', '1000', 'n', '5');
		await screen.answer('¥418,236 owed on 2026-12-01. The first minimum payments total ¥8,469');
		await screen.saved();
	});

	it('says that it has no answer, keeps what is there, and asks again when it is told to', async () => {
		await screen.goto('/');
		const all = await labels();
		await screen.page.setOfflineMode(true);
		await screen.press('/');
		await screen.page.keyboard.type('yen');
		await screen.see('[role=alert]', 'The server is not responding');
		expect((await labels()).toSorted()).toEqual(all.toSorted());
		await screen.page.setOfflineMode(false);
		await screen.clickText('[role=alert] button', 'Try again');
		await screen.answer('1 of 3 cases labelled “yen”. Total owed: 418,236 JPY.');
		expect(await screen.page.$('[role=alert]')).toBeNull();
		// The way to the whole casebook leads to the whole of it.
		await screen.click('.brand');
		await screen.answer('3 cases, most recently edited first.');
		expect(
			await screen.page.$eval('[type=search]', (field) => (field as HTMLInputElement).value)
		).toBe('');
		desk.checked('ERR_INTERNET_DISCONNECTED');
	});

	it('goes through hundreds of cases as through five, and comes back to where it was', async () => {
		const many = Array.from({ length: 240 }, (_, index) => `Clíent ${index}`);
		await Promise.all(many.map((label) => makeCase(desk.residuum, label)));
		await screen.goto('/');
		await screen.answer('243 cases');
		await screen.press('/');
		const began = performance.now();
		await screen.page.keyboard.type('client 23');
		await screen.answer('13 of 243 cases labelled “client 23”.');
		expect(await labels()).toHaveLength(13);
		// Typing nine letters is never felt; the limit only catches what goes through all cases for each of them.
		expect(performance.now() - began).toBeLessThan(5000);
		await screen.press('Escape');
		await screen.answer('243 cases');
		await screen.clickText('[role=columnheader] button', 'Client');
		await screen.answer('243 cases, by name.');
		await screen.page.focus('[data-case]');
		await screen.press('End');
		await expect.poll(() => screen.focused()).toMatch(/^\s*Yen\s*$/);
		await screen.press('ArrowUp', 'ArrowUp', 'PageUp', 'ArrowDown');
		await expect.poll(() => screen.focused()).toMatch(/^\s*Clíent 232\s*$/);
		// Those in view are there, and no more; what is said of the others is their number.
		expect((await labels()).length).toBeLessThan(60);
		expect(await screen.page.$eval('[role=table]', (table) => table.ariaRowCount)).toBe('244');
		await screen.press('Enter');
		await screen.answer('Enter the first debt');
		await screen.page.goBack();
		await screen.answer('243 cases, by name.');
		await screen.see('[role=table]', 'Clíent 232');
		await screen.reload();
		await screen.answer('243 cases, by name.');
		const line = (label: string) => screen.page.waitForSelector(`[data-case][title="${label}"]`);
		await (await line('Clíent 232'))?.focus();
		await screen.press('Delete');
		await screen.see('.notice', '“Clíent 232” is deleted.');
		await screen.answer('242 cases, by name.');
		await expect.poll(() => screen.focused()).toMatch(/^\s*Clíent 233\s*$/);
	});
});
