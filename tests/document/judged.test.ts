/** A case is judged at each change, and only what has changed is looked through: the answer is the same. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { caseDocument } from '../../src/lib/document/schema/case';
import type { CaseDocument } from '../../src/lib/document/case';
import { judgedInTurns } from '../../src/lib/document/judge';
import { differenceBetween, withChanges } from '../../src/lib/document/patches';
import { anyDocument } from '../support/documents';
import { ofWhich, runs } from '../support/random';

const asSent = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

function frozen<T>(value: T): T {
	if (typeof value === 'object' && value !== null) Object.values(value).forEach(frozen);
	return Object.freeze(value);
}

describe('changes', () => {
	it('make one document into any other one, and leave it as it was', () => {
		fc.assert(
			fc.property(anyDocument, anyDocument, (one, other) => {
				const [before, after] = [frozen(asSent(one)), asSent(other)];
				expect(withChanges(before, differenceBetween(before, after))).toEqual(after);
			}),
			{ numRuns: runs(100) }
		);
	});

	it('leave what they are not about the same objects', () => {
		fc.assert(
			fc.property(
				anyDocument.filter(({ debts }) => debts.length > 1),
				(document) => {
					const change = { op: 'replace', path: '/debts/0/balance', value: 77 } as const;
					const changed = withChanges(document, [change]) as CaseDocument;
					expect(changed.debts[0]).toEqual({ ...document.debts[0], balance: 77 });
					expect(changed.debts[1]).toBe(document.debts[1]);
					expect(changed.plans).toBe(document.plans);
				}
			),
			{ numRuns: runs(20) }
		);
	});

	it.each([
		['a place that there is not', { op: 'replace', path: '/debts/900/balance', value: 1 }],
		['what everything is made from', { op: 'add', path: '/__proto__/polluted', value: 1 }],
		['a list far beyond its end', { op: 'add', path: '/debts/900', value: 1 }]
	] as const)('do not fit where they are about %s', (_, change) => {
		const [document] = fc.sample(anyDocument, { numRuns: 1, seed: 3 });
		expect(withChanges(document, [change])).toBeNull();
		expect({}).not.toHaveProperty('polluted');
	});
});

describe('a case that was judged', () => {
	/** What a forger would put in the place of a field. */
	const wrong = fc.constantFrom<unknown>(null, -1, 'x', 1e15, [], {}, '2019-02-30');

	it('is judged again as if nobody had seen it: whatever has changed anywhere is found', () => {
		let refused = 0;
		fc.assert(
			fc.property(anyDocument, fc.nat(), wrong, (any, place, value) => {
				const document = caseDocument.parse(any);
				const paths = pathsOf(document);
				const path = paths[place % paths.length] ?? '/label';
				const sent = withChanges(document, [{ op: 'replace', path, value }]);
				const judged = caseDocument.safeParse(sent);
				// A copy is known to nobody.
				const anew = caseDocument.safeParse(asSent(sent));
				expect([path, judged.success]).toEqual([path, anew.success]);
				if (!judged.success) refused += 1;
				expect(judged.error?.issues).toEqual(anew.error?.issues);
			}),
			{ numRuns: runs(300) }
		);
		expect(refused).toBeGreaterThan(ofWhich(100));
	});

	it('keeps the entries that it has', () => {
		const [any] = fc.sample(
			anyDocument.filter(({ debts }) => debts.length > 1),
			{ numRuns: 1, seed: 5 }
		);
		const document = caseDocument.parse(any);
		const renamed = caseDocument.parse({ ...document, label: 'Renamed' });
		expect(renamed.debts.map((debt, at) => debt === document.debts[at])).not.toContain(false);
	});

	it('in turns is what it is in one go, and refused alike', async () => {
		let turns = 0;
		const turn = () => Promise.resolve(void (turns += 1));
		await fc.assert(
			fc.asyncProperty(anyDocument, fc.nat(), wrong, async (any, place, value) => {
				const kept = asSent(any);
				expect(await judgedInTurns(kept, turn)).toEqual(caseDocument.parse(asSent(any)));
				const paths = pathsOf(kept);
				const path = paths[place % paths.length] ?? '/label';
				const bad = withChanges(kept, [{ op: 'replace', path, value }]);
				const { error } = caseDocument.safeParse(asSent(bad));
				const judged = judgedInTurns(bad, turn);
				await (error
					? expect(judged).rejects.toMatchObject({ issues: error.issues })
					: expect(judged).resolves.toBeDefined());
			}),
			{ numRuns: runs(100) }
		);
	});
});

/** Where there is something in a document, as JSON Pointers (RFC 6901). */
function pathsOf(value: unknown, at = ''): string[] {
	if (typeof value !== 'object' || value === null) return [at];
	return Object.entries(value).flatMap(([key, inner]) => [
		...(at === '' ? [] : [at]),
		...pathsOf(inner, `${at}/${key}`)
	]);
}
