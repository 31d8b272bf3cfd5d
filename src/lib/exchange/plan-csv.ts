/** Every month of a plan, and plans side by side, as CSV (RFC 4180): plain numbers with a point, ISO dates. */
import { owedInAll } from '../core/plan/answers';
import {
	comparedPlan,
	FIGURES,
	type ComparedFigure,
	type ComparedValue
} from '../core/plan/comparison';
import { spentIn } from '../core/plan/payments';
import type { MonthShare, Plan, PlanMonth } from '../core/plan/terms';
import { type Cents, ZERO } from '../core/quantities/money';
import { monthStart } from '../document/plan';
import type { Currency } from '../reading/currencies';
import { amountHeading, plainDecimal } from '../reading/written';
import { csvOf, guarded } from './table';

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

/** Every month; where terms of the plan are assumed, each row says so. */
export function planCsv(
	plan: Plan,
	debts: readonly NamedDebt[],
	currency: Currency,
	assumed: boolean
): string {
	const wanted = { from: 1, to: plan.months, figures: SHARE_FIGURES };
	const [head = [], ...rows] = monthRows(plan, debts, wanted, currency);
	if (!assumed) return csvOf([head, ...rows]);
	return csvOf([[...head, 'Terms'], ...rows.map((row) => [...row, 'assumed'])]);
}

const FIGURE_HEADINGS: Readonly<Record<ComparedFigure, string>> = {
	ends: 'Paid off',
	months: 'Months',
	firstGone: 'First payoff',
	interest: 'Interest',
	fees: 'Fees',
	deferredCharged: 'Deferred interest charged',
	cost: 'Interest and fees',
	costPerUnit: 'Cost per 1.00 owed',
	moneyAtFirst: 'Budget at the start',
	moneyAtMost: 'Highest budget',
	shortMonths: 'Short months'
};

const IN_MONEY: ReadonlySet<ComparedFigure> = new Set([
	'interest',
	'fees',
	'deferredCharged',
	'cost',
	'moneyAtFirst',
	'moneyAtMost'
]);

/** A row a plan; what one that never ends does not have stays empty. */
export function plansCsv(
	plans: readonly { readonly name: string; readonly plan: Plan; readonly assumed: boolean }[],
	currency: Currency
): string {
	const head = [
		'Plan',
		...FIGURES.map((figure) =>
			IN_MONEY.has(figure)
				? amountHeading(FIGURE_HEADINGS[figure], currency)
				: FIGURE_HEADINGS[figure]
		),
		'Terms'
	];
	const rows = plans.map(({ name, plan, assumed }) => {
		const compared = comparedPlan(plan);
		const figures = FIGURES.map((figure) => written(compared[figure], currency));
		return [guarded(name), ...figures, assumed ? 'assumed' : ''];
	});
	return csvOf([head, ...rows]);
}

function written(value: ComparedValue | null, { digits }: Currency): string {
	switch (value?.kind) {
		case 'date':
			return value.date;
		case 'count':
			return String(value.count);
		case 'money':
			return plainDecimal(value.amount, digits);
		case 'per unit':
			return plainDecimal(value.hundredths, 2);
		default:
			return '';
	}
}
