/**
 * The queue of saves against a server in memory: answers that come late, get lost before or after the work is
 * done, refuse, or find the case changed elsewhere, in any order with typing, steps and leaving the page.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changesFrom, withChanges } from '../../src/lib/document/patches';
import { same } from '../../src/lib/document/same';
import {
	SaveQueue,
	type LeftBehind,
	type Server,
	type Stepped
} from '../../src/lib/desk/save-queue';
import { Case, NOT_ALLOWED, type Answer, type Doc } from '../support/case-in-memory';
import { runs } from '../support/random';

type Fate = 'arrives' | 'lost before' | 'lost after';

/** A window on the case, with the network and the clock in the test's hands. */
class Window {
	readonly stepped: Stepped<Doc>[] = [];
	queue: SaveQueue<Doc, string>;
	#waiting: { carryOut: () => Answer; resolve: (answer: Answer) => void }[] = [];
	#timers: { call: () => void; off: boolean }[] = [];
	#keys = 0;

	constructor(
		readonly file: Case,
		readonly name: string
	) {
		this.queue = this.#opened();
	}

	#opened(): SaveQueue<Doc, string> {
		const asked = (carryOut: () => Answer) =>
			new Promise<Answer>((resolve) => this.#waiting.push({ carryOut, resolve }));
		const server: Server<Doc, string> = {
			// As it goes over the wire: what changes in what the save says that it is based on.
			save: ({ basedOn, document, held, what, key }) => {
				const changes = changesFrom(held, document);
				return asked(() => {
					const sent = withChanges(this.file.held.document, changes) as Doc;
					return this.file.save(basedOn, sent, what, key);
				});
			},
			step: ({ direction, basedOn, key }) => asked(() => this.file.step(direction, basedOn, key))
		};
		const after = (_: number, call: () => void) => {
			const timer = { call, off: false };
			this.#timers.push(timer);
			return () => {
				timer.off = true;
			};
		};
		const newKey = () => `${this.name} ${(this.#keys += 1)}`;
		return new SaveQueue(this.file.held, server, after, newKey, (step) => {
			if (step) this.stepped.push(step);
		});
	}

	get isBusy(): boolean {
		return this.#waiting.length > 0 || this.#timers.some(({ off }) => !off);
	}

	/** Answers the request that has waited longest. */
	async answer(fate: Fate = 'arrives'): Promise<void> {
		const request = this.#waiting.shift();
		if (!request) return;
		const lost: Answer = { kind: 'unreachable', message: null };
		if (fate === 'lost before') request.resolve(lost);
		else {
			const answer = request.carryOut();
			request.resolve(fate === 'arrives' ? answer : lost);
		}
		for (let turn = 0; turn < 5; turn += 1) await Promise.resolve();
	}

	/** Time passes, until whatever was to come after a while has come. */
	pass(): void {
		for (const timer of this.#timers.splice(0)) if (!timer.off) timer.call();
	}

	/** Leaves the page and opens the case again; what was under way is carried out or not. */
	reload(arrives: boolean): void {
		const left: LeftBehind<Doc> | null = this.queue.leftBehind();
		this.queue.leave();
		if (arrives) for (const { carryOut } of this.#waiting) carryOut();
		this.#waiting = [];
		this.#timers = [];
		this.queue = this.#opened();
		if (left) this.queue.takeUp(JSON.parse(JSON.stringify(left)) as LeftBehind<Doc>);
	}

	/** Lets everything come to its end. */
	async settle(): Promise<void> {
		for (let round = 0; round < 200 && this.isBusy; round += 1) {
			await this.answer();
			this.pass();
		}
	}
}

const FIELDS = ['a', 'b', 'c'] as const;
const start: Doc = { a: 0, b: 0, c: 0 };

type Event =
	| { readonly do: 'type'; readonly field: (typeof FIELDS)[number]; readonly allowed: boolean }
	| { readonly do: 'undo' | 'redo' | 'time' | 'flush' }
	| { readonly do: 'answer'; readonly fate: Fate }
	| { readonly do: 'elsewhere'; readonly field: (typeof FIELDS)[number] }
	| { readonly do: 'settle'; readonly choice: 'mine' | 'theirs' }
	| { readonly do: 'reload'; readonly arrives: boolean };

const field = fc.constantFrom(...FIELDS);
const events: fc.Arbitrary<Event> = fc.oneof(
	{
		weight: 6,
		arbitrary: fc.record({
			do: fc.constant('type' as const),
			field,
			allowed: fc.constantFrom(true, true, true, false)
		})
	},
	{
		weight: 6,
		arbitrary: fc.record({
			do: fc.constant('answer' as const),
			fate: fc.constantFrom<Fate>('arrives', 'arrives', 'arrives', 'lost before', 'lost after')
		})
	},
	{
		weight: 4,
		arbitrary: fc.record({
			do: fc.constantFrom(
				'undo' as const,
				'redo' as const,
				'time' as const,
				'time' as const,
				'flush' as const
			)
		})
	},
	{ weight: 2, arbitrary: fc.record({ do: fc.constant('elsewhere' as const), field }) },
	{
		weight: 2,
		arbitrary: fc.record({
			do: fc.constant('settle' as const),
			choice: fc.constantFrom('mine' as const, 'theirs' as const)
		})
	},
	{ weight: 1, arbitrary: fc.record({ do: fc.constant('reload' as const), arrives: fc.boolean() }) }
);

describe('the queue of saves', () => {
	it('loses nothing that was typed, whatever comes between', async () => {
		await fc.assert(
			fc.asyncProperty(fc.array(events, { maxLength: 40 }), async (happens) => {
				const file = new Case(start);
				const here = new Window(file, 'here');
				let value = 0;
				/** What was typed and must be there: until a step, or until the other version is chosen. */
				let typed = new Map<string, number>();
				const expectTyped = (document: Doc, when: string) => {
					for (const [name, is] of typed)
						expect([when, name, document[name]]).toEqual([when, name, is]);
				};
				for (const event of happens) {
					value += 1;
					switch (event.do) {
						case 'type': {
							const next = event.allowed ? value : NOT_ALLOWED + value;
							typed.set(event.field, next);
							here.queue.change(event.field, (now) => ({ ...now, [event.field]: next }));
							break;
						}
						case 'undo':
						case 'redo':
							// What it takes back is the queue's business; what is typed after it must stay.
							if (here.queue.saving.kind !== 'conflict') typed = new Map();
							here.queue.step(event.do);
							break;
						case 'time':
							here.pass();
							break;
						case 'flush':
							void here.queue.flush();
							break;
						case 'answer':
							await here.answer(event.fate);
							break;
						case 'elsewhere': {
							const { revision, document } = file.held;
							// What had been saved and was then changed by somebody who saw it is theirs.
							if (document[event.field] === typed.get(event.field)) typed.delete(event.field);
							file.save(revision, { ...document, [event.field]: -value }, 'elsewhere', null);
							break;
						}
						case 'settle':
							if (here.queue.saving.kind === 'conflict' && event.choice === 'theirs')
								typed = new Map();
							here.queue.settle(event.choice);
							break;
						case 'reload':
							here.reload(event.arrives);
							// A step that was under way may have been taken or not.
							break;
					}
					if (event.do !== 'answer' || here.stepped.length === 0)
						expectTyped(here.queue.document, event.do);
					here.stepped.length = 0;
				}
				// What another window changed last is seen with the next change of this one.
				const last = value + 1;
				typed.set('a', last);
				here.queue.change('a', (now) => ({ ...now, a: last }));
				for (let round = 0; round < 4; round += 1) {
					await here.settle();
					here.queue.settle('mine');
				}
				await here.settle();
				expectTyped(here.queue.document, 'at the end');
				const { saving } = here.queue;
				if (saving.kind === 'refused') {
					// Still here, and fixed it is saved with all that was typed besides.
					expect(Object.values(here.queue.document).some((one) => one >= NOT_ALLOWED)).toBe(true);
					here.queue.change('fixed', (now) =>
						Object.fromEntries(Object.entries(now).map(([name, is]) => [name, is % NOT_ALLOWED]))
					);
					await here.settle();
				}
				expect(here.queue.saving.kind).toBe('saved');
				expect(file.held.document).toEqual(here.queue.document);
				expect(here.queue.undoable).toBe(file.held.undo);
				expect(here.queue.redoable).toBe(file.held.redo);
			}),
			{ numRuns: runs(3_000) }
		);
	});

	it('brings two windows together: each change of either is there, or is asked about', async () => {
		const steps = fc.array(
			fc.record({
				who: fc.nat(1),
				field,
				act: fc.constantFrom('type', 'time', 'answer', 'answer')
			}),
			{ maxLength: 30 }
		);
		await fc.assert(
			fc.asyncProperty(steps, async (happens) => {
				const file = new Case(start);
				const windows = [new Window(file, 'one'), new Window(file, 'other')];
				let value = 0;
				for (const { who, field: name, act } of happens) {
					const here = windows[who];
					if (!here) continue;
					value += 1;
					const next = value;
					if (act === 'type') here.queue.change(name, (now) => ({ ...now, [name]: next }));
					else if (act === 'time') here.pass();
					else await here.answer();
				}
				for (let round = 0; round < 4; round += 1) {
					for (const here of windows) {
						await here.settle();
						here.queue.settle('mine');
						await here.settle();
					}
				}
				expect(windows.map(({ queue }) => queue.saving.kind)).toEqual(['saved', 'saved']);
				const last = windows.find(({ queue }) => same(queue.document, file.held.document));
				expect(last === undefined && value > 0).toBe(false);
			}),
			{ numRuns: runs(500) }
		);
	});

	const opened = () => new Window(new Case(start), 'here');
	const typing = (here: Window, name: string, to: number) =>
		here.queue.change(name, (now) => ({ ...now, [name]: to }));

	it('makes one change of what is typed on in one field, and none of what is taken back at once', async () => {
		const here = opened();
		typing(here, 'a', 1);
		typing(here, 'a', 12);
		typing(here, 'a', 123);
		await here.settle();
		expect(here.file.held).toMatchObject({ revision: 1, document: { a: 123 }, undo: 'a' });
		typing(here, 'b', 5);
		typing(here, 'b', 0);
		expect(here.queue.saving.kind).toBe('saved');
		await here.settle();
		expect(here.file.held.revision).toBe(1);
		// Another change that leads back to where it was is one that can be undone.
		typing(here, 'b', 5);
		here.queue.change('deleted', (now) => ({ ...now, b: 0 }));
		await here.settle();
		expect(here.file.held).toMatchObject({ revision: 3, undo: 'deleted' });
	});

	it('tells changes apart by what they change, however alike they are called', async () => {
		const here = opened();
		const rate = (field: string, to: number) =>
			here.queue.change('annual rate', (now) => ({ ...now, [field]: to }), field);
		rate('a', 1);
		rate('a', 12);
		rate('b', 3);
		await here.settle();
		expect(here.file.held).toMatchObject({ revision: 2, document: { a: 12, b: 3 } });
		here.queue.step('undo');
		await here.settle();
		expect(here.queue.document).toMatchObject({ a: 12, b: 0 });
	});

	it('takes three steps that are asked for at once one after the other, and keeps what is typed meanwhile', async () => {
		const here = opened();
		for (const [at, name] of FIELDS.entries()) {
			typing(here, name, at + 1);
			await here.settle();
		}
		for (let time = 0; time < 3; time += 1) here.queue.step('undo');
		typing(here, 'b', 9);
		await here.settle();
		expect(here.queue.document).toEqual({ a: 0, b: 9, c: 0 });
		expect(here.stepped.map(({ what }) => what)).toEqual(['c', 'b', 'a']);
		expect(here.file.held).toMatchObject({ document: { a: 0, b: 9, c: 0 }, undo: 'b' });
	});

	it('merges what another window changed elsewhere without asking, and asks about the same', async () => {
		const here = opened();
		here.file.save(0, { ...start, b: 7 }, 'elsewhere', null);
		typing(here, 'a', 1);
		await here.settle();
		expect(here.file.held.document).toEqual({ a: 1, b: 7, c: 0 });
		here.file.save(2, { a: 5, b: 7, c: 0 }, 'elsewhere', null);
		typing(here, 'a', 2);
		typing(here, 'c', 3);
		await here.settle();
		expect(here.queue.saving).toEqual({
			kind: 'conflict',
			mine: { a: 2, b: 7, c: 3 },
			theirs: { a: 5, b: 7, c: 3 },
			authors: []
		});
		here.queue.settle('theirs');
		await here.settle();
		expect(here.file.held.document).toEqual({ a: 5, b: 7, c: 3 });
	});

	it('does not take a lost answer for a change of somebody else, nor carry anything out twice', async () => {
		const here = opened();
		typing(here, 'a', 1);
		here.pass();
		await here.answer('lost after');
		expect(here.queue.saving.kind).toBe('waiting');
		await here.settle();
		here.queue.step('undo');
		await here.answer('lost after');
		await here.settle();
		expect(here.file.held).toMatchObject({ revision: 2, document: start });
		expect(here.queue.saving.kind).toBe('saved');
	});

	it('keeps what is refused until it is fixed, or takes back just that', async () => {
		const here = opened();
		typing(here, 'a', NOT_ALLOWED);
		await here.settle();
		expect(here.queue.saving.kind).toBe('refused');
		typing(here, 'a', 4);
		await here.settle();
		expect(here.queue.saving.kind).toBe('saved');
		typing(here, 'b', NOT_ALLOWED);
		await here.settle();
		here.queue.step('undo');
		expect(here.queue.document).toEqual({ a: 4, b: 0, c: 0 });
		expect(here.queue.saving.kind).toBe('saved');
		expect(here.file.held.revision).toBe(1);
	});
});
