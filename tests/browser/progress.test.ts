/** The client is back: balances read and typed, what happened explained, creditors asked, and the plan gone on with. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startCreditor } from '../../standins/creditor/server.mjs';
import { writeAmount, writeMoney } from '../../src/lib/reading/written';
import { cents } from '../../src/lib/core/quantities/money';
import type { CaseDocument } from '../../src/lib/document/case';
import { demoCases } from '../support/demo-cases';
import { livedCase } from '../support/lives';
import { desk, screen, sitDown } from '../support/page';
import { makeCase, startResiduum } from '../support/residuum';
import { usd } from '../support/said';

const creditor = await startCreditor();
afterAll(() => creditor.stop());
sitDown(() =>
	startResiduum({
		RESIDUUM_TODAY: '2027-08-24',
		RESIDUUM_CREDITORS: creditor.address,
		RESIDUUM_CREDITORS_WAIT: '1500'
	})
);

const money = (amount: number) => writeMoney(cents(Math.abs(amount)), usd);
const bare = (amount: number) => writeAmount(cents(Math.abs(amount)), usd);

/** A document as a case of this server. */
async function caseOf({ debts, label, ...fields }: CaseDocument): Promise<string> {
	const { id } = await makeCase(desk.residuum, label, debts, {}, fields);
	return id;
}

const clickText = (selector: string, text: string) => screen.clickText(selector, text);

const answer = () => screen.text('.answer .answer, p.answer');

describe('a visit', () => {
	const lived = livedCase('eight months, variant 1');
	const last = '2027-08-24';
	const typed = lived.document.readings.filter(({ date }) => date === last);
	const lineOfDebt = (id: string) => lived.document.debts.findIndex((debt) => debt.id === id);
	let id: string;
	beforeAll(async () => {
		// All but the last day's balances: those are typed.
		const { visits, readings } = lived.document;
		id = await caseOf({
			...lived.document,
			visits: visits.filter(({ date }) => date < last),
			readings: readings.filter(({ date }) => date < last)
		});
	});

	it('is typed straight down by keyboard, and answered with the figures of the reference', async () => {
		await screen.goto(`/cases/${id}/plan`);
		await screen.answer('everything is paid off');
		await screen.press('F4');
		await screen.answer('is owed instead of');
		// What was read on the last day, each in the line of its debt.
		for (const { debt, balance } of typed) {
			await screen.page.focus(`[data-cell="${lineOfDebt(debt)}:0"]`);
			await screen.page.keyboard.type(writeAmount(balance, usd));
			await screen.press('Enter');
		}
		await screen.answer(`Eight months in, ${money(lived.owed)} is owed instead of`);
		await screen.answer(`${money(lived.expected)}: ${money(lived.gap)} more.`);
		for (const amount of Object.values(lived.parts)) {
			if (amount !== 0) await screen.answer(money(amount));
		}
		await clickText('.answer button', money(lived.gap));
		await screen.see('[role=dialog]', `= ${bare(lived.gap)}`);
		await clickText('[role=dialog] button', 'Sandpiper van loan');
		await screen.see('[role=dialog]', '10,439.82 − 9,812.20 = 627.62');
		await screen.press('Escape');
	});

	it('has what was paid and bought below each balance, also by keyboard', async () => {
		const before = await answer();
		await screen.page.focus('[data-cell="1:0"]');
		await screen.press('Control+Enter');
		await screen.see('[data-details]', 'Since 15 Aug 2027:');
		await clickText('[data-details] button', '+ payment, purchase or fee');
		await screen.page.keyboard.type('40');
		await screen.press('Enter');
		await expect.poll(answer).not.toBe(before);
		// What is typed in one go is one change.
		await screen.press('Control+z');
		await expect.poll(answer).toBe(before);
		await screen.see('header', 'Saved');
	});

	it('is gone on from in one change, and taken back by one undo', async () => {
		const before = await answer();
		await screen.see('.next', 'more a month restores the payoff in');
		await clickText('.next button', 'Continue from here');
		await screen.see('[role=dialog] tbody tr:nth-child(5)', '11,450.00 10,439.82');
		await screen.press('Escape');
		expect(await answer()).toBe(before);
		await clickText('.next button', 'Continue from here');
		await clickText('[role=dialog] button', 'Continue');
		await screen.answer('everything is paid off in');
		await screen.page.waitForFunction(() => location.pathname.endsWith('/plan'));
		await screen.goto(`/cases/${id}`);
		await expect.poll(() => screen.value('Balance, line 5')).toBe('10,439.82');
		await screen.goto(`/cases/${id}/progress`);
		await screen.see('.next', 'Continued from here on 24 Aug 2027');
		await expect.poll(answer).toBe(before);
		await clickText('header button', 'Undo');
		await screen.see('.next', 'Continue from here');
		expect(screen.path()).toBe(`/cases/${id}/progress`);
		await screen.goto(`/cases/${id}`);
		await expect.poll(() => screen.value('Balance, line 5')).toBe('11,450.00');
	});

	it('stands on a line with those before, each to be looked at as it was, two beside each other', async () => {
		await screen.goto(`/cases/${id}/progress`);
		await screen.see('li[aria-current]', `+${bare(lived.gap)}`);
		await clickText('section li a', '15 Jan 2027');
		await screen.answer('One month in');
		await screen.see('.next', 'As of 15 January 2027, read-only.');
		expect(await screen.page.$$('.typed input')).toHaveLength(0);
		await clickText('section li a', '24 Aug 2027');
		await screen.answer('Eight months in');
		await screen.click('section li:first-child button');
		await screen.see(
			'section p[role=status]',
			/From 15 Dec 2026 to 24 Aug 2027: .* later, \$[\d,.]+ more\./
		);
	});
});

describe('creditors', () => {
	const glasshouse = demoCases.find(({ label }) => label.includes('glasshouse'));
	let id: string;
	beforeAll(async () => {
		if (!glasshouse) throw new Error('a demo');
		id = await caseOf(glasshouse);
		await screen.goto(`/cases/${id}/progress`);
	});
	const tell = (account: string, is: string) =>
		fetch(`${creditor.address}/told`, { method: 'POST', body: JSON.stringify({ account, is }) });

	it('are asked; one that hangs, one that lies and one that talks nonsense are said to', async () => {
		await tell('4417 0032 5518', 'slow');
		await tell('6021 7745 0093', 'nonsense');
		await tell('5190 4462 7731', 'lying');
		const before = await answer();
		await clickText('.ask button', 'Get balances from creditors');
		await screen.see(
			'[aria-label="Not imported yet"]',
			'Pinnace card: the creditor is not responding.'
		);
		const came = await screen.text('[aria-label="Not imported yet"]');
		expect(came).toContain('Lanternhouse Stores card: the creditor’s reply cannot be read');
		expect(came).toMatch(/Eider Mutual card: .* \$250\.00 less than its entries explain/);
		expect(came).toMatch(/Marram van loan: \$[\d,.]+ on 24 Aug 2027; \d+ entries, \d+ new\./);
		await screen.press('Escape');
		expect(await answer()).toBe(before);
	});

	it('are taken as one change, and nothing is counted twice when they are asked again', async () => {
		for (const account of ['4417 0032 5518', '6021 7745 0093', '5190 4462 7731']) {
			await tell(account, 'well');
		}
		await clickText('.ask button', 'Get balances from creditors');
		await screen.see('[aria-label="Not imported yet"]', /Pinnace card: .* \d+ new\./);
		await screen.press('Enter');
		await screen.answer('is interest above the expected rate');
		const after = await answer();
		await clickText('.ask button', 'Get balances from creditors');
		await screen.see('[aria-label="Not imported yet"]', /Pinnace card: .* 0 new\./);
		await screen.press('Enter');
		await screen.see('header', 'Saved');
		expect(await answer()).toBe(after);
		await screen.page.focus('[data-cell="0:0"]');
		await screen.press('Control+Enter');
		await screen.see('[data-details]', 'from the creditor’s file');
	});
});

describe('a file of transactions', () => {
	it('goes to the debt that it is said to be of, and brings its balance', async () => {
		const csv = [
			'Date,Description,Amount,Balance',
			'2027-07-28,"Payment, thank you",54.00,108.00',
			'2027-08-10,Service call,-10.00,118.00',
			'2027-08-10,Service call,-10.00,128.00'
		].join('\n');
		await screen.drop('heating.csv', new TextEncoder().encode(csv));
		await screen.see('[aria-label="Not imported yet"]', '3 entries, $128.00 owed on 10 Aug 2027');
		const debts = await screen.page.$$eval(
			'[aria-label="Debt of these transactions"] option',
			(all) => all.map((one) => [one.textContent, (one as HTMLOptionElement).value])
		);
		const heating = debts.find(([name]) => name?.includes('Heating'))?.[1] ?? '';
		await screen.page.select('[aria-label="Debt of these transactions"]', heating);
		// Two that are alike and have no reference are asked about before anything is taken.
		await screen.see('[aria-label="Not imported yet"]', '$10.00 on 10 Aug 2027, “Service call”');
		const taking = async () =>
			screen.page.$eval('[aria-label="Not imported yet"] .take', (button) =>
				button.matches(':disabled') ? 'asked' : 'ready'
			);
		expect(await taking()).toBe('asked');
		await clickText('[aria-label="Not imported yet"] button', 'Different');
		expect(await taking()).toBe('ready');
		await clickText('[aria-label="Not imported yet"] button', 'Import all');
		await expect.poll(() => screen.value('Balance of Glasshouse Heating account')).toBe('128.00');
		await screen.see('header', 'Saved');
	});
});

describe('the casebook', () => {
	it('says when a case was read and how far it is off, sorts by it, and shows what is due for review', async () => {
		await screen.goto('/');
		await screen.see('[role=table]', 'A household come back');
		await screen.see('[role=table]', '24 Aug 2027');
		await clickText('[role=group] button', 'review');
		await screen.answer(/^\d of 2 cases (is|are) due for review\. Total owed: /);
		await clickText('[role=columnheader] button', 'Ahead / behind plan');
		await screen.see('[role=columnheader][aria-sort]', 'Ahead / behind plan');
		await clickText('[role=group] button', 'All');
		await screen.answer('2 cases, furthest from plan first. Total owed: ');
		await screen.page.focus('[data-case]');
		await screen.press('h');
		await screen.page.waitForFunction(() => location.pathname.endsWith('/progress'));
		await screen.answer('is owed');
	});
});

describe('a case without a forecast', () => {
	it('says what to do, and keeps what a plan that was chosen before expects now', async () => {
		const { document } = livedCase('eight months, variant 1');
		const id = await caseOf({
			...document,
			forecasts: [],
			visits: [],
			readings: [],
			recordedEvents: []
		});
		await screen.goto(`/cases/${id}/progress`);
		await screen.answer('was chosen on 15 Dec 2026, before forecasts were saved');
		await clickText('.next button', 'Save its forecast now');
		await screen.answer('no balance is recorded yet');
		// Without a visit before it there is no column of one, and a line is a line.
		const heights = await screen.page.$$eval('.readings .line', (lines) =>
			lines.map((line) => line.getBoundingClientRect().height)
		);
		expect(heights).toHaveLength(6);
		expect(Math.max(...heights)).toBeLessThan(45);
		const plain = await makeCase(desk.residuum, 'Nothing chosen', document.debts);
		await screen.goto(`/cases/${plain.id}/progress`);
		await screen.answer('No plan is being followed yet.');
	});
});

describe('a month’s money', () => {
	it('is recorded beside what was planned, and what stays is on the budget sheet when gone on with', async () => {
		const demo = demoCases.find(({ label }) => label.includes('glasshouse'));
		if (!demo) throw new Error('a demo');
		const id = await caseOf({ ...demo, recordedMoney: [] });
		await screen.goto(`/cases/${id}/progress`);
		await screen.clickText('.tools button', 'Income and expenses by month');
		const region = '[aria-label="Income and expenses by month"]';
		await screen.see(region, 'August 2027: nothing is recorded.');
		await screen.click('[aria-label="The month before"]');
		await screen.see(region, 'July 2027: nothing is recorded.');
		await screen.fill('rent in this month', '1150');
		await screen.see(region, '$30.00 less is left than planned.');
		// Something beside the sheet is there with its amount; what is taken back is not.
		await screen.fill('Name of another expense', 'boiler repair');
		await screen.fill('boiler repair in this month', '185');
		await screen.see(region, '$215.00 less is left than planned.');
		await screen.page.focus('[aria-label="Name of another expense"]');
		await screen.page.focus('[aria-label="boiler repair in this month"]');
		await screen.press('Backspace');
		await screen.see(region, '$30.00 less is left than planned.');
		await screen.page.click('[aria-label="rent stays so from now on"]');
		await screen.saved();
		await screen.reload();
		await screen.clickText('.next button', 'Continue from here');
		await screen.see(
			'[role=dialog]',
			'rent: $1,150.00 monthly from here on, instead of $1,120.00.'
		);
		await screen.click('[role=dialog] .filled');
		await screen.answer('everything is paid off');
		await screen.clickText('.bar button', 'Budget sheet');
		await screen.page.waitForSelector('[aria-label="Amount, Living expenses, line 1"]');
		expect(await screen.value('Amount, Living expenses, line 1')).toBe('1,150.00');
	});
});
