/** Bodies of requests: read as they come, measured and refused before all of one is there. */
import type { z } from 'zod';
import { inOurWords, problemsOf } from '../document/schema/problems';
import type { CaseDocument } from '../document/case';
import { notSaved, refuse } from './answers';
import { judgedBeside } from './judging';
import { t } from './refusals';

/** Most requests are of some lines. */
const SMALL = 65_536;
/** One that may hold a whole case, or several. */
export const LARGEST = 8_000_000;
/** Bodies above this many bytes are validated in a thread of their own. */
const LARGE = 32_768;

/** A request's body that passed its schema, or the refusal to send. */
export type Body<T> =
	| { readonly ok: true; readonly value: T; readonly isLarge: boolean }
	| { readonly ok: false; readonly refusal: Response };

type Bytes =
	| { readonly ok: true; readonly bytes: Uint8Array<ArrayBuffer> }
	| { readonly ok: false; readonly refusal: Response };

/** Reads a body that is judged by a schema. */
export async function readBody<T>(
	request: Request,
	schema: z.ZodType<T>,
	most = SMALL
): Promise<Body<T>> {
	const read = await readBytes(request, most);
	if (!read.ok) return read;
	let sent: unknown;
	try {
		sent = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(read.bytes));
	} catch {
		return notJson();
	}
	const parsed = schema.safeParse(sent, { error: inOurWords });
	if (parsed.success) return { ok: true, value: parsed.data, isLarge: read.bytes.length > LARGE };
	return { ok: false, refusal: notSaved(problemsOf(parsed.error)) };
}

/** Reads a body of fields as forms are sent. */
export async function readForm(request: Request): Promise<Body<URLSearchParams>> {
	const read = await readBytes(request, SMALL);
	if (!read.ok) return read;
	const value = new URLSearchParams(new TextDecoder().decode(read.bytes));
	return { ok: true, value, isLarge: false };
}

const notJson = () => ({ ok: false, refusal: refuse(400, t('The request is not JSON.')) }) as const;

/** Reads a body that is cases from elsewhere; they are judged beside the program. */
export async function readCases(request: Request): Promise<Body<readonly CaseDocument[]>> {
	const read = await readBytes(request, LARGEST);
	if (!read.ok) return read;
	const judged = await judgedBeside({ kind: 'cases', bytes: read.bytes });
	switch (judged.kind) {
		case 'cases':
			return { ok: true, value: judged.cases, isLarge: true };
		case 'refused':
			return { ok: false, refusal: notSaved(judged.problems) };
		default:
			return notJson();
	}
}

/** Reads a body as it is, unless it is too long, or built as nothing is that anybody would send. */
async function readBytes(request: Request, most: number): Promise<Bytes> {
	const guard = new Structure();
	let chunks: Uint8Array[] = [];
	let length = 0;
	let refusal: Response | null = null;
	try {
		for await (const chunk of chunksOf(request)) {
			length += chunk.length;
			if (length > most) refusal ??= refuse(413, TOO_LONG());
			else if (!guard.isBearable(chunk)) refusal ??= notSaved([{ at: '', message: TOO_MUCH() }]);
			// Whoever is refused has to be let finish, else they never hear of it; nothing of it is kept.
			if (refusal) chunks = [];
			else chunks.push(chunk);
		}
	} catch (error) {
		// The server stops reading a body beyond its limit.
		if ((error as { status?: number }).status !== 413) throw error;
		refusal ??= refuse(413, TOO_LONG());
	}
	return refusal ? { ok: false, refusal } : { ok: true, bytes: joined(chunks, length) };
}

async function* chunksOf({ body }: Request): AsyncGenerator<Uint8Array> {
	const reader = body?.getReader();
	for (let part = await reader?.read(); part && !part.done; part = await reader?.read())
		yield part.value;
}

function joined(chunks: readonly Uint8Array[], length: number): Uint8Array<ArrayBuffer> {
	const bytes = new Uint8Array(length);
	let at = 0;
	for (const chunk of chunks) {
		bytes.set(chunk, at);
		at += chunk.length;
	}
	return bytes;
}

const TOO_LONG = () => t('The request is too large.');
const TOO_MUCH = () => t('The request has too many parts, or parts nested too deeply.');

/** Groups and lists within each other, all of them, and fields of one group: each far beyond what a case has. */
const DEEPEST = 32;
const MOST_PARTS = 150_000;
const MOST_FIELDS = 1_000;

const codeOf = (sign: string): number => sign.charCodeAt(0);
const QUOTE = codeOf('"');
const ESCAPE = codeOf('\\');
const COMMA = codeOf(',');
const [GROUP, GROUP_END] = [codeOf('{'), codeOf('}')];
const [LIST, LIST_END] = [codeOf('['), codeOf(']')];
/** So many bytes of a text are looked at one by one, between two jumps. */
const ONE_BY_ONE = 256;

/** Counts the structure of a JSON text while it arrives: parsing one of millions of groups takes seconds. */
class Structure {
	#parts = 0;
	#isText = false;
	#isEscaped = false;
	/** Fields so far of each group that is open; none are counted of a list. */
	readonly #open: (number | null)[] = [];
	#isBearable = true;

	/** Whether the text is bearable with what comes next. */
	isBearable(bytes: Uint8Array): boolean {
		this.#isBearable &&= this.#goesOn(bytes);
		return this.#isBearable;
	}

	#goesOn(bytes: Uint8Array): boolean {
		let at = this.#isText ? this.#pastText(bytes, 0) : 0;
		while (at < bytes.length) {
			const byte = bytes[at];
			at += 1;
			switch (byte) {
				case QUOTE:
					at = this.#pastText(bytes, at);
					break;
				case COMMA:
					if (!this.#hasRoomForField()) return false;
					break;
				case GROUP:
				case LIST:
					this.#open.push(byte === GROUP ? 1 : null);
					this.#parts += 1;
					if (this.#open.length > DEEPEST || this.#parts > MOST_PARTS) return false;
					break;
				case GROUP_END:
				case LIST_END:
					this.#open.pop();
					break;
				default:
			}
		}
		return true;
	}

	/**
	 * The place behind the end of a text, or of the bytes. A text may be millions of bytes: after some that are looked at one
	 * by one, all up to the next quote, and to the escapes before it, are passed at once.
	 */
	#pastText(bytes: Uint8Array, from: number): number {
		let isEscaped = this.#isEscaped;
		let at = from;
		this.#isText = true;
		while (at < bytes.length) {
			for (const end = Math.min(at + ONE_BY_ONE, bytes.length); at < end; at += 1) {
				if (isEscaped) isEscaped = false;
				else if (bytes[at] === ESCAPE) isEscaped = true;
				else if (bytes[at] === QUOTE) {
					this.#isText = false;
					this.#isEscaped = false;
					return at + 1;
				}
			}
			const quote = bytes.indexOf(QUOTE, at);
			let escapes = quote < 0 ? bytes.length : quote;
			while (escapes > at && bytes[escapes - 1] === ESCAPE) escapes -= 1;
			if (escapes > at) isEscaped = false;
			at = escapes;
		}
		this.#isEscaped = isEscaped;
		return at;
	}

	#hasRoomForField(): boolean {
		const last = this.#open.length - 1;
		const fields = this.#open[last];
		if (typeof fields === 'number') this.#open[last] = fields + 1;
		return typeof fields !== 'number' || fields < MOST_FIELDS;
	}
}
