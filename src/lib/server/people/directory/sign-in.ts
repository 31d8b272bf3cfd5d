/** The way to the directory and back: each can be gone once, within minutes, in the browser that it was begun in. */
import type { DirectoryRefusal } from '../../../document/directory';
import type { Person } from '../../../document/people';
import { writing } from '../../database';
import { log, loggable } from '../../log';
import { beginSession } from '../sessions';
import { hashed, newToken } from '../tokens';
import { append } from '../trail';
import { addressOf, answerAt, type Granted, type Journey } from './client';
import { policyIn } from './policy';
import { seal, unseal } from './sealed';
import { personIn } from './who';

/** So long somebody may take at the directory, in milliseconds. */
const JOURNEY_LASTS = 600_000;

/** What the browser keeps, and where it goes; null where the directory does not answer. */
export async function beginJourney(
	back: string,
	to: string
): Promise<{ readonly secret: string; readonly address: string } | null> {
	const begun = await addressOf(back).catch((error: unknown) => {
		log.warn({ err: loggable(error) }, 'the directory does not answer');
		return null;
	});
	if (begun === null) return null;
	const { secret } = newToken();
	const { journey } = begun;
	await writing(async (statements) => {
		const now = new Date();
		await statements.query('delete from directory_attempt where began_at < $1', [
			new Date(now.getTime() - JOURNEY_LASTS)
		]);
		await statements.query(
			'insert into directory_attempt (state, sealed, began_at) values ($1, $2, $3)',
			[hashed(journey.state), seal(secret, { journey, to }), now]
		);
	});
	return { secret, address: begun.to.href };
}

export type Arrival =
	| {
			readonly kind: 'done';
			readonly person: Person;
			readonly secret: string;
			readonly to: string;
	  }
	| { readonly kind: 'refused'; readonly why: DirectoryRefusal };

/** Lets in who has come back from the directory, with the address that they came back to. */
export async function arrive(browser: string | null, address: URL, from: string): Promise<Arrival> {
	const begun = await takeJourney(browser, address.searchParams.get('state') ?? '');
	if (begun === null) return { kind: 'refused', why: 'stale' };
	const answer = await answerAt(address, begun.journey);
	if (answer.kind === 'refused') return turnedAway(answer.why, from);
	const { granted } = answer;
	const letIn = await writing(async (statements) => {
		const person = await personIn(statements, granted, await policyIn(statements), from);
		if (typeof person === 'string') return person;
		const secret = await beginSession(statements, person);
		const now = new Date();
		await statements.query(
			`insert into directory_session (token, subject, sid, sealed, renewed_at, tried_at)
			values ($1, $2, $3, $4, $5, $5)`,
			[hashed(secret), granted.subject, granted.sid, seal(secret, granted), now]
		);
		await append(statements, person, from, [{ what: 'signed in', detail: 'by the directory' }]);
		return { secret, person };
	});
	return typeof letIn === 'string'
		? turnedAway(letIn, from)
		: { kind: 'done', ...letIn, to: begun.to };
}

async function turnedAway(why: DirectoryRefusal, from: string): Promise<Arrival> {
	await writing((statements) =>
		append(statements, null, from, [
			{ what: 'was refused a sign-in', detail: `by the directory: ${why}` }
		])
	);
	return { kind: 'refused', why };
}

/** What was kept for the way back; it is gone then. */
async function takeJourney(
	browser: string | null,
	state: string
): Promise<{ readonly journey: Journey; readonly to: string } | null> {
	if (browser === null || state === '') return null;
	const { rows } = await writing((statements) =>
		statements.query<{ sealed: Uint8Array }>(
			'delete from directory_attempt where state = $1 and began_at >= $2 returning sealed',
			[hashed(state), new Date(Date.now() - JOURNEY_LASTS)]
		)
	);
	const [row] = rows;
	return row ? (unseal(browser, row.sealed) as Awaited<ReturnType<typeof takeJourney>>) : null;
}

/** What was granted to a session, as far as this secret opens it. */
export const grantedTo = (secret: string, sealed: Uint8Array): Granted | null =>
	unseal(secret, sealed) as Granted | null;
