/** How people come in by the agency's directory, as the page and the server speak of it. */

/** Gives a role to those of whom the directory says this. */
export interface DirectoryRule {
	/** What the directory says of somebody, by its name there; parts of it after dots. */
	readonly claim: string;
	/** What it has to be, or to have among others. */
	readonly value: string;
	readonly role: string;
}

export interface DirectoryPolicy {
	/** Whether who is not known here is let in, with the role that a rule gives. */
	readonly makesNewcomers: boolean;
	/** Whether passwords are good as well. */
	readonly passwords: boolean;
	/** The account whose password is good in any case. */
	readonly emergency: string | null;
	/** The first that holds gives the role. */
	readonly rules: readonly DirectoryRule[];
}

export const MOST_RULES = 40;
export const LONGEST_CLAIM = 100;
export const LONGEST_VALUE = 200;

/** Why somebody who came from the directory was not let in. */
export const DIRECTORY_REFUSALS = [
	/** It took too long, was begun in another browser, or was used before. */
	'stale',
	/** The directory does not answer. */
	'away',
	/** The directory said no, or somebody turned back there. */
	'denied',
	/** What came back was not the directory's. */
	'invalid',
	/** Nobody of this name is known here. */
	'unknown',
	/** No rule gives them a role. */
	'no role',
	'locked'
] as const;
export type DirectoryRefusal = (typeof DIRECTORY_REFUSALS)[number];
