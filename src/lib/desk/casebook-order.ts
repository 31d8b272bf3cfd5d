/** In which order the casebook stands, and which cases want a visit: kept in the browser, for the next day. */
import { wantsVisit, type VisitRule } from '../document/standing';
import type { CalendarDate } from '../core/quantities/calendar';
import type { CaseSummary } from '../document/case';

export type Sort = 'touched' | 'label' | 'owed' | 'read' | 'off';

export const USUAL_RULE: VisitRule = { months: 3, off: 10_000 };

/** In that order: the last touched first, names from A on, the most owed, the longest unread, the furthest off. */
export function inOrder(cases: readonly CaseSummary[], sort: Sort): CaseSummary[] {
	if (sort === 'touched') return [...cases];
	const collator = new Intl.Collator('en', { sensitivity: 'base', numeric: true });
	/** Cases of which nothing is known in that respect come last. */
	const known = ({ standing }: CaseSummary) =>
		sort === 'read' ? standing.expectedSince !== null : standing.off !== null;
	const since = ({ standing }: CaseSummary) => standing.lastRead ?? standing.expectedSince ?? '';
	return [...cases].sort((a, b) => {
		switch (sort) {
			case 'label':
				return collator.compare(a.label, b.label);
			case 'owed':
				return b.owed - a.owed;
			case 'read':
				if (known(a) !== known(b)) return known(a) ? -1 : 1;
				return since(a) < since(b) ? -1 : since(a) > since(b) ? 1 : 0;
			case 'off':
				if (known(a) !== known(b)) return known(a) ? -1 : 1;
				return Math.abs(b.standing.off ?? 0) - Math.abs(a.standing.off ?? 0);
		}
	});
}

/** Those that want a visit. */
export const wanting = (
	cases: readonly CaseSummary[],
	today: CalendarDate,
	rule: VisitRule
): CaseSummary[] =>
	cases.filter(
		({ standing, currency }) => wantsVisit(standing, currency.digits, today, rule) !== null
	);

const KEY = 'residuum.visits';

export function keptRule(): VisitRule {
	try {
		const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? 'null');
		if (typeof kept !== 'object' || kept === null) return USUAL_RULE;
		const { months, off } = kept as Record<string, unknown>;
		if (!Number.isInteger(months) || !(off === null || Number.isInteger(off))) return USUAL_RULE;
		return { months: months as number, off: off as number | null };
	} catch {
		return USUAL_RULE;
	}
}

export function keepRule(rule: VisitRule): void {
	try {
		localStorage.setItem(KEY, JSON.stringify(rule));
	} catch {
		// Where nothing can be kept, the usual is asked for the next time.
	}
}
