/** An agency at work: somebody signs in, is signed out in the middle of a word, hands a case over, and is not alone in it. */
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import type { CaseState } from '../../src/lib/document/case';
import { addPerson, PASSWORD, signIn, welcome } from '../../scripts/accounts.mjs';
import { card } from '../support/debts';
import { findings } from '../support/axe';
import { askBy } from '../support/program';
import { startReceiver, type Receiver } from '../support/receiver';
import { openDesk, type Desk, type Screen } from '../support/page';
import { makeCase, startResiduum, type MadeCase, wholly } from '../support/residuum';
import { staffOf } from '../support/staff';

/** The balance of the only debt there is. */
const BALANCE = '[aria-label^="Balance, "]';
const MARA = 'Mara Lindqvist';
const IVO = 'Ivo Brandt';

let desk: Desk;
let mara: Screen;
let ivo: Screen;
let made: MadeCase;
let receiver: Receiver;
beforeAll(async () => {
	let link = '';
	receiver = await startReceiver();
	const environment = {
		RESIDUUM_NAMES: 'casebook.example',
		RESIDUUM_WEBHOOK_HOSTS: receiver.host
	};
	const residuum = await startResiduum(environment, (settings) => {
		link = addPerson(settings, MARA, 'supervisor');
	});
	desk = await openDesk(residuum);
	const { address, headers } = residuum;
	await welcome(address, link);
	headers['cookie'] = await signIn(address, MARA);
	await staffOf(() => residuum).letIn(IVO, 'counselor');
	made = await makeCase(desk.residuum, 'A household by the slip', [card()]);
	mara = await desk.open();
	ivo = await desk.openElsewhere();
}, 240_000);
afterEach(() => desk.checked());
afterAll(async () => {
	await desk.close();
	await receiver.end();
});

async function comesIn(screen: Screen, name: string, password = PASSWORD): Promise<void> {
	await screen.page.waitForSelector('input[name=username]');
	await screen.page.type('input[name=username]', name);
	await screen.page.type('input[name=password]', password);
	await screen.press('Enter');
}

/** The session of a screen is ended on the server, as it is after a long pause. */
async function endSession(screen: Screen): Promise<void> {
	const { address } = desk.residuum;
	const cookies = await screen.page.browserContext().cookies();
	const cookie = cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
	const ended = await fetch(`${address}/api/session`, {
		method: 'DELETE',
		headers: { origin: address, cookie, 'content-type': 'application/json' }
	});
	expect(ended.status).toBe(204);
}

const labels = (screen: Screen) => screen.texts('[data-case]');

/** The case as the server has it. */
async function kept(): Promise<CaseState> {
	const { body } = await desk.residuum.request('PUT', `/api/cases/${made.id}`, {
		basedOn: 0,
		what: 'nothing',
		...wholly(made.document)
	});
	return (body as { state: CaseState }).state;
}

describe('an agency', () => {
	it('asks who somebody is, and leads them to where they wanted to go', async () => {
		await mara.goto(`/cases/${made.id}`);
		expect(mara.path()).toBe('/sign-in');
		await comesIn(mara, 'mara lindqvist', 'not her password');
		await mara.see('form [role=alert]', 'The name or the password is wrong.');
		desk.checked('status of 422');
		expect(await mara.page.$eval('input[name=username]', (field) => field.value)).toBe(
			'mara lindqvist'
		);
		await mara.page.type('input[name=password]', PASSWORD);
		await mara.press('Enter');
		await expect.poll(() => mara.path()).toBe(`/cases/${made.id}`);
		await mara.see('.tools', 'Saved');
	});

	it('loses nothing that was typed when the session ends in the middle of a word', async () => {
		await mara.page.waitForSelector(BALANCE);
		await mara.page.click(BALANCE, { count: 3 });
		await mara.page.keyboard.type('3,9');
		await endSession(mara);
		await mara.page.keyboard.type('87.65');
		await mara.press('Enter');
		await mara.see('dialog h2', 'You are signed out');
		await mara.see('.saving', 'You are signed out');
		expect(await mara.page.$eval('input[name=username]', (field) => field.value)).toBe(MARA);
		expect((await kept()).document.debts[0]?.balance).not.toBe(398_765);
		await mara.page.type('input[name=password]', PASSWORD);
		await mara.press('Enter');
		await mara.saved();
		expect((await kept()).document.debts[0]?.balance).toBe(398_765);
		expect(await mara.page.$('dialog')).toBeNull();
		// It is asked again until somebody has signed in.
		desk.checked('status of 401');
	});

	it('hands a case over in the casebook: it is there for who has it now, with nothing else', async () => {
		await comesIn(ivo, IVO);
		await expect.poll(() => ivo.path()).toBe('/');
		await ivo.answer('The casebook is empty.');
		await mara.goto('/');
		expect(await labels(mara)).toEqual(['A household by the slip']);
		await mara.click('.hold');
		await mara.page.waitForSelector('[aria-label="Counselor"]');
		await mara.page.select(
			'[aria-label="Counselor"]',
			await mara.page.$eval(
				'[aria-label="Counselor"]',
				(list, name) =>
					[...(list as HTMLSelectElement).options].find(({ text }) => text === name)?.value ?? '',
				IVO
			)
		);
		await expect.poll(() => mara.texts('[aria-label="Counselor"] option:checked')).toEqual([IVO]);
		await mara.press('Escape');
		await mara.see('.whose', IVO);
		await ivo.reload();
		await expect.poll(() => labels(ivo)).toEqual(['A household by the slip']);
		// Who is no supervisor has no list of people.
		await ivo.page.goto(`${desk.residuum.address}/people`);
		await ivo.see('h1', 'Your role does not include this. Ask a supervisor.');
		desk.checked('status of 403');
	});

	it('shows two people in a case to each other, and says whose change a stale save has met', async () => {
		await mara.goto(`/cases/${made.id}`);
		await ivo.goto(`/cases/${made.id}`);
		await ivo.see('[role=status]', `${MARA} has this case open as well`);
		await mara.see('[role=status]', `${IVO} has this case open as well`);
		for (const [screen, balance] of [
			[ivo, '1,111.11'],
			[mara, '2,222.22']
		] as const) {
			await screen.page.bringToFront();
			await screen.page.click(BALANCE, { count: 3 });
			await screen.enter(balance);
			if (screen === ivo) await ivo.saved();
		}
		await mara.see('.stale', `${IVO} changed this case.`);
		await mara.see('.stale', `${IVO}’s version`);
		await mara.clickText('.stale button', `Use ${IVO}’s version`);
		await mara.saved();
		expect((await kept()).document.debts[0]?.balance).toBe(111_111);
		desk.checked('status of 409');
	});

	it('has pages of its own that are fit for axe-core, with the trail of what was done', async () => {
		await mara.goto('/people');
		await mara.answer('2 people can sign in, 1 of them a supervisor.');
		await mara.page.type('form input', 'Senna Okafor');
		await mara.press('Enter');
		await mara.see('.link', /\/welcome#[\w-]{43}$/);
		await mara.page.type('[aria-labelledby=roles] input', 'Team lead');
		await mara.press('Enter');
		const reassigns = '[aria-label="Team lead: Reassign cases"]';
		await mara.page.waitForSelector(reassigns);
		expect(await mara.page.$eval(reassigns, (box) => (box as HTMLInputElement).checked)).toBe(
			false
		);
		await mara.click(reassigns);
		await mara.page.waitForSelector(`${reassigns}:checked`);
		await mara.page.select(`[aria-label="Role of ${IVO}"]`, 'Team lead');
		await mara.click('[aria-label="Delete the role Team lead"]');
		await mara.see('[aria-labelledby=roles] [role=status]', '1 person has this role.');
		expect(await findings(mara)).toEqual([]);
		await mara.goto('/audit-trail');
		const deeds = await mara.texts('tbody td:nth-child(4)');
		expect(deeds).toEqual(
			expect.arrayContaining(['defined a role', 'changed a role', 'reassigned a case'])
		);
		expect(await findings(mara)).toEqual([]);
		const stranger = await desk.openElsewhere('/');
		expect(await findings(stranger)).toEqual([]);
		await stranger.goto('/welcome#a-link-that-is-none');
		await stranger.page.type('[autocomplete=new-password]', PASSWORD);
		await stranger.press('Tab');
		await stranger.enter(PASSWORD);
		await stranger.see('form [role=alert]', 'This link is used or expired');
		expect(await findings(stranger)).toEqual([]);
		desk.checked('status of 422');
	});

	it('lets a program in by a token, has another one told, and keeps both out again', async () => {
		await mara.goto('/programs');
		await mara.answer('No program can ask on your behalf.');
		await mara.page.type('main form input', 'Bookkeeping, month end');
		await mara.press('Enter');
		await mara.see('.token', /^residuum_[\w-]{43}$/);
		await mara.answer('1 program can ask on your behalf.');
		const token = await mara.page.$eval('.token', ({ textContent }) => textContent.trim());
		const ask = async () =>
			(await askBy(desk.residuum.address, token, 'GET', `/api/v1/cases/${made.id}/plans`)).status;
		expect(await ask()).toBe(200);

		const webhooks = '[aria-labelledby=webhooks]';
		await mara.page.type(`${webhooks} input[type=url]`, 'https://elsewhere.example/told');
		await mara.press('Enter');
		await mara.see(`${webhooks} [role=status]`, `of these hosts: ${receiver.host}`);
		await mara.page.$eval(`${webhooks} input[type=url]`, (field) =>
			(field as HTMLInputElement).select()
		);
		await mara.page.type(`${webhooks} input[type=url]`, receiver.address);
		await mara.press('Enter');
		await mara.see('.secret', /^whsec_/);
		receiver.secret = await mara.page.$eval('.secret', ({ textContent }) => textContent.trim());
		expect(await findings(mara)).toEqual([]);
		await desk.residuum.request('PATCH', `/api/cases/${made.id}`, { label: 'Told of' });
		await expect.poll(() => receiver.taken.map(({ type }) => type)).toContain('case.changed');

		// What is shown once is not there when one comes back.
		await mara.goto('/programs');
		await mara.answer('1 program can ask on your behalf.');
		expect(await mara.page.content()).not.toContain(token);
		await mara.see(webhooks, 'told ');
		await mara.click('[aria-label="Revoke the token for Bookkeeping, month end"]');
		await mara.answer('No program can ask on your behalf.');
		expect(await ask()).toBe(401);
		await mara.click(`[aria-label="Remove the webhook at ${receiver.address}"]`);
		await expect.poll(() => mara.page.$$(`${webhooks} tbody tr`)).toEqual([]);
		desk.checked('status of 422');
	});

	it('lets somebody sign out: the way back leads to the question who it is', async () => {
		await mara.click(`[aria-label="${MARA}, signed in"]`);
		await mara.clickText('[role=dialog] button', 'Sign out');
		await expect.poll(() => mara.path()).toBe('/sign-in');
		await mara.page.goBack();
		await expect.poll(() => mara.path()).toBe('/sign-in');
		desk.checked('status of 401');
	});
});
