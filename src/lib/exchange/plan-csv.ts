/** Every month of a plan, and plans side by side, as CSV (RFC 4180): plain numbers with a point, ISO dates. */
import type { Standing } from '../document/change';
import {
	comparedPlan,
	FIGURES,
	type ComparedFigure,
	type ComparedValue
} from '../core/plan/comparison';
import type { Plan } from '../core/plan/terms';
import type { Currency } from '../reading/currencies';
import { amountHeading, plainDecimal } from '../reading/written';
import { guarded } from './guarded';
import { monthRows, SHARE_FIGURES, type NamedDebt } from './plan-rows';
import { csvOf } from './table';

/** Every month; where terms of the plan are not agreed, each row says so. */
export function planCsv(
	plan: Plan,
	debts: readonly NamedDebt[],
	currency: Currency,
	standing: Standing
): string {
	const wanted = { from: 1, to: plan.months, figures: SHARE_FIGURES };
	const [head = [], ...rows] = monthRows(plan, debts, wanted, currency);
	if (standing === 'agreed') return csvOf([head, ...rows]);
	return csvOf([[...head, 'Terms'], ...rows.map((row) => [...row, TERMS[standing]])]);
}

const TERMS: Readonly<Record<Standing, string>> = {
	assumed: 'assumed',
	open: 'not agreed yet',
	agreed: ''
};

const FIGURE_HEADINGS: Readonly<Record<ComparedFigure, string>> = {
	ends: 'Paid off',
	months: 'Months',
	firstGone: 'First payoff',
	interest: 'Interest',
	fees: 'Fees',
	deferredCharged: 'Deferred interest charged',
	forgiven: 'Forgiven',
	cost: 'Total cost',
	costPerUnit: 'Cost per 1.00 owed',
	moneyAtFirst: 'Budget at the start',
	moneyAtMost: 'Highest budget',
	shortMonths: 'Short months'
};

const IN_MONEY: ReadonlySet<ComparedFigure> = new Set([
	'interest',
	'fees',
	'deferredCharged',
	'forgiven',
	'cost',
	'moneyAtFirst',
	'moneyAtMost'
]);

/** A row a plan; what one that never ends does not have stays empty. */
export function plansCsv(
	plans: readonly { readonly name: string; readonly plan: Plan; readonly standing: Standing }[],
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
	const rows = plans.map(({ name, plan, standing }) => {
		const compared = comparedPlan(plan);
		const figures = FIGURES.map((figure) => written(compared[figure], currency));
		return [guarded(name), ...figures, TERMS[standing]];
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
