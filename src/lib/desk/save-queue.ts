/**
 * The one way by which changes of a document reach the server: a state machine of plain data, without a
 * screen, a clock or a network of its own. Each change of one thing becomes one revision there; typing on in
 * the same field stays one change until it rests. Nothing that was typed is ever dropped but by a person:
 * what both windows changed is asked about, what the server refuses stays until it is fixed, and whatever
 * gets no answer is sent again, under the same key, so that the server knows it.
 */
import { same } from '../document/same';
import { merged } from './merge';
import { t } from '../words/labels/desk';

/** A document as the server has it, and what a step back or forward would change there. */
export interface Held<D> {
	readonly revision: number;
	readonly document: D;
	readonly undo: string | null;
	readonly redo: string | null;
}

/** The result of a request. */
export type Answered<D, P> =
	| { readonly kind: 'done'; readonly state: Held<D> }
	/** It was based on an old revision; nothing was changed, and this is how it is now. */
	| { readonly kind: 'stale'; readonly state: Held<D>; readonly authors: readonly string[] }
	/** It is not allowed, and would not be if it were sent again. */
	| { readonly kind: 'refused'; readonly message: string; readonly problems: readonly P[] }
	/** There was no answer, or one that says nothing about the change: it may have been made or not. */
	| { readonly kind: 'unreachable'; readonly message: string | null };

/** `key` is the same each time that a request is sent again. */
export interface Server<D, P> {
	save(request: {
		basedOn: number;
		document: D;
		what: string;
		key: string;
		/** The document at the revision that it is based on; null where that is not known yet. */
		held: D | null;
	}): Promise<Answered<D, P>>;
	step(request: {
		direction: Direction;
		basedOn: number;
		key: string;
		/** The document at that revision. */
		held: D;
	}): Promise<Answered<D, P>>;
}

export type Direction = 'undo' | 'redo';

/** Calls something after a while; the result prevents that. */
export type After = (milliseconds: number, call: () => void) => () => void;

/** Whether what is on screen is what the server has. */
export type Saving<D, P> =
	| { readonly kind: 'saved' }
	| { readonly kind: 'saving' }
	/** There is no answer, or no room; it is tried again. */
	| { readonly kind: 'waiting'; readonly message: string | null }
	| { readonly kind: 'refused'; readonly message: string; readonly problems: readonly P[] }
	/** Both windows changed the same; a person has to choose between the two versions. */
	| {
			readonly kind: 'conflict';
			readonly mine: D;
			readonly theirs: D;
			/** The people who changed it, where known. */
			readonly authors: readonly string[];
	  };

/** The unsaved work of a page that was left: its base, and the changes since, in order. */
export interface LeftBehind<D> {
	readonly base: Held<D>;
	readonly changes: readonly Change<D>[];
}

interface Change<D> {
	readonly key: string;
	readonly what: string;
	/** The part of the document that it changes: typing on there is the same change, elsewhere another one. */
	readonly at: string;
	readonly document: D;
}

/** A step back or forward that has been taken. */
export interface Stepped<D> {
	readonly direction: Direction;
	/** The change that was undone or redone. */
	readonly what: string;
	readonly before: D;
	readonly after: D;
}

type Refusal<P> = Extract<Saving<never, P>, { kind: 'refused' }>;

interface Step {
	readonly key: string;
	readonly direction: Direction;
}

/** Typing rests for so long before it is saved, in milliseconds. */
const PAUSE = 700;
/** After so long what got no answer is sent again; each further time after twice as long, up to the last. */
const RETRY = [1_000, 2_000, 4_000, 8_000, 15_000];

type Task<D> = ({ readonly of: 'change' } & Change<D>) | ({ readonly of: 'step' } & Step);

export class SaveQueue<D, P> {
	/** The document with all changes in it. */
	document: D;
	/** The server's latest state, on which everything that waits is based. */
	#base: Held<D>;
	/** The waiting tasks in order; the first may be under way. */
	#tasks: Task<D>[] = [];
	#sending = false;
	/** Whether the last change may still be continued. */
	#isOpen = false;
	#refusal: Refusal<P> | null = null;
	#conflict: {
		readonly mine: D;
		readonly theirs: D;
		readonly authors: readonly string[];
	} | null = null;
	#unanswered: { readonly times: number; readonly message: string | null } | null = null;
	#stopWaiting: (() => void) | null = null;
	#idle: (() => void)[] = [];

	constructor(
		state: Held<D>,
		private readonly server: Server<D, P>,
		private readonly after: After,
		private readonly newKey: () => string,
		/** Told after whatever has changed about it; of a step also what it did. */
		private readonly told: (stepped: Stepped<D> | null) => void
	) {
		this.#base = state;
		this.document = state.document;
	}

	get saving(): Saving<D, P> {
		if (this.#conflict) return { kind: 'conflict', ...this.#conflict };
		if (this.#unanswered) return { kind: 'waiting', message: this.#unanswered.message };
		if (this.#tasks.length > 0) return { kind: 'saving' };
		return this.#refusal ?? { kind: 'saved' };
	}

	/** The change that undo would revert; may be a refused one, which is only here. */
	get undoable(): string | null {
		const waiting = this.#tasks.findLast((task) => task.of === 'change');
		if (waiting) return waiting.what;
		return this.#refusal ? t('unsaved change') : this.#base.undo;
	}

	get redoable(): string | null {
		return this.#tasks.length > 0 || this.#refusal ? null : this.#base.redo;
	}

	/** Changes the document; `what` says what changed, in the words of the undo button, `at` tells one field from others. */
	change(what: string, update: (document: D) => D, at = what): void {
		this.document = update(this.document);
		if (this.#conflict) {
			// It is in either version, whichever is chosen.
			const { mine, theirs, authors } = this.#conflict;
			this.#conflict = { mine: update(mine), theirs: update(theirs), authors };
			return this.told(null);
		}
		const last = this.#tasks.at(-1);
		const underWay = this.#sending && this.#tasks.length === 1;
		if (!this.#sending && this.#isAsHeld(at)) {
			// What was typed has been taken back before it was saved.
			this.#tasks = [];
			this.#refusal = null;
			return this.told(null);
		}
		if (last?.of === 'change' && last.at === at && this.#isOpen && !underWay) {
			this.#tasks[this.#tasks.length - 1] = { ...last, document: this.document };
		} else this.#tasks.push(this.#newChange(what, at));
		this.#isOpen = true;
		this.#wait(PAUSE);
		this.told(null);
	}

	/** Whether a change that is still being made has come to nothing: the server has it so already. */
	#isAsHeld(at: string): boolean {
		const [only, ...others] = this.#tasks;
		const isSame = only === undefined || (only.of === 'change' && only.at === at && this.#isOpen);
		return isSame && others.length === 0 && same(this.document, this.#base.document);
	}

	#newChange(what: string, at = what): Extract<Task<D>, { of: 'change' }> {
		return { of: 'change', key: this.newKey(), what, at, document: this.document };
	}

	/** Takes the last change back, or makes it again, once what waits is saved. */
	step(direction: Direction): void {
		if (this.#conflict) return;
		if (this.#refusal && this.#tasks.length === 0) {
			if (direction === 'undo') this.#dropRefused();
			return;
		}
		this.#isOpen = false;
		this.#tasks.push({ of: 'step', key: this.newKey(), direction });
		this.#send();
		this.told(null);
	}

	/** A change that was refused is only here: taken back, the document is what the server has. */
	#dropRefused(): void {
		const before = this.document;
		this.document = this.#base.document;
		this.#refusal = null;
		const what = t('unsaved change');
		this.told({ direction: 'undo', what, before, after: this.document });
	}

	/** Sends what waits; resolves when nothing does any more, or when it can't go on by itself. */
	flush(): Promise<void> {
		this.#isOpen = false;
		this.#send();
		if (this.#isIdle()) return Promise.resolve();
		return new Promise((resolve) => this.#idle.push(resolve));
	}

	/** After a change elsewhere: with what is here where both changed the same, or with what is there. */
	settle(choice: 'mine' | 'theirs'): void {
		if (!this.#conflict) return;
		this.document = this.#conflict[choice];
		this.#conflict = null;
		this.#keepLocal(t('version kept over another'));
		this.#send();
		this.told(null);
	}

	/** The unsaved changes of a page that is being left; null if there are none. */
	leftBehind(): LeftBehind<D> | null {
		const changes = this.#tasks.flatMap((task) => (task.of === 'change' ? [task] : []));
		const refused =
			this.#refusal && changes.length === 0 ? [this.#newChange(t('what you typed'))] : [];
		const left = [...changes, ...refused].flatMap((task) => (task.of === 'change' ? [task] : []));
		if (left.length === 0 && !this.#conflict) return null;
		if (left.length > 0) return { base: this.#base, changes: left };
		return {
			base: this.#base,
			changes: [this.#newChange(t('what you typed'))]
		};
	}

	/**
	 * The page is going: what still waits is sent at once, without waiting for what is under way. Should that
	 * not arrive, it was left behind; should it, its key says so.
	 */
	leave(): void {
		this.#isOpen = false;
		if (!this.#sending) return this.#send();
		const last = this.#tasks.at(-1);
		if (last?.of !== 'change' || this.#tasks.length !== 2) return;
		const { document, what, key } = last;
		const [first] = this.#tasks;
		const held = first?.of === 'change' ? first.document : null;
		void this.server.save({ basedOn: this.#base.revision + 1, document, what, key, held });
	}

	/** Goes on with what a page that was left had still to save. */
	takeUp({ base, changes }: LeftBehind<D>): void {
		const last = changes.at(-1);
		if (!last || this.#tasks.length > 0 || same(last.document, this.#base.document)) return;
		// A revision that is older than the left one can't be: it was another data folder.
		if (base.revision > this.#base.revision) return;
		this.#base = { ...this.#base, revision: base.revision, document: base.document };
		this.#tasks = changes.map((change) => ({ ...change, of: 'change' }));
		this.document = last.document;
		this.#send();
		this.told(null);
	}

	#wait(milliseconds: number): void {
		this.#stopWaiting?.();
		this.#stopWaiting = this.after(milliseconds, () => {
			this.#stopWaiting = null;
			this.#isOpen = false;
			this.#send();
		});
	}

	/** Sends the first of what waits, unless it is still being typed. */
	#send(): void {
		const [task] = this.#tasks;
		const isTyped = this.#isOpen && this.#tasks.length === 1;
		if (!task || isTyped || this.#sending || this.#conflict) return;
		this.#sending = true;
		const basedOn = this.#base.revision;
		const asked =
			task.of === 'step'
				? this.server.step({
						direction: task.direction,
						basedOn,
						key: task.key,
						held: this.#base.document
					})
				: this.server.save({
						basedOn,
						document: task.document,
						what: task.what,
						key: task.key,
						held: this.#base.document
					});
		void asked.then((answer) => {
			this.#sending = false;
			const stepped = this.#take(task, answer);
			if (!this.#unanswered) this.#send();
			this.told(stepped);
			if (this.#isIdle()) for (const resolve of this.#idle.splice(0)) resolve();
		});
	}

	#isIdle(): boolean {
		if (this.#sending) return false;
		return this.#tasks.length === 0 || this.#conflict !== null || this.#unanswered !== null;
	}

	/** Applies an answer to the waiting tasks; returns the step it answered. */
	#take(task: Task<D>, answer: Answered<D, P>): Stepped<D> | null {
		if (answer.kind === 'unreachable') {
			const times = (this.#unanswered?.times ?? 0) + 1;
			this.#unanswered = { times, message: answer.message };
			this.#wait(RETRY[Math.min(times, RETRY.length) - 1] ?? 0);
			return null;
		}
		this.#unanswered = null;
		switch (answer.kind) {
			case 'done':
				return task.of === 'step'
					? this.#stepped(task, answer.state)
					: this.#saved(task, answer.state);
			case 'stale':
				this.#changedElsewhere(task, answer.state, answer.authors);
				return null;
			case 'refused':
				this.#tasks.shift();
				// A step that is not possible has nothing to take back.
				return task.of === 'change' ? this.#refused(task, answer) : null;
		}
	}

	#saved(task: Task<D> & { readonly of: 'change' }, state: Held<D>): null {
		this.#tasks.shift();
		this.#refusal = null;
		this.#base = state;
		// The server has it in its own words, or with what another window has changed since.
		this.#rebase(task.document, state.document);
		return null;
	}

	/** A refused change stays here until it is fixed, with the next one or by being taken back. */
	#refused(task: Change<D>, refusal: Refusal<P>): Stepped<D> | null {
		const [next] = this.#tasks;
		if (next?.of !== 'step') {
			this.#refusal = refusal;
			return null;
		}
		this.#tasks.shift();
		if (next.direction === 'redo') {
			this.#refusal = refusal;
			return null;
		}
		const before = this.document;
		this.#refusal = null;
		this.#rebase(task.document, this.#base.document);
		return { direction: 'undo', what: task.what, before, after: this.document };
	}

	#stepped({ direction }: Step, state: Held<D>): Stepped<D> {
		const { undo, redo, document: before } = this.#base;
		const what = (direction === 'undo' ? undo : redo) ?? '';
		this.#tasks.shift();
		this.#base = state;
		this.#rebase(before, state.document);
		return { direction, what, before, after: state.document };
	}

	/** Brings what was changed on top of one document onto another one. */
	#rebase(from: D, onto: D): void {
		if (same(from, onto)) return;
		const brought = (document: D) => merged(from, document, onto).mine;
		this.#tasks = this.#tasks.map((task) =>
			task.of === 'change' ? { ...task, document: brought(task.document) } : task
		);
		this.document = brought(this.document);
	}

	/** Another window was first: what only one of both changed is kept of each, and the rest is asked about. */
	#changedElsewhere(task: Task<D>, state: Held<D>, authors: readonly string[]): void {
		const what = task.of === 'change' ? task.what : 'changed while it was changed elsewhere';
		const { mine, theirs, conflicts } = merged(this.#base.document, this.document, state.document);
		this.#base = state;
		this.#tasks = [];
		this.document = mine;
		if (conflicts.length > 0) this.#conflict = { mine, theirs, authors };
		else this.#keepLocal(what);
	}

	/** Makes one change of everything that is here and not on the server. */
	#keepLocal(what: string): void {
		this.#refusal = null;
		this.#tasks = same(this.document, this.#base.document) ? [] : [this.#newChange(what)];
	}
}
