/** The payments of the first month, and month by month. */
import { depositsOf } from '../core/plan/deposit';
import { paymentsOf } from '../core/plan/payments';
import { BESIDE_PAYMENTS, paidIn as paidByAll } from '../core/plan/who-pays';
import type { PlanMonth } from '../core/plan/terms';
import { dateParts, type CalendarDate } from '../core/quantities/calendar';
import { ZERO, type Cents } from '../core/quantities/money';
import { isWhose, JOINT, ownerOf } from '../document/household';
import { monthStart, type PlanEntry } from '../document/plan';
import type { Writing } from '../reading/writing';
import {
	monthName,
	writeAmount,
	writeMoney,
	writeMonth,
	writeShortMonth
} from '../reading/written';
import {
	easedUntil,
	feeAtStart,
	handedDeposit,
	handoutText,
	moneyFrom,
	onTop,
	settledIn,
	whenGone
} from '../words/handout';
import type { Language } from '../messages/message';
import { say, type Sentence } from '../messages/sentence';
import type { Block, Row } from './blocks';
import { heading, paragraph, type Handed, type HandedDebt } from './handed';

/** Months listed one by one. */
const MONTHS = 12;
/** An amount of more characters makes the months' columns too wide for one table. */
const NARROW = 9;

/** Each debt's payment in the plan's first month, its payoff and its interest. */
export function payBlocks(handed: Handed): Block[] {
	const { entry, carried, writing, person } = handed;
	const debts = ownAndJoint(handed);
	const { plan } = carried;
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
	for (const kind of person === null ? KINDS : []) {
		const amount = BESIDE_PAYMENTS[kind](month);
		if (amount === 0) continue;
		const cells = [handoutText(writing, `${kind} of month`), '', money(amount), '', ''];
		rows.push({ letter: null, cells, isStrong: false });
	}
	const sum: Row = {
		letter: null,
		cells: [
			handoutText(writing, 'together'),
			'',
			money(paidByAll(month)),
			plan.ending.status === 'cleared' ? writeShortMonth(plan.ending.payoffDate, writing) : '',
			money(plan.totalInterest)
		],
		isStrong: true
	};
	const headings = ['debt', 'due', 'pay', 'gone in', 'interest until then'] as const;
	const when = monthStart(plan.firstMonth, month.month);
	return [
		...depositBlocks(handed),
		heading(writing, entry.programme ? 'what is paid out' : 'what to pay', {
			month: writeMonth(when, writing)
		}),
		{
			kind: 'table',
			columns: headings.map((id, at) => ({
				heading: handoutText(writing, id),
				align: at === 0 ? 'left' : 'right'
			})),
			// What somebody pays is no sum of debts.
			rows: person === null ? [...rows, sum] : rows,
			hasSum: person === null,
			isDense: false
		},
		...payNotes(handed, month.month)
	];
}

/** What is to be known of the payments beside their amounts, where those of a month are shown. */
export function payNotes(handed: Handed, month: number): Block[] {
	const { entry, carried, writing } = handed;
	const debts = ownAndJoint(handed);
	const { plan, terms } = carried;
	const agreed = agreedWith(entry, carried, debts, writing);
	if (terms.budget.kind === 'required' && debts.length < 2)
		return agreed.map((sentence) => paragraph([sentence]));
	return [
		paragraph([
			...(month > 1 ? [[say(handoutText(writing, 'before begin'))]] : []),
			...(plan.changeFees.upFront > 0 ? [feeAtStart(plan.changeFees.upFront, writing)] : []),
			whenGone(entry, writing),
			...agreed,
			...expected(plan.kept, carried, debts, writing)
		])
	];
}

/** The one amount that the client pays, where the agency pays the creditors out of it. */
function depositBlocks({ entry, carried, writing, person }: Handed): Block[] {
	const { programme } = entry;
	if (programme === null || person !== null) return [];
	const deposits = depositsOf(carried.debts, carried.plan, programme.day);
	const [first] = deposits;
	if (!first) return [];
	const isSame = deposits.slice(0, -1).every(({ deposit }) => deposit === first.deposit);
	const sentence = handedDeposit(first, programme.day, isSame, writing);
	return [{ kind: 'sentence', sentence, quiet: false }];
}

/** The debts that a handout tells of: all, or a person's own and the joint ones. */
function ownAndJoint({ document, debts, person }: Handed): readonly HandedDebt[] {
	if (person === null) return debts;
	return debts.filter(({ id }) => {
		const of = { owner: ownerOf(document.debts, id) };
		return [JOINT, person.id].some((whose) => isWhose(document.people, of, whose));
	});
}

const KINDS = ['fee', 'aside', 'savings'] as const;

/** Payments that are eased until a month, and debts that are settled in one. */
function agreedWith(
	{ changes }: PlanEntry,
	{ debts: planned, plan }: Handed['carried'],
	debts: readonly HandedDebt[],
	writing: Writing<Language>
): Sentence[] {
	const nameOf = (id: string) => debts.find((debt) => debt.id === id)?.name;
	const eased = changes.flatMap((change) =>
		change.kind !== 'concession' || change.until === null
			? []
			: change.debts.flatMap(({ debt, payment }) => {
					const name = nameOf(debt);
					if (payment === null || name === undefined || change.until === null) return [];
					return [easedUntil(change.until, payment, name, writing)];
				})
	);
	const settled = debts.flatMap(({ index, name }) => {
		const share = (month: PlanMonth) => month.shares.find((one) => one.index === index);
		const month = plan.kept.find((one) => (share(one)?.forgiven ?? 0) > 0);
		if (!month) return [];
		const stops = planned[index]?.terms.settlement?.stops ?? false;
		const start = monthStart(plan.firstMonth, month.month);
		return [settledIn(start, share(month)?.paid ?? ZERO, name, stops, writing)];
	});
	return [...eased, ...settled];
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
export function monthsBlocks(handed: Handed): Block[] {
	const { carried, writing, person } = handed;
	const debts = ownAndJoint(handed);
	const { plan } = carried;
	const months = plan.kept.slice(0, MONTHS);
	if (months.length === 0) return [];
	const amount = (cents: Cents) => (cents === 0 ? '–' : writeAmount(cents, writing));
	const longest = Math.max(...months.map((month) => writeAmount(paidByAll(month), writing).length));
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
			cells: ['', ...some.map((month) => amount(paidByAll(month)))],
			isStrong: true
		};
		for (const kind of person === null ? KINDS : []) {
			const amounts = some.map(BESIDE_PAYMENTS[kind]);
			if (amounts.every((of) => of === 0)) continue;
			const cells = [handoutText(writing, kind), ...amounts.map(amount)];
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
			rows: person === null ? [...rows, sum] : rows,
			hasSum: person === null,
			isDense: true
		});
	}
	return [
		heading(writing, 'next months', { count: months.length, currency: writing.currency.code }),
		...tables
	];
}
