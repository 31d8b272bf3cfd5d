/** The screen turned to a client: one plan or a few, nothing else of the desk, until its code is typed. */
import { describe, expect, it } from 'vitest';
import { ROOT } from '../../scripts/prepare.mjs';
import { planOf } from '../../src/lib/core/plan/walk';
import { cents, ZERO } from '../../src/lib/core/quantities/money';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import { handoutWriting } from '../../src/lib/handout/handout';
import { writeMoney, writeMonth } from '../../src/lib/reading/written';
import { mostMore, STOPS, triedTerms } from '../../src/lib/take-home/take-home';
import { findings } from '../support/axe';
import { demoCases } from '../support/demo-cases';
import { desk, screen, sitDown } from '../support/page';
import { makeCase, startResiduum } from '../support/residuum';

sitDown(() => startResiduum({ RESIDUUM_DEMO: `${ROOT}/demo` }));

const [first] = demoCases;
if (!first) throw new Error('a demo');
const ferry = first;
const DIALOG = '[role=dialog]';

/** A case of the household with plans in Spanish for its client; its address. */
async function household(label: string): Promise<string> {
	const handout = { ...ferry.handout, language: 'es' };
	const { id } = await makeCase(
		desk.residuum,
		label,
		ferry.debts,
		{},
		{ ...ferry, label, handout }
	);
	return `/cases/${id}`;
}

async function turn(code: string): Promise<void> {
	await screen.press('F6');
	await screen.see(DIALOG, 'Turn the screen to the client');
	await screen.page.waitForSelector(`${DIALOG} input:focus`);
	await screen.enter(code);
	await screen.page.waitForSelector('article');
}

async function turnBack(code: string): Promise<void> {
	await screen.press('F6');
	await screen.page.waitForSelector(`${DIALOG} input:focus`);
	await screen.enter(code);
}

describe('the screen turned to a client', () => {
	it('shows one plan in the client’s language with its slider’s figures, and nothing else until the code is typed', async () => {
		const home = await household('Turned to Teague');
		await screen.goto(`${home}/plan`);
		await screen.press('F6');
		await screen.page.waitForSelector(`${DIALOG} input:focus`);
		// Without accounts there is no password that would turn it back.
		await screen.press('Enter');
		await screen.see(DIALOG, 'The code has four digits, like 4071.');
		await screen.enter('4071');
		await screen.page.waitForSelector('article');
		const [entry] = ferry.plans;
		if (!entry) throw new Error('a plan');
		const writing = handoutWriting({ ...ferry, handout: { ...ferry.handout, language: 'es' } });
		const { debts, terms, plan } = carriedPlan(ferry, entry);
		const money = (amount: number) => writeMoney(cents(amount), writing).replace(/\s/g, ' ');
		await screen.see('main', money(plan.totalInterest));
		expect(await screen.text('body')).not.toContain('Turned to Teague');
		expect(await screen.page.$$('a, nav, select')).toEqual([]);
		expect(await findings(screen)).toEqual([]);
		await screen.page.focus('input[type=range]');
		await screen.press('ArrowRight', 'ArrowRight', 'ArrowRight');
		const more = cents((mostMore(plan, writing.currency) / STOPS) * 3);
		const from = { month: 1, day: plan.firstMonth as CalendarDate };
		const tried = planOf(debts, triedTerms(terms, { more, from, once: ZERO, month: 1 }));
		if (tried.ending.status !== 'cleared') throw new Error('it ends');
		await screen.see('.change', money(plan.totalInterest - tried.totalInterest));
		expect(await screen.text('.change')).toContain(writeMonth(tried.ending.payoffDate, writing));

		// Whatever address is typed, and whatever is asked.
		for (const path of ['/', `${home}/plan`, home, '/outbox', '/guide']) {
			await screen.goto(path);
			expect(new URL(screen.page.url()).pathname).toBe('/client-view');
		}
		await screen.page.goBack();
		await screen.page.waitForFunction(() => location.pathname === '/client-view');
		expect(await screen.text('body')).not.toContain('Turned to Teague');
		const answers = await screen.page.evaluate(
			(id) =>
				Promise.all(
					[
						'/api/casebook',
						`/api/v1${id}`,
						'/api/cases/file',
						`${id}/__data.json`,
						'/__data.json'
					].map(async (path) => {
						const answer = await fetch(path);
						return `${answer.status} ${(await answer.text()).slice(0, 60)}`;
					})
				),
			home
		);
		expect(answers.slice(0, 3).every((answer) => answer.startsWith('423'))).toBe(true);
		expect(answers.slice(3)).toEqual(
			Array(2).fill('200 {"type":"redirect","location":"/client-view"}')
		);
		desk.checked('423');

		// A window of its own knows no figures; loaded anew this one still does.
		const other = await desk.open('/');
		expect(await other.text('main')).toContain('another window');
		await other.page.close();
		await screen.reload();
		await screen.see('main', money(plan.totalInterest));

		await turnBack('4072');
		await screen.see(DIALOG, 'This does not turn the screen back.');
		await screen.enter('4071');
		await screen.see('.answer', 'highest rate first');
		expect(new URL(screen.page.url()).pathname).toBe(`${home}/plan`);
		expect(await screen.page.evaluate(() => sessionStorage.getItem('residuum-client-view'))).toBe(
			null
		);
		desk.checked('422');
		await screen.goto('/');
		await screen.see('main', 'Turned to Teague');
	});

	it('shows up to three plans side by side, the chosen one among them, at any width', async () => {
		const home = await household('Three for Teague');
		await screen.goto(`${home}/plans`);
		await turn('0000');
		const shown = await screen.texts('article h2');
		expect(shown.length).toBe(Math.min(3, ferry.plans.filter(({ hidden }) => !hidden).length));
		await screen.page.focus('input[type=range]');
		await screen.press('End');
		const changes = await screen.texts('.change');
		expect(changes).toHaveLength(shown.length);
		expect(new Set(changes).size).toBe(shown.length);
		for (const width of [390, 640, 820, 1280]) {
			await screen.page.setViewport({ width, height: 800 });
			expect(
				await screen.page.evaluate(
					() => document.documentElement.scrollWidth - document.documentElement.clientWidth
				)
			).toBe(0);
		}
		expect(await findings(screen)).toEqual([]);
		await turnBack('0000');
		await screen.page.waitForSelector('header .views');
	});

	it('saves what was typed before it turns, and waits with what another window has to save', async () => {
		const home = await household('Typed before');
		const other = await desk.open(home);
		await screen.goto(`${home}/plan`);
		await screen.fill('Monthly budget', '912.34');
		await screen.press('F6');
		await screen.page.waitForSelector(`${DIALOG} input:focus`);
		await screen.enter('4071');
		await screen.page.waitForSelector('article');
		expect(await screen.text('article')).toContain('912.34');
		// The other window can’t save, says so, and has its change still when the screen is turned back.
		await other.fill('Balance, line 1', '4321');
		await other.press('Enter');
		await other.see('header', 'Not saved');
		await turnBack('4071');
		await screen.page.waitForSelector('header .views');
		// What it has to save is put together with what was saved before the screen was turned.
		await other.see('header', /Saved$/);
		await other.page.close();
		desk.checked('responded with a status of 4');
	});
});
