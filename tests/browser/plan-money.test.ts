/** What a plan can be told beside its budget and order: months, offers, money on top, creditors that take less. */
import type { HTTPRequest } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { contentOf, FIRST_PLAN, NO_SHEET } from '../../src/lib/document/plan';
import { amount, card } from '../support/debts';
import { desk, openPlan, screen, sitDown } from '../support/page';
import { makeCase } from '../support/residuum';
import { quietest } from '../support/tasks';

sitDown();

describe('monthly budget', () => {
	it('begins in a month of its own: before, what is required is paid', async () => {
		await openPlan([
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
		await openPlan([
			card(),
			card({ name: 'Dental plan', annualRate: 0, required: amount(13_700) })
		]);
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
		await openPlan([card()]);
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
		await openPlan([card()], { budget: { kind: 'constant', amount: 12_100 } });
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
		await openPlan([card()]);
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
		await openPlan(debts, { budget: { kind: 'constant', amount: 15_000 } });
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
		await openPlan([card()], { budget: { kind: 'constant', amount: 12_100 } });
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
		await openPlan([card()], { budget: { kind: 'constant', amount: 12_100 } });
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
		await openPlan([card({ annualRate: 99_900, events: [offer] })], {
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
		await openPlan(loans);
		const longest = await quietest(screen, 50, async () => {
			await screen.see('.order', 'Loan 12');
			await screen.page.focus('[aria-label="Monthly budget slider"]');
			return async () => {
				for (let step = 0; step < 16; step += 1) await screen.page.keyboard.press('PageUp');
			};
		});
		expect(longest).toBeLessThan(50);
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
		await openPlan([kestrel, bramble], {
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
		await openPlan([kestrel, bramble], { budget: { kind: 'required' } });
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
