import { refuse } from '$lib/server/answers';
import type { Doer, Done } from '$lib/server/people/accounts';
import type { By } from '$lib/server/people/by';
import { json } from '@sveltejs/kit';

export const doer = ({ person, address }: By): Doer => ({ who: person, address });

/** What became of an account, with the secret of its link where one was made. */
export const answerToDone = (done: Done): Response =>
	done.kind === 'done'
		? json({ account: done.account, secret: done.secret })
		: refuse(422, done.message);
