/** `npm run screenshots`: one picture of each main view, from the demo data, into docs/screenshots/. */
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startCreditor } from '../standins/creditor/server.mjs';
import { startIndex } from '../standins/index/server.mjs';
import { addPerson, signIn, welcome } from './accounts.mjs';
import { openBrowser } from './browser.mjs';
import { manyCases } from './many-cases.mjs';
import { startServer } from './own-server.mjs';
import { startPostgres } from './postgres.mjs';
import { ensureBuild, ensureChromium, ensurePackages, ROOT } from './prepare.mjs';

const TARGET = join(ROOT, 'docs/screenshots');

ensurePackages();
ensureChromium();
ensureBuild();

const data = mkdtempSync(join(tmpdir(), 'residuum-pictures-'));
const creditor = await startCreditor();
const index = await startIndex();
const server = await startServer({
	RESIDUUM_CREDITORS: creditor.address,
	RESIDUUM_INDEXES: index.address,
	RESIDUUM_DATA: data,
	RESIDUUM_DEMO: join(ROOT, 'demo'),
	RESIDUUM_TODAY: '2026-12-15'
});
if (server.address === null) throw new Error(server.printed());
const { browser, close } = await openBrowser();
const page = await browser.newPage();
mkdirSync(TARGET, { recursive: true });

await takeBook();

await page.goto(server.address, { waitUntil: 'networkidle0' });
await page.click('[data-case]');
await page.waitForSelector('.result a');
await take('entry-grid');

await page.click('.result a');
await page.waitForSelector('.picture canvas');
await take('one-debt');

await page.click('[data-zone=statement]');
for (const [label, text] of [
	['Interest charged', '78.38'],
	['Minimum due', '121'],
	['Time at the minimum', '17'],
	['Total paid at the minimum', '10697'],
	['36-month payoff payment', '160'],
	['Total paid in 36 months', '5788']
]) {
	await page.focus(`[aria-label="${label}, as printed"]`);
	await page.keyboard.type(text ?? '');
}
await page.keyboard.press('Tab');
await page.waitForFunction(() => document.querySelector('.rules ul'));
await page.evaluate(() => document.querySelector('.scrolls')?.scrollTo(0, 0));
await take('statement');
await page.click('[data-zone=payments]');

await page.click('[aria-label="Payment amount"]', { count: 3 });
await page.keyboard.type('180');
await page.waitForSelector('.before');
await page.evaluate(
	() => document.activeElement instanceof HTMLElement && document.activeElement.blur()
);
await page.click('.before button');
await page.click('.views a:nth-child(2)');
await page.waitForSelector('.strip');
await pressEvents(4);
await take('plan');

await page.keyboard.press('F9');
await page.waitForSelector('.pictures canvas');
await take('side-by-side');
await page.keyboard.press('F6');
await page.waitForSelector('[role=dialog] input:focus');
await page.keyboard.type('4071');
await page.keyboard.press('Enter');
await page.waitForSelector('article');
await page.focus('input[type=range]');
for (let stop = 0; stop < 6; stop++) await page.keyboard.press('ArrowRight');
await take('client-view');
await page.keyboard.press('F6');
await page.waitForSelector('[role=dialog] input:focus');
await page.keyboard.type('4071');
await page.keyboard.press('Enter');
await page.waitForSelector('.views');
await page.click('.views a:nth-child(4)');
await page.waitForSelector('article');
await page.select('[aria-label="Language of the handout"]', 'es');
await page.waitForFunction(() => document.querySelector('article')?.lang === 'es');
await take('handout');
await page.select('[aria-label="Language of the handout"]', 'en');
await page.click('.acts a');
await page.waitForSelector('textarea');
await take('message');

await page.goto(server.address, { waitUntil: 'networkidle0' });
await open('Tolliver');
await page.click('.views a:nth-child(2)');
await page.waitForSelector('.strip');
const [byCalendar] = await page.$$eval('[aria-label="The plan"] option', (all) =>
	all.flatMap((one) => (one.textContent?.includes('calendar') ? [one.value] : []))
);
await page.select('[aria-label="The plan"]', byCalendar ?? '');
await page.click('.money h2 button');
await page.waitForSelector('.bars button');
await page.waitForFunction(() => !document.documentElement.hasAttribute('data-drawing'));
await take('budget-sheet');
await page.keyboard.press('Escape');

await takeHome();

await page.goto(server.address, { waitUntil: 'networkidle0' });
await open('Corin Maddock');
await page.click('.views a:nth-child(2)');
await page.waitForSelector('.strip');
await page.keyboard.press('Escape');
const [settled] = await page.$$eval('[aria-label="The plan"] option', (all) =>
	all.flatMap((one) => (one.textContent?.includes('settled') ? [one.value] : []))
);
await page.select('[aria-label="The plan"]', settled ?? '');
await page.waitForSelector('[data-change="1"]');
await page.click('[data-change="1"]');
await page.waitForSelector('[role=dialog]');
await take('changed-debts');
await page.keyboard.press('Escape');

await page.goto(server.address, { waitUntil: 'networkidle0' });
await open('Varga');
await page.keyboard.press('F4');
await page.waitForSelector('.ask button');
await page.click('.ask button');
await page.waitForSelector('[aria-label="Not imported yet"] li');
await page.keyboard.press('Enter');
await page.waitForFunction(() => document.querySelector('.next')?.textContent?.includes('once'));
await take('progress');

await page.goto(server.address, { waitUntil: 'networkidle0' });
await open('ferry and bakery');
const ferry = page.url().replace(/(cases\/[^/]+).*/, '$1');
await page.goto(`${ferry}/plan`, { waitUntil: 'networkidle0' });
const eased = await page.$eval(
	'[aria-label="The plan"]',
	(choice) =>
		[.../** @type {HTMLSelectElement} */ (choice).options].find(({ text }) =>
			text.startsWith('Agreed rates')
		)?.value
);
await page.goto(`${ferry}/plan?of=${eased ?? ''}`, { waitUntil: 'networkidle0' });
await page.$$eval('.asks button', (all) => {
	for (const one of all)
		if (one.textContent?.startsWith('One deposit')) /** @type {HTMLElement} */ (one).click();
});
await page.waitForSelector('[aria-label="Day of the deposit"]');
await take('one-deposit');
await page.goto(`${ferry}/proposals?of=${eased ?? ''}`, { waitUntil: 'networkidle0' });
await page.waitForSelector('article');
await take('proposals');

await page.goto(`${server.address}/creditors`, { waitUntil: 'networkidle0' });
await page.type('input[type=search]', 'Quill');
await page.waitForSelector('article');
await take('creditors');
await page.goto(`${server.address}/indexes`, { waitUntil: 'networkidle0' });
await page.$$eval('.acts button', (all) => {
	for (const one of all)
		if (one.textContent?.includes('Get new values')) /** @type {HTMLElement} */ (one).click();
});
await page.waitForFunction(() => document.querySelectorAll('table').length === 2);
await take('indexes');
await page.goto(`${server.address}/what-if`, { waitUntil: 'networkidle0' });
await page.select('[aria-label="What changes"]', 'money');
await page.click('button[type=submit]');
await page.waitForSelector('tbody tr');
await take('what-if');

await close();
await server.stop();
await creditor.stop();
await index.stop();
rmSync(data, { recursive: true });

/** Opens a case of the casebook. @param {string} label */
async function open(label) {
	await page.$$eval(
		'[data-case]',
		(all, wanted) => {
			for (const one of all)
				if (one.textContent?.includes(wanted)) /** @type {HTMLElement} */ (one).click();
		},
		label
	);
	await page.waitForSelector('.views');
}

/** Goes on to a later month in which something happens. @param {number} times */
async function pressEvents(times) {
	await page.focus('.picture [role=slider]');
	for (let step = 0; step < times; step += 1) await page.keyboard.press('.');
	await page.evaluate(
		() => document.activeElement instanceof HTMLElement && document.activeElement.blur()
	);
}

/** The book of an agency with ten thousand cases, as its supervisor has it. */
async function takeBook() {
	const postgres = await startPostgres();
	const environment = {
		DATABASE_URL: postgres.url('postgres'),
		RESIDUUM_DEMO: join(ROOT, 'demo'),
		RESIDUUM_TODAY: '2026-12-15'
	};
	const people = ['Mara Lindqvist', 'Ivo Brandt', 'Senna Okafor'];
	const links = people.map((name, at) =>
		addPerson(environment, name, at === 0 ? 'supervisor' : 'counselor')
	);
	const agency = await startServer(environment);
	const address = agency.address ?? '';
	for (const link of links) await welcome(address, link);
	const asked = async (/** @type {string} */ sql) => {
		const rows = await postgres.query('postgres', sql);
		return rows.map(({ id }) => String(id));
	};
	const accounts = await asked('select id from account order by name');
	const [like] = await asked(`select id from case_file where label like 'Varga%'`);
	await manyCases(environment.DATABASE_URL, like ?? '', 9995, accounts);
	await postgres.query(
		'postgres',
		`update case_file set owner_id = '${accounts[1]}' where owner_id is null`
	);
	const cookie = await signIn(address, people[0] ?? '');
	const [name = '', value = ''] = cookie.split('=');
	await browser.setCookie({ name, value, domain: '127.0.0.1', path: '/' });
	await page.goto(address, { waitUntil: 'networkidle0' });
	await take('casebook');
	await page.goto(`${address}/glance`, { waitUntil: 'networkidle0' });
	await take('glance');
	await agency.stop();
	await postgres.remove();
}

/** A plan as a phone shows it, from its file. */
async function takeHome() {
	await page.goto(String(server.address), { waitUntil: 'networkidle0' });
	await open('Tolliver');
	const [, id] = /cases\/([^/]+)/.exec(page.url()) ?? [];
	const cases = await fetch(`${server.address}/api/cases/file?id=${id}`);
	const [from, to] = ['case.json', 'plan.html'].map((name) => join(data, name));
	if (from === undefined || to === undefined) return;
	writeFileSync(from, await cases.text());
	execFileSync(process.execPath, [join(ROOT, 'scripts/convert.mjs'), from, to]);
	const phone = await browser.newPage();
	await phone.setViewport({ width: 390, height: 844, deviceScaleFactor: 2 });
	await phone.goto(`file://${to}`);
	await phone.evaluate(() => document.fonts.ready);
	for (let stop = 0; stop < 8; stop++) {
		await phone.focus('#more');
		await phone.keyboard.press('ArrowRight');
	}
	await phone.evaluate(() => document.getElementById('what-if')?.scrollIntoView());
	await phone.screenshot({ path: `${TARGET}/take-home.png` });
	await phone.close();
	console.log('docs/screenshots/take-home.png');
}

/** @param {string} name */
async function take(name) {
	// A case is shown when it is saved; the casebook has nothing to save.
	await page.waitForFunction(() => {
		const saving = document.querySelector('.saving');
		return saving === null || saving.textContent?.trim() === 'Saved';
	});
	await page.waitForNetworkIdle();
	await page.evaluate(() => document.fonts.ready);
	await page.screenshot({ path: `${TARGET}/${name}.png` });
	console.log(`docs/screenshots/${name}.png`);
}
