/**
 * What a payment rule is to the rest of the program (specification, section 4). Each rule is one file beside this one, named in
 * `all-rules.ts`.
 */
import type { Cents } from '../../quantities/money';
import type { InterestRounding } from '../../quantities/rate';
import type { Formula, MoneyOperand, RowFigure } from '../figure';
import type { RuleOnSheet } from '../expression';

/** How a debt is lent, as far as rules go by it. */
export interface Lending {
	/** Whether payments are due at the beginning of their periods. */
	readonly isInAdvance: boolean;
	readonly rounding: InterestRounding;
}

/** A period that begins while a rule is in force. */
export interface Beginning extends Lending {
	/** Counted from the rule’s first period as 0. */
	readonly at: number;
	/** The opening balance in minor units, and the periodic rate as a fraction. */
	readonly opening: number;
	readonly i: number;
}

/** A period whose payment is explained, with the figures of its row as operands. */
export interface Explained extends Lending {
	readonly k: number;
	/** The opening balance in minor units, unrounded. */
	readonly opening: number;
	/** The charges that are fees. */
	readonly fees: Cents;
	readonly here: (name: RowFigure['name']) => MoneyOperand;
	/** The balance that bears interest before any payment: opening plus charges. */
	readonly base: MoneyOperand;
}

/** A period, with the first of the rule and that one’s periodic rate as a fraction. */
export interface ExplainedSince {
	readonly now: Explained;
	readonly first: Explained;
	readonly i: number;
	/** Whether the first did not schedule what the rule says: nothing was due in it, or more. */
	readonly isFirstOther: boolean;
}

/** A rule R; A is what asks for it in a stretch of periods in which nothing changes, Then what may follow it. */
export interface Rule<R, A, Then = never> {
	/** The rule in force from a period in which it begins or something changes; null: the previous one continues. */
	asks(rule: R, period: Beginning): A | null;
	/** The period, counted from its first as 0, in which it asks otherwise by itself; absent: none. */
	changesAt?(rule: R): number;
	/** For how many periods it has a phase or a term of its own, with what follows it. */
	lasts?(rule: R): number;
	/** The amount due at its end in addition to the last payment. */
	balloon?(rule: R): Cents;
	/** The rule that follows it, and after how many periods. */
	follows?(rule: R): { readonly after: number; readonly rule: Then };
	/** Whether what it asks in its first period is required from then on. */
	readonly freezes?: true;
	/** The rule on what is owed at a new rate, for the periods that are left; absent: it does not go by a rate. */
	setAnew?(rule: R, left: number): R;
	/** How what it required came about. */
	explain(rule: R, of: ExplainedSince): Formula;
	readonly onSheet: RuleOnSheet<R>;
}
