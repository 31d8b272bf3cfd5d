/** A card as it really is: its balances typed from paper, a deadline found, kept and followed into a plan. */
import { describe, expect, it } from 'vitest';
import { FIRST_PLAN } from '../../src/lib/document/plan';
import { card } from '../support/debts';
import { desk, screen, sitDown } from '../support/page';
import { caseNow, makeCase } from '../support/residuum';

sitDown();

const due = {
	firstDue: '2027-01-10',
	pays: { kind: 'fixed', amount: 15_000, paymentsPerYear: null }
};

/** The balances of a card with a heater that must be paid off by a day. */
const threeBalances = () => {
	const one = (
		name: string,
		balance: number,
		annualRate: number,
		deferral: object | null = null
	) => ({
		id: crypto.randomUUID(),
		name,
		balance,
		annualRate,
		printedInterest: null,
		deferral
	});
	return {
		balance: 418_236,
		annualRate: 299_900,
		balances: [
			one('Purchases', 230_236, 249_900),
			one('Cash advances', 38_000, 294_900),
			one('Heater', 150_000, 299_900, { by: '2028-01-10', annualRate: null, accrued: 4_210 })
		]
	};
};

describe('a card of three balances', () => {
	let id = '';
	const stored = async () => (await caseNow(desk.residuum, id)).document.debts[0];

	it('is typed with Enter alone, and the debt owes their sum at the highest rate', async () => {
		const debt = card({ ...due, balance: 230_236, annualRate: 249_900 });
		({ id } = await makeCase(desk.residuum, 'A card', [debt]));
		await screen.goto(`/cases/${id}/debts/${debt.id}`);
		await screen.clickText('button', 'Split into balances');
		await screen.page.focus('[aria-label="Deadline of Purchases"]');
		await screen.press('Enter');
		expect(await screen.focused()).toBe('Balance of Cash advances');
		await screen.enter('380', '29.49', '');
		expect(await screen.focused()).toBe('Balance of Balance transfer');
		await screen.enter('1,500.00', '29.99', '10 Jan 2028', '42.10');
		await screen.fill('Name of balance 3', 'Heater');
		// The balance after the last one was never filled in.
		await screen.page.focus('[aria-label="First due date"]');
		await screen.saved();
		expect(await stored()).toMatchObject({
			balance: 418_236,
			annualRate: 299_900,
			balances: [
				{ name: 'Purchases', balance: 230_236, annualRate: 249_900, deferral: null },
				{ name: 'Cash advances', balance: 38_000, annualRate: 294_900, deferral: null },
				{
					name: 'Heater',
					balance: 150_000,
					annualRate: 299_900,
					deferral: { by: '2028-01-10', annualRate: null, accrued: 4_210 }
				}
			]
		});
	});

	it('says what missing the deadline costs, and what keeps it, to the cent', async () => {
		await screen.see('.top', 'Heater is not paid off by its deadline, 10 Jan 2028: $340.11');
		await screen.clickText('.top button', 'Keep the deadline: $348.89 a month');
		await screen.answer('At $348.89 a month this debt is paid off in January 2028');
		await screen.see('.top', '$375.68 of deferred interest is never charged');
		await screen.saved();
		expect((await stored())?.atLeast).toEqual({ amount: 34_889, until: '2028-01-10' });
	});

	it('explains where a payment goes, and the interest of each balance', async () => {
		await screen.click('button.figure[data-k="3"][data-name="paid"]');
		await screen.see('[role="dialog"]', 'The required minimum is 85.00.');
		await screen.see('[role="dialog"]', '85.00 to Heater');
		await screen.press('Escape');
		await screen.click('button.figure[data-k="2"][data-name="interest"]');
		await screen.see('[role="dialog"]', 'is deferred');
		await screen.press('Escape');
	});

	it('is one balance again in one step, and back by undo', async () => {
		await screen.clickText('button', 'make one balance');
		await screen.saved();
		expect(await stored()).toMatchObject({ balance: 418_236, annualRate: 299_900, balances: [] });
		await screen.press('Control+z');
		await screen.see('.terms', 'Balances on this card');
		expect((await stored())?.balances).toHaveLength(3);
	});

	it('stands in the grid on one line with its total, and unfolds below it', async () => {
		await screen.goto(`/cases/${id}`);
		await screen.page.focus('[aria-label="Name, line 1"]');
		await screen.press('Enter', 'Space');
		await screen.see('.grid', 'make one balance');
		await screen.fill('Balance of Heater', '1,600');
		await screen.answer('$4,282.36 owed');
		await screen.see(
			'.grid',
			'Heater $1,600.00 at 29.99 %, no interest if paid off by 10 Jan 2028'
		);
		await screen.saved();
		expect(await stored()).toMatchObject({ balance: 428_236 });
		// In the field itself it takes back letters.
		await screen.page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
		await screen.press('Control+z');
		await screen.answer('$4,182.36 owed');
	});

	it('is told by the plan whether its deadline is kept, and followed there', async () => {
		await screen.goto(`/cases/${id}/plan`);
		await screen.see('main', 'Heater is paid off by its deadline, 10 Jan 2028');
	});
});

describe('a card in the grid', () => {
	it('is typed from paper with twenty keys beside its values, made one balance and split again', async () => {
		const { id } = await makeCase(desk.residuum, 'Typed', []);
		await screen.goto(`/cases/${id}`);
		await screen.page.focus('[aria-label="Name, line 1"]');
		let keys = 0;
		const enter = async (...values: string[]) => {
			await screen.enter(...values);
			keys += values.length;
		};
		const balances = async () => {
			await screen.press('Control+b');
			keys += 2;
		};
		await enter('Lindgate Home card');
		await balances();
		await screen.focus('Balance of Purchases');
		await enter(
			'2,302.36',
			'24.99',
			'',
			'380',
			'29.49',
			'',
			'1,500.00',
			'29.99',
			'10 Jan 2028',
			'42.10'
		);
		await balances();
		expect(await screen.focused()).toBe('Minimum payment rule, line 1');
		await enter('', '2', '25', '', '10 Jan 2027');
		expect(keys).toBeLessThan(21);
		await screen.saved();
		const [debt] = (await caseNow(desk.residuum, id)).document.debts;
		expect(debt).toMatchObject({ balance: 418_236, annualRate: 299_900, firstDue: '2027-01-10' });
		expect(debt?.balances.map(({ name, balance }) => [name, balance])).toEqual([
			['Purchases', 230_236],
			['Cash advances', 38_000],
			['Balance transfer', 150_000]
		]);
		await screen.page.focus('[aria-label="Name, line 1"]');
		await screen.press('Control+b');
		await screen.focus('Balance of Purchases');
		await screen.clickText('.fold button', 'make one balance');
		await screen.page.focus('[aria-label="Name, line 1"]');
		await screen.press('Control+b');
		await screen.focus('Balance of Purchases');
	});

	it('takes pasted rows of its balances below its own', async () => {
		const { id } = await makeCase(desk.residuum, 'Pasted', []);
		await screen.goto(`/cases/${id}`);
		await screen.page.focus('[aria-label="Name, line 1"]');
		const rows = [
			['Debt', 'Balance', 'APR', 'Min. payment', 'Due'],
			['Skerry card', '4,012.40', '', '3 %, min 25', '20 Jan 2027'],
			['  Balance transfer', '3,400.00', '0', '', ''],
			['  Purchases', '612.40', '22.99', '', ''],
			['Van repair', '1,644.00', '0', '137', '5 Jan 2027']
		];
		await screen.paste(rows.map((row) => row.join('\t')).join('\n'));
		await screen.see('main', '2 debts found');
		await screen.see('main', 'Balance transfer $3,400.00 at 0 % · Purchases $612.40 at 22.99 %');
	});
});

describe('a plan', () => {
	it('keeps a deadline by a change of its own: the debt and other plans stay as they are', async () => {
		const debts = [card({ ...due, ...threeBalances() })];
		const { id } = await makeCase(desk.residuum, 'Kept', debts);
		await screen.goto(`/cases/${id}/plan`);
		await screen.page.select('[aria-label="Kind of monthly budget"]', 'required-plus');
		await screen.see('main', 'Heater is not paid off by its deadline, 10 Jan 2028');
		await screen.clickText('button', 'Keep the deadline: $348.89 a month');
		await screen.see('main', 'is never charged');
		await screen.saved();
		const { debts: stored, plans } = (await caseNow(desk.residuum, id)).document;
		expect(stored[0]?.atLeast).toBeNull();
		expect(plans[0]?.changes).toEqual([{ kind: 'deadline', assumed: [], debts: [stored[0]?.id] }]);
		expect(plans[0]?.name).toContain('deadlines kept');
		await screen.press('Control+z');
		await screen.see('main', 'Heater is not paid off by its deadline');
	});
});

describe('the statement of a card of several balances', () => {
	it('is checked balance by balance, and for its minimum with what is past due', async () => {
		const debt = card({ ...due, ...threeBalances() });
		const { id } = await makeCase(desk.residuum, 'Statement', [debt]);
		await screen.goto(`/cases/${id}/debts/${debt.id}`);
		await screen.clickText('button', 'Statement check');
		await screen.fill('Interest charged on Purchases, as printed', '46.97');
		await screen.fill('Interest charged on Heater, as printed', '0');
		await screen.fill('Interest charged on Cash advances, as printed', '10.12');
		await screen.press('Tab');
		await screen.see('.statement', '$1.03 more than a month’s interest');
		await screen.see('.statement', '1 of 3 figures differs: interest charged on Cash advances.');
		await screen.fill('Interest charged on Cash advances, as printed', '9.11');
		await screen.fill('Past due, as printed', '60');
		// The interest and 1 % of 4,182.36, rounded up to 98.00, and what is past due.
		await screen.fill('Minimum due, as printed', '158');
		await screen.press('Tab');
		await screen.see('.statement', 'trusted as it stands');
		await screen.saved();
		const [stored] = (await caseNow(desk.residuum, id)).document.debts;
		expect(stored?.balances.map((one) => one.printedInterest)).toEqual([4_697, 911, 0]);
		expect(stored?.noted.pastDue).toBe(6_000);
	});
});

describe('a recorded balance of such a card', () => {
	it('may be each of its balances, whose sum is then the total', async () => {
		const debt = card({ ...due, ...threeBalances() });
		const { id } = await makeCase(desk.residuum, 'Read', [debt]);
		await screen.goto(`/cases/${id}/plans`);
		await screen.click(`[data-choose="${FIRST_PLAN.id}"]`);
		await screen.press('Enter');
		await screen.see('th.chosen', 'chosen');
		await screen.saved();
		await screen.goto(`/cases/${id}/progress`);
		await screen.fill(`Balance of ${debt.name}`, '4,000');
		await screen.press('Control+Enter');
		await screen.see('main', 'the total is divided among them as expected');
		for (const [of, amount] of [
			['Purchases', '2,300'],
			['Cash advances', '300'],
			['Heater', '1,250']
		])
			await screen.fill(`Balance of ${of}, ${debt.name}`, amount ?? '');
		await screen.press('Tab');
		await screen.saved();
		const [reading] = (await caseNow(desk.residuum, id)).document.readings;
		expect(reading?.balance).toBe(385_000);
		expect(reading?.byBalance.map(({ balance }) => balance)).toEqual([230_000, 30_000, 125_000]);
	});
});

describe('missed payments', () => {
	it('cost what a card in dollars usually does, assumed until it is typed', async () => {
		const skip = { kind: 'skip', id: crypto.randomUUID(), off: false, date: '2027-03-15' };
		const debt = card({ events: [skip] });
		const { id } = await makeCase(desk.residuum, 'Missed', [debt]);
		await screen.goto(`/cases/${id}/debts/${debt.id}`);
		await screen.see('.terms', 'no fees recorded');
		await screen.clickText('summary', 'Missed payments');
		await screen.clickText('button', 'Enter late fees');
		await screen.see(
			'.terms',
			'fee $30.00, again $41.00, 29.99 % after 2 missed payments (assumed)'
		);
		await screen.answer('$30.00 in purchases and fees');
		await screen.fill('Late fee', '25');
		await screen.answer('$25.00 in purchases and fees');
		await screen.fill('Missed payments before the penalty rate', '61');
		await screen.press('Tab');
		await screen.see('.terms', 'A whole number of payments from 1 to 60.');
		await screen.fill('Missed payments before the penalty rate', '60');
		await screen.fill('Payments of notice', '0');
		await screen.press('Tab');
		await screen.saved();
		const [stored] = (await caseNow(desk.residuum, id)).document.debts;
		expect(stored?.late).toMatchObject({ assumed: false, fee: 2_500, after: 60, notice: 0 });
	});
});
