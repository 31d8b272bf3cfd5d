import { preloadCode } from '$app/navigation';
import { serverAnswers } from '$lib/desk/requests';

/** How long a page has been open before anything is loaded for others, in milliseconds; also when it is tried again. */
const AFTER = 5_000;

/** Code that screens load after opening: charts, notes, and plan calculations. */
const PARTS: readonly (() => Promise<unknown>)[] = [
	() => import('$lib/ui/balance-chart'),
	() => import('$lib/ui/split-chart'),
	() => import('$lib/ui/curve-chart'),
	() => import('$lib/ui/money-chart'),
	() => import('$lib/ui/Note.svelte'),
	() => import('./cases/[id=uuid]/Balances.svelte'),
	() => import('./cases/[id=uuid]/ExportNote.svelte'),
	() => import('./cases/[id=uuid]/ImportedAccounts.svelte'),
	() => import('./cases/[id=uuid]/ProposedDebts.svelte'),
	() => import('./cases/[id=uuid]/StaleChoice.svelte'),
	() => import('./cases/[id=uuid]/pasted-rows'),
	() => import('./cases/[id=uuid]/plan/BudgetSheet.svelte'),
	() => import('./cases/[id=uuid]/plan/ChangeNote.svelte'),
	() => import('./cases/[id=uuid]/plan/OrderSearch.svelte'),
	() => import('./cases/[id=uuid]/plan/ShortOrder.svelte'),
	() => import('./cases/[id=uuid]/plan/OwnPart.svelte'),
	() => import('./cases/[id=uuid]/plan/StressTest.svelte'),
	() => import('./cases/[id=uuid]/plan/WhoPays.svelte'),
	() => import('./cases/[id=uuid]/plan/PlanWorkingNote.svelte'),
	() => import('./cases/[id=uuid]/progress/MonthMoney.svelte')
];

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
		if (!isOpen) return;
		const screens = paths().map((path) => () => preloadCode(path));
		// One at a time, where nobody waits for the page: all at once hold it for a tenth of a second and more.
		for (const load of [...screens, ...PARTS]) {
			await idle();
			void load().catch(() => undefined);
		}
	})();
	return () => (isOpen = false);
}

/** Waits until the page has nothing else to do, at most for a while. */
const idle = (): Promise<unknown> =>
	new Promise((resolve) =>
		// Not every browser says when it is idle.
		'requestIdleCallback' in window
			? requestIdleCallback(resolve, { timeout: 500 })
			: setTimeout(resolve, 50)
	);
