/** What people may do: a role is a set of these, and everything asks for one by its name. */

export const CAPABILITIES = [
	/** To have cases, to change those that are seen, and to ask about many. */
	'work',
	/** To see every case, whoever has it, and to hold it like one's own. */
	'all cases',
	/** To say whose a case that one holds is. */
	'hand over',
	/** To give out a full copy of what is kept about the client of a case that one holds, and to delete it for good. */
	'forget',
	/** To change what the agency knows for all cases. */
	'reference',
	/** To let people in and to keep them out, and to make roles. */
	'people',
	/** To read who did what. */
	'trail',
	/** To let other programs in, on one's own behalf. */
	'programs'
] as const;
export type Capability = (typeof CAPABILITIES)[number];

/** Somebody as far as their role goes; null: whoever has a machine without accounts, who may do all. */
type Somebody = { readonly may: readonly Capability[] } | null;

/** Whether somebody may do something. */
export const may = (person: Somebody, capability: Capability): boolean =>
	person === null || person.may.includes(capability);

/** Whether somebody may do all of this themselves: nobody gives others more than that. */
export const mayAll = (person: Somebody, all: readonly Capability[]): boolean =>
	all.every((capability) => may(person, capability));

/** Whether a case is somebody's to hand over, to share and to delete: their own, or any for who sees all. */
export const holdsCase = (
	person: (Somebody & { readonly name: string }) | null,
	owner: string | null
): boolean =>
	person === null || (may(person, 'work') && (may(person, 'all cases') || owner === person.name));
