/** The balances of a debt on its way through a forecast (specification, sections 12 and 13). */
import type { CalendarDate } from '../quantities/calendar';
import type { Cents } from '../quantities/money';
import { owedOn } from '../debt/account/account';
import { blankPeriod } from '../debt/open-period';
import { closePeriod, openPeriod } from '../debt/period';
import { anchorOf } from '../debt/period-days';
import { stateAtStart } from '../debt/state';
import type { Forecast } from './progress';

/** What a forecast expects one balance of a debt to owe, in minor units. */
export interface ExpectedBalance {
	readonly id: string;
	readonly closing: Cents;
	/** Interest that is deferred up to then. */
	readonly accrued: Cents;
}

/** Each balance as the last period due on a day or before leaves it; none where the debt is one balance. */
export function balancesExpectedOn(
	{ terms, periods }: Forecast,
	day: CalendarDate
): readonly ExpectedBalance[] {
	const state = stateAtStart(terms);
	const { account } = state;
	if (account === null) return [];
	const anchor = anchorOf(terms);
	const period = blankPeriod();
	for (const { k, date, paid } of periods) {
		if (date > day) break;
		if (k < 1) continue;
		openPeriod(terms, anchor, state, k, owedOn(account), period);
		closePeriod(terms, state, period, paid);
	}
	return account.balances.map(({ terms: { id }, owed, accrued }) => ({
		id,
		closing: owed as Cents,
		accrued: accrued as Cents
	}));
}
