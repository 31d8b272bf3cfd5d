/**
 * The working of a figure, as data: by which formula it comes about, with which numbers, what the
 * unrounded result is, and where each number comes from, so that each of those can be opened in turn.
 */
import { difference } from '../debt/difference';
import type { DebtTerms } from '../debt/terms';
import type {
	AgainstFigure,
	Figure,
	Formula,
	MoneyOperand,
	Operand,
	Result,
	Tallied,
	TotalFigure,
	Working,
	YearFigure
} from '../debt/figure';
import { ZERO } from '../quantities/money';
import { costPerUnit, rowAt, totalExtra, type Run } from '../debt/run';
import { addedUp, money, rowWorking, takenOff } from './row-working';
import { yearsOf, type YearTotals } from '../debt/years';

/** A run with the terms that it came from. */
export interface Explained {
	readonly terms: DebtTerms;
	readonly run: Run;
}

/**
 * How a figure comes about: of the run that is looked at, or (`on: 'baseline'`) of the one it is measured
 * against. Null where there is no such figure: no such period, no payoff date of what never ends.
 */
export function workingOf(own: Explained, baseline: Explained, figure: Figure): Working | null {
	if (figure.of === 'against') return againstWorking(own.run, baseline.run, figure);
	const { terms, run } = figure.on === 'baseline' ? baseline : own;
	const working = runWorking(terms, run, figure);
	return working && figure.on === 'baseline' ? onBaseline(working) : working;
}

function runWorking(
	terms: DebtTerms,
	run: Run,
	figure: Exclude<Figure, AgainstFigure>
): Working | null {
	if (figure.of === 'run') return totalWorking(run, figure);
	if (figure.of === 'year') return yearWorking(run, figure);
	const row = rowAt(run, figure.k);
	return row ? rowWorking(terms, run, figure, row) : null;
}

function totalWorking(run: Run, figure: TotalFigure): Working | null {
	const result = totalOf(run, figure.name);
	const formula = totalFormula(run, figure.name);
	return result && { figure, result, formula };
}

/** A total of a run; null where it has none. */
function totalOf(run: Run, name: TotalFigure['name']): Result | null {
	switch (name) {
		case 'periods':
			return { kind: 'payments', count: run.periods };
		case 'payoffDate':
			return run.ending.status === 'cleared' ? { kind: 'date', date: run.ending.payoffDate } : null;
		case 'costPerUnit': {
			const hundredths = costPerUnit(run);
			return hundredths === null ? null : { kind: 'per unit', hundredths };
		}
		case 'totalExtra':
			return { kind: 'money', amount: totalExtra(run) };
		default:
			return { kind: 'money', amount: run[name] };
	}
}

function totalFormula(run: Run, name: TotalFigure['name']): Formula {
	const k = run.periods;
	const total = (of: 'starting' | 'totalInterest' | 'totalCharges' | 'totalPaid') =>
		money(run[of], { of: 'run', name: of });
	const closing = money(run.closing, { of: 'row', name: 'closing', k });
	switch (name) {
		case 'starting':
			return { kind: 'stated' };
		case 'totalCharges':
			return tally(run, 'charges', 1, k);
		case 'totalExtra':
			return tally(run, 'extra', 1, k);
		case 'closing':
			return { kind: 'same', as: closing };
		case 'totalInterest':
			return {
				kind: 'same',
				as: money(run.totalInterest, { of: 'row', name: 'interestSoFar', k })
			};
		case 'totalPaid':
			return addedUp([
				total('starting'),
				total('totalCharges'),
				total('totalInterest'),
				takenOff(closing)
			]);
		case 'totalPrincipal':
			return addedUp([total('starting'), takenOff(closing)]);
		case 'periods':
			return { kind: 'last payment', closing, k };
		case 'payoffDate':
			return { kind: 'due date', of: operandOf(run, 'periods') ?? closing, k };
		case 'costPerUnit':
			return { kind: 'quotient', of: total('totalPaid'), by: total('starting') };
	}
}

function yearWorking(run: Run, figure: YearFigure): Working | null {
	const totals = yearsOf(run).find(({ year }) => year === figure.year);
	return totals
		? {
				figure,
				result: { kind: 'money', amount: totals[figure.name] },
				formula: yearFormula(run, totals, figure.name)
			}
		: null;
}

function yearFormula(run: Run, totals: YearTotals, name: YearFigure['name']): Formula {
	const { year, from, to } = totals;
	const row = (k: number, of: 'opening' | 'closing' | 'interestSoFar') =>
		money(rowAt(run, k)?.[of] ?? ZERO, { of: 'row', name: of, k });
	const inYear = (of: 'charges' | 'interest') => money(totals[of], { of: 'year', name: of, year });
	switch (name) {
		case 'charges':
		case 'extra':
			return tally(run, name, from, to);
		case 'closing':
			return { kind: 'same', as: row(to, 'closing') };
		case 'interest':
			return from === run.firstRow
				? { kind: 'same', as: row(to, 'interestSoFar') }
				: addedUp([row(to, 'interestSoFar'), takenOff(row(from - 1, 'interestSoFar'))]);
		case 'principal':
			return addedUp([row(from, 'opening'), takenOff(row(to, 'closing'))]);
		case 'paid':
			return addedUp([
				row(from, 'opening'),
				...(totals.charges === 0 ? [] : [inYear('charges')]),
				inYear('interest'),
				takenOff(row(to, 'closing'))
			]);
	}
}

/** The periods that have an amount, those with the same one together. */
function tally(run: Run, name: 'charges' | 'extra', from: number, to: number): Formula {
	const parts = new Map<number, Tallied>();
	for (let k = from; k <= to; k += 1) {
		const amount = rowAt(run, k)?.[name] ?? ZERO;
		if (amount === 0) continue;
		const same = parts.get(amount);
		const first = same?.first ?? money(amount, { of: 'row', name, k });
		parts.set(amount, { first, times: (same?.times ?? 0) + 1 });
	}
	return { kind: 'tally', parts: [...parts.values()] };
}

function againstWorking(run: Run, baseline: Run, figure: AgainstFigure): Working | null {
	const against = difference(run, baseline);
	if (against.kind !== 'both end') return null;
	if (figure.name === 'interestLess') {
		const paidThere = money(baseline.totalInterest, {
			of: 'run',
			name: 'totalInterest',
			on: 'baseline'
		});
		const paidHere = money(run.totalInterest, { of: 'run', name: 'totalInterest' });
		return {
			figure,
			result: { kind: 'money', amount: against.interestLess },
			formula: addedUp([paidThere, takenOff(paidHere)])
		};
	}
	const earlier = operandOf(run, 'payoffDate');
	const later = operandOf(baseline, 'payoffDate');
	return earlier && later
		? {
				figure,
				result: { kind: 'months', count: against.monthsSooner },
				formula: { kind: 'months between', earlier, later: moved(later) }
			}
		: null;
}

function operandOf(run: Run, name: TotalFigure['name']): Operand | null {
	const result = totalOf(run, name);
	return result && { result, from: { of: 'run', name } };
}

/** A working of the baseline: all that it refers to is of the baseline as well. */
function onBaseline(working: Working): Working {
	const { formula } = working;
	const as = (changed: Formula): Working => ({ ...working, formula: changed });
	switch (formula.kind) {
		case 'stated':
		case 'missed':
		case 'not due':
		case 'interest by balance':
		case 'raised':
			return working;
		case 'allocated':
			return as({ ...formula, parts: formula.parts.map(moved) });
		case 'same':
			return as({ ...formula, as: moved(formula.as) });
		case 'sum':
			return as({ ...formula, operands: formula.operands.map(moved) });
		case 'tally':
			return as({
				...formula,
				parts: formula.parts.map((part) => ({ ...part, first: moved(part.first) }))
			});
		case 'interest':
		case 'level':
			return as({ ...formula, on: moved(formula.on) });
		case 'minimum':
			return as({ ...formula, of: moved(formula.of), added: formula.added.map(moved) });
		case 'rest':
			return as({ ...formula, of: moved(formula.of) });
		case 'due date':
			return as({ ...formula, of: moved(formula.of) });
		case 'last payment':
			return as({ ...formula, closing: moved(formula.closing) });
		case 'quotient':
			return as({ ...formula, of: moved(formula.of), by: moved(formula.by) });
		case 'months between':
			return as({ ...formula, earlier: moved(formula.earlier), later: moved(formula.later) });
	}
}

function moved<O extends Operand | MoneyOperand>(operand: O): O {
	return { ...operand, from: { ...operand.from, on: 'baseline' } };
}
