/** A household's months beside what a plan does with their money (specification, section 15). */
import { addMonths, type CalendarDate } from '../quantities/calendar';
import {
	asCarried,
	atLeastZero,
	minus,
	roundedShare,
	sumOf,
	ZERO,
	type Cents
} from '../quantities/money';
import { daysIn, sheetMonth, type BudgetSheet, type SheetItem } from './budget-sheet';
import type { Plan } from './terms';

/** One month, in minor units. */
export interface MoneyMonth {
	/** Its first day, and which month of the plan it is, from 1. */
	readonly first: CalendarDate;
	readonly month: number;
	readonly income: Cents;
	readonly needs: Cents;
	/** Income less needs; negative where needs exceed it. */
	readonly left: Cents;
	/** Put aside, and taken from savings for whatever. */
	readonly putAside: Cents;
	readonly taken: Cents;
	/** The rest of what is left: for debts, and for fees of changes. */
	readonly forDebts: Cents;
	/** ΣR; null: the plan has ended before. */
	readonly required: Cents | null;
	/** By how much it is short of what is required, beyond what savings give. */
	readonly missing: Cents;
}

/**
 * So many months from the plan's first on. Only a plan whose money is what the sheet leaves puts aside or falls short by
 * it (`follows`); of another the required payments alone are said.
 */
export function moneyMonths(
	sheet: BudgetSheet,
	plan: Pick<Plan, 'firstMonth' | 'kept'>,
	follows: boolean,
	count: number
): MoneyMonth[] {
	return Array.from({ length: count }, (_, at): MoneyMonth => {
		const first = addMonths(plan.firstMonth, at);
		const { income, needs } = sheetMonth(sheet, first);
		const left = minus(income, needs);
		const kept = plan.kept[at];
		const savings = follows ? kept?.savings : null;
		const putAside = savings?.putAside ?? ZERO;
		return {
			first,
			month: at + 1,
			income,
			needs,
			left,
			putAside,
			taken: savings ? asCarried(savings.toLiving + savings.toFees + savings.toDebts) : ZERO,
			forDebts: atLeastZero(left - putAside),
			required: kept?.required ?? null,
			missing: follows && kept ? kept.shortfall : ZERO
		};
	});
}

/** The least and the most that is left in a month, and the average, rounded to the minor unit. */
export function rangeOf(months: readonly Pick<MoneyMonth, 'left'>[]): {
	readonly least: Cents;
	readonly most: Cents;
	readonly average: Cents;
} {
	const left = months.map((month) => month.left);
	const sum = sumOf(months, (month) => month.left);
	const average = roundedShare(Math.abs(sum), 1, Math.max(months.length, 1));
	return {
		least: Math.min(...left) as Cents,
		most: Math.max(...left) as Cents,
		average: sum < 0 ? minus(ZERO, average) : average
	};
}

/** An item in a month: on which days it falls, and what it comes to. */
export interface ItemInMonth {
	readonly place: number;
	readonly days: readonly CalendarDate[];
	readonly sum: Cents;
}

/** The items that fall into a month, whose first day is given. */
export const itemsIn = (items: readonly SheetItem[], first: CalendarDate): ItemInMonth[] =>
	items.flatMap((item, place) => {
		const days = daysIn(item, first);
		const sum = sumOf(days, () => item.amount);
		return days.length === 0 ? [] : [{ place, days, sum }];
	});

/** A month's money as it was planned and as it was; an amount that nobody recorded was as planned. */
export interface MonthAgainstPlan {
	readonly planned: Pick<MoneyMonth, 'income' | 'needs' | 'left'>;
	readonly actual: Pick<MoneyMonth, 'income' | 'needs' | 'left'>;
	/** By how much more is left than planned; negative: less. */
	readonly more: Cents;
}

/** A month beside its plan, in minor units; `actual` null: not recorded. */
export function monthAgainstPlan(
	lines: readonly {
		readonly side: keyof BudgetSheet;
		readonly planned: Cents;
		readonly actual: Cents | null;
	}[]
): MonthAgainstPlan {
	const sums = (amountOf: (line: (typeof lines)[number]) => Cents) => {
		const side = (of: keyof BudgetSheet) =>
			sumOf(
				lines.filter((line) => line.side === of),
				amountOf
			);
		const [income, needs] = [side('income'), side('needs')];
		return { income, needs, left: minus(income, needs) };
	};
	const planned = sums((line) => line.planned);
	const actual = sums((line) => line.actual ?? line.planned);
	return { planned, actual, more: minus(actual.left, planned.left) };
}

/**
 * What an item amounts to each time, where a month's days of it came to something else and it stays so, rounded to the
 * minor unit.
 */
export const amountEachTime = (inMonth: Cents, days: number): Cents =>
	roundedShare(inMonth, 1, Math.max(days, 1));
