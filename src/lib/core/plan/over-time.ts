/** A plan as it is drawn: which of its months, on which days, in which order its debts are gone. */
import { addDays, addMonths, type CalendarDate } from '../quantities/calendar';
import { type Cents, ZERO } from '../quantities/money';
import type { Plan, PlanTotals } from './terms';

/** The day of a month in a picture: its middle; the start is the day of the balances. */
export const dayOfMonth = (
	{ firstMonth }: PlanTotals,
	month: number,
	asOf: CalendarDate
): CalendarDate => (month === 0 ? asOf : addDays(addMonths(firstMonth, month - 1), 14));

/** The debts in the order in which they are gone; those that never are come last. */
export function byPayoff<T extends { readonly id: string }>(
	plan: PlanTotals,
	debts: readonly T[]
): T[] {
	const gone = new Map(
		plan.debts.map(({ id, payoffMonth, payoffDate }) => [
			id,
			`${String(payoffMonth ?? 9999).padStart(4, '0')} ${payoffDate ?? ''}`
		])
	);
	const when = (debt: T) => gone.get(debt.id) ?? '';
	return [...debts].sort((a, b) => (when(a) < when(b) ? -1 : when(a) > when(b) ? 1 : 0));
}

/** More points than these are closer together than can be seen. */
const POINTS = 180;

/** The months that a picture draws: in a long plan not every one, but those in which a debt is gone. */
export function monthsDrawn(plan: PlanTotals): number[] {
	const step = Math.ceil(plan.months / POINTS) || 1;
	const ends = new Set(plan.debts.map(({ payoffMonth }) => payoffMonth));
	return Array.from({ length: plan.months + 1 }, (_, month) => month).filter(
		(month) => month % step === 0 || month === plan.months || ends.has(month)
	);
}

/** The balance of a debt, by its position in the plan, after a month; month 0 is the start. */
export function owedBy(plan: Plan, index: number, month: number): Cents {
	if (month === 0) return plan.debts[index]?.starting ?? ZERO;
	const share = plan.kept[month - 1]?.shares.find((other) => other.index === index);
	return share?.closing ?? ZERO;
}
