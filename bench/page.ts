/**
 * How fast the page answers, as ratios within one run: the time from an input event to the frame that
 * carries the new picture, against that of a frame which carries a bare one, a line on a canvas.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openBrowser } from '../scripts/browser.mjs';
import { startServer } from '../scripts/own-server.mjs';
import { FIRST_PLAN } from '../src/lib/document/plan';
import { card, share } from '../tests/support/debts';
import { longLife } from '../tests/support/long-life';
import { wholeDocument } from '../tests/support/whole-document';

const ASOF = '2026-12-15';
const INPUTS = 40;
const PLANS = 4;

interface Measured {
	/** Milliseconds from an event to the frame after it: the middle one of many. */
	readonly bare: number;
	readonly frame: number;
	/** Milliseconds of script until the answer is there, before its frame: the middle one. */
	readonly script: number;
	/** The longest task that the page had meanwhile. */
	readonly longest: number;
}

const loan = (index: number, months: number) =>
	card({
		name: `Loan ${index + 1}`,
		balance: 19_870_000 + index * 1000,
		annualRate: 63_500 - index * 500,
		required: {
			kind: 'level',
			periods: months,
			payment: null,
			balloon: 0,
			roundPayment: 'up',
			atTerm: 'settle'
		}
	});

/** The rows of a creditor that has two names and all usual terms. */
function manyCreditors(at: number): object[] {
	const row = {
		kind: 'creditor',
		subject: crypto.randomUUID(),
		holdsFrom: '2026-01-01',
		knownFrom: 'a letter'
	};
	const profile = {
		name: `Creditor ${at} of the coast`,
		names: [`C${at} Coast Services`],
		kind: 'card',
		address: ['1 Quay Road'],
		email: '',
		language: 'en',
		currency: 'USD'
	};
	const agreement = { annualRate: 80_000, payment: null, fee: 0, after: 1, conditions: '' };
	return [
		{ ...row, term: 'profile', content: profile },
		{ ...row, term: 'minimum', content: share(20_000 + at, 2500, 100) },
		{ ...row, term: 'agreement', content: agreement }
	];
}

const data = mkdtempSync(join(tmpdir(), 'residuum-bench-'));
const server = await startServer({ RESIDUUM_DATA: data, RESIDUUM_TODAY: ASOF });
if (server.address === null) throw new Error(server.printed());
const { address } = server;
const { browser, close } = await openBrowser();
const page = await browser.newPage();
page.on('pageerror', (error) => console.error(error));

async function send(method: string, path: string, body: object): Promise<{ id: string }> {
	const response = await fetch(address + path, {
		method,
		headers: { origin: address, 'content-type': 'application/json' },
		body: JSON.stringify(body)
	});
	if (!response.ok) throw new Error(await response.text());
	return (await response.json()) as { id: string };
}

async function makeCase(debts: readonly object[], fields: object = {}): Promise<string> {
	const fresh = { label: 'Measured', currency: { code: 'USD', digits: 2 }, asOf: ASOF };
	const { id } = await send('POST', '/api/v1/cases', fresh);
	const plans = Array.from({ length: PLANS }, (_, index) =>
		index === 0 ? FIRST_PLAN : { ...FIRST_PLAN, id: crypto.randomUUID(), name: `Plan ${index}` }
	);
	const document = wholeDocument(fresh, debts, { plans, ...fields });
	await send('PUT', `/api/cases/${id}`, {
		basedOn: 1,
		what: 'debts',
		changes: [{ op: 'replace', path: '', value: document }]
	});
	return id;
}

/** Puts one value after another into a field, each after the frame of the one before. */
async function measure(selector: string, values: readonly string[]): Promise<Measured> {
	await page.waitForSelector(selector);
	// What is worked out beside the page once it is open has a processor of its own only on some machines.
	await new Promise((resolve) => setTimeout(resolve, 3000));
	return await page.evaluate(
		async (field, inputs) => {
			const input = document.querySelector<HTMLInputElement>(field);
			if (!input) throw new Error(`no ${field}`);
			let longest = 0;
			const watching = new PerformanceObserver((list) => {
				for (const { duration } of list.getEntries()) longest = Math.max(longest, duration);
			});
			watching.observe({ type: 'longtask' });
			const pause = (time: number) => new Promise((resolve) => setTimeout(resolve, time));
			const once = async (act: () => void): Promise<[script: number, frame: number]> => {
				const start = performance.now();
				act();
				// What an event changes is there in the microtask that it asked for.
				await Promise.resolve();
				const answered = performance.now();
				// The picture is drawn in the task after that.
				await new Promise((resolve) => setTimeout(resolve));
				await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
				return [answered - start, performance.now() - start];
			};
			const canvas = document.body.appendChild(document.createElement('canvas'));
			Object.assign(canvas, { width: 900, height: 320 });
			canvas.style.cssText = 'position:fixed;z-index:99;opacity:0.01;pointer-events:none';
			const bareLine = () => {
				const pen = canvas.getContext('2d');
				pen?.clearRect(0, 0, 900, 320);
				pen?.beginPath();
				for (let x = 0; x < 900; x += 2) pen?.lineTo(x, 160 + 150 * Math.sin(x * Math.random()));
				pen?.stroke();
			};
			const bare: number[] = [];
			const frames: number[] = [];
			const scripts: number[] = [];
			for (const value of inputs) {
				await pause(30);
				bare.push((await once(bareLine))[1]);
				await pause(30);
				const [script, frame] = await once(() => {
					input.value = value;
					input.dispatchEvent(new Event('input', { bubbles: true }));
				});
				scripts.push(script);
				frames.push(frame);
			}
			await pause(200);
			watching.disconnect();
			const middle = (times: number[]) => times.sort((a, b) => a - b)[times.length >> 1] ?? 0;
			canvas.remove();
			return { bare: middle(bare), frame: middle(frames), script: middle(scripts), longest };
		},
		selector,
		values
	);
}

/** Pastes rows into the entry grid; the milliseconds until what they were read as is shown, whose component is loaded then. */
const pasted = (text: string): Promise<number> =>
	page.evaluate(async (rows) => {
		const field = document.querySelector<HTMLInputElement>('.grid input');
		const clipboardData = new DataTransfer();
		clipboardData.setData('text/plain', rows);
		const began = performance.now();
		field?.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
		while (!document.querySelector('[aria-label="Not imported yet"]'))
			await new Promise((resolve) => setTimeout(resolve));
		return performance.now() - began;
	}, text);

function tell(what: string, { bare, frame, script, longest }: Measured, goal: string): void {
	console.log(
		`${what}: ${(frame / bare).toFixed(1)} times a frame with a bare picture; ${script.toFixed(1)} ms of script, ` +
			`${frame.toFixed(1)} ms to its frame, longest task ${longest === 0 ? 'under 50' : longest.toFixed(0)} ms (${goal})`
	);
}

try {
	const debt = loan(0, 360);
	const one = await makeCase([debt]);
	await page.goto(`${address}/cases/${one}/debts/${debt.id}`, { waitUntil: 'networkidle0' });
	const rates = Array.from({ length: INPUTS }, (_, step) => `6.${10 + step}`);
	const typed = await measure('[aria-label="Annual rate"]', rates);
	tell('a rate typed, 360 rows', typed, 'goal: script within 16.7 ms');

	const many = await makeCase(Array.from({ length: 12 }, (_, index) => loan(index, 360)));
	await page.goto(`${address}/cases/${many}/plan`, { waitUntil: 'networkidle0' });
	const amounts = Array.from({ length: INPUTS }, (_, step) => String(1_600_000 + step * 5000));
	const slid = await measure('[aria-label="Monthly budget slider"]', amounts);
	tell('money slid, 12 debts over 30 years, 4 plans', slid, 'goal: under 50 ms');

	const { debts: lived, ...life } = longLife(12, 60, 2000);
	const years = await makeCase(lived, life);
	await page.goto(`${address}/cases/${years}/progress`, { waitUntil: 'networkidle0' });
	const balances = Array.from({ length: INPUTS }, (_, step) => String(5000 + step));
	const reading = await measure('[data-cell="0:0"]', balances);
	tell(
		'a balance typed, 12 debts, 60 months, 2,000 entries',
		reading,
		'goal: script within 16.7 ms'
	);

	const empty = await makeCase([debt]);
	await page.goto(`${address}/cases/${empty}`, { waitUntil: 'networkidle0' });
	const rows = Array.from(
		{ length: 1000 },
		(_, at) => `Card ${at}\t${at + 1}.234,50\t22,49 %\t35\t15`
	);
	const pasting = await pasted(['Creditor\tOwed\tAPR\tMin. payment\tDue', ...rows].join('\n'));
	console.log(
		`1,000 rows pasted: ${pasting.toFixed(0)} ms until they are shown (goal: 200 or less)`
	);

	const creditors = Array.from({ length: 500 }, (_, at) => manyCreditors(at)).flat();
	await send('POST', '/api/reference/creditor', { basedOn: 0, rows: creditors });
	await page.goto(`${address}/cases/${await makeCase([])}`, {
		waitUntil: 'networkidle0'
	});
	// Letter by letter, until only one is meant; then the next.
	const names = Array.from({ length: 4 }, (_, at) => `Creditor ${at + 1}99 of the coast`);
	const letters = names.flatMap((name) =>
		Array.from({ length: 10 }, (_, at) => name.slice(0, 3 + at))
	);
	const proposing = await measure('[aria-label="Name, line 1"]', letters);
	if (!(await page.$('[title^="Use the usual terms"]')))
		throw new Error('no usual terms are proposed');
	tell('a name typed, 500 creditors recorded', proposing, 'goal: under 50 ms');
} finally {
	await close();
	await server.stop();
	rmSync(data, { recursive: true });
}
