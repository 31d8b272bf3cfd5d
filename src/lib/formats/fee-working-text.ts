/** How the fees of a plan come about, in words and numbers. */
import type { MonthlyFee } from '../core/plan-figure';
import { writeMonth } from './date-text';
import { writePercent } from './percent-text';
import { added, source, spanSources, type Hand, type Of, type Written } from './plan-working-hand';

export function openingWritten(
	{ brought, total }: Of<'opening'>,
	{ money, nameOf }: Hand
): Written {
	const { debt, takes, fee, paid } = brought;
	const isAdded = paid === 'added' && fee > 0;
	const amounts = [...takes.map(({ amount }) => amount), ...(isAdded ? [fee] : [])];
	return {
		title: `What ${nameOf(debt)} owes at the start`,
		words: `what it takes over${isAdded ? ' + the fee' : ''}`,
		numbers: added(amounts, total, money),
		result: money(total),
		sources: [
			...takes.map(({ id, amount }) => source(`${money(amount)} is taken over from ${nameOf(id)}`)),
			...(isAdded ? [source(`${money(fee)} is the fee`, { feeOf: debt })] : [])
		]
	};
}

export function feeWritten(
	{ brought, unrounded }: Of<'fee'>,
	{ money, nameOf, currency }: Hand
): Written {
	const { debt, takes, moved, percent, amount, fee } = brought;
	const parts = [
		...(percent > 0
			? [
					{
						words: 'what it takes over × a rate',
						numbers: `${money(moved)} × ${writePercent(percent)}`
					}
				]
			: []),
		...(amount > 0 ? [{ words: 'an amount', numbers: money(amount) }] : [])
	];
	const rounded =
		Math.abs(unrounded - fee) < 1e-9
			? money(fee)
			: `${(unrounded / 10 ** currency.digits).toFixed(currency.digits + 3)}, rounded to ${money(fee)}`;
	return {
		title: `Fee for ${nameOf(debt)}`,
		words: parts.length === 0 ? 'there is none' : parts.map(({ words }) => words).join(' + '),
		numbers:
			parts.length === 0 ? null : `${parts.map(({ numbers }) => numbers).join(' + ')} = ${rounded}`,
		result: money(fee),
		sources:
			percent > 0
				? takes.map(({ id, amount: taken }) =>
						source(`${money(taken)} is taken over from ${nameOf(id)}`)
					)
				: []
	};
}

export function feesWritten(
	{ brought, setUps, monthly, ofDebts, total }: Of<'fees'>,
	hand: Hand
): Written {
	const { money, nameOf } = hand;
	const sources = [
		...brought.map(({ debt, fee, paid }) => ({
			amount: fee,
			...source(
				paid === 'added'
					? `${money(fee)} is added to ${nameOf(debt)} at the start`
					: `${money(fee)} is paid by the client at the start for ${nameOf(debt)}`,
				{ feeOf: debt }
			)
		})),
		...setUps.map(({ month, date, amount }) => ({
			amount,
			...source(`${money(amount)} is paid when the agreement begins, in ${writeMonth(date)}`, {
				inMonth: month,
				what: 'fees'
			})
		})),
		...(monthly > 0
			? [
					{
						amount: monthly,
						...source(`${money(monthly)} is paid month by month for the agreement`, 'monthlyFees')
					}
				]
			: []),
		...ofDebts.map(({ id, amount }) => ({
			amount,
			...source(`${money(amount)} is charged by ${nameOf(id)} itself`)
		}))
	];
	return {
		title: 'Total fees',
		words:
			sources.length === 0
				? 'the plan brings none'
				: 'all fees that the plan brings, added up; they are cost, not interest',
		numbers:
			sources.length === 0
				? null
				: added(
						sources.map(({ amount }) => amount),
						total,
						money
					),
		result: money(total),
		sources: sources.map(({ text, figure }) => ({ text, figure }))
	};
}

export function monthFeesWritten(
	{ month, before, owed, setUp, monthly, total }: Of<'fees of a month'>,
	{ money }: Hand
): Written {
	const asPart = monthly.some(({ fee }) => fee.kind === 'percent');
	const numbers = [
		...(setUp > 0 ? [money(setUp)] : []),
		...monthly.map((fee) => monthlyNumbers(fee, Math.min(before, owed), money))
	];
	const title = `Fees of ${writeMonth(month)}`;
	if (numbers.length === 0) {
		return { title, words: 'there are none', numbers: null, result: money(total), sources: [] };
	}
	return {
		title,
		words: [
			...(setUp > 0 ? ['what the agreement costs once'] : []),
			...monthly.map(({ fee }) =>
				fee.kind === 'amount'
					? 'the agreed amount'
					: 'a part of the month’s money, or of all that is owed where that is less' +
						(fee.cap === null ? '' : ', at most the cap')
			)
		].join(' + '),
		numbers: `${numbers.join(' + ')} = ${money(total)}`,
		result: money(total),
		sources: asPart
			? [
					source(`${money(before)} is the month’s money before fees`),
					source(`${money(owed)} is all that is owed then, the month’s interest with it`)
				]
			: []
	};
}

/** “7.50 % of 260.00”, and what a cap leaves of it */
function monthlyNumbers(
	{ fee, part, due }: MonthlyFee,
	base: number,
	money: Hand['money']
): string {
	if (fee.kind === 'amount') return money(due);
	const of = `${writePercent(fee.percent)} of ${money(base)}`;
	return `(${of}: ${money(part)}${due < part ? `, at most ${money(due)}` : ''})`;
}

export function monthlyWritten({ spans, total }: Of<'monthly fees'>, { money }: Hand): Written {
	const { named, rest } = spans;
	const terms = [
		...named.map(({ months, amount }) => (months === 1 ? '' : `${months} × `) + money(amount)),
		...(rest ? [money(rest.amount)] : [])
	];
	return {
		title: 'Fees month by month',
		words: 'what the agreements cost in each month, added up',
		numbers: `${terms.join(' + ')} = ${money(total)}`,
		result: money(total),
		sources: spanSources(spans, money, ({ month, amount }, when) =>
			source(`${money(amount)} is paid ${when}`, { inMonth: month, what: 'fees' })
		)
	};
}
