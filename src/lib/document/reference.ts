/**
 * Reference data: what an agency knows that every case can follow, in dated rows. A row is never changed: a later
 * version of the same day takes its place. A case keeps what it took, and the version that it took it from.
 */
import type { CalendarDate } from '../core/quantities/calendar';
import type { z } from 'zod';
import type {
	agreementTerms,
	agencyFees,
	agencyTexts,
	creditorProfile,
	indexProfile,
	indexValue,
	letterhead,
	ReferenceRow,
	UsualLate
} from './schema/reference';
import type { ruleEntry } from './schema/debt';

export type { ReferencePut, ReferenceRow, UsualLate } from './schema/reference';
export type ReferenceKind = ReferenceRow['kind'];

export type CreditorProfile = z.infer<typeof creditorProfile>;
export type UsualAgreement = z.infer<typeof agreementTerms>;
export type IndexProfile = z.infer<typeof indexProfile>;
export type Letterhead = z.infer<typeof letterhead>;
export type AgencyFees = z.infer<typeof agencyFees>;
export type AgencyTexts = z.infer<typeof agencyTexts>;

/** What each kind of reference data has, by term. */
export interface ReferenceTerms {
	readonly creditor: {
		readonly profile: CreditorProfile;
		readonly minimum: z.infer<typeof ruleEntry>;
		readonly late: UsualLate;
		readonly agreement: UsualAgreement;
	};
	readonly index: {
		readonly profile: IndexProfile;
		readonly value: z.infer<typeof indexValue>;
	};
	readonly agency: {
		readonly letterhead: Letterhead;
		readonly fees: AgencyFees;
		readonly texts: AgencyTexts;
	};
}

/** A term with the day from which it holds, the version that says so, and where it is known from. */
export interface Held<T> {
	readonly content: T;
	readonly holdsFrom: CalendarDate;
	readonly version: number;
	readonly knownFrom: string;
}

/** The rows of a subject by term, the latest day first; of one day the latest version, without what was withdrawn. */
export function termsOfSubject(rows: readonly ReferenceRow[]): Map<string, Held<unknown>[]> {
	const latest = new Map<string, ReferenceRow>();
	for (const row of rows) {
		const key = `${row.term} ${row.holdsFrom}`;
		if ((latest.get(key)?.version ?? 0) < row.version) latest.set(key, row);
	}
	const terms = new Map<string, Held<unknown>[]>();
	for (const { term, content, holdsFrom, version, knownFrom } of latest.values()) {
		if (content === null) continue;
		terms.set(term, [...(terms.get(term) ?? []), { content, holdsFrom, version, knownFrom }]);
	}
	for (const list of terms.values()) list.sort((a, b) => (a.holdsFrom < b.holdsFrom ? 1 : -1));
	return terms;
}

/** What of a list of dated rows holds on a day; null: nothing yet. */
export const heldOn = <T>(list: readonly Held<T>[], day: CalendarDate): Held<T> | null =>
	list.reduce<Held<T> | null>(
		(found, one) =>
			one.holdsFrom <= day && (found === null || one.holdsFrom > found.holdsFrom) ? one : found,
		null
	);

/** The rows of a kind by the subject that they are of. */
export function bySubject<R extends Pick<ReferenceRow, 'kind' | 'subject'>>(
	rows: readonly R[],
	kind: ReferenceKind
): Map<string, R[]> {
	const subjects = new Map<string, R[]>();
	for (const row of rows) {
		if (row.kind !== kind) continue;
		const own = subjects.get(row.subject);
		if (own) own.push(row);
		else subjects.set(row.subject, [row]);
	}
	return subjects;
}
