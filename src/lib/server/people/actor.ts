/** The person on whose behalf something is done, and the cases that this person sees. */
import { may } from '../../document/capabilities';
import type { Person } from '../../document/people';
import type { Scope } from '../../document/programs';

export interface Actor {
	/** The person signed in; null without accounts. */
	readonly person: Person | null;
	/** Whether they still need a second factor, and can do nothing before. */
	readonly mustEnroll?: boolean;
	/** The program that asks on their behalf; absent: they ask themselves. */
	readonly program?: ProgramAsking;
	/** The address of the request. */
	readonly address: string;
}

/** A program that somebody has let in. */
export interface ProgramAsking {
	/** Of its token. */
	readonly id: string;
	/** What it is let in for. */
	readonly purpose: string;
	readonly scopes: readonly Scope[];
}

/** The program itself, and whoever has its machine. */
export const THIS_MACHINE: Actor = { person: null, address: 'this machine' };

/** The account that limits what is visible; null: everything is. */
export const visibilityScope = ({ person }: Actor): string | null =>
	person === null || may(person, 'all cases') ? null : person.id;

/** SQL: the case belongs to the account `$n` of `visibilityScope`; all cases for who sees all, and without accounts. */
export const isHeld = (n: number): string => `($${n}::uuid is null or case_file.owner_id = $${n})`;

/** SQL: the case is visible to the account `$n` of `visibilityScope`. */
export const isVisible = (n: number): string => `($${n}::uuid is null or case_file.owner_id = $${n}
	or exists (select from case_share where case_share.case_id = case_file.id and account_id = $${n}))`;
