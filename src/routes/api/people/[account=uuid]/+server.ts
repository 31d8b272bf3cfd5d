import { accountChange, type AccountChange } from '$lib/document/schema/people';
import { answering } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import {
	changeRole,
	lockAccount,
	newLink,
	unlockAccount,
	type Doer,
	type Done
} from '$lib/server/people/accounts';
import type { RequestHandler } from './$types';
import { answerToDone, doer } from '../answer';

/** Locks, unlocks or resets an account, or gives it another role. */
export const POST: RequestHandler = ({ request, params, locals }) =>
	answering(async () => {
		const body = await readBody(request, accountChange);
		if (!body.ok) return body.refusal;
		return answerToDone(await carriedOut(params.account, body.value, doer(locals.by)));
	});

function carriedOut(id: string, change: AccountChange, by: Doer): Promise<Done> {
	switch (change.what) {
		case 'lock':
			return lockAccount(id, by);
		case 'unlock':
			return unlockAccount(id, by);
		case 'link':
			return newLink(id, by);
		case 'role':
			return changeRole(id, change.role, by);
	}
}
