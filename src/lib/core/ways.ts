import type { CalendarDate } from './calendar';
import { difference, type Difference } from './compare';
import type { DebtTerms, Known, PaymentRule } from './debt';
import { roundedUpTo, ZERO, type Cents } from './money';
import type { Percent } from './rate';
import { rowAt, run, type Run } from './run';

/** How a statement says the minimum is worked out; each with a floor and rounding up. */
export type AskedMinimum =
	| {
			/** A percentage of the statement balance. */
			readonly kind: 'percent';
			readonly percent: Percent;
			readonly roundUpTo: Cents;
			readonly floor: Cents;
	  }
	| {
			/** The interest plus a percentage of the statement balance. */
			readonly kind: 'interest-plus';
			readonly percent: Percent;
			readonly roundUpTo: Cents;
			readonly floor: Cents;
	  }
	| {
			readonly kind: 'amount';
			readonly amount: Cents;
			readonly roundUpTo: Cents;
			readonly floor: Cents;
	  };

/** A debt as taken down from its statement, and what the client could pay on it. */
export interface StatedDebt {
	readonly balance: Cents;
	readonly annualRate: Percent;
	readonly asked: AskedMinimum;
	readonly firstDue: CalendarDate;
	readonly asOf: CalendarDate;
	/** The amount held fixed; null: today's minimum. */
	readonly held: Cents | null;
	/** Paid on top of the held amount, each month. */
	readonly extra: Cents;
}

/** The minimum as it is asked; one amount held; that amount and something extra. */
export type WayId = 'minimum' | 'held' | 'more';

export const WAY_IDS: readonly WayId[] = ['minimum', 'held', 'more'];

export interface Way {
	readonly id: WayId;
	readonly terms: DebtTerms;
	readonly run: Run;
	/** Against paying the minimum; null for the minimum itself. */
	readonly againstMinimum: Difference | null;
}

export type ThreeWays = Readonly<Record<WayId, Way>>;

/** One debt run down three ways, each measured against the minimum. */
export function threeWays(debt: StatedDebt): ThreeWays {
	const asked: DebtTerms = { ...knownOf(debt), payment: askedRule(debt.asked) };
	const minimum = run(asked);
	const against = (id: WayId, extra: Cents): Way => {
		const terms = heldTerms(debt, extra);
		const way = run(terms);
		return { id, terms, run: way, againstMinimum: difference(way, minimum) };
	};
	return {
		minimum: { id: 'minimum', terms: asked, run: minimum, againstMinimum: null },
		held: against('held', ZERO),
		more: against('more', debt.extra)
	};
}

/** What debts come to together: owed now, asked for the first payment, and how much of that is interest. */
export interface Standing {
	readonly owed: Cents;
	readonly asked: Cents;
	readonly interest: Cents;
}

export function standing(debts: readonly ThreeWays[]): Standing {
	let owed = 0;
	let asked = 0;
	let interest = 0;
	for (const { minimum } of debts) {
		owed += minimum.run.starting;
		asked += minimum.run.firstPayment;
		interest += rowAt(minimum.run, 1)?.interest ?? 0;
	}
	return { owed: owed as Cents, asked: asked as Cents, interest: interest as Cents };
}

/** The debt of a statement, but for how it is paid. */
export function knownOf(debt: StatedDebt): Known {
	return {
		opening: debt.balance,
		rate: { basis: 'nominal', annual: debt.annualRate },
		paymentsPerYear: 12,
		firstDue: debt.firstDue,
		asOf: debt.asOf,
		clearBelow: ZERO,
		extras: [],
		charges: []
	};
}

/** The debt of a statement, paid with the amount held and something extra each month. */
export function heldTerms(debt: StatedDebt, extra: Cents): DebtTerms {
	const payment = debt.held === null ? heldMinimum(debt.asked) : fixed(debt.held);
	const extras = extra === 0 ? [] : [{ from: 1, every: 1, amount: extra }];
	return { ...knownOf(debt), payment, extras };
}

function askedRule(asked: AskedMinimum): PaymentRule {
	if (asked.kind === 'amount') {
		return fixed(Math.max(asked.floor, roundedUpTo(asked.amount, asked.roundUpTo)) as Cents);
	}
	return {
		kind: 'minimum',
		percent: asked.percent,
		of: 'statement',
		plusInterest: asked.kind === 'interest-plus',
		plusFees: asked.kind === 'interest-plus',
		roundUpTo: asked.roundUpTo,
		floor: asked.floor
	};
}

function heldMinimum(asked: AskedMinimum): PaymentRule {
	const rule = askedRule(asked);
	return rule.kind === 'minimum' ? { ...rule, kind: 'frozen-minimum' } : rule;
}

function fixed(amount: Cents): PaymentRule {
	return { kind: 'fixed', amount };
}
