/** Judges what was sent as a case, or as several: a question and an answer that can go from one thread to another. */
import type { Operation } from 'fast-json-patch';
import type { z } from 'zod';
import { caseDocument, spanOf, takenRequest } from './schema/case';
import { inOurWords, problemsOf, type Problem } from './schema/problems';
import { VERSION } from './version';
import type { CaseDocument } from './case';
import { debtEntry, eventEntry, transactionEntry } from './schema/debt';
import { forecastEntry } from './schema/forecast';
import { rememberJudged } from './schema/judged-once';
import { recordedEvent, readingEntry, visitEntry } from './schema/life';
import { differenceBetween } from './patches';

export type Sent =
	/** The case after its changes. */
	| { readonly kind: 'document'; readonly document: object }
	/** Cases from elsewhere, as UTF-8 of JSON. */
	| { readonly kind: 'cases'; readonly bytes: Uint8Array<ArrayBuffer> };

export type Judged =
	| { readonly kind: 'refused'; readonly problems: readonly Problem[] }
	| { readonly kind: 'no json' }
	/** The changes that normalize it; mostly none. */
	| { readonly kind: 'document'; readonly changes: readonly Operation[] }
	| { readonly kind: 'cases'; readonly cases: readonly CaseDocument[] };

export function judge(sent: Sent): Judged {
	if (sent.kind === 'document') {
		const judged = caseDocument.safeParse(sent.document, { error: inOurWords });
		return judged.success
			? { kind: 'document', changes: differenceBetween(sent.document, judged.data) }
			: { kind: 'refused', problems: problemsOf(judged.error, 'document') };
	}
	let said: unknown;
	try {
		said = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(sent.bytes));
	} catch {
		return { kind: 'no json' };
	}
	const judged = takenRequest.safeParse(said, { error: inOurWords });
	return judged.success
		? { kind: 'cases', cases: judged.data.cases }
		: { kind: 'refused', problems: problemsOf(judged.error) };
}

/** Lists of a case that may be long, and what judges one of each. */
const LONG = {
	debts: debtEntry,
	forecasts: forecastEntry,
	visits: visitEntry,
	readings: readingEntry,
	recordedEvents: recordedEvent
} as const;
const LONG_OF_DEBT = { transactions: transactionEntry, events: eventEntry } as const;

/** Says of a case that was judged elsewhere that it was. */
export function rememberCase(document: CaseDocument): void {
	for (const debt of document.debts) rememberLists<keyof typeof LONG_OF_DEBT>(debt, LONG_OF_DEBT);
	rememberLists<keyof typeof LONG>(document, LONG);
}

const rememberLists = <K extends string>(
	of: { readonly [name in K]: readonly object[] },
	lists: { readonly [name in K]: z.ZodType }
): void => {
	for (const name of Object.keys(lists) as K[]) rememberJudged(lists[name], of[name]);
};

/** Works for so long, in milliseconds, before others have a turn. */
const TURN = 10;

/**
 * A case as it was kept, judged an entry after the other: between them others have their turn.
 * @throws ZodError where it is none
 */
export async function judgedInTurns(
	kept: unknown,
	turn: () => Promise<void>
): Promise<CaseDocument> {
	let began = performance.now();
	const entries = async (list: readonly unknown[], schema: z.ZodType): Promise<unknown[]> => {
		const judged: unknown[] = [];
		for (const entry of list) {
			const { data } = schema.safeParse(entry);
			// One that is refused is so again with the whole, and there it is said where it is.
			judged.push(data ?? entry);
			if (schema === debtEntry && data) spanOf(data as object);
			if (performance.now() - began < TURN) continue;
			await turn();
			began = performance.now();
		}
		return judged;
	};
	const lists = async (of: unknown, schemas: Readonly<Record<string, z.ZodType>>) => {
		if (typeof of !== 'object' || of === null || Array.isArray(of)) return of;
		const judged: Record<string, unknown> = { ...of };
		for (const [name, schema] of Object.entries(schemas)) {
			const list = judged[name];
			if (Array.isArray(list)) judged[name] = await entries(list, schema);
		}
		return judged;
	};
	const { version, debts } = (kept ?? {}) as { version?: unknown; debts?: unknown };
	// One of an earlier version has other entries.
	if (version !== VERSION) return caseDocument.parse(kept);
	if (!Array.isArray(debts)) return caseDocument.parse(await lists(kept, LONG));
	const inside: unknown[] = [];
	for (const debt of debts) inside.push(await lists(debt, LONG_OF_DEBT));
	return caseDocument.parse(await lists({ ...(kept as object), debts: inside }, LONG));
}
