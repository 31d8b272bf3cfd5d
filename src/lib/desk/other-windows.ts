/** Between the windows of a browser: somebody has signed in in one of them. */

const CHANNEL = 'residuum-signed-in';

/** Says to the other windows of this browser that somebody has signed in. */
export function tellOtherWindows(): void {
	const channel = new BroadcastChannel(CHANNEL);
	channel.postMessage(null);
	channel.close();
}

export function onSignedInElsewhere(call: () => void): () => void {
	const channel = new BroadcastChannel(CHANNEL);
	channel.addEventListener('message', call);
	return () => channel.close();
}
