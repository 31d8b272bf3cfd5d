/** A case as it travels between page, server and history: what comes in passes the schemas in `schema/`. */
import type { Operation } from 'fast-json-patch';
import type { PlannedDebt } from '../core/plan/terms';
import { carryOut, plannedTerms, wayTerms, type Carried } from '../core/debt/ways';
import { statedDebt } from './debt';
import { NO_CALENDAR } from './calendar';
import { usualHandout } from './handout';
import { FIRST_PLAN } from './plan';
import { VERSION } from './version';
import type { z } from 'zod';
import type { caseDocument, newCase } from './schema/case';

export type CaseDocument = z.infer<typeof caseDocument>;
export type NewCase = z.infer<typeof newCase>;

/** Nothing expected, and nothing known of what happened. */
export const NOTHING_LIVED: Pick<
	CaseDocument,
	'forecasts' | 'visits' | 'readings' | 'recordedEvents' | 'recordedMoney'
> = {
	forecasts: [],
	visits: [],
	readings: [],
	recordedEvents: [],
	recordedMoney: []
};

/** A case as it begins: with a first plan, and no debt yet. */
export const begunCase = (request: NewCase, debts: CaseDocument['debts'] = []): CaseDocument => ({
	version: VERSION,
	...request,
	people: [],
	debts,
	plans: [FIRST_PLAN],
	against: 'minimums',
	choices: [],
	sheet: { income: [], needs: [] },
	handout: usualHandout(request.currency.code),
	calendar: NO_CALENDAR,
	...NOTHING_LIVED
});

/** A deleted case: until when it can be brought back. */
export interface DeletedCase {
	readonly id: string;
	readonly label: string;
	/** Instants. */
	readonly deletedAt: string;
	readonly goneAt: string;
}

/** A case as it is: its document, the revision it is at, and what a step back or forward would change. */
export interface CaseState {
	readonly id: string;
	readonly revision: number;
	readonly document: CaseDocument;
	readonly undo: string | null;
	readonly redo: string | null;
}

/**
 * What a save, or a step back or forward, tells whoever made it: the revision, and what differs from what was sent, or
 * was there before the step; or, sent again, all of it.
 */
export type Saved = Omit<CaseState, 'document'> &
	({ readonly changes: readonly Operation[] } | { readonly document: CaseDocument });

/** The debts that nothing is missing of, as a plan takes them or as they are paid today. */
export function plannedDebts(
	{ debts, asOf }: Pick<CaseDocument, 'debts' | 'asOf'>,
	as: 'planned' | 'required' | 'paid'
): PlannedDebt[] {
	return debts.flatMap((entry) => {
		const stated = statedDebt(entry, asOf);
		if (stated === null) return [];
		const terms = as === 'planned' ? plannedTerms(stated) : wayTerms(stated, { kind: as });
		return [{ id: entry.id, terms }];
	});
}

/** Each debt that nothing is missing of, paid in one way, by its id. */
export function carriedOut(
	{ debts, asOf }: CaseDocument,
	kind: 'required' | 'paid'
): ReadonlyMap<string, Carried> {
	return new Map(
		debts.flatMap((entry) => {
			const stated = statedDebt(entry, asOf);
			return stated === null ? [] : [[entry.id, carryOut(stated, { kind })] as const];
		})
	);
}
