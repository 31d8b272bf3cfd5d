/** What keeps the deadline of deferred interest (specification, section 8, `deadline`). */
import { LIMITS } from '../quantities/limits';
import { asCarried, minus, type Cents } from '../quantities/money';
import { dueDate, type CalendarDate } from '../quantities/calendar';
import type { BalanceRow } from './account/balance';
import { balancesIn, runTotals, type Run, type RunTotals } from './run';
import { least } from './solve';
import type { AtLeast, DebtTerms } from './terms';

/** The smallest amount that is enough, paid at least in each period up to the last deadline. */
export interface DeadlineAnswer {
	readonly atLeast: AtLeast;
	readonly run: RunTotals;
	/** The run with one minor unit less, in which something deferred is charged; null where nothing need be paid. */
	readonly oneLessRun: RunTotals | null;
	/** The deferred interest that is charged without it. */
	readonly avoided: Cents;
}

/** The last period in which a balance of the debt may be paid off without interest; null where none defers. */
function lastDeadline({ balances = [] }: Pick<DebtTerms, 'balances'>): number | null {
	const untils = balances.flatMap(({ opening, deferred }) =>
		deferred && opening > 0 ? [deferred.until] : []
	);
	return untils.length > 0 ? Math.max(...untils) : null;
}

/**
 * The amount that keeps every deadline of a debt; null where it has none, or no amount keeps them, since nothing is paid in
 * time. An amount that it pays at least already is left aside.
 */
export function deadlineFor(debt: DebtTerms): DeadlineAnswer | null {
	const until = lastDeadline(debt);
	if (until === null) return null;
	const { atLeast: _, ...without } = debt;
	const paying = (amount: number) =>
		runTotals(amount === 0 ? without : { ...without, atLeast: { amount: amount as Cents, until } });
	const isKept = (amount: number) => paying(amount).deferredCharged === 0;
	const guess = debt.opening / Math.max(1, until);
	const amount = least(0, LIMITS.amount, isKept, guess);
	if (amount === null) return null;
	const run = paying(amount);
	return {
		atLeast: { amount: amount as Cents, until },
		run,
		oneLessRun: amount === 0 ? null : paying(amount - 1),
		avoided: minus(runTotals(debt).deferredCharged, run.deferredCharged)
	};
}

/** What became of a deadline in a run. */
export interface DeadlineOutcome {
	readonly id: string;
	readonly name: string;
	/** The last due date on which it can be kept. */
	readonly date: CalendarDate;
	readonly isKept: boolean;
	/** The deferred interest that is never charged; where the deadline passes, that is charged. */
	readonly amount: Cents;
}

/** The deadline of each balance that defers interest and owes something, in a run of the debt. */
export const deadlineOutcomes = (terms: DebtTerms, run: Run): DeadlineOutcome[] =>
	outcomesOf(
		terms,
		Array.from({ length: run.periods - run.firstRow + 1 }, (_, at) => {
			const k = run.firstRow + at;
			return { k, balances: balancesIn(run, k) };
		})
	);

/** The same of a debt whose periods are known, by balance, to the last or beyond its deadlines. */
export function outcomesOf(
	{ balances = [], firstDue, paymentsPerYear }: DebtTerms,
	periods: readonly { readonly k: number; readonly balances: readonly BalanceRow[] }[]
): DeadlineOutcome[] {
	return balances.flatMap(({ id, name = '', opening, deferred }) => {
		if (!deferred || opening === 0) return [];
		const date = dueDate(firstDue, deferred.until, paymentsPerYear);
		let [accrued, charged, isKept] = [deferred.accrued as number, 0, false];
		for (const { k, balances: rows } of periods) {
			const row = rows.find((balance) => balance.id === id);
			if (!row || isKept || charged > 0) break;
			charged += row.deferredCharged;
			accrued += row.accruing ?? 0;
			isKept = row.closing === 0 && k <= deferred.until;
		}
		return [{ id, name, date, isKept, amount: asCarried(isKept ? accrued : charged) }];
	});
}
