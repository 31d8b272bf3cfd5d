/** What a plan comes to, what its months do, and why, in sentences. */
import type { Difference } from '../core/compare';
import type { Cents } from '../core/money';
import { shortfallOf, type Cure, type PlanDifference } from '../core/plan-answers';
import { shareOfIncome, type Household } from '../core/household';
import type { CurvePoint } from '../core/money-curve';
import type { PlanFigure, PlanFigureName } from '../core/plan-figure';
import type { Order } from '../core/order';
import type { Plan, PlanEnding, PlanMonth, PlanTotals } from '../core/planned';
import { percent } from '../core/rate';
import { changePhrases, againstPhrases } from './answer-text';
import { changeField } from './change-text';
import { writeMonth, writeMonths, writeShortMonth } from './date-text';
import { frequencyWords } from './frequency-text';
import { writeMoney, type Currency } from './money-text';
import { writePercent } from './percent-text';
import {
	monthStart,
	type PlanEntry,
	type PlanHappening,
	type Sheet,
	type SheetLine
} from './plan-document';
import { countOf, figure, interest, say, type Phrase, type Sentence } from './sentence';

export const ORDER_WORDS: readonly {
	readonly value: Order;
	readonly words: string;
	readonly help: string;
}[] = [
	{ value: 'rate', words: 'highest rate first', help: 'costs the least interest, as a rule' },
	{ value: 'balance', words: 'smallest balance first', help: 'the first debt is gone soonest' },
	{ value: 'relief', words: 'soonest relief first', help: 'frees what a debt asks for soonest' },
	{ value: 'listed', words: 'own order', help: 'as the counselor has moved them' },
	{ value: 'spread', words: 'shared among all', help: 'each in proportion to what it owes' }
];

export const orderWords = (order: Order): string =>
	ORDER_WORDS.find(({ value }) => value === order)?.words ?? order;

/** What a plan is called by what it does: what it changes, what it pays, or its order. */
export function usualName({
	pays,
	budget,
	order,
	changes
}: Pick<PlanEntry, 'pays' | 'budget' | 'order' | 'changes'>): string {
	const kinds = [...new Set(changes.map(({ kind }) => kind))];
	if (kinds.length > 0) return capital(kinds.map((kind) => CHANGE_NAMES[kind]).join(', '));
	if (pays === 'paid' && budget.kind === 'required') return 'Payments as today';
	if (budget.kind === 'required') return 'Minimums only';
	return capital(orderWords(order));
}

const CHANGE_NAMES: Readonly<Record<PlanEntry['changes'][number]['kind'], string>> = {
	consolidate: 'one new loan',
	transfer: 'moved balance',
	concession: 'agreed lower rates'
};

const capital = (text: string): string => text.replace(/^./, (letter) => letter.toUpperCase());

/** “At 890.00 a month, highest rate first, everything is paid off in July 2029, after 31 months. …” */
export function planSentence(
	plan: Plan,
	{ budget, order }: Pick<PlanEntry, 'budget' | 'order'>,
	/** What it is measured against and in which words; null where it is that itself. */
	measure: { readonly difference: PlanDifference; readonly words: string } | null,
	currency: Currency,
	/** What of it nobody has named yet; null: nothing. */
	assumed: string | null = null
): Sentence {
	if (plan.starting === 0) return [say('Nothing is owed on these debts.')];
	if (plan.ending.status === 'refused') return unpayableSentence(plan, plan.ending, currency);
	const paying = [
		...payingPhrases(plan, budget, order, currency),
		...(assumed === null ? [] : [say(', assuming '), figure(assumed)])
	];
	if (plan.ending.status !== 'cleared') {
		return [
			...paying,
			say(', these debts are '),
			figure(plan.ending.status === 'never' ? 'never' : 'not within 100 years'),
			say(' paid off: after '),
			figure(countOf(plan.months, 'month')),
			say(', '),
			figure(writeMoney(plan.closing, currency)),
			say(' is owed.')
		];
	}
	const cost = plan.totalInterest === 0 ? 'nothing' : writeMoney(plan.totalInterest, currency);
	return [
		...paying,
		say(', everything is paid off in '),
		figure(writeMonth(plan.ending.payoffDate), { of: 'plan', name: 'payoffDate' }),
		say(', after '),
		figure(countOf(plan.months, 'month'), { of: 'plan', name: 'months' }),
		say('; it costs '),
		interest(cost, { of: 'plan', name: 'totalInterest' }),
		say(' in interest'),
		...(plan.totalFees === 0
			? []
			: [
					say(' and '),
					figure(writeMoney(plan.totalFees, currency), { of: 'plan', name: 'totalFees' }),
					say(' in fees')
				]),
		...(measure === null
			? []
			: againstPhrases(inAll(measure.difference), measure.words, currency).map(ofPlan)),
		say('.')
	];
}

/** Fees are cost: what a plan costs less is interest and fees together. */
const inAll = (difference: PlanDifference): Difference =>
	difference.kind === 'both end'
		? { ...difference, interestLess: difference.costLess }
		: difference;

/** A figure against the baseline opens the plan's working, not a run's. */
function ofPlan({ opens, ...phrase }: Phrase): Phrase {
	if (opens?.of !== 'against') return phrase;
	const name = opens.name === 'interestLess' ? 'costLess' : opens.name;
	return { ...phrase, opens: { of: 'plan', name } };
}

function unpayableSentence(
	{ firstMonth }: Plan,
	{ month, fees, money }: Extract<PlanEnding, { status: 'refused' }>,
	currency: Currency
): Sentence {
	return [
		say('This plan can’t be carried out: in '),
		figure(writeMonth(monthStart(firstMonth, month))),
		say(' its fees, '),
		figure(writeMoney(fees, currency)),
		say(', are more than the month’s money, '),
		figure(writeMoney(money, currency)),
		say('.')
	];
}

function payingPhrases(
	plan: PlanTotals & Pick<Plan, 'kept'>,
	budget: PlanEntry['budget'],
	order: Order,
	currency: Currency
): Phrase[] {
	const { begins, firstMonth } = plan;
	const first = plan.kept[begins - 1]?.before ?? plan.kept[0]?.before ?? (0 as Cents);
	const line = say(`, ${orderWords(order)}`);
	const from = begins > 1 ? [say(` from ${writeMonth(monthStart(firstMonth, begins))}`)] : [];
	switch (budget.kind) {
		case 'required':
			return [say('Paying what is asked, at first '), figure(writeMoney(first, currency))];
		case 'required-plus':
			return [
				say('Paying what is asked and '),
				figure(writeMoney(budget.extra, currency)),
				say(' more'),
				...from,
				line
			];
		case 'constant':
			return [say('At '), figure(writeMoney(first, currency)), say(' a month'), ...from, line];
	}
}

/** The answer before a change, and how far the one after it is from there. */
export function planBeforeSentence(
	before: Plan,
	{ budget, order }: Pick<PlanEntry, 'budget' | 'order'>,
	change: PlanDifference,
	/** The debt whose end the change moves furthest. */
	moved: { readonly name: string; readonly monthsSooner: number } | null,
	currency: Currency
): Sentence {
	const [first, ...rest] = payingPhrases(before, budget, order, currency);
	const ended =
		before.ending.status === 'cleared'
			? [
					say(': paid off in '),
					figure(writeMonth(before.ending.payoffDate)),
					say(', '),
					figure(writeMoney(before.totalCost, currency)),
					say(before.totalFees === 0 ? ' in interest. ' : ' in interest and fees. ')
				]
			: before.ending.status === 'refused'
				? [say(': it could not be carried out. ')]
				: [say(': '), figure('never'), say(' paid off. ')];
	const opening = (first?.text ?? '').replace(/^./, (letter) => letter.toLowerCase());
	return [
		say(`Before this change, ${opening}`),
		...rest,
		...ended,
		...changePhrases(inAll(change), currency),
		...(moved === null
			? []
			: [
					say(` ${moved.name} is gone `),
					figure(writeMonths(Math.abs(moved.monthsSooner))),
					say(moved.monthsSooner > 0 ? ' sooner.' : ' later.')
				])
	];
}

/** From when the money is short, by how much, and what would cure it; null where it never is. */
export function shortSentence(plan: Plan, cure: Cure | null, currency: Currency): Sentence | null {
	const shortfall = shortfallOf(plan);
	const [first] = plan.shortMonths;
	if (!first || !shortfall) return null;
	const { most, coveredAtFirst } = shortfall;
	const count = plan.shortMonths.length;
	const from = writeMonth(monthStart(plan.firstMonth, first.month));
	return [
		say(count === 1 ? 'In ' : 'From '),
		figure(from),
		say(count === 1 ? ' the money is ' : `, in ${countOf(count, 'month')}, the money is `),
		figure(writeMoney(first.missing, currency)),
		say(' less than what is asked'),
		...(most > first.missing ? [say(', at most '), figure(writeMoney(most, currency))] : []),
		say('; each debt then gets its share. '),
		...(cure === null
			? []
			: [
					figure(writeMoney(cure.amount, currency)),
					say(` a month${stretchWords(plan, cure)} would cover it. `)
				]),
		...(coveredAtFirst === 0
			? [say(`There is nothing for what is asked in ${from}.`)]
			: [
					say(`In ${from} there is enough for `),
					figure(writePercent(coveredAtFirst)),
					say(' of what is asked.')
				])
	];
}

/** “ from January 2028 until June 2028”; nothing where it is said of all months. */
function stretchWords({ firstMonth, begins }: PlanTotals, { from, until }: Cure): string {
	if (from === begins && until === null) return '';
	const month = (at: number) => writeMonth(monthStart(firstMonth, at));
	if (until === null) return ` from ${month(from)}`;
	return from === begins
		? ` until ${month(until - 1)}`
		: ` from ${month(from)} until ${month(until - 1)}`;
}

/** “In April 2028, of 890.00: 137.00 is interest, 753.00 brings the balance down” */
export function moneySentence(month: PlanMonth, plan: PlanTotals, currency: Currency): Sentence {
	const money = (amount: number) => writeMoney(amount as Cents, currency);
	const opens = (what: Extract<PlanFigureName, { inMonth: number }>['what']) =>
		({ of: 'plan', name: { inMonth: month.month, what } }) as const;
	return [
		say(`In ${writeMonth(monthStart(plan.firstMonth, month.month))}, of `),
		figure(money(month.paid), opens('paid')),
		say(': '),
		interest(`${money(month.interest)} is interest`, opens('interest')),
		say(', '),
		figure(money(Math.abs(month.principal)), opens('principal')),
		say(month.principal >= 0 ? ' brings the balance down' : ' is added to it'),
		...(month.own > 0
			? [say('; '), figure(money(month.own)), say(' of it came with a debt of its own')]
			: []),
		...(month.fees > 0
			? [say('; '), figure(money(month.fees), opens('fees')), say(' beside it are fees')]
			: []),
		...(month.missing > 0
			? [say('; '), figure(money(month.missing)), say(' is missing of what is asked')]
			: [])
	];
}

/** “25 more a month: 1 month sooner, 108.20 less” */
export function moreSentence(more: Cents, gained: Difference, currency: Currency): Sentence {
	const amount = writeMoney(more, currency).replace(/\.00$/, '');
	if (gained.kind === 'only this ends') return [say(`${amount} more: `), figure('it ends')];
	if (gained.kind !== 'both end') return [say(`${amount} more: still never ends`)];
	const { monthsSooner, interestLess } = gained;
	// More money can cost more: where it goes to a debt that would have been paid down by its rule.
	const time =
		monthsSooner === 0
			? 'the same month'
			: `${writeMonths(Math.abs(monthsSooner))} ${monthsSooner > 0 ? 'sooner' : 'later'}`;
	const cost = writeMoney(Math.abs(interestLess) as Cents, currency);
	return [
		say(`${amount} more a month: `),
		figure(time),
		say(`, ${cost} ${interestLess < 0 ? 'more' : 'less'}`)
	];
}

/** “2,166.67 a month comes in, 1,540.00 is needed: 626.67 is left. 600.00 for debts is 27.69 % of it.” */
export function sheetSentence(
	{ income, needs, left }: Household,
	money: Cents,
	currency: Currency
): Sentence {
	if (income === 0) return [say('Write down what comes in, and what is needed to live.')];
	const share = shareOfIncome(money, income);
	return [
		figure(writeMoney(income, currency)),
		say(' a month comes in, '),
		figure(writeMoney(needs, currency)),
		say(' is needed: '),
		figure(writeMoney(Math.abs(left) as Cents, currency)),
		say(left >= 0 ? ' is left. ' : ' is missing. '),
		...(share === null
			? []
			: [
					figure(writeMoney(money, currency)),
					say(' for debts is '),
					figure(writePercent(percent(share * 100))),
					say(' of what comes in.')
				])
	];
}

/** “At 940.00 a month: 29 months, 4,022.99 in interest” */
export function curveSentence(
	{ amount, months, interest: cost }: CurvePoint,
	currency: Currency
): Sentence {
	const at = [say('At '), figure(writeMoney(amount, currency)), say(' a month: ')];
	if (months === null || cost === null) return [...at, figure('it never ends')];
	return [
		...at,
		figure(writeMonths(months)),
		say(', '),
		interest(cost === 0 ? 'nothing' : writeMoney(cost, currency)),
		say(' in interest')
	];
}

/** “+400.00 in April, every year”, “950.00 from Jan 2028” */
export function planHappeningInWords(item: PlanHappening, currency: Currency): string {
	const amount = writeMoney(item.amount, currency);
	if (item.kind === 'money') return `${amount} from ${writeShortMonth(item.date)}`;
	const month = writeShortMonth(item.date);
	return item.everyYear
		? `+${amount} in ${month.slice(0, 3)}, every year`
		: `+${amount} in ${month}`;
}

/** The picture in words, for whoever does not see it. */
export function planInWords(plan: Plan, names: readonly string[]): string {
	const gone = plan.debts.map(({ payoffDate }, index) => {
		const when = payoffDate === null ? 'never paid off' : writeMonth(payoffDate);
		return `${names[index] ?? ''}: ${when}`;
	});
	return `What is owed in all over time, in a band for each debt. ${gone.join('; ')}.`;
}

/** What is owed at a day, for the line above the picture. */
export function owedSentence(
	month: number,
	plan: PlanTotals,
	owed: { readonly plan: Cents; readonly baseline: Cents },
	baseline: string,
	currency: Currency
): Sentence {
	const name = { inMonth: month, what: 'closing' } as const;
	const sum = (amount: Cents, opens: PlanFigure): Phrase =>
		figure(writeMoney(amount, currency), amount > 0 ? opens : undefined);
	return [
		say(`${writeMonth(monthStart(plan.firstMonth, month))}, still owed: `),
		sum(owed.plan, { of: 'plan', name }),
		say(` · ${baseline} `),
		sum(owed.baseline, { of: 'plan', name, whose: 'baseline' })
	];
}

/** Every field of a plan as text, to lay two versions beside each other. */
export function planFields(
	{ name, pays, budget, begins, order, listed, happenings, changes, hidden }: PlanEntry,
	nameOf: (id: string) => string,
	currency: Currency
): ReadonlyMap<string, string> {
	const happens = happenings.map(
		(item) => planHappeningInWords(item, currency) + (item.off ? ' (off)' : '')
	);
	return new Map([
		['name', name],
		['what debts ask', PAYS_WORDS[pays]],
		['month’s money', budgetField(budget, currency)],
		['begins', begins === null ? 'as usual' : writeMonth(begins)],
		['order', orderWords(order)],
		['own order', listed.map(nameOf).join(', ') || 'none yet'],
		['over time', happens.join('; ') || 'nothing'],
		[
			'changes',
			changes.map((change) => changeField(change, nameOf, currency)).join('; ') || 'none'
		],
		['shown', hidden ? 'not side by side' : 'side by side']
	]);
}

const PAYS_WORDS: Readonly<Record<PlanEntry['pays'], string>> = {
	planned: 'what they ask',
	asked: 'nothing but their minimums',
	paid: 'what is paid today'
};

/** The household's sheet as text, to lay two versions beside each other. */
export function sheetFields(
	{ income, needs }: Sheet,
	currency: Currency
): ReadonlyMap<string, string> {
	return new Map([
		['what comes in', sheetField(income, currency)],
		['what is needed', sheetField(needs, currency)]
	]);
}

const sheetField = (lines: readonly SheetLine[], currency: Currency): string =>
	lines
		.map(
			({ name, amount, perYear }) =>
				`${name || 'unnamed'} ${writeMoney(amount, currency)} ${frequencyWords(perYear).adverb}`
		)
		.join('; ') || 'nothing';

function budgetField(budget: PlanEntry['budget'], currency: Currency): string {
	switch (budget.kind) {
		case 'required':
			return 'what is asked';
		case 'required-plus':
			return `what is asked and ${writeMoney(budget.extra, currency)}`;
		case 'constant':
			return budget.amount === null
				? 'what is asked when it begins'
				: writeMoney(budget.amount, currency);
	}
}
