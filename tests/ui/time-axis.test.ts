import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayAtPixel, keptScale, pixelOf, timeTicks, toDay } from '../../src/lib/ui/time-axis';

const scale = { left: 60, right: 940, first: toDay('2026-12-15'), last: toDay('2056-12-15') };

describe('the time axis of a picture', () => {
	it('gives a day its place and a place its day', () => {
		expect(pixelOf(scale, scale.first)).toBe(60);
		expect(pixelOf(scale, scale.last)).toBe(940);
		fc.assert(
			fc.property(fc.integer({ min: scale.first, max: scale.last }), (day) => {
				expect(dayAtPixel(scale, pixelOf(scale, day))).toBeCloseTo(day, 6);
			})
		);
	});

	it('has labels at the turn of months or years, in order, and never more than can be read', () => {
		const spans = fc.record({
			first: fc.integer({ min: toDay('1990-01-01'), max: toDay('2060-01-01') }),
			length: fc.integer({ min: 31, max: 366 * 110 })
		});
		fc.assert(
			fc.property(spans, ({ first, length }) => {
				const ticks = timeTicks(first, first + length);
				expect(ticks.length).toBeLessThanOrEqual(15);
				for (const [index, { day, label }] of ticks.entries()) {
					expect(day).toBeGreaterThanOrEqual(first);
					expect(day).toBeLessThanOrEqual(first + length);
					expect(day).toBeGreaterThan(ticks[index - 1]?.day ?? -Infinity);
					const date = new Date(day * 86_400_000).toISOString();
					expect(date).toContain('-01T00:00');
					expect(label).toContain(date.slice(0, 4));
				}
			})
		);
		expect(timeTicks(toDay('2026-12-15'), toDay('2027-06-20')).map(({ label }) => label)).toEqual([
			'Jan 2027',
			'Feb 2027',
			'Mar 2027',
			'Apr 2027',
			'May 2027',
			'Jun 2027'
		]);
		expect(timeTicks(scale.first, scale.last).every(({ label }) => /^\d{4}$/.test(label))).toBe(
			true
		);
	});

	it('stays the same scale where nothing has moved', () => {
		expect(keptScale(scale, { ...scale })).toBe(scale);
		expect(keptScale(null, scale)).toBe(scale);
		const moved = { ...scale, last: scale.last + 1 };
		expect(keptScale(scale, moved)).toBe(moved);
	});
});
