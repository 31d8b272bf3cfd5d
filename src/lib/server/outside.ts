/** Services outside of the program, asked with a time limit: what they send is measured, and judged by whoever asked. */

/** How much one may send, in bytes. */
const LONGEST = 2_000_000;

/** What came of a request: a text, or why there is none. */
export type Outside =
	| { readonly kind: 'text'; readonly text: string }
	| { readonly kind: 'silent' | 'unknown' | 'nonsense' | 'unset' };

/** Asks a service; `address` null: none is set. `patience` in milliseconds. */
export async function askOutside(
	address: string | null,
	path: string,
	patience: number
): Promise<Outside> {
	if (address === null) return { kind: 'unset' };
	try {
		const response = await fetch(new URL(path, address), {
			signal: AbortSignal.timeout(patience),
			redirect: 'error'
		});
		if (response.status === 404) return { kind: 'unknown' };
		if (!response.ok || !response.body) return { kind: 'silent' };
		const text = await read(response.body);
		return text === null ? { kind: 'nonsense' } : { kind: 'text', text };
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
