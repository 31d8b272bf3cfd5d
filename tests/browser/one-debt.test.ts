import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { rowAt, run } from '../../src/lib/core/debt/run';
import { writeAmount } from '../../src/lib/reading/written';
import { card, interestPlus } from '../support/debts';
import { desk, screen, sitDown } from '../support/page';
import { makeCase } from '../support/residuum';
import { usd } from '../support/said';
import { quietest } from '../support/tasks';

sitDown();

/** Opens the screen of one debt of these terms. */
async function runDown(fields: object): Promise<void> {
	const debt = card(fields);
	const { id } = await makeCase(desk.residuum, 'One debt', [debt]);
	await screen.goto(`/cases/${id}/debts/${debt.id}`);
}

const rows = () => screen.texts('.lower tbody tr[data-row]');
const chips = () => screen.texts('[data-chip]');

/** Goes to the payment on a day, as `/` does. */
async function find(day: string): Promise<void> {
	await screen.press('/');
	expect(await screen.focused()).toBe('Find a date');
	await screen.enter(day);
}

describe('loans, taken down and changed with the keyboard alone', () => {
	it('takes a loan with a balloon down: the figures of the reference case', async () => {
		const { id } = await makeCase(desk.residuum, 'Loans');
		await screen.goto(`/cases/${id}`);
		await screen.page.focus('[aria-label="Name, line 1"]');
		await screen.enter('Roof loan', '14 200', '7.45', 'ins', '48', '3 500', 'n', '15');
		await screen.enter('Van loan', '18,450.00', '5.5 %', 'ins', '60', '', 'n', '15');
		await screen.page.focus('[aria-label="Name, line 1"]');
		await screen.press('Control+Enter');
		await screen.answer(
			'in December 2030, after 48 payments, the last one $3,780.43 including the balloon of $3,500.00; it costs $2,749.36 in interest.'
		);
		await screen.see('.lower tfoot tr', '48 payments 2,749.36 16,949.36 14,200.00 0.00 paid off');
		await find('15 Dec 2030');
		await screen.see('tr[data-row="48"]', '3,780.43');
		await screen.see('tr[data-row="48"]', 'balloon, last payment');
	});

	it('lets an offer end: a new rate, with the payment kept or set anew', async () => {
		await screen.page.goBack();
		await screen.page.waitForSelector('[aria-label="Name, line 2"]');
		await screen.page.focus('[aria-label="Name, line 2"]');
		await screen.press('Control+Enter');
		await screen.answer('At $352.42 a month this debt is paid off in December 2031');
		await find('Jan 2029');
		await expect.poll(() => screen.focused()).toMatch(/^\d+\.\d\d$/);
		await screen.press('+');
		await screen.see('[role=dialog]', 'Add an event');
		expect(await screen.value('Date of the event')).toBe('15 Jan 2029');
		await screen.press('Shift+Tab');
		// One letter, twice: more of them would have to come within a second of each other.
		await screen.press('n', 'n');
		await screen.press('Tab');
		// Nothing counts while it is typed, nor where a field is refused.
		await screen.page.keyboard.type('8.25');
		await screen.press('Tab');
		await screen.page.keyboard.type('no day');
		await screen.press('Tab');
		await screen.click('[role=dialog] .acts button');
		expect(await screen.focused()).toBe('Date of the event');
		expect(await chips()).toEqual([]);
		await screen.answer('At $352.42 a month this debt is paid off in December 2031');
		await screen.press('Escape', 'Enter');
		await screen.answer('it costs $3,257.34 in interest');
		// The payment of 15 January ends a period at the rate before; the new one begins with that day.
		await screen.see('tr[data-row="26"]', '8.25 % from here');
		await screen.page.focus('[data-chip]');
		await screen.press('Enter', 'Tab', 'Tab');
		await screen.press('i');
		await screen.answer('it costs $3,194.34 in interest');
		await screen.press('Escape');
		expect(await chips()).toEqual(['8.25 % from Jan 2029']);
		await find('Dec 2031');
		await screen.see('tr[data-row="60"]', '366.72');
		await screen.saved();
		await screen.reload();
		await screen.answer('it costs $3,194.34 in interest');
	});

	it('says how the creditor charges interest in one line, and changes it', async () => {
		await runDown({ balance: 1_845_000, annualRate: 89_000 });
		await screen.see('summary', 'nominal, charged monthly, rounded to the cent');
		await screen.click('summary');
		await screen.page.select('[aria-label="Interest method"]', 'daily');
		await screen.page.select('[aria-label="Days in the year"]', 'actual');
		await screen.see('summary', 'daily, by the calendar year, rounded to the cent');
		await screen.click('[data-k="2"][data-name="interest"]');
		await screen.see('.numbers', '× 8.90 % × 31 ÷ 365 =');
		await screen.press('Escape');
		await screen.page.select('[aria-label="Payment frequency"]', '26');
		await screen.see('tr[data-row="2"]', '29 Jan 2027');
		await screen.saved();
	});
});

describe('what happens over time', () => {
	const twelveMonths = async () =>
		(await rows()).slice(0, 13).map((row) => (row.includes('extra') ? 'extra' : ''));

	it('is added from a row of the schedule, with its date filled in', async () => {
		await runDown({ pays: { kind: 'held' } });
		await screen.answer('after 57 payments; it costs $2,618.25 in interest');
		await screen.page.hover('tr[data-row="4"] .note');
		await screen.click('tr[data-row="4"] .add');
		expect(await screen.focused()).toBe('Amount of the event');
		expect(await screen.value('Date of the event')).toBe('15 Apr 2027');
		await screen.enter('400');
		await expect.poll(() => screen.texts('[role=dialog]')).toEqual([]);
		expect(await chips()).toEqual(['+$400.00 in Apr 2027']);
		await screen.see('tr[data-row="4"]', '521.00 400.00');
		await screen.see('.before', 'Before this change');
		expect((await twelveMonths())[4]).toBe('extra');
	});

	it('is moved with the keys and with the pointer, also past where it was', async () => {
		await screen.page.focus('[data-chip]');
		await screen.press('ArrowRight', 'ArrowRight');
		expect(await chips()).toEqual(['+$400.00 in Jun 2027']);
		expect((await twelveMonths()).indexOf('extra')).toBe(6);
		await screen.press('PageDown', 'ArrowLeft');
		expect(await chips()).toEqual(['+$400.00 in May 2028']);
		await screen.press('PageUp');
		const box = await (await screen.page.$('[data-chip]'))?.boundingBox();
		const [x, y] = [(box?.x ?? 0) + 30, (box?.y ?? 0) + 10];
		await screen.page.mouse.move(x, y);
		await screen.page.mouse.down();
		await screen.page.mouse.move(x + 150, y, { steps: 10 });
		await screen.page.mouse.up();
		await expect.poll(chips).not.toContain('+$400.00 in May 2027');
		await screen.page.focus('[data-chip]');
		await screen.press('Enter');
		await screen.fill('Date of the event', '15 Apr 2027');
		await screen.press('Enter');
		expect(await chips()).toEqual(['+$400.00 in Apr 2027']);
	});

	it('shows its effect when it is switched off, and goes with Delete and comes back with undo', async () => {
		const with400 = await screen.text('.answer');
		await screen.page.focus('[data-chip]');
		await screen.press(' ');
		await screen.answer('after 57 payments; it costs $2,618.25 in interest');
		expect(await screen.page.$eval('[data-chip]', (chip) => chip.ariaPressed)).toBe('false');
		await screen.press(' ');
		await screen.answer(with400);
		await screen.press('Delete');
		await screen.answer('it costs $2,618.25 in interest');
		expect(await chips()).toEqual([]);
		await screen.press('Control+z');
		await expect.poll(chips).toEqual(['+$400.00 in Apr 2027']);
		await screen.answer(with400);
	});
});

describe('ways of paying it beside each other', () => {
	const names = () => screen.texts('.lower tbody th');
	const act = (name: string) => screen.click(`::-p-aria([name="${name}"][role="button"])`);

	it('takes a series in one go: a rule, a start, a step and a count', async () => {
		await runDown({ required: interestPlus(10_000, 2_500, 100), pays: { kind: 'required' } });
		await screen.click('[data-zone=ways]');
		await screen.page.select('[aria-label="Kind of series"]', 'interest-plus');
		await screen.fill('Start of the series', '1.5');
		await screen.fill('Step of the series', '0.5');
		await screen.fill('Number of ways', '3');
		await screen.press('Enter');
		await screen.page.select('[aria-label="Kind of series"]', 'ends-in');
		await screen.fill('Start of the series', '12');
		await screen.press('Enter');
		expect(await names()).toEqual([
			'as it is paid now',
			'the minimum',
			'keep paying today’s minimum',
			'interest + 1.50 %',
			'interest + 2 %',
			'interest + 2.50 %',
			'paid off in 1 year',
			'paid off in 2 years',
			'paid off in 3 years'
		]);
		// The reference case’s payment that ends it in 24 months.
		await screen.see(
			'.lower tbody tr:nth-child(8)',
			'paid off in 2 years 217.99 24 Dec 2028 1,049.31'
		);
	});

	it('sorts them, and measures them against the one that the counselor chose', async () => {
		await screen.click('.lower thead th:nth-child(5) button');
		expect((await names())[0]).toBe('paid off in 1 year');
		await screen.click('.lower thead th:nth-child(5) button');
		expect((await names())[0]).toBe('as it is paid now');
		await act('Use as the baseline: keep paying today’s minimum');
		await screen.saved();
		await screen.reload();
		await screen.click('[data-zone=ways]');
		await screen.see('.lower tbody tr:nth-child(3)', 'baseline for comparison');
		await screen.see('.lower tbody tr:nth-child(8)', '2 y 9 m 1,568.94');
	});

	it('explains the difference to the baseline, each number in its turn', async () => {
		await screen.page.click('.lower tbody tr:nth-child(8) td:nth-child(9) button');
		await screen.see('.numbers', '2,618.25 − 1,049.31 = 1,568.94');
		await screen.press('Tab', 'Tab', 'Enter');
		await screen.see('[role=dialog]', 'Total interest of the baseline');
		await screen.press('Tab', 'Tab', 'Tab', 'Enter');
		await screen.see('[role=dialog]', 'Interest up to payment 57 of the baseline');
		await screen.press('Escape');
	});

	it('makes one of them the debt’s own way of paying', async () => {
		await act('Use this: paid off in 2 years');
		await screen.answer(
			'At $217.99 a month this debt is paid off in December 2028, after 24 payments; it costs $1,049.31'
		);
		expect(await screen.value('Payment amount')).toBe('217.99');
		await act('Remove: paid off in 2 years');
		expect(await names()).not.toContain('paid off in 2 years');
		await screen.saved();
	});
});

describe('a loan over a hundred years, paid by the week', () => {
	it('answers each key without blocking the page, with its 5,200 payments', async () => {
		await runDown({
			balance: 19_870_000,
			annualRate: 63_500,
			required: {
				kind: 'level',
				periods: 5200,
				payment: null,
				balloon: 0,
				roundPayment: 'up',
				atTerm: 'settle'
			},
			pays: { kind: 'required' },
			lending: { ...card().lending, paymentsPerYear: 52 }
		});
		await screen.answer(/after 5,\d\d\d payments/);
		const longest = await quietest(screen, 100, async () => {
			await screen.answer(/after 5,\d\d\d payments/);
			return () => screen.fill('Annual rate', '6.1234');
		});
		expect(longest).toBeLessThan(100);
		// Three whole weeks before the first payment bear interest.
		await screen.answer('At $235.33 a week this debt is paid off in');
		await screen.saved();
	});
});

describe('a loan over thirty years, paid by the week', () => {
	const terms = {
		opening: cents(21_400_000),
		rate: { basis: 'nominal', annual: percent(64_500) },
		paymentsPerYear: 52,
		firstDue: '2027-01-15' as CalendarDate,
		asOf: '2026-12-15' as CalendarDate,
		payment: { kind: 'level', periods: 1560, roundPayment: 'nearest' },
		clearBelow: cents(0),
		extras: [],
		charges: []
	} as const;

	it('is scrolled to the last of its 1,560 rows, with few of them there at a time', async () => {
		const { lending } = card();
		await runDown({
			name: 'A house by the old ropewalk, second floor',
			balance: terms.opening,
			annualRate: terms.rate.annual,
			required: {
				kind: 'level',
				periods: 1560,
				payment: null,
				balloon: 0,
				roundPayment: 'nearest',
				atTerm: 'settle'
			},
			pays: { kind: 'required' },
			lending: { ...lending, paymentsPerYear: 52 }
		});
		const whole = run(terms);
		const last = rowAt(whole, 1560);
		const money = (amount: typeof terms.opening) => writeAmount(amount, usd);
		await screen.answer(`a week this debt is paid off in December 2056, after 1,560 payments`);
		await screen.page.focus('.scroller');
		await screen.page.hover('.scroller');
		for (let step = 0; step < 12; step += 1) await screen.page.mouse.wheel({ deltaY: 4000 });
		await expect.poll(async () => Number((await rows()).at(-1)?.split(' ')[0])).toBe(1560);
		expect((await rows()).length).toBeLessThan(80);
		await screen.see('tr[data-row="1560"]', `${money(whole.finalPayment)}`);
		await screen.see('tr[data-row="1560"]', `0.00 ${money(last?.interestSoFar ?? cents(0))}`);
	});

	it('folds by year, and finds a day with a key', async () => {
		await find('1 Jul 2040');
		await screen.see('tr[data-row]:has(:focus)', '6 Jul 2040');
		const year = run(terms);
		let interest = 0;
		for (let k = 1; k <= year.periods; k += 1) {
			const row = rowAt(year, k);
			if (row?.date.startsWith('2040')) interest += row.interest;
		}
		await screen.click('.lower .head .act');
		await expect.poll(rows).toEqual([]);
		await screen.see(
			'tr[data-year-row="2040"]',
			`52 payments ${writeAmount(cents(interest), usd)}`
		);
		await find('6 Jul 2040');
		await screen.see('tr[data-row]:has(:focus)', '6 Jul 2040');
	});

	it('copies the rows that are marked as plain numbers between tabs', async () => {
		await screen.press('Shift+ArrowDown', 'Shift+ArrowDown');
		await expect.poll(() => screen.texts('tr.marked')).toHaveLength(3);
		await screen.page.evaluate(() =>
			document.addEventListener('copy', ({ clipboardData }) => {
				document.body.dataset['copied'] = clipboardData?.getData('text/plain') ?? '';
			})
		);
		await screen.page.keyboard.down('Control');
		await screen.page.keyboard.press('c', { commands: ['Copy'] });
		await screen.page.keyboard.up('Control');
		const copied = await screen.page.evaluate(() => document.body.dataset['copied'] ?? '');
		const lines = copied.trimEnd().split('\n');
		expect(lines[0]).toBe(
			'No.\tDue\tOpening (USD)\tPurchases and fees (USD)\tInterest (USD)\tPayment (USD)\tExtra (USD)\tPrincipal (USD)\tClosing (USD)\tInterest so far (USD)'
		);
		expect(lines.slice(1).map((line) => line.split('\t')[1])).toEqual([
			'2040-07-06',
			'2040-07-13',
			'2040-07-20'
		]);
		expect(lines[1]).toMatch(/^\d+\t2040-07-06\t\d+\.\d\d\t0\.00\t\d+\.\d\d\t/);
	});
});
