/** The people of an agency and their roles, as the page and the server speak of them. */
import type { Capability } from './capabilities';

/** The roles that are there from the beginning, and stay as they are. */
export const BUILT_IN_ROLES = ['reader', 'counselor', 'supervisor'] as const;

/** A role as supervisors see it. */
export interface RoleSummary {
	readonly role: string;
	readonly may: readonly Capability[];
	readonly isBuiltIn: boolean;
	/** Whether whoever has it needs a second factor beside a password. */
	readonly needsSecondFactor: boolean;
}

/** Somebody with an account, and what their role lets them do as the server has found it. */
export interface Person {
	readonly id: string;
	readonly name: string;
	/** The name of their role. */
	readonly role: string;
	readonly may: readonly Capability[];
}

/** An account as supervisors see it. */
export interface AccountSummary extends Person {
	/** None until its link was used. */
	readonly hasPassword: boolean;
	readonly isLocked: boolean;
	/** Whether it comes in by the directory; waiting: it has not yet. */
	readonly directory: 'none' | 'waiting' | 'known';
	/** The name in the directory that it waits for, or came by the first time; none where that was never said. */
	readonly directoryName: string | null;
	/** Whether there is something beside the password. */
	readonly hasSecondFactor: boolean;
	/** Who has asked for that to be reset, and waits for another one. */
	readonly resetAskedBy: string | null;
	/** When it was last at work, as an instant. */
	readonly seenAt: string | null;
	/** How many cases are theirs. */
	readonly cases: number;
}

export const SHORTEST_PASSWORD = 12;
export const LONGEST_NAME = 60;
export const LONGEST_ROLE = 40;
/** Most roles that an agency has made. */
export const MOST_ROLES = 20;

/** Whose a case is, and who sees it beside them. */
export interface Holders {
	readonly owner: string | null;
	readonly shared: readonly string[];
	/** Everybody it could be handed to or shared with. */
	readonly people: readonly Person[];
}

/** The actions that the audit trail records. */
export type AuditEvent =
	| 'signed in'
	| 'was refused a sign-in'
	| 'signed out'
	| 'set a password'
	| 'added an account'
	| 'locked an account'
	| 'unlocked an account'
	| 'changed a role'
	| 'defined a role'
	| 'deleted a role'
	| 'changed how people sign in'
	| 'set up a second factor'
	| 'removed a second factor'
	| 'asked to reset a second factor'
	| 'reset a second factor'
	| 'changed who needs a second factor'
	| 'made a sign-in link'
	| 'let a program in'
	| 'kept a program out'
	| 'has a program told'
	| 'has a program told no more'
	| 'opened a case'
	| 'began a case'
	| 'took a case in'
	| 'changed a case'
	| 'deleted a case'
	| 'deleted a case for good'
	| 'brought a case back'
	| 'handed a case over'
	| 'shared a case'
	| 'exported a case'
	| 'exported the book'
	| 'gave out a full copy of a case'
	| 'put a message into the outbox'
	| 'opened a message'
	| 'changed reference data'
	| 'exported reference data'
	| 'read the trail'
	| 'let old entries go'
	| 'restored a backup';

export interface TrailEntry {
	readonly number: number;
	/** An instant. */
	readonly at: string;
	/** Null where nobody was signed in. */
	readonly name: string | null;
	readonly address: string;
	readonly what: AuditEvent;
	/** The case, message or account. */
	readonly subject: string | null;
	readonly detail: string | null;
}
