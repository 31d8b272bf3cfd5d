import { preloadCode } from '$app/navigation';
import { serverAnswers } from '$lib/desk/requests';

/** How long a page has been open before anything is loaded for others, in milliseconds; also when it is tried again. */
const AFTER = 5_000;

/**
 * Loads the code of other screens: they open without a wait then, and also while the server is away. A browser asks
 * only once for code that it did not get, so nothing is loaded before the server has answered. What `onMount` is given
 * back ends it.
 */
export function codeAhead(paths: () => readonly string[]): () => void {
	let isOpen = true;
	void (async () => {
		do await new Promise((resolve) => setTimeout(resolve, AFTER));
		while (isOpen && !(await serverAnswers()));
		if (isOpen) for (const path of paths()) preloadCode(path).catch(() => undefined);
	})();
	return () => (isOpen = false);
}
