/** Months of a plan as rows of texts, as they are copied and written into files. */
import { owedInAll } from '../core/plan/answers';
import { spentIn } from '../core/plan/payments';
import type { MonthShare, Plan, PlanMonth } from '../core/plan/terms';
import { type Cents, ZERO } from '../core/quantities/money';
import { monthStart } from '../document/plan';
import type { Currency } from '../reading/currencies';
import { amountHeading, plainDecimal } from '../reading/written';
import { guarded } from './guarded';

/** A debt of a plan, at its place in the plan's list, as it is called. */
export interface NamedDebt {
	readonly index: number;
	readonly name: string;
}

/** Figures of a debt in a month. */
export const SHARE_FIGURES = ['paid', 'interest', 'closing'] as const;
export type ShareFigure = (typeof SHARE_FIGURES)[number];

const SHARE_HEADINGS: Readonly<Record<ShareFigure, string>> = {
	paid: 'paid',
	interest: 'interest',
	closing: 'owed'
};
const MONTH_COLUMNS = [
	['budget', 'Budget'],
	['required', 'Minimum payments'],
	['paid', 'Paid'],
	['interest', 'Interest'],
	['principal', 'Principal'],
	['forgiven', 'Forgiven'],
	['fees', 'Fees'],
	['spent', 'Leaves the account'],
	['shortfall', 'Missing']
] as const satisfies readonly (readonly [keyof PlanMonth | 'spent', string])[];

/** Months `from` to `to` of a plan under a heading row, with so much of each debt. */
export function monthRows(
	plan: Plan,
	debts: readonly NamedDebt[],
	{
		from,
		to,
		figures
	}: { readonly from: number; readonly to: number; readonly figures: readonly ShareFigure[] },
	currency: Currency
): string[][] {
	const amount = (cents: number) => plainDecimal(cents, currency.digits);
	const inCurrency = (heading: string) => amountHeading(heading, currency);
	const head = [
		'No.',
		'Month',
		...MONTH_COLUMNS.map(([, heading]) => inCurrency(heading)),
		inCurrency('Owed'),
		...debts.flatMap(({ name }) =>
			figures.map((figure) => guarded(inCurrency(`${name}: ${SHARE_HEADINGS[figure]}`)))
		)
	];
	const rows = plan.kept.slice(from - 1, to).map((month) => [
		String(month.month),
		monthStart(plan.firstMonth, month.month).slice(0, 7),
		...MONTH_COLUMNS.map(([of]) => amount(of === 'spent' ? spentIn(month) : month[of])),
		amount(owedInAll(plan, month.month)),
		...debts.flatMap(({ index }) => {
			const share = month.shares.find((one) => one.index === index);
			return figures.map((figure) => amount(figureOf(share, figure)));
		})
	]);
	return [head, ...rows];
}

/** A figure of a debt in a month; nothing of one that is gone. */
const figureOf = (share: MonthShare | undefined, figure: ShareFigure): Cents =>
	share?.[figure] ?? ZERO;
