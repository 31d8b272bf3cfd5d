import { describe, expect, inject, it } from 'vitest';
import { makeCase, sharedResiduum, wholly } from '../support/residuum';
import { badValues, placesIn, wholeCase, withValue } from '../support/whole-case';

const residuum = sharedResiduum();

/** Which half of the fields is tried, of those that are tried in either database. */
const OF_TWO = (inject('postgres') as string | undefined) === undefined ? 0 : 1;

const DEEP = '"put the deep one here"';

/** Sends text as it is: some of it can't be written by `JSON.stringify`. */
async function send(method: string, path: string, body: string) {
	const response = await fetch(residuum.address + path, {
		method,
		headers: residuum.headers,
		body
	});
	const answer = (await response.json()) as { problems?: { at: string; message: string }[] };
	return { status: response.status, problems: answer.problems ?? [] };
}

describe('bad input', () => {
	it('is refused or taken, and never fails the server: each kind of value in fields of every kind', async () => {
		const whole = wholeCase();
		const { id } = await makeCase(residuum, 'Bad input', [...whole.debts]);
		const places = placesIn(whole).filter(({ length }) => length > 0);
		const counts = { taken: 0, refused: 0 };
		const saves = badValues().flatMap(([kind, value], at) =>
			// A few of the fields for each kind of value, others for the next, and others again in the other database;
			// all of them by the schema alone elsewhere.
			places
				.filter((_, place) => place % 2 === OF_TWO)
				.filter((_, place) => place % badValues().length === at)
				.map((place) => ({
					kind,
					place,
					value: kind === 'nested 10,000 deep' ? (JSON.parse(DEEP) as unknown) : value
				}))
		);
		for (const { kind, place, value } of saves) {
			const document = withValue(whole, place, value);
			const basedOn = 2 + counts.taken;
			const body = JSON.stringify({ basedOn, what: kind, ...wholly(document) }).replace(
				DEEP,
				'['.repeat(10_000) + ']'.repeat(10_000)
			);
			const { status, problems } = await send('PUT', `/api/cases/${id}`, body);
			if (![200, 422].includes(status)) expect([kind, place.join('.'), status]).toEqual([]);
			counts[status === 200 ? 'taken' : 'refused'] += 1;
			if (status === 422) expect(problems.length).toBeGreaterThan(0);
		}
		expect(counts.refused).toBeGreaterThan(200);
		expect((await residuum.request('GET', `/cases/${id}`)).status).toBe(200);
	});

	it('is no less refused around a document: what was changed, the revision, the key, and no JSON at all', async () => {
		const { id, document } = await makeCase(residuum, 'Around', [wholeCase().debts[0] ?? {}]);
		const good = { basedOn: 2, what: 'label', ...wholly(document) };
		for (const [kind, value] of badValues()) {
			if (kind === 'nested 10,000 deep') continue;
			for (const field of ['basedOn', 'what', 'key', 'changes', 'changesCurrency']) {
				const body = JSON.stringify(withValue(good, [field], value));
				const { status } = await send('PUT', `/api/cases/${id}`, body);
				expect([kind, field, [200, 409, 422].includes(status)]).toEqual([kind, field, true]);
			}
			const label = JSON.stringify({ label: value });
			expect([200, 413, 422]).toContain((await send('PATCH', `/api/cases/${id}`, label)).status);
		}
		for (const text of ['', '{', '[]', 'null', '"x"', '['.repeat(100_000), '\u0000']) {
			expect([400, 422]).toContain((await send('PUT', `/api/cases/${id}`, text)).status);
		}
	});

	it('does not bring amounts into another currency without saying so', async () => {
		const { id, document } = await makeCase(residuum, 'Currency', [wholeCase().debts[1] ?? {}]);
		const euros = { ...document, currency: { code: 'EUR', digits: 2 } };
		const save = { basedOn: 2, what: 'currency', ...wholly(euros) };
		const refused = await send('PUT', `/api/cases/${id}`, JSON.stringify(save));
		expect(refused).toMatchObject({ status: 422, problems: [{ at: 'document.currency' }] });
		const said = JSON.stringify({ ...save, changesCurrency: true });
		expect((await send('PUT', `/api/cases/${id}`, said)).status).toBe(200);
	});
});
