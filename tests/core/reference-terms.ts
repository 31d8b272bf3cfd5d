/** The parts that reference cases are made of, parsed strictly: an unknown field is an error that names it. */
import { z } from 'zod';
import {
	FREQUENCIES,
	isCalendarDate,
	type CalendarDate
} from '../../src/lib/core/quantities/calendar';
import { type DebtTerms, type RateChange } from '../../src/lib/core/debt/terms';
import { ALLOCATION_ORDERS, LAWFUL } from '../../src/lib/core/debt/account/policy';
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

/** A debt with several balances has its rates with them. */
const unstated = rate.exactOptional();
const debtRate = z.union([
	statedRate,
	z.strictObject({ basis: z.literal('nominal'), annualPercent: unstated }),
	z.strictObject({ basis: z.enum(['daily', 'daily-compounded']), annualPercent: unstated, dayYear })
]);
const rateChanges = z
	.array(
		z.union([
			z.strictObject({ from: z.int(), annualPercent, reamortize: z.boolean().exactOptional() }),
			z.strictObject({ date, annualPercent, reamortize: z.boolean().exactOptional() })
		])
	)
	.default([]);
const balance = z.strictObject({
	id: z.string(),
	opening: money,
	annualPercent,
	rateChanges,
	deferred: z
		.strictObject({ until: z.int(), annualPercent, accrued: money })
		.transform(({ annualPercent: annual, ...deferred }) => ({ ...deferred, annual }))
		.exactOptional()
});
const allocationOrder = z.enum(ALLOCATION_ORDERS);
const late = z
	.strictObject({
		fee: money.default(cents(0)),
		feeAgain: money.exactOptional(),
		penaltyPercent: rate.exactOptional(),
		after: z.int().exactOptional(),
		notice: z.int().exactOptional(),
		cure: z.int().exactOptional()
	})
	.transform(({ penaltyPercent, ...terms }) => ({
		...terms,
		...(penaltyPercent !== undefined && { penalty: penaltyPercent })
	}));

const debtFields = z.strictObject({
	opening: money,
	paymentsPerYear: z.literal(FREQUENCIES),
	rate: debtRate,
	timing: z.enum(['arrears', 'advance']).default('arrears'),
	interestRounding: z.enum(['cent', 'none']).default('cent'),
	firstDue: date,
	asOf: date.exactOptional(),
	payment: rule,
	clearBelow: money.default(cents(0)),
	extras: z.array(z.strictObject(recurring)).default([]),
	charges: z
		.array(
			z.strictObject({
				...recurring,
				fee: z.boolean().default(false),
				to: z.string().exactOptional()
			})
		)
		.default([]),
	rateChanges,
	parts: z.array(balance).exactOptional(),
	allocation: z
		.strictObject({
			minimum: allocationOrder.default(LAWFUL.minimum),
			excess: allocationOrder.default(LAWFUL.excess)
		})
		.exactOptional(),
	required: z.strictObject({ kind: z.literal('minimum'), ...minimum }).exactOptional(),
	atLeast: z.strictObject({ amount: money, until: z.int() }).exactOptional(),
	late: late.exactOptional(),
	paymentChanges: z.array(z.strictObject({ from: z.int(), rule })).default([]),
	skips: z.array(z.int()).default([])
});

type DebtFields = z.infer<typeof debtFields>;

function termsOf({
	rate: { annualPercent: annual = percent(0), ...basis },
	rateChanges,
	parts,
	...terms
}: DebtFields): DebtTerms {
	return {
		...terms,
		rate: { ...basis, annual },
		rateChanges: rateChanges.map(ratedAnew),
		...(parts && {
			balances: parts.map(({ annualPercent: own, rateChanges: changes, ...part }) => ({
				...part,
				annual: own,
				rateChanges: changes.map(ratedAnew)
			}))
		})
	};
}

const ratedAnew = ({
	annualPercent: annual,
	...change
}: z.infer<typeof rateChanges>[number]): RateChange => ({ ...change, annual });

const follows = z.strictObject({
	margin: rate,
	from: z.int(),
	every: z.int(),
	lookBack: z.int().exactOptional(),
	step: rate.exactOptional(),
	cap: rate.exactOptional(),
	floor: rate.exactOptional(),
	reamortize: z.boolean().exactOptional()
});
/** The values of an index, and a debt that may follow it. */
export const indexValues = z.array(
	z
		.strictObject({ date, percent: rate })
		.transform(({ date: from, percent: annual }) => ({ date: from, annual }))
);
export const followingDebt = debtFields
	.extend({ follows: follows.exactOptional() })
	.transform(({ follows: how, ...fields }) => ({ terms: termsOf(fields), follows: how }));

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
