/** Reference data of an agency as JSON: every dated row as it holds now; read back they are the same. */
import type { ReferencePut, ReferenceRow } from '../document/reference';
import { referenceFile } from '../document/schema/reference';
import { inOurWords, problemsOf, type Problem } from '../document/schema/problems';

export const referenceJson = (rows: readonly ReferenceRow[]): string =>
	`${JSON.stringify(
		{
			residuum: 'reference data',
			rows: rows.map(({ version: _v, writtenAt: _w, by: _b, ...row }) => row)
		},
		null,
		'\t'
	)}\n`;

/** The rows of a file, or what is wrong with it. */
export function readReferenceJson(
	text: string
):
	| { readonly ok: true; readonly rows: readonly ReferencePut[] }
	| { readonly ok: false; readonly problems: readonly Problem[] } {
	let sent: unknown;
	try {
		sent = JSON.parse(text);
	} catch {
		return { ok: false, problems: [] };
	}
	const parsed = referenceFile.safeParse(sent, { error: inOurWords });
	return parsed.success
		? { ok: true, rows: parsed.data.rows }
		: { ok: false, problems: problemsOf(parsed.error) };
}
