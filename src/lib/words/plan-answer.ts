/** Answers of a plan and of its months, in sentences. */
import type { Difference } from '../core/debt/difference';
import { type Cents, ZERO, size, asCarried, sumOf } from '../core/quantities/money';
import {
	interestAndFees,
	missingInAll,
	shortfallOf,
	type Cure,
	type PlanDifference
} from '../core/plan/answers';
import type { Order } from '../core/plan/order';
import type { Plan, PlanEnding, PlanMonth, PlanTotals } from '../core/plan/terms';
import type { CurvePoint } from '../core/search/money-curve';
import type { PlanFigure, PlanFigureName } from '../core/working/plan-figure';
import { monthStart, type PlanEntry } from '../document/plan';
import { writeMoney, writeMonth, writePercent, writeRoundMoney } from '../reading/written';
import type { Writing } from '../reading/writing';
import { countOf, monthsInWords, signOf, soonerInWords } from './amounts';
import { againstPhrases, changePhrases } from './debt-answer';
import en from '../messages/en/plan-answer.json';
import { messagesOf } from '../messages/message';
import { orderWords } from './plan-names';
import { figure, interest, type Phrase, type Sentence } from '../messages/sentence';

const { sentence, text } = messagesOf('plan-answer', en);

/** “At 890.00 a month, highest rate first, everything is paid off in July 2029, after 31 months. …” */
export function planSentence(
	plan: Plan,
	{ budget, order }: Pick<PlanEntry, 'budget' | 'order'>,
	/** The baseline and its name; null for the baseline itself. */
	measure: { readonly difference: PlanDifference; readonly words: string } | null,
	writing: Writing,
	/** Its assumed terms; null if there are none. */
	assumed: string | null = null
): Sentence {
	const { ending } = plan;
	if (plan.starting === 0) return sentence(writing, 'nothing owed');
	if (ending.status === 'refused') {
		return refusedSentence(plan, ending, writing);
	}
	const plainly = payingPhrases(plan, budget, order, 'sentence', writing);
	const paying =
		assumed === null ? plainly : sentence(writing, 'assuming', { paying: plainly, terms: assumed });
	if (ending.status !== 'cleared') {
		return sentence(writing, ending.status === 'never' ? 'never' : 'not in time', {
			paying,
			months: countOf(writing, plan.months, 'months'),
			owed: writeMoney(plan.closing, writing)
		});
	}
	const fees = figure(writeMoney(plan.totalFees, writing), { of: 'plan', name: 'totalFees' });
	return sentence(writing, 'paid off', {
		paying,
		payoff: figure(writeMonth(ending.payoffDate, writing), { of: 'plan', name: 'payoffDate' }),
		months: figure(countOf(writing, plan.months, 'months'), { of: 'plan', name: 'months' }),
		interest: interest(moneyOrNothing(plan.totalInterest, writing), {
			of: 'plan',
			name: 'totalInterest'
		}),
		fees: plan.totalFees === 0 ? [] : sentence(writing, 'and fees', { fees }),
		against:
			measure === null
				? []
				: againstPhrases(inAll(measure.difference), measure.words, writing).map(ofPlan),
		forgiven:
			plan.totalForgiven === 0
				? []
				: sentence(writing, 'and forgiven', {
						forgiven: figure(writeMoney(plan.totalForgiven, writing), {
							of: 'plan',
							name: 'totalForgiven'
						})
					}),
		saved:
			plan.saved === null || plan.saved === 0
				? []
				: sentence(writing, 'and saved', { saved: writeMoney(plan.saved, writing) })
	});
}

/** How many debts are still without what a plan needs to know. */
export const notYetSentence = (unfinished: number, writing: Writing): Sentence =>
	unfinished === 0 ? [] : sentence(writing, 'not yet', { count: unfinished });

const moneyOrNothing = (amount: Cents, writing: Writing): string =>
	amount === 0 ? text(writing, 'nothing') : writeMoney(amount, writing);

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

/** Why a plan can't be carried out. */
function refusedSentence(
	{ firstMonth }: Plan,
	ending: Extract<PlanEnding, { status: 'refused' }>,
	writing: Writing
): Sentence {
	if (ending.reason === 'changes') return sentence(writing, 'not computed');
	const month = writeMonth(monthStart(firstMonth, ending.month), writing);
	return ending.reason === 'settlement'
		? sentence(writing, 'settlement unpayable', {
				month,
				missing: writeMoney(ending.missing, writing)
			})
		: sentence(writing, 'unpayable', {
				month,
				fees: writeMoney(ending.fees, writing),
				money: writeMoney(ending.money, writing)
			});
}

function payingPhrases(
	{ begins, firstMonth, kept }: Plan,
	budget: PlanEntry['budget'],
	order: Order,
	place: 'sentence' | 'inside',
	writing: Writing
): Sentence {
	const first = kept[begins - 1]?.before ?? kept[0]?.before ?? ZERO;
	const month = writeMonth(monthStart(firstMonth, begins), writing);
	const parts = {
		place,
		first: writeMoney(first, writing),
		from: begins > 1 ? sentence(writing, 'from', { month }) : [],
		order: orderWords(order, writing)
	};
	switch (budget.kind) {
		case 'required':
			return sentence(writing, 'paying the minimums', parts);
		case 'required-plus':
			return sentence(writing, 'paying more', {
				...parts,
				extra: writeMoney(budget.extra, writing)
			});
		case 'constant':
			return sentence(writing, 'paying an amount', parts);
		case 'sheet':
			return sentence(writing, 'paying what is left', parts);
	}
}

/** The answer before a change, and how far the one after it is from there. */
export function planBeforeSentence(
	before: Plan,
	{ budget, order }: Pick<PlanEntry, 'budget' | 'order'>,
	change: PlanDifference,
	/** The debt whose end the change moves furthest. */
	moved: { readonly name: string; readonly monthsSooner: number } | null,
	writing: Writing
): Sentence {
	const { ending } = before;
	const parts = {
		paying: payingPhrases(before, budget, order, 'inside', writing),
		now: changePhrases(inAll(change), writing),
		moved:
			moved === null
				? []
				: sentence(writing, 'moved', {
						name: moved.name,
						time: monthsInWords(writing, Math.abs(moved.monthsSooner)),
						way: signOf(moved.monthsSooner)
					})
	};
	if (ending.status === 'refused') return sentence(writing, 'before unpayable', parts);
	if (ending.status !== 'cleared') return sentence(writing, 'before never', parts);
	return sentence(writing, 'before', {
		...parts,
		month: writeMonth(ending.payoffDate, writing),
		cost: writeMoney(interestAndFees(before), writing),
		fees: before.totalFees === 0 ? 'no' : 'yes'
	});
}

/** From when the money is short, by how much, and what would cure it; null where it never is. */
export function shortSentence(
	plan: Plan,
	cure: Cure | null,
	writing: Writing,
	/** The debt that is paid first (null: each gets a share), and so much more a month that would cover all. */
	{
		first = null,
		more = null
	}: { readonly first?: string | null; readonly more?: Cents | null } = {}
): Sentence | null {
	const shortfall = shortfallOf(plan);
	const [month] = plan.shortMonths;
	if (!month || !shortfall) return null;
	const { most, coveredAtFirst } = shortfall;
	const from = writeMonth(monthStart(plan.firstMonth, month.month), writing);
	return sentence(writing, 'short', {
		count: plan.shortMonths.length,
		from,
		missing: writeMoney(month.missing, writing),
		first: first ?? 'none',
		all: writeMoney(missingInAll(plan), writing),
		most:
			most > month.missing ? sentence(writing, 'at most', { most: writeMoney(most, writing) }) : [],
		late:
			plan.lateFees === 0
				? []
				: sentence(writing, 'late fees', { fees: writeMoney(plan.lateFees, writing) }),
		deficits:
			plan.deficits.length === 0
				? []
				: sentence(writing, 'deficits', {
						count: plan.deficits.length,
						all: writeMoney(
							sumOf(plan.deficits, ({ missing }) => missing),
							writing
						)
					}),
		cure:
			more !== null
				? sentence(writing, 'cure more', { amount: writeMoney(more, writing) })
				: cure === null
					? []
					: cureSentence(plan, cure, writing),
		covered:
			coveredAtFirst === 0
				? sentence(writing, 'nothing covered', { from })
				: sentence(writing, 'partly covered', {
						from,
						share: writePercent(coveredAtFirst, writing)
					})
	});
}

/** “950.00 a month from January 2028 until June 2028 would cover it.” */
function cureSentence(
	{ firstMonth, begins }: PlanTotals,
	{ amount, from, until }: Cure,
	writing: Writing
): Sentence {
	const month = (at: number) => writeMonth(monthStart(firstMonth, at), writing);
	const id =
		until === null
			? from === begins
				? 'cure'
				: 'cure from'
			: from === begins
				? 'cure until'
				: 'cure from until';
	return sentence(writing, id, {
		amount: writeMoney(amount, writing),
		from: month(from),
		until: until === null ? '' : month(until - 1)
	});
}

/** “In April 2028, of 890.00: 137.00 is interest, 753.00 brings the balances down” */
export function moneySentence(month: PlanMonth, plan: PlanTotals, writing: Writing): Sentence {
	const money = (amount: number) => writeMoney(asCarried(amount), writing);
	const opens = (what: Extract<PlanFigureName, { inMonth: number }>['what']) =>
		({ of: 'plan', name: { inMonth: month.month, what } }) as const;
	const part = (
		id: 'own money' | 'beside it fees' | 'missing' | 'put aside' | 'from savings' | 'for living',
		amount: Phrase,
		size: number
	) => (size > 0 ? sentence(writing, id, { amount }) : []);
	const { putAside = 0, toDebts = 0, toFees = 0, toLiving = 0 } = month.savings ?? {};
	const taken = toDebts + toFees + toLiving;
	return sentence(writing, 'money', {
		month: writeMonth(monthStart(plan.firstMonth, month.month), writing),
		paid: figure(money(month.paid), opens('paid')),
		interest: interest(
			text(writing, 'is interest', { amount: money(month.interest) }),
			opens('interest')
		),
		principal: figure(money(Math.abs(month.principal)), opens('principal')),
		way: signOf(month.principal),
		own: part('own money', figure(money(month.ownExtra)), month.ownExtra),
		fees: part('beside it fees', figure(money(month.fees), opens('fees')), month.fees),
		missing: [
			...part('missing', figure(money(month.shortfall)), month.shortfall),
			...part('for living', figure(money(month.deficit)), month.deficit)
		],
		savings: [
			...part('put aside', figure(money(putAside)), putAside),
			...part('from savings', figure(money(taken)), taken)
		]
	});
}

/** “25 more a month: 1 month sooner, 108.20 less” */
export function moreSentence(more: Cents, gained: Difference, writing: Writing): Sentence {
	const amount = writeRoundMoney(more, writing);
	if (gained.kind === 'only this ends') return sentence(writing, 'more ends', { amount });
	if (gained.kind !== 'both end') return sentence(writing, 'more never', { amount });
	const { monthsSooner, interestLess } = gained;
	// More money can cost more: where it goes to a debt that would have been paid down by its rule.
	return sentence(writing, 'more', {
		amount,
		time: monthsSooner === 0 ? text(writing, 'same month') : soonerInWords(writing, monthsSooner),
		cost: writeMoney(size(interestLess), writing),
		way: signOf(interestLess)
	});
}

/** “At 940.00 a month: 29 months, 4,022.99 in interest” */
export function curveSentence(
	{ amount, months, interest: cost }: CurvePoint,
	writing: Writing
): Sentence {
	const at = { amount: writeMoney(amount, writing) };
	if (months === null || cost === null) return sentence(writing, 'curve never', at);
	return sentence(writing, 'curve', {
		...at,
		months: monthsInWords(writing, months),
		interest: interest(moneyOrNothing(cost, writing))
	});
}

/** Labels at two points of the curve: the current budget, and where each step begins to save less. */
export const curveMark = (
	at: 'curve now' | 'curve knee',
	amount: Cents,
	writing: Writing
): string => text(writing, at, { amount: writeRoundMoney(amount, writing) });

/** The picture in words, for whoever does not see it. */
export function planInWords(plan: Plan, names: readonly string[], writing: Writing): string {
	const debts = plan.debts.map(({ payoffDate }, index) => {
		const name = names[index] ?? '';
		return payoffDate === null
			? text(writing, 'never gone', { name })
			: text(writing, 'gone', { name, month: writeMonth(payoffDate, writing) });
	});
	return text(writing, 'picture', { debts: debts.join('; ') });
}

/** The balance on a day, for the line above the chart. */
export function owedSentence(
	month: number,
	plan: PlanTotals,
	owed: { readonly plan: Cents; readonly baseline: Cents },
	baseline: string,
	writing: Writing
): Sentence {
	const name = { inMonth: month, what: 'closing' } as const;
	const sum = (amount: Cents, opens: PlanFigure): Phrase =>
		figure(writeMoney(amount, writing), amount > 0 ? opens : undefined);
	return sentence(writing, 'owed', {
		month: writeMonth(monthStart(plan.firstMonth, month), writing),
		plan: sum(owed.plan, { of: 'plan', name }),
		other: baseline,
		baseline: sum(owed.baseline, { of: 'plan', name, whose: 'baseline' })
	});
}
