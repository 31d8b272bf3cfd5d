import { dueDate, type CalendarDate } from './calendar';
import type { DebtTerms } from './debt';
import { LARGEST_BALANCE, roundedShare, type Cents } from './money';
import { amountIn, scheduledPayment, settledFrom } from './payment';
import { periodicInterest } from './rate';

/** One period of a run (contract, section 3), money in minor units. */
export interface RunRow {
	/** 1, 2, 3 … */
	readonly k: number;
	readonly date: CalendarDate;
	readonly opening: Cents;
	readonly charges: Cents;
	readonly interest: Cents;
	readonly scheduled: Cents;
	readonly extra: Cents;
	/** scheduled + extra */
	readonly paid: Cents;
	/** paid − interest − charges; negative where the balance grew. */
	readonly principal: Cents;
	readonly closing: Cents;
	readonly interestSoFar: Cents;
}

/** How a run ends (contract, section 6): an answer in each case, never an error. */
export type Ending =
	| { readonly status: 'cleared'; readonly payoffDate: CalendarDate }
	| {
			readonly status: 'never';
			/** The lowest closing balance, and the period that first reached it (0: the start). */
			readonly lowest: Cents;
			readonly lowestPeriod: number;
			readonly lowestDate: CalendarDate;
			/** What the period after the lowest balance added to it; 0 where it stands still. */
			readonly growth: Cents;
	  }
	| { readonly status: 'beyond'; readonly limit: 'a hundred years' | 'largest balance' };

/** The totals of a run (contract, section 6), money in minor units. */
export interface RunTotals {
	readonly ending: Ending;
	readonly starting: Cents;
	/** Periods run: to the payoff, or until the ending was decided. */
	readonly periods: number;
	readonly totalInterest: Cents;
	readonly totalCharges: Cents;
	readonly totalPaid: Cents;
	readonly totalPrincipal: Cents;
	readonly firstPayment: Cents;
	/** The last period's payment, extras included. */
	readonly finalPayment: Cents;
	/** The largest balance, the starting balance included. */
	readonly peak: Cents;
	readonly closing: Cents;
	readonly lastDate: CalendarDate;
}

export interface Run extends RunTotals {
	readonly startDate: CalendarDate;
	readonly rows: readonly RunRow[];
}

/** A hundred years of periods; a run that needs more is `beyond`. */
const YEARS_FOLLOWED = 100;

/** One debt, period by period, with every row. Contract, sections 3 to 7; in arrears, in cents. */
export function run(terms: DebtTerms): Run {
	const rows: RunRow[] = [];
	let interestSoFar = 0;
	const totals = walk(terms, (k, opening, charges, interest, scheduled, extra, closing) => {
		interestSoFar += interest;
		rows.push({
			k,
			date: dueDate(terms.firstDue, k),
			opening: opening as Cents,
			charges: charges as Cents,
			interest: interest as Cents,
			scheduled: scheduled as Cents,
			extra: extra as Cents,
			paid: (scheduled + extra) as Cents,
			principal: (scheduled + extra - interest - charges) as Cents,
			closing: closing as Cents,
			interestSoFar: interestSoFar as Cents
		});
	});
	return { ...totals, startDate: terms.asOf ?? dueDate(terms.firstDue, 0), rows };
}

/** The same run without its rows: takes no memory per period. */
export function runTotals(terms: DebtTerms): RunTotals {
	return walk(terms, null);
}

/** What each 1.00 owed costs, in hundredths: total paid ÷ starting balance; null where nothing was owed. */
export function costPerUnit(totals: RunTotals): number | null {
	return totals.starting === 0 ? null : roundedShare(totals.totalPaid, 100, totals.starting);
}

type Visit = (
	k: number,
	opening: number,
	charges: number,
	interest: number,
	scheduled: number,
	extra: number,
	closing: number
) => void;

/** The loop that every run is (contract, section 3); `visit` sees each period as plain numbers. */
function walk(terms: DebtTerms, visit: Visit | null): RunTotals {
	const { extras, charges, clearBelow, paymentsPerYear } = terms;
	const interestOn = periodicInterest(terms.rate, paymentsPerYear);
	const scheduledFor = scheduledPayment(terms.payment);
	const feesAmong = charges.filter((charge) => charge.fee);
	const settled = settledFrom([...extras, ...charges], paymentsPerYear);
	const horizon = YEARS_FOLLOWED * paymentsPerYear;

	let k = 0;
	let balance: number = terms.opening;
	let totalInterest = 0;
	let totalCharges = 0;
	let totalPaid = 0;
	let firstPayment = 0;
	let paid = 0;
	let growth = 0;
	let peak = balance;
	let lowest = balance;
	let lowestPeriod = 0;
	let limit: 'a hundred years' | 'largest balance' | null = null;
	let stuck = false;

	while (balance > 0 && !stuck && limit === null) {
		k += 1;
		const opening = balance;
		const charged = charges.length === 0 ? 0 : amountIn(charges, k);
		const fees = feesAmong.length === 0 ? 0 : amountIn(feesAmong, k);
		const bearing = opening + charged;
		const interest = interestOn(bearing);
		const statement = bearing + interest;
		const scheduled =
			statement <= clearBelow
				? statement
				: Math.min(scheduledFor(bearing, interest, fees), statement);
		const extra = extras.length === 0 ? 0 : Math.min(amountIn(extras, k), statement - scheduled);
		balance = statement - scheduled - extra;

		paid = scheduled + extra;
		totalInterest += interest;
		totalCharges += charged;
		totalPaid += paid;
		if (k === 1) firstPayment = paid;
		if (balance > peak) peak = balance;
		if (visit !== null) visit(k, opening, charged, interest, scheduled, extra, balance);

		// The lowest balance counts from the opening of the first settled period.
		if (k <= settled) {
			lowest = opening;
			lowestPeriod = k - 1;
		}
		if (balance < lowest) {
			lowest = balance;
			lowestPeriod = k;
		}
		if (k === lowestPeriod + 1) growth = balance - opening;
		if (k >= settled && k - lowestPeriod === paymentsPerYear) stuck = true;
		else if (balance > LARGEST_BALANCE) limit = 'largest balance';
		else if (k === horizon) limit = 'a hundred years';
	}

	const dateOf = (period: number): CalendarDate =>
		period === 0 ? (terms.asOf ?? dueDate(terms.firstDue, 0)) : dueDate(terms.firstDue, period);
	return {
		ending: ending(),
		starting: terms.opening,
		periods: k,
		totalInterest: totalInterest as Cents,
		totalCharges: totalCharges as Cents,
		totalPaid: totalPaid as Cents,
		totalPrincipal: (totalPaid - totalInterest - totalCharges) as Cents,
		firstPayment: firstPayment as Cents,
		finalPayment: paid as Cents,
		peak: peak as Cents,
		closing: balance as Cents,
		lastDate: dateOf(k)
	};

	function ending(): Ending {
		if (balance === 0) return { status: 'cleared', payoffDate: dateOf(k) };
		if (limit !== null) return { status: 'beyond', limit };
		return {
			status: 'never',
			lowest: lowest as Cents,
			lowestPeriod,
			lowestDate: dateOf(lowestPeriod),
			growth: growth as Cents
		};
	}
}
