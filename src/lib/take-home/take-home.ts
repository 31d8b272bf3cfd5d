/** A plan that is taken home: what it is computed from anew on a phone, and what may be tried there. */
import type { CalendarDate } from '../core/quantities/calendar';
import { addMonths, monthsBetween } from '../core/quantities/calendar';
import { cents, ZERO, type Cents } from '../core/quantities/money';
import { withMore, type FromMonth } from '../core/plan/answers';
import type { Plan, PlannedDebt, PlanTerms } from '../core/plan/terms';
import type { Language } from '../messages/message';
import type { Writing } from '../reading/writing';

/** Plain data, which goes into the file as JSON. */
export interface TakeHome {
	readonly writing: Writing<Language>;
	/** The day of the balances. */
	readonly asOf: CalendarDate;
	readonly debts: readonly PlannedDebt[];
	readonly terms: PlanTerms;
	readonly named: readonly NamedDebt[];
	/** The day of the month on which the client pays one deposit; null: each creditor is paid. */
	readonly depositDay: number | null;
}

/** A debt that the plan pays, by its identity, its place among the debts of the plan, and the place of its hue. */
interface NamedDebt {
	readonly id: string;
	readonly index: number;
	readonly place: number;
	readonly letter: string;
	readonly name: string;
}

/** What somebody tries, in minor units: more in each month from one on, and an amount once, in a month of the plan. */
export interface Trial {
	readonly more: Cents;
	readonly from: FromMonth;
	readonly once: Cents;
	readonly month: number;
}

export const triedTerms = (terms: PlanTerms, { more, from, once, month }: Trial): PlanTerms => {
	const raised = more > 0 ? withMore(terms, more, from) : terms;
	return once > 0 ? { ...raised, oneOffs: [...raised.oneOffs, { month, amount: once }] } : raised;
};

/** Stops of the slider between nothing and the most. */
export const STOPS = 20;

/**
 * The most that the slider adds to a month, in minor units: the largest of 1, 2 and 5 times a power of ten that is at
 * most a fifth of what the plan pays in its first month, and at least one minor unit a stop.
 */
export function mostMore({ kept, begins }: Plan, { digits }: { readonly digits: number }): Cents {
	const month = kept[begins - 1] ?? kept[0];
	const fifth = (month?.paid ?? ZERO) / 5;
	const least = Math.max(STOPS, 10 ** (digits + 1));
	let most = least;
	for (let power = least; power <= fifth; power *= 10)
		most = [2, 5].map((times) => times * power).findLast((one) => one <= fifth) ?? power;
	return cents(most);
}

/** The month of a plan that a day is in, from 1; 0: before it begins; beyond its months: all is paid off. */
export const monthOn = ({ firstMonth }: Plan, day: CalendarDate): number =>
	Math.max(0, monthsBetween(firstMonth, day) + 1);

/** The first day of a month of a plan. */
export const firstDayOf = ({ firstMonth }: Plan, month: number): CalendarDate =>
	addMonths(firstMonth, month - 1);
