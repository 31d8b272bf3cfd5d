import { preloadCode } from '$app/navigation';

/** How long a page has been open before anything is loaded for others, in milliseconds. */
const AFTER = 5_000;

/**
 * Loads the code of other screens: they open without a wait then, and also while the server is away, since a browser
 * asks only once for code that it did not get. What `onMount` is given back ends it.
 */
export function codeAhead(paths: () => readonly string[]): () => void {
	const soon = setTimeout(() => {
		for (const path of paths()) preloadCode(path).catch(() => undefined);
	}, AFTER);
	return () => clearTimeout(soon);
}
