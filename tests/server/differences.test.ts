/** What a history stores as a difference is the document that it was. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { caseDocument, type CaseDocument } from '../../src/lib/document/case';
import { differenceOf, documentIn } from '../../src/lib/server/database/differences';
import { anyDocument } from '../support/documents';
import { runs } from '../support/random';

const asStored = (document: unknown): object => JSON.parse(JSON.stringify(document)) as object;

it('a document comes back from any other one and how it differs', async () => {
	/** Any document, and one that shares some of it. */
	const pairs = fc.tuple(anyDocument, anyDocument, fc.nat({ max: 3 })).map(([a, b, shared]) => {
		const parts = [
			{},
			{ debts: a.debts },
			{ debts: a.debts, plans: a.plans, choices: a.choices },
			{ ...a, label: b.label }
		];
		return [a, { ...b, ...parts[shared] }] as const;
	});
	let kept = 0;
	await fc.assert(
		fc.asyncProperty(pairs, async ([a, b]) => {
			const whole = asStored(a);
			const document = asStored(b);
			const difference = await differenceOf(document, whole);
			if (difference === null) return;
			kept += 1;
			const stored = { document: null, difference, whole };
			expect(documentIn(asStored(stored) as typeof stored)).toEqual(document);
			// What it differs from stays as it is: others differ from it too.
			expect(whole).toEqual(asStored(a));
		}),
		{ numRuns: runs(300) }
	);
	expect(kept).toBeGreaterThan(50);
});

it('one amount that has changed takes some bytes; another case altogether is kept whole', async () => {
	const [a, b] = fc.sample(
		anyDocument.filter(({ debts }) => debts.length > 1),
		{ numRuns: runs(2), seed: 7 }
	) as [CaseDocument, CaseDocument];
	const [first, ...others] = a.debts;
	const changed = { ...a, debts: [{ ...first, balance: 12_345 }, ...others] };
	expect(JSON.stringify(await differenceOf(asStored(changed), asStored(a))).length).toBeLessThan(
		100
	);
	expect(caseDocument.safeParse(changed).success).toBe(true);
	expect(await differenceOf(asStored(b), asStored(a))).toBeNull();
});
