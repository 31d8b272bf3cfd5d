/** The account of a debt on its way through a forecast (specification, sections 12 to 14). */
import type { CalendarDate } from '../quantities/calendar';
import type { Cents } from '../quantities/money';
import { owedOn } from '../debt/account/account';
import { standingAfter } from '../debt/account/late';
import { blankPeriod } from '../debt/open-period';
import { closePeriod, openPeriod } from '../debt/period';
import { anchorOf } from '../debt/period-days';
import { stateAtStart } from '../debt/state';
import type { LateStanding } from '../debt/terms';
import type { Forecast } from './progress';

/** What a forecast expects one balance of a debt to owe, in minor units. */
interface ExpectedBalance {
	readonly id: string;
	readonly closing: Cents;
	/** Interest that is deferred up to then. */
	readonly accrued: Cents;
}

/** What a forecast expects of a debt’s balances and late payments. */
export interface ExpectedAccount {
	readonly balances: readonly ExpectedBalance[];
	/** Counted from the period after; null where a missed payment costs nothing. */
	readonly standing: LateStanding | null;
}

/** The account as the last period due on a day or before leaves it; null where the debt has none. */
export function accountExpectedOn(
	{ terms, periods }: Forecast,
	day: CalendarDate
): ExpectedAccount | null {
	const state = stateAtStart(terms);
	const { account } = state;
	if (account === null) return null;
	const anchor = anchorOf(terms);
	const period = blankPeriod();
	let last = 0;
	for (const { k, date, paid } of periods) {
		if (date > day) break;
		if (k < 1) continue;
		openPeriod(terms, anchor, state, k, owedOn(account), period);
		closePeriod(terms, state, period, paid);
		last = k;
	}
	return {
		balances: account.balances.map(({ terms: { id }, owed, accrued }) => ({
			id,
			closing: owed as Cents,
			accrued: accrued as Cents
		})),
		standing: terms.late ? standingAfter(account.late, last) : null
	};
}
