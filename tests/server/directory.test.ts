/** Coming in by the agency's directory: who is let in, with which role, for how long; and who is not, whatever they bring. */
import { createSecretKey } from 'node:crypto';
import { SignJWT, decodeJwt } from 'jose';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { startDirectory } from '../../standins/directory/server.mjs';
import { command, PASSWORD, signIn } from '../../scripts/accounts.mjs';
import { queryOnce } from '../../scripts/postgres.mjs';
import { roleBy } from '../../src/lib/server/people/directory/who';
import type { DirectoryPolicy } from '../../src/lib/document/directory';
import {
	challengeOf,
	newKey,
	now,
	startHostileDirectory,
	unsigned,
	type HostileDirectory
} from '../support/hostile-directory';
import { startResiduum, TESTER, type Residuum } from '../support/residuum';
import { Traveller, type Stop } from '../support/traveller';

const rows = (residuum: Residuum, sql: string) =>
	queryOnce(residuum.settings['DATABASE_URL'] ?? '', sql.replaceAll('{}', 'residuum')) as Promise<
		Record<string, unknown>[]
	>;

/** Whether somebody is signed in, and as whom. */
async function whoIs(residuum: Residuum, traveller: Traveller): Promise<string | null> {
	const { status, body } = await traveller.ask(`${residuum.address}/api/session`);
	return status === 200
		? (JSON.parse(body) as { person: { name: string; role: string } }).person.name
		: null;
}

const OPEN: DirectoryPolicy = {
	makesNewcomers: true,
	passwords: true,
	emergency: null,
	rules: [
		{ claim: 'groups', value: 'leads', role: 'supervisor' },
		{ claim: 'groups', value: 'counseling', role: 'counselor' },
		{ claim: 'groups', value: 'audit', role: 'reader' }
	]
};

describe('a rule', () => {
	it('holds where the directory says just that, alone or among others, however deep', () => {
		const said = {
			sub: 'ivo',
			groups: ['audit', 'counseling'],
			level: 3,
			'dotted.name': 'flat',
			realm: { roles: ['desk'], isStaff: true }
		};
		const by = (claim: string, value: string) =>
			roleBy([{ claim, value, role: 'reader' }], said) === 'reader';
		expect(by('groups', 'counseling')).toBe(true);
		expect(by('groups', 'counsel')).toBe(false);
		expect(by('level', '3')).toBe(true);
		expect(by('dotted.name', 'flat')).toBe(true);
		expect(by('realm.roles', 'desk')).toBe(true);
		expect(by('realm.isStaff', 'true')).toBe(true);
		expect(by('realm', '[object Object]')).toBe(false);
		expect(by('constructor.name', 'Object')).toBe(false);
		expect(by('nothing', 'undefined')).toBe(false);
	});
});

describe('the directory', () => {
	let residuum: Residuum;
	let directory: Awaited<ReturnType<typeof startDirectory>>;

	beforeAll(async () => {
		directory = await startDirectory({ program: () => residuum.address });
		residuum = await startResiduum({
			RESIDUUM_DIRECTORY: directory.address,
			RESIDUUM_DIRECTORY_SECRET: directory.secret,
			// Asked again after a second and a half.
			RESIDUUM_DIRECTORY_RENEW: '0.025'
		});
	});
	afterAll(async () => {
		await residuum.remove();
		await directory.stop();
	});
	beforeEach(() => tell({ is: 'well' }));

	const tell = (told: object) =>
		fetch(`${directory.address}/told`, { method: 'POST', body: JSON.stringify(told) });
	const set = (policy: Partial<DirectoryPolicy>) =>
		residuum.request('PUT', '/api/directory', { ...OPEN, ...policy });
	const idOf = (name: string) =>
		directory.people.find((person) => person.name === name)?.id ?? 'nobody';
	/** When the directory last said that somebody is there; null: it has said that they aren't. */
	const seenOf = async (name: string) => {
		const [row] = await rows(
			residuum,
			`select directory_seen_at as seen from account where name = '${name}'`
		);
		return row?.['seen'];
	};
	const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

	/** Signs in as somebody of the directory. */
	async function comesIn(name: string, traveller = new Traveller()): Promise<[Traveller, Stop]> {
		const asked = await traveller.go(`${residuum.address}/sign-in/directory?to=/guide`);
		// Who is signed in there is not asked again.
		if (!asked.url.pathname.startsWith('/choose/')) return [traveller, asked];
		const stop = await traveller.go(asked.url, {
			method: 'POST',
			body: new URLSearchParams({ person: idOf(name) })
		});
		return [traveller, stop];
	}

	it('lets in who is known by their name there, and leads on to where they wanted to go', async () => {
		const { settings } = residuum;
		const add = ['accounts', 'add', 'Senna O.', '--role', 'reader', '--directory'] as const;
		expect(command(settings, ...add).refused).toContain('A name in the directory is needed');
		expect(command(settings, ...add, 'Senna.Okafor').said).toBe('Done: Senna O., reader.');
		await set({ makesNewcomers: false, rules: [] });
		const [senna, arrived] = await comesIn('Senna Okafor');
		expect([arrived.url.pathname, arrived.status]).toEqual(['/guide', 200]);
		expect(await whoIs(residuum, senna)).toBe('Senna O.');
		// And nobody else.
		const [ivo, refused] = await comesIn('Ivo Brandt');
		expect(refused.url.search).toBe('?directory=unknown');
		expect(refused.body).toContain('you have no account here');
		expect(await whoIs(residuum, ivo)).toBeNull();
		// From then on it is who they are that counts, not what they are called.
		await rows(
			residuum,
			`update {}.account set directory_name = 'ivo.brandt' where name = 'Senna O.'`
		);
		const [other] = await comesIn('Ivo Brandt');
		expect(await whoIs(residuum, other)).toBeNull();
	});

	it('may be where somebody comes in who was here before, with their cases', async () => {
		const { body } = await residuum.request('POST', '/api/people', {
			name: 'Mara from before',
			role: 'counselor'
		});
		const { account, secret: token } = body as { account: { id: string }; secret: string };
		await residuum.request('POST', '/api/welcome', { token, password: PASSWORD });
		const before = await signIn(residuum.address, 'Mara from before');
		const known = (name: string) =>
			residuum.request('POST', `/api/people/${account.id}`, { what: 'directory', name });
		// Hers is another one’s already.
		expect((await known('ivo.BRANDT')).status).toBe(422);
		expect((await known('Mara.Lindqvist')).status).toBe(200);
		const { status } = await fetch(`${residuum.address}/api/session`, {
			headers: { cookie: before }
		});
		expect(status).toBe(401);
		const [mara] = await comesIn('Mara Lindqvist');
		expect(await whoIs(residuum, mara)).toBe('Mara from before');
		const { said } = command(residuum.settings, 'accounts', 'directory', 'Mara from before');
		expect(said).toBe('Done: Mara from before, counselor.');
		expect(await whoIs(residuum, mara)).toBeNull();
		const [, refused] = await comesIn('Mara Lindqvist', new Traveller());
		expect(refused.url.search).toBe('?directory=unknown');
	});

	it('makes accounts of those to whom a rule gives a role, and changes the role with them', async () => {
		await set({});
		const [ivo] = await comesIn('Ivo Brandt');
		expect(await whoIs(residuum, ivo)).toBe('Ivo Brandt');
		const roleOf = async () =>
			(await rows(residuum, `select role from {}.account where name = 'Ivo Brandt'`))[0]?.['role'];
		expect(await roleOf()).toBe('counselor');
		const [tala, refused] = await comesIn('Tala Fjord');
		expect(refused.url.search).toBe('?directory=no-role');
		expect(await whoIs(residuum, tala)).toBeNull();
		// While somebody is at work, too.
		await tell({ person: idOf('Ivo Brandt'), groups: ['audit'] });
		await pause(1_600);
		expect(await whoIs(residuum, ivo)).toBe('Ivo Brandt');
		expect(await roleOf()).toBe('reader');
		await tell({ person: idOf('Ivo Brandt'), groups: ['counseling'] });
	});

	it('gives somebody another name where it is taken, and never somebody else’s account', async () => {
		await rows(
			residuum,
			`insert into {}.account (id, name, folded, role, made_at)
			values (gen_random_uuid(), 'Pell Audit', 'pell audit', 'supervisor', now())`
		);
		const [pell] = await comesIn('Pell Audit');
		expect(await whoIs(residuum, pell)).toBe('Pell Audit (pell.audit)');
	});

	it('ends the session of who has left it within the minutes that are set', async () => {
		const [ivo] = await comesIn('Ivo Brandt');
		await tell({ person: idOf('Ivo Brandt'), is: 'gone' });
		await pause(1_600);
		expect(await whoIs(residuum, ivo)).toBeNull();
		// No program is let in on their behalf, either.
		expect(await seenOf('Ivo Brandt')).toBeNull();
		const [, refused] = await comesIn('Ivo Brandt', new Traveller());
		expect(refused.url.search).toBe('?directory=denied');
		await tell({ person: idOf('Ivo Brandt'), is: 'there' });
		await comesIn('Ivo Brandt', new Traveller());
		expect(await seenOf('Ivo Brandt')).not.toBeNull();
	});

	it('ends nobody’s session because it does not answer, and says so to who wants to come in', async () => {
		const [ivo] = await comesIn('Ivo Brandt');
		await tell({ is: 'failing' });
		await pause(1_600);
		expect(await whoIs(residuum, ivo)).toBe('Ivo Brandt');
		const refused = await new Traveller().go(`${residuum.address}/sign-in/directory`);
		expect(refused.url.search).toBe('?directory=away');
		expect(refused.body).toContain('is not responding');
		expect(await seenOf('Ivo Brandt')).not.toBeNull();
		await tell({ is: 'well' });
		await pause(1_600);
		expect(await whoIs(residuum, ivo)).toBe('Ivo Brandt');
	});

	it('may sign with other keys from one minute to the next', async () => {
		await comesIn('Ivo Brandt');
		await tell({ keys: 'new' });
		const [ivo] = await comesIn('Ivo Brandt');
		expect(await whoIs(residuum, ivo)).toBe('Ivo Brandt');
	});

	it('is signed out of with the program, and ends what it says that it has ended', async () => {
		const [ivo] = await comesIn('Ivo Brandt');
		const { address } = residuum;
		const headers = { origin: address, 'content-type': 'application/json' };
		const { body } = await ivo.ask(`${address}/api/session`, { method: 'DELETE', headers });
		const { to } = JSON.parse(body) as { to: string };
		expect(new URL(to).origin).toBe(directory.address);
		expect(new URL(to).searchParams.get('post_logout_redirect_uri')).toBe(`${address}/sign-in`);
		expect(await whoIs(residuum, ivo)).toBeNull();
		// The other way around.
		const [again] = await comesIn('Ivo Brandt', new Traveller());
		const [senna] = await comesIn('Senna Okafor', new Traveller());
		await tell({ person: idOf('Ivo Brandt'), ends: true });
		expect(await whoIs(residuum, again)).toBeNull();
		expect(await whoIs(residuum, senna)).toBe('Senna O.');
		// By a page of the directory, which knows the session’s name.
		const [{ sid = '' } = {}] = (await rows(
			residuum,
			`select sid from {}.directory_session join {}.session using (token)
			where subject like '%${idOf('Senna Okafor')}' order by began_at desc limit 1`
		)) as { sid?: string }[];
		expect(sid).toMatch(/.{10}/);
		const ended = (query: Record<string, string>) =>
			fetch(`${address}/sign-in/directory/signed-out?${new URLSearchParams(query).toString()}`);
		await ended({ iss: 'https://elsewhere.example', sid });
		await ended({ iss: directory.address, sid: '' });
		expect((await ended({ iss: directory.address, sid: '\0' })).status).toBe(204);
		expect(await whoIs(residuum, senna)).toBe('Senna O.');
		await ended({ iss: directory.address, sid });
		expect(await whoIs(residuum, senna)).toBeNull();
	});

	it('tells sign-outs that nobody else can: each once, for this program, signed by a key of today', async () => {
		const [ivo] = await comesIn('Ivo Brandt', new Traveller());
		const sub = idOf('Ivo Brandt');
		const told = async (token: string) => {
			const { status } = await fetch(`${residuum.address}/sign-in/directory/signed-out`, {
				method: 'POST',
				body: new URLSearchParams({ logout_token: token })
			});
			// Who tries too often has to wait, and that is not what is tried here.
			await rows(residuum, 'delete from {}.sign_in_failure');
			return status;
		};
		const of = (more: Record<string, unknown>) => directory.logoutToken({ sub, ...more });
		const good = await of({});
		const said = decodeJwt(good);
		const stale = newKey();
		const bad: Record<string, string> = {
			nothing: '',
			nonsense: 'a.b.c',
			'for another program': await of({ aud: 'another' }),
			'by another issuer': await of({ iss: 'https://elsewhere.example' }),
			old: await of({ iat: now() - 3_600 }),
			'with a nonce': await of({ nonce: 'abc' }),
			'about nothing that happened': await of({ events: {} }),
			'about nobody': await of({ sub: undefined }),
			'without a number': await of({ jti: undefined }),
			unsigned: unsigned({ ...said }),
			'signed with the secret': await new SignJWT({ ...said })
				.setProtectedHeader({ alg: 'HS256' })
				.sign(createSecretKey(Buffer.from(directory.secret))),
			'signed with another key': await new SignJWT({ ...said })
				.setProtectedHeader({ alg: 'RS256', kid: stale.kid })
				.sign(stale.privateKey)
		};
		const statuses: Record<string, number> = {};
		for (const [what, token] of Object.entries(bad)) statuses[what] = await told(token);
		expect(statuses).toEqual(Object.fromEntries(Object.keys(bad).map((what) => [what, 400])));
		expect(await whoIs(residuum, ivo)).toBe('Ivo Brandt');
		expect(await told(good)).toBe(200);
		expect(await whoIs(residuum, ivo)).toBeNull();
		expect(await told(good)).toBe(400);
	});

	it('may be the only door: no password opens but that of the account for emergencies', async () => {
		const [{ id = '' } = {}] = (await rows(
			residuum,
			`select id from {}.account where name = '${TESTER}'`
		)) as { id?: string }[];
		expect((await set({ passwords: false })).status).toBe(422);
		const { body } = await residuum.request('POST', '/api/people', {
			name: 'Mara Password',
			role: 'supervisor'
		});
		const { account, secret: token } = body as { account: { id: string }; secret: string };
		await residuum.request('POST', '/api/welcome', { token, password: PASSWORD });
		const before = await signIn(residuum.address, 'Mara Password');
		expect((await set({ passwords: false, emergency: id })).status).toBe(204);
		const status = (cookie: string) =>
			fetch(`${residuum.address}/api/session`, { headers: { cookie } }).then((it) => it.status);
		expect(await status(before)).toBe(401);
		await expect(signIn(residuum.address, 'Mara Password')).rejects.toThrow('422');
		expect(await status(await signIn(residuum.address, TESTER))).toBe(200);
		// It is not taken away by accident.
		const lost = await residuum.request('POST', `/api/people/${id}`, { what: 'lock' });
		expect([lost.status, JSON.stringify(lost.body)]).toEqual([
			422,
			expect.stringContaining('the account for emergencies')
		]);
		await residuum.request('POST', `/api/people/${account.id}`, { what: 'lock' });
		const [ivo] = await comesIn('Ivo Brandt', new Traveller());
		expect(await whoIs(residuum, ivo)).toBe('Ivo Brandt');
		const page = await new Traveller().ask(`${residuum.address}/sign-in`);
		expect(page.body).toContain('In an emergency, with a password');
		expect((await set({})).status).toBe(204);
		const { body: trail } = await residuum.request('GET', '/audit-trail');
		expect(trail).toContain('no passwords; newcomers are added; groups leads: supervisor');
	});

	it('is set by whom could give all of its roles themselves, and never to a role that is not there', async () => {
		const rule = { claim: 'groups', value: 'x', role: 'captain' };
		expect((await set({ rules: [rule] })).status).toBe(422);
		expect((await set({ rules: [{ ...rule, claim: '' }] })).status).toBe(422);
		expect((await set({ rules: Array<typeof rule>(41).fill(rule) })).status).toBe(422);
		const [ivo] = await comesIn('Ivo Brandt', new Traveller());
		const { status } = await ivo.ask(`${residuum.address}/api/directory`, {
			method: 'PUT',
			headers: { origin: residuum.address, 'content-type': 'application/json' },
			body: JSON.stringify(OPEN)
		});
		expect(status).toBe(403);
	});

	it('leaves nothing in the database that opens anything', async () => {
		const [ivo] = await comesIn('Ivo Brandt', new Traveller());
		const kept = await rows(
			residuum,
			`select encode(sealed, 'escape') as sealed from {}.directory_session`
		);
		expect(kept.length).toBeGreaterThan(0);
		for (const { sealed } of kept) expect(sealed).not.toMatch(/refresh|idToken|Brandt/i);
		expect(await whoIs(residuum, ivo)).toBe('Ivo Brandt');
	});
});

describe('what comes back from the directory', () => {
	let residuum: Residuum;
	let directory: HostileDirectory;

	beforeAll(async () => {
		directory = await startHostileDirectory();
		residuum = await startResiduum({
			RESIDUUM_DIRECTORY: directory.address,
			RESIDUUM_DIRECTORY_SECRET: directory.secret
		});
		command(
			residuum.settings,
			'accounts',
			'add',
			'Ivo',
			'--role',
			'reader',
			'--directory',
			'ivo.brandt'
		);
	});
	afterAll(async () => {
		await residuum.remove();
		directory.stop();
	});
	beforeEach(() => {
		directory.keys = [newKey()];
		directory.userinfo = { sub: 'ivo' };
	});

	interface Journey {
		readonly traveller: Traveller;
		readonly nonce: string;
		readonly back: URL;
		readonly challenge: string;
	}

	/** Goes to the directory, and is about to come back. */
	async function sets(traveller = new Traveller()): Promise<Journey> {
		const { next } = await traveller.ask(`${residuum.address}/sign-in/directory`);
		const asked = next?.searchParams ?? new URLSearchParams();
		const back = new URL(asked.get('redirect_uri') ?? '');
		back.search = new URLSearchParams({
			code: 'a-code',
			state: asked.get('state') ?? '',
			iss: directory.address
		}).toString();
		return {
			traveller,
			nonce: asked.get('nonce') ?? '',
			back,
			challenge: asked.get('code_challenge') ?? ''
		};
	}

	/** How it ends: who is in, or why nobody is. */
	async function ends({ traveller, back }: Journey): Promise<string> {
		const { url } = await traveller.go(back);
		return (await whoIs(residuum, traveller)) ?? url.search;
	}

	it('is believed where all of it is as it should be', async () => {
		const journey = await sets();
		directory.idToken = await directory.signed({ nonce: journey.nonce });
		expect(await ends(journey)).toBe('Ivo');
		const verifier = directory.asked.at(-1)?.get('code_verifier') ?? '';
		expect(challengeOf(verifier)).toBe(journey.challenge);
		expect(verifier.length).toBeGreaterThanOrEqual(43);
		// A clock that is a little off is none of anybody’s fault.
		for (const off of [-40, 40]) {
			const other = await sets();
			const times = { iat: now() + off, exp: now() + off + 20, nonce: other.nonce };
			directory.idToken = await directory.signed(times);
			expect([off, await ends(other)]).toEqual([off, 'Ivo']);
		}
	});

	it('is good once, and in the browser that it was begun in', async () => {
		const journey = await sets();
		directory.idToken = await directory.signed({ nonce: journey.nonce });
		const thief = { ...journey, traveller: new Traveller() };
		expect(await ends(thief)).toBe('?directory=stale');
		expect(await ends(await sets(thief.traveller))).not.toBe('Ivo');
		const other = await sets();
		directory.idToken = await directory.signed({ nonce: other.nonce });
		const cookies = new Map(other.traveller.cookies.get(new URL(residuum.address).host));
		expect(await ends(other)).toBe('Ivo');
		const replayed = new Traveller();
		replayed.cookies.set(new URL(residuum.address).host, cookies);
		expect(await ends({ ...other, traveller: replayed })).toBe('?directory=stale');
	});

	const INVALID = '?directory=invalid';
	it.each<[string, (journey: Journey) => Promise<string | null> | string | null]>([
		['for another program', ({ nonce }) => directory.signed({ nonce, aud: 'another' })],
		[
			'for several programs, of which it is not the one',
			({ nonce }) => directory.signed({ nonce, aud: ['residuum', 'x'], azp: 'x' })
		],
		[
			'by another issuer',
			({ nonce }) => directory.signed({ nonce, iss: 'https://elsewhere.example' })
		],
		['for another journey', () => directory.signed({ nonce: 'another' })],
		['for no journey', () => directory.signed()],
		[
			'that has expired',
			({ nonce }) => directory.signed({ nonce, iat: now() - 600, exp: now() - 300 })
		],
		['about nobody', ({ nonce }) => directory.signed({ nonce, sub: undefined })],
		['by a key that was taken back', ({ nonce }) => directory.signed({ nonce }, newKey())],
		[
			'that nobody has signed',
			({ nonce }) =>
				unsigned({
					iss: directory.address,
					aud: 'residuum',
					sub: 'ivo',
					nonce,
					iat: now(),
					exp: now() + 300
				})
		],
		[
			'that is signed with the secret',
			({ nonce }) =>
				new SignJWT({
					sub: 'ivo',
					nonce,
					iss: directory.address,
					aud: 'residuum',
					iat: now(),
					exp: now() + 300
				})
					.setProtectedHeader({ alg: 'HS256' })
					.sign(createSecretKey(Buffer.from(directory.secret)))
		],
		['that is missing', () => null]
	])('lets nobody in with a token %s', async (_, token) => {
		const journey = await sets();
		directory.idToken = await token(journey);
		expect(await ends(journey)).toBe(INVALID);
	});

	it('lets nobody in where the answer is of another directory, or more is said of somebody else', async () => {
		const journey = await sets();
		directory.idToken = await directory.signed({ nonce: journey.nonce });
		journey.back.searchParams.set('iss', 'https://elsewhere.example');
		expect(await ends(journey)).toBe(INVALID);
		const other = await sets();
		directory.idToken = await directory.signed({ nonce: other.nonce });
		directory.userinfo = { sub: 'mara', preferred_username: 'mara.lindqvist' };
		expect(await ends(other)).toBe(INVALID);
		const turned = await sets();
		turned.back.searchParams.delete('code');
		turned.back.searchParams.set('error', 'access_denied');
		expect(await ends(turned)).toBe('?directory=denied');
	});

	it('leads nobody elsewhere', async () => {
		for (const to of [
			'https://elsewhere.example/',
			'//elsewhere.example',
			'/\\elsewhere.example',
			'/\t/elsewhere.example',
			'/.//elsewhere.example'
		]) {
			const traveller = new Traveller();
			const query = new URLSearchParams({ to }).toString();
			const { next } = await traveller.ask(`${residuum.address}/sign-in/directory?${query}`);
			const asked = next?.searchParams ?? new URLSearchParams();
			directory.idToken = await directory.signed({ nonce: asked.get('nonce') ?? '' });
			const back = new URL(asked.get('redirect_uri') ?? '');
			back.search = new URLSearchParams({
				code: 'a',
				state: asked.get('state') ?? '',
				iss: directory.address
			}).toString();
			const arrived = await traveller.ask(back);
			expect([to, arrived.next?.href]).toEqual([to, `${residuum.address}/`]);
		}
	});
});
