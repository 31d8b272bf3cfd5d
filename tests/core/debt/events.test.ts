import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dueDate, FREQUENCIES, type CalendarDate } from '../../../src/lib/core/quantities/calendar';
import {
	dueNear,
	eventTerms,
	periodOn,
	repetitions,
	type DebtEvent
} from '../../../src/lib/core/debt/events';
import { cents } from '../../../src/lib/core/quantities/money';
import { percent } from '../../../src/lib/core/quantities/rate';

const day = (text: string) => text as CalendarDate;
const monthly = { firstDue: day('2027-01-31'), paymentsPerYear: 12 } as const;
const weekly = { firstDue: day('2027-01-04'), paymentsPerYear: 52 } as const;
const required = { kind: 'fixed', amount: cents(5_000) } as const;
const extra = (date: string, fields: object = {}): DebtEvent => ({
	kind: 'extra',
	id: date,
	date: day(date),
	amount: cents(100),
	perYear: null,
	until: null,
	...fields
});

describe('what happens on a date', () => {
	it('falls into its month where payments are monthly, and on the next due date where they are not', () => {
		expect(periodOn(monthly, day('2027-04-01'))).toBe(4);
		expect(periodOn(monthly, day('2027-04-30'))).toBe(4);
		expect(periodOn(monthly, day('2020-01-01'))).toBe(1);
		expect(periodOn(weekly, day('2027-01-05'))).toBe(2);
		expect(periodOn({ ...monthly, paymentsPerYear: 4 }, day('2027-02-10'))).toBe(2);
	});

	it('is in the period whose due date it is, at every frequency', () => {
		fc.assert(
			fc.property(
				fc.constantFrom(...FREQUENCIES),
				fc.integer({ min: 1, max: 300 }),
				(paymentsPerYear, k) => {
					const dates = { ...monthly, paymentsPerYear };
					const due = dueDate(dates.firstDue, k, paymentsPerYear);
					expect(periodOn(dates, due)).toBe(k);
					expect(dueNear(dates, due)).toBe(due);
					expect(dueNear(dates, due, 1)).toBe(dueDate(dates.firstDue, k + 1, paymentsPerYear));
				}
			)
		);
	});

	it('comes again as often as it says, until its last date', () => {
		const yearly = extra('2027-04-15', { perYear: 1, until: day('2029-04-01') });
		expect(eventTerms([yearly], monthly, required).extras).toEqual([
			{ from: 4, every: 12, until: 28, amount: 100 }
		]);
		expect(repetitions(yearly, monthly, day('2040-01-01'))).toEqual(['2028-04-30', '2029-04-30']);
		const endless = { ...yearly, until: null };
		expect(repetitions(endless, monthly, day('2030-04-30'))).toEqual([
			'2028-04-30',
			'2029-04-30',
			'2030-04-30'
		]);
		expect(eventTerms([extra('2027-03-01', { perYear: 12 })], weekly, required).extras).toEqual([
			{ from: 9, every: 4, amount: 100 }
		]);
		expect(repetitions(extra('2027-03-01'), weekly, day('2040-01-01'))).toEqual([]);
	});

	it('becomes the terms of a run, in the order of its dates', () => {
		const terms = eventTerms(
			[
				{ kind: 'payment', id: 'b', date: day('2028-01-31'), amount: null },
				{ kind: 'payment', id: 'a', date: day('2027-06-30'), amount: cents(9_000) },
				{ kind: 'skip', id: 'c', date: day('2027-03-31') },
				{
					kind: 'rate',
					id: 'd',
					date: day('2027-09-30'),
					annual: percent(249_000),
					reamortize: true,
					ofBalance: null
				},
				{
					kind: 'charge',
					id: 'e',
					date: day('2027-02-28'),
					amount: cents(4_500),
					perYear: null,
					until: null,
					fee: true,
					ofBalance: null
				}
			],
			monthly,
			required
		);
		expect(terms).toEqual({
			extras: [],
			charges: [{ from: 2, amount: 4_500, fee: true }],
			skips: [3],
			paymentChanges: [
				{ from: 6, rule: { kind: 'fixed', amount: 9_000 } },
				{ from: 13, rule: required }
			],
			rateChanges: [{ date: '2027-09-30', annual: 249_000, reamortize: true }]
		});
	});
});
