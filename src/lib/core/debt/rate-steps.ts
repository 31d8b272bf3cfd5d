/** The changes of a debt's rate, each placed among its periods (specification, section 4). */
import { dayNumber, type CalendarDate } from '../quantities/calendar';
import { type Percent } from '../quantities/rate';
import { isByDay } from './interest/all-ways';
import { anchorOf, beginOfPeriod } from './period-days';
import type { DebtTerms, RateChange } from './terms';

/** A change of the rate where it comes into force. */
export interface RateStep {
	/** The first period that begins at this rate. */
	readonly from: number;
	/** The first period of which any day bears it: that one, or the one before, cut by the day. */
	readonly affects: number;
	/** With interest by the day the day number from which it holds; else 0: nobody reads it. */
	readonly day: number;
	readonly annual: Percent;
	readonly reamortize: boolean;
	/** Whether a creditor agreed to it. */
	readonly isAgreed: boolean;
}

const NONE: readonly RateStep[] = [];

type RateTermsOf = Pick<
	DebtTerms,
	'rate' | 'rateChanges' | 'firstDue' | 'paymentsPerYear' | 'asOf' | 'timing'
>;

/** All changes of the rate in the order in which they come into force; of two at once the later in the list is last. */
export function rateStepsOf(terms: RateTermsOf): readonly RateStep[] {
	const { rateChanges = [] } = terms;
	if (rateChanges.length === 0) return NONE;
	return rateChanges
		.map((change) => placed(terms, change))
		.sort((a, b) => a.from - b.from || a.day - b.day);
}

function placed(terms: RateTermsOf, change: RateChange): RateStep {
	const { annual, reamortize = false, agreed: isAgreed = false } = change;
	const anchor = anchorOf(terms);
	const byDay = isByDay(terms.rate);
	if ('from' in change) {
		const { from } = change;
		const day = byDay ? beginOfPeriod(terms, anchor, from) : 0;
		return { from, affects: from, day, annual, reamortize, isAgreed };
	}
	const day = dayNumber(change.date);
	const from = firstBeginningOn(terms, day);
	const isCut = byDay && from > 1 && beginOfPeriod(terms, anchor, from) > day;
	const affects = isCut ? from - 1 : from;
	return { from, affects, day: byDay ? day : 0, annual, reamortize, isAgreed };
}

/** The first period, from 1, that begins on a day (a day number) or later. */
export function firstBeginningOn(terms: Omit<RateTermsOf, 'rateChanges'>, day: number): number {
	const anchor = anchorOf(terms);
	let [before, at] = [0, 1];
	while (beginOfPeriod(terms, anchor, at) < day) [before, at] = [at, at * 2];
	while (at - before > 1) {
		const middle = Math.floor((before + at) / 2);
		if (beginOfPeriod(terms, anchor, middle) < day) before = middle;
		else at = middle;
	}
	return at;
}

/** The annual rate at which period k begins: that of the last change up to then. */
export function rateIn({ rate }: RateTermsOf, steps: readonly RateStep[], k: number): Percent {
	return steps.findLast(({ from }) => from <= k)?.annual ?? rate.annual;
}

/** The changes of the rate that come into force before another one does, as they were stated. */
export function rateChangesBefore(
	terms: RateTermsOf,
	when: { readonly from: number } | { readonly date: CalendarDate }
): readonly RateChange[] {
	const next = placed(terms, { ...when, annual: terms.rate.annual });
	return (terms.rateChanges ?? []).filter((change) => {
		const own = placed(terms, change);
		if ('date' in change && 'date' in when) return change.date < when.date;
		return own.from < next.from || (own.from === next.from && own.day < next.day);
	});
}

/**
 * The debt’s own rate again after a while from one period to another, and what changes it later; a level payment that was to
 * be set anew meanwhile is then (specification, section 16).
 */
export function rateChangesAfter(
	terms: RateTermsOf,
	first: number,
	last: number
): readonly RateChange[] {
	const from = last + 1;
	const steps = rateStepsOf(terms);
	const reamortize = steps.some(
		(step) => step.reamortize && step.from >= first && step.from <= from
	);
	const later = (terms.rateChanges ?? []).filter((change) => placed(terms, change).from > from);
	return [{ from, annual: rateIn(terms, steps, from), reamortize }, ...later];
}
