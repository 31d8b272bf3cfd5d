/**
 * The working of a figure, as data: by which formula it comes about, with which numbers, what the
 * unrounded result is, and where each number comes from, so that each of those can be opened in turn.
 */
import type { DebtTerms } from './debt';
import type { Cents } from './money';
import { WHOLE, type Percent } from './rate';
import { feesIn } from './recurring';
import { rowAt, type Run, type RunRow } from './run';
import { beforeTheFirst, enterStretch, type Stretch } from './stretches';

/** A figure of one period of a run. `bearing` is opening + charges, `statement` that and the interest. */
export interface RowFigure {
	readonly of: 'row';
	readonly name:
		| 'opening'
		| 'charges'
		| 'interest'
		| 'bearing'
		| 'statement'
		| 'scheduled'
		| 'extra'
		| 'paid'
		| 'principal'
		| 'closing'
		| 'interestSoFar';
	readonly k: number;
}

/** A total of a run. */
export interface TotalFigure {
	readonly of: 'run';
	readonly name: 'starting' | 'totalInterest' | 'totalPaid' | 'totalPrincipal' | 'totalCharges';
}

export type Figure = RowFigure | TotalFigure;

/** A number in a working, with the figure it is, where that can be opened. */
export interface Operand {
	readonly amount: Cents;
	readonly from: Figure;
	/** Whether it is taken away. */
	readonly minus?: boolean;
}

/** How a figure comes about. */
type Formula =
	/** Written down from the statement or chosen, not computed. */
	| { readonly kind: 'stated' }
	/** Another figure, taken over as it is. */
	| { readonly kind: 'same'; readonly as: Operand }
	| { readonly kind: 'sum'; readonly operands: readonly Operand[] }
	/** balance × annual rate ÷ payments a year; `unrounded` in minor units. */
	| {
			readonly kind: 'interest';
			readonly on: Operand;
			readonly annual: Percent;
			readonly paymentsPerYear: number;
			readonly unrounded: number;
	  }
	/** percent of a base, with interest and fees where the rule adds them, rounded up, at least a floor. */
	| {
			readonly kind: 'minimum';
			readonly percent: Percent;
			readonly of: Operand;
			readonly added: readonly Operand[];
			readonly fees: Cents;
			readonly roundUpTo: Cents;
			readonly floor: Cents;
			readonly unrounded: number;
	  }
	/** The whole of what is owed, because the payment asked would be more, or the term is over. */
	| { readonly kind: 'rest'; readonly of: Operand }
	/** By a rule or convention of the debt that is not shown step by step. */
	| {
			readonly kind: 'by rule';
			readonly rule: 'level' | 'interest-only' | 'skipped' | 'rate convention';
	  };

export interface Working {
	readonly figure: Figure;
	readonly result: Cents;
	readonly formula: Formula;
}

/** How a figure of a run comes about; null where the run has no such period. */
export function workingOf(terms: DebtTerms, run: Run, figure: Figure): Working | null {
	if (figure.of === 'run') return totalWorking(run, figure);
	const row = rowAt(run, figure.k);
	return row ? rowWorking(terms, run, figure, row) : null;
}

function totalWorking(run: Run, figure: TotalFigure): Working {
	const last = run.periods;
	const result = run[figure.name];
	const starting = operand(run.starting, { of: 'run', name: 'starting' });
	const interest = operand(run.totalInterest, { of: 'run', name: 'totalInterest' });
	const charges = operand(run.totalCharges, { of: 'run', name: 'totalCharges' });
	const closing = operand(run.closing, { of: 'row', name: 'closing', k: last });
	const sum = (...operands: Operand[]): Working => ({ figure, result, formula: sumOf(operands) });
	switch (figure.name) {
		case 'totalInterest': {
			const as = operand(result, { of: 'row', name: 'interestSoFar', k: last });
			return { figure, result, formula: { kind: 'same', as } };
		}
		case 'totalPaid':
			return sum(starting, charges, interest, minus(closing));
		case 'totalPrincipal':
			return sum(starting, minus(closing));
		default:
			return { figure, result, formula: { kind: 'stated' } };
	}
}

function rowWorking(terms: DebtTerms, run: Run, figure: RowFigure, row: RunRow): Working {
	const { k } = row;
	const bearing = (row.opening + row.charges) as Cents;
	const values: Readonly<Record<RowFigure['name'], Cents>> = {
		...row,
		bearing,
		statement: (bearing + row.interest) as Cents
	};
	const here = (name: RowFigure['name']) => operand(values[name], { of: 'row', name, k });
	const as = (formula: Formula): Working => ({ figure, result: values[figure.name], formula });
	const sum = (...operands: Operand[]) => as(sumOf(operands));
	switch (figure.name) {
		case 'opening':
			return as({
				kind: 'same',
				as:
					k === 1
						? operand(run.starting, { of: 'run', name: 'starting' })
						: operand(row.opening, { of: 'row', name: 'closing', k: k - 1 })
			});
		case 'bearing':
			return sum(here('opening'), here('charges'));
		case 'statement':
			return sum(here('opening'), here('charges'), here('interest'));
		case 'interest':
			return as(interestFormula(terms, run, k, here(row.charges === 0 ? 'opening' : 'bearing')));
		case 'scheduled':
			return as(scheduledFormula(terms, run, row, here));
		case 'paid':
			return row.extra === 0
				? as(scheduledFormula(terms, run, row, here))
				: sum(here('scheduled'), here('extra'));
		case 'principal':
			return sum(here('paid'), minus(here('interest')), minus(here('charges')));
		case 'closing':
			return sum(here('opening'), here('charges'), here('interest'), minus(here('paid')));
		case 'interestSoFar': {
			const before = rowAt(run, k - 1)?.interestSoFar;
			return before === undefined
				? as({ kind: 'same', as: here('interest') })
				: sum(operand(before, { of: 'row', name: 'interestSoFar', k: k - 1 }), here('interest'));
		}
		case 'extra':
		case 'charges':
			return as({ kind: 'stated' });
	}
}

function interestFormula(terms: DebtTerms, run: Run, k: number, on: Operand): Formula {
	const { rate } = stretchOf(terms, run, k);
	const { paymentsPerYear, timing } = terms;
	if (rate.kind !== 'exact' || timing === 'advance') {
		return { kind: 'by rule', rule: 'rate convention' };
	}
	const annual = rate.annual as Percent;
	const unrounded = (on.amount * annual) / (WHOLE * paymentsPerYear);
	return { kind: 'interest', on, annual, paymentsPerYear, unrounded };
}

function scheduledFormula(
	terms: DebtTerms,
	run: Run,
	row: RunRow,
	here: (name: RowFigure['name']) => Operand
): Formula {
	const { k, scheduled } = row;
	if (terms.skips?.includes(k) && scheduled === 0) return { kind: 'by rule', rule: 'skipped' };
	const statement = here('statement');
	const { rule, ruleFrom, asking } = stretchOf(terms, run, k);
	if (scheduled === statement.amount) return { kind: 'rest', of: statement };
	if (rule.kind === 'frozen-minimum' && k > ruleFrom) {
		const first = rowAt(run, ruleFrom);
		const as = operand(first?.scheduled ?? scheduled, {
			of: 'row',
			name: 'scheduled',
			k: ruleFrom
		});
		return { kind: 'same', as };
	}
	if (rule.kind === 'level' || rule.kind === 'interest-only') {
		return { kind: 'by rule', rule: rule.kind };
	}
	if (asking.kind !== 'minimum') return { kind: 'stated' };
	const of =
		asking.of === 'statement' ? statement : here(row.charges === 0 ? 'opening' : 'bearing');
	const added = asking.plusInterest ? [here('interest')] : [];
	const fees = asking.plusFees ? feesIn(terms.charges, k) : (0 as Cents);
	const { percent, roundUpTo, floor } = asking;
	const share = (of.amount * percent) / WHOLE;
	const unrounded = added.reduce((total, { amount }) => total + amount, share + fees);
	return { kind: 'minimum', percent, of, added, fees, roundUpTo, floor, unrounded };
}

/** The stretch that period k lies in, found by entering each one before it again. */
function stretchOf(terms: DebtTerms, run: Run, k: number): Stretch {
	const stretch = beforeTheFirst(terms);
	while (stretch.next <= k) {
		const at = stretch.next;
		enterStretch(stretch, terms, at, rowAt(run, at)?.opening ?? run.starting);
	}
	return stretch;
}

function operand(amount: Cents, from: Figure): Operand {
	return { amount, from };
}

function minus(taken: Operand): Operand {
	return { ...taken, minus: true };
}

/** A sum without what is nothing in it, such as charges where there are none. */
function sumOf(operands: readonly Operand[]): Formula {
	const there = operands.filter(
		({ amount, from }) => amount !== 0 || !['charges', 'totalCharges'].includes(from.name)
	);
	return { kind: 'sum', operands: there };
}
