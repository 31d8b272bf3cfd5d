/** Plans side by side, in words: what each figure is called, how it is written, what the answer is. */
import type { Cents } from '../core/money';
import { planDifference, type PlanDifference } from '../core/plan-answers';
import type { ComparedFigure, ComparedValue, Crossing } from '../core/plan-comparison';
import type { PlanFigureName } from '../core/plan-figure';
import type { Plan } from '../core/planned';
import { writeMonth, writeMonths, writeShortMonth } from './date-text';
import { grouped } from './decimal-text';
import { writeMoney, type Currency } from './money-text';
import { countOf, figure, say, type Phrase, type Sentence } from './sentence';

export const FIGURE_WORDS: Readonly<Record<ComparedFigure, string>> = {
	ends: 'Over in',
	months: 'Months',
	firstGone: 'First debt gone',
	interest: 'Interest',
	fees: 'Fees',
	cost: 'Total cost',
	costPerUnit: 'Paid for each 1.00 owed',
	moneyAtFirst: 'Money at the start',
	moneyAtMost: 'Money at its highest',
	shortMonths: 'Short months'
};

export function writeCompared(
	figureName: ComparedFigure,
	value: ComparedValue | null,
	currency: Currency
): string {
	switch (value?.kind) {
		case 'date':
			return writeShortMonth(value.date);
		case 'count':
			return grouped(value.count, 0);
		case 'money':
			return writeMoney(value.amount, currency);
		case 'per unit':
			return grouped(value.hundredths, 2);
		default:
			return figureName === 'ends' || figureName === 'firstGone' ? 'never' : '—';
	}
}

/** “8 months sooner”, “+412.00”, “the same”; empty where there is nothing to compare. */
export function writeDistance(
	value: ComparedValue | null,
	away: number | null,
	currency: Currency
): string {
	if (value === null || away === null) return '';
	if (away === 0) return 'the same';
	const sign = away < 0 ? '−' : '+';
	const size = Math.abs(away);
	switch (value.kind) {
		case 'date':
			return `${writeMonths(size)} ${away < 0 ? 'sooner' : 'later'}`;
		case 'money':
			return sign + writeMoney(size as Cents, currency);
		case 'per unit':
			return sign + grouped(size, 2);
		case 'count':
			return sign + grouped(size, 0);
	}
}

interface Named {
	readonly id: string;
	readonly name: string;
	readonly plan: Plan;
}

/** A figure of one of the plans, which opens its working. */
const ofPlan = ({ id }: Named, text: string, name: PlanFigureName): Phrase => ({
	...figure(text, { of: 'plan', name }),
	plan: id
});

/** “Of 4 plans, “Moved balance” costs least, 4,129.51, and is over first, in May 2029.” */
export function comparisonSentence(plans: readonly Named[], currency: Currency): Sentence {
	const ended = plans.filter(({ plan }) => plan.ending.status === 'cleared');
	if (plans.length === 0) return [say('No plan is shown.')];
	const [only] = plans;
	if (plans.length === 1 && only) {
		return [say('Only “'), figure(only.name), say('” is shown: add a plan to lay beside it.')];
	}
	if (ended.length === 0) {
		return [say(`None of these ${plans.length} plans `), figure('ever ends'), say('.')];
	}
	const endOf = ({ plan }: Named) =>
		plan.ending.status === 'cleared' ? plan.ending.payoffDate : '9999';
	const cheapest = ended.reduce((a, b) => (b.plan.totalCost < a.plan.totalCost ? b : a));
	const soonest = ended.reduce((a, b) => (endOf(b).slice(0, 7) < endOf(a).slice(0, 7) ? b : a));
	const both = endOf(cheapest).slice(0, 7) === endOf(soonest).slice(0, 7);
	const cost = ofPlan(cheapest, writeMoney(cheapest.plan.totalCost, currency), 'totalCost');
	const apart = planDifference(cheapest.plan, soonest.plan);
	const dearer = apart.kind === 'both end' ? apart.costLess : (0 as Cents);
	const when = (named: Named) =>
		ofPlan(named, writeMonth(endOf(named) as Parameters<typeof writeMonth>[0]), 'payoffDate');
	return [
		say(`Of ${plans.length} plans, “`),
		figure(cheapest.name),
		say('” costs least, '),
		cost,
		...(both
			? [say(', and none is over sooner: in '), when(cheapest), say('.')]
			: [
					say('; “'),
					figure(soonest.name),
					say('” is over first, in '),
					when(soonest),
					say(', and costs '),
					figure(writeMoney(dearer, currency)),
					say(' more.')
				])
	];
}

/** “8 months sooner but 412.00 more”, “never ends”; null for what the others are measured against. */
export function verdict(difference: PlanDifference | null, currency: Currency): string | null {
	if (difference === null) return null;
	switch (difference.kind) {
		case 'both end': {
			const { monthsSooner, costLess } = difference;
			if (monthsSooner === 0 && costLess === 0) return 'the same time and cost';
			const time =
				monthsSooner === 0
					? 'the same month'
					: `${writeMonths(Math.abs(monthsSooner))} ${monthsSooner > 0 ? 'sooner' : 'later'}`;
			if (costLess === 0) return `${time}, the same cost`;
			const cost = `${writeMoney(Math.abs(costLess) as Cents, currency)} ${costLess > 0 ? 'less' : 'more'}`;
			const torn = monthsSooner !== 0 && monthsSooner > 0 !== costLess > 0;
			return `${time}${torn ? ' but ' : ', '}${cost}`;
		}
		case 'only this ends':
			return 'ends, where the other never does';
		case 'only the other ends':
			return 'never ends, where the other does';
		case 'neither ends':
			return 'never ends, nor does the other';
	}
}

/** “From July 2028 on, after 19 months, less is owed under “New loan” than under “Highest rate first”.” */
export function crossingSentence(
	{ month, date, ahead }: Crossing,
	first: string,
	second: string
): Sentence {
	const [better, other] = ahead === 'first' ? [first, second] : [second, first];
	return [
		say('From '),
		figure(writeMonth(date)),
		say(`, after ${countOf(month, 'month')}, less is owed under “`),
		figure(better),
		say(`” than under “${other}”.`)
	];
}

/** What is owed in a month under each plan. */
export function owedUnderEach(
	month: Parameters<typeof writeMonth>[0],
	owed: readonly { readonly name: string; readonly amount: Cents }[],
	currency: Currency
): Sentence {
	return [
		say(`${writeMonth(month)}, still owed: `),
		...owed.flatMap(({ name, amount }, index): Phrase[] => [
			say(`${index === 0 ? '' : ' · '}${name} `),
			figure(writeMoney(amount, currency))
		])
	];
}

/** When a debt is gone in a plan: “May 2028”, “at the start”, “never”; “—” where the plan has no such debt. */
export function goneInWords(plan: Plan, id: string): string {
	const debt = plan.debts.find((other) => other.id === id);
	if (!debt) return '—';
	if (debt.payoffMonth === 0) return 'at the start';
	return debt.payoffDate === null ? 'never' : writeShortMonth(debt.payoffDate);
}
