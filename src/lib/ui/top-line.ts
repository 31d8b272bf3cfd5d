import { getContext, setContext } from 'svelte';
import type { Snippet } from 'svelte';

const KEY = Symbol('at the end of the top line');

/** The content at the end of the top line of every screen within. */
export const putInTopLine = (snippet: () => Snippet | null): void => {
	setContext(KEY, snippet);
};

export const inTopLine = (): Snippet | null =>
	getContext<(() => Snippet | null) | undefined>(KEY)?.() ?? null;
