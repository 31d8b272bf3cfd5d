import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { describe, expect, it } from 'vitest';
import {
	addMonths,
	calendarDate,
	dayNumber,
	dueAnchor,
	dueDate,
	dueDay,
	FREQUENCIES,
	isCalendarDate,
	leapDaysBefore,
	monthsBetween,
	type CalendarDate
} from '../../../src/lib/core/quantities/calendar';

const day = (text: string) => text as CalendarDate;

describe('due dates', () => {
	it('fall on the last day of a short month, and the anchor day returns', () => {
		const due = [1, 2, 3, 4, 5].map((k) => dueDate(day('2027-01-31'), k));
		expect(due).toEqual(['2027-01-31', '2027-02-28', '2027-03-31', '2027-04-30', '2027-05-31']);
		expect(dueDate(day('2028-02-29'), 13)).toBe('2029-02-28');
		expect(dueDate(day('2028-02-29'), 49)).toBe('2032-02-29');
	});

	it('are the same days as numbers, with the leap days between them counted', () => {
		const firsts = fc.date({
			min: new Date('1990-01-01T00:00:00Z'),
			max: new Date('2199-12-31T00:00:00Z'),
			noInvalidDate: true
		});
		const frequencies = fc.constantFrom(...FREQUENCIES);
		fc.assert(
			fc.property(firsts, frequencies, fc.integer({ min: 0, max: 700 }), (date, often, k) => {
				const first = day(date.toISOString().slice(0, 10));
				const number = dueDay(dueAnchor(first, often), k);
				expect(number).toBe(dayNumber(dueDate(first, k, often)));
				const until = dueDay(dueAnchor(first, often), k + 1);
				const inLeapYears = Array.from({ length: until - number }, (_, passed) =>
					Temporal.PlainDate.from('1970-01-01').add({ days: number + passed })
				).filter(({ inLeapYear }) => inLeapYear);
				expect(leapDaysBefore(until) - leapDaysBefore(number)).toBe(inLeapYears.length);
			})
		);
	});

	it('agree with a calendar library over centuries, forwards and back', () => {
		const dates = fc.date({
			min: new Date('1900-01-01T00:00:00Z'),
			max: new Date('2200-01-01T00:00:00Z'),
			noInvalidDate: true
		});
		fc.assert(
			fc.property(dates, fc.integer({ min: -1300, max: 1300 }), (date, months) => {
				const iso = day(date.toISOString().slice(0, 10));
				const expected = Temporal.PlainDate.from(iso).add({ months }).toString();
				expect(addMonths(iso, months)).toBe(expected);
				expect(monthsBetween(iso, addMonths(iso, months))).toBe(months);
			})
		);
	});
});

describe('dates', () => {
	it('exist or are refused', () => {
		expect(calendarDate({ year: 2027, month: 2, day: 29 })).toBeNull();
		expect(calendarDate({ year: 2028, month: 2, day: 29 })).toBe('2028-02-29');
		expect(calendarDate({ year: 2100, month: 2, day: 29 })).toBeNull();
		expect(isCalendarDate('2027-13-01')).toBe(false);
		expect(isCalendarDate('2027-1-1')).toBe(false);
		expect(isCalendarDate('2027-04-31')).toBe(false);
		expect(isCalendarDate('2027-04-30')).toBe(true);
	});
});
