import { recomputed as recomputedDebt } from '../../support/recomputed';
import type { MoneyOperand } from '../../../src/lib/core/debt/figure';
import { Decimal } from 'decimal.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { withChanges } from '../../../src/lib/core/plan/changes';
import { owedInAll, planDifference } from '../../../src/lib/core/plan/answers';
import { planOf } from '../../../src/lib/core/plan/walk';
import { comparedPlan, distance, FIGURES } from '../../../src/lib/core/plan/comparison';
import type { PlanFigureName, PlanWorking } from '../../../src/lib/core/working/plan-figure';
import { planWorkingOf } from '../../../src/lib/core/working/plan-working';
import type { Plan } from '../../../src/lib/core/plan/terms';
import { monthSums, planYears } from '../../../src/lib/core/plan/years';
import { cents } from '../../../src/lib/core/quantities/money';
import { household, monthly, plans, total } from '../../support/households';
import { changes } from '../../support/plan-changes';
import { ofWhich, runs } from '../../support/random';

/** A part of an amount in ten-thousandths of a percent, half a minor unit up: by decimals, not by the core. */
const oracleShare = (amount: number, percent: number): number =>
	new Decimal(amount)
		.mul(percent)
		.div(1_000_000)
		.toDecimalPlaces(0, Decimal.ROUND_HALF_UP)
		.toNumber();

const bearing = (amount: number): MoneyOperand => ({
	from: { of: 'row', name: 'bearing', k: 1 },
	result: { kind: 'money', amount: cents(amount) }
});

/** The figure that a working explains, worked out again from its numbers alone. */
function recomputed(working: PlanWorking): number | string {
	switch (working.kind) {
		case 'sum of debts':
			return total(working.parts.map(({ amount }) => amount));
		case 'interest of a debt': {
			const { paid, closing, starting, charges } = working.debt;
			return paid + closing - starting - charges;
		}
		case 'interest of a month':
			return total(
				working.periods.map(({ opening, charges, interest, ...by }) =>
					Number(
						recomputedDebt({
							figure: { of: 'row', name: 'interest', k: 1 },
							result: { kind: 'money', amount: interest },
							formula: { kind: 'interest', on: bearing(opening + charges), ...by }
						}) ?? interest
					)
				)
			);
		case 'balance after a month':
			return working.opening + working.charges + working.interest - working.paid;
		case 'sum of months':
			return (
				total(working.spans.named.map(({ months, amount }) => months * amount)) +
				(working.spans.rest?.amount ?? 0)
			);
		case 'opening': {
			const { takes, fee, paid } = working.brought;
			return total(takes.map(({ amount }) => amount)) + (paid === 'added' ? fee : 0);
		}
		case 'fee': {
			const { takes, percent, amount } = working.brought;
			return oracleShare(total(takes.map((taken) => taken.amount)), percent) + amount;
		}
		case 'fees':
			return (
				total(working.brought.map(({ fee }) => fee)) +
				total([...working.setUps, ...working.ofDebts].map(({ amount }) => amount)) +
				working.monthly
			);
		case 'monthly fees':
			return (
				total(working.spans.named.map(({ months, amount }) => months * amount)) +
				(working.spans.rest?.amount ?? 0)
			);
		case 'fees of a month':
			return (
				working.setUp +
				total(
					working.monthly.map(({ fee }) => {
						if (fee.kind === 'amount') return fee.amount;
						const part = oracleShare(Math.min(working.before, working.owed), fee.percent);
						return Math.min(part, fee.cap ?? Infinity);
					})
				)
			);
		case 'spent':
			return working.paid + working.fees;
		case 'cost':
			return working.interest + working.fees;
		case 'cost per unit':
			return Math.round((100 * working.paid) / working.starting);
		case 'payoff': {
			const days = working.parts.map(({ date }) => date).sort();
			return days.at(working.which === 'first' ? 0 : -1) ?? '';
		}
		case 'short months':
			return (
				total(working.spans.named.map(({ months }) => months)) + (working.spans.rest?.months ?? 0)
			);
		case 'less':
			return working.baseline - working.plan;
		case 'sooner':
			return working.months;
		case 'apart':
			return distance(working.plan, working.baseline) ?? NaN;
	}
}

/** Every figure of a plan that can be asked for, with what it is. */
function figuresOf(plan: Plan, baseline: Plan): [PlanFigureName, number | string | null][] {
	const { agreed, changeFees, debts, kept, ending } = plan;
	const [mine, theirs] = [comparedPlan(plan), comparedPlan(baseline)];
	const less = planDifference(plan, baseline);
	const bothEnd = less.kind === 'both end' ? less : null;
	const gone = debts.flatMap(({ payoffDate, payoffMonth }) => (payoffMonth ? [payoffDate] : []));
	const spent = kept.map(({ paid, fees }) => paid + fees);
	return [
		['totalInterest', plan.totalInterest],
		['totalFees', plan.totalFees],
		['totalCost', plan.totalCost],
		['monthlyFees', changeFees.monthly],
		['payoffDate', ending.status === 'cleared' && kept.length > 0 ? ending.payoffDate : null],
		['firstGone', gone.sort()[0] ?? null],
		['moneyAtFirst', spent[plan.begins - 1] ?? spent[0] ?? null],
		['moneyAtMost', spent.length > 0 ? Math.max(...spent) : null],
		['shortMonths', plan.shortMonths.length],
		['interestLess', bothEnd && bothEnd.interestLess],
		['costLess', bothEnd && bothEnd.costLess],
		['monthsSooner', bothEnd && bothEnd.monthsSooner],
		...debts.map(({ id, interest }): [PlanFigureName, number] => [{ interestOf: id }, interest]),
		...agreed.brought.flatMap(({ debt, fee }): [PlanFigureName, number][] => [
			[{ feeOf: debt }, fee],
			[{ openingOf: debt }, debts.find(({ id }) => id === debt)?.starting ?? NaN]
		]),
		...kept.flatMap((month): [PlanFigureName, number][] => [
			[{ inMonth: month.month, what: 'fees' }, month.fees],
			[{ inMonth: month.month, what: 'paid' }, month.paid],
			[{ inMonth: month.month, what: 'interest' }, month.interest],
			[{ inMonth: month.month, what: 'principal' }, month.principal],
			[{ inMonth: month.month, what: 'closing' }, owedInAll(plan, month.month)],
			[{ inMonth: month.month, what: 'spent' }, month.paid + month.fees]
		]),
		...kept.flatMap(({ month, shares }) =>
			shares.flatMap(({ index, interest, closing }): [PlanFigureName, number][] => {
				const ofDebt = debts[index]?.id ?? '';
				return [
					[{ inMonth: month, ofDebt, what: 'interest' }, interest],
					[{ inMonth: month, ofDebt, what: 'closing' }, closing]
				];
			})
		),
		...planYears(plan).flatMap(({ year, ...sums }): [PlanFigureName, number][] => [
			[{ over: year, ofDebt: null, what: 'paid' }, sums.paid],
			[{ over: year, ofDebt: null, what: 'principal' }, sums.principal],
			...debts.map(({ id }, index): [PlanFigureName, number] => [
				{ over: year, ofDebt: id, what: 'interest' },
				sums.debts[index]?.interest ?? NaN
			])
		]),
		...(['paid', 'interest', 'principal'] as const).map((what): [PlanFigureName, number] => [
			{ over: 'all', ofDebt: null, what },
			monthSums(plan)[what]
		]),
		...debts.map(({ id, paid }): [PlanFigureName, number] => [
			{ over: 'all', ofDebt: id, what: 'paid' },
			paid
		]),
		...FIGURES.map((figure): [PlanFigureName, number | null] => [
			{ apart: figure },
			distance(mine[figure], theirs[figure])
		])
	];
}

describe('the working of a plan’s figure', () => {
	it('recomputes to the figure, for any plan with any changes', () => {
		const seen = new Map<string, number>();
		const drawn = household(monthly, 3).chain((debts) =>
			fc.tuple(fc.constant(debts), plans, changes(debts.map(({ id }) => id)))
		);
		fc.assert(
			fc.property(drawn, ([debts, terms, wanted]) => {
				const changed = withChanges(debts, wanted);
				if (!changed.ok) return;
				const plan = planOf(changed.debts, { ...terms, fees: changed.fees });
				const baseline = planOf(debts, terms);
				for (const [name, figure] of figuresOf(plan, baseline)) {
					const working = planWorkingOf({ plan, debts: changed.debts }, baseline, {
						of: 'plan',
						name
					});
					if (figure === null) {
						expect(working).toBeNull();
						continue;
					}
					expect(working).not.toBeNull();
					if (!working) continue;
					expect(recomputed(working)).toBe(figure);
					seen.set(working.kind, (seen.get(working.kind) ?? 0) + 1);
				}
			}),
			{ numRuns: runs(120) }
		);
		for (const kind of [
			'interest of a month',
			'sum of months',
			'fee',
			'opening',
			'monthly fees',
			'short months',
			'less',
			'apart'
		]) {
			expect(seen.get(kind), kind).toBeGreaterThan(ofWhich(20));
		}
	});

	it('is that of the baseline where its figure is asked for', () => {
		fc.assert(
			fc.property(household(monthly, 3), plans, (debts, terms) => {
				const plan = planOf(debts, terms);
				const baseline = planOf(debts, { ...terms, order: 'balance' });
				for (const name of ['totalInterest', 'payoffDate', 'moneyAtMost'] as const) {
					expect(
						planWorkingOf({ plan, debts }, baseline, { of: 'plan', name, whose: 'baseline' })
					).toEqual(planWorkingOf({ plan: baseline, debts }, plan, { of: 'plan', name }));
				}
			}),
			{ numRuns: runs(20) }
		);
	});
});
