/** The people of an agency, as the page and the server speak of them. */
import { z } from 'zod';
import { text } from './fields';

export const ROLES = ['counselor', 'supervisor', 'reader'] as const;
export type Role = (typeof ROLES)[number];

/** Who is signed in. */
export interface Person {
	readonly id: string;
	readonly name: string;
	readonly role: Role;
}

/** An account as supervisors see it. */
export interface AccountSummary extends Person {
	/** None until its link was used. */
	readonly hasPassword: boolean;
	readonly isLocked: boolean;
	/** When it was last at work, as an instant. */
	readonly seenAt: string | null;
	/** How many cases are theirs. */
	readonly cases: number;
}

export const SHORTEST_PASSWORD = 12;
export const LONGEST_NAME = 60;

const name = text('The name', 1, LONGEST_NAME);
/** More than any allowed password takes, however its characters are made up. */
const password = z.string().max(2_000);
const role = z.enum(ROLES);

export const signInRequest = z.strictObject({ name: z.string().max(200), password });
export const welcomeRequest = z.strictObject({ token: z.string().max(100), password });
/** The present password, and the one that is to be instead. */
export const passwordRequest = z.strictObject({ password, next: password });
export const newAccountRequest = z.strictObject({ name, role });

/** What a supervisor does to an account. */
export const accountChange = z.discriminatedUnion('what', [
	z.strictObject({ what: z.enum(['lock', 'unlock', 'link']) }),
	z.strictObject({ what: z.literal('role'), role })
]);
export type AccountChange = z.infer<typeof accountChange>;

const account = z.uuid();
export const ownerRequest = z.strictObject({ to: account });
export const sharedRequest = z.strictObject({ accounts: z.array(account).max(100) });
/** Whether somebody still has a case open. */
export const hereRequest = z.strictObject({ here: z.boolean() });

/** Whose a case is, and who sees it beside them. */
export interface Holders {
	readonly owner: string | null;
	readonly shared: readonly string[];
	/** Everybody it could be handed to or shared with. */
	readonly people: readonly Person[];
}

/** What is taken along from a case, made in the page. */
export const takenAlongRequest = z.strictObject({
	kind: z.string().regex(/^[a-z][a-z0-9-]{0,39}$/)
});

/** What the trail says that somebody did. */
export type Deed =
	| 'signed in'
	| 'was refused a sign-in'
	| 'signed out'
	| 'set a password'
	| 'added an account'
	| 'locked an account'
	| 'unlocked an account'
	| 'changed a role'
	| 'made a sign-in link'
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
	| 'put a message into the outbox'
	| 'opened a message'
	| 'read the trail'
	| 'restored a backup';

export interface TrailEntry {
	readonly number: number;
	/** An instant. */
	readonly at: string;
	/** Null where nobody was signed in. */
	readonly name: string | null;
	readonly address: string;
	readonly what: Deed;
	/** The case, message or account. */
	readonly subject: string | null;
	readonly detail: string | null;
}
