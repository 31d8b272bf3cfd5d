/** Payments that come short: what is past due, the fee for it, and the penalty rate (specification, section 14). */
import type { Cents } from '../../quantities/money';
import type { LateStanding, LateTerms } from '../terms';

/** Where a debt stands with its payments, between two periods; money in minor units. */
export interface LateState {
	/** What still lacks of the minimum of each missed period, the oldest first. */
	readonly pastDue: readonly { readonly k: number; readonly amount: number }[];
	/** Every period that was missed. */
	readonly missed: readonly number[];
	/** The fee that is charged in the next period. */
	readonly fee: number;
	/** All fees charged so far. */
	readonly fees: number;
	/** The first period of the penalty rate, under notice or in force; Infinity: neither. */
	readonly penaltyFrom: number;
	/** Periods in a row since then that were not missed. */
	readonly onTime: number;
	/** Each penalty that has ended: its first period and its last. */
	readonly ended: readonly Penalty[];
}

/** A stretch of periods at the penalty rate; `until` null: it goes on. */
export interface Penalty {
	readonly from: number;
	readonly until: number | null;
}

/** Every penalty up to a period. */
export const penaltiesBy = ({ ended, penaltyFrom }: LateState, k: number): readonly Penalty[] =>
	penaltyFrom <= k ? [...ended, { from: penaltyFrom, until: null }] : ended;

export const NOT_LATE: LateState = {
	pastDue: [],
	missed: [],
	fee: 0,
	fees: 0,
	penaltyFrom: Infinity,
	onTime: 0,
	ended: []
};

/** The state as period 1 begins; what is past due is never more than is owed. */
export function lateAtStart({ standing }: LateTerms, owed: number): LateState {
	if (standing === undefined) return NOT_LATE;
	const { missed, feeDue: fee, penaltyFrom = Infinity, onTime } = standing;
	const lacking = missed.flatMap(({ k, lacking: amount }) => (amount > 0 ? [{ k, amount }] : []));
	return {
		...NOT_LATE,
		pastDue: cappedAt(owed, lacking),
		missed: missed.map(({ k }) => k),
		fee,
		penaltyFrom,
		onTime
	};
}

/** The standing of a debt that goes on after period k, whose periods are then counted from there. */
export function standingAfter(state: LateState, k: number): LateStanding {
	const lackingOf = (missed: number) => state.pastDue.find((one) => one.k === missed)?.amount ?? 0;
	return {
		missed: state.missed
			.filter((missed) => lackingOf(missed) > 0 || missed > k - AGAIN_WITHIN)
			.map((missed) => ({ k: missed - k, lacking: lackingOf(missed) as Cents })),
		feeDue: state.fee as Cents,
		...(state.penaltyFrom !== Infinity && { penaltyFrom: state.penaltyFrom - k }),
		onTime: state.onTime
	};
}

export const pastDueOf = ({ pastDue }: LateState): number =>
	pastDue.reduce((sum, { amount }) => sum + amount, 0);

/** A period that is closed. */
export interface PeriodPaid {
	readonly k: number;
	readonly paid: number;
	readonly closing: number;
	/** Its minimum by itself, M₀, and with what was past due as it began, M. */
	readonly minimumAlone: number;
	readonly minimum: number;
}

/** After how many missed payments the penalty rate is due, its notice, and the periods on time that end it. */
const USUAL = { after: 2, notice: 2, cure: 6 } as const;

/** A second fee is higher where one of so many periods before was missed too. */
const AGAIN_WITHIN = 6;

/** Where the debt stands after a period. */
export function lateAfter(state: LateState, terms: LateTerms, period: PeriodPaid): LateState {
	const { k, paid, minimumAlone, closing } = period;
	const isMissed = paid < minimumAlone;
	const pastDue = cappedAt(
		closing,
		isMissed
			? [...state.pastDue, { k, amount: minimumAlone - paid }]
			: madeUp(state.pastDue, paid - minimumAlone)
	);
	const fee = isMissed ? feeFor(state, terms, period) : 0;
	const after: LateState = {
		...state,
		pastDue,
		missed: isMissed ? [...state.missed, k] : state.missed,
		fee,
		fees: state.fees + state.fee
	};
	return { ...after, ...penaltyAfter(after, terms, k, isMissed) };
}

function feeFor({ missed }: LateState, terms: LateTerms, { k, minimum }: PeriodPaid): number {
	const isAgain = (missed.at(-1) ?? -Infinity) >= k - AGAIN_WITHIN;
	return Math.min(isAgain ? (terms.feeAgain ?? terms.fee) : terms.fee, minimum);
}

/** Less what makes up for it, the oldest first. */
function madeUp(pastDue: LateState['pastDue'], amount: number): LateState['pastDue'] {
	if (amount === 0 || pastDue.length === 0) return pastDue;
	let left = amount;
	return pastDue
		.map(({ k, amount: lacking }) => {
			const taken = Math.min(left, lacking);
			left -= taken;
			return { k, amount: lacking - taken };
		})
		.filter(({ amount: lacking }) => lacking > 0);
}

/** Never more than is owed: what is above it is dropped, the oldest first. */
function cappedAt(closing: number, pastDue: LateState['pastDue']): LateState['pastDue'] {
	const sum = pastDue.reduce((total, { amount }) => total + amount, 0);
	return sum > closing ? madeUp(pastDue, sum - closing) : pastDue;
}

/** The penalty rate runs out when it is cured, a notice when all is made up; a missed period may bring one. */
function penaltyAfter(
	state: LateState,
	{ penalty, after = USUAL.after, notice = USUAL.notice, cure = USUAL.cure }: LateTerms,
	k: number,
	isMissed: boolean
): Partial<LateState> {
	const none = { penaltyFrom: Infinity, onTime: 0 };
	const { penaltyFrom, pastDue } = state;
	if (penaltyFrom !== Infinity && k >= penaltyFrom) {
		const onTime = isMissed ? 0 : state.onTime + 1;
		if (onTime < cure) return { penaltyFrom, onTime };
		return { ...none, ended: [...state.ended, { from: penaltyFrom, until: k }] };
	}
	if (penaltyFrom !== Infinity) return pastDue.length === 0 ? none : { penaltyFrom, onTime: 0 };
	const isDue = isMissed && penalty !== undefined && pastDue.length >= after;
	return isDue ? { penaltyFrom: k + 1 + notice, onTime: 0 } : none;
}

/** A creditor’s agreement to a payment from period k on brings the account up to date; counting goes on. */
export const broughtUpToDate = (state: LateState, k: number): LateState => ({
	...state,
	pastDue: [],
	penaltyFrom: state.penaltyFrom > k ? Infinity : state.penaltyFrom
});

/**
 * Whether a period was one in which something is still to change: under notice, with a late fee or under the penalty rate and
 * on time, or with less past due than before.
 */
export function isUnsettledBy(before: LateState, after: LateState, k: number): boolean {
	const isMissed = after.missed.at(-1) === k;
	const isUnderNotice = after.penaltyFrom !== Infinity && k < after.penaltyFrom;
	const isOnTimeYet = !isMissed && (before.fee > 0 || k >= before.penaltyFrom);
	return isUnderNotice || isOnTimeYet || pastDueOf(after) < pastDueOf(before);
}
