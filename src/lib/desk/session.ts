/** Events of a session: its end, its new beginning, and work to finish before it ends. */

/** The server said that nobody is signed in any more. */
const ended = new Set<() => void>();
/** The same person has signed in again. */
const goneOn = new Set<() => void>();
/** Somebody is about to sign out, or to load the page anew: what still waits is saved first. */
const ending = new Set<() => Promise<void>>();

function added<T>(calls: Set<T>, call: T): () => void {
	calls.add(call);
	return () => calls.delete(call);
}

export const onSignedOut = (call: () => void) => added(ended, call);
export const onSignedInAgain = (call: () => void) => added(goneOn, call);
export const beforeWorkEnds = (call: () => Promise<void>) => added(ending, call);

export const tellSignedOut = (): void => ended.forEach((call) => call());
export const tellSignedInAgain = (): void => goneOn.forEach((call) => call());

/** Waits for what is still to be saved. */
export async function finishWork(): Promise<void> {
	await Promise.all([...ending].map((call) => call()));
}
