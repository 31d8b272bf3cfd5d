/** The plans of a screen that is turned to a client, kept by this window alone until it is turned back. */
import type { ClientView } from '../handout/client-view';

const KEY = 'residuum-client-view';

/** Null: this window shows none. */
export function keptClientView(): ClientView | null {
	const kept = sessionStorage.getItem(KEY);
	return kept === null ? null : (JSON.parse(kept) as ClientView);
}

export const keepClientView = (view: ClientView): void =>
	sessionStorage.setItem(KEY, JSON.stringify(view));

export const forgetClientView = (): void => sessionStorage.removeItem(KEY);
