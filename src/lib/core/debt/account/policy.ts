/** Which balance a payment goes to first: that of the lowest rate, of the highest, or all in proportion. */
export const ALLOCATION_ORDERS = ['lowest', 'highest', 'share'] as const;
export type AllocationOrder = (typeof ALLOCATION_ORDERS)[number];

/** Which balances get the required minimum, and which what is paid above it (specification, section 13). */
export interface Allocation {
	readonly minimum: AllocationOrder;
	readonly excess: AllocationOrder;
}

/** What the law says (12 CFR 1026.53). */
export const LAWFUL: Allocation = { minimum: 'lowest', excess: 'highest' };
