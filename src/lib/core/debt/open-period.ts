import type { OpenBalance } from './account/balance';

/** A period before anything is paid (specification, section 3), in minor units. */
export interface OpenPeriod {
	charges: number;
	/** The part of the charges that are fees. */
	fees: number;
	interest: number;
	/** opening + charges + interest, the statement balance: S in section 9. */
	owed: number;
	/** The scheduled payment, at most the statement balance: R in section 9. */
	required: number;
	/** What the payment rule says by itself, and what is past due on top of it (section 14). */
	byRule: number;
	pastDue: number;
	/** With an account: the minimum that the creditor requires, by itself and with what is past due, and each balance. */
	minimumAlone: number;
	minimum: number;
	balances: readonly OpenBalance[];
	/** What is forgiven where the debt is settled in it: all that is owed beyond R. */
	forgiven: number;
	/** The debt's own extra payments, and how much of them it can take beyond R. */
	extra: number;
	ownExtra: number;
}

const NONE: readonly never[] = [];

/** A period to be opened into: a plan opens hundreds of thousands, and makes no object for each. */
export const blankPeriod = (): OpenPeriod => ({
	charges: 0,
	fees: 0,
	interest: 0,
	owed: 0,
	required: 0,
	byRule: 0,
	pastDue: 0,
	minimumAlone: 0,
	minimum: 0,
	balances: NONE,
	forgiven: 0,
	extra: 0,
	ownExtra: 0
});
