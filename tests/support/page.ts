/** The real interface in headless Chromium, with the guards that every browser test has. */
import type { HTTPRequest, Page } from 'puppeteer-core';
import { afterAll, afterEach, beforeAll, expect } from 'vitest';
import { openBrowser } from '../../scripts/browser.mjs';
import { makeCase, sharedResiduum, type Asked } from './residuum';

interface LayoutShiftSource {
	readonly node: Node | null;
	readonly previousRect: DOMRect;
	readonly currentRect: DOMRect;
}
interface LayoutShift extends PerformanceEntry {
	readonly sources: readonly LayoutShiftSource[];
}

export interface Desk {
	readonly residuum: Asked;
	/** A new page, watched: a console error, a failed request or a request elsewhere fails `checked`. */
	open(path?: string): Promise<Screen>;
	/** The same in a browser of its own, as another person has it. */
	openElsewhere(path?: string): Promise<Screen>;
	/** Fails on whatever the guards have seen since the last time, but for what a test brought about. */
	checked(...expected: string[]): void;
	close(): Promise<void>;
}

export async function openDesk(residuum: Asked): Promise<Desk> {
	const { browser, close } = await openBrowser();
	let seen: string[] = [];
	const watch = (page: Page) => {
		page.on('console', (message) => {
			if (message.type() === 'error') seen.push(`console: ${message.text()}`);
		});
		page.on('pageerror', (error) => seen.push(`page: ${String(error)}`));
		page.on('requestfailed', (request) => {
			const why = request.failure()?.errorText ?? '';
			// Leaving a page ends what it was still asking for.
			if (why !== 'net::ERR_ABORTED') seen.push(`failed: ${request.url()} ${why}`);
		});
		page.on('request', (request: HTTPRequest) => {
			const { origin, protocol } = new URL(request.url());
			if (protocol !== 'data:' && origin !== residuum.address)
				seen.push(`foreign: ${request.url()}`);
		});
	};
	const opened = async (page: Page, path: string): Promise<Screen> => {
		watch(page);
		const screen = new Screen(page, residuum.address);
		await screen.goto(path);
		return screen;
	};
	return {
		residuum,
		open: async (path = '/') => opened(await browser.newPage(), path),
		openElsewhere: async (path = '/') =>
			opened(await (await browser.createBrowserContext()).newPage(), path),
		checked(...expected) {
			const found = seen.filter((line) => !expected.some((one) => line.includes(one)));
			seen = [];
			expect(found).toEqual([]);
		},
		async close() {
			await close();
			await residuum.remove();
		}
	};
}

/** The desk and its one page, of a test file that sits down to it. */
export let desk: Desk;
export let screen: Screen;

/** Opens them before the tests of a file, at the program that files share or at another one, and checks and closes them after. */
export function sitDown(at: () => Promise<Asked> = () => Promise.resolve(sharedResiduum())): void {
	beforeAll(async () => {
		desk = await openDesk(await at());
		screen = await desk.open();
	});
	afterEach(() => desk.checked());
	afterAll(() => desk.close());
}

/** Opens the plan of a case with these debts. */
export async function openPlan(debts: readonly object[], fields: object = {}): Promise<void> {
	const { id } = await makeCase(desk.residuum, 'Planned', debts, fields);
	await screen.goto(`/cases/${id}/plan`);
}

/** The page answers, and its pictures are drawn. */
const OPEN = 'html[data-open]:not([data-drawing])';

/** What a person sees and does on one page. */
export class Screen {
	constructor(
		readonly page: Page,
		private readonly address: string
	) {}

	async goto(path: string): Promise<void> {
		await this.page.goto(this.address + path);
		await this.page.waitForSelector(OPEN);
	}

	async reload(): Promise<void> {
		await this.page.reload();
		await this.page.waitForSelector(OPEN);
	}

	async press(...keys: readonly string[]): Promise<void> {
		for (const key of keys) {
			const parts = key === '+' ? [key] : key.split('+');
			const last = parts.pop() ?? '';
			for (const held of parts) await this.page.keyboard.down(held as 'Control');
			await this.page.keyboard.press(last as 'Enter');
			for (const held of parts.reverse()) await this.page.keyboard.up(held as 'Control');
		}
	}

	/** Types texts, each followed by Enter. */
	async enter(...texts: readonly string[]): Promise<void> {
		for (const text of texts) {
			await this.page.keyboard.type(text);
			await this.press('Enter');
		}
	}

	/** Replaces what is in a labelled field, once it is there: what opens may be loaded first. */
	async fill(label: string, text: string): Promise<void> {
		await this.page.waitForSelector(field(label));
		await this.page.click(field(label), { count: 3 });
		// Long texts come in one piece, as from the clipboard.
		if (text.length > 60) await this.page.keyboard.sendCharacter(text);
		else await this.page.keyboard.type(text);
	}

	/** Looks for cases in the casebook, once that is open: other files' are in it too, and only some lines in view. */
	async search(text: string): Promise<void> {
		await this.page.waitForSelector('[type=search]');
		await this.press('/');
		// A page that is loaded anew has what was looked for before.
		await this.page.$eval('[type=search]', (input) => (input as HTMLInputElement).select());
		await this.page.keyboard.type(text);
	}

	/** What is in a labelled field, once it is there. */
	async value(label: string): Promise<string> {
		await this.page.waitForSelector(field(label));
		return this.page.$eval(field(label), (input) => (input as HTMLInputElement).value);
	}

	async texts(selector: string): Promise<string[]> {
		return this.page.$$eval(selector, (found) =>
			found.map((element) => {
				// A row's cells read with a space between them.
				const cells = element instanceof HTMLTableRowElement ? [...element.cells] : [element];
				const text = cells.map((cell) => cell.textContent.trim()).join(' ');
				return text.replace(/\s+/g, ' ').trim();
			})
		);
	}

	async text(selector: string): Promise<string> {
		return (await this.texts(selector)).join(' ');
	}

	/** The label of what has the focus. */
	async focused(): Promise<string> {
		return this.page.evaluate(
			() =>
				document.activeElement?.getAttribute('aria-label') ??
				document.activeElement?.textContent ??
				''
		);
	}

	/** Waits until a labelled field has the focus. */
	async focus(label: string): Promise<void> {
		await expect.poll(() => this.focused(), { interval: 50 }).toBe(label);
	}

	/** Puts a text on the clipboard and into what has the focus, as one pastes it. */
	async paste(text: string): Promise<void> {
		await this.page.evaluate((pasted) => {
			const clipboardData = new DataTransfer();
			clipboardData.setData('text/plain', pasted);
			const event = new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true });
			document.activeElement?.dispatchEvent(event);
		}, text);
	}

	/** Drops a file on the page. */
	async drop(name: string, content: Uint8Array): Promise<void> {
		await this.page.evaluate(
			(called, bytes) => {
				const dataTransfer = new DataTransfer();
				dataTransfer.items.add(new File([new Uint8Array(bytes)], called));
				const event = { dataTransfer, bubbles: true, cancelable: true };
				document.body.dispatchEvent(new DragEvent('dragover', event));
				document.body.dispatchEvent(new DragEvent('drop', event));
			},
			name,
			[...content]
		);
	}

	/** Waits until the text of a place is, or matches, what is expected. */
	async see(selector: string, expected: string | RegExp): Promise<void> {
		const seen = expect.poll(() => this.text(selector), { timeout: 20_000, interval: 50 });
		try {
			if (typeof expected === 'string') await seen.toContain(expected);
			else await seen.toMatch(expected);
		} catch (error) {
			const { message } = error as Error;
			throw new Error(`${message}\n${await this.whereabouts()}`, { cause: error });
		}
	}

	/** What is on the page instead of what was waited for. */
	private async whereabouts(): Promise<string> {
		const [saving, opened, main] = await Promise.all(
			['.saving', '[role=dialog], .notice, .stale', 'main'].map((one) => this.text(one))
		);
		return [
			`at ${this.page.url()}, focus on “${await this.focused()}”, saving “${saving}”`,
			`open: ${opened}`,
			`page: ${main?.slice(0, 1500)}`
		].join('\n');
	}

	answer(expected: string | RegExp): Promise<void> {
		return this.see('.answer', expected);
	}

	saved(): Promise<void> {
		return this.see('.saving', /^Saved$/);
	}

	/** Starts a new plan from the plan that is open, and waits until it is the one that is. */
	async startPlan(from: string): Promise<void> {
		const before = await this.value('The plan');
		await this.click('.bar .new');
		await this.click(`[data-start=${from}]`);
		await expect.poll(() => this.value('The plan')).not.toBe(before);
	}

	/** What has moved since the page was opened without anything having been done: where a thing was, and is. */
	moved(): Promise<string[]> {
		return this.page.evaluate(
			() =>
				new Promise<string[]>((resolve) => {
					const where = ({ node, previousRect, currentRect }: LayoutShiftSource) =>
						`${(node as Element | null)?.className}: ${previousRect.top} to ${currentRect.top}`;
					const watch = new PerformanceObserver((list) =>
						resolve(
							(list.getEntries() as LayoutShift[]).flatMap(({ sources }) => sources.map(where))
						)
					);
					watch.observe({ type: 'layout-shift', buffered: true });
					setTimeout(() => resolve([]), 300);
				})
		);
	}

	/** Clicks the first of some things that has a text, once it is there. */
	async clickText(selector: string, text: string): Promise<void> {
		await expect.poll(() => this.texts(selector)).toContainEqual(expect.stringContaining(text));
		await this.page.$$eval(
			selector,
			(all, wanted) =>
				(all.find((one) => one.textContent.includes(wanted)) as HTMLElement | undefined)?.click(),
			text
		);
	}

	/** Clicks the first of what a selector finds, once it is there. */
	async click(selector: string): Promise<void> {
		await this.page.waitForSelector(selector);
		await this.page.click(selector);
	}

	path(): string {
		return new URL(this.page.url()).pathname;
	}
}

const field = (label: string) => `[aria-label="${label}"]`;
