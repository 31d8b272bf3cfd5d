/** The tables hold what documents say: any case goes into them and comes back as it was. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { CaseState } from '../../src/lib/document/case';
import { anyDocument } from '../support/documents';
import { runs } from '../support/random';
import { makeCase, sharedResiduum, wholly } from '../support/residuum';

const residuum = sharedResiduum();

it('any document survives the way into the tables and back, one put in the place of another', async () => {
	const { id } = await makeCase(residuum, 'Into tables');
	let basedOn = 1;
	await fc.assert(
		fc.asyncProperty(anyDocument, async (document) => {
			const saved = await residuum.request('PUT', `/api/cases/${id}`, {
				basedOn,
				what: 'all of it',
				...wholly(document)
			});
			expect(saved.status, JSON.stringify(saved.body).slice(0, 400)).toBe(200);
			basedOn = (saved.body as CaseState).revision;
			// Based on no revision that there is: it is answered with the case as the tables have it.
			const read = await residuum.request('POST', `/api/cases/${id}/undo`, { basedOn: -1 });
			const { state } = read.body as { state: CaseState };
			expect(state.document).toEqual(document);
			const { document: kept, ...told } = state;
			expect(saved.body).toEqual({ ...told, changes: [] });
			expect(kept).toEqual(document);
		}),
		{ numRuns: runs(60) }
	);
});
