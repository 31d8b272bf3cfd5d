/** What a person is told of a request to which no answer came. */
import { afterEach, expect, it, vi } from 'vitest';
import { ask, whyNot } from '../../src/lib/desk/requests';

afterEach(() => vi.unstubAllGlobals());

const answerTo = async (method: string, fetched: () => Promise<Response>): Promise<string> => {
	vi.stubGlobal('fetch', fetched);
	return whyNot(await ask(method, '/api/cases', method === 'GET' ? undefined : {}));
};
const lost = () => Promise.reject(new TypeError('lost'));
const failed = (detail: string) => () =>
	Promise.resolve(Response.json({ detail }, { status: 500 }));

it('is never that nothing was changed, where a change was asked for', async () => {
	for (const method of ['POST', 'PUT', 'PATCH', 'DELETE'])
		expect(await answerTo(method, lost)).toBe(
			'The server is not responding. The change may have been made: reload to see.'
		);
	expect(await answerTo('GET', lost)).toBe('The server is not responding. Try again.');
});

it('is what the server says of itself, where it says something', async () => {
	expect(await answerTo('POST', failed('The disk is full.'))).toBe('The disk is full.');
});
