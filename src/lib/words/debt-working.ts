/** The working of a figure in words and numbers, as it is shown in its note. */
import type {
	Convention,
	Figure,
	Formula,
	Operand,
	Result,
	Working,
	YearFigure
} from '../core/debt/figure';
import type { Cents } from '../core/quantities/money';
import type { CalendarDate } from '../core/quantities/calendar';
import type { InterestRounding, Percent } from '../core/quantities/rate';
import { grouped, precise, writeDate, writeAmount, writePercent } from '../reading/written';
import type { Writing } from '../reading/writing';
import { allocatedWritten, interestByBalanceWritten, raisedWritten } from './account-working';
import { countOf, monthsInWords, oneUnit } from './amounts';
import en from '../messages/en/debt-working.json';
import { capital, messagesOf, type Locale } from '../messages/message';

const { text } = messagesOf('debt-working', en);

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
	writing: Writing
): WrittenWorking {
	const { words, numbers, operands } = written(formula, result, writing);
	return {
		title: capital(writing, figureName(figure, writing)),
		words,
		numbers,
		result: writeResult(result, writing),
		sources: operands.map(({ result: value, from }) => ({
			text: text(writing, 'source', {
				amount: writeResult(value, writing),
				name: figureName(from, writing)
			}),
			figure: from
		}))
	};
}

interface Written {
	readonly words: string;
	readonly numbers: string | null;
	readonly operands: readonly Operand[];
}

function written(formula: Formula, result: Result, writing: Writing): Written {
	const write = (value: Result) => writeResult(value, writing);
	const is = write(result);
	switch (formula.kind) {
		case 'stated':
			return { words: text(writing, 'stated'), numbers: null, operands: [] };
		case 'missed':
			return { words: text(writing, 'missed'), numbers: null, operands: [] };
		case 'not due':
			return { words: text(writing, 'not due'), numbers: null, operands: [] };
		case 'same': {
			const name = figureName(formula.as.from, writing);
			return { words: text(writing, 'same', { name }), numbers: null, operands: [formula.as] };
		}
		case 'rest':
			return { words: restWords(formula, writing), numbers: null, operands: [formula.of] };
		case 'sum': {
			const sum = joined(formula.operands, ({ result: value }) => write(value));
			return {
				words: joined(formula.operands, ({ from }) => shortName(from, writing)),
				numbers: text(writing, 'sum', { sum, is }),
				operands: formula.operands
			};
		}
		case 'tally': {
			const { parts } = formula;
			if (parts.length === 0) {
				return { words: text(writing, 'tally none'), numbers: null, operands: [] };
			}
			const terms = parts.map(({ first, times }) => {
				const amount = write(first.result);
				return times === 1 ? amount : text(writing, 'times', { count: String(times), amount });
			});
			return {
				words: text(writing, 'tally'),
				numbers: text(writing, 'sum', { sum: terms.join(' + '), is }),
				operands: parts.map(({ first }) => first)
			};
		}
		case 'interest by balance':
			return { ...interestByBalanceWritten(formula.balances, is, writing), operands: [] };
		case 'raised':
			return { ...raisedWritten(formula, is, writing), operands: [] };
		case 'allocated':
			return { ...allocatedWritten(formula, writing), operands: formula.parts };
		case 'interest': {
			const { on } = formula;
			return { ...interestWritten(formula, write(on.result), is, writing), operands: [on] };
		}
		case 'minimum':
			return minimumWritten(formula, is, writing);
		case 'level':
			return levelWritten(formula, is, writing);
		case 'last payment': {
			const ended = formula.closing.result.amount === 0;
			return {
				words: text(writing, ended ? 'last payment' : 'followed up to', { k: formula.k }),
				numbers: null,
				operands: [formula.closing]
			};
		}
		case 'due date':
			return {
				words: text(writing, 'due date', { k: formula.k }),
				numbers: null,
				operands: [formula.of]
			};
		case 'quotient': {
			const { of, by } = formula;
			return {
				words: text(writing, 'quotient', {
					of: shortName(of.from, writing),
					by: shortName(by.from, writing)
				}),
				numbers: text(writing, 'quotient numbers', {
					of: write(of.result),
					by: write(by.result),
					exact: (of.result.amount / by.result.amount).toFixed(5),
					is
				}),
				operands: [of, by]
			};
		}
		case 'months between': {
			const { earlier, later } = formula;
			return {
				words: text(writing, 'months between'),
				numbers: text(writing, 'months between numbers', {
					earlier: write(earlier.result),
					later: write(later.result),
					is
				}),
				operands: [earlier, later]
			};
		}
	}
}

/** How interest comes about on a balance, in words and in numbers. */
export function interestWritten(
	{
		annual,
		convention,
		waiting,
		unrounded,
		rounding
	}: Omit<Formula & { kind: 'interest' }, 'kind' | 'on'>,
	balance: string,
	is: string,
	writing: Writing
): { words: string; numbers: string } {
	const by = conventionWords(convention, writePercent(annual, writing), writing);
	return {
		words: [
			text(writing, 'interest', { convention: by.words }),
			...ratesByDay(convention, writing),
			...(waiting ? [waitingWords(waiting, writing)] : [])
		].join('; '),
		numbers: text(writing, 'interest numbers', {
			balance,
			convention: by.numbers,
			outcome: outcome(unrounded, rounding, is, writing)
		})
	};
}

function restWords({ because, balloon }: Formula & { kind: 'rest' }, writing: Writing): string {
	switch (because) {
		case 'less than required':
			return text(writing, 'less than the payment');
		case 'cleared below':
			return text(writing, 'cleared below');
		case 'end of term':
			return balloon === 0
				? text(writing, 'end of term')
				: text(writing, 'end of term with balloon', { balloon: writeAmount(balloon, writing) });
	}
}

/** The factor of a balance, in words and in numbers. */
function conventionWords(
	convention: Convention,
	annual: string,
	locale: Locale
): { words: string; numbers: string } {
	switch (convention.kind) {
		case 'nominal':
		case 'effective': {
			const { kind, paymentsPerYear: m } = convention;
			const numbers = kind === 'nominal' ? 'nominal numbers' : 'effective numbers';
			return { words: text(locale, kind, { m }), numbers: text(locale, numbers, { annual, m }) };
		}
		case 'compounded': {
			const { compoundsPerYear: c, paymentsPerYear: m } = convention;
			const parts = { annual, c, m };
			return {
				words: text(locale, 'compounded', parts),
				numbers: text(locale, 'compounded numbers', parts)
			};
		}
		case 'daily': {
			const parts = partsOf(convention).map(({ at, days, year }) =>
				text(locale, 'daily numbers', { annual: writePercent(at, locale), days, year })
			);
			const sum = parts.join(' + ');
			return {
				words: text(locale, 'daily'),
				numbers: parts.length === 1 ? sum : text(locale, 'daily pieces', { sum })
			};
		}
		case 'daily-compounded': {
			const powers = partsOf(convention).map(({ at, days, year }) =>
				text(locale, 'daily compounded power', { annual: writePercent(at, locale), days, year })
			);
			return {
				words: text(locale, 'daily compounded'),
				numbers: text(locale, 'daily compounded numbers', { powers: powers.join(' × ') })
			};
		}
	}
}

type ByDay = Extract<Convention, { kind: 'daily' | 'daily-compounded' }>;

/** The days of a period by their rate and by the length of the year they fall in. */
function partsOf({ pieces, dayYear }: ByDay): { at: Percent; days: number; year: number }[] {
	return pieces.flatMap(({ annual: at, days, leapDays }) => {
		if (dayYear !== 'actual') return [{ at, days, year: dayYear }];
		const parts = [
			{ at, days: days - leapDays, year: 365 },
			{ at, days: leapDays, year: 366 }
		];
		return parts.filter((part) => part.days > 0);
	});
}

/** Which days bear which rate, where it changes within the period: “18 May to 31 May at 27.99 %”. */
const ratesByDay = (convention: Convention, locale: Locale): string[] =>
	'pieces' in convention && convention.pieces.length > 1
		? convention.pieces.map(({ from, to, annual }) =>
				text(locale, 'days at', {
					from: writeDate(from, locale),
					to: writeDate(to, locale),
					annual: writePercent(annual, locale)
				})
			)
		: [];

/** “31.99 % from 1 Jun 2027 holds from the next period on, as this one began before that day” */
const waitingWords = (
	{ annual, date }: { readonly annual: Percent; readonly date: CalendarDate },
	locale: Locale
): string =>
	text(locale, 'waiting', {
		annual: writePercent(annual, locale),
		date: writeDate(date, locale)
	});

function minimumWritten(
	formula: Formula & { kind: 'minimum' },
	is: string,
	writing: Writing
): Written {
	const { of, added, fees, roundUpTo, floor, unrounded, rounding } = formula;
	const money = (amount: Cents) => writeAmount(amount, writing);
	const percent = writePercent(formula.percent, writing);
	const words = [
		text(writing, 'minimum of', { percent, of: shortName(of.from, writing) }),
		...added.map(({ from }) => shortName(from, writing)),
		...(fees > 0 ? [text(writing, 'fees')] : [])
	];
	const terms = [
		text(writing, 'minimum part', { percent, amount: money(of.result.amount) }),
		...added.map(({ result }) => money(result.amount)),
		...(fees > 0 ? [money(fees)] : [])
	];
	return {
		words: text(writing, 'minimum', {
			sum: words.join(' + '),
			rounding: roundUpTo > 0 ? 'up' : rounding,
			unit: money(roundUpTo),
			least: yes(floor > 0),
			floor: money(floor)
		}),
		numbers: text(writing, 'minimum numbers', {
			sum: terms.join(' + '),
			unrounded: precise(unrounded, writing),
			is
		}),
		operands: [of, ...added]
	};
}

const yes = (holds: boolean): 'yes' | 'no' => (holds ? 'yes' : 'no');

function levelWritten(formula: Formula & { kind: 'level' }, is: string, writing: Writing): Written {
	const { on, periods, i, balloon, advance, unrounded, rounding } = formula;
	const parts = {
		n: String(periods),
		owed: writeAmount(on.result.amount, writing),
		balloon: yes(balloon !== 0),
		last: writeAmount(balloon, writing),
		advance: yes(advance),
		i: (i * 100).toFixed(6),
		outcome: outcome(unrounded, rounding, is, writing)
	};
	return {
		words: text(writing, i === 0 ? 'level without interest' : 'level', parts),
		numbers: text(writing, i === 0 ? 'level without interest numbers' : 'level numbers', parts),
		operands: [on]
	};
}

/** “77.58563, rounded to 77.59” */
const outcome = (
	unrounded: number,
	rounding: InterestRounding,
	is: string,
	writing: Writing
): string => text(writing, 'outcome', { unrounded: precise(unrounded, writing), rounding, is });

const nameOf = (name: Figure['name'], locale: Locale): string =>
	text(locale, 'name', { name, unit: oneUnit(locale) });

function shortName(figure: Figure, locale: Locale): string {
	// Two of these can be in one sum.
	if (figure.name === 'interestSoFar') return figureName(figure, locale);
	return ofOther(figure, nameOf(figure.name, locale), locale);
}

/** “interest of payment 2”, “total interest of the other way” */
function figureName(figure: Figure, locale: Locale): string {
	const name = nameOf(figure.name, locale);
	if (figure.of === 'against') return text(locale, 'than the other way', { name });
	if (figure.of === 'year') return ofOther(figure, yearName(figure, locale), locale);
	if (figure.of === 'run') {
		const total = figure.name === 'closing' ? text(locale, 'remaining balance') : name;
		return ofOther(figure, total, locale);
	}
	const { k } = figure;
	const row =
		k < 1
			? text(locale, 'of early row', { name, n: 1 - k })
			: text(locale, ROW_NAMES[figure.name] ?? 'of row', { name, k });
	return ofOther(figure, row, locale);
}

const ROW_NAMES = {
	opening: 'balance of row',
	closing: 'balance of row',
	paid: 'paid in row',
	scheduled: 'scheduled in row',
	interestSoFar: 'interest up to'
} as Readonly<Partial<Record<Figure['name'], Parameters<typeof text>[1]>>>;

const ofOther = ({ on }: Figure, name: string, locale: Locale): string =>
	on ? text(locale, 'of the other way', { name }) : name;

/** “interest of 2031”, “paid in 2031” */
function yearName({ name, year }: YearFigure, locale: Locale): string {
	const id = name === 'paid' ? 'paid in year' : name === 'closing' ? 'closing of year' : 'of year';
	return text(locale, id, { name: nameOf(name, locale), year: String(year) });
}

function writeResult(result: Result, writing: Writing): string {
	switch (result.kind) {
		case 'money':
			return writeAmount(result.amount, writing);
		case 'payments':
			return countOf(writing, result.count, 'payments');
		case 'months': {
			const time = monthsInWords(writing, Math.abs(result.count));
			return result.count < 0 ? text(writing, 'later', { time }) : time;
		}
		case 'date':
			return writeDate(result.date, writing);
		case 'per unit':
			return grouped(result.hundredths, 2, writing);
	}
}

const joined = (operands: readonly Operand[], write: (operand: Operand) => string): string =>
	operands
		.map((operand, index) => (index === 0 ? '' : operand.minus ? ' − ' : ' + ') + write(operand))
		.join('');
