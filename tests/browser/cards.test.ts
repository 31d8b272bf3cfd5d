import { describe, expect, it } from 'vitest';
import { desk, screen, sitDown } from '../support/page';
import { startResiduum, type Residuum } from '../support/residuum';

let residuum: Residuum;
sitDown(async () => (residuum = await startResiduum()));

/** The names in the grid, from top to bottom. */
const names = () =>
	screen.page.$$eval('.grid [aria-label^="Name, line"]', (fields) =>
		fields.map((field) => (field as HTMLInputElement).value).filter(Boolean)
	);

describe('from an empty casebook to three cards, with the keyboard alone', () => {
	it('opens the first case', async () => {
		await screen.answer('The casebook is empty.');
		await screen.focus('Client label');
		await screen.enter('A deckhand and a baker', 'usd', '15 Dec 2026');
		await screen.answer('Enter the first debt');
		expect(await screen.focused()).toBe('Name, line 1');
	});

	it('takes three cards down as they are read aloud', async () => {
		await screen.enter('Quillmark card', '4,182.36', '22.49%', 'i', '1', '$25', 't', '15');
		expect(await screen.focused()).toBe('Name, line 2');
		await screen.enter('Gansey & Oar store card', '2784.16', '22,9', '%', '3', '25', 'n', '15 Jan');
		await screen.enter('Dental plan', '1 644', '0', 'f', '137', '', 'n', '2027-01-15');
		await screen.answer(
			'3 debts, $8,610.52 owed on December 15, 2026. The first minimum payments total $343.12, of which $131.51 is interest.'
		);
		await screen.saved();
		// The figures of the reference cases: 207 payments and 158 payments.
		expect(await screen.texts('.result a')).toEqual([
			'Mar 2044 6,512.37 ›',
			'Feb 2040 3,742.80 ›',
			'Dec 2027 ›'
		]);
	});

	it('finds them again after a reload and after a restart of the server', async () => {
		await screen.reload();
		expect(await screen.value('Balance, line 1')).toBe('4,182.36');
		// No page that still loads the code of others.
		const path = screen.path();
		await screen.page.goto('about:blank');
		await residuum.stop();
		await residuum.restart();
		await screen.goto(path);
		expect(await screen.value('Name, line 2')).toBe('Gansey & Oar store card');
		expect(await screen.value('Minimum payment rule, line 1')).toBe('interest-plus');
		expect(await screen.value('Floor of the minimum, line 1')).toBe('25.00');
		expect(await screen.value('Minimum rounded up, line 1')).toBe('100');
		expect(await screen.value('Amount of the minimum, line 3')).toBe('137.00');
		expect(await screen.value('First due date, line 3')).toBe('Jan 15, 2027');
	});

	it('moves between cells with the arrows, and takes back with Escape', async () => {
		await screen.page.focus('[aria-label="Balance, line 1"]');
		await screen.press('ArrowDown');
		expect(await screen.focused()).toBe('Balance, line 2');
		await screen.press('ArrowRight', 'ArrowRight');
		expect(await screen.focused()).toBe('Minimum payment rule, line 2');
		await screen.press('ArrowUp', 'ArrowLeft', 'ArrowLeft');
		expect(await screen.focused()).toBe('Balance, line 1');
		await screen.page.keyboard.type('999');
		await screen.answer('$5,427.16 owed');
		await screen.press('Escape');
		await screen.answer('$8,610.52 owed');
		expect(await screen.value('Balance, line 1')).toBe('4,182.36');
		await screen.page.focus('[aria-label="Name, line 4"]');
		await screen.page.keyboard.type('A line begun');
		await screen.answer('1 line is incomplete.');
		await screen.press('Escape');
		await expect.poll(() => screen.text('.answer')).not.toContain('still to be filled in');
		expect(await screen.focused()).toBe('Name, line 4');
	});

	it('moves a line with the pointer', async () => {
		const before = await screen.texts('.result a');
		const place = async (line: number) => {
			const handle = (await screen.page.$$('.line .handle'))[line - 1];
			const box = await handle?.boundingBox();
			return { x: (box?.x ?? 0) + 7, y: (box?.y ?? 0) + 8 };
		};
		const from = await place(1);
		const to = await place(3);
		await screen.page.mouse.move(from.x, from.y);
		await screen.page.mouse.down();
		await screen.page.mouse.move(from.x, from.y + 12, { steps: 4 });
		await screen.page.mouse.move(to.x, to.y + 14, { steps: 12 });
		// The lines make room under the hand before it lets go.
		await expect.poll(names).toEqual(['Gansey & Oar store card', 'Dental plan', 'Quillmark card']);
		await screen.page.mouse.up();
		const after = [before[1], before[2], before[0]];
		await expect.poll(() => screen.texts('.result a')).toEqual(after);
		await screen.saved();
		await screen.press('Control+z');
		await expect.poll(() => screen.texts('.result a')).toEqual(before);
	});

	it('reorders, copies and deletes lines, and takes each back', async () => {
		const order = await names();
		await screen.page.focus('[aria-label="Name, line 1"]');
		await screen.press('Alt+ArrowDown');
		expect(await names()).toEqual([order[1], order[0], order[2]]);
		expect(await screen.focused()).toBe('Name, line 2');
		await screen.press('Control+d');
		expect(await names()).toEqual([order[1], order[0], order[0], order[2]]);
		await screen.press('Control+Delete');
		await screen.see('.notice', 'Quillmark card is deleted.');
		expect(await names()).toEqual([order[1], order[0], order[2]]);
		await screen.click('.notice .act');
		await expect.poll(names).toEqual([order[1], order[0], order[0], order[2]]);
		await screen.press('Control+z');
		await expect.poll(names).toEqual([order[1], order[0], order[2]]);
		await screen.press('Control+z');
		await expect.poll(names).toEqual(order);
		await screen.press('Control+Shift+z');
		await expect.poll(names).toEqual([order[1], order[0], order[2]]);
		await screen.press('Control+z');
		await expect.poll(names).toEqual(order);
		await screen.saved();
	});

	it('runs a card down three ways, and leaves with the schedule at zero', async () => {
		await screen.page.focus('[aria-label="Name, line 1"]');
		await screen.press('Control+Enter');
		await screen.answer(
			'At $121.00 a month this debt is paid off in September 2031, after 57 payments; ' +
				'it costs $2,618.25 in interest, 12 years 6 months sooner and $3,894.12 less than paying the minimum.'
		);
		await screen.click('[data-zone=ways]');
		const ways = await screen.texts('.lower tbody tr');
		expect(ways[0]).toMatch(
			/^as it is paid now 121.00 57 Sep 2031 2,618.25 6,800.61 1.63 12 y 6 m 3,894.12/
		);
		expect(ways[1]).toMatch(
			/^the minimum 121.00 207 Mar 2044 6,512.37 10,694.73 2.56 baseline for comparison/
		);
		await screen.click('[data-zone=payments]');
		expect((await screen.texts('.lower tbody tr[data-row]'))[0]).toBe(
			'0 Dec 15, 2026 4,182.36 starting balance'
		);
		expect((await screen.texts('.lower tbody tr[data-row]'))[1]).toBe(
			'1 Jan 15, 2027 4,182.36 78.38 121.00 42.62 4,139.74 78.38 + add'
		);
		expect(await screen.text('.lower tfoot tr')).toBe(
			'57 payments 2,618.25 6,800.61 4,182.36 0.00 paid off'
		);
		await screen.page.focus('.scroller');
		await screen.press('End');
		await screen.see(
			'tr[data-row="57"]',
			'57 Sep 15, 2031 24.16 0.45 24.61 24.16 0.00 2,618.25 last payment'
		);
	});

	it('shows the working of a figure, three levels deep, with keys and back again', async () => {
		await screen.press('Home');
		await screen.see('tr[data-row="2"]', '77.59');
		await screen.click('[data-k="2"][data-name="interest"]');
		await screen.see('[role=dialog]', 'Interest of payment 2');
		await screen.see('.numbers', '4,139.74 × 22.49 % ÷ 12 = 77.58563, rounded to 77.59');
		await screen.press('Tab', 'Tab', 'Enter');
		await screen.see(
			'[role=dialog]',
			/Opening balance of payment 2 .*the closing balance of payment 1/
		);
		await screen.press('Tab', 'Tab', 'Tab', 'Enter');
		await screen.see('[role=dialog]', 'Closing balance of payment 1');
		await screen.see('.numbers', '4,182.36 + 78.38 − 121.00 = 4,139.74');
		await screen.press('Backspace', 'Backspace');
		await screen.see('[role=dialog]', 'Interest of payment 2');
		await screen.press('Escape');
		await expect.poll(() => screen.texts('[role=dialog]')).toEqual([]);
		expect(await screen.focused()).toBe('77.59');
		await screen.press('ArrowDown', 'ArrowRight');
		await expect.poll(() => screen.focused()).toBe('121.00');
		await screen.press('Enter');
		await screen.see('[role=dialog]', 'Payment 3');
		await screen.see('[role=dialog]', 'the scheduled payment 1');
		await screen.press('Escape');
		// The totals of a year are figures too: up to the line that folds it, then to the right.
		await screen.click('[data-row="12"] [data-name="interest"]');
		// Keys as fast as they come lead to the same figure.
		await screen.page.evaluate(() => {
			for (const key of ['Escape', 'ArrowDown', 'ArrowRight', 'Enter'])
				document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
		});
		await screen.see('[role=dialog]', 'Interest of 2028');
		await screen.see('.numbers', '1,627.27 − 884.46 = 742.81');
		await screen.see('tr[data-row="12"]', '884.46');
		await screen.see('tr[data-year-row="2028"]', '742.81');
		await screen.press('Escape');
		await screen.click('.answer .interest');
		await screen.see('[role=dialog]', 'Total interest');
		await screen.press('Escape');
	});

	it('keeps the answer before a change beside the new one until it is let go', async () => {
		await screen.fill('Payment amount', '140');
		await screen.answer(
			'At $140.00 a month this debt is paid off in September 2030, after 45 payments'
		);
		await screen.see(
			'.before',
			'Before this change, at $121.00 a month: paid off in September 2031, $2,618.25 in interest. Now 1 year sooner, $612.35 less.'
		);
		await screen.fill('Extra payment', '25');
		await screen.answer(
			'At $140.00 a month and $25.00 more, this debt is paid off in November 2029'
		);
		await screen.see('.before', 'at $121.00 a month');
		await screen.saved();
		await screen.click('.before button:last-child');
		await expect.poll(() => screen.texts('.before')).toEqual([]);
		await screen.fill('Annual rate', '0');
		await screen.answer('after 26 payments; it costs nothing in interest');
		await screen.click('.before button');
		await screen.answer('paid off in November 2029');
		expect(await screen.value('Annual rate')).toBe('22.49 %');
		await screen.saved();
	});

	it('speaks of the month that the keys point at in the picture', async () => {
		await screen.page.focus('.picture');
		await screen.press('Home', 'PageDown', 'ArrowRight');
		await screen.see(
			'.caption',
			'Jan 15, 2028, still owed: as it is paid now $2,920.62 · the minimum $3,655.75'
		);
		expect(await screen.texts('tr.pointed')).toHaveLength(1);
		// A payment pointed at in the bars is pointed at in the balances and the schedule too.
		await screen.page.hover('.split');
		await screen.see('.caption', /^\w{3} 15, 20\d\d, still owed/);
		const [pointed = ''] = await screen.texts('tr.pointed');
		expect(await screen.text('.caption')).toContain(
			pointed.slice(pointed.indexOf('15, ') - 4, pointed.indexOf('15, ') + 8)
		);
		await screen.page.focus('.picture');
		await screen.press('End', 'Enter');
		expect(await screen.page.$eval('.picture', (e) => e.getAttribute('aria-label'))).toContain(
			'as it is paid now: November 2029; the minimum: March 2044'
		);
	});

	it('loses nothing that was typed when the page is left in mid-word', async () => {
		const path = screen.path();
		await screen.fill('Balance', '3,333.33');
		await screen.click('nav a');
		await screen.answer('1 case');
		await screen.see('[role=row]:has([data-case])', '7,761.49 USD');
		await screen.goto(path);
		expect(await screen.value('Balance')).toBe('3,333.33');
		await screen.fill('Balance', '3,210.98');
		await screen.page.goto('about:blank');
		await screen.goto(path);
		await screen.saved();
		expect(await screen.value('Balance')).toBe('3,210.98');
		// Whether the page left or the page opened is saved first, the other is told so with a 409.
		desk.checked('409');
	});
});
