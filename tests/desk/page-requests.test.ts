/** Pages are waited for, not without an end, and asked for again when somebody says so. */
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { PageRequests } from '../../src/lib/desk/page-requests.svelte';

const DATA = '/cases/one/plan/__data.json?x-sveltekit-invalidated=01';

beforeEach(() => vi.stubGlobal('location', { href: 'http://residuum.example/' }));
afterEach(() => vi.unstubAllGlobals());

/** A server that does as it is told, one request after the other. */
function server(...does: ('answers' | 'is away' | 'is silent' | 'breaks off')[]) {
	const asked: string[] = [];
	const fetch = (input: RequestInfo | URL, more?: RequestInit): Promise<Response> => {
		asked.push(String(input));
		switch (does.shift()) {
			case 'is away':
				return Promise.reject(new TypeError('Failed to fetch'));
			case 'is silent':
				return new Promise((_, reject) =>
					more?.signal?.addEventListener('abort', () => reject(new Error('out of time')))
				);
			case 'breaks off': {
				const broken = new ReadableStream({ start: (body) => body.error(new Error('cut off')) });
				return Promise.resolve(new Response(broken));
			}
			default:
				return Promise.resolve(Response.json({ type: 'data' }, { status: 203 }));
		}
	};
	return { asked, fetch };
}

it.each(['is away', 'is silent', 'breaks off'] as const)(
	'a page whose server %s is lost, stays asked for, and comes when it is asked for again',
	async (how) => {
		const requests = new PageRequests();
		const { asked, fetch } = server(how, 'is away', 'answers');
		const opened = requests.patient(fetch, 20)(DATA, {});
		await expect.poll(() => requests.hasLost).toBe(true);
		requests.again();
		expect(requests.hasLost).toBe(false);
		await expect.poll(() => requests.hasLost).toBe(true);
		requests.again();
		const response = await opened;
		expect([response.status, await response.json()]).toEqual([203, { type: 'data' }]);
		expect([asked, requests.hasLost]).toEqual([[DATA, DATA, DATA], false]);
	}
);

it('several are asked for again together, and not once nobody waits for them any more', async () => {
	const requests = new PageRequests();
	const { asked, fetch } = server('is away', 'is away', 'answers', 'is away');
	const patient = requests.patient(fetch, 20);
	const both = [patient(DATA), patient(DATA)];
	await expect.poll(() => asked.length).toBe(2);
	await expect.poll(() => requests.hasLost).toBe(true);
	requests.again();
	await Promise.race(both);
	await expect.poll(() => requests.hasLost).toBe(true);
	requests.giveUp();
	requests.again();
	expect([requests.hasLost, asked.length]).toEqual([false, 4]);
});

it('who has gone elsewhere meanwhile is not told that there was no answer', async () => {
	const requests = new PageRequests();
	const { fetch } = server('is silent');
	void requests.patient(fetch, 20)(DATA);
	requests.giveUp();
	await new Promise((resolve) => setTimeout(resolve, 100));
	expect(requests.hasLost).toBe(false);
});

it('what is no page is asked for as ever, and fails as ever', async () => {
	const requests = new PageRequests();
	const { fetch } = server('is away', 'answers');
	const patient = requests.patient(fetch, 20);
	await expect(patient('/api/v1/cases', { method: 'POST' })).rejects.toThrow('Failed to fetch');
	expect((await patient(new URL('http://residuum.example/api/cases'))).status).toBe(203);
	expect(requests.hasLost).toBe(false);
});
