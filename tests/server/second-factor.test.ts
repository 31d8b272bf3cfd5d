/** Second factors: what is needed beside a password, whatever else is tried, and how it is got back when it is lost. */
import { Secret, TOTP } from 'otpauth';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { command, PASSWORD } from '../../scripts/accounts.mjs';
import { queryOnce } from '../../scripts/postgres.mjs';
import type { NewApp, NextStep } from '../../src/lib/document/second-factor';
import { ask, startResiduum, TESTER, type Residuum } from '../support/residuum';
import { staffOf } from '../support/staff';
import { Traveller } from '../support/traveller';

let residuum: Residuum;
const { cookies, ids, letIn, as } = staffOf(() => residuum);

const IVO = 'Ivo Brandt';
const SENNA = 'Senna Okafor';
const MARA = 'Mara Lindqvist';
const PELL = 'Pell Audit';

beforeAll(async () => {
	residuum = await startResiduum();
	await letIn(IVO, 'counselor');
	await letIn(SENNA, 'counselor');
	await letIn(MARA, 'supervisor');
	await letIn(PELL, 'reader');
	cookies.set(TESTER, residuum.headers['cookie'] ?? '');
});
afterAll(() => residuum.remove());
// What is tried here is more than anybody may try in an hour.
beforeEach(() => sql('delete from residuum.sign_in_failure'));

const sql = (statement: string) => queryOnce(residuum.settings['DATABASE_URL'] ?? '', statement);

/** The code of an app, some intervals from now. */
const codeOf = (secret: string, off = 0): string =>
	new TOTP({ secret: Secret.fromBase32(secret) }).generate({
		timestamp: Date.now() + off * 30_000
	});

/** Six digits that are right in no interval around now. */
const wrongCode = (secret: string): string => {
	const right = [-2, -1, 0, 1, 2].map((off) => codeOf(secret, off));
	return ['000000', '111111', '222222', '333333', '444444', '555555'].find(
		(code) => !right.includes(code)
	) as string;
};

const factor = (name: string, asked: object) => as(name, 'POST', '/api/second-factor', asked);

/** Sets up an app; its secret and the recovery codes. */
async function withApp(name: string): Promise<{ secret: string; codes: readonly string[] }> {
	const begun = await factor(name, { what: 'begin app', password: PASSWORD });
	const { secret } = begun.body as NewApp;
	// The code of the interval before leaves those of now and next for signing in.
	const confirmed = await factor(name, { what: 'confirm app', code: codeOf(secret, -1) });
	return { secret, codes: (confirmed.body as { codes: readonly string[] }).codes };
}

const post = (path: string, body: object) => {
	const { address } = residuum;
	return ask(address, { origin: address, 'content-type': 'application/json' }, 'POST', path, body);
};

/** Gives the password; what comes next. */
async function stepOf(name: string): Promise<NextStep> {
	const { body } = await post('/api/session', { name, password: PASSWORD });
	return (body as { next: NextStep }).next;
}
const bring = async (name: string, kind: string, typed: string) =>
	(await post('/api/session/step', { step: (await stepOf(name)).step, kind, typed })).status;

describe('an app', () => {
	it('is set up with the password, and gives codes that are each good once', async () => {
		const refused = await factor(IVO, { what: 'begin app', password: 'not the password' });
		expect(refused.status).toBe(422);
		const begun = await factor(IVO, { what: 'begin app', password: PASSWORD });
		const { secret, picture } = begun.body as NewApp;
		expect(picture).toMatch(/^<svg /);
		// It is needed only once it has given a code.
		expect((await post('/api/session', { name: IVO, password: PASSWORD })).body).toHaveProperty(
			'person'
		);
		const wrong = await factor(IVO, { what: 'confirm app', code: wrongCode(secret) });
		expect(wrong.status).toBe(422);
		const { body } = await factor(IVO, { what: 'confirm app', code: codeOf(secret, -1) });
		const { codes } = body as { codes: readonly string[] };
		expect(new Set(codes).size).toBe(10);
		for (const one of codes) expect(one).toMatch(/^([A-HJKMNP-Z2-9]{4}-){5}[A-HJKMNP-Z2-9]{4}$/);
		expect((await factor(IVO, { what: 'begin app', password: PASSWORD })).status).toBe(422);

		const next = await stepOf(IVO);
		expect(next.kinds).toEqual(['code', 'recovery']);
		const code = codeOf(secret);
		expect(await bring(IVO, 'code', `${code.slice(0, 3)} ${code.slice(3)}`)).toBe(200);
		// Whoever has looked over a shoulder comes too late.
		expect(await bring(IVO, 'code', code)).toBe(422);
		expect(await bring(IVO, 'code', codeOf(secret, -1))).toBe(422);
		expect(await bring(IVO, 'code', wrongCode(secret))).toBe(422);
		expect(await bring(IVO, 'code', codeOf(secret, 5))).toBe(422);
	});

	it('is nothing that a step lets anybody do without: not a page, not another one’s account, not twice', async () => {
		const { secret } = await withApp(SENNA);
		const traveller = new Traveller();
		const { address } = residuum;
		const init = {
			method: 'POST',
			headers: { origin: address, 'content-type': 'application/json' },
			body: JSON.stringify({ name: SENNA, password: PASSWORD })
		};
		await traveller.ask(`${address}/api/session`, init);
		expect(traveller.cookieOf(address)).toBe('');
		const { step } = await stepOf(SENNA);
		const withStep = await fetch(`${address}/api/session`, {
			headers: { cookie: `residuum-session=${step}` }
		});
		expect(withStep.status).toBe(401);
		// A code of hers opens nobody else's step.
		const theirs = await stepOf(IVO);
		const crossed = { step: theirs.step, kind: 'code', typed: codeOf(secret) };
		expect((await post('/api/session/step', crossed)).status).toBe(422);
		const once = { step, kind: 'code', typed: codeOf(secret) };
		const answers = await Promise.all([
			post('/api/session/step', once),
			post('/api/session/step', once)
		]);
		expect(answers.map(({ status }) => status).sort()).toEqual([200, expect.any(Number)]);
		expect(answers.filter(({ status }) => status === 200)).toHaveLength(1);
		expect((await post('/api/session/step', once)).status).toBe(410);
		await sql('delete from residuum.sign_in_failure');
		const old = await stepOf(SENNA);
		await sql(`update residuum.sign_in_step set began_at = now() - interval '6 minutes'`);
		const late = { step: old.step, kind: 'code', typed: codeOf(secret, 1) };
		expect((await post('/api/session/step', late)).status).toBe(410);
	});

	it('lets nobody guess: each wrong code makes the next one wait', async () => {
		const { step } = await stepOf(SENNA);
		const statuses = [];
		for (let tries = 0; tries < 8; tries += 1)
			statuses.push(
				(await post('/api/session/step', { step, kind: 'code', typed: '123456' })).status
			);
		expect(statuses.slice(0, 3)).toEqual([422, 422, 422]);
		expect(statuses.at(-1)).toBe(429);
		// Recovery codes are counted with them.
		const recovery = { step, kind: 'recovery', typed: 'AAAA-AAAA-AAAA-AAAA-AAAA-AAAA' };
		expect((await post('/api/session/step', recovery)).status).toBe(429);
	});
});

describe('a recovery code', () => {
	it('is good once, however it is typed, and not in the place of another', async () => {
		await factor(IVO, { what: 'remove app', password: PASSWORD });
		const { codes } = await withApp(IVO);
		const [first = '', second = ''] = codes;
		expect(await bring(IVO, 'recovery', first.toLowerCase().replaceAll('-', ' '))).toBe(200);
		expect(await bring(IVO, 'recovery', first)).toBe(422);
		expect(await bring(SENNA, 'recovery', second)).toBe(422);
		const { body } = await factor(IVO, { what: 'new codes', password: PASSWORD });
		const fresh = (body as { codes: readonly string[] }).codes;
		expect(await bring(IVO, 'recovery', second)).toBe(422);
		await sql('delete from residuum.sign_in_failure');
		expect(await bring(IVO, 'recovery', fresh[0] ?? '')).toBe(200);
		const kept = await sql('select code from residuum.recovery_code');
		expect(JSON.stringify(kept)).not.toContain((fresh[1] ?? '').replaceAll('-', ''));
	});

	it('and a passkey that can’t be one are no failure of the program', async () => {
		const gone = { what: 'remove passkey', passkey: '\0', password: PASSWORD };
		expect((await factor(IVO, gone)).status).toBe(422);
		expect(await bring(IVO, 'recovery', '\0')).toBe(422);
	});

	it('goes with the last of what it stands in for', async () => {
		await factor(IVO, { what: 'remove app', password: PASSWORD });
		expect(await stepOf(IVO)).toBeUndefined();
		const left = await sql(
			`select count(*)::int as left from residuum.recovery_code where account_id = '${ids.get(IVO)}'`
		);
		expect(left).toEqual([{ left: 0 }]);
	});
});

describe('a role', () => {
	it('may need one: nothing else is answered until it is set up', async () => {
		const need = (needsSecondFactor: boolean) =>
			as(TESTER, 'PATCH', '/api/roles', { role: 'reader', needsSecondFactor });
		expect((await need(true)).status).toBe(204);
		const met = async () => [
			(await as(PELL, 'GET', '/')).location,
			(await as(PELL, 'GET', '/api/casebook')).status,
			(await as(PELL, 'GET', '/second-factor')).status,
			(await as(PELL, 'GET', '/api/session')).status
		];
		expect(await met()).toEqual(['/second-factor', 403, 200, 200]);
		await withApp(PELL);
		expect(await met()).toEqual([null, 200, 200, 200]);
		await factor(PELL, { what: 'remove app', password: PASSWORD });
		expect((await met())[1]).toBe(403);
		expect((await need(false)).status).toBe(204);
		expect((await met())[1]).toBe(200);
		const others = { role: 'reader', needsSecondFactor: false };
		expect((await as(IVO, 'PATCH', '/api/roles', others)).status).toBe(403);
	});
});

describe('what is lost', () => {
	const reset = (who: string, whose: string) =>
		as(who, 'POST', `/api/people/${ids.get(whose)}`, { what: 'reset' });

	it('is reset by two who manage people, and by neither alone', async () => {
		await withApp(PELL);
		expect((await reset(TESTER, PELL)).body).toEqual({ reset: 'asked' });
		expect((await reset(TESTER, PELL)).body).toEqual({ reset: 'asked' });
		expect((await stepOf(PELL)).kinds).toContain('code');
		expect((await as(TESTER, 'GET', '/people')).body).toContain('reset asked by');
		expect((await reset(IVO, PELL)).status).toBe(403);
		expect((await reset(MARA, PELL)).body).toEqual({ reset: 'done' });
		expect(await stepOf(PELL)).toBeUndefined();
		// And they are out wherever they were in.
		expect((await as(PELL, 'GET', '/api/session')).status).toBe(401);
		expect((await as(TESTER, 'GET', '/audit-trail')).body).toContain('reset a second factor');
	});

	it('is never reset by whose it is, nor by who may do less, nor by what was asked for long ago', async () => {
		expect((await reset(MARA, MARA)).status).toBe(422);
		await residuum.request('PUT', '/api/roles', { role: 'Front desk', may: ['people'] });
		await letIn('Odo Falk', 'Front desk');
		expect((await reset('Odo Falk', MARA)).status).toBe(422);
		await reset(TESTER, SENNA);
		await sql(`update residuum.factor_reset set asked_at = now() - interval '25 hours'`);
		expect((await reset(MARA, SENNA)).body).toEqual({ reset: 'asked' });
		// Where there is only one, by whoever has the machine.
		const { said } = command(residuum.settings, 'accounts', 'reset', SENNA);
		expect(said).toBe(`Done: ${SENNA} signs in with the password alone.`);
		expect(await stepOf(SENNA)).toBeUndefined();
	});
});
