/** What a case has come to by what was recorded, as the book at a glance adds it up. */
import type { CalendarDate } from '../core/quantities/calendar';
import { sumOf, type Cents } from '../core/quantities/money';
import type { CaseDocument } from './case';
import { readingsOf } from './life';

export interface Achieved {
	/** By the latest balance of each debt, recorded or of the case. */
	readonly owedNow: Cents;
	/** How much less than when a plan was first chosen; negative: more. Null where none was. */
	readonly paidOff: Cents | null;
	/** When the plan that was chosen last, or gone on with, is paid off; null: there is none, or it never is. */
	readonly planEnds: CalendarDate | null;
}

/** No day is later. */
const EVER = '9999-12-31' as CalendarDate;

export function achievedIn(
	document: Pick<CaseDocument, 'debts' | 'asOf' | 'readings' | 'forecasts'>
): Achieved {
	const owedNow = sumOf(document.debts, ({ id, asOf, balance }) => {
		const latest = readingsOf(document, id, EVER).at(-1);
		return latest && latest.date > (asOf ?? document.asOf) ? latest.balance : (balance ?? 0);
	});
	const [first] = document.forecasts;
	const begun = first ? sumOf(first.figures, ({ opening }) => opening) : null;
	return {
		owedNow,
		paidOff: begun === null ? null : ((begun - owedNow) as Cents),
		planEnds: document.forecasts.at(-1)?.ends ?? null
	};
}
