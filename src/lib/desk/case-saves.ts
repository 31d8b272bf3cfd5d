/** Saves of one case: what changes goes to the server, and what changes there comes back (RFC 6902). */
import type { CaseDocument, CaseState, Saved } from '../document/case';
import { changesFrom, withChanges } from '../document/patches';
import type { Problem } from '../document/schema/problems';
import { ask } from './requests';
import type { Server } from './save-queue';

/** The case as it was saved: what was sent or there before, with what is otherwise now. */
function stateSaved(saved: Saved, sent: CaseDocument): CaseState {
	if ('document' in saved) return saved;
	const { changes, ...told } = saved;
	const document = changes.length === 0 ? sent : (withChanges(sent, changes) as CaseDocument);
	return { ...told, document };
}

/** How the queue of saves of one case reaches the server. */
export function serverOf(id: string): Server<CaseDocument, Problem> {
	return {
		save: async ({ held, document, ...request }) => {
			const changesCurrency = held !== null && held.currency.code !== document.currency.code;
			const body = {
				...request,
				changes: changesFrom(held, document),
				...(changesCurrency ? { changesCurrency } : {})
			};
			const answer = await ask<Saved>('PUT', `/api/cases/${id}`, body);
			return answer.kind === 'done'
				? { kind: 'done', state: stateSaved(answer.value, document) }
				: answer;
		},
		step: async ({ direction, held, ...request }) => {
			const answer = await ask<Saved>('POST', `/api/cases/${id}/${direction}`, request);
			return answer.kind === 'done'
				? { kind: 'done', state: stateSaved(answer.value, held) }
				: answer;
		}
	};
}
