import type { Damage, ReadOut } from './damage';
import type { Purpose, Statements } from './statements';

/** A database that is open, whichever it is. */
export interface Store {
	/**
	 * Does work in one transaction: all of it or nothing. What it is given may be done more than once, where others
	 * were in its way.
	 * @throws NotNow where it can't be done at the moment
	 */
	transaction<T>(purpose: Purpose, work: (statements: Statements) => Promise<T>): Promise<T>;
	/**
	 * Reads one state of everything, for as long as it takes, while others go on.
	 * @param scratch the path beside which there is room for a copy of the data
	 */
	still<T>(scratch: string, work: (statements: Statements) => Promise<T>): Promise<T>;
	/** The damage found; null if none is known. */
	damage(): Damage | null;
	/** Every case that can still be read out of damaged data, as it was last saved. */
	readOut(): Promise<ReadOut>;
	close(): Promise<void>;
}
