/** Something that a note is about: what is there already changes as it is typed, something new counts once it is added. */
import { untrack } from 'svelte';

interface Noted<T> {
	readonly stored: T;
	/** Whether it is not there yet. */
	readonly fresh: boolean;
	readonly onchange: (next: T) => void;
	readonly onclose: () => void;
}

export class Draft<T> {
	#own = $state.raw() as T;
	/** Whether what it needs has been typed. */
	isNamed = $state(false);
	readonly #of: () => Noted<T>;

	/** `of`: a function, since what a note is given may change. */
	constructor(of: () => Noted<T>) {
		this.#of = of;
		this.#own = untrack(() => of().stored);
	}

	get now(): T {
		const { fresh, stored } = this.#of();
		return fresh ? this.#own : stored;
	}

	set(next: T): void {
		const { fresh, onchange } = this.#of();
		if (fresh) this.#own = next;
		else onchange(next);
	}

	/** Sets what it needs; nothing where what was typed can’t be read. */
	name(next: T | null): void {
		this.isNamed = next !== null;
		if (next !== null) this.set(next);
	}

	/** Adds it, where it is new and has what it needs, and closes the note. */
	enter(isReady = this.isNamed): void {
		const { fresh, onchange, onclose } = this.#of();
		if (fresh && !isReady) return;
		if (fresh) onchange(this.#own);
		onclose();
	}
}
