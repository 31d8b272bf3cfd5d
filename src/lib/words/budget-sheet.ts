/** The budget sheet in words: what is left each month, how a month comes about, and what saving first costs. */
import type { CalendarDate } from '../core/quantities/calendar';
import { sumOf, type Cents, size } from '../core/quantities/money';
import type { BudgetSheet } from '../core/plan/budget-sheet';
import { itemsIn, rangeOf, type ItemInMonth, type MoneyMonth } from '../core/plan/money-months';
import type { PlanTotals } from '../core/plan/terms';
import type { Sheet, SheetLine } from '../document/plan';
import en from '../messages/en/budget-sheet.json';
import { capital, listOf, messagesOf, momentIn } from '../messages/message';
import type { Sentence } from '../messages/sentence';
import {
	writeAmount,
	writeDate,
	writeMoney,
	writeMonth,
	writeRoundMoney
} from '../reading/written';
import type { Writing } from '../reading/writing';
import { signOf } from './amounts';

const { sentence, text } = messagesOf('budget-sheet', en);

/** So many months are named; of more it is said how many. */
const NAMED = 3;

/** “February and August”, “February, March, May and 4 other months” */
function monthsNamed(months: readonly MoneyMonth[], writing: Writing): string {
	const names = months.slice(0, NAMED).map(({ first }) => writeMonth(first, writing));
	const others = months.length - names.length;
	return listOf(
		writing,
		others > 0 ? [...names, text(writing, 'others', { count: others })] : names
	);
}

/** “Between 410.00 and 1,650.00 a month is left for the debts, 1,098.00 on average. …” */
export function sheetSentence(
	{ income, needs }: Sheet,
	months: readonly MoneyMonth[],
	/** Whether the plan's money is what the sheet leaves. */
	follows: boolean,
	writing: Writing
): Sentence {
	if (income.length + needs.length === 0) return sentence(writing, 'empty');
	const money = (amount: Cents) => writeMoney(amount, writing);
	const { least, most, average } = rangeOf(months);
	const said =
		least === most
			? sentence(writing, 'same each month', { left: money(least) })
			: sentence(writing, 'between', {
					least: money(least),
					most: money(most),
					average: money(average)
				});
	const lacking = months.filter(({ left }) => left < 0);
	const moreNeeded =
		lacking.length === 0
			? []
			: sentence(writing, 'more needed', {
					months: monthsNamed(lacking, writing),
					count: lacking.length,
					most: money(size(least))
				});
	return [...said, ...moreNeeded, ...(follows ? coveredSentence(months, writing) : [])];
}

/** Which months fall short of the minimum payments, and which savings pay. */
function coveredSentence(months: readonly MoneyMonth[], writing: Writing): Sentence {
	const money = (amount: number) => writeMoney(amount as Cents, writing);
	const short = months.filter(({ missing }) => missing > 0);
	const saved = months.filter(({ taken }) => taken > 0);
	const fallsShort =
		short.length === 0
			? sentence(writing, 'no month short')
			: sentence(writing, 'short', {
					Months: capital(writing, monthsNamed(short, writing)),
					count: short.length,
					most: money(Math.max(...short.map(({ missing }) => missing))),
					all: money(sumOf(short, ({ missing }) => missing))
				});
	if (saved.length === 0) return fallsShort;
	return [
		...fallsShort,
		...sentence(writing, 'savings cover', {
			taken: money(sumOf(saved, ({ taken }) => taken)),
			months: monthsNamed(saved, writing)
		})
	];
}

/** How a month's money comes about, a line each. */
export function monthLines(
	{ income, needs }: Sheet,
	terms: BudgetSheet,
	month: MoneyMonth,
	writing: Writing
): string[] {
	const money = (amount: Cents) => writeAmount(amount, writing);
	const side = (lines: readonly SheetLine[], items: readonly ItemInMonth[], unnamed: string) =>
		items.map((item) => itemLine(lines[item.place], item, unnamed, month.first, writing));
	return [
		...side(income, itemsIn(terms.income, month.first), text(writing, 'unnamed income')),
		text(writing, 'income in all', { sum: money(month.income) }),
		...side(needs, itemsIn(terms.needs, month.first), text(writing, 'unnamed need')),
		text(writing, 'needs in all', { sum: money(month.needs) }),
		text(writing, 'left in all', {
			way: signOf(month.left),
			income: money(month.income),
			needs: money(month.needs),
			left: money(month.left)
		}),
		...(month.putAside > 0
			? [
					text(writing, 'put aside', {
						amount: money(month.putAside),
						rest: money(month.forDebts)
					})
				]
			: []),
		...(month.taken > 0 ? [text(writing, 'taken', { amount: money(month.taken) })] : []),
		...(month.required === null
			? []
			: [text(writing, 'required', { amount: money(month.required) })])
	];
}

/** “Ferry wage: 5 Fridays in January 2027, 5 × 420.00 = 2,100.00” */
function itemLine(
	line: SheetLine | undefined,
	{ days, sum }: ItemInMonth,
	unnamed: string,
	month: CalendarDate,
	writing: Writing
): string {
	const each = writeAmount(line?.amount ?? sum, writing);
	const count = days.length;
	const [first] = days;
	const weekly = line && (line.perYear === 52 || line.perYear === 26);
	const often =
		count === 1 && first
			? text(writing, 'once', { day: writeDate(first, writing) })
			: weekly && first
				? text(writing, 'weekdays', {
						count,
						each,
						weekday: weekdayOf(first, writing),
						month: writeMonth(month, writing)
					})
				: text(writing, 'some days', {
						days: listOf(
							writing,
							days.map((day) => writeDate(day, writing))
						),
						count,
						each
					});
	return text(writing, 'item', {
		name: line?.name || unnamed,
		often,
		amount: writeAmount(sum, writing)
	});
}

const weekdayOf = (day: CalendarDate, writing: Writing): string =>
	momentIn(writing, new Date(`${day}T00:00:00Z`), { weekday: 'long', timeZone: 'UTC' });

/** What is written at a bar, and what the picture shows for whoever does not see it. */
export const barAmount = (amount: Cents, writing: Writing): string =>
	writeRoundMoney(amount, writing);
export const savingsMark = (amount: Cents, writing: Writing): string =>
	text(writing, 'from savings', { amount: writeRoundMoney(amount, writing) });
export const minimumsMark = (amount: Cents, writing: Writing): string =>
	text(writing, 'minimums', { amount: writeMoney(amount, writing) });
export const monthsInPicture = (months: readonly MoneyMonth[], writing: Writing): string =>
	text(writing, 'picture', {
		months: months.map((month) => barInWords(month, writing)).join('; ')
	});
export const barInWords = ({ first, left }: MoneyMonth, writing: Writing): string =>
	text(writing, 'bar', { month: writeMonth(first, writing), left: writeMoney(left, writing) });

/** What it costs to save first, and how many short months it covers, beside the same plan without savings. */
export function savingSentence(plan: PlanTotals, without: PlanTotals, writing: Writing): string {
	if (plan.ending.status !== 'cleared' && without.ending.status === 'cleared')
		return text(writing, 'saving never');
	const more = plan.totalInterest - without.totalInterest;
	const said = text(writing, 'saving costs', {
		interest: signOf(more),
		amount: writeMoney(size(more), writing),
		without: without.shortMonths.length,
		with: plan.shortMonths.length
	});
	if (plan.saved === null || plan.ending.status !== 'cleared') return said;
	return said + text(writing, 'saved then', { saved: writeMoney(plan.saved, writing) });
}
