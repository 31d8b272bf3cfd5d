/** Who of a household pays how much: the parts of every month add up, whatever it is divided by. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addMonths, type CalendarDate } from '../../../src/lib/core/quantities/calendar';
import { cents } from '../../../src/lib/core/quantities/money';
import { percent } from '../../../src/lib/core/quantities/rate';
import {
	inEqualParts,
	ownDebts,
	paidIn,
	paidInAll,
	whoPays,
	type Payers,
	type Split
} from '../../../src/lib/core/plan/who-pays';
import { planOf } from '../../../src/lib/core/plan/walk';
import { constant, household, moneyPlans, monthly, simpleDebt } from '../../support/households';
import { ofWhich, runs } from '../../support/random';

const day = (text: string) => text as CalendarDate;
const PEOPLE = ['ana', 'bo', 'cy', 'di'];
const owner = fc.constantFrom<string | null>(null, ...PEOPLE, 'gone');
const item = fc.record({
	amount: fc.integer({ min: 0, max: 300_000 }).map(cents),
	perYear: fc.constantFrom(12 as const, 26 as const, 52 as const, 1 as const),
	from: fc.constantFrom('2027-01-08', '2027-03-31', '2028-01-01').map(day),
	until: fc.constantFrom(null, day('2027-09-30'))
});
const split: fc.Arbitrary<Split> = fc.oneof(
	fc.constant({ by: 'income' as const }),
	fc.constant({ by: 'debts' as const }),
	fc
		.array(
			fc.record({
				person: fc.constantFrom(...PEOPLE),
				percent: fc.integer({ min: 0, max: 1_000_000 }).map(percent)
			}),
			{ maxLength: 4 }
		)
		.map((parts) => ({ by: 'parts' as const, parts }))
);
const payers = (people: readonly string[]): fc.Arbitrary<Payers> =>
	fc.record({
		people: fc.constant(people),
		income: fc.array(fc.record({ item, owner }), { maxLength: 4 }),
		owners: fc.array(owner, { minLength: 6, maxLength: 6 })
	});

describe('who pays how much of a plan', () => {
	it('starts parts that are named at equal ones, within a cent of each other', () => {
		fc.assert(
			fc.property(
				fc.tuple(household(monthly, 4), moneyPlans),
				fc.integer({ min: 1, max: PEOPLE.length }),
				([debts, terms], count) => {
					const people = PEOPLE.slice(0, count);
					const nothing: Payers = { people, income: [], owners: [] };
					const plan = planOf(debts, terms);
					for (const { parts } of whoPays(
						plan,
						nothing,
						inEqualParts(people),
						() => plan.firstMonth
					))
						expect(Math.max(...parts) - Math.min(...parts)).toBeLessThanOrEqual(1);
				}
			),
			{ numRuns: runs(50) }
		);
	});

	it('adds up to the month, to the cent, and nobody pays less than nothing', () => {
		let several = 0;
		fc.assert(
			fc.property(
				fc.tuple(household(monthly, 4), moneyPlans),
				fc.integer({ min: 1, max: 4 }).chain((count) => payers(PEOPLE.slice(0, count))),
				split,
				([debts, terms], who, by) => {
					const plan = planOf(debts, terms);
					const months = whoPays(plan, who, by, (month) => addMonths(plan.firstMonth, month - 1));
					expect(months).toHaveLength(plan.kept.length);
					for (const [at, { parts, total }] of months.entries()) {
						const month = plan.kept[at];
						if (!month) throw new Error('a month');
						expect(total).toBe(paidIn(month));
						expect(parts).toHaveLength(who.people.length);
						expect(parts.every((part) => part >= 0)).toBe(true);
						expect(parts.reduce((sum, part) => sum + part, 0)).toBe(total);
						if (parts.filter((part) => part > 0).length > 1) several += 1;
					}
					const all = paidInAll(months, who.people.length);
					expect(all.reduce((sum, part) => sum + part, 0)).toBe(
						months.reduce((sum, { total }) => sum + total, 0)
					);
				}
			),
			{ numRuns: runs(60) }
		);
		expect(several).toBeGreaterThan(ofWhich(100));
	});

	const debts = [
		simpleDebt('a', 120_000, 0),
		simpleDebt('b', 60_000, 0),
		simpleDebt('c', 90_001, 0)
	];
	const plan = planOf(debts, constant(30_001));
	const both: Payers = {
		people: ['ana', 'bo'],
		income: [
			{
				item: { amount: cents(200_000), perYear: 12, from: day('2027-01-01'), until: null },
				owner: 'ana'
			},
			{
				item: { amount: cents(50_000), perYear: 12, from: day('2027-01-01'), until: null },
				owner: null
			}
		],
		owners: ['ana', 'bo', null]
	};
	const divided = (by: Split) => whoPays(plan, both, by, () => plan.firstMonth);

	it('is each one’s own debts and an equal part of the joint ones, where nothing else is paid', () => {
		for (const [at, { parts }] of divided({ by: 'debts' }).entries()) {
			const paid = (index: number) =>
				plan.kept[at]?.shares.find((share) => share.index === index)?.paid ?? 0;
			const [joint, odd] = [Math.floor(paid(2) / 2), paid(2) % 2];
			// The odd cent of a joint debt goes to whoever comes first.
			expect(parts).toEqual([paid(0) + joint + odd, paid(1) + joint]);
		}
	});

	it('is in proportion to income, joint income in equal parts; without any it is in equal parts', () => {
		const [first] = divided({ by: 'income' });
		// 200,000 and half of 50,000 beside half of 50,000: nine parts to one.
		expect(first?.parts).toEqual([27_001, 3_000]);
		const without = { ...both, income: [] };
		const [equal] = whoPays(plan, without, { by: 'income' }, () => plan.firstMonth);
		expect(equal?.parts).toEqual([15_001, 15_000]);
	});

	it('is in the parts that were named, which need not be a hundred', () => {
		const [first] = divided({ by: 'parts', parts: [{ person: 'bo', percent: percent(200_000) }] });
		expect(first?.parts).toEqual([0, 30_001]);
		const [parted] = divided({
			by: 'parts',
			parts: [
				{ person: 'bo', percent: percent(200_000) },
				{ person: 'ana', percent: percent(100_000) }
			]
		});
		expect(parted?.parts).toEqual([10_000, 20_001]);
	});

	it('tells what becomes of one person’s debts', () => {
		expect(ownDebts(plan, (index) => index === 1)).toMatchObject({
			count: 1,
			starting: 60_000,
			interest: 0
		});
		const never = planOf([simpleDebt('a', 900_000, 299_900)], constant(5_000));
		expect(ownDebts(never, () => true).ends).toBeNull();
		expect(ownDebts(plan, () => false)).toEqual({ count: 0, starting: 0, interest: 0, ends: null });
	});
});
