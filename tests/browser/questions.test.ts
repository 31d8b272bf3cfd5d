import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { paymentFor } from '../../src/lib/core/debt/solve';
import { writeMoney } from '../../src/lib/reading/written';
import { desk, screen, sitDown } from '../support/page';
import { card } from '../support/debts';
import { makeCase } from '../support/residuum';
import { usd } from '../support/said';

sitDown();

/** Opens a debt of these terms beside a dental plan that ends in December 2027, at one question. */
async function ask(fields: object, question: string): Promise<void> {
	const debt = card(fields);
	const required = { kind: 'amount', amount: 13_700, roundUpTo: 0, floor: 0 };
	const dental = card({ name: 'Dental plan', balance: 164_400, annualRate: 0, required });
	const { id } = await makeCase(desk.residuum, 'Questions', [debt, dental]);
	await screen.goto(`/cases/${id}/debts/${debt.id}`);
	await screen.page.select('[aria-label="Question"]', question);
}

const sentence = '[aria-labelledby="backwards"] .sentence output';
const below = '[aria-labelledby="backwards"] .below';

describe('asked backwards, the blank is filled with the figure of the reference case', () => {
	it('what ends it by a month, and uses it', async () => {
		await ask({}, 'payment');
		await screen.fill('Paid off by', 'Dec 2028');
		await screen.see(sentence, /^\$217\.99$/);
		await screen.see(
			below,
			'24 payments, the last one $217.90; $1,049.31 in interest. One cent less'
		);
		await screen.fill('Paid off by', '2029-12');
		await screen.see(sentence, /^\$160\.79$/);
		await screen.click('[aria-labelledby="backwards"] .use');
		await screen.answer(
			'At $160.79 a month this debt is paid off in December 2029, after 36 payments'
		);
		await screen.see('.before', 'Before this change, at $121.00 a month');
		await screen.saved();
	});

	it('how long a payment takes, also when it never ends', async () => {
		await ask({}, 'time');
		await screen.fill('Payment to try', '140');
		await screen.see(sentence, '45 payments, to Sep 2030');
		await screen.see(
			below,
			'The last one is $28.26; $2,005.90 in interest. By the formula: 44.20 payments.'
		);
		await screen.fill('Payment to try', '70');
		await screen.see(sentence, /^is never paid off$/);
	});

	it('what the rate must be, or that the payments fall short', async () => {
		await ask({ balance: 540_000 }, 'rate');
		await screen.fill('Payment to try', '180');
		await screen.fill('Number of payments', '36');
		await screen.see(sentence, '12.2489 %');
		await screen.fill('Number of payments', '12');
		await screen.see(below, 'add up to $2,160.00, less than the $5,400.00 that is owed');
		expect(await screen.texts('[aria-labelledby="backwards"] .use')).toEqual([]);
	});

	it('what can be afforded', async () => {
		await ask({ annualRate: 99_000 }, 'afford');
		await screen.fill('Payment to try', '220');
		await screen.fill('Number of payments', '48');
		await screen.see(sentence, '$8,690.64');
	});

	it('what was paid between two balances', async () => {
		await ask({ annualRate: 164_000 }, 'paid');
		await screen.fill('Earlier balance', '9,412.07');
		await screen.fill('Earlier month', 'March 2025');
		await screen.fill('Later balance', '6,980.55');
		await screen.fill('Later month', '3/2027');
		await screen.see(sentence, '$214.92');
		await screen.fill('Later month', 'Smarch 2027');
		await screen.press('Enter');
		await screen.see('.problem', '“Smarch 2027” is not a month. A month such as June 2029');
	});

	it('what to add so that it ends when the other one ends', async () => {
		await ask({}, 'extra');
		const twelve = paymentFor(
			{
				opening: cents(418_236),
				rate: { basis: 'nominal', annual: percent(224_900) },
				paymentsPerYear: 12,
				firstDue: '2027-01-15' as CalendarDate,
				clearBelow: cents(0),
				extras: [],
				charges: []
			},
			12
		);
		// Paid on top of the 121.00 that are held.
		await screen.see(sentence, writeMoney(cents((twelve.smallest?.amount ?? 0) - 12_100), usd));
		await screen.see(below, 'Then 12 payments');
		await screen.see(below, 'The extra with each payment becomes');
		await screen.click('[aria-labelledby="backwards"] .use');
		await screen.answer('this debt is paid off in December 2027, after 12 payments');
	});
});
