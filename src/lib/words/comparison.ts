/** Plans side by side, in words: what each figure is called, how it is written, what the answer is. */
import type { Standing } from '../document/change';
import type { CalendarDate } from '../core/quantities/calendar';
import { type Cents, ZERO, size, asCarried } from '../core/quantities/money';
import { interestAndFees, planDifference, type PlanDifference } from '../core/plan/answers';
import type { AheadBy, ComparedFigure, ComparedValue, Crossing } from '../core/plan/comparison';
import type { Plan } from '../core/plan/terms';
import type { PlanFigureName } from '../core/working/plan-figure';
import { grouped, writeAmount, writeMoney, writeMonth, writeShortMonth } from '../reading/written';
import type { Writing } from '../reading/writing';
import { oneUnit, signOf, soonerInWords } from './amounts';
import en from '../messages/en/comparison.json';
import { messagesOf, type Locale } from '../messages/message';
import { figure, say, type Phrase, type Sentence } from '../messages/sentence';

const { sentence, text } = messagesOf('comparison', en);

/** The name of a compared figure. */
export const comparedName = (name: ComparedFigure, locale: Locale): string =>
	text(locale, 'figure', { figure: name, unit: oneUnit(locale) });

export function writeCompared(
	name: ComparedFigure,
	value: ComparedValue | null,
	writing: Writing
): string {
	switch (value?.kind) {
		case 'date':
			return writeShortMonth(value.date, writing);
		case 'count':
			return grouped(value.count, 0, writing);
		case 'money':
			return writeAmount(value.amount, writing);
		case 'per unit':
			return grouped(value.hundredths, 2, writing);
		default:
			return name === 'ends' || name === 'firstGone' ? text(writing, 'never') : '—';
	}
}

/** “8 months sooner”, “+412.00”, “the same”; empty where there is nothing to compare. */
export function writeDistance(
	value: ComparedValue | null,
	away: number | null,
	writing: Writing
): string {
	if (value === null || away === null) return '';
	if (away === 0) return text(writing, 'the same');
	const sign = away < 0 ? '−' : '+';
	const size = Math.abs(away);
	switch (value.kind) {
		case 'date':
			return soonerInWords(writing, -away);
		case 'money':
			return sign + writeAmount(asCarried(size), writing);
		case 'per unit':
			return sign + grouped(size, 2, writing);
		case 'count':
			return sign + grouped(size, 0, writing);
	}
}

interface Named {
	readonly id: string;
	readonly name: string;
	readonly plan: Plan;
	/** What it rests on; absent: on nothing that is still to be agreed. */
	readonly standing?: Standing;
}

/** “One new loan” (terms assumed): the best of what nobody has agreed to is never named without that. */
const titleOf = ({ name, standing = 'agreed' }: Named, locale: Locale): Sentence =>
	sentence(locale, 'titled', { name, standing });

/** A figure of one of the plans, which opens its working. */
const ofPlan = ({ id }: Named, words: string, name: PlanFigureName): Phrase => ({
	...figure(words, { of: 'plan', name }),
	plan: id
});

/** “Of 4 plans, “Moved balance” costs least, 4,129.51, and none is over sooner: in May 2029.” */
export function comparisonSentence(plans: readonly Named[], writing: Writing): Sentence {
	const ended = plans.flatMap((named) =>
		named.plan.ending.status === 'cleared' ? [{ ...named, end: named.plan.ending.payoffDate }] : []
	);
	const [only] = plans;
	const count = plans.length;
	if (!only) return sentence(writing, 'none shown');
	if (count === 1) return sentence(writing, 'only', { name: only.name });
	const [some] = ended;
	if (!some) return sentence(writing, 'none ends', { count });
	const monthOf = (end: CalendarDate) => end.slice(0, 7);
	const cheapest = ended.reduce((a, b) => (b.plan.totalCost < a.plan.totalCost ? b : a), some);
	const soonest = ended.reduce((a, b) => (monthOf(b.end) < monthOf(a.end) ? b : a), some);
	const isBoth = monthOf(cheapest.end) === monthOf(soonest.end);
	const first = isBoth ? cheapest : soonest;
	const apart = planDifference(cheapest.plan, first.plan);
	return sentence(writing, isBoth ? 'cheapest' : 'cheapest and soonest', {
		count,
		name: titleOf(cheapest, writing),
		cost: ofPlan(cheapest, writeMoney(interestAndFees(cheapest.plan), writing), 'interestAndFees'),
		forgiven:
			cheapest.plan.totalForgiven === 0
				? []
				: sentence(writing, 'with forgiven', {
						forgiven: ofPlan(
							cheapest,
							writeMoney(cheapest.plan.totalForgiven, writing),
							'totalForgiven'
						)
					}),
		soonest: titleOf(soonest, writing),
		when: ofPlan(first, writeMonth(first.end, writing), 'payoffDate'),
		more: writeMoney(apart.kind === 'both end' ? apart.costLess : ZERO, writing)
	});
}

/** The note of a column whose plan is not computed or rests on what nobody has agreed to; null if neither. */
export const columnNote = (
	{ refused, standing }: { readonly refused: boolean; readonly standing: Standing },
	locale: Locale
): string | null =>
	refused
		? text(locale, 'not computed')
		: standing === 'agreed'
			? null
			: text(locale, `note ${standing}`);

/** “8 months sooner but 412.00 more”, “never paid off”; null for what the others are measured against. */
export function verdict(difference: PlanDifference | null, writing: Writing): string | null {
	if (difference === null) return null;
	if (difference.kind !== 'both end') return text(writing, difference.kind);
	const { monthsSooner, costLess } = difference;
	if (monthsSooner === 0 && costLess === 0) return text(writing, 'same time and cost');
	const time =
		monthsSooner === 0 ? text(writing, 'same month') : soonerInWords(writing, monthsSooner);
	if (costLess === 0) return text(writing, 'same cost', { time });
	return text(writing, 'apart', {
		time,
		torn: monthsSooner !== 0 && monthsSooner > 0 !== costLess > 0 ? 'yes' : 'no',
		cost: writeMoney(size(costLess), writing),
		way: signOf(costLess)
	});
}

/** “From July 2028, after 19 months, less is owed under “New loan” than under “Highest rate first”.” */
export function crossingSentence(
	{ month, date, ahead }: Crossing,
	first: string,
	second: string,
	by: AheadBy,
	writing: Writing
): Sentence {
	const [better, other] = ahead === 'first' ? [first, second] : [second, first];
	return sentence(writing, 'crossing', {
		month: writeMonth(date, writing),
		count: month,
		better,
		other,
		by
	});
}

/** The total balance in a month under each plan. */
export function owedUnderEach(
	month: CalendarDate,
	owed: readonly { readonly name: string; readonly amount: Cents }[],
	writing: Writing
): Sentence {
	const plans = owed.flatMap(({ name, amount }, index) => [
		...(index === 0 ? [] : [say(' · ')]),
		...sentence(writing, 'owed under', { name, amount: writeMoney(amount, writing) })
	]);
	return sentence(writing, 'owed under each', { month: writeMonth(month, writing), plans });
}

/** How plans side by side can be looked at over time. */
const LOOKS = ['owed', 'cost', 'balance'] as const;
export type ComparedLook = (typeof LOOKS)[number];

export const lookChoices = (locale: Locale) =>
	LOOKS.map((value) => ({ value, words: text(locale, 'looks', { look: value }) }));

/** “March 2028, interest and fees so far against paying the minimums: 1 Highest rate first 812.00 less · …” */
export function aheadOfEach(
	month: CalendarDate,
	ahead: readonly { readonly name: string; readonly amount: Cents }[],
	by: AheadBy,
	measure: string,
	writing: Writing
): Sentence {
	const plans = ahead.flatMap(({ name, amount }, index) => [
		...(index === 0 ? [] : [say(' · ')]),
		...sentence(writing, 'ahead of', {
			name,
			way: signOf(amount),
			amount: writeMoney(size(amount), writing)
		})
	]);
	return sentence(writing, 'ahead of each', {
		month: writeMonth(month, writing),
		by,
		measure,
		plans
	});
}

/** The same picture in words, from what is at the ends of its lines. */
export const aheadInWords = (
	ends: readonly string[],
	by: AheadBy,
	measure: string,
	locale: Locale
): string => text(locale, 'ahead picture', { by, measure, plans: ends.join('; ') });

/** When a debt is gone in a plan: “May 2028”, “at the start”, “never”; “—” where the plan has no such debt. */
export function goneInWords(plan: Plan, id: string, writing: Writing): string {
	const debt = plan.debts.find((other) => other.id === id);
	if (!debt) return '—';
	if (debt.payoffMonth === 0) return text(writing, 'at the start');
	return debt.payoffDate === null
		? text(writing, 'never')
		: writeShortMonth(debt.payoffDate, writing);
}

/** At a line's end: “paying the minimums: until Sep 2041”. */
export const endOfLine = (name: string, { ending }: Plan, writing: Writing): string =>
	ending.status === 'cleared'
		? text(writing, 'line until', { name, month: writeShortMonth(ending.payoffDate, writing) })
		: text(writing, 'line never', { name });

/** The picture of plans in words, from what is at the ends of their lines. */
export const comparedInWords = (ends: readonly string[], locale: Locale): string =>
	text(locale, 'picture', { plans: ends.join('; ') });
