/** A program with a book of cases, of all of which something is asked. */
import { expect } from 'vitest';
import { CreditorNames } from '../../src/lib/document/creditors';
import { projectionOf } from '../../src/lib/document/projection';
import { effectOn, type WhatIf } from '../../src/lib/document/what-if';
import type { WhatIfLine, WhatIfRun, WhatIfTotals } from '../../src/lib/document/what-if-answer';
import { demoCases } from './demo-cases';
import { caseNow, startResiduum, type Residuum } from './residuum';

export const LESS: WhatIf = { kind: 'money' };
const NOBODY = new CreditorNames([]);
/** Some portions of work, each of several cases. */
export const CASES = 240;

export interface Answer {
	readonly run: WhatIfRun;
	readonly totals: WhatIfTotals;
}

export class Book {
	private constructor(
		readonly residuum: Residuum,
		readonly ids: readonly string[]
	) {}

	static async open(): Promise<Book> {
		// What was begun by somebody who is gone is given to another after a second.
		const residuum = await startResiduum({ RESIDUUM_WORK: '1' });
		const ids: string[] = [];
		for (let from = 0; from < CASES; from += 24) {
			const cases = Array.from({ length: 24 }, (_, at) => {
				const document = demoCases[(from + at) % demoCases.length];
				if (!document) throw new Error('a demo');
				const richer = document.plans.map((plan) =>
					plan.budget.kind === 'constant' && plan.budget.amount !== null
						? {
								...plan,
								budget: { ...plan.budget, amount: plan.budget.amount + from * 17 + at * 131 }
							}
						: plan
				);
				return {
					...document,
					label: `Book ${from + at}`,
					plans: richer,
					choices: [],
					forecasts: []
				};
			});
			const { status, body } = await residuum.request('POST', '/api/cases/imports', { cases });
			expect(status).toBe(201);
			ids.push(...(body as { ids: string[] }).ids);
		}
		return new Book(residuum, ids);
	}

	/** Asks what all cases would come to, and gives the question's identifier. */
	async ask(change: object): Promise<string> {
		const asked = { change, of: 'all' };
		const { status, body } = await this.residuum.request('POST', '/api/what-if', asked);
		expect(status).toBe(201);
		return (body as { id: string }).id;
	}

	async answer(id: string): Promise<Answer> {
		const { status, body } = await this.residuum.request('GET', `/api/what-if/${id}`);
		expect(status).toBe(200);
		return body as Answer;
	}

	async whenDone(id: string): Promise<Answer> {
		await expect
			.poll(async () => (await this.answer(id)).run.state, { timeout: 60_000, interval: 100 })
			.toBe('done');
		return this.answer(id);
	}

	async lines(id: string): Promise<WhatIfLine[]> {
		const lines: WhatIfLine[] = [];
		for (;;) {
			const path = `/api/what-if/${id}/lines?from=${lines.length}`;
			const { body } = await this.residuum.request('GET', path);
			const more = (body as { lines: WhatIfLine[] }).lines;
			if (more.length === 0) return lines;
			lines.push(...more);
		}
	}

	/** What each case comes to that is opened by itself, of those that a tenth less money moves. */
	openedEach(): Promise<Map<string, object>> {
		return (this.known ??= this.computedEach());
	}

	private known: Promise<Map<string, object>> | null = null;

	private async computedEach(): Promise<Map<string, object>> {
		const moved = new Map<string, object>();
		for (const id of this.ids) {
			const projection = projectionOf((await caseNow(this.residuum, id)).document);
			if (projection === null) throw new Error('a case has a plan');
			const effect = effectOn(projection, LESS, NOBODY);
			if (effect.kind !== 'computed') continue;
			const { before, after } = effect;
			if (JSON.stringify(before) !== JSON.stringify(after)) moved.set(id, { before, after });
		}
		return moved;
	}

	/** A whole answer is that of each case, once. */
	async expectWhole(id: string): Promise<void> {
		const opened = await this.openedEach();
		const { run, totals } = await this.answer(id);
		const lines = await this.lines(id);
		expect([run.cases, run.done, totals.moved, lines.length]).toEqual([
			CASES,
			CASES,
			opened.size,
			opened.size
		]);
		for (const { caseId, before, after } of lines)
			expect({ before, after }).toEqual(opened.get(caseId));
	}
}
