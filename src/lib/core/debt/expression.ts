/**
 * What a rule asks and what interest is charged, as a sheet of cells computes them: data, from which files make formulas. Amounts are in units of the
 * currency, as sheets have them.
 */
import type { Cents } from '../quantities/money';

/**
 * A cell: a term of the rule, by the name of its field; `balance` and `rate`, what is owed and the annual rate as a
 * fraction (at first among the terms, later on in the month); of the month its `opening`, `charges` and `interest`, and
 * `first required`, what was required in the first month of the rule.
 */
export type Cell = string;

export type Expression =
	| Cell
	| number
	| { readonly amount: Cents }
	| { readonly sum: readonly Expression[] }
	| { readonly take: readonly [Expression, Expression] }
	| { readonly times: readonly [Expression, Expression] }
	| { readonly divide: readonly [Expression, Expression] }
	| { readonly power: readonly [Expression, Expression] }
	| { readonly largest: readonly Expression[] }
	/** Half away from zero to the minor unit; or up to it, but for what a double misses by its last digits. */
	| { readonly rounded: Expression }
	| { readonly roundedUp: Expression }
	/** Up to a multiple of another one. */
	| { readonly upTo: readonly [Expression, Expression] }
	| { readonly ifZero: Expression; readonly then: Expression; readonly otherwise: Expression };

/** A month of a rule, as far as it is known when formulas are written. */
interface SheetMonth {
	/** Its periodic rate. */
	readonly i: Expression;
	/** Counted from the rule’s first month as 1. */
	readonly k: number;
	/** The charges of it that are fees. */
	readonly fees: Cents;
	readonly hasCharges: boolean;
	/** Whether it begins on another balance than the terms', after another rule or interest before the first payment. */
	readonly isLater: boolean;
}

/** A rule R on a sheet. */
export interface RuleOnSheet<R> {
	/** Its terms, each in a cell where it can be changed, or as an expression over others; `i`: the periodic rate. */
	terms(rule: R, i: Expression): Readonly<Record<string, 'as it is' | Expression>>;
	/** The scheduled payment of a month before it is capped at the balance; null: the whole balance. */
	asks(rule: R, month: SheetMonth): Expression | null;
}
