/**
 * Forty counselors at work: each opens a case, types, saves every few seconds, and looks into the casebook, against one
 * process of the program with PostgreSQL beside it. First five, ten and twenty for a minute each, then all of them for ten
 * minutes, or as many as are said: `npm run bench load 2`.
 */
import { card } from '../tests/support/debts';
import { makeCase, openAgency, quantile, type Ask, type Held } from './agency';

const MINUTES = Number(process.argv[3] ?? 10);
const STEPS = [5, 10, 20, 40];
const CASES = 3;
const DEBTS = 6;
/** Between two saves somebody types, for so many milliseconds. */
const TYPING = { least: 1500, most: 4500 };
const SAVES = 'PUT /api/cases/[id=uuid]';

interface Counselor {
	readonly ask: Ask;
	readonly cases: readonly Held[];
}

/** What was acknowledged, and how long it took. */
interface Done {
	readonly saves: number[];
	readonly opened: number[];
	readonly failed: string[];
}

const pause = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));
const random = ({ least, most }: { least: number; most: number }) =>
	least + Math.random() * (most - least);

const agency = await openAgency('Sella Wray');
try {
	const counselors: Counselor[] = [];
	for (let index = 0; index < Math.max(...STEPS); index += 1) {
		const ask = await agency.counselor(`Counselor ${index + 1}`);
		const cases: Held[] = [];
		for (let at = 0; at < CASES; at += 1) {
			const debts = Array.from({ length: DEBTS }, () => card());
			cases.push(await makeCase(ask, `Household ${index + 1}.${at + 1}`, debts));
		}
		counselors.push({ ask, cases });
	}
	let few: number | null = null;
	for (const step of STEPS) {
		const minutes = step === STEPS.at(-1) ? MINUTES : Math.min(1, MINUTES);
		const p95 = await worked(counselors.slice(0, step), minutes);
		few ??= p95;
		if (step === STEPS.at(-1))
			console.log(
				`from ${STEPS[0]} to ${step} counselors, 95 % of saves take ${(p95 / few).toFixed(2)} times as long`
			);
	}
} finally {
	await agency.close();
}

/** Lets some of them work; the time below which 95 % of their saves stayed, as the server measured it. */
async function worked(some: readonly Counselor[], minutes: number): Promise<number> {
	const until = performance.now() + minutes * 60_000;
	const done: Done = { saves: [], opened: [], failed: [] };
	const before = await bucketsOf(SAVES);
	const memory: number[] = [];
	const watching = setInterval(
		() =>
			void agency
				.watched()
				.then((text) => memory.push(numberOf(text, 'process_resident_memory_bytes'))),
		5000
	);
	await Promise.all(some.map((one) => work(one, until, done)));
	clearInterval(watching);
	const after = await bucketsOf(SAVES);
	const counted = after.map(({ below, count }, at) => ({
		below,
		count: count - (before[at]?.count ?? 0)
	}));
	const lost = await lostBy(some);
	const p95 = quantileIn(counted, 0.95);
	const within =
		(counted.find(({ below }) => below === 0.1)?.count ?? 0) / (counted.at(-1)?.count ?? 1);
	const [early, late] = [
		memory.slice(2, 2 + memory.length / 4),
		memory.slice(-memory.length / 4)
	].map(mean);
	console.log(
		[
			`${some.length} counselors, ${minutes} min: ${done.saves.length} saves, ${(within * 100).toFixed(1)} % under 100 ms of server time`,
			`95 % under ${(p95 * 1000).toFixed(0)} ms (goal: 100)`,
			`as they see it ${quantile(done.saves, 0.5).toFixed(0)} ms in the middle, 95 % under ${quantile(done.saves, 0.95).toFixed(0)}`,
			`a case opened in ${quantile(done.opened, 0.5).toFixed(0)} ms`,
			`${lost} lost, ${done.failed.length} refused (goal: none)`,
			`memory ${mb(early)} MB early, ${mb(late)} MB late`
		].join('; ')
	);
	for (const what of new Set(done.failed)) console.log(`  refused: ${what}`);
	return p95;
}

/** Opens a case, changes it some times, looks into the casebook, and goes on to the next. */
async function work({ ask, cases }: Counselor, until: number, done: Done): Promise<void> {
	await pause(Math.random() * TYPING.most);
	for (let turn = 0; performance.now() < until; turn += 1) {
		const held = cases[turn % cases.length];
		if (!held) return;
		const page = await ask('GET', `/cases/${held.id}`);
		if (page.status === 200) done.opened.push(page.milliseconds);
		else done.failed.push(`a page: ${page.status}`);
		await ask('POST', `/api/cases/${held.id}/here`, { here: true });
		for (let change = 0; change < 5 && performance.now() < until; change += 1) {
			await pause(random(TYPING));
			await save(ask, held, done);
		}
		await ask('POST', `/api/cases/${held.id}/here`, { here: false });
		const book = await ask('GET', `/api/casebook?search=${turn % 10}`);
		if (book.status !== 200) done.failed.push(`the casebook: ${book.status}`);
	}
}

async function save(ask: Ask, held: Held, done: Done): Promise<void> {
	const [first, ...others] = held.document.debts;
	if (!first) return;
	const balance = (first.balance ?? 0) + 1;
	const document = { ...held.document, debts: [{ ...first, balance }, ...others] };
	const { status, milliseconds } = await ask('PUT', `/api/cases/${held.id}`, {
		basedOn: held.revision,
		what: 'balance',
		key: crypto.randomUUID(),
		changes: [{ op: 'replace', path: '/debts/0/balance', value: balance }]
	});
	if (status !== 200) return void done.failed.push(`a save: ${status}`);
	Object.assign(held, { document, revision: held.revision + 1 });
	done.saves.push(milliseconds);
}

/** How many acknowledged saves are not there. */
async function lostBy(some: readonly Counselor[]): Promise<number> {
	let lost = 0;
	for (const { ask, cases } of some)
		for (const held of cases) {
			const { body } = await ask('GET', `/api/v1/cases/${held.id}`);
			const there = (JSON.parse(body) as Held).document.debts[0]?.balance ?? 0;
			lost += Math.max(0, (held.document.debts[0]?.balance ?? 0) - there);
		}
	return lost;
}

interface Bucket {
	/** In seconds. */
	readonly below: number;
	/** How many took less. */
	readonly count: number;
}

/** How many requests of a kind took how long on the server, whatever came of them. */
async function bucketsOf(kind: string): Promise<Bucket[]> {
	const [method = '', route = ''] = kind.split(' ');
	const counts = new Map<number, number>();
	for (const line of (await agency.watched()).split('\n')) {
		if (!line.startsWith('residuum_request_seconds_bucket{')) continue;
		if (!line.includes(`route="${route}"`) || !line.includes(`method="${method}"`)) continue;
		const [, le = '', count = ''] = /le="([^"]+)".* (\d+)$/.exec(line) ?? [];
		const below = le === '+Inf' ? Infinity : Number(le);
		counts.set(below, (counts.get(below) ?? 0) + Number(count));
	}
	return [...counts].map(([below, count]) => ({ below, count })).sort((a, b) => a.below - b.below);
}

/** Where a part of what was counted lies, in seconds, as if each bucket were evenly filled. */
function quantileIn(buckets: readonly Bucket[], part: number): number {
	const wanted = (buckets.at(-1)?.count ?? 0) * part;
	const at = buckets.findIndex(({ count }) => count >= wanted);
	const [low, high] = [buckets[at - 1], buckets[at]];
	if (!high) return Number.NaN;
	const [from, before] = [low?.below ?? 0, low?.count ?? 0];
	return from + ((high.below - from) * (wanted - before)) / Math.max(high.count - before, 1);
}

function numberOf(text: string, name: string): number {
	return Number(new RegExp(`^${name} (\\S+)$`, 'm').exec(text)?.[1]);
}
function mean(values: readonly number[]): number {
	return values.reduce((sum, value) => sum + value, 0) / Math.max(values.length, 1);
}

function mb(bytes = 0): string {
	return (bytes / 2 ** 20).toFixed(0);
}
