/** The working of a figure in one period (specification, sections 2 to 4), from the record of that period. */
import type { DebtTerms, Known } from '../debt/terms';
import { balloonOf, explained } from '../debt/rules/all-rules';
import type { Explained } from '../debt/rules/rule';
import type { Formula, MoneyOperand, RateDays, RowFigure, Working } from '../debt/figure';
import { dateOfDay, dayNumber, type CalendarDate } from '../quantities/calendar';
import { ZERO, type Cents, minus, plus } from '../quantities/money';
import { NO_DAYS, piecesOf, type Percent, type PeriodDays } from '../quantities/rate';
import {
	conventionOf,
	isByDay,
	periodicFraction,
	periodicRate,
	unroundedInterest,
	type RateTerms
} from '../debt/interest/all-ways';
import { anchorOf, daysOfPeriod } from '../debt/period-days';
import { rateIn, rateStepsOf, type RateStep } from '../debt/rate-steps';
import { recordOf, type PeriodRecord } from '../debt/record';
import { balancesIn, rowAt, type Run, type RunRow } from '../debt/run';
import { lendingOf } from '../debt/stretches';
import { allocatedPayment, atOneRate, interestByBalance, raisedPayment } from './account-working';

export function rowWorking(terms: DebtTerms, run: Run, figure: RowFigure, row: RunRow): Working {
	const { k } = row;
	const at = valuesOf(row);
	const here = (name: RowFigure['name']) => money(at[name], { of: 'row', name, k });
	return {
		figure,
		result: { kind: 'money', amount: at[figure.name] },
		formula: rowFormula(terms, run, figure, row, here)
	};
}

/** The figures of a row, and what its steps come to on the way. */
function valuesOf(row: RunRow): Readonly<Record<RowFigure['name'], Cents>> {
	const bearing = plus(row.opening, row.charges);
	return {
		...row,
		bearing,
		statement: plus(bearing, row.interest),
		remaining: minus(bearing, row.paid)
	};
}

type Here = (name: RowFigure['name']) => MoneyOperand;

function rowFormula(
	terms: DebtTerms,
	run: Run,
	figure: RowFigure,
	row: RunRow,
	here: Here
): Formula {
	const { k } = row;
	switch (figure.name) {
		case 'opening':
			return {
				kind: 'same',
				as:
					k === run.firstRow
						? money(run.starting, { of: 'run', name: 'starting' })
						: money(row.opening, { of: 'row', name: 'closing', k: k - 1 })
			};
		case 'bearing':
			return addedUp([here('opening'), here('charges')]);
		case 'statement':
			return addedUp([here('opening'), here('charges'), here('interest')]);
		case 'remaining':
			return addedUp([here('opening'), here('charges'), takenOff(here('paid'))]);
		case 'interest':
			return interestFormula(terms, run, row, here);
		case 'scheduled':
			return scheduledFormula(terms, run, row, here);
		case 'paid':
			return paidFormula(terms, run, row, here);
		case 'principal':
			return addedUp([here('paid'), takenOff(here('interest')), takenOff(here('charges'))]);
		case 'closing':
			return addedUp([here('opening'), here('charges'), here('interest'), takenOff(here('paid'))]);
		case 'interestSoFar': {
			const before = rowAt(run, k - 1)?.interestSoFar;
			return before === undefined
				? { kind: 'same', as: here('interest') }
				: addedUp([
						money(before, { of: 'row', name: 'interestSoFar', k: k - 1 }),
						here('interest')
					]);
		}
		case 'extra':
		case 'charges':
			return { kind: 'stated' };
	}
}

/** On the balance with its charges; in advance, on what the payment leaves of it. */
function interestFormula(terms: DebtTerms, run: Run, row: RunRow, here: Here): Formula {
	const rows = balancesIn(run, row.k);
	const own = atOneRate(terms, rows, row.k);
	if (own === null) return interestByBalance(terms, rows);
	const { opening, charges, paid, annual } = recordOf(terms, run, row.k);
	const advance = terms.timing === 'advance';
	const balance = opening + charges - (advance ? paid : 0);
	return {
		kind: 'interest',
		on: here(advance ? 'remaining' : base(row)),
		...interestBy(own, row.k, rows[0]?.annual ?? annual, balance)
	};
}

/** How the interest of period k comes about, on a balance in minor units and at the rate with which it begins. */
export function interestBy(
	terms: Known,
	k: number,
	annual: Percent,
	balance: number
): Omit<Extract<Formula, { kind: 'interest' }>, 'kind' | 'on'> {
	const days = { ...NO_DAYS };
	daysOfPeriod(terms, anchorOf(terms), k, days);
	const later = rateStepsOf(terms).filter(({ from }) => from > k);
	const rate = { ...terms.rate, annual };
	return {
		annual,
		convention: conventionOf(terms.rate, terms.paymentsPerYear, piecesAt(rate, later, days)),
		waiting: waitingIn(terms, days),
		unrounded: unroundedInterest(rate, terms.paymentsPerYear, balance, days, later),
		rounding: terms.interestRounding ?? 'cent'
	};
}

/** The days at each rate of a period; none where interest is not charged by the day. */
function piecesAt(
	rate: RateTerms,
	later: readonly RateStep[],
	period: Readonly<PeriodDays>
): RateDays[] {
	const ready = periodicRate(rate, 1, 'none', later);
	const pieces = ready.kind === 'days' ? piecesOf(ready, period) : [];
	return pieces.map(({ from, to, days, leapDays, annual }) => ({
		from: dateOfDay(from),
		to: dateOfDay(to - 1),
		days,
		leapDays,
		annual: annual as Percent
	}));
}

/** The last rate that is known by a day within the period and waits for the next one to begin. */
function waitingIn(
	{ rate, rateChanges = [] }: Known,
	{ from, to }: Readonly<PeriodDays>
): { readonly annual: Percent; readonly date: CalendarDate } | null {
	if (isByDay(rate)) return null;
	const known = rateChanges.flatMap((change) => ('date' in change ? [change] : []));
	const within = known
		.filter(({ date }) => dayNumber(date) > from && dayNumber(date) < to)
		.sort((a, b) => (a.date < b.date ? -1 : 1));
	return within.at(-1) ?? null;
}

/** The payment and its extra; of several balances, what each gets of them. */
function paidFormula(terms: DebtTerms, run: Run, row: RunRow, here: Here): Formula {
	const parts = row.extra === 0 ? [here('scheduled')] : [here('scheduled'), here('extra')];
	const balances = row.k < 1 ? [] : balancesIn(run, row.k);
	const allocated =
		balances.length < 2
			? null
			: allocatedPayment(terms, recordOf(terms, run, row.k), balances, parts);
	if (allocated) return allocated;
	return row.extra === 0 ? scheduledFormula(terms, run, row, here) : addedUp(parts);
}

function scheduledFormula(terms: DebtTerms, run: Run, row: RunRow, here: Here): Formula {
	const { k, scheduled } = row;
	if (k < 1) return { kind: 'not due' };
	const record = recordOf(terms, run, k);
	const { rule, ruleFrom, asking, rates } = record.stretch;
	const statement = here(terms.timing === 'advance' ? 'bearing' : 'statement');
	const owed = statement.result.amount;
	if (record.isSkipped && scheduled === 0) return { kind: 'missed' };
	if (scheduled === owed) {
		const because =
			owed <= terms.clearBelow
				? 'cleared below'
				: asking.kind === 'whole'
					? 'end of term'
					: 'less than required';
		const balloon = asking.kind === 'whole' ? balloonOf(rule) : ZERO;
		return { kind: 'rest', of: statement, because, balloon };
	}
	const raised = raisedPayment(terms, record);
	if (raised) return raised;
	const first = k === ruleFrom ? record : recordOf(terms, run, ruleFrom);
	const firstRow = rowAt(run, ruleFrom) ?? row;
	// It was set at the rate of its own first period.
	const set = { ...terms.rate, annual: rateIn(terms, rates, ruleFrom) };
	return explained(rule, {
		now: explainedPeriod(terms, record, row),
		first: explainedPeriod(terms, first, firstRow),
		i: periodicFraction(set, terms.paymentsPerYear),
		isFirstOther: first.isSkipped || raisedPayment(terms, first) !== null
	});
}

/** A period as its rule explains it. */
function explainedPeriod(
	terms: DebtTerms,
	{ k, opening, fees }: PeriodRecord,
	row: RunRow
): Explained {
	const values = valuesOf(row);
	const here = (name: RowFigure['name']) => money(values[name], { of: 'row', name, k });
	return {
		...lendingOf(terms),
		k,
		opening,
		fees: fees as Cents,
		here,
		base: here(base(row))
	};
}

const base = ({ charges }: RunRow) => (charges === 0 ? 'opening' : 'bearing');

export function money(amount: Cents, from: MoneyOperand['from']): MoneyOperand {
	return { result: { kind: 'money', amount }, from };
}

export function takenOff(taken: MoneyOperand): MoneyOperand {
	return { ...taken, minus: true };
}

/** A sum without what is nothing in it, such as charges where there are none. */
export function addedUp(operands: readonly MoneyOperand[]): Formula {
	const there = operands.filter(
		({ result, from }) => result.amount !== 0 || !['charges', 'totalCharges'].includes(from.name)
	);
	return { kind: 'sum', operands: there };
}
