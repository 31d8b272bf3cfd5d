/**
 * Sign-ins, changes of who may come in, and refusals as lines of JSON in the log, for whatever collects it: they are there at
 * every level but `silent`, known by their `event`. No line has a client's figure or name, the identifier of a case, or what somebody typed.
 */
import type { AuditEvent } from '../../document/people';
import { log } from '../log';
import { settings } from '../settings';
import type { Decision } from './access';
import type { Actor } from './actor';

const lines = log.child({}, { level: settings().log === 'silent' ? 'silent' : 'info' });

/** What the trail has of access; the rest of it is about cases. */
const OF_ACCESS: ReadonlySet<AuditEvent> = new Set<AuditEvent>([
	'signed in',
	'was refused a sign-in',
	'signed out',
	'set a password',
	'added an account',
	'locked an account',
	'unlocked an account',
	'changed a role',
	'defined a role',
	'deleted a role',
	'changed how people sign in',
	'set up a second factor',
	'removed a second factor',
	'asked to reset a second factor',
	'reset a second factor',
	'changed who needs a second factor',
	'made a sign-in link',
	'let a program in',
	'kept a program out',
	'has a program told',
	'has a program told no more',
	'read the trail'
]);

/** Where a command does it, the terminal is answered, and the trail has it. */
const COMMAND = 'command';

/** Tells of what is being written into the trail, where it is about access. `account`: who does it; null: nobody is signed in. */
export function tellAccess(
	account: string | null,
	address: string,
	{ what, subject = null }: { readonly what: AuditEvent; readonly subject?: string | null }
): void {
	if (address === COMMAND || !OF_ACCESS.has(what)) return;
	lines.info({ event: what, account, subject, address });
}

/** Why a request is refused: by the table of access, or before it. */
export type RefusalReason =
	| Exclude<Decision, 'allowed'>
	| 'another origin'
	| 'no valid token'
	| 'too many requests';

/** Tells that a request was refused. `route`: as the table has it, without what stands in its places. */
export function tellRefusal(
	why: RefusalReason,
	{ route, method }: { readonly route: string | null; readonly method: string },
	{ person, program, address }: Actor
): void {
	const account = person?.id ?? null;
	lines.info({ event: 'refused', why, route, method, account, program: program?.id, address });
}
