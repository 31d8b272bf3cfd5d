/** One period of a debt whose payment somebody else decides: a plan with its one budget. */
import type { DueAnchor } from './calendar';
import type { DebtTerms } from './debt';
import { askedBy } from './payment';
import { daysOfPeriod } from './period-days';
import { interestOn } from './rate';
import { amountIn, feesIn } from './recurring';
import { enterStretch, type Stretch } from './stretches';

/** What is known of a period before anything is paid (contract, section 3), in minor units. */
export interface OpenPeriod {
	readonly opening: number;
	readonly charges: number;
	/** The part of the charges that are fees. */
	readonly fees: number;
	readonly interest: number;
	/** opening + charges + interest: S in section 9. */
	readonly statement: number;
	/** What the rule asks, at most the statement: R in section 9. */
	readonly asked: number;
	/** What comes with the debt itself, its own extras, and of that what it can take beyond R. */
	readonly extra: number;
	readonly own: number;
}

const days = { days: 0, leapDays: 0 };

/**
 * Opens period k of a debt in arrears and in cents; moves the stretch on where a new one begins with it.
 * Opening the same period again changes nothing.
 */
export function openPeriod(
	terms: DebtTerms,
	anchor: DueAnchor,
	stretch: Stretch,
	k: number,
	opening: number
): OpenPeriod {
	if (k === stretch.next) enterStretch(stretch, terms, k, opening);
	const charges = amountIn(terms.charges, k);
	const fees = feesIn(terms.charges, k);
	const bearing = opening + charges;
	if (stretch.rate.kind === 'days') daysOfPeriod(terms, anchor, k, days);
	const interest = interestOn(stretch.rate, bearing, days);
	const statement = bearing + interest;
	const rule = askedBy(stretch.asking, bearing, interest, fees);
	if (k === stretch.freezesAt) stretch.asking = { kind: 'fixed', amount: rule };
	const due = terms.skips?.includes(k) ? 0 : rule;
	const asked = due > statement || statement <= terms.clearBelow ? statement : due;
	const extra = amountIn(terms.extras, k);
	const own = Math.min(extra, statement - asked);
	return { opening, charges, fees, interest, statement, asked, extra, own };
}
