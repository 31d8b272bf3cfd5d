import { accountChange, type AccountChange } from '$lib/document/schema/people';
import { answering, refuse } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import {
	changeRole,
	lockAccount,
	newLink,
	setDirectoryName,
	unlockAccount,
	type AccountResult
} from '$lib/server/people/accounts';
import { resetFactors } from '$lib/server/people/second-factor/factors';
import { json } from '@sveltejs/kit';
import type { Actor } from '$lib/server/people/actor';
import type { RequestHandler } from './$types';
import { answerToResult } from '../answer';

/** Locks, unlocks or resets an account, or gives it another role. */
export const POST: RequestHandler = ({ request, params, locals }) =>
	answering(async () => {
		const body = await readBody(request, accountChange);
		if (!body.ok) return body.refusal;
		const change = body.value;
		if (change.what === 'reset') {
			const reset = await resetFactors(params.account, locals.actor);
			return reset.kind === 'refused' ? refuse(422, reset.message) : json({ reset: reset.kind });
		}
		return answerToResult(await carriedOut(params.account, change, locals.actor));
	});

function carriedOut(
	id: string,
	change: Exclude<AccountChange, { what: 'reset' }>,
	actor: Actor
): Promise<AccountResult> {
	switch (change.what) {
		case 'lock':
			return lockAccount(id, actor);
		case 'unlock':
			return unlockAccount(id, actor);
		case 'link':
			return newLink(id, actor);
		case 'directory':
			return setDirectoryName(id, change.name, actor);
		case 'role':
			return changeRole(id, change.role, actor);
	}
}
