/** Detects the type of a file and decodes its text; refuses what cannot be read before anything is parsed. */
import { messagesOf, type Locale } from '../messages/message';
import en from '../messages/en/exchange.json';

const { text } = messagesOf('exchange', en);

/** A file that is not taken, with one sentence that says where, what and what is allowed. */
export class Refusal extends Error {
	override readonly name = 'Refusal';
}

export function refuse(
	locale: Locale,
	id: keyof typeof en,
	parts: Readonly<Record<string, string | number>> = {}
): never {
	throw new Refusal(text(locale, id, parts));
}

export const LIMITS_OF_FILES = {
	/** Bytes of a table or a statement. */
	bytes: 5 * 1024 * 1024,
	/** Bytes of a file of cases: a whole casebook is read back. */
	cases: 256 * 1024 * 1024,
	/** Rows and columns of a table, and cells of all its sheets together. */
	rows: 10_000,
	columns: 200,
	cells: 500_000,
	/** Cells of a workbook that are merged into others. */
	merged: 100_000,
	/** Columns of a sheet that have a width: as many as any sheet has. */
	widths: 16_384,
	/** Bytes that a workbook unpacks to. */
	unpacked: 100 * 1024 * 1024
} as const;

export interface NamedBytes {
	readonly name: string;
	readonly bytes: Uint8Array;
}

export type FileKind = 'csv' | 'xlsx' | 'ofx' | 'json';

const BY_EXTENSION: Readonly<Record<string, FileKind>> = {
	csv: 'csv',
	tsv: 'csv',
	txt: 'csv',
	xlsx: 'xlsx',
	ofx: 'ofx',
	qfx: 'ofx',
	json: 'json'
};

const saidKind = (name: string): FileKind | undefined =>
	BY_EXTENSION[/\.([^.]+)$/.exec(name.toLowerCase())?.[1] ?? ''];

/** Most bytes of a file with this name. */
export const mostBytes = (name: string): number =>
	saidKind(name) === 'json' ? LIMITS_OF_FILES.cases : LIMITS_OF_FILES.bytes;

/** The kind that a file's name says, which its first bytes must not contradict. */
export function kindOf(file: NamedBytes, locale: Locale): FileKind {
	const { name, bytes } = file;
	const most = mostBytes(name);
	if (bytes.length > most) refuse(locale, 'too large', { name, most: most / 1024 / 1024 });
	if (bytes.length === 0) refuse(locale, 'nothing in it', { name });
	const said = saidKind(name);
	if (!said) refuse(locale, 'unknown kind', { name });
	const is = isArchive(bytes) ? 'xlsx' : kindOfText(textOf(file, locale), said);
	if (is !== said) refuse(locale, 'another kind', { name, is });
	return said;
}

/** The mark at the beginning of every zip archive, which a workbook is. */
const isArchive = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

function kindOfText(written: string, said: FileKind): FileKind | 'something else' {
	const begin = written.slice(0, 4000).trimStart();
	if (/^\s*(OFXHEADER\b|<\?xml[^>]*\?>\s*(<\?OFX|<OFX>)|<\?OFX|<OFX>)/i.test(begin)) return 'ofx';
	if (/^[{[]/.test(begin)) return 'json';
	return said === 'csv' && !/^<[!?a-z]/i.test(begin) ? 'csv' : 'something else';
}

/** Control characters that no text has. */
const NO_TEXT = /[^\t\n\v\f\r\u0020-\u007e\u00a0-\u{10ffff}]/u;

/**
 * The text of a file: UTF-8, UTF-16 with its mark, or, where neither can be, what sheets of western countries have
 * saved for decades (windows-1252).
 */
export function textOf({ name, bytes }: NamedBytes, locale: Locale): string {
	const [first, second] = bytes;
	const marked = first === 0xff && second === 0xfe ? 'utf-16le' : null;
	const encoding = marked ?? (first === 0xfe && second === 0xff ? 'utf-16be' : 'utf-8');
	const written = decoded(bytes, encoding) ?? decoded(bytes, 'windows-1252') ?? '';
	if (NO_TEXT.test(written)) refuse(locale, 'no text', { name });
	return written;
}

function decoded(bytes: Uint8Array, encoding: string): string | null {
	try {
		return new TextDecoder(encoding, { fatal: true }).decode(bytes);
	} catch {
		return null;
	}
}

/** Bytes in base64 (RFC 4648), in a page. */
export function base64Of(bytes: Uint8Array): string {
	let binary = '';
	for (let from = 0; from < bytes.length; from += 8192) {
		binary += String.fromCharCode(...bytes.subarray(from, from + 8192));
	}
	return btoa(binary);
}
