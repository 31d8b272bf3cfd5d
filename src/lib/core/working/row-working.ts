/** The working of a figure in one period (contract, sections 2 to 4). */
import type { DebtTerms, MinimumTerms, PaymentRule } from '../debt/terms';
import type {
	Convention,
	Formula,
	MoneyOperand,
	RateDays,
	RowFigure,
	Working
} from './debt-figure';
import { dateOfDay, dayNumber, type CalendarDate } from '../quantities/calendar';
import type { Cents } from '../quantities/money';
import { unroundedLevelPayment } from '../debt/payment';
import { anchorOf, daysOfPeriod } from '../debt/period-days';
import {
	isByDay,
	NO_DAYS,
	periodicFraction,
	periodicRate,
	piecesOf,
	unroundedInterest,
	WHOLE,
	type Percent,
	type PeriodDays,
	type RateTerms
} from '../quantities/rate';
import { rateIn, type RateStep } from '../debt/rate-steps';
import { feesIn } from '../debt/recurring';
import { rowAt, unroundedAt, type Run, type RunRow } from '../debt/run';
import { beforeTheFirst, enterStretch, type Stretch } from '../debt/stretches';

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
	const bearing = (row.opening + row.charges) as Cents;
	return {
		...row,
		bearing,
		statement: (bearing + row.interest) as Cents,
		remaining: (bearing - row.paid) as Cents
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
			return sumOf([here('opening'), here('charges')]);
		case 'statement':
			return sumOf([here('opening'), here('charges'), here('interest')]);
		case 'remaining':
			return sumOf([here('opening'), here('charges'), minus(here('paid'))]);
		case 'interest':
			return interestFormula(terms, run, row, here);
		case 'scheduled':
			return scheduledFormula(terms, run, row, here);
		case 'paid':
			return row.extra === 0
				? scheduledFormula(terms, run, row, here)
				: sumOf([here('scheduled'), here('extra')]);
		case 'principal':
			return sumOf([here('paid'), minus(here('interest')), minus(here('charges'))]);
		case 'closing':
			return sumOf([here('opening'), here('charges'), here('interest'), minus(here('paid'))]);
		case 'interestSoFar': {
			const before = rowAt(run, k - 1)?.interestSoFar;
			return before === undefined
				? { kind: 'same', as: here('interest') }
				: sumOf([money(before, { of: 'row', name: 'interestSoFar', k: k - 1 }), here('interest')]);
		}
		case 'extra':
		case 'charges':
			return { kind: 'stated' };
	}
}

/** On the balance with its charges; in advance, on what the payment leaves of it. */
function interestFormula(terms: DebtTerms, run: Run, row: RunRow, here: Here): Formula {
	const { k } = row;
	const { annual, rates } = stretchOf(terms, run, k);
	const period = { ...NO_DAYS };
	daysOfPeriod(terms, anchorOf(terms), k, period);
	const later = rates.filter(({ from }) => from > k);
	const advance = terms.timing === 'advance';
	const { opening, charges, paid } = unroundedAt(run, k);
	const balance = opening + charges - (advance ? paid : 0);
	const rate = { ...terms.rate, annual };
	return {
		kind: 'interest',
		on: here(advance ? 'remaining' : base(row)),
		annual,
		convention: conventionOf(terms, piecesAt(rate, later, period)),
		waiting: waitingIn(terms, period),
		unrounded: unroundedInterest(rate, terms.paymentsPerYear, balance, period, later),
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
	{ rate, rateChanges = [] }: DebtTerms,
	{ from, to }: Readonly<PeriodDays>
): { readonly annual: Percent; readonly date: CalendarDate } | null {
	if (isByDay(rate)) return null;
	const known = rateChanges.flatMap((change) => ('date' in change ? [change] : []));
	const within = known
		.filter(({ date }) => dayNumber(date) > from && dayNumber(date) < to)
		.sort((a, b) => (a.date < b.date ? -1 : 1));
	return within.at(-1) ?? null;
}

function conventionOf(
	{ rate, paymentsPerYear }: DebtTerms,
	pieces: readonly RateDays[]
): Convention {
	switch (rate.basis) {
		case 'nominal': {
			const { compoundsPerYear = paymentsPerYear } = rate;
			return compoundsPerYear === paymentsPerYear
				? { kind: 'nominal', paymentsPerYear }
				: { kind: 'compounded', compoundsPerYear, paymentsPerYear };
		}
		case 'effective':
			return { kind: 'effective', paymentsPerYear };
		case 'daily':
		case 'daily-compounded':
			return { kind: rate.basis, dayYear: rate.dayYear, pieces };
	}
}

function scheduledFormula(terms: DebtTerms, run: Run, row: RunRow, here: Here): Formula {
	const { k, scheduled } = row;
	if (k < 1) return { kind: 'not due' };
	const { rule, ruleFrom, asking, i } = stretchOf(terms, run, k);
	const statement = here(terms.timing === 'advance' ? 'bearing' : 'statement');
	const owed = statement.result.amount;
	if (terms.skips?.includes(k) && scheduled === 0) return { kind: 'missed' };
	if (scheduled === owed) {
		const because =
			owed <= terms.clearBelow
				? 'cleared below'
				: asking.kind === 'whole'
					? 'end of term'
					: 'less than asked';
		const balloon = asking.kind === 'whole' && rule.kind === 'level' ? rule.balloon : undefined;
		return { kind: 'rest', of: statement, because, balloon: balloon ?? (0 as Cents) };
	}
	switch (rule.kind) {
		case 'fixed':
			return { kind: 'stated' };
		case 'interest-only':
			return { kind: 'same', as: here('interest') };
		case 'level':
			return rule.payment ? { kind: 'stated' } : levelFormula(terms, run, rule, ruleFrom, i);
		case 'minimum':
			return minimumFormula(terms, rule, row, here);
		case 'frozen-minimum': {
			const first = k === ruleFrom ? row : (rowAt(run, ruleFrom) ?? row);
			if (k > ruleFrom && !terms.skips?.includes(ruleFrom)) {
				const from = { of: 'row', name: 'scheduled', k: ruleFrom } as const;
				return { kind: 'same', as: money(first.scheduled, from) };
			}
			const then = valuesOf(first);
			return minimumFormula(terms, rule, first, (name) =>
				money(then[name], { of: 'row', name, k: ruleFrom })
			);
		}
	}
}

function levelFormula(
	terms: DebtTerms,
	run: Run,
	rule: PaymentRule & { readonly kind: 'level' },
	from: number,
	i: number
): Formula {
	const { periods, balloon = 0 as Cents, roundPayment = 'nearest' } = rule;
	const principal = unroundedAt(run, from).opening;
	const advance = terms.timing === 'advance';
	return {
		kind: 'level',
		on: money(Math.round(principal) as Cents, { of: 'row', name: 'opening', k: from }),
		periods,
		i,
		balloon,
		advance,
		roundPayment,
		unrounded: unroundedLevelPayment(principal, periods, i, advance, balloon),
		rounding: terms.interestRounding ?? 'cent'
	};
}

function minimumFormula(
	terms: DebtTerms,
	{ percent, of, plusInterest, plusFees, roundUpTo, floor }: MinimumTerms,
	row: RunRow,
	here: Here
): Formula {
	const { interestRounding: rounding = 'cent', timing } = terms;
	// In advance there is no interest yet when the payment is asked for.
	const early = timing === 'advance';
	const basis = here(of === 'statement' && !early ? 'statement' : base(row));
	const added = plusInterest && !early ? [here('interest')] : [];
	const fees = plusFees ? feesIn(terms.charges, row.k) : (0 as Cents);
	const share = (basis.result.amount * percent) / WHOLE;
	const unrounded = added.reduce((total, { result }) => total + result.amount, share + fees);
	return {
		kind: 'minimum',
		percent,
		of: basis,
		added,
		fees,
		roundUpTo,
		floor,
		unrounded,
		rounding
	};
}

const base = ({ charges }: RunRow) => (charges === 0 ? 'opening' : 'bearing');

/** The stretch that period k lies in, found by entering each one before it again. */
function stretchOf(
	terms: DebtTerms,
	run: Run,
	k: number
): Stretch & { readonly annual: Percent; readonly i: number } {
	const stretch = beforeTheFirst(terms);
	while (stretch.next <= k) {
		const at = stretch.next;
		enterStretch(stretch, terms, at, unroundedAt(run, at).opening);
	}
	const annual = rateIn(terms, stretch.rates, k);
	// A level payment was set at the rate of its own first period.
	const set = { ...terms.rate, annual: rateIn(terms, stretch.rates, stretch.ruleFrom) };
	return { ...stretch, annual, i: periodicFraction(set, terms.paymentsPerYear) };
}

export function money(amount: Cents, from: MoneyOperand['from']): MoneyOperand {
	return { result: { kind: 'money', amount }, from };
}

export function minus(taken: MoneyOperand): MoneyOperand {
	return { ...taken, minus: true };
}

/** A sum without what is nothing in it, such as charges where there are none. */
export function sumOf(operands: readonly MoneyOperand[]): Formula {
	const there = operands.filter(
		({ result, from }) => result.amount !== 0 || !['charges', 'totalCharges'].includes(from.name)
	);
	return { kind: 'sum', operands: there };
}
