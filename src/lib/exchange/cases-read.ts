/** Reads cases from JSON, of this or any earlier version of the document, and says what such a file is. */
import { z } from 'zod';
import type { CaseDocument } from '../document/case';
import { caseFile, presentCaseFile } from '../document/schema/case';
import { inOurWords, problemsOf } from '../document/schema/problems';
import type { Locale } from '../messages/message';
import { refuse, textOf, type NamedBytes } from './bytes';

/** The cases of a file, also of earlier versions of the document; a document by itself is one case. */
export function casesOf(file: NamedBytes, locale: Locale): CaseDocument[] {
	const { name } = file;
	let said: unknown;
	try {
		said = JSON.parse(textOf(file, locale));
	} catch (error) {
		if (error instanceof SyntaxError) refuse(locale, 'no json', { name });
		throw error;
	}
	const read = caseFile.safeParse(asCases(said), { error: inOurWords });
	if (read.success) return read.data.cases;
	const [problem] = problemsOf(read.error);
	const { at, message } = problem ?? { at: '', message: '' };
	return refuse(locale, at === '' ? 'json problem' : 'json problem at', { name, at, message });
}

/** The cases of a file: a list, one document, or one wrapped as “document”. */
function asCases(said: unknown): unknown {
	if (typeof said !== 'object' || said === null) return said;
	if ('version' in said) return { cases: [said] };
	return 'document' in said ? { cases: [said.document] } : said;
}

/** The JSON Schema (draft 2020-12) of such a file, made from the schema that judges it. */
export const jsonSchema = (): object =>
	z.toJSONSchema(presentCaseFile, { io: 'input', unrepresentable: 'any' });
