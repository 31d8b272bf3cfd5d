/** What a history stores as differences are the documents that there were. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { caseDocument } from '../../src/lib/document/schema/case';
import type { CaseDocument } from '../../src/lib/document/case';
import { differenceBetween } from '../../src/lib/document/patches';
import {
	differingAfter,
	documentIn,
	type Differing
} from '../../src/lib/server/database/differences';
import { anyDocument } from '../support/documents';
import { ofWhich, runs } from '../support/random';

const asStored = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

interface Revision {
	readonly number: number;
	readonly stored: Differing;
}

/** A history in memory, as the tables keep it. */
class History {
	readonly #documents = new Map<number, object>();
	#now: object;
	last: Revision = { number: 1, stored: null };

	constructor(first: object) {
		this.#now = asStored(first);
		this.#documents.set(1, this.#now);
	}

	append(next: object): Revision {
		const document = asStored(next);
		const changes = differenceBetween(this.#now, document);
		const number = this.last.number + 1;
		const stored = differingAfter(this.last, changes, JSON.stringify(document).length);
		if (stored === null) this.#documents.set(number, document);
		this.#now = document;
		this.last = { number, stored: asStored(stored) };
		return this.last;
	}

	documentOf({ number, stored }: Revision): unknown {
		const document = this.#documents.get(number) ?? null;
		const whole = stored && this.#documents.get(stored.from);
		return documentIn({ document, difference: stored && [...stored.difference], whole });
	}
}

it('each of many documents comes back, one after the other changed into the next', () => {
	/** Any documents, most of which share some of the one before. */
	const many = fc
		.tuple(anyDocument, fc.array(fc.tuple(anyDocument, fc.nat({ max: 3 })), { maxLength: 8 }))
		.map(([first, others]) => {
			const documents: CaseDocument[] = [first];
			for (const [other, shared] of others) {
				const before = documents.at(-1) ?? first;
				const { debts, plans, choices } = before;
				const parts = [{}, { debts }, { debts, plans, choices }, { ...before, label: other.label }];
				documents.push({ ...other, ...parts[shared] });
			}
			return documents;
		});
	let kept = 0;
	fc.assert(
		fc.property(many, ([first, ...others]) => {
			const history = new History(first ?? {});
			const revisions = others.map((document) => history.append(document));
			kept += revisions.filter(({ stored }) => stored !== null).length;
			for (const [at, revision] of revisions.entries())
				expect(history.documentOf(revision)).toEqual(asStored(others[at]));
		}),
		{ numRuns: runs(100) }
	);
	expect(kept).toBeGreaterThan(ofWhich(50));
});

it('one amount that has changed takes some bytes; another case altogether is kept whole', () => {
	const [a, b] = fc.sample(
		anyDocument.filter(({ debts }) => debts.length > 1 && debts[0]?.balances.length === 0),
		{ numRuns: 2, seed: 7 }
	) as [CaseDocument, CaseDocument];
	const [first, ...others] = a.debts;
	const changed = { ...a, debts: [{ ...first, balance: 12_345 }, ...others] };
	expect(caseDocument.safeParse(changed).success).toBe(true);
	expect(JSON.stringify(new History(a).append(changed).stored).length).toBeLessThan(120);
	expect(new History(a).append(b).stored).toBeNull();
});

it('a case is kept whole again before the differences since take much more room than it', () => {
	const [document] = fc.sample(
		anyDocument.filter(({ debts }) => debts.length > 1),
		{ numRuns: 1, seed: 7 }
	);
	const size = JSON.stringify(document).length;
	const history = new History(document ?? {});
	const wholes: number[] = [1];
	let since = 0;
	for (let change = 0; change < 400; change += 1) {
		const { number, stored } = history.append({ ...document, label: `Label ${change}` });
		if (stored === null) {
			wholes.push(number);
			since = 0;
		} else since += JSON.stringify(stored.difference).length;
		expect(since).toBeLessThan(size * 2);
	}
	// Neither each of them nor hardly one.
	expect(wholes.length).toBeGreaterThan(4);
	expect(wholes.length).toBeLessThan(100);
});
