/** A second factor as people set it up: an app by its picture, recovery codes, and a passkey of a device that the browser pretends to have. */
import { Secret, TOTP } from 'otpauth';
import { afterAll, afterEach, beforeAll, expect, it } from 'vitest';
import { addPerson, PASSWORD, welcome } from '../../scripts/accounts.mjs';
import { findings } from '../support/axe';
import { openDesk, type Desk, type Screen } from '../support/page';
import { startResiduum, type Residuum } from '../support/residuum';

const MARA = 'Mara Lindqvist';

let desk: Desk;
let mara: Screen;
beforeAll(async () => {
	let link = '';
	const residuum = await startResiduum({ RESIDUUM_NAMES: 'casebook.example' }, (settings) => {
		link = addPerson(settings, MARA, 'supervisor');
	});
	await welcome(residuum.address, link);
	// A passkey is good at a name, never at a number.
	const address = residuum.address.replace('127.0.0.1', 'localhost');
	desk = await openDesk({ ...residuum, address } satisfies Residuum);
	mara = await desk.open('/second-factor');
	const devices = await mara.page.createCDPSession();
	await devices.send('WebAuthn.enable');
	await devices.send('WebAuthn.addVirtualAuthenticator', {
		options: {
			protocol: 'ctap2',
			transport: 'internal',
			hasResidentKey: true,
			hasUserVerification: true,
			isUserVerified: true
		}
	});
}, 240_000);
afterEach(() => desk.checked());
afterAll(() => desk.close());

async function comesIn(): Promise<void> {
	await mara.page.waitForSelector('input[name=username]');
	await mara.page.type('input[name=username]', MARA);
	await mara.page.type('input[name=password]', PASSWORD);
	await mara.press('Enter');
}

async function leaves(): Promise<void> {
	await mara.click(`[aria-label="${MARA}, signed in"]`);
	await mara.clickText('[role=dialog] button', 'Sign out');
	await expect.poll(() => mara.path()).toBe('/sign-in');
}

async function typesPassword(): Promise<void> {
	await mara.page.waitForSelector('input[type=password]');
	await mara.page.type('input[type=password]', PASSWORD);
	await mara.press('Enter');
}

let secret = '';
let codes: readonly string[] = [];

it('takes an app: its secret as a picture and in letters, and codes that are shown once', async () => {
	await comesIn();
	await mara.see('main', 'You sign in with your password alone.');
	expect(await findings(mara)).toEqual([]);
	await mara.clickText('button', 'Set up an app');
	await typesPassword();
	await mara.page.waitForSelector('img[alt^="QR code"]');
	expect(await findings(mara)).toEqual([]);
	secret = ((await mara.texts('.secret'))[0] ?? '').replaceAll(' ', '');
	const app = new TOTP({ secret: Secret.fromBase32(secret) });
	await mara.page.type('main form input', app.generate({ timestamp: Date.now() - 30_000 }));
	await mara.press('Enter');
	await mara.see('h2', 'Your recovery codes');
	codes = await mara.texts('.codes code');
	expect(codes).toHaveLength(10);
	expect(await findings(mara)).toEqual([]);
	await mara.clickText('button', 'I have kept them');
	await mara.see('main', 'a code from an app');
});

it('is asked for after the password, and takes a code of the app or one of those that were kept', async () => {
	await leaves();
	await comesIn();
	await mara.page.waitForSelector('input[autocomplete=one-time-code]');
	expect(await findings(mara)).toEqual([]);
	await mara.page.type('input[autocomplete=one-time-code]', 'AAAA-BBBB-CCCC-DDDD');
	await mara.press('Enter');
	await mara.see('form [role=alert]', 'This code is not right');
	await mara.page.type('input[autocomplete=one-time-code]', codes[0] ?? '');
	await mara.press('Enter');
	await expect.poll(() => mara.path()).toBe('/');
	desk.checked('status of 422');
	await leaves();
	await comesIn();
	await mara.page.waitForSelector('input[autocomplete=one-time-code]');
	await mara.page.type(
		'input[autocomplete=one-time-code]',
		new TOTP({ secret: Secret.fromBase32(secret) }).generate()
	);
	await mara.press('Enter');
	await expect.poll(() => mara.path()).toBe('/');
});

it('takes a passkey, and signs in with it', async () => {
	await mara.goto('/second-factor');
	await mara.clickText('button', 'Add a passkey');
	await mara.page.waitForSelector('main form input');
	await mara.page.type('main form input', 'This laptop');
	await typesPassword();
	await mara.see('.ways', 'Passkey “This laptop”');
	await leaves();
	await comesIn();
	await mara.clickText('button', 'Use a passkey');
	await expect.poll(() => mara.path()).toBe('/');
	await mara.goto('/second-factor');
	await mara.see('.ways', 'last used');
	await mara.click('[aria-label="Remove passkey This laptop"]');
	await typesPassword();
	await mara.see('main', 'a code from an app');
	expect((await mara.texts('.ways')).join('')).not.toContain('This laptop');
});
