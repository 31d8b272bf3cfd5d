/** The sentences of a handout: plainer than on screen, in the client's language. */
import { interestAndFees, missingInAll, planDifference } from '../core/plan/answers';
import type { DepositMonth } from '../core/plan/deposit';
import { comparedPlan } from '../core/plan/comparison';
import type { Plan, PlanTotals } from '../core/plan/terms';
import type { CalendarDate } from '../core/quantities/calendar';
import type { DeadlineOutcome } from '../core/debt/deadline';
import type { RunTotals } from '../core/debt/run';
import { type Cents, ZERO, size } from '../core/quantities/money';
import type { Percent } from '../core/quantities/rate';
import type { Strain } from '../core/search/stress-test';
import type { HandoutEntry } from '../document/handout';
import { monthStart, type PlanEntry } from '../document/plan';
import { writeLongDate, writeMoney, writeMonth, writePercent } from '../reading/written';
import type { Writing } from '../reading/writing';
import { countOf, monthsInWords, signOf } from './amounts';
import '../messages/clients';
import en from '../messages/en/handout.json';
import es from '../messages/es/handout.json';
import fr from '../messages/fr/handout.json';
import de from '../messages/de/handout.json';
import { messagesIn, type Language } from '../messages/message';
import { figure, interest, type Sentence } from '../messages/sentence';

const { sentence, text } = messagesIn({ en, es, fr, de });

type AnyWriting = Writing<Language>;

/** A heading, a column's head, or another single text of the handout. */
export const handoutText = (
	writing: AnyWriting,
	id: keyof typeof en,
	parts: Readonly<Record<string, string | number>> = {}
): string => text(writing, id, parts);

/** “Pay one amount: 890.00 on 1 January 2027, then on day 1 of each month. Your creditors and the fee are paid out of it.” */
export const handedDeposit = (
	{ deposit, date }: DepositMonth,
	day: number,
	/** Whether each but the last is as much. */
	isSame: boolean,
	writing: AnyWriting
): Sentence =>
	sentence(writing, 'one deposit', {
		amount: writeMoney(deposit, writing),
		date: writeLongDate(date, writing),
		day,
		same: isSame ? 'yes' : 'no'
	});

/** “At 890.00 a month, everything is paid off in June 2029, after 30 months. It costs 4,340.59 in interest: …” */
export function handedAnswer(
	plan: Plan,
	{ budget }: Pick<PlanEntry, 'budget'>,
	baseline: { readonly plan: PlanTotals; readonly words: string } | null,
	writing: AnyWriting
): Sentence {
	const { ending, begins, firstMonth, kept } = plan;
	if (plan.starting === 0) return sentence(writing, 'nothing owed');
	if (ending.status === 'refused') {
		if (ending.reason === 'changes') return sentence(writing, 'not computed');
		const month = writeMonth(monthStart(firstMonth, ending.month), writing);
		return sentence(writing, 'unpayable', { month, reason: ending.reason });
	}
	const first = kept[begins - 1]?.before ?? kept[0]?.before ?? ZERO;
	const paying = sentence(writing, 'paying', {
		budget:
			budget.kind === 'constant'
				? 'constant'
				: budget.kind === 'required-plus'
					? 'plus'
					: budget.kind,
		amount: writeMoney(first, writing),
		extra: budget.kind === 'required-plus' ? writeMoney(budget.extra, writing) : '',
		from:
			begins > 1
				? text(writing, 'from', { month: writeMonth(monthStart(firstMonth, begins), writing) })
				: ''
	});
	const months = countOf(writing, plan.months, 'months');
	if (ending.status !== 'cleared') {
		return sentence(writing, ending.status === 'never' ? 'never' : 'not in time', {
			paying,
			months,
			owed: writeMoney(plan.closing, writing)
		});
	}
	const cost = plan.totalInterest;
	return sentence(writing, 'paid off', {
		paying,
		payoff: figure(writeMonth(ending.payoffDate, writing)),
		months,
		interest: interest(cost === 0 ? text(writing, 'no interest') : writeMoney(cost, writing)),
		fees:
			plan.totalFees === 0
				? []
				: sentence(writing, 'and fees', { fees: figure(writeMoney(plan.totalFees, writing)) }),
		against: baseline === null ? [] : againstPhrases(plan, baseline.plan, baseline.words, writing),
		forgiven:
			plan.totalForgiven === 0
				? []
				: sentence(writing, 'and forgiven', {
						forgiven: figure(writeMoney(plan.totalForgiven, writing))
					})
	});
}

/** “Lindgate Home card, Heater: pay it off by 10 January 2028. This plan does, and $375.68 of interest is never charged.” */
export const handedDeadline = (
	{ name, date, isKept, amount }: DeadlineOutcome,
	debt: string,
	writing: AnyWriting
): Sentence =>
	sentence(writing, isKept ? 'deadline kept' : 'deadline missed', {
		debt: name === '' ? debt : `${debt}, ${name}`,
		day: figure(writeLongDate(date, writing)),
		amount: interest(writeMoney(amount, writing))
	});

function againstPhrases(
	plan: PlanTotals,
	baseline: PlanTotals,
	measure: string,
	writing: AnyWriting
): Sentence {
	const apart = planDifference(plan, baseline);
	if (apart.kind === 'only this ends') return sentence(writing, 'against never', { measure });
	if (apart.kind !== 'both end') return [];
	const { monthsSooner, costLess } = apart;
	return sentence(writing, 'against', {
		measure,
		cost: signOf(costLess),
		amount: writeMoney(size(costLess), writing),
		time: signOf(monthsSooner),
		span: monthsInWords(writing, Math.abs(monthsSooner))
	});
}

/** The picture in words, for whoever does not see it. */
export const handedPicture = (
	debts: readonly {
		readonly letter: string;
		readonly name: string;
		readonly gone: CalendarDate | null;
	}[],
	writing: AnyWriting
): string =>
	text(writing, 'picture', {
		debts: debts
			.map(({ letter, name, gone }) =>
				gone === null
					? text(writing, 'picture debt never', { letter, name })
					: text(writing, 'picture debt', { letter, name, month: writeMonth(gone, writing) })
			)
			.join('; ')
	});

/** The use of a debt's payment after its payoff. */
export function whenGone(
	{ budget, order }: Pick<PlanEntry, 'budget' | 'order'>,
	writing: AnyWriting
): Sentence {
	const moves = order === 'spread' ? 'shared' : 'moves';
	return sentence(writing, 'when gone', {
		then: budget.kind === 'constant' || budget.kind === 'sheet' ? moves : 'free'
	});
}

/** “In April 2027, 400.00 more goes to the first in line.” */
export const onTop = (
	month: CalendarDate,
	amount: Cents,
	/** The debt that it comes with; null: none. */
	name: string | null,
	writing: AnyWriting
): Sentence => {
	const parts = { month: writeMonth(month, writing), amount: writeMoney(amount, writing) };
	return name === null
		? sentence(writing, 'on top', parts)
		: sentence(writing, 'with a debt', { ...parts, name });
};

export const moneyFrom = (month: CalendarDate, amount: Cents, writing: AnyWriting): Sentence =>
	sentence(writing, 'money from', {
		month: writeMonth(month, writing),
		amount: writeMoney(amount, writing)
	});

export const feeAtStart = (amount: Cents, writing: AnyWriting): Sentence =>
	sentence(writing, 'fee at start', { amount: writeMoney(amount, writing) });

/** “Of 890.00 in January 2027, your part is 471.67; over the whole plan it is 15,497.62.” */
export const handedPart = (
	parts: Readonly<Record<'month' | 'part' | 'total' | 'all', string>>,
	writing: AnyWriting
): Sentence => sentence(writing, 'part of month', parts);

/** “In December 2028, 2,305.00 settles Foghorn card; pay nothing on it until then.” */
export const settledIn = (
	month: CalendarDate,
	amount: Cents,
	name: string,
	stops: boolean,
	writing: AnyWriting
): Sentence =>
	sentence(writing, 'settled', {
		month: writeMonth(month, writing),
		amount: writeMoney(amount, writing),
		name,
		stops: stops ? 'yes' : 'no'
	});

/** “Kelpline card: 20.00 a month until May 2027, as agreed.” */
export const easedUntil = (
	month: CalendarDate,
	amount: Cents,
	name: string,
	writing: AnyWriting
): Sentence =>
	sentence(writing, 'eased', {
		month: writeMonth(month, writing),
		amount: writeMoney(amount, writing),
		name
	});

/** From when the money is short, and by how much; null where it never is. */
export function handedShort(
	plan: PlanTotals,
	isShared: boolean,
	writing: AnyWriting
): Sentence | null {
	const [first] = plan.shortMonths;
	if (!first) return null;
	return sentence(writing, 'short', {
		count: plan.shortMonths.length,
		month: writeMonth(monthStart(plan.firstMonth, first.month), writing),
		missing: writeMoney(first.missing, writing),
		all: writeMoney(missingInAll(plan), writing),
		shared: isShared ? 'yes' : 'no'
	});
}

/** Whom to pay first where money is short. */
export const payFirst = (names: readonly string[], writing: AnyWriting): Sentence =>
	sentence(writing, 'pay first', { names: names.join(', ') });

export const leastToPay = (amount: Cents, writing: AnyWriting): Sentence =>
	sentence(writing, 'least', { amount: writeMoney(amount, writing) });

export const callBefore = ({ contact }: HandoutEntry, writing: AnyWriting): Sentence =>
	sentence(writing, 'call', {
		contact: contact === '' ? [] : sentence(writing, 'contact', { contact })
	});

/** “Missing one month in twelve moves the end to August 2029 and costs 271.95 more.” */
export function strainedSentence(
	kind: Exclude<Strain['kind'], 'a bill'>,
	under: PlanTotals,
	calm: PlanTotals,
	writing: AnyWriting
): Sentence {
	const strain = kind === 'missed months' ? 'missed' : kind === 'less money' ? 'less' : 'rates';
	const apart = planDifference(under, calm);
	const { ending } = under;
	if (apart.kind !== 'both end' || ending.status !== 'cleared') {
		return sentence(writing, 'strained never', { strain });
	}
	return sentence(writing, 'strained', {
		strain,
		moved: apart.monthsSooner === 0 ? 'no' : 'yes',
		month: writeMonth(ending.payoffDate, writing),
		cost: signOf(-apart.costLess),
		amount: writeMoney(size(apart.costLess), writing)
	});
}

/** “Figures as of 15 December 2026; nothing new is bought, rates stay as they are (…), …” */
export const assumedSentence = (
	asOf: CalendarDate,
	bought: boolean,
	rates: readonly {
		readonly name: string;
		readonly annual: Percent;
		readonly month: CalendarDate;
	}[],
	writing: AnyWriting
): Sentence =>
	sentence(writing, 'assumed', {
		date: writeLongDate(asOf, writing),
		bought: bought ? 'yes' : 'no',
		rates: rates.length === 0 ? 'none' : 'some',
		changes: rates
			.map(({ name, annual, month }) =>
				text(writing, 'rate then', {
					name,
					rate: writePercent(annual, writing),
					month: writeMonth(month, writing)
				})
			)
			.join('; ')
	});

/** A plan's line among those that were possible: when it is over, after how long, what it costs. */
export function possibleLine(
	plan: Plan,
	writing: AnyWriting
): { readonly ends: string; readonly months: string; readonly cost: string } {
	const { ends, months } = comparedPlan(plan);
	return {
		ends: ends?.kind === 'date' ? writeMonth(ends.date, writing) : text(writing, 'never gone'),
		months: months?.kind === 'count' ? monthsInWords(writing, months.count) : '—',
		cost: plan.ending.status === 'cleared' ? costWords(plan, writing) : '—'
	};
}

/** “2,675.39”; “4,555.13, less 6,016.19 forgiven” */
function costWords(plan: Plan, writing: AnyWriting): string {
	const cost = writeMoney(interestAndFees(plan), writing);
	if (plan.totalForgiven === 0) return cost;
	const forgiven = writeMoney(plan.totalForgiven, writing);
	return text(writing, 'and forgiven cost', { cost, forgiven });
}

/** “Quillmark card: 4,182.36 at 22.49 %. 45 payments, the last on 15 September 2030; it costs 1,900.11 in interest.” */
export function scheduleAnswer(
	name: string,
	annual: Percent,
	run: RunTotals,
	writing: AnyWriting
): Sentence {
	const parts = {
		name,
		balance: writeMoney(run.starting, writing),
		rate: writePercent(annual, writing)
	};
	if (run.ending.status !== 'cleared') return sentence(writing, 'debt never', parts);
	return sentence(writing, 'debt answer', {
		...parts,
		count: run.periods,
		date: writeLongDate(run.ending.payoffDate, writing),
		interest: interest(writeMoney(run.totalInterest, writing))
	});
}
