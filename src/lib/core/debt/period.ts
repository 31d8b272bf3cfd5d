/** One period of a debt whose payment somebody else decides: a plan with its one budget. */
import type { DueAnchor } from '../quantities/calendar';
import type { DebtTerms } from './terms';
import { askedBy } from './payment';
import { daysOfPeriod } from './period-days';
import { interestOn, NO_DAYS } from '../quantities/rate';
import { amountIn, feesIn } from './recurring';
import { enterStretch, type Stretch } from './stretches';

/** What is known of a period before anything is paid (contract, section 3), in minor units. */
export interface OpenPeriod {
	charges: number;
	/** The part of the charges that are fees. */
	fees: number;
	interest: number;
	/** opening + charges + interest, the statement balance: S in section 9. */
	owed: number;
	/** What the rule asks, at most the statement: R in section 9. */
	asked: number;
	/** What comes with the debt itself, its own extras, and of that what it can take beyond R. */
	extra: number;
	own: number;
}

/** A period to be opened into: a plan opens hundreds of thousands, and makes no object for each. */
export const blankPeriod = (): OpenPeriod => ({
	charges: 0,
	fees: 0,
	interest: 0,
	owed: 0,
	asked: 0,
	extra: 0,
	own: 0
});

const days = { ...NO_DAYS };

/**
 * Opens period k of a debt in arrears and in cents into `period` (`anchor` where interest goes by days); moves the stretch on where a new one begins
 * with it. Opening the same period again changes nothing.
 */
export function openPeriod(
	terms: DebtTerms,
	anchor: DueAnchor | null,
	stretch: Stretch,
	k: number,
	opening: number,
	period: OpenPeriod
): void {
	if (k === stretch.next) enterStretch(stretch, terms, k, opening);
	const { charges: charged, extras, skips } = terms;
	const charges = charged.length === 0 ? 0 : amountIn(charged, k);
	const fees = charged.length === 0 ? 0 : feesIn(charged, k);
	const bearing = opening + charges;
	if (anchor !== null && stretch.rate.kind === 'days') daysOfPeriod(terms, anchor, k, days);
	const interest = interestOn(stretch.rate, bearing, days);
	const statement = bearing + interest;
	const rule = askedBy(stretch.asking, bearing, interest, fees);
	if (k === stretch.freezesAt) stretch.asking = { kind: 'fixed', amount: rule };
	const due = skips !== undefined && skips.includes(k) ? 0 : rule;
	const asked = due > statement || statement <= terms.clearBelow ? statement : due;
	const extra = extras.length === 0 ? 0 : amountIn(extras, k);
	period.charges = charges;
	period.fees = fees;
	period.interest = interest;
	period.owed = statement;
	period.asked = asked;
	period.extra = extra;
	period.own = Math.min(extra, statement - asked);
}
