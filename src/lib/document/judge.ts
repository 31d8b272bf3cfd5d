/** Judges what was sent as a case, or as several: a question and an answer that can go from one thread to another. */
import type { Operation } from 'fast-json-patch';
import {
	caseDocument,
	inOurWords,
	problemsOf,
	takenRequest,
	type CaseDocument,
	type Problem
} from './case';
import { differenceBetween } from './patches';

export type Sent =
	/** What a case is to become, as changes have made it. */
	| { readonly kind: 'document'; readonly document: object }
	/** Cases from elsewhere, as UTF-8 of JSON. */
	| { readonly kind: 'cases'; readonly bytes: Uint8Array<ArrayBuffer> };

export type Judged =
	| { readonly kind: 'refused'; readonly problems: readonly Problem[] }
	| { readonly kind: 'no json' }
	/** What has to change in it so that it is written as a case is: nothing, mostly. */
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
