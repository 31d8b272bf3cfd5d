/** A plan paid out of one deposit: what comes in is what goes out, its fees keep to their cap, and a due date before it is said. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import {
	depositsOf,
	dueEarly,
	latestDay,
	withDepositFees
} from '../../../src/lib/core/plan/deposit';
import { NO_FEES } from '../../../src/lib/core/plan/money';
import { paymentsOf } from '../../../src/lib/core/plan/payments';
import { planOf } from '../../../src/lib/core/plan/walk';
import { dateParts } from '../../../src/lib/core/quantities/calendar';
import { cents } from '../../../src/lib/core/quantities/money';
import { percent } from '../../../src/lib/core/quantities/rate';
import { carriedPlan } from '../../../src/lib/document/carried-plans';
import type { PlanEntry } from '../../../src/lib/document/plan';
import { demoPlans } from '../../support/demo-cases';
import { ofWhich, runs } from '../../support/random';

const programme = (day: number, fee: object = {}): NonNullable<PlanEntry['programme']> => ({
	day,
	setUpFee: cents(3_000),
	monthlyFee: { kind: 'percent', percent: percent(75_000), cap: cents(5_000) },
	version: null,
	waived: null,
	...fee
});
const drawn = fc
	.constantFrom(...demoPlans)
	.chain((of) => fc.integer({ min: 1, max: 31 }).map((day) => ({ ...of, day })));

it('deposits what is paid to creditors and kept as fees, month by month, to the cent', () => {
	let withEarly = 0;
	fc.assert(
		fc.property(drawn, ({ document, entry, day }) => {
			const { debts, plan } = carriedPlan(document, { ...entry, programme: programme(day) });
			if (plan.ending.status === 'refused') return;
			const deposits = depositsOf(debts, plan, day);
			for (const { deposit, fee, paidOut, date, month } of deposits) {
				const out = paidOut.reduce((sum, { amount }) => sum + amount, 0);
				expect(out + fee).toBe(deposit);
				expect(dateParts(date).day).toBeLessThanOrEqual(day);
				for (const one of paidOut) {
					expect(one.date.slice(0, 7)).toBe(date.slice(0, 7));
					expect(one.isEarly).toBe(one.date < date);
				}
				expect(month).toBeGreaterThanOrEqual(plan.begins);
			}
			const own = paymentsOf(debts, plan).filter(({ month }) => month < plan.begins);
			const before = own.reduce((sum, { amount }) => sum + amount, 0);
			const all = deposits.reduce((sum, { deposit }) => sum + deposit, 0);
			expect(before + all + plan.changeFees.upFront).toBe(plan.totalPaid);
			const early = dueEarly(deposits);
			if (early.length > 0) withEarly += 1;
			// On the latest day that is said, nothing is due before the deposit any more.
			const latest = latestDay(deposits);
			if (latest > 0) expect(dueEarly(depositsOf(debts, plan, latest))).toEqual([]);
		}),
		{ numRuns: runs(60) }
	);
	expect(withEarly).toBeGreaterThan(ofWhich(3));
});

it('costs the setup fee once and a monthly fee of at most the cap, and nothing where it is waived', () => {
	const [of] = demoPlans.filter(({ name }) => name.includes('Highest rate first'));
	if (!of) throw new Error('a plan');
	const { document, entry } = of;
	const feesOf = (fields: object) =>
		carriedPlan(document, { ...entry, programme: programme(1, fields) }).plan;
	const free = carriedPlan(document, entry).plan;
	const charged = feesOf({});
	const months = charged.kept.filter(({ fees }) => fees > 0);
	expect(months[0]?.fees).toBe(3_000 + 5_000);
	expect(months.slice(1).every(({ fees }) => fees <= 5_000)).toBe(true);
	expect(charged.totalFees).toBeGreaterThan(free.totalFees);
	// A constant budget has the fees in it: what leaves the account is the same.
	expect(charged.kept[0]?.paid).toBe((free.kept[0]?.paid ?? 0) - 8_000);
	const waived = feesOf({ waived: 'no income until May' });
	expect([waived.totalFees, waived.totalPaid]).toEqual([free.totalFees, free.totalPaid]);
	const none = feesOf({ setUpFee: 0, monthlyFee: { kind: 'amount', amount: 0 } });
	expect(none.totalPaid).toBe(free.totalPaid);
});

it('is the fee of an agreement about all debts, from the month in which the money begins', () => {
	for (const { document, entry } of demoPlans.slice(0, 4)) {
		const { debts, terms } = carriedPlan(document, { ...entry, programme: null });
		const fees = {
			setUpFee: cents(1_000),
			monthly: { kind: 'amount', amount: cents(900) }
		} as const;
		const from = terms.begins ?? 1;
		const ids = debts.map(({ id }) => id);
		const by = planOf(debts, {
			...terms,
			fees: withDepositFees(terms.fees ?? NO_FEES, fees, from, ids)
		});
		const entryOf = programme(1, { setUpFee: cents(1_000), monthlyFee: fees.monthly });
		const own = carriedPlan(document, { ...entry, programme: entryOf }).plan;
		expect(own.totalFees).toBe(by.totalFees);
		expect(own.totalInterest).toBe(by.totalInterest);
	}
});
