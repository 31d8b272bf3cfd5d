/** Answers that are sent while they are written. */
import { Readable } from 'node:stream';
import { othersFirst } from './others-first';

/** The body of an answer, piece after piece as they are taken; after each everybody else has a turn. */
export const streamed = (
	pieces: AsyncIterable<string | Uint8Array>
): ReadableStream<Uint8Array<ArrayBuffer>> =>
	Readable.toWeb(Readable.from(inTurns(pieces), { objectMode: false })) as ReadableStream<
		Uint8Array<ArrayBuffer>
	>;

async function* inTurns<T>(pieces: AsyncIterable<T>): AsyncGenerator<T> {
	for await (const piece of pieces) {
		yield piece;
		await othersFirst();
	}
}
