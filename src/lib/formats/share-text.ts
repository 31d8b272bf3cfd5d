/** Why a debt gets what it gets in a month, and what would cure a short one, in words. */
import type { Cents } from '../core/money';
import { reliefOf, type Order } from '../core/order';
import type { MonthShare, PlanMonth } from '../core/planned';
import type { Percent } from '../core/rate';
import { writeMoney, type Currency } from './money-text';
import { writePercent } from './percent-text';

/** Why a debt got what it got in a month. */
export function whyShare(
	share: MonthShare,
	month: PlanMonth,
	order: Order,
	currency: Currency
): string {
	const money = (amount: number) => writeMoney(amount as Cents, currency);
	const given = share.paid - share.own;
	const own =
		share.own > 0
			? ` Beside it ${money(share.own)} came with the debt itself: ${money(given)} + ${money(share.own)} = ${money(share.paid)}.`
			: '';
	return givenWords(share, given, month, order, money) + own + passedWords(share, money);
}

/** What of a debt's own money went to the others, since it could not take it. */
const passedWords = ({ passedOn }: MonthShare, money: (amount: number) => string): string =>
	passedOn > 0
		? ` ${money(passedOn)} more came with it than it could take: that went to the month’s money.`
		: '';

function givenWords(
	share: MonthShare,
	given: number,
	month: PlanMonth,
	order: Order,
	money: (amount: number) => string
): string {
	if (share.owed > 0 && share.asked === 0 && given === 0 && share.interest === 0) {
		return 'Nothing of it falls due in this month.';
	}
	if (month.missing > 0) {
		return (
			`Asked ${money(share.asked)}. The month’s money, ${money(month.money)}, is ` +
			`${money(month.missing)} less than the ${money(month.asked)} that all debts ask, so each gets ` +
			`its share: ${money(share.asked)} × ${money(month.money)} ÷ ${money(month.asked)} = ${money(given)}, to the cent.`
		);
	}
	const rest = given - share.asked;
	const asked =
		share.asked === share.owed
			? `Asked ${money(share.asked)}, all that is still owed.`
			: `Asked ${money(share.asked)}.`;
	const left = month.money - month.asked;
	if (rest === 0) {
		if (left === 0) return `${asked} The month’s money is just what all debts ask.`;
		return share.rank === null
			? asked
			: `${asked} The ${money(left)} beyond what all debts ask went to debts before it in line.`;
	}
	const place = `because it is ${placeWords(share, order, money)}`;
	const gone = share.closing === 0 ? '; with that it is paid off' : '';
	return `${asked} The rest, ${money(rest)} of the ${money(left)} beyond what all debts ask, ${place}${gone}.`;
}

/** What each debt's agreed payment would have to fall to in a short month, for its money to cover them. */
export function cureByDebt(
	{ shares }: PlanMonth,
	nameOf: (index: number) => string,
	currency: Currency
): string[] {
	return shares
		.filter(({ asked }) => asked > 0)
		.map(
			({ index, asked, paid, own }) =>
				`${nameOf(index)}: from ${writeMoney(asked, currency)} to ${writeMoney((paid - own) as Cents, currency)}`
		);
}

function placeWords(
	{ rank, annual, opening, ...share }: MonthShare,
	order: Order,
	money: (amount: number) => string
): string {
	const place =
		rank === 1
			? 'first in line'
			: `next in line, at place ${rank}, after those before it took theirs`;
	switch (order) {
		case 'rate':
			return `${place}: ${rank === 1 ? 'highest ' : ''}rate, ${writePercent(annual as Percent)}`;
		case 'balance':
			return `${place}: ${rank === 1 ? 'smallest ' : ''}balance, ${money(opening)}`;
		case 'relief':
			return `${place}: it owes ${reliefOf(share).toFixed(1)} times what it asks`;
		case 'listed':
			return `${place} in the own order`;
		case 'spread':
			return 'one of the debts that share it in proportion to what they owe';
	}
}
