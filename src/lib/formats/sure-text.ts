/** The cheapest order, and how sure a plan is, in words. */
import { WITHIN, type LeastChecked, type Strain, type Strained } from '../core/how-sure';
import { dearerThan, type OrderAnswer, type OrderSearch } from '../core/least-order';
import type { Cents } from '../core/money';
import { planDifference } from '../core/plan-answers';
import type { PlanTotals } from '../core/planned';
import { verdict } from './comparison-text';
import { writeMonth, writeShortMonth } from './date-text';
import { writeMoney, type Currency } from './money-text';
import { monthStart } from './plan-document';
import { countOf, figure, interest, say, type Phrase, type Sentence } from './sentence';
import type { WrittenWorking } from './working-text';

/** What a search has found, against the plan's own order. */
export function searchSentence(
	best: OrderSearch | null,
	ended: OrderAnswer['ended'],
	own: PlanTotals,
	currency: Currency
): Sentence {
	const money = (amount: number) => writeMoney(amount as Cents, currency);
	if (best === null) {
		return [
			say(
				ended === 'at its end'
					? 'With this money no order ever ends these debts.'
					: ended === 'stopped'
						? 'No order was found with which this money ends these debts.'
						: 'Looking for an order that ends these debts …'
			)
		];
	}
	const cost = interest(best.interest === 0 ? 'nothing' : money(best.interest), {
		of: 'plan',
		name: 'totalInterest'
	});
	if (best.done < 1) {
		const far: Phrase[] = [
			say(ended ? 'The best order found costs ' : 'The best order so far costs '),
			cost,
			say(' in interest; no order costs less than '),
			figure(money(best.bound)),
			say('.')
		];
		return far;
	}
	const more = dearerThan(best, own);
	if (best.within > 0) {
		return [
			say('The cheapest order, to within '),
			figure(money(best.within)),
			say(', costs '),
			cost,
			say(' in interest'),
			...(own.ending.status !== 'cleared'
				? [say('; the plan’s own never ends.')]
				: more === 0
					? [say(': it is the plan’s own.')]
					: [
							say(': the plan’s own order costs '),
							figure(`${money(Math.abs(more))} ${more > 0 ? 'more' : 'less'}`, {
								of: 'plan',
								name: 'interestLess'
							}),
							say('.')
						])
		];
	}
	if (own.ending.status !== 'cleared') {
		return [
			say('The cheapest possible order costs '),
			cost,
			say(' in interest; the plan’s own never ends.')
		];
	}
	if (more > 0) {
		return [
			say('The cheapest possible order costs '),
			cost,
			say(' in interest: the plan’s own order costs '),
			figure(`${money(more)} more`, { of: 'plan', name: 'interestLess' }),
			say('.')
		];
	}
	return [
		say(
			more === 0 ? 'The plan’s own order is ' : 'The plan’s own order, ranked anew each month, is '
		),
		figure(more === 0 ? 'the cheapest possible' : `${money(-more)} cheaper`),
		say(more === 0 ? ': it costs ' : ' than any order that stays the same; that costs '),
		cost,
		say(' in interest.')
	];
}

/** “10 % less money each month”, “500.00 needed elsewhere in March 2027” */
export function strainInWords(
	strain: Strain | null,
	firstMonth: PlanTotals['firstMonth'],
	currency: Currency
): string {
	switch (strain?.kind) {
		case undefined:
			return 'As planned';
		case 'less money':
			return '10 % less money each month';
		case 'missed months':
			return 'Every twelfth month missed';
		case 'dearer rates':
			return 'Every rate 2 points higher';
		case 'a bill':
			return (
				`${writeMoney(strain.amount, currency)} needed elsewhere from ` +
				writeMonth(monthStart(firstMonth, strain.month))
			);
	}
}

/** A line of the table: when it is over, what it costs, how far that is from the plan, the least money. */
export function sureLine(
	{ totals, least }: Strained,
	calm: PlanTotals,
	currency: Currency
): {
	readonly ends: string;
	readonly cost: string;
	readonly against: string;
	readonly least: string;
} {
	const { ending } = totals;
	const cleared = ending.status === 'cleared';
	return {
		ends: cleared
			? writeShortMonth(ending.payoffDate)
			: ending.status === 'refused'
				? 'not payable'
				: 'never',
		cost: cleared ? writeMoney(totals.totalCost, currency) : '—',
		against: totals === calm ? '' : (verdict(planDifference(totals, calm), currency) ?? ''),
		least: least === null ? 'no amount' : writeMoney(least, currency)
	};
}

/** What shows that an amount is the least with which a plan is over in time. */
export function leastWorking(
	{ least, less, months, monthsWithLess }: LeastChecked,
	currency: Currency
): WrittenWorking<never> {
	const money = (amount: Cents) => writeMoney(amount, currency);
	const over = (count: number | null) =>
		count === null ? 'it is never over' : `it is over after ${countOf(count, 'month')}`;
	return {
		title: `Least money for ${countOf(WITHIN, 'month')}`,
		words: `the smallest amount, the same each month, with which it is over within ${countOf(WITHIN, 'month')} even so: found by trying amounts, to the cent`,
		numbers: null,
		result: money(least),
		sources: [
			{ text: `with ${money(least)} a month ${over(months)}`, figure: null },
			...(least === 0
				? []
				: [{ text: `with ${money(less)} a month ${over(monthsWithLess)}`, figure: null }])
		]
	};
}
