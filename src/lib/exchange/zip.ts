/** ZIP archives, written file by file as their parts come: none has to be in memory as a whole. */
import { Zip, ZipDeflate } from 'fflate';

export interface ZippedFile {
	readonly name: string;
	readonly parts: AsyncIterable<string | Uint8Array> | Iterable<string | Uint8Array>;
}

/** Bytes that are packed before what comes of them is handed on. */
const AT_ONCE = 131_072;

/** The bytes of an archive of files, each of the same instant. */
export async function* zipped(
	files: AsyncIterable<ZippedFile>,
	made: Date
): AsyncGenerator<Uint8Array<ArrayBuffer>> {
	let ready: Uint8Array<ArrayBuffer>[] = [];
	const archive = new Zip((error, bytes) => {
		if (error) throw error;
		ready.push(new Uint8Array(bytes));
	});
	function* taken() {
		yield* ready;
		ready = [];
	}
	const encoder = new TextEncoder();
	for await (const { name, parts } of files) {
		const file = new ZipDeflate(name);
		file.mtime = made;
		archive.add(file);
		for await (const part of parts) {
			const bytes = typeof part === 'string' ? encoder.encode(part) : part;
			for (let at = 0; at < bytes.length; at += AT_ONCE) {
				file.push(bytes.subarray(at, at + AT_ONCE));
				yield* taken();
			}
		}
		file.push(new Uint8Array(), true);
		yield* taken();
	}
	archive.end();
	yield* taken();
}
