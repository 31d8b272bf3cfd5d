import type { CalendarDate } from '$lib/core/quantities/calendar';
import { bySubject, type ReferencePut } from '$lib/document/reference';
import type { Creditor, CreditorNames } from '$lib/document/creditors';
import { Refusal, kindOf, mostBytes, textOf } from '$lib/exchange/bytes';
import { readCreditors, type ReadCreditors } from '$lib/exchange/creditors-csv';
import { readReferenceJson } from '$lib/exchange/reference-json';
import { rowsOfText } from '$lib/exchange/table';
import { SCREEN } from '$lib/reading/writing';
import { v4 as newId } from 'uuid';
import { t } from '$lib/words/labels/reference';

/** A file of creditors as it was read, before it is taken; or why it can't be. */
export type CreditorsFile =
	| ({ readonly name: string } & ReadCreditors)
	| { readonly refused: string };

/** Reads a table of creditors, or reference data as JSON, beside those that are recorded. */
export async function readCreditorsFile(
	file: File,
	known: { readonly list: readonly Creditor[]; readonly names: CreditorNames },
	today: CalendarDate
): Promise<CreditorsFile> {
	const { name } = file;
	try {
		const bytes = new Uint8Array(await file.slice(0, mostBytes(name) + 1).arrayBuffer());
		const named = { name, bytes };
		const kind = kindOf(named, SCREEN);
		if (kind === 'json') return ofJson(textOf(named, SCREEN), name, known.list);
		if (kind !== 'csv')
			return { refused: t('“{name}” is no table of creditors (CSV, JSON).', { name }) };
		const rows = rowsOfText(textOf(named, SCREEN), name, SCREEN);
		return { name, ...readCreditors(rows, { names: known.names, today, newId }) };
	} catch (error) {
		if (error instanceof Refusal) return { refused: error.message };
		throw error;
	}
}

function ofJson(text: string, name: string, list: readonly Creditor[]): CreditorsFile {
	const read = readReferenceJson(text);
	if (!read.ok) {
		const [first] = read.problems;
		return {
			refused: first
				? `${name}, ${first.at}: ${first.message}`
				: t('“{name}” is no file of reference data.', { name })
		};
	}
	const rows = read.rows.filter(({ kind }) => kind === 'creditor');
	const isKnown = new Set(list.map(({ id }) => id));
	const puts = rows.filter((row) => !isRecorded(row, list));
	const touched = new Set(puts.map(({ subject }) => subject));
	const subjects = [...bySubject(rows, 'creditor').keys()];
	const fresh = subjects.filter((id) => !isKnown.has(id)).length;
	const changed = subjects.filter((id) => isKnown.has(id) && touched.has(id)).length;
	return { name, puts, fresh, changed, same: subjects.length - fresh - changed, problems: [] };
}

/** Whether a row says what is recorded for its day already. */
function isRecorded(row: ReferencePut, list: readonly Creditor[]): boolean {
	const creditor = list.find(({ id }) => id === row.subject);
	if (!creditor) return false;
	const held =
		row.term === 'profile'
			? [creditor.profile]
			: (creditor[row.term as 'minimum' | 'late' | 'agreement'] ?? []);
	return held.some(
		({ content, holdsFrom, knownFrom }) =>
			holdsFrom === row.holdsFrom &&
			knownFrom === row.knownFrom &&
			JSON.stringify(content) === JSON.stringify(row.content)
	);
}
