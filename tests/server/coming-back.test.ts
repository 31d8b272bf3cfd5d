import { describe, expect, it } from 'vitest';
import { livedCase } from '../support/lives';
import { caseNow, makeCase, sharedResiduum, TODAY, wholly } from '../support/residuum';

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
