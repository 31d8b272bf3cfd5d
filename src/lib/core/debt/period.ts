/**
 * One period of a debt (specification, section 3): opened before anything is paid, closed when it is known what is. A debt by
 * itself and a plan go this one way; they differ in who decides what is paid.
 */
import type { DueAnchor } from '../quantities/calendar';
import type { DebtTerms } from './terms';
import { askedBy } from './rules/all-rules';
import { daysOfPeriod } from './period-days';
import { interestOn, NO_DAYS } from '../quantities/rate';
import { amountIn, feesIn } from './recurring';
import { enterStretch, type Stretch } from './stretches';

/** A period before anything is paid (specification, section 3), in minor units. */
export interface OpenPeriod {
	charges: number;
	/** The part of the charges that are fees. */
	fees: number;
	interest: number;
	/** opening + charges + interest, the statement balance: S in section 9. */
	owed: number;
	/** The scheduled payment, at most the statement balance: R in section 9. */
	required: number;
	/** The debt's own extra payments, and how much of them it can take beyond R. */
	extra: number;
	ownExtra: number;
}

/** A period to be opened into: a plan opens hundreds of thousands, and makes no object for each. */
export const blankPeriod = (): OpenPeriod => ({
	charges: 0,
	fees: 0,
	interest: 0,
	owed: 0,
	required: 0,
	extra: 0,
	ownExtra: 0
});

const days = { ...NO_DAYS };

/**
 * Opens period k of a debt into `period` (`anchor` where interest goes by days); moves the stretch on where a new one
 * begins with it. Opening the same period again changes nothing. In advance the payment comes first: there is no interest
 * until the period is closed.
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
	const interest = terms.timing === 'advance' ? 0 : interestOn(stretch.rate, bearing, days);
	const statement = bearing + interest;
	const rule = askedBy(stretch.asking, bearing, interest, fees);
	if (k === stretch.freezesAt) stretch.asking = { kind: 'fixed', amount: rule };
	const due = skips !== undefined && skips.includes(k) ? 0 : rule;
	const required = due > statement || statement <= terms.clearBelow ? statement : due;
	const extra = extras.length === 0 ? 0 : amountIn(extras, k);
	period.charges = charges;
	period.fees = fees;
	period.interest = interest;
	period.owed = statement;
	period.required = required;
	period.extra = extra;
	period.ownExtra = Math.min(extra, statement - required);
}

/** The largest rounding residue of fractions that counts as zero, in minor units. */
const NOISE = 1e-6;

/** The part of a payment that the balance can take: in full precision it may miss the statement by its last bits. */
export const payable = ({ owed }: OpenPeriod, amount: number): number =>
	owed - amount < NOISE ? owed : amount;

/** Closes the period that was opened last, with what is paid in it; the balance that it leaves. */
export function closePeriod(
	{ timing }: DebtTerms,
	{ rate }: Stretch,
	period: OpenPeriod,
	paid: number
): number {
	const left = period.owed - paid;
	if (timing !== 'advance') return left;
	period.interest = interestOn(rate, left, days);
	return left + period.interest;
}
