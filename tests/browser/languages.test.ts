/** The desk in another language: which one it is, that nothing of it is left in English, and that longer and turned texts fit. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROOT } from '../../scripts/prepare.mjs';
import type { CaseState } from '../../src/lib/document/case';
import { findings } from '../support/axe';
import { desk, screen, sitDown } from '../support/page';
import { startResiduum } from '../support/residuum';

sitDown(() => startResiduum({ RESIDUUM_DEMO: `${ROOT}/demo` }));

const SPANISH = { 'accept-language': 'es-MX,es;q=0.9,en;q=0.5' };
const ENGLISH = { 'accept-language': 'en' };

const MESSAGES = 'src/lib/messages';
/** What the desk says in English as one text without parts, where Spanish says it otherwise. */
const onlyEnglish = new Set(
	readdirSync(join(MESSAGES, 'es'), { recursive: true, encoding: 'utf8' })
		.filter((path) => path.endsWith('.json') && !/^(plan-names|exchange)/.test(path))
		.flatMap((path) => {
			const [en, es] = ['en', 'es'].map(
				(language) =>
					JSON.parse(readFileSync(join(MESSAGES, language, path), 'utf8')) as Record<string, string>
			);
			return Object.entries(en ?? {}).flatMap(([id, text]) =>
				!/[{<]/.test(text) && /\p{L}{4}/u.test(text) && es?.[id] !== text ? [text.trim()] : []
			);
		})
);

/** Every text of the desk and every name that something has, each by itself; what a client gets has a language of its own. */
const saidApart = (): Promise<string[]> =>
	screen.page.evaluate(() => {
		const said: (string | null)[] = [document.title];
		const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
		const isDesk = (one: Element | null): boolean =>
			one?.closest('[lang]') === document.documentElement;
		while (walker.nextNode())
			if (isDesk(walker.currentNode.parentElement)) said.push(walker.currentNode.nodeValue);
		for (const one of [...document.querySelectorAll('*')].filter(isDesk))
			for (const name of ['aria-label', 'title', 'placeholder', 'alt'])
				said.push(one.getAttribute(name));
		return said.flatMap((text) => (text?.trim() ? [text.trim()] : []));
	});

const overflow = (): Promise<number> =>
	screen.page.evaluate(
		() => document.documentElement.scrollWidth - document.documentElement.clientWidth
	);

let views: readonly string[] = [];
/** Names of plans are the case's, in the language in which they were given. */
let plans: readonly string[] = [];
beforeAll(async () => {
	const { body } = await desk.residuum.request('GET', '/api/casebook?search=ferry');
	const [line] = (body as { lines: { id: string }[] }).lines;
	const home = `/cases/${line?.id ?? ''}`;
	const state = (await desk.residuum.request('GET', `/api/v1${home}`)).body;
	const { document } = state as CaseState;
	const { debts } = document;
	plans = document.plans.map(({ name }) => name);
	views = [
		'/',
		home,
		`${home}/debts/${debts[0]?.id ?? ''}`,
		...['plan', 'plans', 'handout', 'outbox', 'proposals', 'progress'].map((at) => `${home}/${at}`),
		...[
			'/creditors',
			'/indexes',
			'/agency',
			'/payments',
			'/what-if',
			'/reminders',
			'/glance',
			'/outbox',
			'/deleted-cases'
		]
	];
});
afterAll(() => screen.page.setViewport({ width: 1280, height: 800 }));

const langOf = (): Promise<string> => screen.page.$eval('html', ({ lang }) => lang);

describe('the language of the desk', () => {
	it('is one of the browser’s until another one is chosen, which is kept; what is typed is read in it', async () => {
		await screen.page.setExtraHTTPHeaders(SPANISH);
		await screen.goto(views[1] ?? '');
		expect(await langOf()).toBe('es');
		await screen.see('.answer', '6 deudas, $23,228.42 adeudados el 15 de diciembre de 2026');
		const due = 'Primera fecha de pago, línea 1';
		await screen.fill(due, '20 de febrero de 2027');
		await screen.press('Tab');
		expect(await screen.value(due)).toBe('20 feb 2027');
		// As files and sheets have it.
		await screen.fill(due, '15 Jan 2027');
		await screen.press('Tab');
		expect(await screen.value(due)).toBe('15 ene 2027');
		await screen.see('header', 'Guardado');

		await screen.click('[aria-label="Teclas de esta pantalla"]');
		await screen.page.waitForSelector('[aria-label="Idioma del escritorio"]');
		await screen.page.select('[aria-label="Idioma del escritorio"]', 'en');
		await screen.see('.answer', '6 debts, $23,228.42 owed');
		expect(await langOf()).toBe('en');
		await screen.reload();
		expect(await langOf()).toBe('en');
		const other = await desk.openElsewhere('/');
		expect(await other.page.$eval('html', ({ lang }) => lang)).toBe('en');
		await other.page.close();
		await screen.page.deleteCookie({ name: 'residuum-language' });
	});

	it('leaves nothing in English on any screen, and fits, as for axe-core', async () => {
		await screen.page.setExtraHTTPHeaders(SPANISH);
		for (const view of views) {
			await screen.goto(view);
			expect(await langOf()).toBe('es');
			const left = (await saidApart()).filter(
				(text) => onlyEnglish.has(text) && !plans.includes(text)
			);
			expect(left, view).toEqual([]);
			expect(await findings(screen), view).toEqual([]);
			for (const width of [390, 640, 820, 1280]) {
				await screen.page.setViewport({ width, height: 800 });
				expect(await overflow(), `${view}, ${width} pixels`).toBe(0);
			}
		}
		expect(onlyEnglish.size).toBeGreaterThan(900);
	});
});

/** What a guide is about: its headings of the first two levels, and the pictures in each part. */
const partsOf = (file: string): number[] =>
	readFileSync(file, 'utf8')
		.split(/^#{1,2} /m)
		.slice(1)
		.map((part) => part.match(/^### |!\[/gm)?.length ?? 0);

describe('the guide', () => {
	it('has the same parts and pictures in every language of the desk', async () => {
		expect(partsOf('docs/guide.es.md')).toEqual(partsOf('docs/guide.md'));
		await screen.page.setExtraHTTPHeaders(SPANISH);
		await screen.goto('/guide');
		await screen.see('h1', 'La guía de quien asesora');
		await screen.press('/');
		await screen.page.keyboard.type('FECHA LIMITE');
		await screen.see('nav[aria-label=Secciones]', 'Una deuda');
	});
});

/** In the page: every word is a third longer, now and whatever is drawn later. */
function lengthen(): void {
	const longer = new WeakMap<Node, string>();
	const stretch = (node: Node): void => {
		const text = node.nodeValue ?? '';
		if (longer.get(node) === text || node.parentElement?.closest('script, style')) return;
		const stretched = text.replace(/\p{L}{3,}/gu, (word) =>
			word.padEnd(Math.ceil(word.length * 1.3), 'n')
		);
		longer.set(node, stretched);
		if (stretched !== text) node.nodeValue = stretched;
	};
	const all = (root: Node): void => {
		const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
		while (walker.nextNode()) stretch(walker.currentNode);
	};
	new MutationObserver((changes) =>
		changes.forEach(({ target, addedNodes }) => {
			if (target.nodeType === Node.TEXT_NODE) stretch(target);
			addedNodes.forEach((node) => (node.nodeType === Node.TEXT_NODE ? stretch(node) : all(node)));
		})
	).observe(document, { childList: true, characterData: true, subtree: true });
}

/** Texts that are cut: wider than what holds them, without an ellipsis that says so, or beyond the window. */
const cut = (): Promise<string[]> =>
	screen.page.evaluate(() => {
		/** Only for who listens, or to be scrolled to. */
		const isHidden = (one: Element | null): boolean =>
			one !== null &&
			(getComputedStyle(one).clipPath !== 'none' ||
				/auto|scroll/.test(getComputedStyle(one).overflowX) ||
				isHidden(one.parentElement));
		return [
			...document.querySelectorAll<HTMLElement>('button, a, h1, h2, th, label, p, li, span, strong')
		]
			.filter((one) => {
				if (
					!one.checkVisibility() ||
					isHidden(one) ||
					one.closest('.scroller, .scrolls, [popover]')
				)
					return false;
				const own = [...one.childNodes].some(
					(node) => node.nodeType === Node.TEXT_NODE && node.nodeValue?.trim()
				);
				if (!own) return false;
				const { overflowX, textOverflow } = getComputedStyle(one);
				if (
					overflowX !== 'visible' &&
					textOverflow !== 'ellipsis' &&
					one.scrollWidth > one.clientWidth + 1
				)
					return true;
				const { left, right, width } = one.getBoundingClientRect();
				return width > 0 && (left < -1 || right > innerWidth + 1);
			})
			.map((one) => one.textContent.trim().slice(0, 60));
	});

describe('texts of other languages', () => {
	it('may be a third longer: nothing is cut, and no page is wider', async () => {
		await screen.page.setExtraHTTPHeaders(ENGLISH);
		const { identifier } = await screen.page.evaluateOnNewDocument(lengthen);
		for (const view of views) {
			await screen.goto(view);
			for (const width of [390, 820, 1280]) {
				await screen.page.setViewport({ width, height: 800 });
				expect(await overflow(), `${view}, ${width} pixels`).toBe(0);
				expect(await cut(), `${view}, ${width} pixels`).toEqual([]);
			}
		}
		await screen.page.removeScriptToEvaluateOnNewDocument(identifier);
	});

	it('may run from the right to the left: the page is turned, its pictures are not', async () => {
		await screen.page.setExtraHTTPHeaders(ENGLISH);
		const { identifier } = await screen.page.evaluateOnNewDocument(() => {
			new MutationObserver((_, observer) => {
				document.documentElement.dir = 'rtl';
				observer.disconnect();
			}).observe(document, { childList: true });
		});
		for (const view of views) {
			await screen.goto(view);
			for (const width of [390, 820, 1280]) {
				await screen.page.setViewport({ width, height: 800 });
				expect(await overflow(), `${view}, ${width} pixels`).toBe(0);
				expect(await cut(), `${view}, ${width} pixels`).toEqual([]);
			}
			// The name of the program begins the line, and what is done with the screen ends it.
			const [brand, tools] = await screen.page.$$eval('header .brand, header .tools', (all) =>
				all.map((one) => one.getBoundingClientRect().left)
			);
			expect(brand, view).toBeGreaterThan(tools ?? Infinity);
		}
		expect(
			await screen.page.$$eval('.picture', (all) =>
				all.map((one) => getComputedStyle(one).direction)
			)
		).not.toContain('rtl');
		await screen.page.removeScriptToEvaluateOnNewDocument(identifier);
	});
});
