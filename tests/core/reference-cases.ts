/**
 * One reference case against the core: what it asks is read strictly, so that a setting the core does
 * not know is never quietly ignored but fails the case.
 */
import { z } from 'zod';
import {
	FREQUENCIES,
	isCalendarDate,
	monthsBetween,
	type CalendarDate
} from '../../src/lib/core/quantities/calendar';
import type { DebtTerms, PaymentRule } from '../../src/lib/core/debt/terms';
import { withChanges } from '../../src/lib/core/plan/changes';
import { cents } from '../../src/lib/core/quantities/money';
import { ORDERS } from '../../src/lib/core/plan/order';
import { planOf } from '../../src/lib/core/plan/walk';
import { firstMonthOf } from '../../src/lib/core/plan/month';
import type { PlanTerms } from '../../src/lib/core/plan/terms';
import { percent } from '../../src/lib/core/quantities/rate';
import { rowAt, run, type Run } from '../../src/lib/core/debt/run';
import {
	balanceFor,
	extraFor,
	paymentBetween,
	paymentFor,
	periodsFor,
	rateFor
} from '../../src/lib/core/debt/solve';

export type Verdict =
	| { readonly name: string; readonly outcome: 'passed' }
	| { readonly name: string; readonly outcome: 'skipped'; readonly why: string }
	| { readonly name: string; readonly outcome: 'failed'; readonly differences: readonly string[] };

const money = z.int().transform(cents);
const date = z.string().refine(isCalendarDate) as unknown as z.ZodType<CalendarDate>;
const rate = z
	.string()
	.regex(/^\d+(\.\d{1,4})?$/)
	.transform((text) => percent(Math.round(Number(text) * 10_000)));

const minimum = {
	percent: rate,
	of: z.enum(['statement', 'opening']),
	plusInterest: z.boolean().default(false),
	plusFees: z.boolean().default(false),
	roundUpTo: money.default(cents(0)),
	floor: money.default(cents(0))
};
const recurring = {
	from: z.int(),
	every: z.int().exactOptional(),
	until: z.int().exactOptional(),
	amount: money
};
const rule: z.ZodType<PaymentRule> = z.lazy(() =>
	z.discriminatedUnion('kind', [
		z.strictObject({ kind: z.literal('fixed'), amount: money }),
		z.strictObject({ kind: z.literal('minimum'), ...minimum }),
		z.strictObject({ kind: z.literal('frozen-minimum'), ...minimum }),
		z.strictObject({
			kind: z.literal('level'),
			periods: z.int(),
			balloon: money.exactOptional(),
			roundPayment: z.enum(['nearest', 'up']).exactOptional(),
			atTerm: z.enum(['settle', 'continue']).exactOptional()
		}),
		z.strictObject({ kind: z.literal('interest-only'), periods: z.int(), then: rule })
	])
);
const dayYear = z.literal([365, 360, 'actual']).default(365);
const annualPercent = rate;
const statedRate = z.discriminatedUnion('basis', [
	z.strictObject({
		basis: z.literal('nominal'),
		annualPercent,
		compoundsPerYear: z.int().exactOptional()
	}),
	z.strictObject({ basis: z.literal('effective'), annualPercent }),
	z.strictObject({ basis: z.literal('daily'), annualPercent, dayYear }),
	z.strictObject({ basis: z.literal('daily-compounded'), annualPercent, dayYear })
]);

const debtTerms = z
	.strictObject({
		opening: money,
		paymentsPerYear: z.literal(FREQUENCIES),
		rate: statedRate,
		timing: z.enum(['arrears', 'advance']).default('arrears'),
		interestRounding: z.enum(['cent', 'none']).default('cent'),
		firstDue: date,
		asOf: date.exactOptional(),
		payment: rule,
		clearBelow: money.default(cents(0)),
		extras: z.array(z.strictObject(recurring)).default([]),
		charges: z.array(z.strictObject({ ...recurring, fee: z.boolean().default(false) })).default([]),
		rateChanges: z
			.array(
				z.strictObject({ from: z.int(), annualPercent, reamortize: z.boolean().exactOptional() })
			)
			.default([]),
		paymentChanges: z.array(z.strictObject({ from: z.int(), rule })).default([]),
		skips: z.array(z.int()).default([])
	})
	.transform(({ rate: { annualPercent: annual, ...basis }, rateChanges, ...terms }): DebtTerms => {
		const changes = rateChanges.map(({ annualPercent: annual, ...change }) => ({
			...change,
			annual
		}));
		return { ...terms, rate: { ...basis, annual }, rateChanges: changes };
	});

const runCase = z.object({
	name: z.string(),
	kind: z.literal('run'),
	debt: z.record(z.string(), z.unknown()),
	expect: z
		.object({
			status: z.string(),
			periods: z.number(),
			payoffDate: z.string().nullable(),
			totalInterest: z.number(),
			totalCharges: z.number(),
			totalPaid: z.number(),
			finalPayment: z.number(),
			peak: z.number(),
			closing: z.number().optional(),
			rows: z.array(z.record(z.string(), z.union([z.number(), z.string()])))
		})
		.strict()
});

/** Kinds of cases that the program does not have yet; every other one must be known, with all its settings. */
const LATER = ['statement', 'fits', 'check', 'drift'];

const unknownTo = (name: string, what: readonly string[]): Verdict => ({
	name,
	outcome: 'failed',
	differences: [`not known here: ${[...new Set(what)].join(', ')}`]
});

/** Runs one case of a reference file. */
export function checkCase(item: unknown): Verdict {
	const { name, kind } = z.object({ name: z.string(), kind: z.string() }).parse(item);
	if (kind === 'solve') return checkSolve(name, item);
	if (kind === 'plan') return checkPlan(name, item);
	if (LATER.includes(kind)) return { name, outcome: 'skipped', why: `kind ${kind}` };
	if (kind !== 'run') return unknownTo(name, [`kind ${kind}`]);
	const { debt, expect } = runCase.parse(item);
	const terms = debtTerms.safeParse(debt);
	if (!terms.success) {
		const { issues } = terms.error;
		return unknownTo(
			name,
			issues.map(({ path, message }) => String(path[0] ?? message))
		);
	}
	const differences = compare(expect, run(terms.data), terms.data.interestRounding === 'none');
	return differences.length === 0
		? { name, outcome: 'passed' }
		: { name, outcome: 'failed', differences };
}

const planDebt = z
	.looseObject({ id: z.string() })
	.transform(({ id, ...terms }) => ({ id, terms: debtTerms.parse(terms) }));
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
		debts: z
			.record(
				z.string(),
				z.strictObject({ annualPercent: rate, payment: money.nullable().default(null) })
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
	})
]);
const planTerms = z
	.strictObject({
		changes: z.array(planChange).default([]),
		budget: z.enum(['required', 'required-plus', 'constant']),
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
	.transform(({ budget: kind, amount, extra, ...plan }) => ({
		...plan,
		budget: { kind, amount, extra }
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
			debts: z.array(
				z.strictObject({
					id: z.string(),
					payoffMonth: z.int().nullable(),
					interest: z.int(),
					paid: z.int()
				})
			),
			shortMonths: z.array(z.strictObject({ month: z.int(), missing: z.int() })),
			splits: z.array(z.strictObject({ month: z.int(), paid: z.record(z.string(), z.int()) }))
		})
	])
});

/** A plan, with what it changes about the debts. */
function checkPlan(name: string, item: unknown): Verdict {
	const read = planCase.safeParse(item);
	if (!read.success) {
		const { issues } = read.error;
		return unknownTo(
			name,
			issues.map(({ path, message }) => path.join('.') || message)
		);
	}
	const { plan, expect } = read.data;
	const changed = withChanges(read.data.debts, plan.changes);
	const got = changed.ok ? planOf(changed.debts, plannedBy(plan, changed)) : null;
	if (!('months' in expect) || !changed.ok || got === null) {
		const status = got?.ending.status ?? 'refused';
		return status === expect.status
			? { name, outcome: 'passed' }
			: { name, outcome: 'failed', differences: [`expected ${expect.status}, got ${status}`] };
	}
	const { debts } = changed;
	const { debts: expected, shortMonths, splits, ...totals } = expect;
	const differences = differing('', totals, { ...got, status: got.ending.status }, false);
	for (const debt of expected) {
		const match = got.debts.find(({ id }) => id === debt.id);
		differences.push(...differing(`${debt.id} `, debt, { ...match }, false));
	}
	if (JSON.stringify(shortMonths) !== JSON.stringify(got.shortMonths)) {
		differences.push(`short months: got ${JSON.stringify(got.shortMonths)}`);
	}
	for (const { month, paid } of splits) {
		const shares = got.kept[month - 1]?.shares ?? [];
		const split = Object.fromEntries(shares.map(({ index, paid }) => [debts[index]?.id, paid]));
		differences.push(...differing(`month ${month} `, paid, split, false));
		differences.push(...differing(`month ${month}, no more than `, split, paid, false));
	}
	return differences.length === 0
		? { name, outcome: 'passed' }
		: { name, outcome: 'failed', differences };
}

/** The plan with the fees of its changes, and the month in which it begins counted from its first. */
function plannedBy(
	{ begins, ...plan }: z.infer<typeof planTerms>,
	{ debts, fees }: Extract<ReturnType<typeof withChanges>, { ok: true }>
): PlanTerms {
	if (begins === null) return { ...plan, fees };
	const from = `${begins}-01` as CalendarDate;
	return { ...plan, fees, begins: monthsBetween(firstMonthOf(debts), from) + 1 };
}

const solveGiven = z.strictObject({
	balance: money.optional(),
	laterBalance: money.optional(),
	payment: money.optional(),
	periods: z.int().optional(),
	paymentsPerYear: z.literal(FREQUENCIES).default(12),
	timing: z.enum(['arrears', 'advance']).default('arrears'),
	firstDue: date.default('2027-01-15' as CalendarDate),
	rate: z.union([statedRate, z.strictObject({ basis: z.literal('effective') })]).optional(),
	debt: debtTerms.optional()
});
const solveCase = z.object({
	ask: z.enum(['payment', 'periods', 'rate', 'balance', 'payment-between', 'extra']),
	given: solveGiven,
	expect: z.record(z.string(), z.union([z.number(), z.string()]))
});

/** A question backwards; the logarithm form agrees within a millionth, rates to 0.0001 %. */
function checkSolve(name: string, item: unknown): Verdict {
	const { ask, given, expect } = solveCase.parse(item);
	const got = solved(ask, given);
	const { unrounded, ...exact } = expect;
	const differences = differing('', exact, got, false);
	if (unrounded !== undefined && !(Math.abs(Number(unrounded) - Number(got['unrounded'])) < 1e-6)) {
		differences.push(`unrounded: expected ${unrounded}, got ${String(got['unrounded'])}`);
	}
	return differences.length === 0
		? { name, outcome: 'passed' }
		: { name, outcome: 'failed', differences };
}

function solved(
	ask: z.infer<typeof solveCase>['ask'],
	given: z.infer<typeof solveGiven>
): Record<string, unknown> {
	const { balance = cents(0), payment = cents(0), periods = 0, paymentsPerYear, timing } = given;
	const { basis } = given.rate ?? { basis: 'nominal' as const };
	const annual =
		given.rate && 'annualPercent' in given.rate ? given.rate.annualPercent : percent(0);
	const rate = { basis, annual } as DebtTerms['rate'];
	const plain = { extras: [], charges: [], clearBelow: cents(0), firstDue: given.firstDue };
	const known = { ...plain, opening: balance, rate, paymentsPerYear, timing };
	switch (ask) {
		case 'payment': {
			const { level, levelRun, smallest } = paymentFor(known, periods);
			return {
				levelPayment: level,
				levelFinalPayment: levelRun.finalPayment,
				levelTotalInterest: levelRun.totalInterest,
				smallestPayment: smallest?.amount,
				smallestPeriods: smallest?.run.periods,
				smallestFinalPayment: smallest?.run.finalPayment,
				smallestTotalInterest: smallest?.run.totalInterest
			};
		}
		case 'periods': {
			const { run, unrounded } = periodsFor(known, payment);
			const { ending } = run;
			const payoffDate = ending.status === 'cleared' ? ending.payoffDate : null;
			return { ...run, status: ending.status, payoffDate, unrounded };
		}
		case 'rate': {
			const { annual: found } = rateFor(known, payment, periods);
			return found === null
				? { status: 'none' }
				: { status: 'found', annualPercent: (found / 10_000).toFixed(4) };
		}
		case 'balance': {
			const answer = balanceFor(known, payment, periods);
			return { ...answer.run, balance: answer.balance };
		}
		case 'payment-between':
			return {
				payment: paymentBetween(
					balance,
					given.laterBalance ?? cents(0),
					periods,
					rate,
					paymentsPerYear
				)
			};
		case 'extra': {
			if (!given.debt) throw new Error('an extra is asked for a debt');
			const answer = extraFor(given.debt, periods);
			return { ...answer?.run, extra: answer?.extra };
		}
	}
}

type Expected = z.infer<typeof runCase>['expect'];

function compare({ rows, ...totals }: Expected, got: Run, unrounded: boolean): string[] {
	const { ending } = got;
	const found: Record<string, unknown> = {
		...got,
		status: ending.status,
		payoffDate: ending.status === 'cleared' ? ending.payoffDate : null
	};
	const differences = differing('', totals, found, unrounded);
	for (const row of rows) {
		const match = rowAt(got, Number(row['k']));
		differences.push(...differing(`row ${row['k']} `, row, { ...match }, unrounded));
	}
	return differences;
}

/** What is not as expected; at full precision money agrees within half a minor unit. */
function differing(
	where: string,
	expected: Readonly<Record<string, unknown>>,
	got: Readonly<Record<string, unknown>>,
	unrounded: boolean
): string[] {
	const agree = (one: unknown, other: unknown) =>
		one === other || (unrounded && Math.abs(Number(one) - Number(other)) <= 0.5);
	return Object.entries(expected)
		.filter(([key, value]) => value !== undefined && !agree(value, got[key]))
		.map(([key, value]) => `${where}${key}: expected ${String(value)}, got ${String(got[key])}`);
}
