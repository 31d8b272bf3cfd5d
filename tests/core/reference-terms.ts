/** The parts that reference cases are made of, parsed strictly: an unknown field is an error that names it. */
import { z } from 'zod';
import {
	FREQUENCIES,
	isCalendarDate,
	type CalendarDate
} from '../../src/lib/core/quantities/calendar';
import type { DebtTerms } from '../../src/lib/core/debt/terms';
import type { PaymentRule } from '../../src/lib/core/debt/rules/all-rules';
import { cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';

/** What of a case is not as expected: a line each, none where it passes. */
export type Differences = readonly string[];

export const money = z.int().transform(cents);
export const date = z.string().refine(isCalendarDate) as unknown as z.ZodType<CalendarDate>;
export const rate = z
	.string()
	.regex(/^\d+(\.\d{1,4})?$/)
	.transform((text) => percent(Math.round(Number(text) * 10_000)));

export const minimum = {
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
export const statedRate = z.discriminatedUnion('basis', [
	z.strictObject({
		basis: z.literal('nominal'),
		annualPercent,
		compoundsPerYear: z.int().exactOptional()
	}),
	z.strictObject({ basis: z.literal('effective'), annualPercent }),
	z.strictObject({ basis: z.literal('daily'), annualPercent, dayYear }),
	z.strictObject({ basis: z.literal('daily-compounded'), annualPercent, dayYear })
]);

const debtFields = z.strictObject({
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
			z.union([
				z.strictObject({ from: z.int(), annualPercent, reamortize: z.boolean().exactOptional() }),
				z.strictObject({ date, annualPercent, reamortize: z.boolean().exactOptional() })
			])
		)
		.default([]),
	paymentChanges: z.array(z.strictObject({ from: z.int(), rule })).default([]),
	skips: z.array(z.int()).default([])
});

type DebtFields = z.infer<typeof debtFields>;

function termsOf({
	rate: { annualPercent: annual, ...basis },
	rateChanges,
	...terms
}: DebtFields): DebtTerms {
	const changes = rateChanges.map(({ annualPercent: annual, ...change }) => ({
		...change,
		annual
	}));
	return { ...terms, rate: { ...basis, annual }, rateChanges: changes };
}

export const debtTerms = debtFields.transform(termsOf);
export const planDebt = debtFields
	.extend({ id: z.string() })
	.transform(({ id, ...fields }) => ({ id, terms: termsOf(fields) }));

/** What is not as expected; at full precision money agrees within half a minor unit. */
export function differing(
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
