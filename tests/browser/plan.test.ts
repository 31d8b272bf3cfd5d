import { describe, expect, it } from 'vitest';
import { amount, card } from '../support/debts';
import { desk, openPlan, screen, sitDown } from '../support/page';
import { makeCase } from '../support/residuum';

sitDown();

const gone = () => screen.texts('.order .gone');
const names = () => screen.texts('.order li a');

describe('a household from empty to a plan, with the keyboard alone', () => {
	it('is taken down and planned: the figures of the reference case', async () => {
		const { id } = await makeCase(desk.residuum, 'A household of the harbour');
		await screen.goto(`/cases/${id}`);
		await screen.page.focus('[aria-label="Name, line 1"]');
		await screen.enter('Quillmark card', '4182.36', '22.49', 'i', '1', '25', 't', '15');
		await screen.enter('Pellan Stores card', '961.40', '29.99', '%', '3', '25', 'n', '15');
		await screen.enter('Marrowby card', '2784.16', '18.9', '%', '2.5', '30', 'n', '15');
		await screen.enter('Dental plan', '1644', '0', 'f', '137', '', 'n', '15');
		await screen.enter('Sandpiper van loan', '11450', '8.9', 'ins', '48', '', 'n', '15');
		await screen.press('F8');
		await screen.answer('At $642.65 a month, highest rate first, everything is paid off');
		await screen.press('?');
		await screen.see('[role=dialog]', 'm go to the monthly budget');
		await screen.press('?');
		await screen.press('m');
		await screen.focus('Monthly budget');
		await screen.page.keyboard.type('820');
		await screen.answer(
			'At $820.00 a month, highest rate first, everything is paid off in June 2029, after 30 months; it costs $3,473.57 in interest'
		);
		await screen.saved();
		await screen.reload();
		await screen.answer('it costs $3,473.57 in interest');
		expect(await gone()).toEqual(['May 2027', 'May 2028', 'Oct 2028', 'Jun 2029', 'Dec 2027']);
		await screen.click('.answer .interest');
		await screen.see('.numbers', '905.58 + 72.85 + 778.50 + 0.00 + 1,716.64 = 3,473.57');
		await screen.press('Escape');
		await screen.press('F8');
		await screen.answer('5 debts, $21,021.92 owed');
		await screen.press('F8');
		await screen.answer('it costs $3,473.57 in interest');
	});

	it('keeps each computed order’s figures, and the answer before beside the new one', async () => {
		await screen.page.focus('[aria-label="The order"]');
		await screen.press('s');
		await screen.answer('smallest balance first, everything is paid off in July 2029, after 31');
		await screen.answer('it costs $3,593.92 in interest');
		await screen.see('.before', 'at $820.00 a month, highest rate first: paid off in June 2029');
		await screen.see('.before', 'Now 1 month later, $120.35 more.');
		await screen.page.select('[aria-label="The order"]', 'relief');
		await screen.answer('it costs $4,417.42 in interest');
		await screen.page.select('[aria-label="The order"]', 'spread');
		await screen.answer('it costs $4,276.12 in interest');
		await screen.press('Control+z');
		await screen.answer('frees up a payment soonest');
		await screen.click('.before button');
		await screen.answer('it costs $3,473.57 in interest');
	});

	it('makes an own order of a computed one with the keys, and says what that costs', async () => {
		const before = await names();
		expect(before[0]).toBe('Pellan Stores card');
		await screen.page.focus('.order li:first-child a');
		await screen.press('Alt+ArrowDown', 'Alt+ArrowDown');
		expect((await names()).slice(0, 3)).toEqual([before[1], before[2], before[0]]);
		expect(await screen.focused()).toContain('Pellan Stores card');
		await screen.answer('At $820.00 a month, custom order');
		await screen.see('.before', /Pellan Stores card is paid off .* later\./);
		await screen.saved();
		await screen.reload();
		expect((await names())[2]).toBe('Pellan Stores card');
	});

	it('moves a debt with the pointer, and its date with it', async () => {
		const [first, second] = await names();
		const dates = await gone();
		const handles = await screen.page.$$('.order .handle');
		const from = await handles[0]?.boundingBox();
		const to = await handles[2]?.boundingBox();
		await screen.page.mouse.move((from?.x ?? 0) + 7, (from?.y ?? 0) + 8);
		await screen.page.mouse.down();
		await screen.page.mouse.move((from?.x ?? 0) + 7, (from?.y ?? 0) + 20, { steps: 4 });
		await screen.page.mouse.move((to?.x ?? 0) + 7, (to?.y ?? 0) + 20, { steps: 12 });
		await expect.poll(async () => (await names())[0]).toBe(second);
		await screen.page.mouse.up();
		await screen.answer('custom order');
		await expect.poll(async () => (await names()).indexOf(first ?? '')).toBeGreaterThan(0);
		await expect.poll(gone).not.toEqual(dates);
		await screen.saved();
	});
});

describe('monthly budget', () => {
	it('slides with coarse and fine keys, and says what more of it buys', async () => {
		await openPlan([
			card(),
			card({ name: 'Dental plan', annualRate: 0, required: amount(13_700) })
		]);
		await screen.answer('At $258.00 a month');
		await screen.page.focus('[aria-label="Monthly budget slider"]');
		await screen.press('PageUp', 'PageUp', 'ArrowRight', 'Shift+ArrowRight', 'ArrowLeft');
		await screen.answer('At $318.00 a month');
		await screen.see('.money ul', '10 more a month:');
		await screen.see('.money ul', 'sooner');
		await screen.click('.money li:nth-child(4) button');
		await screen.answer('At $368.00 a month');
		await screen.page.select('[aria-label="Kind of monthly budget"]', 'required-plus');
		await screen.answer('Paying the minimum payments and $50.00 more, highest rate first');
		await screen.page.select('[aria-label="Kind of monthly budget"]', 'required');
		await screen.answer(
			'Paying the minimum payments, at first $258.00, everything is paid off in March 2044'
		);
	});

	it('says why each debt gets what it gets in a month, from event to event', async () => {
		await openPlan(
			[
				card(),
				card({ name: 'Dental plan', balance: 41_100, annualRate: 0, required: amount(13_700) })
			],
			{ budget: { kind: 'constant', amount: 30_000 } }
		);
		await screen.see('.strip h2', 'In January 2027, of $300.00: $78.38 is interest');
		await screen.click('[data-why=A]');
		await screen.see(
			'[role=dialog]',
			'The minimum payment is $121.00. It also gets $42.00 of the $42.00 above all minimum payments, because it is first in line: highest rate, 22.49 %.'
		);
		await screen.press('Escape');
		await screen.page.focus('.picture [role=slider]');
		await screen.press('.');
		await screen.see('.strip h2', 'In March 2027');
		await screen.click('[data-why=B]');
		await screen.see('[role=dialog]', 'The minimum payment is $137.00, the whole balance.');
		await screen.press('Escape');
	});
});

describe('a short month', () => {
	const debts = [
		card({ name: 'One', balance: 600_000, annualRate: 299_900, required: amount(16_000) }),
		card({ name: 'Two', balance: 250_000, annualRate: 249_900, required: amount(7_001) }),
		card({ name: 'Three', balance: 90_000, annualRate: 0, required: amount(3_000) })
	];

	it('is found, explained and cured: the figures of the reference case', async () => {
		await openPlan(debts, { budget: { kind: 'constant', amount: 24_000 }, shortOrder: null });
		await screen.answer('in July 2035, after 103 months; it costs $15,219.47 in interest');
		await screen.see(
			'.short',
			/From January 2027, in \d+ months, the budget is less than the minimum payments: by \$20\.01 in the first of them, and by \$[\d,.]+ in total; each debt then gets its share\. \$260\.01 a month would cover it\. In January 2027 there is enough for 92\.30 % of them\./
		);
		// What more money buys has come, and nothing has made room for it.
		await screen.see('.money', '$50 more a month: 3 years 8 months sooner, $7,580.92 less');
		expect(await screen.moved()).toEqual([]);
		await screen.click('.short button');
		await screen.see('.strip h2', 'the minimum payments are short by $20.01');
		await screen.click('[data-why=B]');
		await screen.see('[role=dialog]', '$70.01 × $240.00 ÷ $260.01');
		await screen.press('Escape');
		await screen.click('.short button:nth-of-type(2)');
		await screen.see('[role=dialog]', 'Minimum payments that January 2027 would cover');
		// 240.00 in the proportion of 160.00, 70.01 and 30.00.
		await screen.see('[role=dialog]', 'One: from $160.00 to $147.69');
		await screen.see('[role=dialog]', 'Two: from $70.01 to $64.62');
		await screen.see('[role=dialog]', 'Three: from $30.00 to $27.69');
		await screen.press('Escape');
		await screen.click('.short button:last-child');
		await screen.answer('At $260.01 a month');
		expect(await screen.texts('.short')).toEqual([]);
	});

	it('is told from money that never ends the debts', async () => {
		await openPlan(debts.slice(0, 2), {
			budget: { kind: 'constant', amount: 15_000 },
			shortOrder: null
		});
		await screen.answer('these debts are never paid off: after 12 months');
		expect(await gone()).toEqual(['never', 'never']);
	});
});

describe('little or nothing to plan', () => {
	it('says what to do first, and takes zero rates and more money than is owed', async () => {
		await openPlan([]);
		await screen.answer('There is nothing to plan yet');
		await screen.click('.empty a');
		await screen.answer('Enter the first debt');
		await openPlan([card({ balance: 164_400, annualRate: 0, required: amount(13_700) })]);
		await screen.answer('in December 2027, after 12 months; it costs nothing in interest');
		await openPlan([card()], { budget: { kind: 'constant', amount: 99_999_999_999 } });
		await screen.answer('in January 2027, after 1 month; it costs $78.38 in interest');
	});
});
