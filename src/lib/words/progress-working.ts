/** How the figures of what happened come about, in words and numbers. */
import { type Cents, ZERO, size } from '../core/quantities/money';
import { howPaid, type DebtDrift, type Drift } from '../core/plan/drift';
import { interestAndFees } from '../core/plan/answers';
import type { DriftPart, Interval } from '../core/plan/progress';
import type { DriftFigure, DriftFigureName } from '../core/working/drift-figure';
import { apart, type ComeBack } from '../document/coming-back';
import { writeDate, writeAmount, writeMonth } from '../reading/written';
import type { Writing } from '../reading/writing';
import type { WrittenWorking } from './debt-working';
import en from '../messages/en/progress-working.json';
import { sizedParts } from './progress';
import { messagesOf } from '../messages/message';

const { text } = messagesOf('progress-working', en);

type Working = WrittenWorking<DriftFigure>;
type Summed = Exclude<DriftFigureName, 'ends' | 'costMore'>;

/** The working of a figure; null where there is none. */
export function writeDriftWorking(
	back: ComeBack,
	{ name, debt }: DriftFigure,
	writing: Writing
): Working | null {
	if (name === 'ends') return endsWritten(back, writing);
	if (name === 'costMore') return costWritten(back, writing);
	if (debt === undefined) return overDebts(back, name, writing);
	const drift = back.drift.read.find(({ id }) => id === debt);
	return drift?.latest ? ofDebt(back, drift, drift.latest, name, writing) : null;
}

const titleOf = (name: DriftFigureName, writing: Writing): string =>
	text(writing, 'title', { name });

/** With a minus that is one. */
const signed = (amount: number, writing: Writing): string =>
	`${amount < 0 ? '−' : ''}${writeAmount(size(amount), writing)}`;

function valueOf({ parts, latest }: DebtDrift, name: Summed): Cents {
	switch (name) {
		case 'owed':
			return latest?.balance ?? ZERO;
		case 'expected':
			return latest?.forecast ?? ZERO;
		case 'gap':
			return latest?.gap ?? ZERO;
		default:
			return parts[name];
	}
}

const totalOf = (drift: Drift, name: Summed): Cents =>
	name === 'owed' || name === 'expected' || name === 'gap' ? drift[name] : drift.parts[name];

/** A sum over the debts that were read. */
function overDebts({ drift, kept }: ComeBack, name: Summed, writing: Writing): Working {
	const debts = drift.read
		.map((debt) => ({ debt, amount: valueOf(debt, name) }))
		.filter(({ amount }) => amount !== 0);
	const is = signed(totalOf(drift, name), writing);
	const sum = debts
		.map(({ amount }, at) =>
			at === 0
				? signed(amount, writing)
				: `${amount < 0 ? '−' : '+'} ${writeAmount(size(amount), writing)}`
		)
		.join(' ');
	return {
		title: titleOf(name, writing),
		words: text(writing, 'sum words'),
		numbers: debts.length > 1 ? `${sum} = ${is}` : null,
		result: is,
		sources: debts.map(({ debt, amount }) => ({
			text: text(writing, 'source of', {
				amount: signed(amount, writing),
				debt: kept.debts.find(({ id }) => id === debt.id)?.name ?? '',
				date: debt.latest ? writeDate(debt.latest.date, writing) : ''
			}),
			figure: { of: 'drift', name, debt: debt.id }
		}))
	};
}

function ofDebt(
	{ kept }: ComeBack,
	drift: DebtDrift,
	latest: Interval,
	name: Summed,
	writing: Writing
): Working {
	const { id, sums } = drift;
	const debt = kept.debts.find((one) => one.id === id)?.name ?? '';
	const title = text(writing, 'title of', { title: titleOf(name, writing), debt });
	const result = signed(valueOf(drift, name), writing);
	const date = writeDate(latest.date, writing);
	const minus = (one: Cents, other: Cents): string =>
		text(writing, 'minus', {
			one: writeAmount(one, writing),
			other: writeAmount(other, writing),
			is: result
		});
	const figure = (of: DriftFigureName): DriftFigure => ({ of: 'drift', name: of, debt: id });
	const made = writeDate(kept.entry.date, writing);
	switch (name) {
		case 'owed':
			return {
				title,
				words: text(writing, 'owed words', { date }),
				numbers: null,
				result,
				sources: []
			};
		case 'expected':
			return {
				title,
				words: text(writing, 'expected words', { made, date }),
				numbers: null,
				result,
				sources: []
			};
		case 'gap':
			return {
				title,
				words: text(writing, 'gap words'),
				numbers: minus(latest.balance, latest.forecast),
				result,
				sources: sizedParts(drift.parts).map((part) => ({
					text: text(writing, 'part source', {
						amount: signed(drift.parts[part], writing),
						title: titleOf(part, writing)
					}),
					figure: figure(part)
				}))
			};
		default: {
			const numbers = {
				payments: () => minus(sums.planned.paid, sums.paid),
				charges: () => minus(sums.charges, sums.planned.charges),
				balance: () => minus(sums.computed, sums.planned.interest),
				creditor: () => minus(sums.interest, sums.computed),
				unexplained: () => null
			}[name]();
			return {
				title,
				words:
					name === 'payments' && howPaid([drift]) !== 'entered'
						? `${text(writing, 'words payments')} ${text(writing, 'inferred')}`
						: text(writing, `words ${name}`),
				numbers,
				result,
				sources: drift.intervals
					.filter(({ parts }) => parts[name] !== 0)
					.map((interval) => ({ text: intervalInWords(interval, name, writing), figure: null }))
			};
		}
	}
}

function intervalInWords(interval: Interval, name: DriftPart, writing: Writing): string {
	const { planned, paid, charges, computed, interest, balance, parts, date } = interval;
	const [expected, is]: readonly [Cents, Cents] = {
		payments: [planned.paid, paid] as const,
		charges: [planned.charges, charges] as const,
		balance: [planned.interest, computed] as const,
		creditor: [computed, interest] as const,
		unexplained: [balance, parts.unexplained] as const
	}[name];
	return text(writing, `until ${name}`, {
		date: writeDate(date, writing),
		planned: writeAmount(expected, writing),
		inferred: interval.inferred ? 'yes' : 'no',
		balance: writeAmount(balance, writing),
		is: signed(is, writing)
	});
}

function endsWritten(
	{ day, kept, on, outlook, expected }: ComeBack,
	writing: Writing
): Working | null {
	if (!outlook || !on) return null;
	const when = (ends: typeof outlook.ends) =>
		ends === null ? text(writing, 'never') : writeMonth(ends, writing);
	return {
		title: titleOf('ends', writing),
		words: text(writing, 'ends words', { day: writeDate(day, writing), plan: on.plan.name }),
		numbers: null,
		result: when(outlook.ends),
		sources: [
			{
				text: text(writing, 'ends expected', {
					made: writeDate(kept.entry.date, writing),
					when: when(expected.ends)
				}),
				figure: null
			}
		]
	};
}

function costWritten(back: ComeBack, writing: Writing): Working | null {
	const { on, outlook, expected, soFar, day } = back;
	if (!outlook || !on) return null;
	const difference = apart(outlook, expected);
	if (difference.kind !== 'both end') return null;
	const is = signed(-difference.costLess, writing);
	return {
		title: titleOf('costMore', writing),
		words: text(writing, 'cost words', { day: writeDate(day, writing) }),
		numbers: text(writing, 'cost numbers', {
			far: writeAmount(soFar, writing),
			further: writeAmount(interestAndFees(on.carried.plan), writing),
			expected: writeAmount(expected.cost, writing),
			is
		}),
		result: is,
		sources: []
	};
}
