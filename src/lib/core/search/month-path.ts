/** A debt in one month: what bounds its part. */
export interface Bounds {
	/** The most that it can owe at the beginning, in minor units. */
	readonly most: number;
	/** Its interest of the month for each unit that it owes. */
	readonly ratio: number;
	/** The most that it can ask. */
	readonly asks: number;
	/** All that can come with it: its own extras. */
	readonly extras: number;
}

/** The bounds of a debt in a month, and how much lower its interest may come out. */
export type MonthStep = Bounds & { readonly slack: number };

/** A debt month by month, as far as bounds need it. */
export interface MonthPath {
	/** A month that ends with a day. */
	open(month: number, until: number): MonthStep;
	/** Whether what is required was certainly covered in it. */
	close(covered: boolean): void;
}
