/** Creditors that can be asked for statements: one address, that of a stand-in in the demo. */
import { settings } from './settings';

/** How long a creditor may take, in milliseconds, and how much it may send. */
const PATIENCE = settings().creditorsWait;
const LONGEST = 2_000_000;

/** The result of requesting one account's statement. */
export type Asked =
	| { readonly kind: 'statement'; readonly text: string }
	| { readonly kind: 'silent' | 'unknown' | 'nonsense' | 'unset' };

/** The statement of an account up to a day, as the creditor sends it. */
export async function askCreditor(account: string, until: string): Promise<Asked> {
	const address = settings().creditors;
	if (address === null) return { kind: 'unset' };
	const path = `/accounts/${encodeURIComponent(account)}/statement?until=${until}`;
	try {
		const response = await fetch(new URL(path, address), {
			signal: AbortSignal.timeout(PATIENCE),
			redirect: 'error'
		});
		if (response.status === 404) return { kind: 'unknown' };
		if (!response.ok || !response.body) return { kind: 'silent' };
		const text = await read(response.body);
		return text === null ? { kind: 'nonsense' } : { kind: 'statement', text };
	} catch {
		return { kind: 'silent' };
	}
}

/** The whole of a body that is not longer than it may be. */
async function read(body: ReadableStream<Uint8Array>): Promise<string | null> {
	const decoder = new TextDecoder();
	let [text, length] = ['', 0];
	const reader = body.getReader();
	for (let part = await reader.read(); !part.done; part = await reader.read()) {
		length += part.value.byteLength;
		if (length > LONGEST) {
			await reader.cancel();
			return null;
		}
		text += decoder.decode(part.value, { stream: true });
	}
	return text + decoder.decode();
}
