/**
 * A period as it was opened and closed, with what was in force in it. None is kept of a run, which may have thousands: it is
 * opened again, by the same function, when somebody asks how it came about.
 */
import type { DebtTerms } from './terms';
import { closePeriod, openPeriod } from './period';
import { blankPeriod, type OpenPeriod } from './open-period';
import { anchorOf, daysOfPeriod } from './period-days';
import { NO_DAYS, type Percent, type PeriodDays } from '../quantities/rate';
import { rateIn } from './rate-steps';
import { unroundedAt, type Run } from './run';
import { stateAtStart } from './state';
import { enterStretch, type Stretch } from './stretches';

/** Money in minor units as it is carried: not rounded. */
export interface PeriodRecord extends Readonly<OpenPeriod> {
	readonly k: number;
	readonly opening: number;
	readonly paid: number;
	readonly closing: number;
	/** The rate as it begins. */
	readonly annual: Percent;
	readonly days: Readonly<PeriodDays>;
	/** The terms in force. */
	readonly stretch: Readonly<Stretch>;
	/** Whether it is one in which nothing is scheduled. */
	readonly isSkipped: boolean;
}

/** The record of period k of a run, from its first row to its last. */
export function recordOf(terms: DebtTerms, run: Run, k: number): PeriodRecord {
	const anchor = anchorOf(terms);
	const stretch = stateAtStart(terms);
	const opened = (at: number): OpenPeriod => {
		const period = blankPeriod();
		openPeriod(terms, anchor, stretch, at, unroundedAt(run, at).opening, period);
		return period;
	};
	// Where a debt stands depends on all that was paid before.
	if (stretch.account !== null) {
		for (let at = 1; at < k; at += 1)
			closePeriod(terms, stretch, opened(at), unroundedAt(run, at).paid);
	}
	while (stretch.next < k) {
		const at = stretch.next;
		enterStretch(stretch, terms, at, unroundedAt(run, at).opening);
		// What is required from then on is known once it was required.
		if (stretch.freezesAt === at) opened(at);
	}
	const { opening, paid, interest } = unroundedAt(run, k);
	// In a whole period before the first due one there is interest, and nothing else.
	const period = k < 1 ? { ...blankPeriod(), interest, owed: opening + interest } : opened(k);
	const closing = k < 1 ? opening + interest : closePeriod(terms, stretch, period, paid);
	const days = { ...NO_DAYS };
	daysOfPeriod(terms, anchor, k, days);
	return {
		...period,
		k,
		opening,
		paid,
		closing,
		annual: rateIn(terms, stretch.rates, k),
		days,
		stretch,
		isSkipped: terms.skips?.includes(k) ?? false
	};
}
