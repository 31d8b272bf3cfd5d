import { refuse } from '$lib/server/answers';
import type { Doer, AccountResult } from '$lib/server/people/accounts';
import type { Actor } from '$lib/server/people/actor';
import { json } from '@sveltejs/kit';

export const doer = ({ person, address }: Actor): Doer => ({ who: person, address });

/** Answers with the changed account, and the secret of its new link, if any. */
export const answerToResult = (done: AccountResult): Response =>
	done.kind === 'done'
		? json({ account: done.account, secret: done.secret })
		: refuse(422, done.message);
