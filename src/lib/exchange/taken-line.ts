/** A line of a table of debts, read. */
import type { Field, Flat } from './debt-columns';

/** A cell that could not be read: what stands there, and why. */
export interface Unread {
	readonly field: Field;
	readonly typed: string;
	readonly problem: string;
}

export interface TakenLine {
	/** The row of the table, counted from 1. */
	readonly row: number;
	readonly flat: Flat;
	readonly unread: readonly Unread[];
}
