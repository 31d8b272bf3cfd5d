/** Figures of cards with several balances explain themselves: each working comes to its figure by its own numbers. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { cents } from '../../../src/lib/core/quantities/money';
import { rowAt, run } from '../../../src/lib/core/debt/run';
import { workingOf } from '../../../src/lib/core/working/debt-working';
import { planWorkingOf } from '../../../src/lib/core/working/plan-working';
import { planOf } from '../../../src/lib/core/plan/walk';
import { writeWorking } from '../../../src/lib/words/debt-working';
import { cardTerms, required } from '../../support/households';
import { recomputed, valueOf } from '../../support/recomputed';
import { ofWhich, runs } from '../../support/random';
import { usd } from '../../support/said';

const NAMES = ['interest', 'scheduled', 'paid', 'closing', 'opening', 'principal'] as const;

const drawn = cardTerms(fc.constantFrom(52, 12, 4));
/** Cards, some of which pay at least an amount for some periods, or have something past due at the start. */
const cards = fc.oneof(
	drawn,
	drawn.map((terms) => ({ ...terms, atLeast: { amount: cents(15_000), until: 6 } })),
	drawn.map(({ late, ...terms }) => {
		const standing = {
			missed: [{ k: -1, lacking: cents(2_000) }],
			feeDue: cents(3_000),
			onTime: 0
		};
		return { ...terms, late: { fee: cents(3_000), ...late, standing } };
	})
);

it('is computed by its own numbers, and written', () => {
	const kinds = new Map<string, number>();
	fc.assert(
		fc.property(cards, fc.nat(), (terms, place) => {
			const carried = { terms, run: run(terms) };
			// What is past due is asked for in the first periods after a payment is missed.
			const k = 1 + (place % Math.min(6, carried.run.periods));
			const row = rowAt(carried.run, k);
			for (const name of NAMES) {
				const working = workingOf(carried, carried, { of: 'row', name, k });
				if (!working) throw new Error(`no working of ${name}`);
				expect(working.result).toMatchObject({ amount: row?.[name] });
				const { kind } = working.formula;
				kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
				const again = recomputed(working);
				const value = valueOf(working.result);
				// These are capped at the balance.
				if (kind === 'minimum' || kind === 'raised')
					expect(value).toBeLessThanOrEqual(Number(again));
				else if (again !== null) expect(again).toBe(value);
				const { words } = writeWorking(working, usd);
				expect(words.length).toBeGreaterThan(3);
			}
		}),
		{ numRuns: runs(300) }
	);
	for (const kind of ['interest by balance', 'allocated', 'raised'])
		expect(kinds.get(kind) ?? 0).toBeGreaterThan(ofWhich(5));
});

it('adds up, in a month of a plan, the interest of each balance', () => {
	let several = 0;
	fc.assert(
		fc.property(cardTerms(fc.constant(12)), (terms) => {
			const debts = [{ id: 'card', terms }];
			const plan = planOf(debts, required);
			const name = { inMonth: 1, ofDebt: 'card', what: 'interest' } as const;
			const working = planWorkingOf({ plan, debts }, plan, { of: 'plan', name });
			if (working?.kind !== 'interest of a month') return;
			for (const { byBalance, interest } of working.periods) {
				if (byBalance === null) continue;
				expect(byBalance.reduce((sum, one) => sum + one.interest, 0)).toBe(interest);
				several += 1;
			}
		}),
		{ numRuns: runs(60) }
	);
	expect(several).toBeGreaterThan(ofWhich(10));
});
