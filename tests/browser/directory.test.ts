/** Coming in by the agency's directory as people do it: through its page, and beside their work when the session has ended. */
import { afterAll, afterEach, beforeAll, expect, it } from 'vitest';
import { startDirectory } from '../../standins/directory/server.mjs';
import { command } from '../../scripts/accounts.mjs';
import { findings } from '../support/axe';
import { card } from '../support/debts';
import { openDesk, type Desk, type Screen } from '../support/page';
import { makeCase, startResiduum, type Residuum } from '../support/residuum';

const MARA = 'Mara Lindqvist';
const BALANCE = '[aria-label^="Balance, "]';

let desk: Desk;
let residuum: Residuum;
let directory: Awaited<ReturnType<typeof startDirectory>>;
let mara: Screen;
beforeAll(async () => {
	directory = await startDirectory({ program: () => residuum.address });
	residuum = await startResiduum(
		{
			RESIDUUM_NAMES: 'casebook.example',
			RESIDUUM_DIRECTORY: directory.address,
			RESIDUUM_DIRECTORY_SECRET: directory.secret
		},
		(settings) => {
			const add = ['accounts', 'add', MARA, '--role', 'supervisor'];
			command(settings, ...add, '--directory', 'mara.lindqvist');
		}
	);
	desk = await openDesk(residuum);
	mara = await desk.open('/people');
}, 240_000);
afterEach(() => desk.checked(`foreign: ${directory.address}`));
afterAll(async () => {
	await desk.close();
	await directory.stop();
});

const browserCookies = async () =>
	(await mara.page.browserContext().cookies())
		.map(({ name, value }) => `${name}=${value}`)
		.join('; ');

it('leads through the page of the directory, back to where somebody wanted to go', async () => {
	expect(await findings(mara)).toEqual([]);
	await mara.clickText('a', 'Sign in with your agency account');
	await mara.clickText('button', MARA);
	await mara.answer('1 person can sign in, 1 of them a supervisor.');
	expect(mara.path()).toBe('/people');
	await mara.page.type('[aria-labelledby=directory] form label:nth-child(2) input', 'counseling');
	await mara.press('Enter');
	await mara.see('[aria-labelledby=directory] li', 'groups is or includes counseling');
	// Nobody takes away by accident the only way in of the only one who lets people in.
	await mara.page.click(`[aria-label="Name of ${MARA} in the directory"]`, { count: 3 });
	await mara.enter('somebody.else');
	await mara.see('.outcome', 'Nobody else who can sign in');
	await mara.click('[aria-labelledby=directory] label:nth-of-type(2) input');
	await mara.see('[aria-labelledby=directory] [role=status]', 'Choose an account for emergencies');
	expect(await findings(mara)).toEqual([]);
	desk.checked('status of 422', `foreign: ${directory.address}`);
});

it('goes on where somebody was at work when they have signed in beside it', async () => {
	residuum.headers['cookie'] = await browserCookies();
	const { id } = await makeCase(residuum, 'A household by the slip', [card()]);
	await mara.goto(`/cases/${id}`);
	await mara.page.click(BALANCE, { count: 3 });
	// Its session has ended elsewhere.
	await residuum.request('DELETE', '/api/session');
	await mara.enter('4,321.00');
	await mara.see('dialog', 'You are signed out');
	const opened = new Promise<unknown>((resolve) =>
		mara.page.once('popup', (page) => resolve(page))
	);
	await mara.clickText('dialog a', 'Sign in with your agency account');
	const beside = (await opened) as typeof mara.page;
	await beside.waitForSelector('html[data-open]');
	expect(new URL(beside.url()).pathname).toBe('/signed-in');
	await expect.poll(() => mara.texts('dialog')).toEqual([]);
	await beside.close();
	await mara.page.bringToFront();
	await mara.saved();
	residuum.headers['cookie'] = await browserCookies();
	const { body } = await residuum.request('GET', `/api/v1/cases/${id}`);
	const { document } = body as { document: { debts: { balance: number }[] } };
	expect(document.debts[0]?.balance).toBe(432_100);
	desk.checked('status of 401', `foreign: ${directory.address}`);
});

it('is signed out of with the program', async () => {
	await mara.click(`[aria-label="${MARA}, signed in"]`);
	await mara.clickText('[role=dialog] button', 'Sign out');
	await expect.poll(() => mara.path()).toBe('/sign-in');
	await mara.clickText('a', 'Sign in with your agency account');
	// It asks again who somebody is.
	await mara.see('h1', 'A directory, for trying things out');
});
