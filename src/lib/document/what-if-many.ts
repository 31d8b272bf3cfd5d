/** A question about several cases: what can go from one thread to another, and back. */
import { CreditorNames, creditorsIn } from './creditors';
import type { Projection } from './projection';
import type { ReferenceRow } from './reference';
import { effectOn, type Effect, type WhatIf } from './what-if';

export interface Asked {
	/** As they were written with their cases, in JSON; null: the case has no plan. */
	readonly projections: readonly (string | null)[];
	readonly change: WhatIf;
	/** The reference data of creditors: whose a debt is. */
	readonly creditors: readonly ReferenceRow[];
}

/** The effect on each, in their order. */
export function effectsOf({ projections, change, creditors }: Asked): Effect[] {
	const names = new CreditorNames(creditorsIn(creditors));
	return projections.map((text): Effect => {
		if (text === null) return { kind: 'untouched' };
		try {
			return effectOn(JSON.parse(text) as Projection, change, names);
		} catch {
			// One case that can't be computed does not keep others from it.
			return { kind: 'not computed' };
		}
	});
}
