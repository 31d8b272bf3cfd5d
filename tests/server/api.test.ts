import { UNANSWERED } from '../../src/lib/document/change';
import type { Operation } from 'fast-json-patch';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { LIMITS } from '../../src/lib/core/quantities/limits';
import type { CaseState } from '../../src/lib/document/case';
import { withChanges } from '../../src/lib/document/patches';
import { EMPTY_LINE, contentOf, FIRST_PLAN, NO_SHEET } from '../../src/lib/document/plan';
import { card, unusual } from '../support/debts';
import { runs } from '../support/random';
import {
	caseNow,
	makeCase,
	startResiduum,
	TODAY,
	USD,
	type Residuum,
	wholly
} from '../support/residuum';

let residuum: Residuum;
beforeAll(async () => {
	residuum = await startResiduum();
});
afterAll(() => residuum.remove());

interface Refusal {
	readonly detail: string;
	readonly problems: readonly { at: string; message: string }[];
}

const put = (id: string, body: unknown) => residuum.request('PUT', `/api/cases/${id}`, body);

const asKept = async (id: string) => (await caseNow(residuum, id)).document;

describe('saving', () => {
	it('appends a revision for each change and gives the case back as it is', async () => {
		const { id, document } = await makeCase(residuum, 'Saved', [card()]);
		const [debt] = document.debts;
		const changed = { ...document, debts: [{ ...debt, balance: 400_000, annualRate: 239_999 }] };
		const saved = await put(id, { basedOn: 2, what: 'balance', ...wholly(changed) });
		expect(saved.status).toBe(200);
		expect(saved.body).toMatchObject({ revision: 3, undo: 'balance', redo: null });
		expect((saved.body as { changes: unknown }).changes).toEqual([]);
		expect(await asKept(id)).toEqual(changed);
	});

	it('keeps every setting of a debt in its tables', async () => {
		const written = unusual();
		const { id, document } = await makeCase(residuum, 'Unusual', [written, card()]);
		const again = await put(id, { basedOn: 2, what: 'again', ...wholly(document) });
		expect(again.status).toBe(200);
		expect(await asKept(id)).toEqual(document);
		expect(document.debts[0]).toEqual(written);
	});

	it('keeps every setting of a plan in its tables', async () => {
		const debts = [card(), card({ name: 'Dental plan' })];
		const id = () => crypto.randomUUID();
		const one = {
			...FIRST_PLAN,
			pays: 'paid',
			budget: { kind: 'required-plus', extra: 15_000 },
			order: 'listed',
			listed: debts.map((debt) => debt.id).reverse(),
			events: [
				{
					id: id(),
					kind: 'one-off',
					off: true,
					date: '2027-04-15',
					amount: 40_000,
					everyYear: true
				},
				{ id: id(), kind: 'money', off: false, date: '2028-01-01', amount: 20_000 }
			]
		};
		const [first, second] = debts;
		const brought = (rule: object) => ({ id: id(), name: 'New', firstDue: '2027-01-15', rule });
		const other = {
			...FIRST_PLAN,
			id: id(),
			name: 'All changes together',
			named: true,
			begins: '2027-02-01',
			hidden: true,
			changes: [
				{
					kind: 'consolidate',
					assumed: [],
					debts: [first?.id],
					loan: brought({ kind: 'level', periods: 48 }),
					annualRate: 115_000,
					fee: { percent: 40_000, amount: 5_000, paid: 'up-front' }
				},
				{
					kind: 'transfer',
					assumed: [],
					amounts: [{ debt: second?.id, amount: null }],
					card: brought({ kind: 'minimum', percent: 20_000, floor: 2_500 }),
					feePercent: 30_001,
					offerRate: 0,
					offerMonths: 14,
					thenRate: 249_900,
					limit: 600_000
				},
				{
					kind: 'transfer',
					assumed: [],
					amounts: [{ debt: second?.id, amount: 1 }],
					card: brought({ kind: 'fixed', amount: 9_000 }),
					feePercent: 0,
					offerRate: 10_000,
					offerMonths: 1,
					thenRate: 99_999,
					limit: null
				},
				{
					kind: 'concession',
					assumed: [],
					from: '2027-03-01',
					until: '2027-09-01',
					debts: [
						{ debt: first?.id, annualRate: 80_000, assumed: true, payment: 10_500, ...UNANSWERED }
					],
					setUpFee: 5_000,
					monthlyFee: { kind: 'percent', percent: 75_000, cap: null }
				},
				{
					kind: 'concession',
					assumed: [],
					from: '2027-03-01',
					until: null,
					debts: [
						{
							debt: second?.id,
							annualRate: 0,
							assumed: false,
							payment: null,
							usual: null,
							reply: { is: 'open', on: null }
						}
					],
					setUpFee: 0,
					monthlyFee: { kind: 'amount', amount: 3_500 }
				},
				{
					kind: 'settle',
					assumed: [],
					date: '2027-11-01',
					before: 'asked',
					debts: [
						{ debt: second?.id, percent: 450_000, amount: null, assumed: true, ...UNANSWERED }
					],
					fee: { percent: null, amount: 2_500 }
				}
			]
		};
		const fields = {
			plans: [one, other],
			against: other.id,
			choices: [
				{
					plan: other.id,
					name: 'All changes',
					date: '2026-12-15',
					note: 'both agreed',
					content: contentOf(other as never, NO_SHEET)
				}
			],
			sheet: {
				income: [
					{
						...EMPTY_LINE,
						id: id(),
						name: 'take-home pay',
						amount: 100_000,
						perYear: 26,
						owner: id()
					}
				],
				needs: [{ ...EMPTY_LINE, id: id(), amount: 154_000, from: '2027-01-01' }]
			}
		};
		const made = await makeCase(residuum, 'Planned', debts, {}, fields);
		expect(made.document).toMatchObject(fields);
		const casebook = async () => String((await residuum.request('GET', '/')).body);
		expect(await casebook()).toContain('All changes');
		// One plan is deleted and the other turned into something else: what was chosen is remembered.
		const left = { ...one, budget: { kind: 'constant', amount: null }, changes: other.changes };
		const money = { ...made.document, plans: [left], against: 'today' };
		const saved = await put(made.id, { basedOn: 2, what: 'money', ...wholly(money) });
		expect(saved.status).toBe(200);
		expect(await asKept(made.id)).toEqual(money);
		expect(await casebook()).not.toContain('All changes');
		const undone = await residuum.request('POST', `/api/cases/${made.id}/undo`, { basedOn: 3 });
		expect(undone.status).toBe(200);
		expect(withChanges(money, (undone.body as { changes: Operation[] }).changes)).toEqual(
			made.document
		);
		expect(await asKept(made.id)).toEqual(made.document);
		const twice = { ...money, plans: [{ ...left, listed: [debts[0]?.id, debts[0]?.id] }] };
		const refused = await put(made.id, { basedOn: 4, what: 'order', ...wholly(twice) });
		expect(refused.status).toBe(422);
		expect((refused.body as Refusal).problems[0]?.message).toContain('listed twice');
	});

	it('says in the casebook that a chosen plan has been changed since, and not when that is taken back', async () => {
		const choice = { plan: FIRST_PLAN.id, name: FIRST_PLAN.name, date: TODAY, note: '' };
		const choices = [{ ...choice, content: contentOf(FIRST_PLAN, NO_SHEET) }];
		const { id, document } = await makeCase(residuum, 'Chosen then', [card()], {}, { choices });
		const casebook = async () => String((await residuum.request('GET', '/')).body);
		expect(await casebook()).not.toContain('changed since');
		const plans = [{ ...FIRST_PLAN, order: 'balance' }];
		await put(id, { basedOn: 2, what: 'order', ...wholly({ ...document, plans }) });
		expect(await casebook()).toContain('changed since');
		const renamed = [{ ...FIRST_PLAN, name: 'Called otherwise', named: true }];
		await put(id, { basedOn: 3, what: 'name', ...wholly({ ...document, plans: renamed }) });
		expect(await casebook()).not.toContain('changed since');
	});

	it('carries a request that is sent again out once: its key is known', async () => {
		const { id, document } = await makeCase(residuum, 'Sent twice', [card()]);
		const renamed = {
			basedOn: 2,
			key: crypto.randomUUID(),
			what: 'label',
			...wholly({ ...document, label: 'Sent once' })
		};
		expect((await put(id, renamed)).body).toMatchObject({ revision: 3 });
		expect((await put(id, renamed)).body).toMatchObject({ revision: 3, undo: 'label' });
		const undo = { basedOn: 3, key: crypto.randomUUID() };
		const step = () => residuum.request('POST', `/api/cases/${id}/undo`, undo);
		expect((await step()).body).toMatchObject({ revision: 4, redo: 'label' });
		// Sent again it is told whole: nobody knows what whoever asks has of it by now.
		const again = { revision: 4, redo: 'label', document: { label: 'Sent twice' } };
		expect((await step()).body).toMatchObject(again);
		const other = { ...undo, key: crypto.randomUUID() };
		expect((await residuum.request('POST', `/api/cases/${id}/undo`, other)).status).toBe(409);
	});

	it('answers each of the same request sent several times at once with what it came to', async () => {
		const { id, document } = await makeCase(residuum, 'At once', [card()]);
		const last = 1 + runs(20);
		for (let basedOn = 2; basedOn <= last; basedOn += 1) {
			const change = {
				basedOn,
				key: crypto.randomUUID(),
				what: 'label',
				changes: [{ op: 'replace', path: '/label', value: `At once ${basedOn}` }]
			};
			// Each time the second comes a little later: at some time the first is being written down.
			const later = async (at: number) => {
				await new Promise((resolve) => setTimeout(resolve, at));
				return put(id, change);
			};
			const sent = Array.from({ length: 12 }, (_, at) => later((basedOn % 10) + 2 * at));
			for (const { body } of await Promise.all(sent)) {
				expect(body).toMatchObject({ revision: basedOn + 1, undo: 'label' });
				const { document: whole } = body as Partial<CaseState>;
				expect((whole ?? { label: `At once ${basedOn}` }).label).toBe(`At once ${basedOn}`);
			}
		}
		expect(await asKept(id)).toEqual({ ...document, label: `At once ${last}` });
	});

	it('refuses what is based on an old revision, with both versions intact', async () => {
		const { id, document } = await makeCase(residuum, 'Stale', [card()]);
		const change = (label: string) => ({
			basedOn: 2,
			what: 'label',
			...wholly({ ...document, label })
		});
		expect((await put(id, change('First'))).status).toBe(200);
		const late = await put(id, change('Second'));
		expect(late.status).toBe(409);
		expect(late.body).toMatchObject({ state: { revision: 3, document: { label: 'First' } } });
	});

	it('undoes and redoes from the revisions, and forgets what was undone after a new change', async () => {
		const { id, document } = await makeCase(residuum, 'One');
		const step = (way: string, basedOn: number) =>
			residuum.request('POST', `/api/cases/${id}/${way}`, { basedOn });
		const label = (name: string, basedOn: number) =>
			put(id, { basedOn, what: `label ${name}`, ...wholly({ ...document, label: name }) });
		await label('Two', 1);
		await label('Three', 2);
		/** What the case is called after a step. */
		const after = async (way: string, basedOn: number): Promise<string> => {
			expect((await step(way, basedOn)).status).toBe(200);
			return (await asKept(id)).label;
		};
		expect(await after('undo', 3)).toBe('Two');
		const first = await step('undo', 4);
		expect(first.body).toMatchObject({ revision: 5, undo: null, redo: 'label Two' });
		expect((await asKept(id)).label).toBe('One');
		expect((await step('undo', 5)).status).toBe(409);
		expect(await after('redo', 5)).toBe('Two');
		expect(await after('redo', 6)).toBe('Three');
		expect(await after('undo', 7)).toBe('Two');
		const other = await label('Other', 8);
		expect(other.body).toMatchObject({ undo: 'label Other', redo: null });
		expect(await after('undo', 9)).toBe('Two');
	});

	it('takes a deletion back', async () => {
		const { id } = await makeCase(residuum, 'Deleted', [card()]);
		expect((await residuum.request('DELETE', `/api/cases/${id}`)).status).toBe(204);
		expect((await residuum.request('GET', `/cases/${id}`)).status).toBe(404);
		expect((await residuum.request('POST', `/api/cases/${id}/restore`)).status).toBe(204);
		expect((await residuum.request('GET', `/cases/${id}`)).status).toBe(200);
	});
});

describe('refusals', () => {
	it.each([
		['a negative balance', { balance: -418_236 }, 'debts.0.balance', 'from 0 to 99999999999'],
		['a rate of 2,249 %', { annualRate: 22_490_000 }, 'debts.0.annualRate', 'from 0 to 10000000'],
		['letters', { balance: 'much' }, 'debts.0.balance', 'a whole number of minor units'],
		['an impossible date', { firstDue: '2027-02-31' }, 'debts.0.firstDue', 'a day that exists'],
		['a long name', { name: 'x'.repeat(300) }, 'debts.0.name', '0 to 80 characters']
	])('names field, reason and what is allowed for %s', async (_, fields, at, allowed) => {
		const { id, document } = await makeCase(residuum, 'Refused', [card()]);
		const bad = { ...document, debts: [{ ...document.debts[0], ...fields }] };
		const { status, body } = await put(id, { basedOn: 2, what: 'x', ...wholly(bad) });
		expect(status).toBe(422);
		const { detail, problems } = body as Refusal;
		expect(detail).toContain('Nothing was saved');
		expect(problems[0]?.at).toBe(`document.${at}`);
		expect(problems[0]?.message).toContain(allowed);
		const after = await put(id, { basedOn: 2, what: 'same', ...wholly(document) });
		expect(after.body).toMatchObject({ revision: 3, changes: [] });
	});

	it('refuses what is no request, no case, or too large', async () => {
		const { id, document } = await makeCase(residuum, 'Sound', [card()]);
		expect((await put(id, wholly(document))).status).toBe(422);
		expect((await put(id, [1, 2])).status).toBe(422);
		const unknown = await put('7d0c1a52-3a3e-4c55-9d0c-6b1a0a1c2d3e', {
			basedOn: 1,
			what: 'x',
			...wholly(document)
		});
		expect(unknown.status).toBe(404);
		expect((unknown.body as Refusal).detail).toContain('no such case');
		expect((await residuum.request('GET', '/cases/not-an-id')).status).toBe(404);
		const huge = await put(id, { basedOn: 2, what: 'x'.repeat(9_000_000), ...wholly(document) });
		expect(huge.status).toBe(413);
		const garbled = await fetch(`${residuum.address}/api/v1/cases`, {
			method: 'POST',
			headers: residuum.headers,
			body: '{"label":'
		});
		expect(garbled.status).toBe(400);
	});

	it('takes writes only from its own pages, and answers only under its own name', async () => {
		const body = JSON.stringify({ label: 'Foreign', currency: USD, asOf: TODAY });
		const post = (headers: Record<string, string>) =>
			fetch(`${residuum.address}/api/v1/cases`, { method: 'POST', headers, body });
		const json = { 'content-type': 'application/json' };
		expect((await post({ ...json, origin: 'http://elsewhere.example' })).status).toBe(403);
		expect((await post(json)).status).toBe(403);
		const plain = { origin: residuum.address, 'content-type': 'text/plain' };
		expect((await post(plain)).status).toBe(403);
		const casebook = await residuum.request('GET', '/');
		expect(casebook.body).not.toContain('Foreign');
	});

	it('sends a policy that lets no foreign or inline script run', async () => {
		const response = await fetch(residuum.address, { headers: residuum.headers });
		const policy = response.headers.get('content-security-policy') ?? '';
		expect(policy).toMatch(/script-src 'self' 'nonce-[^']+'(;|$)/);
		expect(policy).toContain("default-src 'self'");
		expect(response.headers.get('x-content-type-options')).toBe('nosniff');
	});
});

describe('cases from elsewhere', () => {
	it('come in all together or not at all', async () => {
		const { document } = await makeCase(residuum, 'One of several', [card()]);
		const count = async () => {
			const file = await residuum.request('GET', '/api/cases/file');
			return (file.body as { cases: unknown[] }).cases.length;
		};
		const before = await count();
		const take = (cases: readonly unknown[]) =>
			residuum.request('POST', '/api/cases/imports', { cases });
		const refused = await take([document, { ...document, wish: 1 }]);
		expect(refused.status).toBe(422);
		expect((refused.body as Refusal).problems[0]).toMatchObject({ at: 'cases.1' });
		expect((await take([])).status).toBe(422);
		const many = await take(Array.from({ length: LIMITS.casesAtOnce + 1 }, () => document));
		expect(many.status).toBe(422);
		expect((many.body as Refusal).problems[0]?.message).toContain('at most 40 cases');
		expect(await count()).toBe(before);
		const taken = await take([document, { ...document, label: 'Another' }]);
		expect(taken.status).toBe(201);
		expect((taken.body as { ids: string[] }).ids).toHaveLength(2);
		expect(await count()).toBe(before + 2);
		expect((await residuum.request('GET', '/api/cases/file?id=none')).status).toBe(404);
	});
});

describe('the outbox', () => {
	const message = (fields: object = {}) => ({
		key: crypto.randomUUID(),
		to: 'client@harbour.example',
		subject: 'Your plan',
		language: 'en',
		text: 'Hello',
		attachments: [],
		...fields
	});
	const send = (id: string, body: unknown) =>
		residuum.request('POST', `/api/cases/${id}/outbox`, body);

	it('has a message once, however often it is sent, and gives its files back byte for byte', async () => {
		const { id } = await makeCase(residuum, 'Quoted "name", and\u00e9');
		const bytes = Uint8Array.from({ length: 300 }, (_, at) => (at * 11) % 256);
		const content = Buffer.from(bytes).toString('base64');
		const attachments = [{ name: '../año "1".pdf', type: 'application/pdf', content }];
		const body = message({ attachments });
		expect((await send(id, body)).status).toBe(201);
		expect((await send(id, body)).status).toBe(201);
		const file = await fetch(`${residuum.address}/api/outbox/${body.key}`, {
			headers: residuum.headers
		});
		expect(file.headers.get('content-type')).toBe('message/rfc822');
		expect((await file.text()).match(/^Message-ID/gim)).toHaveLength(1);
		const own = await fetch(`${residuum.address}/api/outbox/${body.key}/0`, {
			headers: residuum.headers
		});
		expect(new Uint8Array(await own.arrayBuffer())).toEqual(bytes);
		expect(own.headers.get('content-disposition')).toMatch(
			/^attachment; filename\*=UTF-8''[\w%.~-]+$/
		);
		expect(own.headers.get('x-content-type-options')).toBe('nosniff');
		const page = await fetch(`${residuum.address}/cases/${id}/outbox`, {
			headers: residuum.headers
		});
		expect((await page.text()).split(body.key)).toHaveLength(2);
		// With its case it is gone, by whatever address, and with it it comes back.
		await residuum.request('DELETE', `/api/cases/${id}`);
		const paths = [`/api/outbox/${body.key}`, `/api/outbox/${body.key}/0`, `/outbox/${body.key}`];
		const statuses = async () =>
			Promise.all(paths.map(async (path) => (await residuum.request('GET', path)).status));
		expect(await statuses()).toEqual([404, 404, 404]);
		await residuum.request('POST', `/api/cases/${id}/restore`);
		expect(await statuses()).toEqual([200, 200, 200]);
	});

	it.each([
		['an address', { to: 'client@harbour.example\r\nBcc: x@y.example' }, 'to'],
		['no address', { to: '' }, 'to'],
		['no subject', { subject: ' ' }, 'subject'],
		['a subject of two lines', { subject: 'one\ntwo' }, 'subject'],
		['another language', { language: 'xx' }, 'language'],
		['a long text', { text: 'x'.repeat(8_001) }, 'text'],
		[
			'what is no base64',
			{ attachments: [{ name: 'a', type: 'text/csv', content: '%%' }] },
			'attachments.0.content'
		],
		[
			'a type of its own',
			{ attachments: [{ name: 'a', type: 'text/csv\r\nX: y', content: '' }] },
			'attachments.0.type'
		],
		[
			'a hundred files',
			{ attachments: Array(100).fill({ name: 'a', type: 'text/csv', content: '' }) },
			'attachments'
		],
		['a field of its own', { wish: 1 }, '']
	])('refuses %s, and says which field', async (_, fields, at) => {
		const { id } = await makeCase(residuum, 'Refused');
		const { status, body } = await send(id, message(fields));
		expect(status).toBe(422);
		expect((body as Refusal).problems[0]?.at).toBe(at);
		expect((body as Refusal).problems[0]?.message).toMatch(/^[A-Z“].*\.$/s);
	});

	it('knows no message of no case, and none that is not there', async () => {
		expect((await send(crypto.randomUUID(), message())).status).toBe(404);
		const none = crypto.randomUUID();
		for (const path of [`/api/outbox/${none}`, `/api/outbox/${none}/0`, `/api/outbox/${none}/x`]) {
			expect((await residuum.request('GET', path)).status).toBe(404);
		}
		expect((await residuum.request('GET', `/outbox/${none}`)).status).toBe(404);
	});
});
