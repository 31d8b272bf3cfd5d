/** Reference cases of what really happened, beside what a plan expected. */
import { z } from 'zod';
import { forecastOf, intervalsOf } from '../../src/lib/core/plan/progress';
import { planOf } from '../../src/lib/core/plan/walk';
import { plannedBy, planTerms } from './reference-plans';
import { date, differing, money, planDebt, type Differences } from './reference-terms';
import { NO_FEES } from '../../src/lib/core/plan/money';

const dated = z.array(z.strictObject({ date, amount: money }));
const driftCase = z.strictObject({
	name: z.string(),
	kind: z.literal('drift'),
	debts: z.array(planDebt),
	plan: planTerms,
	readings: z.record(
		z.string(),
		z.array(z.strictObject({ date, balance: money, interest: money.exactOptional() }))
	),
	payments: z.record(z.string(), dated),
	charges: z.record(z.string(), dated),
	expect: z.record(z.string(), z.array(z.record(z.string(), z.unknown())))
});

/** Every interval of every debt that was read. */
export function checkDrift(item: unknown): Differences {
	const { debts, plan: terms, readings, payments, charges, expect } = driftCase.parse(item);
	const plan = planOf(debts, plannedBy(terms, { debts, fees: NO_FEES }));
	return Object.entries(expect).flatMap(([id, intervals]) => {
		const index = debts.findIndex((debt) => debt.id === id);
		const life = {
			readings: readings[id] ?? [],
			payments: payments[id] ?? [],
			charges: charges[id] ?? []
		};
		const got = intervalsOf(forecastOf(debts, plan, index), life);
		if (got.length !== intervals.length) return [`${id}: ${got.length} intervals`];
		return intervals.flatMap(({ parts, ...interval }, at) => {
			// The cases say lender where the program says creditor.
			const { creditor: lender, ...others } = got[at]?.parts ?? {};
			return [
				...differing(`${id} ${at} `, interval, { ...got[at] }, false),
				...differing(
					`${id} ${at} parts `,
					parts as Record<string, unknown>,
					{ ...others, lender },
					false
				)
			];
		});
	});
}
