/** When a case is due for review: kept in the browser, for the next day. */
import { USUAL, type VisitRule } from '../document/casebook';

const KEY = 'residuum.visits';

export function keptRule(): VisitRule {
	try {
		const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? 'null');
		if (typeof kept !== 'object' || kept === null) return USUAL.rule;
		const { months, off } = kept as Record<string, unknown>;
		if (!Number.isInteger(months) || !(off === null || Number.isInteger(off))) return USUAL.rule;
		return { months: months as number, off: off as number | null };
	} catch {
		return USUAL.rule;
	}
}

export function keepRule(rule: VisitRule): void {
	try {
		localStorage.setItem(KEY, JSON.stringify(rule));
	} catch {
		// Where nothing can be kept, the usual is asked for the next time.
	}
}
