/** Sentences about random plans: what each claims is looked up in the plans that it is about. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addMonths, FREQUENCIES } from '../../src/lib/core/quantities/calendar';
import {
	leastChecked,
	strained,
	unstrained,
	type Strain
} from '../../src/lib/core/search/stress-test';
import { searchOrders, type OrderSearch } from '../../src/lib/core/search/cheapest-order';
import { cents } from '../../src/lib/core/quantities/money';
import { planOf, planTotals } from '../../src/lib/core/plan/walk';
import {
	cureOf,
	owedInAll,
	planDifference,
	stating,
	withMore
} from '../../src/lib/core/plan/answers';
import { comparedPlan, crossings, distance, FIGURES } from '../../src/lib/core/plan/comparison';
import type { PlanFigureName } from '../../src/lib/core/working/plan-figure';
import { planWorkingOf } from '../../src/lib/core/working/plan-working';
import type { Plan } from '../../src/lib/core/plan/terms';
import {
	comparisonSentence,
	crossingSentence,
	verdict,
	writeDistance
} from '../../src/lib/words/comparison';
import { FIRST_PLAN, type PlanEntry } from '../../src/lib/document/plan';
import { moreSentence, planSentence, shortSentence } from '../../src/lib/words/plan-answer';
import { writePlanWorking } from '../../src/lib/words/plan-working';
import { plain } from '../../src/lib/messages/sentence';
import { leastWorking, searchSentence, sureLine } from '../../src/lib/words/search';
import { household, monthly, plans, termsDrawn } from '../support/households';
import { ofWhich, runs } from '../support/random';
import { amountSaid as money, computed, monthSaid as month, usd } from '../support/said';

const anyDebts = household(termsDrawn(fc.constantFrom(...FREQUENCIES)));
const NONSENSE = /NaN|undefined|null|-\d|− |\b1 (months|payments|years|plans)\b| {2}/;
const endOf = ({ ending }: Plan) =>
	ending.status === 'cleared' ? ending.payoffDate.slice(0, 7) : null;

describe('what is said of a plan', () => {
	it('is so: when it is over, what it costs, from when it is short and what would cover it', () => {
		fc.assert(
			fc.property(household(termsDrawn(fc.constantFrom(...FREQUENCIES))), plans, (owed, terms) => {
				const plan = planOf(owed, terms);
				const required = planOf(owed, {
					...terms,
					budget: { kind: 'required' },
					budgetChanges: []
				});
				const { budget, order } = terms;
				const measure = {
					difference: planDifference(plan, required),
					words: 'paying the minimums'
				};
				const entry = { ...FIRST_PLAN, budget: budget as PlanEntry['budget'], order };
				const said = plain(planSentence(plan, entry, measure, usd));
				expect(said).not.toMatch(/NaN|undefined|\b1 (months|payments|years)\b/);
				const ends =
					/paid off in (\w+ \d{4}), after ([\d,]+) months?; it costs (\$[\d.,]*\d|nothing) in interest/.exec(
						said
					);
				expect(ends !== null).toBe(plan.ending.status === 'cleared');
				if (ends && plan.ending.status === 'cleared') {
					expect(month(ends[1])).toBe(plan.ending.payoffDate.slice(0, 7));
					expect(ends[3] === 'nothing' ? 0 : money(ends[3])).toBe(plan.totalInterest);
				}
				const cure = cureOf(owed, terms, plan);
				const short = plain(shortSentence(plan, cure, usd) ?? []);
				expect(short === '').toBe(plan.shortMonths.length === 0);
				if (short === '') return;
				const [first] = plan.shortMonths;
				const [, when, once, each] =
					/^(?:In|From) (\w+ \d{4}).* the budget is (?:(\$[\d.,]*\d) less|less than the minimum payments: by (\$[\d.,]*\d) in the first)/.exec(
						short
					) ?? [];
				const lacks = once ?? each;
				const all = /and by (\$[\d.,]*\d) in total/.exec(short);
				if (each !== undefined) {
					const sum = plan.shortMonths.reduce((total, { missing }) => total + missing, 0);
					expect(money(all?.[1])).toBe(sum);
				}
				const kept = plan.kept[(first?.month ?? 0) - 1];
				expect(month(when)).toBe(addMonths(plan.firstMonth, (first?.month ?? 0) - 1).slice(0, 7));
				expect(money(lacks)).toBe(kept?.shortfall);
				const enough = /there is enough for ([\d.]+) % of them/.exec(short);
				const share = kept ? kept.budget / kept.required : 0;
				if (enough) expect(Number(enough[1])).toBeCloseTo(100 * share, 1);
				else expect(share).toBeLessThan(0.00006);
				const covers = /(\$[\d.,]*\d) a month.* would cover it/.exec(short);
				if (!covers || !cure) return;
				expect(money(covers[1])).toBe(cure.amount);
				const covered = planTotals(owed, stating(terms, cure.from, cure.amount));
				expect(
					covered.shortMonths.some(
						({ month: at }) => at >= cure.from && at < (cure.until ?? Infinity)
					)
				).toBe(false);
			}),
			{ numRuns: runs(300) }
		);
	});
});

describe('what is said of plans side by side', () => {
	it('is so: which costs least, which is over first, and what that costs more', () => {
		fc.assert(
			fc.property(anyDebts, fc.array(plans, { minLength: 2, maxLength: 4 }), (debts, all) => {
				const named = all.map((terms, at) => ({
					id: `plan ${at}`,
					name: `Plan ${'ABCD'.charAt(at)}`,
					plan: planOf(debts, terms)
				}));
				const said = plain(comparisonSentence(named, usd));
				expect(said).not.toMatch(NONSENSE);
				const ended = named.filter(({ plan }) => endOf(plan) !== null);
				if (ended.length === 0) {
					expect(said).toMatch(/^None of these \d plans ever pays off the debts\.$/);
					return;
				}
				const of = (name: string | undefined) => ended.find((one) => one.name === name)?.plan;
				const costs = ended.map(({ plan }) => plan.totalCost);
				const ends = ended.map(({ plan }) => endOf(plan) ?? '');
				const [, name, cost] = /“(Plan .)” costs the least, (\$[\d.,]*\d)/.exec(said) ?? [];
				expect(money(cost)).toBe(Math.min(...costs));
				expect(of(name)?.totalCost).toBe(money(cost));
				const alone = /none finishes sooner: in (\w+ \d{4})\.$/.exec(said);
				const first =
					/“(Plan .)” finishes first, in (\w+ \d{4}), and costs (\$[\d.,]*\d) more\.$/.exec(said);
				const soonest = ends.reduce((a, b) => (b < a ? b : a));
				expect(month((alone?.[1] ?? first?.[2]) as string)).toBe(soonest);
				if (!first) {
					expect(endOf(of(name) as Plan)).toBe(soonest);
					return;
				}
				expect((of(first[1])?.totalCost ?? 0) - money(cost)).toBe(money(first[3]));
				expect(endOf(of(first[1]) as Plan)).toBe(soonest);
			}),
			{ numRuns: runs(150) }
		);
	});

	it('is so of each distance, of the verdict, and of where two plans cross', () => {
		let crossed = 0;
		fc.assert(
			fc.property(anyDebts, plans, plans, (debts, one, other) => {
				const [first, second] = [planOf(debts, one), planOf(debts, other)];
				const difference = planDifference(first, second);
				const said = verdict(difference, usd) ?? '';
				expect(said).not.toMatch(NONSENSE);
				const time = /([\d,]+) months? (sooner|later)/.exec(said);
				const cost = /(\$[\d.,]*\d) (less|more)$/.exec(said);
				if (difference.kind === 'both end') {
					const { monthsSooner, costLess } = difference;
					const years = /(\d+) years?/.exec(said);
					const months = 12 * Number(years?.[1] ?? 0) + Number(time?.[1]?.replace(',', '') ?? 0);
					expect(said.includes('later') ? -months : months).toBe(monthsSooner);
					expect(cost ? money(cost[1]) * (cost[2] === 'less' ? 1 : -1) : 0).toBe(costLess);
				} else expect(said).toMatch(/^(never )?paid off, /);
				const [mine, theirs] = [comparedPlan(first), comparedPlan(second)];
				for (const figure of FIGURES) {
					const away = distance(mine[figure], theirs[figure]);
					const far = writeDistance(mine[figure], away, usd);
					expect(far).not.toMatch(/NaN|undefined|-/);
					if (away !== null && away !== 0) expect(/^−|sooner$/.test(far)).toBe(away < 0);
				}
				for (const crossing of crossings(first, second)) {
					crossed += 1;
					const text = plain(crossingSentence(crossing, 'A', 'B', 'owed', usd));
					const [, when, after, better] =
						/^From (\w+ \d{4}), after ([\d,]+) months?, less is owed under “(A|B)”/.exec(text) ??
						[];
					const at = Number(after?.replace(',', ''));
					expect(month(when)).toBe(addMonths(first.firstMonth, at - 1).slice(0, 7));
					const lead = owedInAll(first, at) - owedInAll(second, at);
					expect(better).toBe(lead < 0 ? 'A' : 'B');
				}
			}),
			{ numRuns: runs(200) }
		);
		expect(crossed).toBeGreaterThan(ofWhich(20));
	});
});

describe('what is said of other money, other orders and harder times', () => {
	it('is so of more money: sooner and less are what the plan with it comes to', () => {
		fc.assert(
			fc.property(anyDebts, plans, fc.integer({ min: 1, max: 40_000 }), (debts, terms, more) => {
				const [now, then] = [
					planTotals(debts, terms),
					planTotals(debts, withMore(terms, cents(more)))
				];
				const said = plain(moreSentence(cents(more), planDifference(then, now), usd));
				expect(said).not.toMatch(NONSENSE);
				const less = /, (\$[\d.,]*\d) (less|more)$/.exec(said);
				const time = /: (?:.* )?(sooner|later|the same month),/.exec(said);
				if (time) {
					const sooner = planDifference(then, now);
					const months = sooner.kind === 'both end' ? sooner.monthsSooner : NaN;
					expect(time[1]).toBe(months === 0 ? 'the same month' : months > 0 ? 'sooner' : 'later');
				}
				if (less)
					expect(money(less[1]) * (less[2] === 'less' ? 1 : -1)).toBe(
						now.totalInterest - then.totalInterest
					);
				else if (then.ending.status === 'cleared') expect(now.ending.status).not.toBe('cleared');
			}),
			{ numRuns: runs(300) }
		);
	});

	it('is so of the cheapest order', () => {
		fc.assert(
			fc.property(household(monthly, 4), plans, (debts, terms) => {
				let best: OrderSearch | null;
				const search = searchOrders(debts, terms);
				for (let step = search.next(); ; step = search.next()) {
					best = step.value;
					if (step.done) break;
				}
				const own = planTotals(debts, terms);
				const ranked = planTotals(debts, { ...terms, order: 'rate' });
				const all = plain(searchSentence(best, 'at its end', own, ranked, usd));
				const still =
					/ Highest rate first, ranked anew each month, costs (\$[\d.,]*\d) less still\.$/;
				const less = still.exec(all);
				const said = all.replace(still, '');
				if (less && best) expect(money(less[1])).toBe(best.interest - ranked.totalInterest);
				expect(said).not.toMatch(NONSENSE);
				if (!best) {
					expect(said).toBe('With this budget, no fixed order ever pays off these debts.');
					return;
				}
				const costs = /costs? (\$[\d.,]*\d|nothing)(?: in interest|;|\.)/.exec(
					said.replace(/ranked anew.*that costs/, 'costs')
				);
				expect(costs?.[1] === 'nothing' ? 0 : money(costs?.[1])).toBe(best.interest);
				const apart = /(\$[\d.,]*\d) (more|cheaper)/.exec(said);
				const found = planTotals(debts, { ...terms, order: 'listed', listed: best.ids });
				expect(found.totalInterest).toBe(best.interest);
				if (apart) {
					expect(money(apart[1]) * (apart[2] === 'more' ? 1 : -1)).toBe(
						own.totalInterest - best.interest
					);
				} else if (/never paid off/.test(said)) expect(own.ending.status).not.toBe('cleared');
				else expect(own.totalInterest).toBe(best.interest);
			}),
			{ numRuns: runs(40) }
		);
	});

	it('is so of a plan under strain, and of the least money that carries it', () => {
		const strains: fc.Arbitrary<Strain> = fc.oneof(
			fc.constantFrom<Strain>(
				{ kind: 'less money' },
				{ kind: 'missed months' },
				{ kind: 'higher rates' }
			),
			fc.record({
				kind: fc.constant('a bill' as const),
				amount: fc.integer({ min: 1, max: 90_000 }).map(cents),
				month: fc.integer({ min: 1, max: 9 })
			})
		);
		fc.assert(
			fc.property(household(monthly, 3), plans, strains, (debts, terms, strain) => {
				const calm = unstrained(debts, terms);
				const under = strained(debts, terms, strain);
				if (!under) return;
				const line = sureLine(under, calm.totals, usd);
				expect(Object.values(line).join(' | ')).not.toMatch(NONSENSE);
				const { ending, totalCost } = under.totals;
				expect(line.cost === '—' ? null : money(line.cost)).toBe(
					ending.status === 'cleared' ? totalCost : null
				);
				if (under.least === null) return;
				const checked = leastChecked(debts, terms, strain, under.least);
				const [withIt, withLess] = leastWorking(checked, usd).sources.map(({ text }) => text);
				expect(
					Number(/is paid off after (\d+) months?$/.exec(withIt ?? '')?.[1])
				).toBeLessThanOrEqual(60);
				const after = /is paid off after (\d+) months?$/.exec(withLess ?? '');
				if (after) expect(Number(after[1])).toBeGreaterThan(60);
			}),
			{ numRuns: runs(60) }
		);
	});
});

describe('what a working of a plan says', () => {
	it('comes to its result when it is computed as it is written', () => {
		let checked = 0;
		fc.assert(
			fc.property(anyDebts, plans, plans, (debts, one, other) => {
				const [plan, baseline] = [planOf(debts, one), planOf(debts, other)];
				const some = plan.kept[Math.floor(plan.months / 2)]?.month ?? 1;
				const names: PlanFigureName[] = [
					'totalInterest',
					'totalFees',
					'totalCost',
					'costPerUnit',
					'payoffDate',
					'firstGone',
					'moneyAtFirst',
					'moneyAtMost',
					'shortMonths',
					'interestLess',
					'costLess',
					'monthsSooner',
					...debts.map(({ id }) => ({ interestOf: id })),
					...(['fees', 'paid', 'interest', 'principal', 'closing', 'spent'] as const).map(
						(what) => ({ inMonth: some, what })
					),
					...FIGURES.map((apart) => ({ apart }))
				];
				for (const name of names) {
					const working = planWorkingOf({ plan, debts }, baseline, { of: 'plan', name });
					if (!working) continue;
					const { numbers, result, title, words, sources } = writePlanWorking(
						working,
						(id) => id,
						usd
					);
					expect(
						[title, words, result, ...sources.map(({ text }) => text)].join(' | ')
					).not.toMatch(/NaN|undefined|\b1 (months|payments)\b/);
					const value = numbers === null ? null : computed(numbers);
					if (value === null) continue;
					checked += 1;
					const is = Number(result.replaceAll(',', '').replace('−', '-').replace('+', ''));
					if (result === 'the same') expect(value.toNumber()).toBe(0);
					else expect([numbers, value.toDecimalPlaces(2, 4).toNumber()]).toEqual([numbers, is]);
				}
			}),
			{ numRuns: runs(60) }
		);
		expect(checked).toBeGreaterThan(ofWhich(300));
	});
});
