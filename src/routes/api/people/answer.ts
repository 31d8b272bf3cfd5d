import { refuse } from '$lib/server/answers';
import type { AccountResult } from '$lib/server/people/accounts';
import { json } from '@sveltejs/kit';

/** Answers with the changed account, and the secret of its new link, if any. */
export const answerToResult = (done: AccountResult): Response =>
	done.kind === 'done'
		? json({ account: done.account, secret: done.secret })
		: refuse(422, done.message);
