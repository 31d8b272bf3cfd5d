/**
 * One reference case against the core: what it asks is read strictly, so that a setting the core does
 * not know is never quietly ignored but makes the case a skipped one.
 */
import { z } from 'zod';
import { isCalendarDate, type CalendarDate } from '../../src/lib/core/calendar';
import { cents } from '../../src/lib/core/money';
import { percent } from '../../src/lib/core/rate';
import { rowAt, run, type Run } from '../../src/lib/core/run';

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
const none = z.array(z.never()).default([]);

const debtTerms = z.strictObject({
	opening: money,
	paymentsPerYear: z.literal(12),
	rate: z.strictObject({ annualPercent: rate, basis: z.literal('nominal') }),
	timing: z.literal('arrears').default('arrears'),
	interestRounding: z.literal('cent').default('cent'),
	firstDue: date,
	asOf: date.exactOptional(),
	payment: z.discriminatedUnion('kind', [
		z.strictObject({ kind: z.literal('fixed'), amount: money }),
		z.strictObject({ kind: z.literal('minimum'), ...minimum }),
		z.strictObject({ kind: z.literal('frozen-minimum'), ...minimum })
	]),
	clearBelow: money.default(cents(0)),
	extras: z.array(z.strictObject(recurring)).default([]),
	charges: z.array(z.strictObject({ ...recurring, fee: z.boolean().default(false) })).default([]),
	rateChanges: none,
	paymentChanges: none,
	skips: none
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

/** Runs one case of a reference file. */
export function checkCase(item: unknown): Verdict {
	const { name, kind } = z.object({ name: z.string(), kind: z.string() }).parse(item);
	if (kind !== 'run') return { name, outcome: 'skipped', why: `kind ${kind}` };
	const { debt, expect } = runCase.parse(item);
	const terms = debtTerms.safeParse(debt);
	if (!terms.success) {
		const unknown = [...new Set(terms.error.issues.map((issue) => issue.path[0] ?? issue.message))];
		return { name, outcome: 'skipped', why: `not supported yet: ${unknown.join(', ')}` };
	}
	const { rate: stated, ...rest } = terms.data;
	const got = run({ ...rest, rate: { basis: stated.basis, annual: stated.annualPercent } });
	const differences = compare(expect, got);
	return differences.length === 0
		? { name, outcome: 'passed' }
		: { name, outcome: 'failed', differences };
}

type Expected = z.infer<typeof runCase>['expect'];

function compare({ rows, ...totals }: Expected, got: Run): string[] {
	const { ending } = got;
	const found: Record<string, unknown> = {
		...got,
		status: ending.status,
		payoffDate: ending.status === 'cleared' ? ending.payoffDate : null
	};
	const differences = differing('', totals, found);
	for (const row of rows) {
		const match = rowAt(got, Number(row['k']));
		differences.push(...differing(`row ${row['k']} `, row, { ...match }));
	}
	return differences;
}

function differing(
	where: string,
	expected: Readonly<Record<string, unknown>>,
	got: Readonly<Record<string, unknown>>
): string[] {
	return Object.entries(expected)
		.filter(([key, value]) => value !== undefined && got[key] !== value)
		.map(([key, value]) => `${where}${key}: expected ${String(value)}, got ${String(got[key])}`);
}
