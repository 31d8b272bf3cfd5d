import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	DRIFT_PARTS,
	expectedOn,
	forecastOf,
	intervalsOf,
	type DatedAmount,
	type Forecast,
	type Life
} from '../../../src/lib/core/plan/progress';
import { planOf } from '../../../src/lib/core/plan/walk';
import {
	addDays,
	dueDate,
	FREQUENCIES,
	type CalendarDate
} from '../../../src/lib/core/quantities/calendar';
import { cents, type Cents } from '../../../src/lib/core/quantities/money';
import { household, plans, termsDrawn, total } from '../../support/households';
import { ofWhich, runs } from '../../support/random';

const anyOften = termsDrawn(fc.constantFrom(...FREQUENCIES));
const drawn = fc.tuple(household(anyOften, 3), plans);

/** What a plan of such a household expects of each of its debts. */
function forecastsOf([debts, terms]: typeof drawn extends fc.Arbitrary<infer T> ? T : never) {
	const plan = planOf(debts, terms);
	return debts.map((_, index) => ({ forecast: forecastOf(debts, plan, index), plan, index }));
}
const startOf = ({ terms }: Forecast) =>
	terms.asOf ?? dueDate(terms.firstDue, 0, terms.paymentsPerYear);

/** A life that goes as it was expected, read on the days of some periods. */
function asExpected({ periods, terms }: Forecast, every: number): Life {
	const readings = periods
		.filter(({ k }) => k % every === 0 || k === periods.length)
		.map(({ date, closing }) => ({ date, balance: closing }));
	const charges = periods.flatMap(({ charges: amount, k }): DatedAmount[] =>
		amount > 0
			? [{ date: addDays(dueDate(terms.firstDue, k - 1, terms.paymentsPerYear), 1), amount }]
			: []
	);
	const payments = periods.flatMap(({ date, paid }) => (paid > 0 ? [{ date, amount: paid }] : []));
	return { readings, payments, charges };
}

/** Anything that may happen to a debt within two years. */
const lives = fc.record({
	readings: fc.uniqueArray(fc.integer({ min: 3, max: 720 }), { minLength: 1, maxLength: 6 }),
	balances: fc.array(fc.integer({ min: 0, max: 900_000 }), { minLength: 6, maxLength: 6 }),
	printed: fc.array(fc.option(fc.integer({ min: 0, max: 20_000 })), { minLength: 6, maxLength: 6 }),
	payments: fc.array(
		fc.tuple(fc.integer({ min: 1, max: 720 }), fc.integer({ min: 1, max: 50_000 })),
		{
			maxLength: 12
		}
	),
	charges: fc.array(
		fc.tuple(fc.integer({ min: 1, max: 720 }), fc.integer({ min: 1, max: 50_000 })),
		{
			maxLength: 6
		}
	)
});

function lifeOf(
	forecast: Forecast,
	drawn: typeof lives extends fc.Arbitrary<infer T> ? T : never
): Life {
	const day = (after: number) => addDays(startOf(forecast), after);
	const dated = (list: readonly (readonly [number, number])[]) =>
		[...list]
			.sort(([a], [b]) => a - b)
			.map(([after, amount]) => ({ date: day(after), amount: cents(amount) }));
	const readings = [...drawn.readings]
		.sort((a, b) => a - b)
		.map((after, at) => {
			const interest = drawn.printed[at];
			const balance = cents(drawn.balances[at] ?? 0);
			return {
				date: day(after),
				balance,
				...(interest === undefined || interest === null ? {} : { interest: cents(interest) })
			};
		});
	return { readings, payments: dated(drawn.payments), charges: dated(drawn.charges) };
}

/** The same life with an entry of zero on these days and on that of the last reading: nothing is inferred. */
function withPaymentsOn(days: readonly CalendarDate[], life: Life): Life {
	const { readings, payments } = life;
	const entered = [...days, ...readings.slice(-1).map(({ date }) => date)];
	const zero = entered.map((date) => ({ date, amount: cents(0) }));
	const all = [...payments, ...zero].sort((a, b) => (a.date < b.date ? -1 : 1));
	return { ...life, payments: all };
}

describe('a forecast', () => {
	it('has what the plan has of each debt, period by period', () => {
		fc.assert(
			fc.property(drawn, (of) => {
				for (const { forecast, plan, index } of forecastsOf(of)) {
					const { periods } = forecast;
					const totals = plan.debts[index];
					expect(total(periods.map(({ paid }) => paid))).toBe(totals?.paid);
					expect(total(periods.map(({ interest }) => interest))).toBe(totals?.interest);
					expect(total(periods.map(({ charges }) => charges))).toBe(totals?.charges);
					expect(periods.at(-1)?.closing ?? forecast.terms.opening).toBe(totals?.closing);
				}
			}),
			{ numRuns: runs(60) }
		);
	});
});

describe('what really happened', () => {
	it('is nothing beside a life exactly as planned', () => {
		fc.assert(
			fc.property(drawn, fc.integer({ min: 1, max: 5 }), (of, every) => {
				for (const { forecast } of forecastsOf(of)) {
					for (const { parts, gap } of intervalsOf(forecast, asExpected(forecast, every))) {
						expect([gap, ...DRIFT_PARTS.map((part) => parts[part])]).toEqual([0, 0, 0, 0, 0, 0]);
					}
				}
			}),
			{ numRuns: runs(60) }
		);
	});

	it('is told by parts that add up to the distance, to the cent', () => {
		fc.assert(
			fc.property(drawn, lives, (of, life) => {
				for (const { forecast } of forecastsOf(of)) {
					let before = 0;
					for (const { gap, parts, date, forecast: expected } of intervalsOf(
						forecast,
						lifeOf(forecast, life)
					)) {
						expect(before + total(DRIFT_PARTS.map((part) => parts[part]))).toBe(gap);
						expect(expected).toBe(expectedOn(forecast, date));
						before = gap;
					}
				}
			}),
			{ numRuns: runs(100) }
		);
	});

	it('infers what was paid where no payment is entered, and leaves nothing unexplained by it', () => {
		let inferred = 0;
		fc.assert(
			fc.property(drawn, lives, (of, any) => {
				for (const { forecast } of forecastsOf(of)) {
					const life = { ...lifeOf(forecast, any), payments: [] };
					for (const interval of intervalsOf(forecast, life)) {
						expect(interval.inferred).toBe(true);
						expect(interval.paid).toBeGreaterThanOrEqual(0);
						if (interval.paid === 0) continue;
						inferred += 1;
						expect(interval.parts.unexplained).toBe(0);
					}
					const nothing = life.readings.map(({ date }) => ({ date, amount: cents(0) }));
					for (const interval of intervalsOf(forecast, { ...life, payments: nothing })) {
						expect([interval.inferred, interval.paid]).toEqual([false, 0]);
					}
				}
			}),
			{ numRuns: runs(60) }
		);
		expect(inferred).toBeGreaterThan(ofWhich(50));
	});

	it('comes to the same sums where it is read once more in between, on a due date, as it truly was', () => {
		let split = 0;
		fc.assert(
			fc.property(drawn, lives, fc.integer({ min: 1, max: 20 }), (of, any, at) => {
				for (const { forecast } of forecastsOf(of)) {
					const { terms, periods } = forecast;
					const between = dueDate(terms.firstDue, at, terms.paymentsPerYear);
					const life = withPaymentsOn(
						[between],
						lifeOf(forecast, { ...any, printed: any.printed.map(() => null) })
					);
					const last = life.readings.at(-1);
					if (!last || last.date <= between || periods.length === 0) continue;
					const [whole] = intervalsOf(forecast, { ...life, readings: [last] });
					// What was owed on that day, by the interest that the specification has for it.
					const [until] = intervalsOf(forecast, {
						...life,
						readings: [{ date: between, balance: 0 as Cents }]
					});
					if (!whole || !until) continue;
					const truly = terms.opening + until.interest + until.charges - until.paid;
					const parts = intervalsOf(forecast, {
						...life,
						readings: [{ date: between, balance: truly as Cents }, last]
					});
					split += 1;
					expect(parts[0]?.parts.unexplained).toBe(0);
					for (const part of DRIFT_PARTS) {
						expect(total(parts.map((one) => one.parts[part]))).toBe(whole.parts[part]);
					}
				}
			}),
			{ numRuns: runs(90) }
		);
		expect(split).toBeGreaterThan(ofWhich(30));
	});
});
