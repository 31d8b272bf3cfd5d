/** How a figure of a plan comes about, in words and numbers. */
import { COMPARED_AS, type PlanFigureName, type PlanWorking } from '../core/working/plan-figure';
import { grouped, writeDate, writeMonth } from '../reading/written';
import type { Writing } from '../reading/writing';
import { countOf, monthsInWords, oneUnit } from './amounts';
import { comparedName, writeCompared, writeDistance } from './comparison';
import {
	feesWritten,
	feeWritten,
	monthFeesWritten,
	monthlyWritten,
	openingWritten
} from './fee-working';
import { monthBalanceWritten, monthInterestWritten, monthsWritten } from './month-working';
import { Pen, source, yes, type Of, type Source, type Written } from './working-parts';

/** The working of a plan's figure in words and numbers. */
export function writePlanWorking(
	working: PlanWorking,
	nameOf: (id: string) => string,
	writing: Writing
): Written {
	const pen = new Pen(writing, nameOf);
	switch (working.kind) {
		case 'sum of debts':
			return sumWritten(working, pen);
		case 'interest of a debt':
			return debtWritten(working, pen);
		case 'interest of a month':
			return monthInterestWritten(working, pen);
		case 'balance after a month':
			return monthBalanceWritten(working, pen);
		case 'sum of months':
			return monthsWritten(working, pen);
		case 'opening':
			return openingWritten(working, pen);
		case 'fee':
			return feeWritten(working, pen);
		case 'fees':
			return feesWritten(working, pen);
		case 'monthly fees':
			return monthlyWritten(working, pen);
		case 'fees of a month':
			return monthFeesWritten(working, pen);
		case 'spent':
			return spentWritten(working, pen);
		case 'cost':
			return costWritten(working, pen);
		case 'cost per unit':
			return perUnitWritten(working, pen);
		case 'payoff': {
			const { which, months, date, parts } = working;
			return {
				title: pen.text('payoff', { which }),
				words: pen.text('payoff words', { which, month: months }),
				numbers: null,
				result: writeDate(date, writing),
				sources: parts.map((part) =>
					source(pen.text('is of', { value: writeDate(part.date, writing), name: nameOf(part.id) }))
				)
			};
		}
		case 'short months':
			return {
				title: pen.text('short months'),
				words: pen.text('short months words'),
				numbers: null,
				result: countOf(writing, working.count, 'months'),
				sources: pen.spans(working.spans, ({ amount }, when) =>
					source(pen.text('is lacking', { amount: pen.money(amount), when }))
				)
			};
		case 'less':
			return lessWritten(working, pen);
		case 'sooner':
			return soonerWritten(working, pen);
		case 'apart':
			return apartWritten(working, pen);
	}
}

function costWritten({ interest, fees, forgiven, total }: Of<'cost'>, pen: Pen): Written {
	const [one, other, less] = [pen.money(interest), pen.money(fees), pen.money(forgiven)];
	const isForgiven = forgiven > 0;
	return {
		title: pen.text('total cost'),
		words: pen.text('interest and fees', { forgiven: yes(isForgiven) }),
		numbers: isForgiven
			? pen.text('two added less', { one, other, less, total: pen.money(total) })
			: pen.text('two added', { one, other, total: pen.money(total) }),
		result: pen.money(total),
		sources: [
			source(pen.text('is total interest', { amount: one }), 'totalInterest'),
			source(pen.text('is total fees', { amount: other }), fees === 0 ? null : 'totalFees'),
			...(isForgiven ? [source(pen.text('is forgiven', { amount: less }), 'totalForgiven')] : [])
		]
	};
}

function perUnitWritten(
	{ paid, starting, unrounded, hundredths }: Of<'cost per unit'>,
	pen: Pen
): Written {
	const is = grouped(hundredths, 2, pen.writing);
	return {
		title: pen.text('cost per unit', { unit: oneUnit(pen.writing) }),
		words: pen.text('cost per unit words'),
		numbers: pen.text('cost per unit numbers', {
			paid: pen.money(paid),
			starting: pen.money(starting),
			unrounded: unrounded.toFixed(5),
			is
		}),
		result: is,
		sources: []
	};
}

function soonerWritten(working: Of<'sooner'>, pen: Pen): Written {
	const { writing } = pen;
	const { months, plan, baseline } = working;
	const count = monthsInWords(writing, Math.abs(months));
	const time = months < 0 ? pen.text('later', { time: count }) : count;
	const date = (of: typeof plan) => writeDate(of, writing);
	return {
		title: pen.text('sooner'),
		words: pen.text('sooner words'),
		numbers: pen.text('sooner numbers', { plan: date(plan), baseline: date(baseline), time }),
		result: time,
		sources: bothEnds(working, date, 'payoffDate', pen)
	};
}

function sumWritten({ what, month, parts, total }: Of<'sum of debts'>, pen: Pen): Written {
	const amounts = parts.map(({ amount }) => amount);
	return {
		title:
			month === null
				? pen.text('total of debts', { what })
				: pen.text('sum title', { what, month: writeMonth(month, pen.writing) }),
		words: pen.text('sum words', { what }),
		numbers: pen.added(amounts, total),
		result: pen.money(total),
		sources: parts.map(({ id, amount }) =>
			source(
				pen.text('is of', { value: pen.money(amount), name: pen.nameOf(id) }),
				month === null && what === 'interest' ? { interestOf: id } : null
			)
		)
	};
}

function debtWritten({ debt, isNew }: Of<'interest of a debt'>, pen: Pen): Written {
	const { id, paid, forgiven, closing, starting, charges, interest } = debt;
	const charged = yes(charges !== 0);
	const owed = pen.money(starting);
	return {
		title: pen.text('interest of', { name: pen.nameOf(id) }),
		words: pen.text('interest of words', { charged, forgiven: yes(forgiven !== 0) }),
		numbers: pen.text('interest of numbers', {
			paid: pen.money(paid),
			isForgiven: yes(forgiven !== 0),
			forgiven: pen.money(forgiven),
			closing: pen.money(closing),
			starting: owed,
			charged,
			charges: pen.money(charges),
			interest: pen.money(interest)
		}),
		result: pen.money(interest),
		sources: isNew
			? [source(pen.text('owed at the start', { amount: owed }), { openingOf: id })]
			: []
	};
}

function spentWritten({ month, date, most, paid, fees, total }: Of<'spent'>, pen: Pen): Written {
	const [one, other] = [pen.money(paid), pen.money(fees)];
	const hasFees = fees > 0;
	return {
		title: pen.text('spent', { month: writeMonth(date, pen.writing) }),
		words: pen.text('spent words', { fees: yes(hasFees), most: yes(most) }),
		numbers: hasFees ? pen.text('two added', { one, other, total: pen.money(total) }) : null,
		result: pen.money(total),
		sources: [
			source(pen.text('is paid', { amount: one }), { inMonth: month, what: 'paid' }),
			...(hasFees
				? [source(pen.text('is fees', { amount: other }), { inMonth: month, what: 'fees' })]
				: [])
		]
	};
}

function lessWritten({ what, baseline, plan, less }: Of<'less'>, pen: Pen): Written {
	const money = (amount: number) => pen.money(amount);
	const name = what === 'interest' ? 'totalInterest' : 'interestAndFees';
	return {
		title: pen.text('less', { what }),
		words: pen.text('less words', { what }),
		numbers: pen.text('difference', { one: money(baseline), other: money(plan), is: money(less) }),
		result: money(less),
		sources: bothEnds({ plan, baseline }, money, name, pen)
	};
}

/** Where the two figures of a difference come from. */
const bothEnds = <V>(
	{ plan, baseline }: { readonly plan: V; readonly baseline: V },
	write: (value: V) => string,
	name: PlanFigureName,
	pen: Pen
): Source[] => [
	source(pen.text('of the other', { value: write(baseline) }), name, 'baseline'),
	source(pen.text('of the plan', { value: write(plan) }), name)
];

function apartWritten({ figure, plan, baseline, away }: Of<'apart'>, pen: Pen): Written {
	const { writing } = pen;
	const write = (value: typeof plan) => writeCompared(figure, value, writing);
	const is = writeDistance(plan, away, writing);
	const numbers =
		plan?.kind === 'date'
			? pen.text('from to', { from: write(baseline), to: write(plan), is })
			: pen.text('difference', { one: write(plan), other: write(baseline), is });
	return {
		title: pen.text('apart', { figure: comparedName(figure, writing) }),
		words: pen.text('apart words', { figure }),
		numbers,
		result: is,
		sources: bothEnds({ plan, baseline }, write, COMPARED_AS[figure], pen)
	};
}
