import type { Cents } from '../quantities/money';
import { onTopIn } from './money';
import type { Percent } from '../quantities/rate';
import type { Plan, PlanMonth, PlanTerms } from './terms';

/** Anything unusual in one month of a plan; debts by their position in it. */
export type MonthMark =
	| { readonly kind: 'begins' }
	| { readonly kind: 'gone'; readonly index: number }
	| { readonly kind: 'new rate'; readonly index: number; readonly annual: Percent }
	| { readonly kind: 'short'; readonly missing: Cents }
	/** Money of the plan, or of one debt, that comes on top in this month. */
	| { readonly kind: 'on top'; readonly amount: Cents }
	| { readonly kind: 'with a debt'; readonly index: number; readonly amount: Cents }
	| { readonly kind: 'money'; readonly amount: Cents };

/** The marks of a month; what comes with a debt in every month is not one. */
export function monthMarks(
	{ kept, debts }: Plan,
	{ begins = 1, oneOffs, budgetChanges }: PlanTerms,
	{ month, shortfall, shares }: PlanMonth
): MonthMark[] {
	const before = kept[month - 2]?.shares ?? [];
	const ofDebts = shares.flatMap(({ index, annual, ownExtra }): MonthMark[] => {
		const earlier = before.find((share) => share.index === index);
		const isNew = earlier !== undefined && earlier.annual !== annual;
		return [
			...(isNew ? [{ kind: 'new rate' as const, index, annual: annual as Percent }] : []),
			...(ownExtra > 0 && ownExtra !== earlier?.ownExtra
				? [{ kind: 'with a debt' as const, index, amount: ownExtra }]
				: []),
			...(debts[index]?.payoffMonth === month ? [{ kind: 'gone' as const, index }] : [])
		];
	});
	const top = onTopIn({ oneOffs }, month);
	return [
		...(begins === month && begins > 1 ? [{ kind: 'begins' as const }] : []),
		...budgetChanges
			.filter(({ from }) => from === month)
			.map(({ amount }) => ({ kind: 'money' as const, amount })),
		...(top === 0 ? [] : [{ kind: 'on top' as const, amount: top }]),
		...(shortfall > 0 ? [{ kind: 'short' as const, missing: shortfall }] : []),
		...ofDebts
	];
}
