/** The tables hold what documents say: any case goes into them and comes back as it was. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { CaseDocument, CaseState } from '../../src/lib/document/case';
import { anyDocument } from '../support/documents';
import { runs } from '../support/random';
import { makeCase, startResiduum, wholly } from '../support/residuum';

it('any document survives the way into the tables and back, one put in the place of another', async () => {
	const residuum = await startResiduum();
	try {
		const documents = fc.sample(anyDocument, runs(60));
		const saved = new Map<string, CaseDocument>();
		for (const [at, first] of documents.entries()) {
			const { id } = await makeCase(residuum, 'Into tables');
			const second = documents[at + 1] ?? first;
			for (const [before, document] of [first, second].entries()) {
				const { status, body } = await residuum.request('PUT', `/api/cases/${id}`, {
					basedOn: before + 1,
					what: 'all of it',
					...wholly(document)
				});
				expect(status, JSON.stringify(body).slice(0, 400)).toBe(200);
				const { revision, undo, redo } = body as CaseState;
				expect(body).toEqual({ id, revision, undo, redo, changes: [] });
			}
			saved.set(id, second);
		}
		// What the program had in mind is gone; what it says then is in the tables.
		await residuum.stop();
		await residuum.restart();
		for (const [id, document] of saved) {
			const { body } = await residuum.request('GET', `/api/v1/cases/${id}`);
			expect((body as CaseState).document).toEqual(document);
		}
	} finally {
		await residuum.remove();
	}
});
