import { describe, expect, it } from 'vitest';
import { desk, screen, sitDown } from '../support/page';
import { amount, card, fixed, share } from '../support/debts';
import { makeCase } from '../support/residuum';

sitDown();

/** Opens the screen of one debt of these terms. */
async function runDown(fields: object): Promise<void> {
	const debt = card(fields);
	const { id } = await makeCase(desk.residuum, 'Endings', [debt]);
	await screen.goto(`/cases/${id}/debts/${debt.id}`);
}

describe('answers that are not dates, or hardly', () => {
	it.each([
		[
			'a payment that does not cover the interest',
			{ pays: fixed(7_000) },
			'At $70.00 a month this debt is never paid off: the first payment leaves $8.38 more owed, and the balance never falls below $4,182.36 again.',
			'12 payments 951.64 840.00 −111.64 4,294.00 still owed'
		],
		[
			'more than a hundred years',
			{ balance: 10_000_000, annualRate: 0, pays: fixed(1_000) },
			'is not paid off within 100 years: in December 2126, $88,000.00 would still be owed',
			'1,200 payments 0.00 12,000.00 12,000.00 88,000.00 still owed'
		],
		[
			'a zero rate',
			{ balance: 164_400, annualRate: 0, required: amount(13_700) },
			'At $137.00 a month this debt is paid off in December 2027, after 12 payments; it costs nothing in interest',
			'12 payments 0.00 1,644.00 1,644.00 0.00 paid off'
		],
		[
			'one cent',
			{ balance: 1 },
			'One payment of $0.01 clears this debt in January 2027; it costs nothing in interest',
			'1 payment 0.00 0.01 0.01 0.00 paid off'
		],
		[
			'a fixed amount larger than the balance',
			{ balance: 4_210, annualRate: 199_000, pays: fixed(10_000) },
			'One payment of $42.80 clears this debt in January 2027; it costs $0.70 in interest',
			'1 payment 0.70 42.80 42.10 0.00 paid off'
		],
		[
			'eight digits',
			{ balance: 1_234_567_890, annualRate: 71_250, required: amount(12_345_678) },
			'At $123,456.78 a month this debt is paid off in September 2039, after 153 payments; it costs $6,439,725.22',
			'153 payments 6,439,725.22 18,785,404.12 12,345,678.90 0.00 paid off'
		]
	])('says %s as a sentence, with its figures', async (_, fields, sentence, totals) => {
		await runDown(fields);
		await screen.answer(sentence);
		await screen.see('.lower tfoot tr', totals);
	});

	it('says that a percentage creeps towards zero and stalls', async () => {
		await runDown({
			balance: 61_233,
			annualRate: 195_000,
			required: share(50_000),
			pays: { kind: 'required' }
		});
		await screen.answer('never paid off: it falls to $0.09 by January 2047 and stays there');
		await screen.click('[data-zone=ways]');
		await screen.see('.lower tbody tr:first-child', 'as it is paid now 31.11 — never');
		await screen.click('[data-zone=payments]');
		await screen.see('.lower tfoot tr', '253 payments 287.87 900.11 612.24 0.09 still owed');
	});

	it('asks for what is missing, and says that nothing is owed', async () => {
		await runDown({ balance: 0 });
		await screen.answer('Nothing is owed on this debt.');
		await screen.fill('Balance', ' ');
		await screen.answer('Still missing: balance.');
		await screen.saved();
	});
});

describe('a schedule of 777 payments', () => {
	it('holds only the rows in view, and scrolls to the last', async () => {
		const debt = { balance: 278_416, annualRate: 229_000, required: share(20_000, 2_500) };
		await runDown({ ...debt, pays: { kind: 'required' } });
		await screen.answer('September 2091, after 777 payments; it costs $25,308.63 in interest');
		expect(await screen.texts('tr[data-row]')).not.toHaveLength(778);
		await screen.page.focus('.scroller');
		for (let step = 0; step < 12; step += 1) await screen.press('PageDown');
		const topmost = async () => Number.parseInt((await screen.texts('tr[data-row]'))[0] ?? '', 10);
		await expect.poll(topmost).toBeGreaterThan(20);
		await screen.press('End');
		await screen.see(
			'tr[data-row="777"]',
			'777 15 Sep 2091 14.40 0.27 14.67 14.40 0.00 25,308.63 last payment'
		);
		expect((await screen.texts('tr[data-row]')).length).toBeLessThan(80);
	});
});
