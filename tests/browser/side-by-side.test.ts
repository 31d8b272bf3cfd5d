import { describe, expect, it } from 'vitest';
import { crossings } from '../../src/lib/core/plan/comparison';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import { crossingSentence } from '../../src/lib/words/comparison';
import { FIRST_PLAN } from '../../src/lib/document/plan';
import { plain } from '../../src/lib/messages/sentence';
import { amount, card } from '../support/debts';
import { desk, screen, sitDown } from '../support/page';
import { referenceHousehold } from '../support/reference-household';
import { makeCase } from '../support/residuum';
import { usd } from '../support/said';

sitDown();

const constant = (cents: number) => ({ budget: { kind: 'constant', amount: cents } });
const row = (figure: string) => screen.texts(`tr[data-figure=${figure}] .value`);

/** Takes the debt at a place of the case into the open change, or leaves it out. */
async function turnDebt(place: number): Promise<void> {
	const box = `.debts > :nth-child(${place}) [type=checkbox]`;
	await screen.page.waitForSelector(box);
	await screen.click(box);
}

describe('from one plan to four of them, and a chosen one', () => {
	it('pays three cards off by one loan: the figures of the reference case', async () => {
		const household = referenceHousehold();
		const { id } = await makeCase(desk.residuum, 'Side by side', household, {
			...constant(82_000),
			shortOrder: null
		});
		await screen.goto(`/cases/${id}/plan`);
		await screen.answer('it costs $3,473.57 in interest');
		await screen.startPlan('consolidate');
		await screen.click('[data-change="0"]');
		await turnDebt(5);
		await screen.fill('Annual rate of the new loan', '11.5');
		await screen.fill('Fee in percent', '4');
		// No term is invented: nothing is computed until it is typed, or a proposal is taken.
		await screen.answer('This plan is not computed yet');
		await screen.see(
			'.top .short',
			'Enter the payment rule and the first due date, or assume likely terms.'
		);
		await screen.click('.guess button');
		// What nobody has named is said, until it is typed or confirmed.
		await screen.answer('first, assuming 48 months and a first payment on 15 Jan 2027, everything');
		await screen.click('.guess button');
		await screen.press('Escape');
		await screen.answer(
			'At $820.00 a month, highest rate first, everything is paid off in June 2029, after 30 months; it costs $2,608.99 in interest and $317.12 in fees'
		);
		await screen.see('[data-change="0"]', 'Quillmark card, Pellan Stores card and Marrowby card');
		await screen.see(
			'[data-change="0"]',
			'are paid off by New loan at 11.50 %, over 48 months; fee 4 %'
		);
		expect(await screen.texts('.order .gone')).toContain('at the start');
		await screen.click('.order li:nth-child(2) .interest button');
		await screen.see('[role=dialog]', /Interest of .* payments \+ ending balance/);
		await screen.press('Escape');
		await screen.click('.picture .caption button');
		await screen.see('[role=dialog]', 'Balances after January 2027');
		await screen.press('Escape');
		await screen.click('.answer span:nth-of-type(4) button');
		await screen.see('.numbers', '317.12 = 317.12');
		await screen.click('[role=dialog] .source');
		await screen.see('[role=dialog]', 'Fee for New loan');
		await screen.see('.numbers', '7,927.92 × 4 % = 317.11680, rounded to 317.12');
		await screen.press('Escape');
	});

	it('refuses a balance moved above the limit, and takes it once the limit allows', async () => {
		await screen.startPlan('transfer');
		await screen.click('[data-change="0"]');
		await turnDebt(1);
		await screen.fill('Intro rate', '0');
		await screen.fill('Months at the intro rate', '14');
		await screen.fill('Rate after the intro period', '24.99');
		await screen.fill('Fee in percent', '3');
		await screen.fill('Credit limit', '5000');
		await screen.click('.guess button');
		await screen.see(
			'.refused',
			'Change 1 is not possible. $5,298.07 including the fee exceeds the credit limit of $5,000.00. Transfer less, or a different debt.'
		);
		await screen.answer('This plan is not computed yet');
		await screen.fill('Credit limit', '6000');
		await screen.press('Tab', 'Escape');
		await screen.answer(
			'in May 2029, after 29 months; it costs $2,189.22 in interest and $154.31 in fees'
		);
		expect(await screen.texts('.refused')).toEqual([]);
		// The end of the offer is on the time line, and is moved there.
		await screen.see('[data-chip]', 'G: 24.99 % from Mar 2028');
		await screen.page.focus('[data-chip]');
		await screen.press('ArrowRight');
		await screen.see('[data-chip]', 'G: 24.99 % from Apr 2028');
		await screen.see('[data-change="0"]', '0 % for 15 months, then 24.99 %');
		await screen.press('ArrowLeft', 'Enter');
		await screen.see('[role=dialog]', 'Balance transfer');
		expect(await screen.value('Months at the intro rate')).toBe('14');
		await screen.press('Escape');
	});

	it('agrees lower rates with a fee that the month’s money pays first', async () => {
		await screen.startPlan('concession');
		await screen.click('[data-change="0"]');
		await turnDebt(5);
		await screen.fill('Agreed rate of Quillmark card', '8');
		await screen.fill('Agreed payment of Quillmark card', '105');
		await screen.fill('Agreed rate of Pellan Stores card', '6');
		await screen.fill('Agreed payment of Pellan Stores card', '29');
		await screen.fill('Agreed rate of Marrowby card', '8');
		await screen.fill('Agreed payment of Marrowby card', '70');
		// Agreed from the day on which the first period begins; from a later one only the next would have these rates.
		await screen.fill('Agreed from', '2026-12-15');
		await screen.fill('Setup fee', '50');
		await screen.fill('Monthly fee', '35');
		// Nothing is open any more, so Enter is done with the change.
		await screen.press('Enter');
		await screen.fill('Monthly budget', '650');
		await screen.answer(
			'At $650.00 a month, highest rate first, everything is paid off in April 2030, after 40 months; it costs $3,016.46 in interest and $1,450.00 in fees'
		);
		await screen.see('.strip h2', '$85.00 in fees is paid in addition');
		await screen.click('.strip h2 span:nth-of-type(4) button');
		await screen.see('[role=dialog]', 'Fees of January 2027');
		await screen.see('.numbers', '50.00 + 35.00 = 85.00');
		await screen.press('Escape');
		await screen.fill('Monthly budget', '30');
		await screen.answer(
			'This plan cannot be carried out: in January 2027 its fees, $85.00, exceed the monthly budget, $30.00.'
		);
		await screen.fill('Monthly budget', '650');
		await screen.answer('after 40 months');
		await screen.saved();
	});

	it('lays them beside each other against one baseline, and marks what is best', async () => {
		await screen.press('F9');
		await screen.answer(
			'Of 4 plans, “Balance transfer” (terms assumed) costs the least, $2,343.53, and none finishes sooner'
		);
		expect(await row('cost')).toEqual(['3,473.57', '2,926.11', '2,343.53 if agreed', '4,466.46']);
		expect(await row('fees')).toEqual(['0.00 lowest', '317.12', '154.31', '1,450.00']);
		expect(await row('months')).toEqual(['30', '30', '29 if agreed', '40']);
		expect(await row('shortMonths')).toEqual(['0 fewest', '0 fewest', '0 if agreed', '12']);
		await screen.click('.answer button');
		await screen.see('.numbers', '2,189.22 + 154.31 = 2,343.53');
		await screen.press('Escape');
		// A figure opens its working, and each number in that its own.
		await screen.click('tr[data-figure=cost] td:nth-of-type(2) .value button');
		await screen.see('.numbers', '2,608.99 + 317.12 = 2,926.11');
		await screen.click('[role=dialog] .source');
		await screen.see('[role=dialog]', 'Total interest');
		await screen.click('[role=dialog] li:nth-child(6) .source');
		await screen.see('[role=dialog]', 'Interest of New loan');
		await screen.press('Backspace', 'Backspace', 'Escape');
		expect(await screen.focused()).toBe('2,926.11');
		await screen.click('tr[data-figure=fees] td:nth-of-type(4) small button');
		await screen.see('.numbers', '1,450.00 − 0.00 = +1,450.00');
		await screen.click('[role=dialog] li:nth-child(2) .source');
		await screen.see('.numbers', '50.00 + 1,400.00 = 1,450.00');
		await screen.click('[role=dialog] li:nth-child(2) .source');
		await screen.see('.numbers', '40 × 35.00 = 1,400.00');
		await screen.press('Escape');
		await screen.page.select('[aria-label="Compare the plans with"]', FIRST_PLAN.id);
		expect(await screen.texts('.verdict')).toEqual([
			'baseline for comparison',
			'the same month, $547.46 less',
			'1 month sooner, $1,130.04 less',
			'10 months later, $992.89 more'
		]);
		await screen.page.focus('tr[data-figure=cost] th button');
		await screen.press('Alt+ArrowUp', 'Alt+ArrowUp', 'Alt+ArrowUp');
		await screen.page.focus('tr[data-figure=months] th button');
		await screen.press('Delete');
		const rows = ['Paid off in', 'Total cost', 'First payoff'];
		const firstRows = async () =>
			(await screen.texts('tbody tr th > button')).slice(0, rows.length);
		expect(await firstRows()).toEqual(rows);
		// That is how the counselor reads, also the next time.
		await screen.saved();
		await screen.reload();
		await expect.poll(firstRows).toEqual(rows);
		// An icon says what it does, under the pointer and in focus.
		await screen.page.hover('[aria-label="Hide Creditor agreement"]');
		await screen.see('.tip:popover-open', 'Hide this plan here');
		await screen.page.focus('[aria-label="Move Balance transfer to the right"]');
		await screen.press('Shift+Tab');
		await screen.see('.tip:popover-open', 'Move to the left');
		await screen.click('[aria-label="Hide Creditor agreement"]');
		expect(await row('fees')).toHaveLength(3);
		await screen.click('[aria-label="Move Balance transfer to the left"]');
		expect(await screen.texts('thead .name')).toEqual([
			'1 Highest rate first',
			'2 Balance transfer',
			'3 Consolidation loan'
		]);
	});

	it('chooses one with the client; the casebook shows it, and what was chosen before is kept', async () => {
		await screen.click(`[data-choose="${FIRST_PLAN.id}"]`);
		await screen.press('Enter');
		await screen.see('th.chosen', 'chosen');
		await expect.poll(() => screen.focused()).toContain('chosen');
		await screen.click('thead th:nth-of-type(2) [data-choose]');
		await screen.see('[role=dialog]', 'Some terms of this plan are not agreed yet. Assumed:');
		await screen.page.keyboard.type('if the offer is granted');
		await screen.press('Enter');
		await screen.see('th.chosen', 'Balance transfer');
		await expect
			.poll(() => screen.texts('ol li'))
			.toEqual(
				expect.arrayContaining([
					'Balance transfer on 15 Dec 2026: if the offer is granted',
					'Highest rate first on 15 Dec 2026'
				])
			);
		await screen.saved();
		await screen.click('nav a');
		await screen.search('Side by side');
		await screen.see('[role=row]:has([data-case][title="Side by side"])', 'Balance transfer');
	});
});

describe('where plans cross', () => {
	it('says from which month a loan with a fee is ahead, as the core has it', async () => {
		const debts = referenceHousehold();
		const change = {
			kind: 'consolidate',
			assumed: [],
			debts: debts.slice(0, 3).map(({ id }) => id),
			loan: {
				id: crypto.randomUUID(),
				name: 'Loan',
				firstDue: '2027-01-15',
				rule: { kind: 'level', periods: 48 }
			},
			annualRate: 115_000,
			fee: { percent: 40_000, amount: 0, paid: 'added' }
		};
		const plans = [
			{ ...FIRST_PLAN, ...constant(82_000) },
			{
				...FIRST_PLAN,
				...constant(82_000),
				id: crypto.randomUUID(),
				name: 'Loan',
				changes: [change]
			}
		];
		const { id, document } = await makeCase(desk.residuum, 'Crossing', debts, {}, { plans });
		const [first, second] = document.plans.map((entry) => carriedPlan(document, entry).plan);
		if (!first || !second) throw new Error('two plans');
		const [crossing] = crossings(first, second);
		if (!crossing) throw new Error('they cross');
		expect(crossing.month).toBeGreaterThan(1);
		await screen.goto(`/cases/${id}/plans`);
		const said = plain(crossingSentence(crossing, 'Highest rate first', 'Loan', 'owed', usd));
		await screen.see('.crossed', said);
		await screen.click('.crossed button');
		const owed = await screen.texts('.pictures .caption strong');
		const figure = (text: string | undefined) => Number(text?.replace(/[$,]/g, ''));
		expect(figure(owed[1])).toBeLessThan(figure(owed[0]));
	});
});

describe('the cheapest order, and how sure a plan is', () => {
	const cards = (count: number, rate: (index: number) => number) =>
		Array.from({ length: count }, (_, index) =>
			card({
				name: `Card ${index + 1}`,
				balance: 100_000 + ((index * 37) % 11) * 70_000,
				annualRate: rate(index),
				required: amount(4_000)
			})
		);

	it('is searched beside the page, watched, and stopped with a bound', async () => {
		// Cards of one rate: only cents tell their orders apart, which takes the search longest.
		const { id } = await makeCase(
			desk.residuum,
			'Alike',
			cards(12, () => 219_900),
			{
				...constant(220_000)
			}
		);
		await screen.goto(`/cases/${id}/plan`);
		await screen.click('.asks button:first-child');
		await screen.see('section p.found', 'The best fixed order so far costs');
		await screen.see('.far', '% of all orders checked');
		// The page answers meanwhile.
		await screen.page.focus('input[aria-label="Monthly budget slider"]');
		await screen.press('PageUp');
		await screen.answer('At $2,225.00 a month');
		await screen.see('section p.found', 'The best fixed order so far costs');
		await screen.click('.far button');
		await screen.see('section p.found', /The best fixed order found costs .* none costs less than/);
		await screen.press('Escape');
	});

	it('is proved, and taken as the plan’s own order', async () => {
		const { id } = await makeCase(
			desk.residuum,
			'Eight',
			cards(8, (index) => 300_000 - 20_000 * index),
			{
				...constant(160_000),
				order: 'balance'
			}
		);
		await screen.goto(`/cases/${id}/plan`);
		await screen.click('.asks button:first-child');
		await screen.see(
			'section p.found',
			/The cheapest fixed order, to within \$0\.0\d, costs .* more\./
		);
		await screen.click('section .far button');
		await screen.see('section p.found', /The cheapest fixed order costs .* more\./);
		await screen.click('section .use');
		await screen.answer('custom order');
		await screen.click('.asks button:first-child');
		await screen.see(
			'section p.found',
			/The cheapest fixed order, to within \$0\.08, costs .*: it is the plan’s own\./
		);
		await screen.click('section p.found button');
		await screen.see('[role=dialog]', 'Calculation: Total interest');
		await screen.press('Escape');
		expect(await screen.texts('section p.found')).toHaveLength(1);
		await screen.press('Escape');
	});

	it('says what less money, missed months, higher rates and a bill would do', async () => {
		// 1,200.00 without interest at 100.00 a month: each answer can be counted.
		const debts = [card({ balance: 120_000, annualRate: 0, required: amount(5_000) })];
		const { id } = await makeCase(desk.residuum, 'Sure', debts, constant(10_000));
		await screen.goto(`/cases/${id}/plan`);
		await screen.answer('in December 2027, after 12 months');
		await screen.clickText('.asks button', 'Stress test');
		await screen.see(
			'section tbody tr:nth-child(5)',
			'Unexpected expense of $500.00 from March 2027'
		);
		await screen.see('section tbody tr:nth-child(2)', 'Feb 2028');
		await screen.click('section tbody tr:nth-child(2) td:nth-of-type(1) button');
		await screen.see('[role=dialog]', 'Payoff date');
		await screen.press('Escape');
		await screen.click('section tbody tr:nth-child(1) td:nth-of-type(4) button');
		await screen.see('[role=dialog]', 'with $50.00 a month everything is paid off after 24 months');
		await screen.see(
			'[role=dialog]',
			'with $49.99 a month the minimum payments are not covered in every month'
		);
		await screen.press('Escape');
		await screen.see('section tbody tr:nth-child(3)', 'Jan 2028');
		await screen.see('section tbody tr:nth-child(5)', 'May 2028');
		await screen.fill('Amount of the unexpected expense', '100');
		await screen.see('section tbody tr:nth-child(5)', 'Jan 2028');
		await screen.see('section tbody tr:nth-child(1)', '$50.00');
	});
});
