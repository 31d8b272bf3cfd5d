/** A plan leaves the desk: every month as a table, the difference of plans, messages, files, paper. */
import { readdirSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { aheadOf } from '../../src/lib/core/plan/comparison';
import { owedInAll } from '../../src/lib/core/plan/answers';
import { carriedPlan, measuredPlan } from '../../src/lib/document/carried-plans';
import { casesOf } from '../../src/lib/exchange/cases-read';
import { writeAmount, writeMoney } from '../../src/lib/reading/written';
import { card, fixed } from '../support/debts';
import { handedIn } from '../support/demo-cases';
import { downloads } from '../support/downloads';
import { desk, screen, sitDown } from '../support/page';
import { hasReaders, pdfText } from '../support/pdf-text';
import { makeCase, startResiduum, type MadeCase, type Residuum } from '../support/residuum';
import { recalculated } from '../support/recalculated';
import { usd } from '../support/said';
import { makeTolliver } from '../support/tolliver';

let residuum: Residuum;
sitDown(async () => (residuum = await startResiduum()));

const { folder, of: downloadsOf, downloaded } = downloads();

/** The demo's first household, as a case of this server. */
let ferry: MadeCase;
beforeAll(async () => {
	ferry = await makeTolliver(desk.residuum);
	await downloadsOf(screen.page);
});

const clickText = (selector: string, text: string) => screen.clickText(selector, text);

describe('every month', () => {
	it('is one key away, opens its workings, folds by years, and is copied as plain numbers', async () => {
		const { document } = ferry;
		const { plan } = carriedPlan(document, document.plans[0] as never);
		await screen.goto(`/cases/${ferry.id}/plan`);
		await screen.answer('$890.00');
		await screen.press('F7');
		const rows = async () => (await screen.texts('.months tbody tr[data-row]')).length;
		await expect.poll(rows).toBeGreaterThan(12);
		const third = plan.kept[2];
		if (!third) throw new Error('three months');
		const money = (cents: number) => writeAmount(cents as never, usd);
		await screen.see('[data-row="3"]', `3 Mar 2027 ${money(third.paid)} ${money(third.interest)}`);
		await screen.see('[data-row="3"]', money(owedInAll(plan, 3)));
		await screen.see('.months tfoot', money(plan.totalInterest));

		await screen.click('[data-row="3"] [data-name="interest"]');
		await screen.see('[role=dialog]', 'Interest of March 2027');
		await screen.see('[role=dialog]', money(third.interest));
		await screen.press('Escape');
		// The month picked is the one that the picture and the strip speak of.
		await screen.press('F7');
		await screen.see('.strip h2', 'In March 2027');
		await screen.press('F7');

		await screen.page.select('[aria-label="Figure shown for each debt"]', 'interest');
		const [first] = plan.debts;
		const share = third.shares.find(({ index }) => index === 0);
		await screen.click('[data-row="3"] [data-name="0:interest"]');
		await screen.see('[role=dialog]', 'Interest of Quillmark card in March 2027');
		await screen.see('[role=dialog]', `× 22.49 % ÷ 12 =`);
		await screen.see('[role=dialog]', money(share?.interest ?? 0));
		await screen.press('Escape');

		await screen.page.select('[aria-label="Debts shown"]', first?.id ?? '');
		await screen.see('.months thead', /A gets ?A interest ?A left/);
		await screen.page.focus('[data-row="1"] [data-name="paid"]');
		await screen.press('Shift+ArrowDown');
		const copied = await screen.page.evaluate(() => {
			const clipboardData = new DataTransfer();
			const event = new ClipboardEvent('copy', { clipboardData, bubbles: true, cancelable: true });
			window.document.activeElement?.dispatchEvent(event);
			return clipboardData.getData('text/plain');
		});
		expect(copied.split('\n').slice(0, 2)).toEqual([
			'No.\tMonth\tBudget (USD)\tMinimum payments (USD)\tPaid (USD)\tInterest (USD)\tPrincipal (USD)\tForgiven (USD)\tFees (USD)\tLeaves the account (USD)\tMissing (USD)\tOwed (USD)\tQuillmark card: paid (USD)\tQuillmark card: interest (USD)\tQuillmark card: owed (USD)',
			expect.stringMatching(
				/^1\t2027-01\t890\.00\t622\.44\t890\.00\t306\.33\t583\.67\t0\.00\t0\.00\t890\.00\t0\.00\t22644\.75\t121\.00\t78\.38\t/
			)
		]);
		await clickText('.months button', 'Fold the years');
		await expect.poll(rows).toBe(0);
		expect(await screen.texts('.months tbody tr')).toHaveLength(3);
	});

	it('of twelve debts over thirty years keeps few lines, and goes to the last by a key', async () => {
		const loans = Array.from({ length: 12 }, (_, at) =>
			card({
				name: `Loan ${at + 1}`,
				balance: 30_000_000 + at,
				annualRate: 50_000 + at * 1000,
				required: {
					kind: 'level',
					periods: 360,
					payment: null,
					balloon: 0,
					roundPayment: 'nearest',
					atTerm: 'settle'
				}
			})
		);
		const { id } = await makeCase(desk.residuum, 'Thirty years', loans, {
			budget: { kind: 'required' }
		});
		await screen.goto(`/cases/${id}/plan`);
		await screen.press('F7');
		await screen.see('[data-row="1"]', 'Jan 2027');
		expect((await screen.texts('.months tbody tr')).length).toBeLessThan(80);
		await screen.page.focus('[data-row="1"] [data-name="paid"]');
		await screen.press('End');
		await screen.see('[data-row="360"]', 'Dec 2056');
		expect((await screen.texts('.months tbody tr')).length).toBeLessThan(80);
	});
});

describe('the difference of plans', () => {
	it('is a second way to look at the same axis, with where it passes zero', async () => {
		const { document } = ferry;
		const loan = document.plans.find(({ name }) => name === 'One loan for the five cards');
		if (!loan) throw new Error('a plan with a loan');
		const ahead = aheadOf(carriedPlan(document, loan).plan, measuredPlan(document), 'cost');
		await screen.goto(`/cases/${ferry.id}/plans`);
		await screen.see('.pictures', 'still owed');
		await screen.page.select('[aria-label="View"]', 'cost');
		const amount = writeMoney(Math.abs(ahead[1] ?? 0) as never, usd);
		await screen.see('.pictures .caption', `2 One loan for the five cards ${amount} more`);
		await screen.see(
			'.crossed',
			'less has been paid in interest and fees under “One loan for the five cards”'
		);
		await clickText('.crossed button', 'One loan for the five cards');
		await screen.see('.pictures .caption', 'interest and fees so far against paying the minimums');
	});
});

describe('a message to the client', () => {
	it('with four attachments is in the outbox after a restart, as it would arrive', async () => {
		const { id } = await makeCase(
			desk.residuum,
			'Mail',
			ferry.document.debts,
			{},
			{
				plans: ferry.document.plans,
				handout: handedIn(ferry.document, { email: '', language: 'en' }).handout
			}
		);
		await screen.goto(`/cases/${id}/outbox`);
		await clickText('.acts button', 'Save to outbox');
		await screen.see('.problem', 'Enter the client’s email address');
		await screen.fill('Client’s email address', 'nobody');
		await screen.press('Enter');
		await screen.see('.field', '“nobody” is not an email address.');
		await screen.fill('Client’s email address', 'client@harbour.example');
		await screen.press('Enter');
		await screen.fill('Subject', 'What we agreed');
		await screen.press('Enter');
		await clickText('.acts button', 'Save to outbox');
		await screen.see('main', 'In the outbox');
		await screen.see('table', /What we agreed ?client@harbour\.example ?4/);
		await screen.saved();
		// No page that still loads the code of others.
		await screen.page.goto('about:blank');
		await residuum.stop();
		await residuum.restart();
		await screen.goto('/outbox');
		await screen.answer(
			'1 message is in the outbox. It stands in for email: nothing leaves this machine.'
		);
		await clickText('td a', 'What we agreed');
		await screen.see('main', 'Nothing was sent');
		await screen.see('dd', '"Mail" <client@harbour.example>');
		await screen.see('.text', 'At $890.00 a month, everything is paid off in July 2029');
		const files = await screen.texts('main li a');
		expect(files.map((name) => name.split('.').at(-1))).toEqual(['pdf', 'html', 'ics', 'xlsx']);
		const hrefs = await screen.page.$$eval('main li a', (all) =>
			all.map((link) => (link as HTMLAnchorElement).href)
		);
		const bytes = new Uint8Array(await (await fetch(hrefs[3] ?? '')).arrayBuffer());
		const book = await recalculated(bytes);
		const row = book.rowOf('Terms', 'Total interest');
		expect(book.at('Terms', `E${row}`)).toBe(4347.09);
		const eml = await fetch(`${desk.residuum.address}/api${screen.path()}`);
		expect(await eml.text()).toMatch(/^From: Residuum <outbox@residuum\.invalid>\r$/m);
	});
});

describe('what is taken along', () => {
	it('from the debt, the plan and the casebook is made beside the page, and saved', async () => {
		const [debt] = ferry.document.debts;
		await screen.goto(`/cases/${ferry.id}/debts/${debt?.id}`);
		await clickText('.tools button', 'Export');
		await clickText('.offer', 'Payment schedule (CSV)');
		expect(new TextDecoder().decode(await downloaded(/quillmark-card\.csv$/))).toContain(
			'2027-01-15,4182.36'
		);
		await screen.goto(`/cases/${ferry.id}/plan`);
		await clickText('.tools button', 'Export');
		await screen.fill('Months in the calendar', '3');
		await screen.press('Enter');
		await clickText('.offer', 'Payment calendar');
		const calendar = new TextDecoder().decode(await downloaded(/\.ics$/));
		expect(calendar.match(/BEGIN:VEVENT/g)).toHaveLength(18);
		await clickText('.offer', 'Chart (PNG)');
		expect([...(await downloaded(/\.png$/)).slice(1, 4)]).toEqual([
			...new TextEncoder().encode('PNG')
		]);
		await screen.goto('/');
		await clickText('.files button', 'Export all');
		const name = 'residuum-cases.json';
		const cases = casesOf(
			{ name, bytes: await downloaded(/^residuum-cases\.json$/) },
			{ language: 'en' }
		);
		expect(cases.map(({ label }) => label)).toContain('Tolliver');
	});

	it('that takes long says how far it is, leaves the page at work, and can be given up', async () => {
		const debts = Array.from({ length: 12 }, (_, at) =>
			card({
				name: `Card ${at + 1}`,
				balance: 900_000 + at,
				annualRate: 150_000,
				pays: fixed(13_000)
			})
		);
		const { id } = await makeCase(desk.residuum, 'Long work', debts, {
			budget: { kind: 'required' }
		});
		await screen.goto(`/cases/${id}/plan`);
		await clickText('.tools button', 'Export');
		await clickText('.offer', 'Workbook');
		await screen.page.waitForSelector('[role=progressbar]');
		// The page answers while it is made: a frame comes as quickly as ever.
		const longest = await screen.page.evaluate(
			() =>
				new Promise<number>((resolve) => {
					let [last, most, frames] = [performance.now(), 0, 0];
					const frame = (now: number) => {
						most = Math.max(most, now - last);
						last = now;
						frames += 1;
						if (frames < 20) requestAnimationFrame(frame);
						else resolve(most);
					};
					requestAnimationFrame(frame);
				})
		);
		expect(longest).toBeLessThan(1_000);
		await clickText('[role=dialog] button', 'Cancel');
		await screen.page.waitForSelector('.offer');
		expect(readdirSync(folder).filter((file) => file.startsWith('long-work'))).toEqual([]);
	});
});

describe.runIf(hasReaders)('any screen on paper', () => {
	it('has what it says, no controls, and its long tables whole', async () => {
		const paper = async (path: string, until: string) => {
			await screen.goto(path);
			await screen.page.waitForSelector(until);
			return pdfText(await screen.page.pdf({ preferCSSPageSize: true, format: 'A4' }));
		};
		const home = `/cases/${ferry.id}`;
		const plan = await paper(`${home}/plan`, '.strip');
		expect(plan).toContain('Plan of Tolliver');
		expect(plan).toContain('$4,347.09');
		for (const control of ['Export', 'New plan', 'Paying more', 'later event', 'Undo']) {
			expect(plan).not.toContain(control);
		}
		const [debt] = ferry.document.debts;
		const schedule = await paper(`${home}/debts/${debt?.id}`, '[data-row]');
		const rows = [...schedule.matchAll(/^ *(\d+) +\d+ \w{3} \d{4} /gm)].map(([, k]) => Number(k));
		expect(rows).toEqual(Array.from({ length: rows.length }, (_, at) => at));
		expect(schedule).toMatch(/32 payments/);
		expect(rows.length).toBe(33);
		const side = await paper(`${home}/plans`, '.pictures canvas');
		expect(side).toContain('Payoff date of each debt');
		expect(side).not.toContain('Choose');
	});
});
