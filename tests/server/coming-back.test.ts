import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { livedCase } from '../support/lives';
import {
	caseNow,
	makeCase,
	sharedResiduum,
	startResiduum,
	TODAY,
	wholly,
	type Residuum
} from '../support/residuum';

const residuum = sharedResiduum();

describe('creditors', () => {
	const ask = (body: object) => residuum.request('POST', '/api/creditors', body);

	it('are asked only where some are set up, by an account and up to a day', async () => {
		expect(await ask({ account: '4417 0032 5518', until: TODAY })).toMatchObject({
			status: 200,
			body: { kind: 'unset' }
		});
		const refused = await ask({ account: '1', until: 'soon' });
		expect(refused.status).toBe(422);
		expect(
			(refused.body as { problems: readonly { at: string }[] }).problems.map(({ at }) => at)
		).toEqual(['account', 'until']);
	});
});

describe('a creditor that is asked', () => {
	let own: Residuum;
	const creditor = createServer(({ url = '' }, answer) => {
		if (url.startsWith('/accounts/AB%2F1/')) answer.end('<OFX>ñ</OFX>');
		else if (url.startsWith('/accounts/long/')) answer.end('x'.repeat(2_000_001));
		else if (url.startsWith('/accounts/broken/')) answer.writeHead(500).end();
		else if (url.startsWith('/accounts/elsewhere/'))
			answer.writeHead(302, { location: '/accounts/AB%2F1/' }).end();
		else if (!url.startsWith('/accounts/slow/')) answer.writeHead(404).end();
	});
	beforeAll(async () => {
		await new Promise<void>((resolve) => creditor.listen(0, '127.0.0.1', () => resolve()));
		const { port } = creditor.address() as AddressInfo;
		own = await startResiduum({
			RESIDUUM_CREDITORS: `http://127.0.0.1:${port}`,
			// Long enough for two megabytes on a busy machine; only the slow one is waited for.
			RESIDUUM_CREDITORS_WAIT: '3000'
		});
	});
	afterAll(async () => {
		await own.remove();
		creditor.closeAllConnections();
		creditor.close();
	});

	it.each([
		['AB/1', { kind: 'statement', text: '<OFX>ñ</OFX>' }],
		['long', { kind: 'nonsense' }],
		['broken', { kind: 'silent' }],
		['elsewhere', { kind: 'silent' }],
		['slow', { kind: 'silent' }],
		['none', { kind: 'unknown' }]
	])('answers for the account %s, or does not', async (account, body) => {
		const answer = await own.request('POST', '/api/creditors', { account, until: TODAY });
		expect(answer).toMatchObject({ status: 200, body });
	});
});

describe('what was expected, and what happened', () => {
	it('goes through the tables, the history and a file as it is', async () => {
		const { document } = livedCase('eight months, variant 1');
		const { debts, label, ...fields } = document;
		const { id, revision } = await makeCase(residuum, label, debts, {}, fields);
		const file = await residuum.request('GET', `/api/cases/file?id=${id}`);
		const [back] = (file.body as { cases: (typeof document)[] }).cases;
		expect(back).toEqual(document);
		const { readings } = document;
		const fewer = await residuum.request('PUT', `/api/cases/${id}`, {
			basedOn: revision,
			what: 'reading',
			...wholly({ ...document, readings: readings.slice(0, -1) })
		});
		expect(fewer.status).toBe(200);
		const undone = await residuum.request('POST', `/api/cases/${id}/undo`, {
			basedOn: revision + 1
		});
		expect(undone.status).toBe(200);
		expect((await caseNow(residuum, id)).document).toEqual(document);
	});
});
