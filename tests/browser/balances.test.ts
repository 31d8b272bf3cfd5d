/** A card as it really is: its balances typed from paper, a deadline found, kept and followed into a plan. */
import { describe, expect, it } from 'vitest';
import { card } from '../support/debts';
import { desk, screen, sitDown } from '../support/page';
import { caseNow, makeCase } from '../support/residuum';

sitDown();

const due = {
	firstDue: '2027-01-10',
	pays: { kind: 'fixed', amount: 15_000, paymentsPerYear: null }
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
