/** What people may do: a role is one line of a table here; everything else asks for a capability by its name. */
import type { Person, Role } from './people';

export const CAPABILITIES = [
	/** To have cases, to change those that are seen, and to ask about many. */
	'work',
	/** To see every case, whoever has it, and to hold it like one's own. */
	'all cases',
	/** To say whose a case is. */
	'hand over',
	/** To delete a case for good. */
	'forget',
	/** To change what the agency knows for all cases. */
	'reference',
	/** To let people in, and to keep them out. */
	'people',
	/** To read who did what. */
	'trail'
] as const;
export type Capability = (typeof CAPABILITIES)[number];

const OF_ROLE: Readonly<Record<Role, readonly Capability[]>> = {
	reader: [],
	counselor: ['work'],
	supervisor: CAPABILITIES
};

export const capabilitiesOf = (role: Role): readonly Capability[] => OF_ROLE[role];

/** The roles that have a capability. */
export const rolesWith = (capability: Capability): readonly Role[] =>
	(Object.keys(OF_ROLE) as Role[]).filter((role) => OF_ROLE[role].includes(capability));

/** A person signed in, with what they may do as the server has found it. */
export interface SignedIn extends Person {
	readonly may: readonly Capability[];
}

export const signedIn = ({ id, name, role }: Person): SignedIn => ({
	id,
	name,
	role,
	may: capabilitiesOf(role)
});

/** Whether somebody may do something; whoever has a machine without accounts may do all. */
export const may = (person: Pick<SignedIn, 'may'> | null, capability: Capability): boolean =>
	person === null || person.may.includes(capability);

/** Whether a case is somebody's to hand over, to share and to delete: their own, or any for who sees all. */
export const holdsCase = (person: SignedIn | null, owner: string | null): boolean =>
	person === null || (may(person, 'work') && (may(person, 'all cases') || owner === person.name));
