/** The payments of the first month, and month by month. */
import { paymentsOf, spentIn } from '../core/plan/payments';
import type { PlanMonth } from '../core/plan/terms';
import { dateParts, type CalendarDate } from '../core/quantities/calendar';
import { ZERO, type Cents } from '../core/quantities/money';
import { monthStart } from '../document/plan';
import type { Writing } from '../reading/writing';
import {
	monthName,
	writeAmount,
	writeMoney,
	writeMonth,
	writeShortMonth
} from '../reading/written';
import { feeAtStart, handoutText, moneyFrom, onTop, whenGone } from '../words/handout';
import type { Language } from '../messages/message';
import { say, type Sentence } from '../messages/sentence';
import type { Block, Row } from './blocks';
import { heading, paragraph, type Handed, type HandedDebt } from './handed';

/** Months listed one by one. */
const MONTHS = 12;
/** An amount of more characters makes the months' columns too wide for one table. */
const NARROW = 9;

/** Each debt's payment in the plan's first month, its payoff and its interest. */
export function payBlocks({ entry, carried, debts, writing }: Handed): Block[] {
	const { plan, terms } = carried;
	const month = plan.kept[plan.begins - 1] ?? plan.kept[0];
	if (!month) return [];
	const money = (amount: Cents) => writeMoney(amount, writing);
	const payments = paymentsOf(carried.debts, plan).filter((one) => one.month === month.month);
	const rows = debts.map(({ index, letter, name }): Row => {
		const own = payments.filter((one) => one.index === index);
		const { payoffDate, interest } = plan.debts[index] ?? {};
		return {
			letter,
			cells: [
				name,
				own.map(({ date }) => dateParts(date).day).join(', '),
				own.length === 0 ? '–' : money(paidIn(month, index)),
				payoffDate ? writeShortMonth(payoffDate, writing) : handoutText(writing, 'never gone'),
				money(interest ?? ZERO)
			],
			isStrong: false
		};
	});
	if (month.fees > 0) {
		const fee = handoutText(writing, 'agreement fee');
		rows.push({ letter: null, cells: [fee, '', money(month.fees), '', ''], isStrong: false });
	}
	const sum: Row = {
		letter: null,
		cells: [
			handoutText(writing, 'together'),
			'',
			money(spentIn(month)),
			plan.ending.status === 'cleared' ? writeShortMonth(plan.ending.payoffDate, writing) : '',
			money(plan.totalInterest)
		],
		isStrong: true
	};
	const headings = ['debt', 'due', 'pay', 'gone in', 'interest until then'] as const;
	const when = monthStart(plan.firstMonth, month.month);
	const notes = [
		...(plan.begins > 1 ? [[say(handoutText(writing, 'before begin'))]] : []),
		...(plan.changeFees.upFront > 0 ? [feeAtStart(plan.changeFees.upFront, writing)] : []),
		whenGone(entry, writing),
		...expected(plan.kept, carried, debts, writing)
	];
	return [
		heading(writing, 'what to pay', { month: writeMonth(when, writing) }),
		{
			kind: 'table',
			columns: headings.map((id, at) => ({
				heading: handoutText(writing, id),
				align: at === 0 ? 'left' : 'right'
			})),
			rows: [...rows, sum],
			hasSum: true,
			isDense: false
		},
		...(terms.budget.kind === 'required' && debts.length < 2 ? [] : [paragraph(notes)])
	];
}

const paidIn = ({ shares }: PlanMonth, index: number): Cents =>
	shares.find((share) => share.index === index)?.paid ?? ZERO;

/** One-time amounts within the listed months, and changes of the budget. */
function expected(
	kept: readonly PlanMonth[],
	{ terms, plan }: Handed['carried'],
	debts: readonly HandedDebt[],
	writing: Writing<Language>
): Sentence[] {
	const within = kept.slice(0, MONTHS);
	const start = (month: number): CalendarDate => monthStart(plan.firstMonth, month);
	const oneOffs = terms.oneOffs.filter(({ month }) => month <= within.length);
	// What comes with a debt every month is in its payment, and nothing to be told of.
	const own = debts.flatMap((debt) => {
		const months = within.flatMap(({ month, shares }) => {
			const amount = shares.find(({ index }) => index === debt.index)?.ownExtra ?? ZERO;
			return amount > 0 ? [{ month, amount, name: debt.name }] : [];
		});
		return months.length > 2 ? [] : months;
	});
	const top = [...oneOffs.map((one) => ({ ...one, name: null })), ...own];
	return [
		...top
			.sort((a, b) => a.month - b.month)
			.map(({ month, amount, name }) => onTop(start(month), amount, name, writing)),
		...terms.budgetChanges
			.filter(({ from }) => terms.budget.kind === 'constant' && from <= within.length)
			.map(({ from, amount }) => moneyFrom(start(from), amount, writing))
	];
}

/** Debt by month; where amounts are long, half a year beside each other. */
export function monthsBlocks({ carried, debts, writing }: Handed): Block[] {
	const { plan } = carried;
	const months = plan.kept.slice(0, MONTHS);
	if (months.length === 0) return [];
	const amount = (cents: Cents) => (cents === 0 ? '–' : writeAmount(cents, writing));
	const longest = Math.max(...months.map((month) => writeAmount(spentIn(month), writing).length));
	const beside = longest > NARROW ? MONTHS / 2 : MONTHS;
	const tables: Block[] = [];
	for (let from = 0; from < months.length; from += beside) {
		const some = months.slice(from, from + beside);
		const rows = debts.map(({ letter, index }): Row => ({
			letter,
			cells: ['', ...some.map((month) => amount(paidIn(month, index)))],
			isStrong: false
		}));
		const sum: Row = {
			letter: null,
			cells: ['', ...some.map((month) => amount(spentIn(month)))],
			isStrong: true
		};
		if (some.some(({ fees }) => fees > 0)) {
			const fee = handoutText(writing, 'fee');
			const cells = [fee, ...some.map(({ fees }) => amount(fees))];
			rows.push({ letter: null, cells, isStrong: false });
		}
		tables.push({
			kind: 'table',
			columns: [
				{ heading: '', align: 'left' },
				...some.map(({ month }) => ({
					heading: monthName(monthStart(plan.firstMonth, month), writing, 'short'),
					align: 'right' as const
				}))
			],
			rows: [...rows, sum],
			hasSum: true,
			isDense: true
		});
	}
	return [
		heading(writing, 'next months', { count: months.length, currency: writing.currency.code }),
		...tables
	];
}
