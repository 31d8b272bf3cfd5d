/** On whose behalf something is done, and which cases that one sees. */
import type { Person } from '../../document/people';

export interface Actor {
	/** Who is signed in; null where there are no accounts. */
	readonly person: Person | null;
	/** From where it was asked. */
	readonly address: string;
}

/** The program itself, and whoever has its machine. */
export const THIS_MACHINE: Actor = { person: null, address: 'this machine' };

/** The account by which what somebody may see is limited; null: all of it. */
export const visibilityScope = ({ person }: Actor): string | null =>
	person === null || person.role === 'supervisor' ? null : person.id;

/** That a case is somebody’s own, where `$n` is what `visibilityScope` says: all for supervisors, and where nobody signs in. */
export const isHeld = (n: number): string => `($${n}::uuid is null or case_file.owner_id = $${n})`;

/** That a case is seen, where `$n` is what `visibilityScope` says. */
export const isVisible = (n: number): string => `($${n}::uuid is null or case_file.owner_id = $${n}
	or exists (select from case_share where case_share.case_id = case_file.id and account_id = $${n}))`;
