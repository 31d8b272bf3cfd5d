/**
 * `npm run --silent convert -- IN OUT`: reads a file of any format that is taken in, and writes another, without a
 * server. The kinds follow from the files' extensions. A refusal is one sentence on the error output, and exit 1.
 *
 * --debt NAME          that debt alone (csv), its schedule (pdf), its workbook (xlsx)
 * --plan NAME          that plan (csv, xlsx, ics, pdf, html, svg, eml); else the chosen one, or the first
 * --lang en|es|fr|de   the language of what the client gets
 * --paper a4|letter    its paper
 * --currency CODE      of a table, which doesn't name it; USD
 * --as-of DATE         the day of a table's balances; today
 * --numbers point|comma|space   --dates day|month|year   how a table is written, where it can't be seen
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { basename, extname, join } from 'node:path';
import { parseArgs } from 'node:util';
import { Refusal } from '../lib/exchange/bytes';
import type { Wanted } from '../lib/exchange/convert';
import { converted } from '../lib/handout/convert';
import { HANDOUT_LANGUAGES, PAPERS } from '../lib/document/handout-parts';
import { newCase } from '../lib/document/schema/case';
import { currencyOf } from '../lib/reading/currencies';
import { readBeside, type Question } from './read-beside';
import { DATE_ORDERS, NUMBER_STYLES, styleFor } from '../lib/messages/style';

const USAGE =
	'usage: npm run --silent convert -- IN OUT [--debt NAME] [--currency CODE] [--as-of DATE]';

async function main(): Promise<void> {
	const { values, positionals } = parseArgs({
		allowPositionals: true,
		options: {
			debt: { type: 'string' },
			plan: { type: 'string' },
			currency: { type: 'string', default: 'USD' },
			'as-of': { type: 'string', default: new Date().toISOString().slice(0, 10) },
			numbers: { type: 'string' },
			dates: { type: 'string' },
			lang: { type: 'string' },
			paper: { type: 'string' }
		}
	});
	const [from, to, ...more] = positionals;
	if (from === undefined || to === undefined || more.length > 0) throw new Refusal(USAGE);
	const kind = extname(to).slice(1).toLowerCase();
	const locale = { language: 'en' } as const;
	const wanted: Question['wanted'] = {
		fresh: freshCase(basename(from, extname(from)), values.currency, values['as-of']),
		style: {
			...chosen('numbers', NUMBER_STYLES, values.numbers),
			...chosen('dates', DATE_ORDERS, values.dates)
		},
		locale
	};
	const reader = join(import.meta.dirname, 'read-file.js');
	const file = { name: basename(from), bytes: bytesOf(from) };
	const documents = await readBeside(reader, file, wanted);
	const content = await converted(
		kind,
		documents,
		{
			debt: values.debt,
			plan: values.plan,
			language: oneOf('lang', HANDOUT_LANGUAGES, values.lang),
			paper: oneOf('paper', PAPERS, values.paper),
			locale,
			now: new Date(),
			newId: () => crypto.randomUUID()
		},
		{
			// What draws PDFs and writes mail is large, and seldom asked for.
			pdf: async (handout) => (await import('./pdf')).writtenPdf(handout),
			mail: async (message) => (await import('../lib/exchange/mail')).emlOf(message)
		},
		basename(to)
	);
	try {
		writeFileSync(to, content);
	} catch (error) {
		throw new Refusal(`“${to}” can’t be written: ${(error as Error).message}.`);
	}
}

function bytesOf(path: string): Uint8Array {
	try {
		return readFileSync(path);
	} catch (error) {
		throw new Refusal(`“${path}” can’t be read: ${(error as Error).message}.`);
	}
}

/** What a case is made with where the file is a table. */
function freshCase(label: string, code: string, asOf: string): Wanted['fresh'] {
	const currency = currencyOf(code.toUpperCase());
	if (!currency) throw new Refusal(`There is no currency “${code}”; allowed is an ISO 4217 code.`);
	const style = styleFor(currency.code, Intl.DateTimeFormat().resolvedOptions().locale);
	const read = newCase.safeParse({ label: label.slice(0, 80), currency, style, asOf });
	if (!read.success) throw new Refusal(read.error.issues[0]?.message ?? '');
	return read.data;
}

function chosen<T extends string>(what: string, among: readonly T[], value: string | undefined) {
	const found = oneOf(what, among, value);
	return found === undefined ? {} : { [what]: found };
}

function oneOf<T extends string>(
	what: string,
	among: readonly T[],
	value: string | undefined
): T | undefined {
	const found = among.find((one) => one === value);
	if (value !== undefined && found === undefined) {
		throw new Refusal(`--${what} is “${value}”; allowed is ${among.join(', ')}.`);
	}
	return found;
}

try {
	await main();
} catch (error) {
	if (!(error instanceof Refusal) && !isOfWords(error)) throw error;
	console.error((error as Error).message);
	process.exitCode = 1;
}

/** Whether it is about the words of the command: an option that there isn't, or one without a value. */
function isOfWords(error: unknown): boolean {
	return (error as { code?: string }).code?.startsWith('ERR_PARSE_ARGS') ?? false;
}
