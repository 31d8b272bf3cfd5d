/** What stands in a plan that is taken home, drawn alike when the file is written and when something in it is tried. */
import { depositsOf } from '../core/plan/deposit';
import { byPayoff } from '../core/plan/over-time';
import { paymentsOf } from '../core/plan/payments';
import { BESIDE_PAYMENTS, paidIn } from '../core/plan/who-pays';
import type { Plan } from '../core/plan/terms';
import type { Cents } from '../core/quantities/money';
import type { Sentence } from '../messages/sentence';
import { writeDate, writeMoney, writeMonth } from '../reading/written';
import { between, element, verbatim, type Element } from '../handout/markup';
import { planPicture } from '../handout/plan-picture';
import { hueOf } from '../words/hues';
import { depositToPay, takeHomeText } from '../words/take-home';
import { firstDayOf, type TakeHome } from './take-home';

/** In units of the picture: on a phone. */
const ON_PHONE = { width: 342, height: 190 };

export const sentenceIn = (sentence: Sentence): Element[] =>
	sentence.map(({ text, figure }) =>
		figure === undefined
			? between(text)
			: element('strong', figure === 'interest' ? { class: 'interest' } : {}, text)
	);

export const pictureOf = (home: TakeHome, plan: Plan, size = ON_PHONE): Element[] => [
	verbatim(planPicture(plan, home.named, home.asOf, size, home.writing).svg)
];

const KINDS = ['fee', 'aside', 'savings'] as const;

/** The payments of a month by due date, and their total. */
export function monthOf(home: TakeHome, plan: Plan, month: number): Element[] {
	const { writing, debts, depositDay } = home;
	const of = plan.kept[month - 1];
	if (!of) return [element('p', {}, takeHomeText(writing, 'over'))];
	const money = (amount: Cents) => writeMoney(amount, writing);
	const due = paymentsOf(debts, plan)
		.filter((one) => one.month === month)
		.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.index - b.index));
	const lines = due.map(({ index, date, amount }) =>
		line(
			[
				...calledAt(home, index),
				element('small', {}, takeHomeText(writing, 'due', { date: writeDate(date, writing) }))
			],
			money(amount)
		)
	);
	const beside = KINDS.flatMap((kind) => {
		const amount = BESIDE_PAYMENTS[kind](of);
		return amount === 0 ? [] : [line([between(takeHomeText(writing, kind))], money(amount))];
	});
	const total = paidIn(of);
	if (lines.length + beside.length === 0)
		return [element('p', {}, takeHomeText(writing, 'nothing due'))];
	const list = element('ul', { class: 'lines' }, [
		...lines,
		...beside,
		line([between(takeHomeText(writing, 'total'))], money(total), 'total')
	]);
	const deposit =
		depositDay === null
			? undefined
			: depositsOf(debts, plan, depositDay).find((one) => one.month === month);
	if (!deposit) return [list];
	return [
		element(
			'p',
			{ class: 'deposit' },
			sentenceIn(depositToPay(deposit.deposit, deposit.date, writing))
		),
		element('h3', {}, takeHomeText(writing, 'paid out')),
		list
	];
}

/** Months that are listed one by one, each to be opened. */
const MONTHS = 12;

export function monthsOf(home: TakeHome, plan: Plan, from: number): Element[] {
	const { writing } = home;
	return plan.kept.slice(from - 1, from - 1 + MONTHS).map((of) =>
		element('details', {}, [
			element(
				'summary',
				{},
				takeHomeText(writing, 'line of month', {
					month: writeMonth(firstDayOf(plan, of.month), writing),
					amount: writeMoney(paidIn(of), writing)
				})
			),
			...monthOf(home, plan, of.month)
		])
	);
}

/** When each debt is paid off; where something is tried, with what the plan had before. */
export function payoffsOf(home: TakeHome, tried: Plan, plan: Plan): Element[] {
	const { writing } = home;
	const when = ({ debts }: Plan, index: number): string => {
		const date = debts[index]?.payoffDate ?? null;
		return date === null ? takeHomeText(writing, 'never') : writeMonth(date, writing);
	};
	const lines = byPayoff(tried, home.named).map(({ index }) => {
		const [now, before] = [when(tried, index), when(plan, index)];
		const moved =
			now === before
				? []
				: [element('small', {}, takeHomeText(writing, 'in the plan', { month: before }))];
		return element('li', {}, [
			element('span', { class: 'name' }, calledAt(home, index)),
			element('span', { class: now === before ? 'when' : 'when moved' }, [between(now), ...moved])
		]);
	});
	return [element('ul', { class: 'lines' }, lines)];
}

/** A debt's name after its mark, which is as its band in the picture. */
const calledAt = ({ named }: TakeHome, index: number): Element[] =>
	named
		.filter((one) => one.index === index)
		.flatMap(({ place, letter, name }) => [markOf(place, letter), between(` ${name}`)]);

function markOf(place: number, letter: string): Element {
	const { onPaper, light } = hueOf(place);
	const ink = { fill: light ? '#0e1417' : '#ffffff' };
	return element('svg', { class: 'mark', viewBox: '0 0 16 16', 'aria-hidden': 'true' }, [
		element('rect', { width: 16, height: 16, fill: onPaper }),
		element('text', { x: 8, y: 12, 'text-anchor': 'middle', ...ink }, letter)
	]);
}

const line = (name: readonly Element[], amount: string, kind = ''): Element =>
	element('li', kind === '' ? {} : { class: kind }, [
		element('span', { class: 'name' }, name),
		element('span', { class: 'amount' }, amount)
	]);
