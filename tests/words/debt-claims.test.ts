/** Sentences about random debts and plans: what each claims is looked up in the run or the plan that it is about. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type CalendarDate } from '../../src/lib/core/quantities/calendar';
import { difference } from '../../src/lib/core/debt/difference';
import { cents } from '../../src/lib/core/quantities/money';
import { dateOfPeriod, owedAfter, rowAt, type Run } from '../../src/lib/core/debt/run';
import { periodsFor } from '../../src/lib/core/debt/solve';
import {
	carryOut,
	measured,
	termsNow,
	uncovered,
	type StatedDebt
} from '../../src/lib/core/debt/ways';
import { beforeSentence, uncoveredSentence, waySentence } from '../../src/lib/words/debt-answer';
import { statedDebt, type DebtEntry } from '../../src/lib/document/debt';
import { readMoney } from '../../src/lib/reading/money';
import { writeMoney } from '../../src/lib/reading/written';
import { timeAnswered } from '../../src/lib/words/questions';
import { plain } from '../../src/lib/messages/sentence';
import { amount, card, fixed, interestPlus, share } from '../support/debts';
import { ofWhich, runs } from '../support/random';
import { amountSaid as money, monthSaid as month, usd } from '../support/said';

const asOf = '2026-12-15' as CalendarDate;

const day = fc
	.record({ year: fc.integer({ min: 2027, max: 2031 }), month: fc.integer({ min: 1, max: 12 }) })
	.map(({ year, month: of }) => `${year}-${String(of).padStart(2, '0')}-15`);
const event = fc.oneof(
	fc.record({
		kind: fc.constant('extra'),
		date: day,
		amount: fc.integer({ min: 1, max: 90_000 }),
		perYear: fc.constantFrom(null, 1),
		until: fc.constant(null)
	}),
	fc.record({
		kind: fc.constant('charge'),
		date: day,
		amount: fc.integer({ min: 1, max: 150_000 }),
		perYear: fc.constantFrom(null, 1),
		until: fc.constant(null),
		fee: fc.boolean(),
		ofBalance: fc.constant(null)
	}),
	fc.record({ kind: fc.constant('skip'), date: day }),
	fc.record({
		kind: fc.constant('rate'),
		date: day,
		annual: fc.integer({ min: 0, max: 399_900 }),
		reamortize: fc.boolean(),
		ofBalance: fc.constant(null)
	}),
	fc.record({
		kind: fc.constant('payment'),
		date: day,
		amount: fc.option(fc.integer({ min: 0, max: 30_000 }))
	})
);
const debts = fc
	.record({
		balance: fc.integer({ min: 1, max: 900_000 }),
		annualRate: fc.integer({ min: 0, max: 399_900 }),
		required: fc.constantFrom(
			interestPlus(10_000, 2_500, 100),
			share(20_000),
			share(30_000, 2_500),
			share(20_000, 0, 100),
			amount(7_000)
		),
		pays: fc.constantFrom(
			{ kind: 'required' },
			{ kind: 'held' },
			fixed(5_000),
			fixed(9_000),
			fixed(40_000)
		),
		extra: fc.constantFrom(0, 0, 1_500),
		happens: fc.array(event, { maxLength: 3 })
	})
	.map(({ happens, ...fields }): StatedDebt => {
		const events = happens.map((item) => ({ id: crypto.randomUUID(), off: false, ...item }));
		const stated = statedDebt(card({ ...fields, events }) as unknown as DebtEntry, asOf);
		if (!stated) throw new Error('a debt that is complete');
		return stated;
	});

/** What a sentence says of a run, checked claim by claim. */
function expectTrue(said: string, run: Run): void {
	const closings = Array.from({ length: run.periods + 1 }, (_, k) => owedAfter(run, k));
	const monthOf = (k: number) => dateOfPeriod(run, k).slice(0, 7);
	const ends = /paid off in (\w+ \d{4}), after ([\d,]+) payments?/.exec(said);
	if (ends) {
		expect(run.ending.status).toBe('cleared');
		expect(month(ends[1])).toBe(monthOf(run.periods));
		expect(Number(ends[2]?.replaceAll(',', ''))).toBe(run.periods);
		expect(closings.at(-1)).toBe(0);
	}
	const costs = /it costs (\$[\d.,]*\d|nothing) in interest/.exec(said);
	if (costs) expect(costs[1] === 'nothing' ? 0 : money(costs[1])).toBe(run.totalInterest);
	const falls = /it falls to (\$[\d.,]*\d) by (\w+ \d{4})/.exec(said);
	if (falls) {
		const lowest = money(falls[1]);
		expect(run.starting).toBeGreaterThan(lowest);
		expect(Math.min(...closings)).toBe(lowest);
		expect(closings.some((owed, k) => owed === lowest && monthOf(k) === month(falls[2]))).toBe(
			true
		);
	}
	const stays = /after (\w+ \d{4}) it does not fall below (\$[\d.,]*\d)/.exec(said);
	if (stays) {
		const after = closings.filter((_, k) => monthOf(k) > month(stays[1]));
		expect(Math.min(...after)).toBeGreaterThanOrEqual(money(stays[2]));
	}
	const more = /the next payment leaves (\$[\d.,]*\d) more/.exec(said);
	if (more) {
		const steps = closings.slice(1).map((owed, k) => owed - (closings[k] ?? 0));
		expect(steps).toContain(money(more[1]));
	}
	const first =
		/the first payment leaves (\$[\d.,]*\d) more owed, and it does not come below (\$[\d.,]*\d) again/.exec(
			said
		);
	if (first) {
		expect((closings[1] ?? 0) - (closings[0] ?? 0)).toBe(money(first[1]));
		expect(Math.min(...closings)).toBe(money(first[2]));
	}
	if (/\bnever\b/.test(said.replace(/paying .*$/i, '')))
		expect(run.ending.status).not.toBe('cleared');
	expect(said).not.toMatch(/takes never|NaN|undefined|−|\b1 (months|payments|years)\b| {2}/);
}

describe('what is said of a debt', () => {
	it('is so: when it ends, what it costs, where it stalls, what it would fall to', () => {
		fc.assert(
			fc.property(debts, (debt) => {
				const required = carryOut(debt, { kind: 'required' });
				for (const kind of ['paid', 'required', 'held'] as const) {
					const carried = carryOut(debt, { kind });
					const against = measured(carried, required);
					const said = plain(waySentence(debt, against, 'paying the minimum', usd));
					expectTrue(said, carried.run);
					const sooner = /, (.*) (sooner|later) (and|but) (\$[\d.,]*\d) (less|more) than/.exec(
						said
					);
					if (sooner && against.against.kind === 'both end') {
						const { interestLess, monthsSooner } = against.against;
						expect(money(sooner[4]) * (sooner[5] === 'less' ? 1 : -1)).toBe(interestLess);
						expect(sooner[2] === 'sooner').toBe(monthsSooner > 0);
					}
					const before = plain(
						beforeSentence(debt, carried, difference(required.run, carried.run), usd)
					);
					expect(before).not.toMatch(/NaN|undefined/);
				}
			}),
			{ numRuns: runs(800) }
		);
	});

	it('is so of the minimum that is more than what is paid: it is, then, and no cent less would cover it', () => {
		let found = 0;
		fc.assert(
			fc.property(debts, (debt) => {
				const short = uncovered(debt);
				if (!short) return;
				found += 1;
				const said = plain(uncoveredSentence(short, usd));
				const [, when, asks, pays] =
					/^In (\w+ \d{4}) the minimum is (\$[\d.,]*\d), more than the (\$[\d.,]*\d) being paid/.exec(
						said
					) ?? [];
				expect(money(asks)).toBeGreaterThan(money(pays));
				const { run } = carryOut(debt, { kind: 'paid' });
				const k = Array.from({ length: run.periods }, (_, at) => at + 1).find(
					(at) =>
						dateOfPeriod(run, at).slice(0, 7) === month(when) &&
						rowAt(run, at)?.scheduled === money(pays)
				);
				expect(k).toBeDefined();
				if (short.covers === null) return;
				const paying = (cash: number): StatedDebt => ({
					...debt,
					pays: { kind: 'fixed', amount: cents(cash), paymentsPerYear: null }
				});
				const isShort = (cash: number) => {
					const later = uncovered(paying(cash));
					return later !== null;
				};
				expect(isShort(short.covers)).toBe(false);
			}),
			{ numRuns: runs(800) }
		);
		expect(found).toBeGreaterThan(ofWhich(10));
	});

	it('is so of how long a payment takes', () => {
		fc.assert(
			fc.property(debts, fc.integer({ min: 1, max: 60_000 }), (debt, payment) => {
				const answer = periodsFor(termsNow(debt), cents(payment));
				const { blank, endless } = timeAnswered(answer, cents(payment), usd);
				expect(endless === true).toBe(answer.run.ending.status !== 'cleared');
				if (endless) expect(blank).toMatch(/^is (never paid off|not paid off within 100 years)$/);
				else
					expect(blank).toMatch(
						new RegExp(`^${answer.run.periods.toLocaleString('en')} payments?, to `)
					);
			})
		);
	});
});

it('amounts are read back as they are written, for these tests and everywhere', () => {
	fc.assert(
		fc.property(fc.integer({ min: 0, max: 99_999_999_999 }), (cash) => {
			const written = writeMoney(cents(cash), usd);
			expect(money(written)).toBe(cash);
			expect(readMoney(written, usd)).toEqual({ ok: true, value: cash });
		})
	);
});
