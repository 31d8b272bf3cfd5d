/** The casebook: what it is asked, and what it answers. */
import type { CalendarDate } from '../core/quantities/calendar';
import type { Cents } from '../core/quantities/money';
import type { Currency } from '../reading/currencies';
import type { Style } from '../messages/style';
import type { Standing } from './standing';

/** A line of the casebook. */
export interface CaseSummary {
	readonly id: string;
	readonly label: string;
	readonly currency: Currency;
	readonly style: Style;
	readonly debts: number;
	readonly owed: Cents;
	readonly asOf: CalendarDate;
	readonly touchedAt: string;
	/** The plan that is chosen, as it was called then, and since when; null where none is. */
	readonly chosen: {
		readonly name: string;
		readonly date: CalendarDate;
		/** Whether it has been changed since. */
		readonly changed: boolean;
	} | null;
	readonly standing: Standing;
	/** Whether it is due for review by the rule that was asked with. */
	readonly wants: boolean;
	/** Whose it is; null: nobody's in particular. */
	readonly owner: string | null;
}

/** Most characters of a search text. */
export const LONGEST_SEARCH = 200;

/** Sort orders of cases: most recently edited, by name, highest balance, longest without a record, furthest from plan. */
export const SORTS = ['touched', 'label', 'owed', 'read', 'off'] as const;
export type Sort = (typeof SORTS)[number];

/** Which cases are shown. */
export const SHOWN = ['all', 'chosen', 'short', 'visit'] as const;
export type Shown = (typeof SHOWN)[number];

/** Which cases are asked for, in which order, and from when on one is due for review. */
export interface Question {
	/** Words, of which every one is a part of the label. */
	readonly search: string;
	readonly sort: Sort;
	readonly show: Shown;
	readonly rule: VisitRule;
}

/** From when on a case is due for review: nothing read for so many months, or further off than an amount. */
export interface VisitRule {
	readonly months: number;
	/** In minor units of a currency with two decimals; null: however far. */
	readonly off: number | null;
}

export const USUAL: Question = {
	search: '',
	sort: 'touched',
	show: 'all',
	rule: { months: 3, off: 10_000 }
};

/** How much is owed in a currency. */
export interface Owed {
	readonly currency: Currency;
	readonly amount: Cents;
}

/** All cases that somebody sees, added up. */
export interface BookTotals {
	readonly cases: number;
	/** With a plan that is chosen; of those, whose money falls short; and that are due for review. */
	readonly chosen: number;
	readonly short: number;
	readonly wanting: number;
	/** Totals of the matching cases: their number, and their balances by currency, the most used first. */
	readonly found: number;
	readonly owed: readonly Owed[];
}

/** Some of what was found: `lines` from place `from` on; the first is 0. */
export interface BookPage {
	readonly totals: BookTotals;
	readonly from: number;
	readonly lines: readonly CaseSummary[];
}

/** Lines requested at once. */
export const AT_ONCE = 40;

/** A question as an address has it, but for what is as usual. */
export function addressOf({ search, sort, show, rule }: Question): URLSearchParams {
	const parameters = new URLSearchParams();
	if (search !== USUAL.search) parameters.set('search', search);
	if (sort !== USUAL.sort) parameters.set('sort', sort);
	if (show !== USUAL.show) parameters.set('show', show);
	if (rule.months !== USUAL.rule.months) parameters.set('months', String(rule.months));
	if (rule.off !== USUAL.rule.off)
		parameters.set('off', rule.off === null ? 'any' : String(rule.off));
	return parameters;
}
