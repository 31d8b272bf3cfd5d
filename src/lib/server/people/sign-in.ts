/** Signing in with a password: the session, or what else is needed before it begins. */
import type { Person } from '../../document/people';
import type { NextStep } from '../../document/second-factor';
import { writing } from '../database';
import { beginStep } from './second-factor/next-step';
import { beginSession, identified, type Identified } from './sessions';
import { append } from './trail';

export type SignIn =
	| Exclude<Identified, { kind: 'done' }>
	| { readonly kind: 'next'; readonly next: NextStep }
	| { readonly kind: 'done'; readonly person: Person; readonly secret: string };

/** Signs in. The session is always a new one, whatever the browser had before. */
export async function signIn(typed: string, password: string, address: string): Promise<SignIn> {
	const known = await identified(typed, password, address);
	if (known.kind !== 'done') return known;
	const { person } = known;
	const next = await beginStep(person);
	if (next !== null) return { kind: 'next', next };
	const secret = await writing(async (statements) => {
		const begun = await beginSession(statements, person);
		await append(statements, person, address, [{ what: 'signed in' }]);
		return begun;
	});
	return { kind: 'done', person, secret };
}
