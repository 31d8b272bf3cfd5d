import { refuse } from '$lib/server/answers';
import type { Doer, AccountResult } from '$lib/server/people/accounts';
import type { Actor } from '$lib/server/people/actor';
import { json } from '@sveltejs/kit';

export const doer = ({ person, address }: Actor): Doer => ({ who: person, address });

/** What became of an account, with the secret of its link where one was made. */
export const answerToResult = (done: AccountResult): Response =>
	done.kind === 'done'
		? json({ account: done.account, secret: done.secret })
		: refuse(422, done.message);
