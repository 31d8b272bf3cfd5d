/** The working of a figure in words and numbers, as it stands in its note. */
import type {
	Convention,
	Figure,
	Formula,
	Operand,
	Result,
	Working,
	YearFigure
} from '../core/figure';
import type { Cents } from '../core/money';
import type { InterestRounding } from '../core/rate';
import { writeDate, writeMonths } from './date-text';
import { grouped } from './decimal-text';
import { precise, writeMoney, type Currency } from './money-text';
import { writePercent } from './percent-text';
import { countOf } from './sentence';

export interface WrittenWorking<F = Figure> {
	readonly title: string;
	/** The formula in words. */
	readonly words: string;
	/** The same with the numbers in it; null where nothing is computed. */
	readonly numbers: string | null;
	readonly result: string;
	/** Where the numbers come from, each to be opened in turn where it is a figure of the run. */
	readonly sources: readonly { readonly text: string; readonly figure: F | null }[];
}

export function writeWorking(
	{ figure, result, formula }: Working,
	currency: Currency
): WrittenWorking {
	const write = resultWriter(currency);
	const { words, numbers, operands } = written(formula, result, currency);
	return {
		title: capital(figureName(figure)),
		words,
		numbers,
		result: write(result),
		sources: operands.map(({ result: value, from }) => ({
			text: `${write(value)} is the ${figureName(from)}`,
			figure: from
		}))
	};
}

interface Written {
	readonly words: string;
	readonly numbers: string | null;
	readonly operands: readonly Operand[];
}

function written(formula: Formula, result: Result, currency: Currency): Written {
	const write = resultWriter(currency);
	const money = (amount: Cents) => writeMoney(amount, currency);
	const is = write(result);
	switch (formula.kind) {
		case 'stated':
			return { words: 'as it was written down or chosen', numbers: null, operands: [] };
		case 'missed':
			return { words: 'nothing, as this payment is missed', numbers: null, operands: [] };
		case 'same':
			return {
				words: `the ${figureName(formula.as.from)}`,
				numbers: null,
				operands: [formula.as]
			};
		case 'rest':
			return { words: restWords(formula, currency), numbers: null, operands: [formula.of] };
		case 'sum':
			return {
				words: joined(formula.operands, ({ from }) => shortName(from)),
				numbers: `${joined(formula.operands, ({ result: value }) => write(value))} = ${is}`,
				operands: formula.operands
			};
		case 'tally': {
			const { parts } = formula;
			const terms = parts.map(
				({ first, times }) => (times === 1 ? '' : `${times} × `) + write(first.result)
			);
			return {
				words: parts.length === 0 ? 'there is none' : 'each time it comes, added up',
				numbers: parts.length === 0 ? null : `${terms.join(' + ')} = ${is}`,
				operands: parts.map(({ first }) => first)
			};
		}
		case 'interest': {
			const { on, annual, convention, unrounded, rounding } = formula;
			const { words, numbers } = conventionWords(convention, writePercent(annual));
			return {
				words: `balance × ${words}`,
				numbers: `${write(on.result)} × ${numbers} = ${outcome(unrounded, rounding, is, currency)}`,
				operands: [on]
			};
		}
		case 'minimum':
			return minimumWritten(formula, is, currency);
		case 'level':
			return levelWritten(formula, is, currency);
		case 'last payment':
			return {
				words:
					formula.closing.result.amount === 0
						? `payment ${formula.k} is the first after which nothing is owed`
						: `followed up to payment ${formula.k}`,
				numbers: null,
				operands: [formula.closing]
			};
		case 'due date':
			return {
				words: `the due date of payment ${formula.k}, the first after which nothing is owed`,
				numbers: null,
				operands: [formula.of]
			};
		case 'quotient': {
			const { of, by } = formula;
			const exact = (of.result.amount / by.result.amount).toFixed(5);
			return {
				words: `${shortName(of.from)} ÷ ${shortName(by.from)}`,
				numbers: `${money(of.result.amount)} ÷ ${money(by.result.amount)} = ${exact}, rounded to ${is}`,
				operands: [of, by]
			};
		}
		case 'months between': {
			const { earlier, later } = formula;
			return {
				words: 'calendar months from this payoff date to the other one',
				numbers: `${write(earlier.result)} to ${write(later.result)}: ${is}`,
				operands: [earlier, later]
			};
		}
	}
}

function restWords(formula: Formula & { kind: 'rest' }, currency: Currency): string {
	const balloon =
		formula.balloon === 0 ? '' : `; ${writeMoney(formula.balloon, currency)} of it is the balloon`;
	switch (formula.because) {
		case 'less than asked':
			return 'all that is owed, as that is no more than the payment';
		case 'cleared below':
			return 'all that is owed, as so little is paid whole';
		case 'end of term':
			return `all that is owed, as the term is over${balloon}`;
	}
}

/** What a balance is multiplied with, in words and in numbers. */
function conventionWords(
	convention: Convention,
	annual: string
): { words: string; numbers: string } {
	switch (convention.kind) {
		case 'nominal': {
			const m = convention.paymentsPerYear;
			return { words: `annual rate ÷ ${m} payments a year`, numbers: `${annual} ÷ ${m}` };
		}
		case 'compounded': {
			const { compoundsPerYear: c, paymentsPerYear: m } = convention;
			return {
				words: `((1 + annual rate ÷ ${c}) ^ (${c} ÷ ${m} payments a year) − 1)`,
				numbers: `((1 + ${annual} ÷ ${c}) ^ (${c} ÷ ${m}) − 1)`
			};
		}
		case 'effective': {
			const m = convention.paymentsPerYear;
			return {
				words: `((1 + annual rate) ^ (1 ÷ ${m} payments a year) − 1)`,
				numbers: `((1 + ${annual}) ^ (1 ÷ ${m}) − 1)`
			};
		}
		case 'daily':
			return {
				words: 'annual rate × days ÷ days of the year',
				numbers: partsOf(convention)
					.map(({ days, year }) => `${annual} × ${days} ÷ ${year}`)
					.join(' + ')
					.replace(/^(.* \+ .*)$/, '($1)')
			};
		case 'daily-compounded':
			return {
				words: '((1 + annual rate ÷ days of the year) ^ days − 1)',
				numbers: `(${partsOf(convention)
					.map(({ days, year }) => `(1 + ${annual} ÷ ${year}) ^ ${days}`)
					.join(' × ')} − 1)`
			};
	}
}

/** The days of a period by the length of the year they fall in; one part where all years count alike. */
function partsOf({
	days,
	leapDays,
	dayYear
}: Extract<Convention, { kind: 'daily' | 'daily-compounded' }>): { days: number; year: number }[] {
	if (dayYear !== 'actual') return [{ days, year: dayYear }];
	return [
		{ days: days - leapDays, year: 365 },
		{ days: leapDays, year: 366 }
	].filter((part) => part.days > 0);
}

function minimumWritten(
	formula: Formula & { kind: 'minimum' },
	is: string,
	currency: Currency
): Written {
	const { percent, of, added, fees, roundUpTo, floor, unrounded, rounding } = formula;
	const money = (amount: Cents) => writeMoney(amount, currency);
	const more = [...added.map(({ from }) => shortName(from)), ...(fees > 0 ? ['fees'] : [])];
	const up =
		roundUpTo > 0 ? `, up to the next ${money(roundUpTo)}` : rounding === 'cent' ? ', rounded' : '';
	const least = floor > 0 ? `, at least ${money(floor)}` : '';
	const terms = [
		`${writePercent(percent)} × ${money(of.result.amount)}`,
		...added.map(({ result }) => money(result.amount)),
		...(fees > 0 ? [money(fees)] : [])
	];
	return {
		words:
			[`${writePercent(percent)} of the ${shortName(of.from)}`, ...more].join(' + ') + up + least,
		numbers: `${terms.join(' + ')} = ${precise(unrounded, currency)}, so ${is}`,
		operands: [of, ...added]
	};
}

function levelWritten(
	formula: Formula & { kind: 'level' },
	is: string,
	currency: Currency
): Written {
	const { on, periods: n, i, balloon, advance, unrounded, rounding } = formula;
	const owed = writeMoney(on.result.amount, currency);
	const less = balloon === 0 ? '' : ` − ${writeMoney(balloon, currency)}`;
	const rounded = outcome(unrounded, rounding, is, currency);
	if (i === 0) {
		return {
			words: `${balloon === 0 ? 'balance' : '(balance − balloon)'} ÷ ${n} payments`,
			numbers: `(${owed}${less}) ÷ ${n} = ${rounded}`,
			operands: [on]
		};
	}
	const discount = balloon === 0 ? '' : ` × (1 + i)^−${n}`;
	const divided = ` × i ÷ (1 − (1 + i)^−${n})${advance ? ' ÷ (1 + i)' : ''}`;
	const top = balloon === 0 ? 'balance' : `(balance − balloon${discount})`;
	const amounts = balloon === 0 ? owed : `(${owed}${less}${discount})`;
	return {
		words: `${top}${divided}, where i is the rate of one period`,
		numbers: `${amounts}${divided} = ${rounded}; i = ${(i * 100).toFixed(6)} %`,
		operands: [on]
	};
}

/** “77.58563, rounded to 77.59” */
function outcome(
	unrounded: number,
	rounding: InterestRounding,
	is: string,
	currency: Currency
): string {
	return `${precise(unrounded, currency)}, ${rounding === 'cent' ? 'rounded to' : 'shown as'} ${is}`;
}

const SHORT: Readonly<Record<Figure['name'], string>> = {
	opening: 'opening',
	charges: 'charges',
	interest: 'interest',
	bearing: 'balance with charges',
	statement: 'statement balance',
	remaining: 'balance after the payment',
	scheduled: 'payment',
	extra: 'extra',
	paid: 'payment',
	principal: 'principal',
	closing: 'closing',
	interestSoFar: 'interest so far',
	starting: 'starting balance',
	totalInterest: 'total interest',
	totalPaid: 'total paid',
	totalPrincipal: 'total principal',
	totalCharges: 'total charges',
	totalExtra: 'total extra',
	periods: 'number of payments',
	payoffDate: 'payoff date',
	costPerUnit: 'cost of each 1.00 owed',
	interestLess: 'interest less',
	monthsSooner: 'time sooner'
};

function shortName(figure: Figure): string {
	// Two of these can stand in one sum.
	if (figure.name === 'interestSoFar') return figureName(figure);
	return SHORT[figure.name] + (figure.on ? ' of the other way' : '');
}

/** “interest of payment 2”, “total interest of the other way” */
function figureName(figure: Figure): string {
	const other = figure.on ? ' of the other way' : '';
	if (figure.of === 'against') return `${SHORT[figure.name]} than the other way`;
	if (figure.of === 'run') {
		return figure.name === 'closing' ? `balance left${other}` : SHORT[figure.name] + other;
	}
	if (figure.of === 'year') return `${yearName(figure)}${other}`;
	const balance = figure.name === 'opening' || figure.name === 'closing' ? ' balance' : '';
	if (figure.name === 'paid') return `payment ${figure.k}${other}`;
	if (figure.name === 'scheduled') return `scheduled payment ${figure.k}${other}`;
	if (figure.name === 'interestSoFar') return `interest up to payment ${figure.k}${other}`;
	return `${SHORT[figure.name]}${balance} of payment ${figure.k}${other}`;
}

/** “interest of 2031”, “paid in 2031” */
function yearName({ name, year }: YearFigure): string {
	if (name === 'paid') return `total paid in ${year}`;
	if (name === 'closing') return `balance at the end of ${year}`;
	return `${SHORT[name]} of ${year}`;
}

function resultWriter(currency: Currency) {
	return (result: Result): string => {
		switch (result.kind) {
			case 'money':
				return writeMoney(result.amount, currency);
			case 'payments':
				return countOf(result.count, 'payment');
			case 'months':
				return writeMonths(Math.abs(result.count)) + (result.count < 0 ? ' later' : '');
			case 'date':
				return writeDate(result.date);
			case 'per unit':
				return grouped(result.hundredths, 2);
		}
	};
}

function joined(operands: readonly Operand[], text: (operand: Operand) => string): string {
	return operands
		.map((operand, index) => (index === 0 ? '' : operand.minus ? ' − ' : ' + ') + text(operand))
		.join('');
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
