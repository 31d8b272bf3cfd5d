import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROOT } from '../../scripts/prepare.mjs';
import { findings, inScheme } from '../support/axe';
import { vanished } from '../support/forced-colours';
import { bannedIn } from '../support/glossary';
import { openDesk, type Desk, type Screen } from '../support/page';
import { card, fixed } from '../support/debts';
import { makeCase, startResiduum } from '../support/residuum';
import { contentOf, FIRST_PLAN, NO_SHEET } from '../../src/lib/document/plan';

let desk: Desk;
let screen: Screen;
let views: Record<string, string>;
beforeAll(async () => {
	desk = await openDesk(await startResiduum({ RESIDUUM_DEMO: `${ROOT}/demo` }));
	const letters = Array.from({ length: 12 }, (_, index) =>
		card({
			name: `A creditor’s name of forty characters ${String(index + 10)}`,
			balance: 1_234_567_890 + index,
			pays: fixed(12_345_678 + index),
			extra: 1_000_000
		})
	);
	const full = await makeCase(desk.residuum, 'Twelve debts of eight digits each', letters);
	const plans = Array.from({ length: 6 }, (_, index) => ({
		...FIRST_PLAN,
		id: index === 0 ? FIRST_PLAN.id : crypto.randomUUID(),
		name: `A plan with a name of forty characters ${index}`,
		budget: { kind: 'constant', amount: 12 * 12_345_678 + index * 10_000_000 }
	}));
	const choice = { plan: FIRST_PLAN.id, name: 'A plan', date: '2026-12-15', note: 'agreed' };
	const choices = [{ ...choice, content: contentOf(FIRST_PLAN, NO_SHEET) }];
	const six = await makeCase(desk.residuum, 'Six plans', letters, {}, { plans, choices });
	const empty = await makeCase(desk.residuum, 'Nothing yet');
	const demo = async (search: string) => {
		const { body } = await desk.residuum.request('GET', `/api/casebook?search=${search}`);
		return (body as { lines: { id: string }[] }).lines[0]?.id;
	};
	screen = await desk.open();
	await screen.page.evaluateOnNewDocument(keepFaces);
	views = {
		casebook: '/',
		'entry grid, full': `/cases/${full.id}`,
		'entry grid, empty': `/cases/${empty.id}`,
		'one debt': `/cases/${full.id}/debts/${full.document.debts[0]?.id}`,
		'plan, full': `/cases/${full.id}/plan`,
		'plan, empty': `/cases/${empty.id}/plan`,
		'side by side, full': `/cases/${six.id}/plans`,
		'side by side, empty': `/cases/${empty.id}/plans`,
		'handout, full': `/cases/${six.id}/handout`,
		'side by side, with fees': `/cases/${await demo('ferry')}/plans`,
		progress: `/cases/${await demo('glasshouse')}/progress`,
		'progress, nothing chosen': `/cases/${six.id}/progress`,
		'handout, empty': `/cases/${empty.id}/handout`,
		'message, full': `/cases/${six.id}/outbox`,
		outbox: '/outbox',
		'deleted cases': '/deleted-cases',
		proposals: `/cases/${await demo('ferry')}/proposals`,
		creditors: '/creditors',
		indexes: '/indexes',
		'agency settings': '/agency',
		'payment list': '/payments',
		'what if': '/what-if',
		reminders: '/reminders',
		glance: '/glance?of=chosen',
		guide: '/guide',
		'not found': '/cases/none'
	};
});
afterAll(() => desk.close());

/** In the page: keeps with each picture the face in which it was drawn last. */
function keepFaces(): void {
	const pen = CanvasRenderingContext2D.prototype;
	const { fillText } = pen;
	pen.fillText = function (...words) {
		this.canvas.dataset['face'] = this.font;
		fillText.apply(this, words);
	};
}

/** The faces of the pictures that are drawn in another one than the page's. */
const otherFaces = () =>
	screen.page.$$eval('canvas', (all) =>
		all.map(({ dataset }) => dataset['face'] ?? '').filter((face) => !face.includes('Source Sans'))
	);

/** The fonts of usual letters that are asked for only when the style is there: lines move when they come. */
const lateFonts = () =>
	screen.page.evaluate(() =>
		performance
			.getEntriesByType('resource')
			.filter((one) => (one as PerformanceResourceTiming).initiatorType === 'css')
			.map(({ name }) => name)
			.filter((name) => name.includes('-latin-wght-normal'))
	);

const seriousFindings = (part?: string) => findings(screen, part);
const DIALOG = '[role=dialog]';

describe('what opens on a screen', () => {
	it('refusals, notes, the creditor’s settings, ways of paying and notices are fit for axe-core', async () => {
		await screen.goto('/');
		await screen.press('n');
		await expect.poll(() => screen.focused()).toBe('Client label');
		await screen.press('Enter');
		await screen.see('.problem', 'The client label is missing.');
		expect(await seriousFindings()).toEqual([]);
		await screen.goto(views['one debt'] ?? '');
		await screen.fill('Payment amount', '200000');
		await screen.see('.before', 'Before this change');
		await screen.click('[data-k="2"][data-name="interest"]');
		await screen.see(DIALOG, 'Interest of payment 2');
		expect(await seriousFindings(DIALOG)).toEqual([]);
		await screen.press('Escape');
		await screen.click('[data-zone=statement]');
		await screen.fill('Minimum due, as printed', '1');
		await screen.see('.statement .answer', '1 of 1 figure differs');
		await screen.see('.rules', 'None of 741 usual rules');
		expect(await seriousFindings()).toEqual([]);
		await screen.click('summary');
		await screen.click('details:not([open]) summary');
		expect(await seriousFindings()).toEqual([]);
		await screen.click('[data-zone=ways]');
		await screen.page.focus('.picture');
		await screen.press('Home', 'ArrowRight', '+');
		await screen.see('[role=dialog]', 'Add an event');
		await screen.enter('500');
		await screen.see('[data-chip]', '+$500.00');
		await screen.page.focus('[data-chip]');
		await screen.press('Enter');
		await screen.see(DIALOG, 'Event: extra payment');
		expect(await seriousFindings(DIALOG)).toEqual([]);
		await screen.press('Escape');
		await screen.click('.before button');
		await screen.saved();
		await screen.goto(views['plan, full'] ?? '');
		for (const start of ['transfer', 'concession']) {
			await screen.startPlan(start);
			await screen.click('[data-change="0"]');
			await screen.see(DIALOG, start === 'transfer' ? 'Intro rate' : 'Setup fee');
			expect(await seriousFindings(DIALOG)).toEqual([]);
			await screen.click('.guess button');
			await screen.press('Escape');
		}
		await screen.press('F7');
		await screen.see('[data-row="1"]', 'Jan 2027');
		expect(await seriousFindings()).toEqual([]);
		await screen.click('.tools button:first-child');
		await screen.see(DIALOG, 'Some terms of this plan are not agreed yet');
		await screen.clickText('[role=dialog] button', 'Hand out with assumed terms');
		await screen.see(DIALOG, 'Client handout');
		expect(await seriousFindings(DIALOG)).toEqual([]);
		await screen.press('Escape', 'F7');
		await screen.click('.asks button:first-child');
		await screen.see('section p.found', 'order');
		expect(await seriousFindings()).toEqual([]);
		await screen.clickText('.asks button', 'Stress test');
		await screen.see('section tbody tr:nth-child(5)', 'Unexpected expense of');
		expect(await seriousFindings()).toEqual([]);
		await screen.saved();
		await screen.goto(views['entry grid, full'] ?? '');
		await screen.page.focus('[aria-label="Name, line 1"]');
		await screen.paste('Name\tOwed\tDue\nOne\ta lot\t15\nTwo\t4\tsoon');
		await screen.see('[aria-label="Not imported yet"]', '2 fields could not be read');
		expect(await seriousFindings()).toEqual([]);
		await screen.press('Escape');
		await screen.click('[role=cell] [aria-label^="Delete"]');
		await screen.see('.notice', 'is deleted.');
		expect(await seriousFindings()).toEqual([]);
		await screen.click('.notice .act');
		await screen.saved();
		desk.checked();
	});
});

describe('every screen', () => {
	it('shows in its own faces from the first, however late they come', async () => {
		const late = await desk.open();
		await late.page.setRequestInterception(true);
		late.page.on('request', (request) => {
			const wait = request.url().endsWith('.woff2') ? 400 : 0;
			setTimeout(() => void request.continue(), wait);
		});
		await late.goto('/');
		expect(await late.moved()).toEqual([]);
		expect(await late.page.$eval('body', (body) => getComputedStyle(body).opacity)).toBe('1');
		await late.page.close();
		desk.checked();
	});

	it.each([
		'casebook',
		'entry grid, full',
		'entry grid, empty',
		'one debt',
		'plan, full',
		'plan, empty',
		'side by side, full',
		'side by side, with fees',
		'side by side, empty',
		'handout, full',
		'handout, empty',
		'message, full',
		'progress',
		'progress, nothing chosen',
		'outbox',
		'deleted cases',
		'proposals',
		'creditors',
		'indexes',
		'agency settings',
		'payment list',
		'what if',
		'reminders',
		'glance',
		'guide',
		'not found'
	])(
		'%s: no banned phrase, nothing serious for axe-core, nothing moves, vanishes in forced colours, is cut off from 390 pixels up, nor zoomed in to 200 %',
		async (view) => {
			await inScheme(screen, 'light');
			await screen.goto(views[view] ?? '');
			await screen.page.evaluate(() => document.fonts.ready);
			expect(await screen.moved()).toEqual([]);
			expect(await lateFonts()).toEqual([]);
			expect(await otherFaces()).toEqual([]);
			expect(bannedIn(await saidOnScreen())).toEqual([]);
			expect(await seriousFindings()).toEqual([]);
			expect(await vanished(screen)).toEqual([]);
			// 640 by 400 is a window of 1280 by 800 at 200 %.
			for (const width of [390, 640, 820, 1024, 1280, 1920]) {
				await screen.page.setViewport({ width, height: width === 640 ? 400 : 800 });
				const overflow = await screen.page.evaluate(
					() => document.documentElement.scrollWidth - document.documentElement.clientWidth
				);
				expect(overflow, `${width} pixels wide`).toBe(0);
				// Where a screen is laid out anew it is judged anew.
				if (width === 390 || width === 820) expect(await seriousFindings()).toEqual([]);
			}
			await screen.page.setViewport({ width: 1280, height: 800 });
			desk.checked(...(view === 'not found' ? ['404'] : []));
		}
	);
});

/** All that a screen says: its text, and what its controls are called, explain or ask for. */
const saidOnScreen = (): Promise<string> =>
	screen.page.evaluate(() => {
		const named = [...document.querySelectorAll('[aria-label], [title], [placeholder], option')];
		return [
			document.title,
			document.body.innerText,
			...named.flatMap((element) => [
				element.getAttribute('aria-label'),
				element.getAttribute('title'),
				element.getAttribute('placeholder'),
				element.tagName === 'OPTION' ? element.textContent : null
			])
		].join('\n');
	});

describe('on paper', () => {
	/** What lies over another thing of the same part, or beyond the sheet. */
	const misplaced = (): Promise<string[]> =>
		screen.page.evaluate(() => {
			const named = (one: Element): string => `${one.tagName} ${one.className}`;
			const seen = (one: Element): boolean => one.checkVisibility() && one.clientHeight > 0;
			const wide = [...document.querySelectorAll('main *')]
				.filter((one) => seen(one) && one.getBoundingClientRect().right > innerWidth + 1)
				.map((one) => `beyond: ${named(one)}`);
			const parts = [...document.querySelectorAll('main > *')].filter(seen);
			const over = parts.flatMap((part, at) => {
				const next = parts[at + 1]?.getBoundingClientRect();
				const lowest = Math.max(
					...[part, ...part.querySelectorAll('*')]
						.filter(seen)
						.map((one) => one.getBoundingClientRect().bottom)
				);
				return next && next.top < lowest - 1 ? [`over the next: ${named(part)}`] : [];
			});
			return [...wide, ...over];
		});

	it.each([
		'casebook',
		'entry grid, full',
		'one debt',
		'plan, full',
		'side by side, with fees',
		'progress',
		'creditors',
		'indexes',
		'payment list'
	])('%s: nothing lies over another, or beyond the sheet', async (view) => {
		await screen.goto(views[view] ?? '');
		// As wide as a sheet of A4 between its margins.
		await screen.page.setViewport({ width: 688, height: 1_000 });
		await screen.page.emulateMediaType('print');
		expect(await misplaced()).toEqual([]);
		await screen.page.emulateMediaType();
		await screen.page.setViewport({ width: 1280, height: 800 });
		desk.checked();
	});
});
