/** Totals of a plan by calendar year. */
import { addMonths, dateParts } from '../quantities/calendar';
import type { Cents } from '../quantities/money';
import { owedInAll } from './answers';
import { owedBy } from './over-time';
import type { Plan, PlanMonth } from './terms';

/** The months of one calendar year. */
export interface PlanYear {
	readonly year: number;
	/** Its first and its last month, counted as the plan's. */
	readonly from: number;
	readonly to: number;
	readonly paid: Cents;
	readonly interest: Cents;
	/** Negative where the balances grew. */
	readonly principal: Cents;
	/** The total balance after the last of them. */
	readonly closing: Cents;
	/** The same of each debt, by its place in the plan. */
	readonly debts: readonly {
		readonly paid: Cents;
		readonly interest: Cents;
		readonly closing: Cents;
	}[];
}

/** Totals of all months, shown under their columns. */
export function monthSums({
	kept,
	closing
}: Plan): Pick<PlanYear, 'paid' | 'interest' | 'principal' | 'closing'> {
	const sum = (of: 'paid' | 'interest' | 'principal') =>
		kept.reduce((all, month) => all + month[of], 0) as Cents;
	return { paid: sum('paid'), interest: sum('interest'), principal: sum('principal'), closing };
}

export function planYears(plan: Plan): PlanYear[] {
	const years: PlanYear[] = [];
	const yearOf = ({ month }: PlanMonth) => dateParts(addMonths(plan.firstMonth, month - 1)).year;
	let from = 0;
	while (from < plan.kept.length) {
		const [first] = plan.kept.slice(from);
		if (!first) break;
		const year = yearOf(first);
		let to = from;
		while (plan.kept[to] && yearOf(plan.kept[to] as PlanMonth) === year) to += 1;
		years.push(yearIn(plan, year, plan.kept.slice(from, to)));
		from = to;
	}
	return years;
}

function yearIn(plan: Plan, year: number, months: readonly PlanMonth[]): PlanYear {
	const [from = 0, to = 0] = [months[0]?.month, months.at(-1)?.month];
	const debts = plan.debts.map((_, index) => {
		let [paid, interest] = [0, 0];
		for (const { shares } of months) {
			const share = shares.find((one) => one.index === index);
			paid += share?.paid ?? 0;
			interest += share?.interest ?? 0;
		}
		return { paid: paid as Cents, interest: interest as Cents, closing: owedBy(plan, index, to) };
	});
	const sum = (of: 'paid' | 'interest' | 'principal') =>
		months.reduce((all, month) => all + month[of], 0) as Cents;
	return {
		year,
		from,
		to,
		paid: sum('paid'),
		interest: sum('interest'),
		principal: sum('principal'),
		closing: owedInAll(plan, to),
		debts
	};
}
