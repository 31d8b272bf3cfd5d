/** Debts of several balances, deferred interest and late payments: what must hold of any of them. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { deadlineFor } from '../../../src/lib/core/debt/deadline';
import { recordOf } from '../../../src/lib/core/debt/record';
import {
	balancesIn,
	owedAfter,
	rowAt,
	run,
	runTotals,
	unroundedAt
} from '../../../src/lib/core/debt/run';
import { afterInterest } from '../../../src/lib/core/debt/rules/all-rules';
import type { DebtTerms } from '../../../src/lib/core/debt/terms';
import { cents } from '../../../src/lib/core/quantities/money';
import { cardTerms, changingTerms, termsDrawn } from '../../support/households';
import { ofWhich, runs } from '../../support/random';

const OFTEN = [52, 26, 12, 4, 1] as const;
const cards = cardTerms(fc.constantFrom(...OFTEN));

const sum = <T>(items: readonly T[], of: (item: T) => number) =>
	items.reduce((total, item) => total + of(item), 0);

describe('a debt of several balances', () => {
	it('owes, bears, and is paid what its balances are together, in every period', () => {
		let deferred = 0;
		fc.assert(
			fc.property(cards, (terms) => {
				const carried = run(terms);
				for (let k = carried.firstRow; k <= carried.periods; k += 1) {
					const row = unroundedAt(carried, k);
					const balances = balancesIn(carried, k);
					expect(balances).toHaveLength(terms.balances?.length ?? 0);
					for (const figure of ['charges', 'interest', 'paid', 'closing'] as const) {
						expect(sum(balances, (balance) => balance[figure])).toBe(row[figure]);
					}
					for (const { closing, accrued, paid } of balances) {
						expect(Math.min(closing, accrued, paid)).toBeGreaterThanOrEqual(0);
					}
				}
				const { starting, totalCharges, totalInterest, totalPaid, closing } = carried;
				expect(starting + totalCharges + totalInterest).toBe(totalPaid + closing);
				if (carried.deferredCharged + carried.deferredWaived > 0) deferred += 1;
			}),
			{ numRuns: runs(300) }
		);
		expect(deferred).toBeGreaterThan(ofWhich(60));
	});

	it('charges, waives or still defers all that has accrued', () => {
		const accruing = cards.filter(({ balances }) => balances?.some((one) => one.deferred) ?? false);
		fc.assert(
			fc.property(accruing, (terms) => {
				const carried = run(terms);
				const start = sum(terms.balances ?? [], ({ deferred }) => deferred?.accrued ?? 0);
				const left = sum(balancesIn(carried, carried.periods), ({ accrued }) => accrued);
				const charged = Array.from({ length: carried.periods - carried.firstRow + 1 }, (_, at) =>
					sum(balancesIn(carried, carried.firstRow + at), (balance) => balance.deferredCharged)
				);
				expect(sum(charged, (amount) => amount)).toBe(carried.deferredCharged);
				expect(carried.deferredCharged + carried.deferredWaived + left).toBeGreaterThanOrEqual(
					start
				);
			}),
			{ numRuns: runs(200) }
		);
	});

	it('of one balance is the debt without it, row by row', () => {
		const plain = fc.oneof(changingTerms, termsDrawn(fc.constantFrom(...OFTEN)));
		fc.assert(
			fc.property(plain, ({ rateChanges = [], ...terms }) => {
				const { annual } = terms.rate;
				const balances = [{ id: 'all', opening: terms.opening, annual, rateChanges }];
				// A level rule goes by the debt's own rate, and is refused where there are several.
				const rules = [terms.payment, ...(terms.paymentChanges ?? []).map(({ rule }) => rule)];
				fc.pre(rules.every((rule) => afterInterest(rule).kind !== 'level'));
				const alone = run({ ...terms, rateChanges });
				const together = run({ ...terms, balances });
				expect(together.ending).toEqual(alone.ending);
				for (let k = alone.firstRow; k <= alone.periods; k += 1) {
					expect(rowAt(together, k)).toEqual(rowAt(alone, k));
				}
			}),
			{ numRuns: runs(300) }
		);
	});

	it('costs no more where more is paid, the highest rate first, but for a cent a period and balance', () => {
		const amounts = fc.tuple(
			fc.integer({ min: 2_000, max: 60_000 }),
			fc.integer({ min: 1, max: 20_000 })
		);
		let compared = 0;
		fc.assert(
			fc.property(
				cards,
				amounts,
				({ late: _, skips: __, balances = [], ...terms }, [less, more]) => {
					const paying = (amount: number) =>
						runTotals({
							...terms,
							balances: balances.map(({ deferred: ___, ...balance }) => balance),
							allocation: { minimum: 'highest', excess: 'highest' },
							payment: { kind: 'fixed', amount: cents(amount) }
						});
					const [slower, quicker] = [paying(less), paying(less + more)];
					if (slower.ending.status !== 'cleared') return;
					const cent = slower.periods * balances.length;
					expect(quicker.totalInterest).toBeLessThanOrEqual(slower.totalInterest + cent);
					compared += 1;
				}
			),
			{ numRuns: runs(300) }
		);
		expect(compared).toBeGreaterThan(ofWhich(100));
	});

	it('has the figures of the row where a period is opened again', () => {
		fc.assert(
			fc.property(cards, fc.nat(), (terms, place) => {
				const carried = run(terms);
				const k = 1 + (place % carried.periods);
				const { opening, closing, charges, interest } = unroundedAt(carried, k);
				expect(recordOf(terms, carried, k)).toMatchObject({ opening, closing, charges, interest });
			}),
			{ numRuns: runs(150) }
		);
	});
});

describe('a deadline', () => {
	it('is kept by the amount that is asked for, and missed by a cent less', () => {
		let needed = 0;
		let none = 0;
		fc.assert(
			fc.property(cards, (terms) => {
				const answer = deadlineFor(terms);
				if (answer === null) {
					none += 1;
					return;
				}
				expect(answer.run.deferredCharged).toBe(0);
				expect(answer.avoided).toBe(runTotals(terms).deferredCharged);
				if (answer.oneLessRun === null) return;
				needed += 1;
				expect(answer.oneLessRun.deferredCharged).toBeGreaterThan(0);
				const again = runTotals({ ...terms, atLeast: answer.atLeast });
				expect(again.deferredCharged).toBe(0);
			}),
			{ numRuns: runs(150) }
		);
		expect(needed).toBeGreaterThan(ofWhich(20));
		expect(none).toBeGreaterThan(ofWhich(10));
	});

	it('is none where nothing on the debt defers', () => {
		fc.assert(
			fc.property(termsDrawn(fc.constant(12)), (terms) => {
				expect(deadlineFor(terms)).toBeNull();
			}),
			{ numRuns: runs(20) }
		);
	});
});

describe('late payments', () => {
	/** What is past due after each period, as section 14 counts it, by a second way: a list of lacking cents. */
	it('are those below the minimum, each with a fee in the next period', () => {
		let late = 0;
		fc.assert(
			fc.property(cards, (terms) => {
				const carried = run(terms);
				if (terms.late === undefined) {
					expect(carried.missed).toEqual([]);
					return;
				}
				for (const k of carried.missed) {
					const record = recordOf(terms, carried, k);
					expect(record.paid).toBeLessThan(record.minimumAlone);
					if (k === carried.periods) continue;
					const next = recordOf(terms, carried, k + 1);
					const most = Math.max(terms.late.fee, terms.late.feeAgain ?? 0);
					const own = sum(terms.charges, ({ fee, from, every, amount }) =>
						fee && (k + 1 - from) % (every ?? Infinity) === 0 && k + 1 >= from ? amount : 0
					);
					expect(next.fees - own).toBeLessThanOrEqual(Math.min(most, record.minimum));
					if (terms.late.fee > 0 && record.minimum > 0) expect(next.fees - own).toBeGreaterThan(0);
				}
				if (carried.missed.length > 0) late += 1;
			}),
			{ numRuns: runs(120) }
		);
		expect(late).toBeGreaterThan(ofWhich(20));
	});

	it('cost nothing where the minimum is always paid', () => {
		fc.assert(
			fc.property(cards, ({ skips: _, late, ...terms }) => {
				fc.pre(late !== undefined && terms.payment.kind === 'minimum');
				const { standing: __, ...clean } = late ?? { fee: cents(0) };
				const carried = run({ ...terms, late: clean });
				expect(carried.missed).toEqual([]);
				expect(carried.totalPaid).toBe(run(terms).totalPaid);
			}),
			{ numRuns: runs(100) }
		);
	});

	it('before the first are past due in it, and what is more than is owed is dropped', () => {
		const missed = (k: number, lacking: number) => ({ k, lacking: cents(lacking) });
		const standing = {
			missed: [missed(-1, 3_000), missed(0, 4_000)],
			feeDue: cents(3_000),
			onTime: 0
		};
		const terms: DebtTerms = {
			opening: cents(100_000),
			rate: { basis: 'nominal', annual: 120_000 as never },
			paymentsPerYear: 12,
			firstDue: '2027-01-15' as never,
			payment: {
				kind: 'minimum',
				percent: 0 as never,
				of: 'statement',
				plusInterest: false,
				plusFees: false,
				roundUpTo: cents(0),
				floor: cents(5_000)
			},
			clearBelow: cents(0),
			extras: [],
			charges: [],
			late: { fee: cents(3_000), standing }
		};
		const carried = run(terms);
		// 50.00 and what is past due, 70.00; the fee of 30.00 is charged, and bears interest.
		expect(rowAt(carried, 1)).toMatchObject({ charges: 3_000, interest: 1_030, paid: 12_000 });
		expect(rowAt(carried, 2)).toMatchObject({ charges: 0, paid: 5_000 });
		expect(carried).toMatchObject({ missed: [], lateFees: 3_000 });
		const small = run({ ...terms, opening: cents(2_500) });
		// At most 25.00 is past due, of what was missed last.
		expect(rowAt(small, 1)?.paid).toBe(2_500 + 3_000 + 55);
	});

	it('that never end are told before a hundred years, with what is owed then', () => {
		const terms: DebtTerms = {
			opening: cents(278_416),
			rate: { basis: 'nominal', annual: 229_000 as never },
			paymentsPerYear: 12,
			firstDue: '2027-01-15' as never,
			payment: { kind: 'fixed', amount: cents(2_000) },
			required: {
				percent: 10_000 as never,
				of: 'statement',
				plusInterest: true,
				plusFees: true,
				roundUpTo: cents(100),
				floor: cents(2_500)
			},
			clearBelow: cents(0),
			extras: [],
			charges: [],
			late: { fee: cents(3_000), penalty: 299_900 as never }
		};
		const carried = run(terms);
		expect(carried.ending.status).toBe('never');
		expect(carried.periods).toBeLessThan(30);
		expect(owedAfter(carried, carried.periods)).toBe(carried.closing);
	});
});
