/** Which revisions of a long history stay when it is thinned. */

/** A revision, as far as it matters for that. */
export interface ThinnableRevision {
	readonly number: number;
	readonly parent: number | null;
	readonly restores: number | null;
	/** The one before it that holds the whole case, where this one holds only how it differs. */
	readonly differsFrom: number | null;
	/** The day on which it was made, `YYYY-MM-DD`. */
	readonly day: string;
	/** Whether a plan was chosen with it, or a choice taken back. */
	readonly chose: boolean;
}

export interface Thinned {
	/** The numbers of those that go. */
	readonly gone: readonly number[];
	/** Of those that stay, which are based on another one from then on. */
	readonly based: readonly { readonly number: number; readonly parent: number }[];
}

/**
 * Thins a history, in the order of its numbers: of each day before `since` the last revision stays, and besides the first
 * one, the one that the case is at, each with which a plan was chosen, what a step back or forward that stays brings
 * back, and what one that stays differs from. What is based on one that goes comes to be based on what that one was based on, so that undoing leads through
 * the same documents as before, in longer steps.
 */
export function thinned(
	history: readonly ThinnableRevision[],
	current: number,
	since: string
): Thinned {
	const byNumber = new Map(history.map((one) => [one.number, one]));
	const lastOfDay = new Map(history.map(({ day, number }) => [day, number]));
	const stays = new Set<number>();
	for (const { number, day, chose } of history) {
		const isLast = lastOfDay.get(day) === number;
		if (number === 1 || number === current || chose || isLast || day >= since) stays.add(number);
	}
	// Both are older than what needs them.
	for (const { number, restores, differsFrom } of history.toReversed())
		for (const needed of [restores, differsFrom])
			if (stays.has(number) && needed !== null) stays.add(needed);

	/** The nearest one before that stays, on the way that undoing takes. */
	function nearest(number: number): number {
		const one = byNumber.get(number);
		if (!one || stays.has(number)) return number;
		return nearest(one.restores ?? one.parent ?? 1);
	}
	const based = history.flatMap(({ number, parent }) =>
		stays.has(number) && parent !== null && !stays.has(parent)
			? [{ number, parent: nearest(parent) }]
			: []
	);
	return { gone: history.map(({ number }) => number).filter((one) => !stays.has(one)), based };
}
