/** One reference case of a plan against the core. */
import { z } from 'zod';
import {
	FREQUENCIES,
	monthsBetween,
	type CalendarDate
} from '../../src/lib/core/quantities/calendar';
import { withChanges } from '../../src/lib/core/plan/changes';
import { firstMonthOf } from '../../src/lib/core/plan/month';
import { ORDERS } from '../../src/lib/core/plan/order';
import type { PlanTerms } from '../../src/lib/core/plan/terms';
import { planOf } from '../../src/lib/core/plan/walk';
import { cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { date, differing, money, planDebt, rate, type Differences } from './reference-terms';

const part = { percent: rate.default(percent(0)), amount: money.default(cents(0)) };
/** A debt that a change brings; what it owes follows from the change. */
const newDebt = planDebt;
const planChange = z.discriminatedUnion('kind', [
	z.strictObject({
		kind: z.literal('consolidate'),
		debts: z.array(z.string()),
		loan: newDebt,
		fee: z.strictObject({ ...part, paid: z.enum(['added', 'up-front']).default('added') })
	}),
	z.strictObject({
		kind: z.literal('transfer'),
		amounts: z
			.record(z.string(), z.union([money, z.literal('all')]))
			.transform((amounts) => Object.entries(amounts).map(([id, amount]) => ({ id, amount }))),
		feePercent: rate,
		offerPercent: rate,
		offerMonths: z.int(),
		thenPercent: rate,
		limit: money,
		card: newDebt
	}),
	z.strictObject({
		kind: z.literal('concession'),
		from: z.int().default(1),
		until: z.int().exactOptional(),
		debts: z
			.record(
				z.string(),
				z.strictObject({
					annualPercent: rate.nullable().default(null),
					payment: money.nullable().default(null)
				})
			)
			.transform((debts) =>
				Object.entries(debts).map(([id, { annualPercent: annual, payment }]) => ({
					id,
					annual,
					payment
				}))
			),
		setUpFee: money.default(cents(0)),
		monthlyFee: z
			.strictObject({
				amount: money.optional(),
				percent: rate.optional(),
				cap: money.nullable().default(null)
			})
			.transform(({ amount, percent: share, cap }) =>
				share === undefined
					? ({ kind: 'amount', amount: amount ?? cents(0) } as const)
					: ({ kind: 'percent', percent: share, cap } as const)
			)
			.default({ kind: 'amount', amount: cents(0) })
	}),
	z.strictObject({ kind: z.literal('deadline'), debts: z.array(z.string()) }),
	z.strictObject({
		kind: z.literal('settle'),
		debts: z
			.record(
				z.string(),
				z.union([z.strictObject({ percent: rate }), z.strictObject({ amount: money })])
			)
			.transform((debts) => Object.entries(debts).map(([id, pays]) => ({ id, pays }))),
		month: z.int(),
		before: z.enum(['stop', 'asked']).default('stop'),
		fee: z.strictObject(part).default({ percent: percent(0), amount: cents(0) })
	})
]);
const sheetItems = z
	.array(
		z.strictObject({
			amount: money,
			perYear: z.literal(FREQUENCIES),
			from: date,
			until: date.nullable().default(null)
		})
	)
	.default([]);
const savings = z.strictObject({
	opening: money.default(cents(0)),
	monthly: money.nullable().default(null),
	target: money.nullable().default(null),
	covers: z.boolean().default(true)
});
export const planTerms = z
	.strictObject({
		changes: z.array(planChange).default([]),
		budget: z.enum(['required', 'required-plus', 'constant', 'sheet']),
		sheet: z.strictObject({ incomes: sheetItems, expenses: sheetItems }).exactOptional(),
		pot: savings.exactOptional(),
		short: z.enum(['share', 'order']).default('share'),
		shortOrder: z.array(z.string()).default([]),
		aside: z.array(z.string()).default([]),
		amount: money.default(cents(0)),
		extra: money.default(cents(0)),
		oneOffs: z.array(z.strictObject({ month: z.int(), amount: money })).default([]),
		budgetChanges: z.array(z.strictObject({ from: z.int(), amount: money })).default([]),
		begins: z
			.string()
			.regex(/^\d{4}-\d{2}$/)
			.nullable()
			.default(null),
		order: z.enum(ORDERS),
		listed: z.array(z.string()).default([])
	})
	.transform(({ budget: kind, amount, extra, sheet, pot, short, shortOrder, ...plan }) => ({
		...plan,
		...(pot && { savings: pot }),
		...(short === 'order' && { shortOrder }),
		budget: {
			kind,
			amount,
			extra,
			income: sheet?.incomes ?? [],
			needs: sheet?.expenses ?? []
		}
	}));
const planCase = z.strictObject({
	name: z.string(),
	kind: z.literal('plan'),
	debts: z.array(planDebt),
	plan: planTerms,
	expect: z.union([
		z.strictObject({ status: z.literal('refused') }),
		z.strictObject({
			status: z.string(),
			months: z.int(),
			totalInterest: z.int(),
			totalPaid: z.int(),
			totalFees: z.int().exactOptional(),
			totalCost: z.int().exactOptional(),
			deferredCharged: z.int().exactOptional(),
			deferredWaived: z.int().exactOptional(),
			totalForgiven: z.int().exactOptional(),
			pot: z.int().exactOptional(),
			deficits: z.array(z.strictObject({ month: z.int(), missing: z.int() })).exactOptional(),
			debts: z.array(
				z.strictObject({
					id: z.string(),
					payoffMonth: z.int().nullable(),
					interest: z.int(),
					paid: z.int(),
					forgiven: z.int().exactOptional()
				})
			),
			shortMonths: z.array(z.strictObject({ month: z.int(), missing: z.int() })),
			splits: z.array(
				z.strictObject({
					month: z.int(),
					paid: z.record(z.string(), z.int()),
					pot: z.int().exactOptional()
				})
			)
		})
	])
});

/** A plan, with what it changes about the debts. */
export function checkPlan(item: unknown): Differences {
	const { debts: all, plan, expect } = planCase.parse(item);
	const given = all.filter(({ id }) => !plan.aside.includes(id));
	const changed = withChanges(given, plan.changes);
	const got = changed.ok ? planOf(changed.debts, plannedBy(plan, changed)) : null;
	if (!('months' in expect) || !changed.ok || got === null) {
		const status = got?.ending.status ?? 'refused';
		return status === expect.status ? [] : [`expected ${expect.status}, got ${status}`];
	}
	const { debts } = changed;
	const { debts: expected, shortMonths, splits, pot, deficits, ...totals } = expect;
	const differences = differing('', totals, { ...got, status: got.ending.status }, false);
	if (pot !== undefined) differences.push(...differing('', { pot }, { pot: got.saved }, false));
	if (deficits && JSON.stringify(deficits) !== JSON.stringify(got.deficits)) {
		differences.push(`deficits: got ${JSON.stringify(got.deficits)}`);
	}
	for (const debt of expected) {
		const match = got.debts.find(({ id }) => id === debt.id);
		differences.push(...differing(`${debt.id} `, debt, { ...match }, false));
	}
	if (JSON.stringify(shortMonths) !== JSON.stringify(got.shortMonths)) {
		differences.push(`short months: got ${JSON.stringify(got.shortMonths)}`);
	}
	for (const { month, paid, pot: after } of splits) {
		const { shares = [], savings } = got.kept[month - 1] ?? {};
		if (after !== undefined && after !== savings?.closing) {
			differences.push(`month ${month}: expected ${after} saved, got ${savings?.closing}`);
		}
		const split = Object.fromEntries(
			shares.map(({ index, paid }) => [debts[index]?.id ?? '', paid] as const)
		);
		differences.push(...differing(`month ${month} `, paid, split, false));
		differences.push(...differing(`month ${month}, no more than `, split, paid, false));
	}
	return differences;
}

/** The plan with the fees of its changes, and the month in which it begins counted from its first. */
export function plannedBy(
	{ begins, ...plan }: z.infer<typeof planTerms>,
	{ debts, fees }: Pick<Extract<ReturnType<typeof withChanges>, { ok: true }>, 'debts' | 'fees'>
): PlanTerms {
	if (begins === null) return { ...plan, fees };
	const from = `${begins}-01` as CalendarDate;
	return { ...plan, fees, begins: monthsBetween(firstMonthOf(debts), from) + 1 };
}
