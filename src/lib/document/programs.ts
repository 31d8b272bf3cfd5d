/** Other programs that people let in: what a token lets one do, and what is known of each. */

export const SCOPES = [
	/** To read cases, and what their debts and plans come to. */
	'cases:read',
	/** To begin cases and to change them. */
	'cases:write',
	/** To record balances. */
	'readings:write',
	/** To have files made of cases. */
	'files:read'
] as const;
export type Scope = (typeof SCOPES)[number];

/** A program that was let in, as its person sees it, and whoever lets people in. */
export interface Program {
	readonly id: string;
	/** What it is let in for. */
	readonly purpose: string;
	/** On whose behalf it asks. */
	readonly person: string;
	readonly scopes: readonly Scope[];
	/** Instants. */
	readonly madeAt: string;
	readonly endsAt: string;
	/** Null: it has not asked for anything yet. */
	readonly usedAt: string | null;
	/** Whether it is let in no more, although nobody has taken its token back. */
	readonly isOver: boolean;
}

export const LONGEST_PURPOSE = 60;
/** Most programs that one person lets in at a time. */
export const MOST_PROGRAMS = 20;
/** For how many days one may be let in. */
export const TERMS = [30, 90, 180, 365] as const;
export type Term = (typeof TERMS)[number];

/** What programs can be told of. */
export const WEBHOOK_KINDS = [
	'case.created',
	'case.changed',
	'case.deleted',
	'case.restored'
] as const;
export type WebhookKind = (typeof WEBHOOK_KINDS)[number];

/** A program that is told of cases, as its person sees it, and whoever lets people in. */
export interface Webhook {
	readonly id: string;
	readonly address: string;
	/** Who sees the cases that it is told of. */
	readonly person: string;
	readonly kinds: readonly WebhookKind[];
	/** Instants. */
	readonly toldAt: string | null;
	/** Since when it can't be reached. */
	readonly failingSince: string | null;
	/** Whether it is told nothing any more: its person may not have programs told, or its host is none of those that are set. */
	readonly isOver: boolean;
}

export const LONGEST_ADDRESS = 500;
/** Most that one person has told at a time. */
export const MOST_WEBHOOKS = 20;
