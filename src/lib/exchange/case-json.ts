/** Cases as JSON: one, several or all of them, as they are in documents; taken back in they are equal. They are read in `cases-read.ts`. */
import type { CaseDocument } from '../document/case';

/** The name under which the JSON Schema is served and shipped. */
const SCHEMA_NAME = 'residuum-cases.schema.json';

export const casesJson = (documents: readonly CaseDocument[]): string =>
	[BEGINNING, ...documents.flatMap((document, at) => [...partsOf(document, at)]), END].join('');

/** The same, part by part as the cases come. */
export async function* casesJsonOf(
	documents: AsyncIterable<CaseDocument> | Iterable<CaseDocument>
): AsyncGenerator<string> {
	yield BEGINNING;
	let at = 0;
	for await (const document of documents) {
		yield* partsOf(document, at);
		at += 1;
	}
	yield END;
}

const BEGINNING = `{\n\t"$schema": "${SCHEMA_NAME}",\n\t"cases": [`;
const END = '\n\t]\n}\n';

/** A case as it stands in a file, field by field and entry by entry: nobody waits until a large one is written out. */
function* partsOf(document: CaseDocument, at: number): Generator<string> {
	yield `${at === 0 ? '' : ','}\n\t\t{`;
	const fields = Object.entries(document).filter(([, value]) => value !== undefined);
	for (const [place, [name, value]] of fields.entries()) {
		yield `${place === 0 ? '' : ','}\n\t\t\t${JSON.stringify(name)}: `;
		if (!Array.isArray(value) || value.length === 0) yield indented(value, 3);
		else {
			for (const [index, entry] of value.entries())
				yield `${index === 0 ? '[' : ','}\n\t\t\t\t${indented(entry, 4)}`;
			yield '\n\t\t\t]';
		}
	}
	yield '\n\t\t}';
}

const indented = (value: unknown, depth: number): string =>
	JSON.stringify(value, null, '\t').replaceAll('\n', `\n${'\t'.repeat(depth)}`);
