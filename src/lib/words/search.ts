/** The cheapest order, and how sure a plan is, in words. */
import { roundedShare, type Cents, asCarried } from '../core/quantities/money';
import { planDifference } from '../core/plan/answers';
import { statedIn } from '../core/plan/money';
import type { PlanTerms, PlanTotals } from '../core/plan/terms';
import { costlierThan, type OrderAnswer, type OrderSearch } from '../core/search/cheapest-order';
import { WITHIN, type LeastChecked, type Strain, type Strained } from '../core/search/stress-test';
import { monthStart } from '../document/plan';
import { writeMoney, writeMonth, writeShortMonth } from '../reading/written';
import type { Writing } from '../reading/writing';
import { countOf, signOf } from './amounts';
import { verdict } from './comparison';
import type { WrittenWorking } from './debt-working';
import en from '../messages/en/search.json';
import { messagesOf } from '../messages/message';
import { figure, interest, type Sentence } from '../messages/sentence';

const { sentence, text } = messagesOf('search', en);

/** The result of a search, compared with the plan's own order. */
export function searchSentence(
	best: OrderSearch | null,
	ended: OrderAnswer['ended'],
	own: PlanTotals,
	/** The same money, highest rate first, ranked anew each month. */
	ranked: PlanTotals,
	writing: Writing
): Sentence {
	return [
		...foundSentence(best, ended, own, writing),
		...(best === null ? [] : rankedSentence(best, own, ranked, writing))
	];
}

/** The saving of an order ranked each month over the best fixed one; empty if there is none. */
function rankedSentence(
	best: OrderSearch,
	own: PlanTotals,
	ranked: PlanTotals,
	writing: Writing
): Sentence {
	const less = best.interest - ranked.totalInterest;
	// Where the plan's own order costs no more, that is said already.
	if (ranked.ending.status !== 'cleared' || less <= 0) return [];
	if (own.ending.status === 'cleared' && own.totalInterest <= ranked.totalInterest) return [];
	return sentence(writing, 'ranked is cheaper', { amount: writeMoney(asCarried(less), writing) });
}

function foundSentence(
	best: OrderSearch | null,
	ended: OrderAnswer['ended'],
	own: PlanTotals,
	writing: Writing
): Sentence {
	const money = (amount: number) => writeMoney(asCarried(amount), writing);
	if (best === null) {
		return sentence(
			writing,
			ended === 'at its end' ? 'none ever' : ended === 'stopped' ? 'none found' : 'looking'
		);
	}
	const least = best.interest === 0 ? text(writing, 'nothing') : money(best.interest);
	const cost = interest(least, { of: 'plan', name: 'totalInterest' });
	if (best.done < 1) {
		const bound = money(best.bound);
		return sentence(writing, ended ? 'best found' : 'best so far', { cost, bound });
	}
	const more = costlierThan(best, own);
	const amount = money(Math.abs(more));
	const isPaidOff = own.ending.status === 'cleared';
	const parts = {
		cost,
		within: money(best.within),
		apart: figure(text(writing, 'more', { amount, way: signOf(more) }), {
			of: 'plan',
			name: 'interestLess'
		})
	};
	if (best.within > 0) {
		if (!isPaidOff) return sentence(writing, 'within own never', parts);
		return sentence(writing, more === 0 ? 'within is own' : 'within', parts);
	}
	if (!isPaidOff) return sentence(writing, 'own never', parts);
	if (more > 0) return sentence(writing, 'cheapest', parts);
	if (more === 0) return sentence(writing, 'own is cheapest', parts);
	return sentence(writing, 'own is cheaper', { cost, apart: amount });
}

/** “10 % less money each month”, “500.00 needed elsewhere in March 2027” */
export function strainInWords(
	strain: Strain | null,
	firstMonth: PlanTotals['firstMonth'],
	writing: Writing,
	/** Of the indexes, in words. */
	course = ''
): string {
	if (strain === null) return text(writing, 'as planned');
	if (strain.kind === 'another course') return text(writing, 'another course', { course });
	if (strain.kind !== 'a bill') return text(writing, strain.kind);
	return text(writing, 'a bill', {
		amount: writeMoney(strain.amount, writing),
		month: writeMonth(monthStart(firstMonth, strain.month), writing)
	});
}

/** The assumptions of a strain: “each month 801.00 instead of 890.00”. */
export function assumedOf(
	strain: Strain | null,
	{ begins }: Pick<PlanTotals, 'begins'>,
	plan: PlanTerms,
	writing: Writing
): string {
	const stated = statedIn(plan, begins);
	const less = roundedShare(stated, 9, 10);
	return text(writing, 'assumes', {
		strain: strain === null ? 'none' : STRAIN_KEYS[strain.kind],
		more: plan.budget.kind === 'constant' ? 'no' : plan.budget.kind === 'sheet' ? 'sheet' : 'yes',
		less: writeMoney(less, writing),
		stated: writeMoney(stated, writing)
	});
}

const STRAIN_KEYS: Readonly<Record<Strain['kind'], string>> = {
	'less money': 'less',
	'missed months': 'missed',
	'higher rates': 'rates',
	'another course': 'course',
	'a bill': 'bill'
};

/** A line of the table: when it is over, what it costs, how far that is from the plan, the least money. */
export function sureLine(
	{ totals, least }: Strained,
	calm: PlanTotals,
	writing: Writing
): {
	readonly ends: string;
	readonly cost: string;
	readonly against: string;
	readonly least: string;
} {
	const { ending } = totals;
	const isPaidOff = ending.status === 'cleared';
	return {
		ends: isPaidOff
			? writeShortMonth(ending.payoffDate, writing)
			: text(writing, ending.status === 'refused' ? 'not payable' : 'never'),
		cost: isPaidOff ? writeMoney(totals.totalCost, writing) : '—',
		against: totals === calm ? '' : (verdict(planDifference(totals, calm), writing) ?? ''),
		least: least === null ? text(writing, 'no amount') : writeMoney(least, writing)
	};
}

/** Proof that an amount is the smallest that finishes in time. */
export function leastWorking(
	{ least, less, months, monthsWithLess, isShortWithLess }: LeastChecked,
	writing: Writing
): WrittenWorking<never> {
	const within = { months: countOf(writing, WITHIN, 'months') };
	const source = (cash: Cents, count: number | null) => {
		const amount = writeMoney(cash, writing);
		return {
			text:
				count === null
					? text(writing, 'with never', { amount })
					: text(writing, 'with', { amount, months: countOf(writing, count, 'months') }),
			figure: null
		};
	};
	return {
		title: text(writing, 'least title', within),
		words: text(writing, 'least words', within),
		numbers: null,
		result: writeMoney(least, writing),
		sources: [
			source(least, months),
			...(least === 0 || isShortWithLess ? [] : [source(less, monthsWithLess)]),
			...(isShortWithLess
				? [
						{
							text: text(writing, 'with short', { amount: writeMoney(less, writing) }),
							figure: null
						}
					]
				: [])
		]
	};
}
