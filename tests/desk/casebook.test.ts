/** The casebook that is looked through: whatever is asked while answers are under way, what is in view is what was asked last. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { Casebook } from '../../src/lib/desk/casebook.svelte';
import type { Answer } from '../../src/lib/desk/requests';
import {
	AT_ONCE,
	USUAL,
	type BookPage,
	type CaseSummary,
	type Question
} from '../../src/lib/document/casebook';
import { runs } from '../support/random';

const FOUND: Readonly<Record<string, number>> = { '': 1000, a: 130, ab: 41, abc: 0 };

/** A server whose answers come when they are let go; each change of the cases is a version more. */
function slowServer() {
	const waiting: { answer: () => Answer<BookPage>; resolve: (answer: Answer<BookPage>) => void }[] =
		[];
	let version = 0;
	const pageOf = ({ search }: Question, from: number): BookPage => {
		const found = (FOUND[search] ?? 0) - version;
		const count = Math.max(0, Math.min(AT_ONCE, found - from));
		return {
			totals: { cases: 1000, chosen: 0, short: 0, wanting: 0, found: Math.max(found, 0), owed: [] },
			from,
			lines: Array.from(
				{ length: count },
				(_, at) => ({ id: idOf(search, from + at) }) as CaseSummary
			)
		};
	};
	const idOf = (search: string, place: number) => `${search} ${place} ${version}`;
	return {
		pageOf,
		idOf,
		change: () => (version += 1),
		asking: (question: Question, from: number) =>
			new Promise<Answer<BookPage>>((resolve) =>
				waiting.push({ answer: () => ({ kind: 'done', value: pageOf(question, from) }), resolve })
			),
		/** How many requests are under way. */
		underWay: () => waiting.length,
		async letGo(isLost: boolean): Promise<void> {
			const first = waiting.shift();
			first?.resolve(isLost ? { kind: 'unreachable', message: null } : first.answer());
			for (let turn = 0; turn < 10; turn += 1) await Promise.resolve();
		}
	};
}

type Step =
	| { readonly kind: 'ask'; readonly search: string }
	| { readonly kind: 'show' | 'load'; readonly from: number }
	| { readonly kind: 'change' | 'answer' | 'lose' | 'leave and come back' };

const steps: fc.Arbitrary<Step[]> = fc.array(
	fc.oneof(
		{
			weight: 2,
			arbitrary: fc.record({
				kind: fc.constant('ask' as const),
				search: fc.constantFrom(...Object.keys(FOUND))
			})
		},
		{
			weight: 3,
			arbitrary: fc.record({
				kind: fc.constantFrom('show' as const, 'load' as const),
				from: fc.nat({ max: 990 })
			})
		},
		{
			weight: 4,
			arbitrary: fc.record({
				kind: fc.constantFrom(
					'change' as const,
					'answer' as const,
					'answer' as const,
					'lose' as const,
					'leave and come back' as const
				)
			})
		}
	),
	{ maxLength: 40 }
);

it('has in the end what was asked last, and never lines of two answers that do not belong together', async () => {
	await fc.assert(
		fc.asyncProperty(steps, async (all) => {
			const server = slowServer();
			let book = new Casebook(USUAL, server.pageOf(USUAL, 0), server.asking);
			let view = { from: 0, to: 20 };
			let next: number | null = null;
			for (const step of all) {
				if (step.kind === 'ask') {
					view = { from: 0, to: 20 };
					next = null;
					void book.ask({ search: step.search });
				} else if (step.kind === 'load') {
					next = step.from;
					void book.load(next);
				} else if (step.kind === 'show') {
					view = { from: step.from, to: step.from + 20 };
					void book.show(view.from, view.to);
				} else if (step.kind === 'change') {
					server.change();
					void book.again();
				} else if (step.kind === 'leave and come back') {
					const kept = JSON.parse(JSON.stringify(book.keep())) as ReturnType<typeof book.keep>;
					while (server.underWay() > 0) await server.letGo(true);
					book = new Casebook(USUAL, server.pageOf(USUAL, 0), server.asking);
					next = null;
					void book.restore(kept);
					void book.show(view.from, view.to);
				} else await server.letGo(step.kind === 'lose');
				expect(server.underWay()).toBeLessThanOrEqual(1);
				const { question, totals, lines } = book.answered;
				for (const [place, { id }] of lines) {
					expect(place).toBeLessThan(totals.found);
					expect(id.startsWith(`${question.search} ${place} `)).toBe(true);
				}
			}
			for (let time = 0; time < 100; time += 1) {
				if (server.underWay() > 0) await server.letGo(false);
				else if (book.failure) void book.again();
				else break;
			}
			expect(book.failure).toBeNull();
			expect(book.answered.question).toBe(book.question);
			const { search } = book.question;
			expect(book.answered.totals).toEqual(server.pageOf(book.question, 0).totals);
			for (let place = view.from; place < Math.min(view.to, book.answered.totals.found); place += 1)
				expect(book.at(place)?.id).toBe(server.idOf(search, place));
			if (next !== null && next < book.answered.totals.found)
				expect(book.at(next)?.id).toBe(server.idOf(search, next));
		}),
		{ numRuns: runs(500) }
	);
});

it('does not go back to what was kept where the page itself has come with the same, and newer', () => {
	const server = slowServer();
	const kept = new Casebook(USUAL, server.pageOf(USUAL, 0), server.asking).keep();
	server.change();
	const book = new Casebook(USUAL, server.pageOf(USUAL, 0), server.asking);
	void book.restore(kept);
	expect([book.at(0)?.id, server.underWay()]).toEqual([server.idOf('', 0), 0]);
	void book.restore({ ...kept, question: { ...USUAL, search: 'a' } });
	expect([book.question.search, server.underWay()]).toEqual(['a', 1]);
});
