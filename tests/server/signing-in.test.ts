/** Sessions: how they begin, what they are worth, and how they end. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PASSWORD, signIn } from '../../scripts/accounts.mjs';
import { queryOnce } from '../../scripts/postgres.mjs';
import { card } from '../support/debts';
import { ask, makeCase, startResiduum, type Residuum } from '../support/residuum';
import { staffOf } from '../support/staff';

let residuum: Residuum;
const { cookies, letIn, as } = staffOf(() => residuum);

const IVO = 'Ivo Brandt';
const SENNA = 'Senna Okafor';

beforeAll(async () => {
	residuum = await startResiduum();
	await letIn(IVO, 'counselor');
	await letIn(SENNA, 'counselor');
});
afterAll(() => residuum.remove());

describe('signing in', () => {
	const session = (name: string, password: string, more: Record<string, string> = {}) =>
		ask(
			residuum.address,
			{ origin: residuum.address, 'content-type': 'application/json', ...more },
			'POST',
			'/api/session',
			{ name, password }
		);

	it('never says which of the two was wrong, and slows down by name', async () => {
		const answers = [];
		for (const name of [SENNA, 'Nobody Here']) {
			for (let tries = 0; tries < 5; tries += 1)
				answers.push(await session(name, 'not the password'));
			// The address has been counted too.
			if (name === SENNA)
				await queryOnce(residuum.settings['DATABASE_URL'] ?? '', 'delete from sign_in_failure');
		}
		const said = answers.map(({ status, body }) => [
			status,
			(body as { detail: string }).detail.replace(/\d+ seconds/, 'N seconds')
		]);
		expect(said.slice(0, 5)).toEqual(said.slice(5));
		expect(said[0]?.[0]).toBe(422);
		expect(said[4]).toEqual([429, 'Too many attempts. Try again in N seconds.']);
		// Not even with the right one.
		expect((await session('Nobody Here', PASSWORD)).status).toBe(429);
		await queryOnce(residuum.settings['DATABASE_URL'] ?? '', 'delete from sign_in_failure');
		expect((await session('  senna  OKAFOR ', PASSWORD)).status).toBe(200);
	});

	it('brings the language along that somebody has chosen, wherever that was', async () => {
		const chosen = await as(SENNA, 'PUT', '/api/language', { language: 'es' });
		expect(chosen.status).toBe(204);
		const signedIn = await fetch(`${residuum.address}/api/session`, {
			method: 'POST',
			headers: { origin: residuum.address, 'content-type': 'application/json' },
			body: JSON.stringify({ name: SENNA, password: PASSWORD })
		});
		expect(signedIn.headers.get('set-cookie')).toContain('residuum-language=es; ');
		// Whoever chose none has that of the browser.
		const other = await fetch(`${residuum.address}/api/session`, {
			method: 'POST',
			headers: { origin: residuum.address, 'content-type': 'application/json' },
			body: JSON.stringify({ name: IVO, password: PASSWORD })
		});
		expect(other.headers.get('set-cookie')).not.toContain('residuum-language');
		expect((await as(SENNA, 'PUT', '/api/language', { language: 'xx' })).status).toBe(422);
	});

	it('is answered in the language of whoever asks, however many ask at once', async () => {
		const languages = [
			'es',
			'en',
			'es-MX,es;q=0.9',
			'fr, es;q=0.2',
			'de',
			'en;q=0.3,es;q=0.8',
			'es;q=0'
		];
		const said = await Promise.all(
			Array.from({ length: 21 }, async (_, at) => {
				const page = await fetch(`${residuum.address}/sign-in`, {
					headers: { 'accept-language': languages[at % languages.length] ?? '' }
				});
				const html = await page.text();
				return `${/<html lang="(\w+)"/.exec(html)?.[1]} ${html.includes('Iniciar sesión') ? 'es' : 'en'}`;
			})
		);
		const wanted = ['es es', 'en en', 'es es', 'es es', 'en en', 'es es', 'en en'];
		expect(said).toEqual(Array.from({ length: 21 }, (_, at) => wanted[at % wanted.length]));
	});

	it('slows down by address whatever the name', async () => {
		const statuses = [];
		for (let tries = 0; tries < 13; tries += 1)
			statuses.push((await session(`Somebody ${tries}`, 'not the password')).status);
		expect(statuses).toContain(429);
		await queryOnce(residuum.settings['DATABASE_URL'] ?? '', 'delete from sign_in_failure');
	});

	it('counts attempts before they are judged: of many at once few are, and a name is not shut out elsewhere', async () => {
		const began = performance.now();
		const statuses = await Promise.all(
			Array.from({ length: 120 }, async () => (await session(SENNA, 'not the password')).status)
		);
		const judged = statuses.filter((status) => status === 422).length;
		expect(judged).toBeGreaterThan(0);
		expect(judged).toBeLessThanOrEqual(5);
		expect(statuses.filter((status) => status === 429)).toHaveLength(120 - judged);
		expect(performance.now() - began).toBeLessThan(20_000);
		// The right name and password of somebody else at the address is as good as ever, and leaves no failure behind.
		const countedHere = async () => {
			const [row] = await queryOnce<{ most: number }>(
				residuum.settings['DATABASE_URL'] ?? '',
				'select max(failures) as most from sign_in_failure'
			);
			return row?.most;
		};
		const before = await countedHere();
		expect((await session(IVO, PASSWORD)).status).toBe(200);
		expect(await countedHere()).toBe(before);
		await queryOnce(residuum.settings['DATABASE_URL'] ?? '', 'delete from sign_in_failure');
	});

	it('begins a session of its own: none that a stranger put into the browser is taken on', async () => {
		const planted = `residuum-session=${'A'.repeat(43)}`;
		const response = await fetch(`${residuum.address}/api/session`, {
			method: 'POST',
			headers: { origin: residuum.address, 'content-type': 'application/json', cookie: planted },
			body: JSON.stringify({ name: IVO, password: PASSWORD })
		});
		const cookie = response.headers.get('set-cookie') ?? '';
		expect(cookie).toMatch(/^residuum-session=[\w-]{43}; Path=\/; HttpOnly; SameSite=Strict$/);
		expect(cookie).not.toContain(planted);
		cookies.set('planted', planted);
		expect((await as('planted', 'GET', '/')).status).toBe(303);
		// What the database keeps opens nothing.
		const kept = await queryOnce(
			residuum.settings['DATABASE_URL'] ?? '',
			`select encode(token, 'hex') as token from session`
		);
		expect(JSON.stringify(kept)).not.toContain(cookie.slice(17, 60));
	});

	it('ends when somebody signs out, in every tab, and what was stolen is worth nothing', async () => {
		cookies.set('tab', await signIn(residuum.address, IVO));
		const other = await signIn(residuum.address, IVO);
		expect((await as('tab', 'GET', '/')).status).toBe(200);
		expect((await as('tab', 'DELETE', '/api/session')).status).toBe(204);
		expect((await as('tab', 'GET', '/')).location).toBe('/sign-in?to=%2F');
		expect((await as('tab', 'POST', '/api/v1/cases', {})).status).toBe(401);
		cookies.set('other', other);
		expect((await as('other', 'GET', '/')).status).toBe(200);
	});

	it('ends after nothing was done for a while, whatever the page asks by itself', async () => {
		const quick = await startResiduum({ RESIDUUM_IDLE: '0.04' });
		const { id } = await makeCase(quick, 'Left alone', [card()]);
		const rest = () => new Promise((resolve) => setTimeout(resolve, 400));
		const until = Date.now() + 3_500;
		while (Date.now() < until) {
			expect((await quick.request('GET', '/')).status).toBe(200);
			await rest();
		}
		let status = 200;
		for (let at = 0; at < 20 && status === 200; at += 1) {
			await rest();
			({ status } = await quick.request('POST', `/api/cases/${id}/here`, { here: true }));
		}
		expect(status).toBe(401);
		await quick.remove();
	});

	it('ends in any case at last', async () => {
		const short = await startResiduum({ RESIDUUM_SESSION: '0.0005' });
		const until = Date.now() + 10_000;
		let status = 200;
		while (status === 200 && Date.now() < until) ({ status } = await short.request('GET', '/'));
		expect(status).toBe(303);
		await short.remove();
	});
});

describe('one’s own password', () => {
	const change = (name: string, password: string, next: string) =>
		as(name, 'PUT', '/api/session', { password, next });
	const NEXT = 'four slow grey herons';

	it('is changed by whoever shows the present one, and ends every other session', async () => {
		cookies.set('elsewhere', await signIn(residuum.address, IVO));
		const refused = [
			[await change(IVO, 'not the password', NEXT), 'The current password is wrong'],
			[await change(IVO, PASSWORD, 'short'), 'it needs 12 at least'],
			[await change(IVO, PASSWORD, `${IVO} again`), 'has the name in it']
		] as const;
		for (const [{ status, body }, why] of refused)
			expect([status, (body as { detail: string }).detail]).toEqual([
				422,
				expect.stringContaining(why)
			]);
		expect((await as('elsewhere', 'GET', '/')).status).toBe(200);
		const response = await fetch(`${residuum.address}/api/session`, {
			method: 'PUT',
			headers: {
				origin: residuum.address,
				'content-type': 'application/json',
				cookie: cookies.get(IVO) ?? ''
			},
			body: JSON.stringify({ password: PASSWORD, next: NEXT })
		});
		expect(response.status).toBe(204);
		for (const before of [IVO, 'elsewhere'])
			expect([before, (await as(before, 'GET', '/')).status]).toEqual([before, 303]);
		cookies.set(IVO, response.headers.get('set-cookie')?.split(';')[0] ?? '');
		expect((await as(IVO, 'GET', '/password')).status).toBe(200);
		await expect(signIn(residuum.address, IVO)).rejects.toThrow('422');
		expect(await signIn(residuum.address, IVO, NEXT)).toContain('residuum-session');
	});

	it('can’t be guessed at in a session that somebody left open', async () => {
		const statuses = [];
		for (let tries = 0; tries < 6; tries += 1)
			statuses.push((await change(SENNA, `guess number ${tries}`, NEXT)).status);
		expect(statuses).toContain(429);
		expect((await change(SENNA, PASSWORD, NEXT)).status).toBe(429);
	});
});
