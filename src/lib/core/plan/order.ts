/** The order in which debts get the money above R (specification, section 9). */
export const ORDERS = ['rate', 'balance', 'relief', 'listed', 'spread'] as const;
export type Order = (typeof ORDERS)[number];

/** An open debt as it is in a month, money in minor units. */
export interface InLine {
	/** Its place in the list of debts, from 0. */
	readonly index: number;
	/** Its place in the counselor's own order, from 0. */
	readonly place: number;
	/** The annual rate in force, in ten-thousandths of a percent. */
	readonly annual: number;
	readonly opening: number;
	/** Its required payment of the month: R. */
	readonly required: number;
	/** Its balance in the month before any payment: S. */
	readonly owed: number;
}

/**
 * Puts debts in line, from the first to the last; the shared order has no first and keeps the list's. From
 * month to month few change places, so each goes back only past those that it has overtaken.
 */
export function putInLine<T extends InLine>(line: T[], order: Order): void {
	const by = COMPARED[order];
	for (let at = 1; at < line.length; at += 1) {
		const debt = line[at];
		if (debt === undefined) continue;
		let to = at;
		for (; to > 0; to -= 1) {
			const before = line[to - 1];
			if (before === undefined) break;
			if ((by(before, debt) || before.opening - debt.opening || before.index - debt.index) <= 0)
				break;
			line[to] = before;
		}
		line[to] = debt;
	}
}

const COMPARED: Readonly<Record<Order, (a: InLine, b: InLine) => number>> = {
	rate: (a, b) => b.annual - a.annual,
	balance: (a, b) => a.opening - b.opening,
	relief: byRelief,
	listed: (a, b) => a.place - b.place,
	spread: (a, b) => a.index - b.index
};

/** S ÷ R: how many times what it asks a debt owes. */
export const reliefOf = ({ owed, required }: Pick<InLine, 'owed' | 'required'>): number =>
	owed / Math.max(required, 1);

/** The smaller S ÷ R first; what asks nothing comes last. Compared as products, exactly. */
function byRelief(a: InLine, b: InLine): number {
	if (a.required === 0 || b.required === 0)
		return Number(a.required === 0) - Number(b.required === 0);
	const [one, other] = [a.owed * b.required, b.owed * a.required];
	if (Math.max(one, other) <= Number.MAX_SAFE_INTEGER) return one - other;
	const difference = BigInt(a.owed) * BigInt(b.required) - BigInt(b.owed) * BigInt(a.required);
	return difference < 0n ? -1 : difference > 0n ? 1 : 0;
}
