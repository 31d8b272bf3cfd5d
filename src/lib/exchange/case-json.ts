/** Cases as JSON: one, several or all of them, as they are in documents; taken back in they are equal. */
import { z } from 'zod';
import {
	caseFile,
	inOurWords,
	presentCaseFile,
	problemsOf,
	type CaseDocument
} from '../document/case';
import type { Spoken } from '../words/message';
import { refuse, textOf, type NamedBytes } from './bytes';

/** The name under which the JSON Schema is served and shipped. */
const SCHEMA_NAME = 'residuum-cases.schema.json';

export const casesJson = (documents: readonly CaseDocument[]): string =>
	[BEGINNING, ...documents.map(caseWithin), END].join('');

/** The same, part by part as the cases come. */
export async function* casesJsonOf(documents: AsyncIterable<CaseDocument>): AsyncGenerator<string> {
	yield BEGINNING;
	let at = 0;
	for await (const document of documents) {
		yield caseWithin(document, at);
		at += 1;
	}
	yield END;
}

const BEGINNING = `{\n\t"$schema": "${SCHEMA_NAME}",\n\t"cases": [`;
const END = '\n\t]\n}\n';
const caseWithin = (document: CaseDocument, at: number): string =>
	`${at === 0 ? '' : ','}\n\t\t${JSON.stringify(document, null, '\t').replaceAll('\n', '\n\t\t')}`;

/** The cases of a file, also of earlier versions of the document; a document by itself is one case. */
export function casesOf(file: NamedBytes, spoken: Spoken): CaseDocument[] {
	const { name } = file;
	let said: unknown;
	try {
		said = JSON.parse(textOf(file, spoken));
	} catch (error) {
		if (error instanceof SyntaxError) refuse(spoken, 'no json', { name });
		throw error;
	}
	const read = caseFile.safeParse(asCases(said), { error: inOurWords });
	if (read.success) return read.data.cases;
	const [problem] = problemsOf(read.error);
	const { at, message } = problem ?? { at: '', message: '' };
	return refuse(spoken, at === '' ? 'json problem' : 'json problem at', { name, at, message });
}

/** What a file says as a list of cases: a document by itself is one, also where it is kept as a “document” with more about it. */
function asCases(said: unknown): unknown {
	if (typeof said !== 'object' || said === null) return said;
	if ('version' in said) return { cases: [said] };
	return 'document' in said ? { cases: [said.document] } : said;
}

/** The JSON Schema (draft 2020-12) of such a file, made from the schema that judges it. */
export const jsonSchema = (): object =>
	z.toJSONSchema(presentCaseFile, { io: 'input', unrepresentable: 'any' });
