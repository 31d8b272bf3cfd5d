/** How a figure of a plan comes about, in words and numbers. */
import type { Cents } from '../core/money';
import type { ComparedFigure } from '../core/plan-comparison';
import {
	COMPARED_AS,
	type MonthSum,
	type PlanFigureName,
	type PlanWorking
} from '../core/plan-figure';
import { FIGURE_WORDS, writeCompared, writeDistance } from './comparison-text';
import { writeDate, writeMonth, writeMonths } from './date-text';
import { grouped } from './decimal-text';
import {
	feesWritten,
	feeWritten,
	monthFeesWritten,
	monthlyWritten,
	openingWritten
} from './fee-working-text';
import { writeMoney, type Currency } from './money-text';
import {
	added,
	source,
	spanSources,
	type Hand,
	type Of,
	type Source,
	type Written
} from './plan-working-hand';
import { countOf } from './sentence';

/** The working of a plan's figure in words and numbers. */
export function writePlanWorking(
	working: PlanWorking,
	nameOf: (id: string) => string,
	currency: Currency
): Written {
	const money = (amount: number) => writeMoney(amount as Cents, currency);
	const hand: Hand = { money, nameOf, currency };
	switch (working.kind) {
		case 'sum of debts':
			return sumWritten(working, hand);
		case 'interest of a debt':
			return debtWritten(working, hand);
		case 'opening':
			return openingWritten(working, hand);
		case 'fee':
			return feeWritten(working, hand);
		case 'fees':
			return feesWritten(working, hand);
		case 'monthly fees':
			return monthlyWritten(working, hand);
		case 'fees of a month':
			return monthFeesWritten(working, hand);
		case 'spent':
			return spentWritten(working, hand);
		case 'cost': {
			const { interest, fees, total } = working;
			return {
				title: 'Total cost',
				words: 'interest + fees',
				numbers: `${money(interest)} + ${money(fees)} = ${money(total)}`,
				result: money(total),
				sources: [
					source(`${money(interest)} is the total interest`, 'totalInterest'),
					source(`${money(fees)} is the total fees`, fees === 0 ? null : 'totalFees')
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
		case 'payoff': {
			const { which, months, date, parts } = working;
			const day = which === 'first' ? 'the first day' : 'the latest day';
			return {
				title: which === 'first' ? 'The first debt gone' : 'The end',
				words: `${day} on which a debt is paid off, in month ${months} of the plan`,
				numbers: null,
				result: writeDate(date),
				sources: parts.map((part) => source(`${writeDate(part.date)} is ${nameOf(part.id)}`))
			};
		}
		case 'short months':
			return {
				title: 'Short months',
				words: 'the months whose money is less than what the debts ask',
				numbers: null,
				result: countOf(working.count, 'month'),
				sources: spanSources(working.spans, money, ({ amount }, when) =>
					source(`${money(amount)} is lacking ${when}`)
				)
			};
		case 'less':
			return lessWritten(working, hand);
		case 'sooner': {
			const time = writeMonths(Math.abs(working.months)) + (working.months < 0 ? ' later' : '');
			return {
				title: 'Time sooner than the other way',
				words: 'calendar months from the end of the plan to that of the other way',
				numbers: `${writeDate(working.plan)} to ${writeDate(working.baseline)}: ${time}`,
				result: time,
				sources: bothEnds(working, writeDate, 'payoffDate')
			};
		}
		case 'apart':
			return apartWritten(working, hand);
	}
}

const SUM_WORDS: Readonly<Record<MonthSum, { title: string; words: string }>> = {
	interest: { title: 'interest of', words: 'the interest of each debt' },
	paid: { title: 'payments of', words: 'what each debt is paid' },
	principal: {
		title: 'principal of',
		words: 'what each debt is paid beyond its interest and charges'
	},
	closing: { title: 'balances after', words: 'what is still owed on each debt' }
};

function sumWritten({ what, month, parts, total }: Of<'sum of debts'>, hand: Hand): Written {
	const { money, nameOf } = hand;
	const { title, words } = SUM_WORDS[what];
	const amounts = parts.map(({ amount }) => amount);
	return {
		title: month === null ? 'Total interest' : `The ${title} ${writeMonth(month)}`,
		words: `${words}, added up`,
		numbers: added(amounts, total, money),
		result: money(total),
		sources: parts.map(({ id, amount }) =>
			source(`${money(amount)} is ${nameOf(id)}`, month === null ? { interestOf: id } : null)
		)
	};
}

function debtWritten({ debt, isNew }: Of<'interest of a debt'>, { money, nameOf }: Hand): Written {
	const { id, paid, closing, starting, charges, interest } = debt;
	const charged = charges === 0 ? '' : ` − ${money(charges)}`;
	return {
		title: `Interest of ${nameOf(id)}`,
		words: `what it is paid + what it still owes − what it owed at the start${charges === 0 ? '' : ' − charges'}`,
		numbers: `${money(paid)} + ${money(closing)} − ${money(starting)}${charged} = ${money(interest)}`,
		result: money(interest),
		sources: isNew
			? [source(`${money(starting)} is what it owed at the start`, { openingOf: id })]
			: []
	};
}

function spentWritten(
	{ month, date, most, paid, fees, total }: Of<'spent'>,
	{ money }: Hand
): Written {
	return {
		title: `Money of ${writeMonth(date)}`,
		words:
			`what the debts are paid${fees > 0 ? ' + fees' : ''}` + (most ? '; no month takes more' : ''),
		numbers: fees > 0 ? `${money(paid)} + ${money(fees)} = ${money(total)}` : null,
		result: money(total),
		sources: [
			source(`${money(paid)} is what the debts are paid`, { inMonth: month, what: 'paid' }),
			...(fees > 0 ? [source(`${money(fees)} is fees`, { inMonth: month, what: 'fees' })] : [])
		]
	};
}

function lessWritten({ what, baseline, plan, less }: Of<'less'>, { money }: Hand): Written {
	const interest = what === 'interest';
	return {
		title: interest ? 'Interest less than the other way' : 'Cost less than the other way',
		words: interest
			? 'interest of the other way − interest of the plan'
			: 'interest and fees of the other way − interest and fees of the plan',
		numbers: `${money(baseline)} − ${money(plan)} = ${money(less)}`,
		result: money(less),
		sources: bothEnds({ plan, baseline }, money, interest ? 'totalInterest' : 'totalCost')
	};
}

/** Where the two figures of a difference come from. */
const bothEnds = <V>(
	{ plan, baseline }: { readonly plan: V; readonly baseline: V },
	write: (value: V) => string,
	name: PlanFigureName
): Source[] => [
	source(`${write(baseline)} is that of the other way`, name, 'baseline'),
	source(`${write(plan)} is that of the plan`, name)
];

const APART_WORDS: Readonly<Partial<Record<ComparedFigure, string>>> = {
	ends: 'calendar months from the end of the other way to that of the plan',
	firstGone: 'calendar months from the first debt gone in the other way to that in the plan'
};

function apartWritten({ figure, plan, baseline, away }: Of<'apart'>, hand: Hand): Written {
	const { currency } = hand;
	const write = (value: typeof plan) => writeCompared(figure, value, currency);
	const is = writeDistance(plan, away, currency);
	const dates = APART_WORDS[figure];
	return {
		title: `${FIGURE_WORDS[figure]}: how far from the other way`,
		words: dates ?? 'that of the plan − that of the other way',
		numbers: dates
			? `${write(baseline)} to ${write(plan)}: ${is}`
			: `${write(plan)} − ${write(baseline)} = ${is}`,
		result: is,
		sources: bothEnds({ plan, baseline }, write, COMPARED_AS[figure])
	};
}
