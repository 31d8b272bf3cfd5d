/** The agency's own terms: creditors typed and proposed, replies, letters, one deposit, rates by an index. */
import { beforeAll, describe, expect, it } from 'vitest';
import { amount, card } from '../support/debts';
import { desk, screen, sitDown } from '../support/page';
import { caseNow, makeCase } from '../support/residuum';

sitDown();

const creditor = crypto.randomUUID();
const index = crypto.randomUUID();
const NAME = `Mossgill Bank ${creditor.slice(0, 4)}`;
const PRIME = `Lowland rate ${index.slice(0, 4)}`;

const put = async (kind: string, rows: readonly object[]) => {
	const { body: now } = await desk.residuum.request('GET', `/api/reference/${kind}`);
	const { version: basedOn } = now as { version: number };
	const { status, body } = await desk.residuum.request('POST', `/api/reference/${kind}`, {
		basedOn,
		rows: rows.map((row) => ({ kind, knownFrom: '', holdsFrom: '2026-01-05', ...row }))
	});
	expect([status, status === 200 ? null : body]).toEqual([200, null]);
};

beforeAll(async () => {
	const profile = {
		name: NAME,
		names: [],
		kind: 'card',
		address: ['4 Mill Lane'],
		email: 'help@mossgill.example',
		language: 'en',
		currency: 'USD'
	};
	const required = { kind: 'percent', percent: 25_000, of: 'statement', plusFees: false };
	const usual = { annualRate: 70_000, payment: { kind: 'percent', percent: 24_000 }, fee: 0 };
	await put('creditor', [
		{ subject: creditor, term: 'profile', content: profile },
		{
			subject: creditor,
			term: 'minimum',
			content: { ...required, roundUpTo: 0, floor: 2_000 }
		},
		{
			subject: creditor,
			term: 'agreement',
			content: { ...usual, after: 1, conditions: 'no new credit' }
		}
	]);
	await put('index', [
		{ subject: index, term: 'profile', content: { name: PRIME, about: '' } },
		{ subject: index, term: 'value', content: { annual: 60_000 } }
	]);
});

describe('a creditor', () => {
	it('that is typed brings its usual minimum with two keys, marked until the statement says so', async () => {
		const { id } = await makeCase(desk.residuum, 'Usual terms');
		await screen.goto(`/cases/${id}`);
		await screen.page.waitForSelector('[data-cell="0:0"]');
		await screen.click('[data-cell="0:0"]');
		await screen.page.keyboard.type(NAME.slice(0, 8));
		await screen.see('.grid', `Usual at ${NAME}: minimum 2.50 % of the balance, at least $20.00.`);
		await screen.press('Control+u');
		await screen.focus('Balance, line 1');
		await screen.enter('4000', '22.9');
		await screen.see('.grid', `Usual at ${NAME}, not yet read on a statement: minimum.`);
		expect(await screen.value('Name, line 1')).toBe(NAME);
		await screen.saved();
		const [debt] = (await caseNow(desk.residuum, id)).document.debts;
		expect(debt?.usual).toMatchObject({ creditor, terms: ['minimum'] });
		expect(debt?.required).toMatchObject({ percent: 25_000, floor: 2_000 });
		// What is typed is read on a paper.
		await screen.fill('Percentage of the minimum, line 1', '3');
		await screen.press('Tab');
		await expect
			.poll(async () => (await screen.text('.grid')).includes('not yet read'))
			.toBe(false);
		await screen.saved();
		expect((await caseNow(desk.residuum, id)).document.debts[0]?.usual).toBeNull();
		await screen.press('Control+z', 'Control+z', 'Control+z');
	});

	it('of pasted rows is known by its name, and what differs is said', async () => {
		const { id } = await makeCase(desk.residuum, 'Pasted terms');
		await screen.goto(`/cases/${id}`);
		await screen.click('[data-cell="0:0"]');
		await screen.paste(
			`Creditor\tBalance\tAPR\tMin. payment\n${NAME}\t900\t20\t4 %, at least 15\n`
		);
		await screen.see(
			'[aria-label="Lines to import"]',
			`${NAME} usually has minimum 2.50 % of the balance, at least $20.00.`
		);
		await screen.press('Escape');
	});
});

describe('what creditors usually agree to', () => {
	it('fills a plan, is proposed by a letter, answered, and never said to be agreed before it is', async () => {
		const debts = [
			card({ name: `${NAME} card`, balance: 400_000 }),
			card({ name: 'Elsewhere card', balance: 100_000, required: amount(5_000) })
		];
		const budget = { kind: 'constant', amount: 30_000 };
		const { id } = await makeCase(desk.residuum, 'Proposed terms', debts, { budget });
		await screen.goto(`/cases/${id}/plan`);
		await screen.click('.bar .new');
		await screen.click('[data-start=concession]');
		await screen.page.waitForSelector('[role=dialog]');
		// Only the one whose terms are known stays in it.
		await screen.page.$$eval('[role=dialog] .debt', (lines) =>
			lines.forEach((line) => {
				if (line.textContent.includes('Elsewhere'))
					line.querySelector<HTMLInputElement>('input[type=checkbox]')?.click();
			})
		);
		await screen.clickText('[role=dialog] button', 'Use the usual terms');
		expect(await screen.value(`Agreed rate of ${NAME} card`)).toBe('7 %');
		expect(await screen.value(`Agreed payment of ${NAME} card`)).toBe('96.00');
		await screen.see('[role=dialog]', 'usual, not yet agreed');
		await screen.press('Escape');
		await screen.see('.replies', `Not proposed yet: ${NAME} card (usual terms).`);
		await screen.saved();
		await screen.click('.replies a');
		await screen.page.waitForSelector('article');
		await screen.see('article', `${NAME}4 Mill Lane`);
		await screen.see('article', 'no new credit');
		await screen.see('article', '$96.00');
		// The answer to the first attempt is lost on its way.
		await screen.page.evaluate(() => {
			const real = window.fetch;
			window.fetch = async (...asked) => {
				const answer = await real(...asked);
				if (!String(asked[0]).endsWith('/outbox')) return answer;
				window.fetch = real;
				throw new TypeError('lost');
			};
		});
		await screen.clickText('.settings button', 'Save all to the outbox');
		await screen.see('.notice', 'it goes into the outbox only once');
		expect(await screen.value(`Reply for ${NAME} card`)).toBe('open');
		await screen.clickText('.settings button', 'Save all to the outbox');
		await screen.see('.notice', '1 letter is in the outbox.');
		expect(await screen.value(`Reply for ${NAME} card`)).toBe('proposed');
		await screen.saved();
		await screen.goto('/outbox');
		await screen.see('main', 'help@mossgill.example');
		expect((await screen.text('main')).split('help@mossgill.example')).toHaveLength(2);
		const { document } = await caseNow(desk.residuum, id);
		const plan = document.plans.at(-1);
		await screen.goto(`/cases/${id}/handout?of=${plan?.id}`);
		await screen.see('.sheets', 'Your plan, on assumed terms');
		await screen.see('.sheets', 'proposed on 15 December 2026, not agreed yet');
		await screen.goto(`/cases/${id}/proposals?of=${plan?.id}`);
		await screen.page.select(`[aria-label="Reply for ${NAME} card"]`, 'refused');
		await screen.saved();
		await screen.goto(`/cases/${id}/plan?of=${plan?.id}`);
		await screen.see('.replies', `Refused: ${NAME} card.`);
	});
});

describe('one deposit', () => {
	it('says a due date that comes first, mends it, and is what the handout asks for', async () => {
		const debts = [
			card({ name: 'Early card', balance: 100_000, firstDue: '2027-01-05' }),
			card({ name: 'Late card', balance: 100_000, firstDue: '2027-01-25' })
		];
		const budget = { kind: 'constant', amount: 20_000 };
		const { id } = await makeCase(desk.residuum, 'By deposit', debts, { budget });
		await screen.goto(`/cases/${id}/plan`);
		await screen.clickText('.asks button', 'One deposit');
		await screen.clickText('[aria-label="One deposit"] button', 'Pay out of one deposit');
		await screen.fill('Day of the deposit', '12');
		await screen.see('.early', 'Early card is due before the deposit of its month, on day 5.');
		await screen.clickText('.early button', 'Deposit on day 5');
		expect(await screen.page.$('.early')).toBeNull();
		await screen.fill('Monthly fee', '15');
		await screen.see(
			'[aria-label="One deposit"] h2',
			'the client deposits $200.00 on 5 Jan 2027; $15.00 is the fee'
		);
		await screen.fill('Why the fees are waived', 'no work until May');
		await screen.see('[aria-label="One deposit"] h2', 'all of it goes to 2 creditors');
		await screen.saved();
		await screen.goto(`/cases/${id}/handout`);
		await screen.see('.sheets', 'Pay one amount: $200.00 on 5 January 2027');
	});
});

describe('an index', () => {
	it('moves no case by itself: newer values are taken with the answer before beside the new one', async () => {
		const debts = [card({ name: 'Floating card', balance: 300_000, annualRate: 180_000 })];
		const { id } = await makeCase(desk.residuum, 'By an index', debts);
		const debt = debts[0]?.id ?? '';
		await screen.goto(`/cases/${id}/debts/${debt}`);
		await screen.clickText('summary', 'Rate by an index');
		await screen.page.select('[aria-label="Index"]', index);
		expect(await screen.value('Margin')).toBe('12 %');
		await screen.see('summary', `${PRIME} + 12 %, with each payment`);
		await screen.saved();
		const before = await screen.text('.answer');
		await put('index', [
			{ subject: index, term: 'value', holdsFrom: '2026-12-14', content: { annual: 72_500 } }
		]);
		await screen.reload();
		await screen.see(
			'.newer',
			`${PRIME} has newer values than this debt: 7.25 % from 14 Dec 2026.`
		);
		expect(await screen.text('.answer')).toBe(before);
		await screen.goto('/');
		await screen.see('.behind', '1 debt follows an index with newer values.');
		await screen.clickText('.behind a', 'See what they move');
		await screen.answer(PRIME);
		await screen.see('main', 'By an index, Floating card');
		await screen.see('main', '18 % to 19.25 %');
		await screen.clickText('main a', 'Floating card');
		await screen.clickText('.newer button', 'Use the newer values');
		await screen.see('main', 'Before this change');
		expect(await screen.text('.answer')).not.toBe(before);
		await screen.saved();
		await screen.goto('/');
		expect(await screen.texts('.behind')).toEqual([]);
	});
});

describe('the agency’s own texts', () => {
	it('are written once, and stand in the handout, the message and nowhere before', async () => {
		const { id } = await makeCase(desk.residuum, 'Handed out by us', [
			card({ name: 'Any card', balance: 90_000 })
		]);
		const text = 'Our door is open on Mondays.';
		await screen.goto('/agency');
		await screen.click('[aria-label="Enter: Texts"]');
		await screen.fill('On handouts, English', text);
		await screen.fill('In messages, English', 'We never ask for a password.');
		await screen.press('Tab');
		await screen.clickText('form button', 'Save');
		await screen.see('main', `On handouts, English: ${text}`);
		await screen.goto(`/cases/${id}/handout`);
		await screen.see('.sheets', text);
		await screen.goto(`/cases/${id}/outbox`);
		await expect.poll(() => screen.value('Text')).toContain('We never ask for a password.');
		expect(await screen.value('Text')).not.toContain(text);
	});
});
