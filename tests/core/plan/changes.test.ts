import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { withChanges, type PlanChange } from '../../../src/lib/core/plan/changes';
import type { DebtTerms } from '../../../src/lib/core/debt/terms';
import { cents, ZERO } from '../../../src/lib/core/quantities/money';
import { planOf, planTotals } from '../../../src/lib/core/plan/walk';
import type { PlannedDebt, PlanTerms } from '../../../src/lib/core/plan/terms';
import { percent } from '../../../src/lib/core/quantities/rate';
import {
	constant,
	household,
	monthly,
	newLoan,
	plans,
	required,
	simpleDebt,
	total
} from '../../support/households';
import { changes } from '../../support/plan-changes';
import { ofWhich, runs } from '../../support/random';

const loan = newLoan(115_000);
const card = (id: string, opening: number, fields: Partial<DebtTerms> = {}): PlannedDebt =>
	simpleDebt(id, opening, 199_900, { payment: { kind: 'fixed', amount: cents(9_000) }, ...fields });

const frozen = <T>(value: T): T => {
	if (typeof value === 'object' && value !== null && !Object.isFrozen(value)) {
		Object.values(Object.freeze(value)).forEach(frozen);
	}
	return value;
};

describe('what a plan changes', () => {
	it('keeps the identity to the cent: owed, interest, charges and fees are what is paid and still owed', () => {
		const drawn = household(monthly).chain((debts) =>
			fc.tuple(fc.constant(debts), plans, changes(debts.map(({ id }) => id)))
		);
		let [carriedOut, withFees] = [0, 0];
		fc.assert(
			fc.property(drawn, ([debts, terms, wanted]) => {
				const changed = withChanges(frozen(debts), frozen(wanted));
				if (!changed.ok) return;
				const plan = planOf(changed.debts, { ...terms, fees: changed.fees });
				carriedOut += 1;
				const { starting, totalInterest, totalCharges, changeFees, totalPaid, closing } = plan;
				const ofChanges = total(Object.values(changeFees));
				if (ofChanges > 0) withFees += 1;
				expect(starting).toBe(total(debts.map((debt) => debt.terms.opening)));
				expect(starting + totalInterest + totalCharges + ofChanges).toBe(totalPaid + closing);
				expect(plan.totalCost).toBe(totalInterest + plan.totalFees);
				expect(total(plan.kept.map(({ fees }) => fees))).toBe(
					changeFees.setUp + changeFees.monthly
				);
				const isConstant = terms.budget.kind === 'constant';
				for (const month of plan.kept) {
					expect(month.budget).toBeGreaterThanOrEqual(0);
					expect(month.paid).toBeLessThanOrEqual(month.budget + month.ownExtra);
					if (!isConstant) expect(month.shortfall).toBe(0);
				}
			}),
			{ numRuns: runs(300) }
		);
		// Most of what is drawn is possible, and costs something: the property is about them.
		expect(carriedOut).toBeGreaterThan(ofWhich(100));
		expect(withFees).toBeGreaterThan(ofWhich(60));
	});

	it('refuses what is not possible, and says which change and why', () => {
		const debts = [card('a', 100_000), card('b', 50_000)];
		const consolidate = (...ids: string[]): PlanChange => ({
			kind: 'consolidate',
			debts: ids,
			loan: { id: 'new', terms: loan },
			fee: { percent: percent(0), amount: ZERO, paid: 'added' }
		});
		const transfer = (id: string, moved: number | 'all', limit: number): PlanChange => ({
			kind: 'transfer',
			amounts: [{ id, amount: moved === 'all' ? 'all' : cents(moved) }],
			feePercent: percent(30_000),
			offerPercent: percent(0),
			offerMonths: 6,
			thenPercent: percent(200_000),
			limit: cents(limit),
			card: { id: 'moved', terms: loan }
		});
		const refusal = (...drawn: PlanChange[]) => {
			const changed = withChanges(debts, drawn);
			return changed.ok ? null : changed.refusal;
		};
		expect(refusal(consolidate())).toEqual({ change: 0, reason: 'no debt chosen' });
		expect(refusal(consolidate('c'))).toEqual({ change: 0, reason: 'unknown debt', id: 'c' });
		expect(refusal(consolidate('a'), transfer('a', 'all', 1_000_000))).toEqual({
			change: 1,
			reason: 'closed before',
			id: 'a'
		});
		expect(refusal(consolidate('a', 'a'))).toMatchObject({ reason: 'named twice' });
		// The fee counts against the limit: 1,000.00 and 3 % of it.
		expect(refusal(transfer('a', 'all', 103_000))).toBeNull();
		expect(refusal(transfer('a', 'all', 102_999))).toEqual({
			change: 0,
			reason: 'above the limit',
			amount: 103_000,
			limit: 102_999
		});
		expect(refusal(transfer('b', 50_001, 1_000_000))).toMatchObject({
			reason: 'more than is owed',
			owed: 50_000
		});
		// What one change brings, the next may take.
		expect(refusal(transfer('a', 'all', 1_000_000), consolidate('moved', 'b'))).toBeNull();
	});

	it('gives a plan up in the month in which its fees are more than its money', () => {
		const debts = [card('a', 100_000)];
		const agreed: PlanChange = {
			kind: 'concession',
			from: 3,
			debts: [{ id: 'a', annual: percent(0), payment: cents(5_000) }],
			setUpFee: ZERO,
			monthlyFee: { kind: 'amount', amount: cents(12_000) }
		};
		const changed = withChanges(debts, [agreed]);
		if (!changed.ok) throw new Error('refused');
		const terms: PlanTerms = { ...constant(11_000), fees: changed.fees };
		const plan = planTotals(changed.debts, terms);
		expect(plan.ending).toEqual({
			status: 'refused',
			reason: 'fees',
			month: 3,
			fees: 12_000,
			money: 11_000
		});
		expect(plan.months).toBe(2);
		const asked = planTotals(changed.debts, { ...required, fees: changed.fees });
		expect(asked.ending.status).toBe('cleared');
		expect(asked.changeFees.monthly).toBe((asked.months - 2) * 12_000);
	});

	it('lets a debt have its own rate again after an agreed one, a level payment set anew that waited for it', () => {
		const loan = card('a', 600_000, {
			payment: { kind: 'level', periods: 24 },
			rateChanges: [
				{ from: 3, annual: percent(150_000), reamortize: true },
				{ from: 9, annual: percent(90_000) }
			]
		});
		const changed = withChanges(
			[loan],
			[
				{
					kind: 'concession',
					from: 2,
					until: 5,
					debts: [{ id: 'a', annual: percent(20_000), payment: null }],
					setUpFee: ZERO,
					monthlyFee: { kind: 'amount', amount: cents(1_000) }
				}
			]
		);
		if (!changed.ok) throw new Error('refused');
		const own = loan.terms.rate.annual;
		const agreed = planOf(changed.debts, { ...required, fees: changed.fees });
		const rates = agreed.kept.slice(0, 10).map(({ shares }) => shares[0]?.annual);
		expect(rates).toEqual([
			own,
			...[2, 3, 4, 5].map(() => 20_000),
			...[6, 7, 8].map(() => 150_000),
			90_000,
			90_000
		]);
		const paid = agreed.kept.map(({ shares }) => shares[0]?.required);
		expect(new Set(paid.slice(0, 5)).size).toBe(1);
		expect(paid[5]).not.toBe(paid[4]);
		// Its monthly fees end with it.
		expect(agreed.changeFees.monthly).toBe(4_000);
	});

	it('lets an agreed rate and payment replace the debt’s own later ones, and ends an offer in its month', () => {
		const later = { from: 5, annual: percent(299_900) };
		const raised = { from: 6, rule: { kind: 'fixed' as const, amount: cents(30_000) } };
		const debts = [card('a', 300_000, { rateChanges: [later], paymentChanges: [raised] })];
		const changed = withChanges(debts, [
			{
				kind: 'concession',
				from: 2,
				debts: [{ id: 'a', annual: percent(60_000), payment: cents(10_000) }],
				setUpFee: ZERO,
				monthlyFee: { kind: 'amount', amount: ZERO }
			},
			{
				kind: 'transfer',
				amounts: [{ id: 'a', amount: cents(100_000) }],
				feePercent: percent(0),
				offerPercent: percent(0),
				offerMonths: 3,
				thenPercent: percent(249_900),
				limit: null,
				card: { id: 'moved', terms: { ...loan, payment: raised.rule } }
			}
		]);
		if (!changed.ok) throw new Error('refused');
		const { kept } = planOf(changed.debts, required);
		const rates = (index: number) =>
			kept.slice(0, 7).map(({ shares }) => shares.find((share) => share.index === index)?.annual);
		expect(rates(0)).toEqual([199_900, ...Array<number>(6).fill(60_000)]);
		expect(rates(1).slice(0, 4)).toEqual([0, 0, 0, 249_900]);
		expect(kept.slice(0, 7).map(({ shares }) => shares[0]?.required)).toEqual([
			9_000,
			...Array<number>(6).fill(10_000)
		]);
	});
});
