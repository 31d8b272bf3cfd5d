/** Whom a short month pays first (specification, section 15). */

/** What a debt is for: losing what it secures, or goes on with, comes before what a card costs. */
export const DEBT_KINDS = ['secured', 'rent', 'utility', 'tax', 'card', 'loan', 'other'] as const;
export type DebtKind = (typeof DEBT_KINDS)[number];

/** The kinds that come before all others, in this order. */
const FIRST: readonly DebtKind[] = ['secured', 'rent', 'utility', 'tax'];

/** Whether a kind comes before cards and loans. */
export const isPriority = (kind: DebtKind): boolean => FIRST.includes(kind);

interface Ranked {
	readonly id: string;
	readonly kind: DebtKind;
}

/**
 * Debts in the order in which short months pay them, by identity: first those that somebody has put in order, then secured
 * debts, rent, utilities and taxes, then all others as they are in the list.
 */
export function byPriority(debts: readonly Ranked[], listed: readonly string[]): string[] {
	const rankOf = ({ kind }: Ranked) => (isPriority(kind) ? FIRST.indexOf(kind) : FIRST.length);
	const others = debts.filter(({ id }) => !listed.includes(id));
	return [...listed, ...[...others].sort((a, b) => rankOf(a) - rankOf(b)).map(({ id }) => id)];
}
