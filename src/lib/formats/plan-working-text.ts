/** How a figure of a plan comes about, and why a debt gets what it gets, in words and numbers. */
import type { Cents } from '../core/money';
import { reliefOf, type Order } from '../core/order';
import type { MonthShare, PlanMonth } from '../core/planned';
import type { PlanFigure, PlanWorking } from '../core/plan-working';
import type { Percent } from '../core/rate';
import { writeDate, writeMonths } from './date-text';
import { grouped } from './decimal-text';
import { writeMoney, type Currency } from './money-text';
import { writePercent } from './percent-text';
import type { WrittenWorking } from './working-text';

/** The working of a plan's figure in words and numbers. */
export function writePlanWorking(
	working: PlanWorking,
	nameOf: (id: string) => string,
	currency: Currency
): WrittenWorking<PlanFigure> {
	const money = (amount: number) => writeMoney(amount as Cents, currency);
	const source = (text: string, figure: PlanFigure | null = null) => ({ text, figure });
	switch (working.kind) {
		case 'sum of debts': {
			const amounts = working.parts.map(({ amount }) => money(amount));
			return {
				title: 'Total interest',
				words: 'the interest of each debt, added up',
				numbers: `${amounts.join(' + ')} = ${money(working.total)}`,
				result: money(working.total),
				sources: working.parts.map(({ id, amount }) =>
					source(`${money(amount)} is ${nameOf(id)}`, { of: 'plan', name: { interestOf: id } })
				)
			};
		}
		case 'interest of a debt': {
			const { id, paid, closing, starting, charges, interest } = working.debt;
			const charged = charges === 0 ? '' : ` − ${money(charges)}`;
			return {
				title: `Interest of ${nameOf(id)}`,
				words: `what it is paid + what it still owes − what it owed at the start${charges === 0 ? '' : ' − charges'}`,
				numbers: `${money(paid)} + ${money(closing)} − ${money(starting)}${charged} = ${money(interest)}`,
				result: money(interest),
				sources: []
			};
		}
		case 'fees': {
			const { fees, ofDebts, total } = working;
			const parts = [
				{ amount: fees.added, words: 'is added to new debts at the start' },
				{ amount: fees.upFront, words: 'is paid by the client at the start' },
				{ amount: fees.setUp, words: 'is paid when the agreement begins' },
				{ amount: fees.monthly, words: 'is paid month by month for the agreement' },
				{ amount: ofDebts, words: 'is charged by the debts themselves' }
			].filter(({ amount }) => amount > 0);
			return {
				title: 'Total fees',
				words: 'all fees that the plan brings, added up; they are cost, not interest',
				numbers: `${parts.map(({ amount }) => money(amount)).join(' + ')} = ${money(total)}`,
				result: money(total),
				sources: parts.map(({ amount, words }) => source(`${money(amount)} ${words}`))
			};
		}
		case 'cost': {
			const { interest, fees, total } = working;
			return {
				title: 'Total cost',
				words: 'interest + fees',
				numbers: `${money(interest)} + ${money(fees)} = ${money(total)}`,
				result: money(total),
				sources: [
					source(`${money(interest)} is the total interest`, { of: 'plan', name: 'totalInterest' }),
					source(
						`${money(fees)} is the total fees`,
						fees === 0 ? null : { of: 'plan', name: 'totalFees' }
					)
				]
			};
		}
		case 'cost per unit': {
			const { paid, starting, unrounded, hundredths } = working;
			const is = grouped(hundredths, 2);
			return {
				title: 'Paid for each 1.00 owed',
				words: 'all that is paid, fees with it ÷ what is owed at the start',
				numbers: `${money(paid)} ÷ ${money(starting)} = ${unrounded.toFixed(5)}, rounded to ${is}`,
				result: is,
				sources: []
			};
		}
		case 'latest':
			return {
				title: 'The end',
				words: `the latest day on which a debt is paid off, in month ${working.months} of the plan`,
				numbers: null,
				result: writeDate(working.date),
				sources: working.parts.map(({ id, date }) => source(`${writeDate(date)} is ${nameOf(id)}`))
			};
		case 'less':
			return {
				title:
					working.what === 'interest'
						? 'Interest less than the other way'
						: 'Cost less than the other way',
				words:
					working.what === 'interest'
						? 'interest of the other way − interest of the plan'
						: 'interest and fees of the other way − interest and fees of the plan',
				numbers: `${money(working.baseline)} − ${money(working.plan)} = ${money(working.less)}`,
				result: money(working.less),
				sources: []
			};
		case 'sooner': {
			const time = writeMonths(Math.abs(working.months)) + (working.months < 0 ? ' later' : '');
			return {
				title: 'Time sooner than the other way',
				words: 'calendar months from the end of the plan to that of the other way',
				numbers: `${writeDate(working.plan)} to ${writeDate(working.baseline)}: ${time}`,
				result: time,
				sources: []
			};
		}
	}
}

/** Why a debt got what it got in a month. */
export function whyShare(
	share: MonthShare,
	month: PlanMonth,
	order: Order,
	currency: Currency
): string {
	const money = (amount: number) => writeMoney(amount as Cents, currency);
	if (month.missing > 0) {
		return (
			`Asked ${money(share.asked)}. The month’s money, ${money(month.money)}, is ` +
			`${money(month.missing)} less than the ${money(month.asked)} that all debts ask, so each gets ` +
			`its share: ${money(share.asked)} × ${money(month.money)} ÷ ${money(month.asked)} = ${money(share.paid)}, to the cent.`
		);
	}
	const rest = share.paid - share.asked;
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
			({ index, asked, paid }) =>
				`${nameOf(index)}: from ${writeMoney(asked, currency)} to ${writeMoney(paid, currency)}`
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
