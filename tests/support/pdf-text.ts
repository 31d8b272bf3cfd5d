/** What a PDF says, read by a program of its own. */
import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';

export const hasReaders = existsSync('/usr/bin/pdftotext');

/** Each page as text, laid out as on paper. */
export const pdfPages = (bytes: Uint8Array): string[] =>
	execFileSync('pdftotext', ['-layout', '-', '-'], { input: bytes, encoding: 'utf8' })
		.split('\f')
		.slice(0, -1);

export const pdfText = (bytes: Uint8Array): string => pdfPages(bytes).join('\f');
