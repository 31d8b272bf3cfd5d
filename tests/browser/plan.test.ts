import type { HTTPRequest } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { contentOf, FIRST_PLAN, NO_SHEET } from '../../src/lib/document/plan';
import { amount, card } from '../support/debts';
import { desk, screen, sitDown } from '../support/page';
import { makeCase } from '../support/residuum';
import { quietest } from '../support/tasks';

sitDown();

const gone = () => screen.texts('.order .gone');
const names = () => screen.texts('.order li a');

/** Opens the plan of a case with these debts. */
async function plan(debts: readonly object[], fields: object = {}): Promise<void> {
	const { id } = await makeCase(desk.residuum, 'Planned', debts, fields);
	await screen.goto(`/cases/${id}/plan`);
}

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
		await plan([card(), card({ name: 'Dental plan', annualRate: 0, required: amount(13_700) })]);
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

	it('begins in a month of its own: before, what is required is paid', async () => {
		await plan([
			card({ firstDue: '2026-12-20' }),
			card({ name: 'Dental plan', annualRate: 0, required: amount(13_700) })
		]);
		await screen.answer('At $257.00 a month from January 2027, highest rate first');
		expect(await screen.value('First month of the plan')).toBe('January 2027');
		await screen.see('.strip h2', 'In December 2026, of $121.00');
		await screen.fill('First month of the plan', 'Nov 2026');
		await screen.press('Enter');
		await screen.see('.problem', 'November 2026 is too early. A month from December 2026');
		await screen.fill('First month of the plan', 'Mar 2027');
		await screen.press('Enter');
		await screen.answer('a month from March 2027, highest rate first');
		await screen.fill('Monthly budget', '400');
		await screen.answer('At $400.00 a month from March 2027');
		await screen.see('.strip h2', 'In December 2026, of $121.00');
		await screen.saved();
	});

	it('asks before the chosen plan is deleted, and says when it has been changed since it was chosen', async () => {
		const choice = { plan: FIRST_PLAN.id, name: FIRST_PLAN.name, date: '2026-12-15', note: '' };
		const plans = [
			FIRST_PLAN,
			{ ...FIRST_PLAN, id: crypto.randomUUID(), name: 'Another one', named: true }
		];
		const choices = [{ ...choice, content: contentOf(FIRST_PLAN, NO_SHEET) }];
		const { id } = await makeCase(desk.residuum, 'Chosen', [card()], {}, { plans, choices });
		await screen.goto(`/cases/${id}/plan`);
		await screen.see('.bar .chosen', /^chosen$/);
		await screen.fill('Monthly budget', '200');
		await screen.see('.bar .chosen', 'chosen, changed since');
		await screen.click('.bar button:nth-of-type(2)');
		await screen.see('[role=dialog]', 'Delete the chosen plan?');
		await screen.press('Escape');
		await screen.see('.bar .chosen', 'chosen');
		await screen.click('.bar button:nth-of-type(2)');
		await screen.click('[role=dialog] .acts button');
		await expect.poll(() => screen.texts('.bar .chosen')).toEqual([]);
		await screen.saved();
	});

	it('says that work beside the page failed, and does it again when told to', async () => {
		await plan([card(), card({ name: 'Dental plan', annualRate: 0, required: amount(13_700) })]);
		await screen.page.setRequestInterception(true);
		const broken = (request: HTTPRequest) => {
			if (request.url().includes('stress-test')) {
				void request.respond({ contentType: 'text/javascript', body: 'throw new Error("broken")' });
			} else void request.continue();
		};
		screen.page.on('request', broken);
		await screen.clickText('.asks button', 'Stress test');
		await screen.see('section [role=alert]', 'This could not be computed.');
		screen.page.off('request', broken);
		await screen.page.setRequestInterception(false);
		await screen.click('section [role=alert] button');
		await screen.see('section tbody tr:nth-child(2)', /\d{4}/);
		desk.checked('broken');
	});

	it('keeps the focus where one is: on the plan that is renamed, started or chosen', async () => {
		await plan([card()]);
		await screen.click('.bar button:nth-of-type(1)');
		await screen.enter('After the harvest');
		await expect.poll(() => screen.focused()).toBe('The plan');
		await screen.startPlan('minimums');
		await expect.poll(() => screen.focused()).toBe('The plan');
		await screen.page.select('[aria-label="The plan"]', FIRST_PLAN.id);
		await screen.answer('At $121.00 a month');
		await expect.poll(() => screen.focused()).toBe('The plan');
		await screen.click('.asks button:first-child');
		await screen.see('section p.found', 'order');
		await screen.press('Escape');
		await expect.poll(() => screen.focused()).toBe('The cheapest order ›');
	});

	it('is what the calendar leaves: entered line by line with Enter alone, and made the plan’s money', async () => {
		await plan([card()], { budget: { kind: 'constant', amount: 12_100 } });
		await screen.click('.money h2 button');
		await expect.poll(() => screen.focused()).toBe('Name, Income, line 1');
		await screen.enter('Ferry wage', '420', '8 Jan 2027', '', '');
		await screen.page.select('[aria-label="How often, Income, line 1"]', '52');
		await screen.focus('Name, Living expenses, line 1');
		await screen.enter(
			'Rent',
			'1,540',
			'',
			'',
			'Insurance',
			'480',
			'15 Mar 2027',
			'15 Mar 2027',
			''
		);
		await screen.focus('Put aside a month');
		await screen.see(
			'.said',
			'Between −$340.00 and $560.00 a month is left for the debts, $240.00 on average. In March 2027 more is needed than comes in, by up to $340.00.'
		);
		// A line that would end before it begins is refused where it is typed.
		await screen.fill('Last day, Income, line 1', '1 Jan 2027');
		await screen.press('Tab');
		await screen.see('.income', 'This is before the first day.');
		await screen.page.focus('[aria-label="Last day, Income, line 1"]');
		await screen.press('Escape');
		await screen.clickText('.said button', 'Make it the plan’s money');
		await screen.answer('Paying what the budget sheet leaves each month, at first $140.00');
		await screen.see('.before', 'Before this change, at $121.00 a month');
		await screen.see('.said', 'March 2027 falls short of the minimum payments, by up to $118.00.');
		await screen.fill('Put aside a month', '50');
		await screen.fill('Saved already', '400');
		await screen.see('.savings p', 'Compared with not saving:');
		await screen.see('.said', 'Savings pay');
		// Two lines may be alike. Each month says how it comes about.
		for (const line of [3, 4]) {
			await screen.page.waitForSelector(`[aria-label="Amount, Living expenses, line ${line}"]`);
			await screen.page.focus(`[aria-label="Amount, Living expenses, line ${line}"]`);
			await screen.enter('1');
		}
		await screen.click('.bars button:nth-child(3)');
		await screen.see('[role=dialog]', 'Ferry wage: 4 Fridays in March 2027, 4 × 420.00 = 1,680.00');
		await screen.see('[role=dialog]', 'Missing: 1,680.00 − 2,022.00 = −342.00');
		await screen.press('Escape');
		await screen.saved();
		await screen.reload();
		await screen.answer('Paying what the budget sheet leaves each month');
		await screen.click('.money h2 button');
		await screen.see('.said', 'a month is left for the debts');
		expect(await screen.value('First day, Income, line 1')).toBe('8 Jan 2027');
		await screen.press('Escape');
		expect(await screen.texts('.said')).toEqual([]);
	});

	it('takes pasted rows into the budget sheet, and says what it could not read', async () => {
		await plan([card()]);
		await screen.click('.money h2 button');
		await expect.poll(() => screen.focused()).toBe('Name, Income, line 1');
		await screen.paste('What\tAmount\nwage\t420.00\tweekly\nbakery\t890\tmonthly\t31 Jan 2027');
		await screen.see('.problem', 'Not taken: What Amount');
		expect(await screen.value('Amount, Income, line 2')).toBe('890.00');
		await screen.press('Escape');
	});

	it('pays short months in an order that is said and can be changed, and leaves a debt out', async () => {
		const debts = [
			card({ name: 'Kelpline card', required: amount(12_100) }),
			card({ name: 'Rent owed', balance: 120_000, annualRate: 0, required: amount(10_000) })
		];
		await plan(debts, { budget: { kind: 'constant', amount: 15_000 } });
		await screen.see('.short', 'debts are then paid in order, Kelpline card first');
		await screen.clickText('.asks button', 'If money is short');
		await screen.see('section.right', 'debts are paid');
		await screen.page.select('[aria-label="Kind of Rent owed"]', 'rent');
		await screen.see('.short', 'debts are then paid in order, Rent owed first');
		await screen.page.select('[aria-label="How short months are paid"]', 'share');
		await screen.see('.short', 'each debt then gets its share');
		await screen.page.select('[aria-label="How short months are paid"]', 'order');
		await screen.click('[aria-label="Pay Rent owed later"]');
		await screen.see('.short', 'debts are then paid in order, Kelpline card first');
		await screen.press('Escape');
		await screen.page.hover('.order li:nth-child(2)');
		await screen.click('[aria-label="Leave Rent owed out of this plan"]');
		await screen.see('.aside', 'left out; asks $100.00 a month, not counted');
		expect(await screen.texts('.short')).toEqual([]);
		await screen.saved();
		await screen.reload();
		await screen.clickText('.aside button', 'Put back');
		await screen.see('.short', 'Kelpline card first');
		expect(await screen.texts('.aside')).toEqual([]);
	});

	it('draws what more buys beside the page, and tries an amount of it', async () => {
		await plan([card()], { budget: { kind: 'constant', amount: 12_100 } });
		await screen.answer('At $121.00 a month');
		await screen.click('.money .curve');
		await screen.press('ArrowRight', 'ArrowRight');
		await screen.see(
			'section .said',
			/^At \$12[23]\.00 a month: \d years? \d+ months?, \$[\d,.]+ in interest$/
		);
		await screen.press('PageUp');
		const shown = await screen.text('section .said strong:first-child');
		await screen.press('Enter');
		await screen.answer(`At ${shown} a month`);
		await screen.press('Escape');
		expect(await screen.texts('section .said')).toEqual([]);
	});

	it('takes money on top once and every year, moved with the keys and switched off', async () => {
		await plan([card()], { budget: { kind: 'constant', amount: 12_100 } });
		const before = await screen.text('.answer');
		await screen.page.focus('.picture [role=slider]');
		await screen.press('Home', 'ArrowRight', 'ArrowRight', '+');
		expect(await screen.value('Date of the event')).toBe('15 Mar 2027');
		await screen.page.keyboard.type('300');
		expect(await screen.texts('[data-chip]')).toEqual([]);
		expect(await screen.text('.answer')).toBe(before);
		await screen.press('Enter');
		expect(await screen.texts('[data-chip]')).toEqual(['+$300.00 in Mar 2027']);
		const once = await screen.text('.answer');
		expect(once).not.toBe(before);
		await screen.page.focus('[data-chip]');
		await screen.press('ArrowRight', 'Enter');
		await screen.page.select('[aria-label="How often"]', 'year');
		await screen.press('Escape');
		expect(await screen.texts('[data-chip]')).toEqual(['+$300.00 in Apr, every year']);
		await screen.saved();
		await screen.page.focus('[data-chip]');
		await screen.press(' ');
		await expect.poll(() => screen.text('.answer')).toBe(before);
	});

	it('has the offers that end on its time line, where they move as on the debt’s own', async () => {
		const ends = { id: crypto.randomUUID(), off: false, date: '2027-09-15' };
		const offer = { ...ends, kind: 'rate', annual: 299_900, reamortize: false, ofBalance: null };
		await plan([card({ annualRate: 99_900, events: [offer] })], {
			budget: { kind: 'constant', amount: 20_000 }
		});
		const before = await screen.text('.answer');
		expect(await screen.texts('[data-chip]')).toEqual(['A: 29.99 % from Sep 2027']);
		await screen.page.focus('[data-chip]');
		await screen.press('ArrowRight', 'ArrowRight');
		expect(await screen.texts('[data-chip]')).toEqual(['A: 29.99 % from Nov 2027']);
		await screen.see('.before', 'less.');
		await screen.press(' ');
		await screen.see('.before', /sooner|the same month/);
		await screen.click('.before button');
		await expect.poll(() => screen.text('.answer')).toBe(before);
		await screen.page.focus('.picture [role=slider]');
		await screen.press('.');
		await screen.see('.strip h2', 'In October 2027');
		await screen.page.focus('[data-chip]');
		await screen.press('Enter');
		await screen.answer('At $77.00 a month this debt is never paid off');
		await screen.press('F8');
		await screen.see('.strip h2', 'In October 2027');
		await screen.saved();
	});

	it('is slid with twelve debts over thirty years without a task that blocks the page', async () => {
		const loan = {
			kind: 'level',
			periods: 360,
			payment: null,
			balloon: 0,
			roundPayment: 'up',
			atTerm: 'settle'
		};
		const loans = Array.from({ length: 12 }, (_, index) =>
			card({
				name: `Loan ${index + 1}`,
				balance: 19_870_000 + 1000 * index,
				annualRate: 63_500 - 500 * index,
				required: loan
			})
		);
		await plan(loans);
		const longest = await quietest(screen, 50, async () => {
			await screen.see('.order', 'Loan 12');
			await screen.page.focus('[aria-label="Monthly budget slider"]');
			return async () => {
				for (let step = 0; step < 16; step += 1) await screen.page.keyboard.press('PageUp');
			};
		});
		expect(longest).toBeLessThan(50);
	});

	it('says why each debt gets what it gets in a month, from event to event', async () => {
		await plan(
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
		await plan(debts, { budget: { kind: 'constant', amount: 24_000 }, shortOrder: null });
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
		await plan(debts.slice(0, 2), {
			budget: { kind: 'constant', amount: 15_000 },
			shortOrder: null
		});
		await screen.answer('these debts are never paid off: after 12 months');
		expect(await gone()).toEqual(['never', 'never']);
	});
});

describe('little or nothing to plan', () => {
	it('says what to do first, and takes zero rates and more money than is owed', async () => {
		await plan([]);
		await screen.answer('There is nothing to plan yet');
		await screen.click('.empty a');
		await screen.answer('Enter the first debt');
		await plan([card({ balance: 164_400, annualRate: 0, required: amount(13_700) })]);
		await screen.answer('in December 2027, after 12 months; it costs nothing in interest');
		await plan([card()], { budget: { kind: 'constant', amount: 99_999_999_999 } });
		await screen.answer('in January 2027, after 1 month; it costs $78.38 in interest');
	});
});

describe('creditors that take less, and payments eased for a while', () => {
	/** A button that begins so. */
	const button = async (words: string) => {
		const found = await screen.page.waitForSelector(
			`::-p-xpath(//button[starts-with(normalize-space(), "${words}")])`
		);
		await found?.click();
	};
	const kestrel = card({ name: 'Kestrel card', balance: 300_000, required: amount(9_000) });
	const bramble = card({ name: 'Bramble card', balance: 120_000, required: amount(6_000) });

	it('settles a debt out of what was put aside for it, and says what is forgiven', async () => {
		await plan([kestrel, bramble], {
			budget: { kind: 'constant', amount: 25_000 },
			savings: { opening: 0, monthly: null, target: null, covers: true }
		});
		await button('Change the debts');
		await button('Settlement');
		await screen.see('[role=dialog]', 'Kestrel card');
		await screen.fill('Percentage accepted for Kestrel card', '50');
		// Too early: what was put aside by then does not reach, and it is said how much is missing.
		await screen.fill('Month of the settlement', 'Mar 2027');
		await screen.fill('Fee in percent of what is forgiven', '0');
		await screen.answer('This plan cannot be carried out: in March 2027');
		await screen.answer('Put money aside until then, or settle in a later month.');
		await screen.fill('Month of the settlement', 'Dec 2027');
		await screen.answer('is forgiven; that may count as taxable income.');
		await screen.press('Enter');
		await screen.see(
			'[data-change="0"]',
			'Settled in December 2027: Kestrel card for 50 % of its balance'
		);
		const forgiven = (await screen.texts('.answer button')).at(-1) ?? '';
		await screen.click('.answer > :last-of-type > button');
		await screen.see('[role=dialog]', `${forgiven.slice(1)} is Kestrel card`);
		await screen.press('Escape');
		// On the time line it is moved by a month.
		await screen.page.focus('[data-chip="change 0 begin"]');
		await screen.press('ArrowRight');
		await screen.see('[data-change="0"]', 'Settled in January 2028');
		await screen.see('[data-chip="change 0 begin"]', 'settled in Jan 2028');
		await screen.saved();
		await screen.reload();
		await screen.see('[data-change="0"]', 'Settled in January 2028');
	});

	it('eases payments until a month, at the debt’s own rate, and moves the time as a whole', async () => {
		await plan([kestrel, bramble], { budget: { kind: 'required' } });
		await screen.answer('Paying the minimum payments');
		await button('Change the debts');
		await button('Creditor agreement');
		await screen.page.waitForSelector('.debts > :nth-child(2) [type=checkbox]');
		await screen.click('.debts > :nth-child(2) [type=checkbox]');
		// A payment of nothing leaves the rate to be the debt's own.
		await screen.fill('Agreed payment of Kestrel card', '0');
		await screen.fill('Agreed from', '2027-03-01');
		await screen.fill('Last month of the agreement', 'May 2027');
		await screen.fill('Setup fee', '0');
		await screen.fill('Monthly fee', '0');
		await screen.press('Enter');
		await screen.see(
			'[data-change="0"]',
			'Proposal from March 2027 until May 2027: Kestrel card no payment'
		);
		await screen.page.focus('[data-chip="change 0 begin"]');
		await screen.press('ArrowRight');
		await screen.see('[data-change="0"]', 'Proposal from April 2027 until June 2027');
		await screen.page.focus('[data-chip="change 0 end"]');
		await screen.press('ArrowLeft');
		await screen.see('[data-change="0"]', 'Proposal from April 2027 until May 2027');
	});
});
