import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { LIMITS } from '../../src/lib/core/quantities/limits';
import { cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { readAsOf, readFirstDue } from '../../src/lib/document/days';
import { readCurrency } from '../../src/lib/reading/currencies';
import { readDate, readMonth } from '../../src/lib/reading/dates';
import { readMoney } from '../../src/lib/reading/money';
import { readLabel, readName } from '../../src/lib/reading/names';
import { readMinimumPercent, readRate } from '../../src/lib/reading/percentages';
import {
	writeAmount,
	writeDate,
	writeLongDate,
	writeMoney,
	writeMonth,
	writePercent,
	writeShortMonth
} from '../../src/lib/reading/written';
import { addThemes, DESK_LANGUAGES } from '../../src/lib/messages/message';
import esWritten from '../../src/lib/messages/es/written.json';
import { countOf } from '../../src/lib/words/amounts';
import type { Reading } from '../../src/lib/reading/reading';
import {
	DATE_ORDERS,
	NUMBER_STYLES,
	styleFor,
	USUAL_STYLE,
	type DateOrder,
	type NumberStyle
} from '../../src/lib/messages/style';
import { SCREEN, writingOf } from '../../src/lib/reading/writing';

const usd = writingOf({ currency: { code: 'USD', digits: 2 }, style: USUAL_STYLE });
const jpy = writingOf({ currency: { code: 'JPY', digits: 0 }, style: USUAL_STYLE });
const kwd = writingOf({ currency: { code: 'KWD', digits: 3 }, style: USUAL_STYLE });
const styled = (numbers: NumberStyle, dates: DateOrder = 'day') =>
	writingOf({ currency: usd.currency, style: { numbers, dates } });
const value = <T>(reading: Reading<T>) => (reading.ok ? reading.value : null);
const problem = <T>(reading: Reading<T>) =>
	reading.ok ? `read as ${String(reading.value)}` : `${reading.problem} ${reading.allowed}`;

addThemes('es', { written: esWritten });

describe('amounts', () => {
	it.each([
		['4,182.36', 418_236],
		['4182.36', 418_236],
		['$4182', 418_200],
		['$ 4,182.36', 418_236],
		['4182 USD', 418_200],
		['US$ 500', 50_000],
		['500 US$', 50_000],
		['usd 4,182.5', 418_250],
		['4 182,36', 418_236],
		['4.182,36', 418_236],
		['4’182.36', 418_236],
		['1,234,567.89', 123_456_789],
		['4,182', 418_200],
		['4182,3', 418_230],
		['.5', 50],
		['12.', 1_200],
		['0', 0],
		[' 0.01 ', 1],
		['12.5000', 1_250],
		['0.500', 50],
		['999,999,999.99', 99_999_999_999]
	])('reads %s', (typed, expected) => {
		expect(value(readMoney(typed, usd))).toBe(expected);
	});

	it('reads the marks and signs of another country where they have one reading', () => {
		const eur = { ...usd, currency: { code: 'EUR', digits: 2 } };
		expect(value(readMoney('€1.200,50', eur))).toBe(120_050);
		expect(value(readMoney('1.200,50 €', eur))).toBe(120_050);
		expect(problem(readMoney('CA$ 500', usd))).toContain('a different currency');
		expect(value(readMoney('CA$ 500', { ...usd, currency: { code: 'CAD', digits: 2 } }))).toBe(
			50_000
		);
	});

	it('reads amounts in the decimals of their currency', () => {
		expect(value(readMoney('¥418,236', jpy))).toBe(418_236);
		expect(value(readMoney('4,182.365', kwd))).toBe(4_182_365);
		// Where there are no decimals a point can only group; where there are three it is the decimal mark.
		expect(value(readMoney('1.200', jpy))).toBe(1_200);
		expect(value(readMoney('1.200', kwd))).toBe(1_200);
		expect(problem(readMoney('418.5', jpy))).toContain('JPY amounts have no decimals.');
		expect(writeMoney(cents(418_236), jpy)).toBe('¥418,236');
		expect(writeAmount(cents(418_236), jpy)).toBe('418,236');
		expect(writeMoney(cents(5), kwd)).toBe('0.005\u00a0KWD');
	});

	it.each([
		['', 'The amount is still missing.'],
		['abc', '“abc” is not an amount.'],
		['12,34,56', '“12,34,56” is not an amount.'],
		['1.2.3', '“1.2.3” is not an amount.'],
		['1.200', '“1.200” could be 1,200.00 or 1.20.'],
		['12.500', '“12.500” could be 12,500.00 or 12.50.'],
		['£12', '“£12” is in a different currency from this case, USD.'],
		['12 EUR', '“12 EUR” is in a different currency from this case, USD.'],
		['12€', 'is in a different currency from this case, USD.'],
		['4.1823', 'USD amounts have at most 2 decimals.'],
		['-5', 'An amount is zero or more.'],
		['−5.00', 'An amount is zero or more.'],
		['1e9', '“1e9” is not an amount.'],
		['1000000000', '“1000000000” is too large.'],
		['9'.repeat(400), 'is too large.']
	])('refuses %s with the reason and what is allowed', (typed, reason) => {
		const said = problem(readMoney(typed, usd));
		expect(said).toContain(reason);
		expect(said).toContain('from 0 to 999,999,999.99');
	});

	it('reads every amount as it writes it', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 0, max: LIMITS.amount }),
				fc.constantFrom(usd, jpy, kwd),
				(amount, currency) => {
					expect(value(readMoney(writeMoney(cents(amount), currency), currency))).toBe(amount);
				}
			)
		);
	});
});

describe('rates', () => {
	it.each([
		['22.49%', 224_900],
		['22.49', 224_900],
		['22,49 %', 224_900],
		['23.9999', 239_999],
		['0', 0],
		['1000', 10_000_000]
	])('reads %s', (typed, expected) => {
		expect(value(readRate(typed, usd))).toBe(expected);
	});

	it('refuses what is no rate, with what is allowed', () => {
		expect(problem(readRate('2249%', usd))).toContain('“2249%” is too high.');
		expect(problem(readRate('2249%', usd))).toContain('from 0 to 1,000 %');
		expect(problem(readRate('22.49999', usd))).toContain('more than four decimals');
		expect(problem(readRate('high', usd))).toContain('“high” is not a percentage.');
		expect(problem(readRate('-1', usd))).toContain('A percentage is zero or more.');
		expect(problem(readMinimumPercent('101', usd))).toContain('from 0 to 100 %');
	});

	it('writes as few decimals as say all', () => {
		expect(
			[0, 10_000, 25_000, 224_900, 239_999].map((rate) => writePercent(percent(rate), usd))
		).toEqual(['0 %', '1 %', '2.50 %', '22.49 %', '23.9999 %']);
	});
});

describe('dates', () => {
	const asOf = '2026-12-15' as CalendarDate;

	it.each([
		['2027-01-15', '2027-01-15'],
		['15 Jan 2027', '2027-01-15'],
		['15 january 2027', '2027-01-15'],
		['January 15, 2027', '2027-01-15'],
		['15.1.2027', '2027-01-15'],
		['3rd Feb 2027', '2027-02-03'],
		['15 Jan 27', '2027-01-15'],
		['1/15/2027', '2027-01-15'],
		['15/1/2027', '2027-01-15'],
		['3/3/27', '2027-03-03'],
		['15', '2027-01-15'],
		['16', '2026-12-16'],
		['31', '2026-12-31'],
		['15 Jan', '2027-01-15'],
		['1/28', '2027-01-28'],
		['28/1', '2027-01-28'],
		['the 15th', '2027-01-15'],
		['29 Feb', '2028-02-29']
	])('reads %s', (typed, expected) => {
		expect(value(readDate(typed, asOf, usd))).toBe(expected);
	});

	it('refuses days that do not exist or could be two', () => {
		expect(problem(readDate('31 Feb 2027', asOf, usd))).toContain(
			'The date “31 Feb 2027” does not exist.'
		);
		const unordered = { ...usd, style: { numbers: 'point', dates: 'year' } } as const;
		expect(problem(readDate('2/3', asOf, unordered))).toContain('could be');
		expect(
			value(readDate('2/3', asOf, { ...usd, style: { numbers: 'point', dates: 'month' } }))
		).toBe('2027-02-03');
		expect(problem(readDate('13/13', asOf, usd))).toContain('The date “13/13” does not exist.');
		expect(problem(readDate('32', asOf, usd))).toContain('The date “32” does not exist.');
		expect(problem(readDate('2027-13-01', asOf, usd))).toContain('does not exist');
		// With no order given it asks; a case has one, which a day that has one reading alone does not need.
		expect(problem(readDate('3/4/2027', asOf, SCREEN))).toContain(
			'“3/4/2027” could be 3 Apr 2027 or 4 Mar 2027.'
		);
		expect(value(readDate('3/4/2027', asOf, usd))).toBe('2027-04-03');
		expect(value(readDate('3/4/2027', asOf, styled('point', 'month')))).toBe('2027-03-04');
		expect(value(readDate('3/14/2027', asOf, usd))).toBe('2027-03-14');
		expect(problem(readDate('13/14/2027', asOf, usd))).toContain(
			'The date “13/14/2027” does not exist.'
		);
		expect(problem(readDate('soon', asOf, usd))).toContain('“soon” is not a date. A date such as');
	});

	it('refuses a first due date before the figures or far after them', () => {
		expect(problem(readFirstDue('15 Dec 2026', asOf, usd))).toContain('A date after 15 Dec 2026');
		expect(problem(readFirstDue('1 Jan 2099', asOf, usd))).toContain('up to 15 Dec 2031');
		expect(value(readFirstDue('15', asOf, usd))).toBe('2027-01-15');
		expect(problem(readAsOf('1 Jan 1066', asOf, usd))).toContain('years 1990 to 2100');
	});

	it('writes a date so that it can be read again', () => {
		expect(writeDate('2027-09-03' as CalendarDate, usd)).toBe('3 Sep 2027');
		expect(value(readDate('3 Sep 2027', asOf, usd))).toBe('2027-09-03');
	});

	it('reads every date and month as it is written in each language of the desk, and in English in all of them', () => {
		for (const language of DESK_LANGUAGES) {
			const writing = { ...usd, language };
			for (let month = 1; month <= 12; month += 1) {
				const date = `2027-${String(month).padStart(2, '0')}-09` as CalendarDate;
				const first = `2027-${String(month).padStart(2, '0')}-01`;
				for (const written of [
					writeDate(date, writing),
					writeLongDate(date, writing),
					writeDate(date, usd)
				])
					expect([written, value(readDate(written, asOf, writing))]).toEqual([written, date]);
				for (const written of [
					writeMonth(date, writing),
					writeShortMonth(date, writing),
					writeMonth(date, usd)
				])
					expect([written, value(readMonth(written, writing))]).toEqual([written, first]);
			}
		}
	});
});

describe('names and currencies', () => {
	it('keeps names of up to eighty characters', () => {
		expect(value(readName('  Quillmark card ', usd))).toBe('Quillmark card');
		expect(value(readName('x'.repeat(80), usd))).toHaveLength(80);
		expect(problem(readName('x'.repeat(300), usd))).toBe(
			'These are 300 characters. At most 80 characters.'
		);
		expect(problem(readLabel('  ', usd))).toContain('The client label is missing.');
	});

	it('knows the decimals of a currency', () => {
		expect(value(readCurrency('kwd', usd))).toEqual(kwd.currency);
		expect(value(readCurrency('JPY', usd))).toEqual(jpy.currency);
		expect(problem(readCurrency('XYQ', usd))).toContain('“XYQ” is not a known currency');
	});
});

describe('the style of a case', () => {
	it.each([
		['point', '1,234,567.89', '22.49 %', '1,560 payments'],
		['comma', '1.234.567,89', '22,49 %', '1.560 payments'],
		['space', '1\u202f234\u202f567,89', '22,49 %', '1\u202f560 payments']
	] as const)('writes and reads numbers with a %s', (numbers, money, rate, count) => {
		const writing = styled(numbers);
		expect(writeAmount(cents(123_456_789), writing)).toBe(money);
		expect(writeMoney(cents(123_456_789), writing)).toBe(`$${money}`);
		expect(writePercent(percent(224_900), writing)).toBe(rate);
		expect(countOf(writing, 1560, 'payments')).toBe(count);
		expect(value(readMoney(money, writing))).toBe(123_456_789);
		expect(value(readRate(rate, writing))).toBe(224_900);
	});

	it.each([
		['USD', '$890.00', '−$890.00'],
		['GBP', '£890.00', '−£890.00'],
		['CHF', 'CHF 890.00', '−CHF 890.00'],
		['PLN', '890.00 zł', '−890.00 zł'],
		// Two countries’ dollars look alike, as they do there; a sign that not every face has is a code.
		['CAD', '$890.00', '−$890.00'],
		['INR', '890.00 INR', '−890.00 INR'],
		['EUR', '€890.00', '−€890.00']
	])('writes the sign of %s as its country does', (code, above, below) => {
		const writing = { ...usd, currency: { code, digits: 2 } };
		const written = (amount: number) =>
			writeMoney(cents(amount), writing).replaceAll('\u00a0', ' ');
		expect([written(89_000), written(-89_000)]).toEqual([above, below]);
		expect(value(readMoney(above, writing))).toBe(89_000);
		const comma = { ...styled('comma'), currency: { code: 'EUR', digits: 2 } };
		expect(writeMoney(cents(89_000), comma)).toBe('890,00\u00a0€');
	});

	it('reads whatever it writes, in every style', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 0, max: LIMITS.amount }),
				fc.constantFrom(...NUMBER_STYLES),
				fc.constantFrom(...DATE_ORDERS),
				fc.integer({ min: 0, max: 40_000 }),
				(amount, numbers, dates, days) => {
					const writing = styled(numbers, dates);
					expect(value(readMoney(writeMoney(cents(amount), writing), writing))).toBe(amount);
					const day = new Date(days * 86_400_000).toISOString().slice(0, 10) as CalendarDate;
					expect(value(readDate(writeDate(day, writing), day, writing))).toBe(day);
				}
			)
		);
	});

	it('asks where a mark could group or be the decimal one, in either style', () => {
		expect(problem(readMoney('4.180', styled('point')))).toContain('could be 4,180.00 or 4.18');
		expect(problem(readMoney('4,180', styled('comma')))).toContain('could be 4.180,00 or 4,18');
		expect(value(readMoney('4,182', styled('point')))).toBe(418_200);
		expect(value(readMoney('4.182', styled('comma')))).toBe(418_200);
		expect(value(readMoney('4,18', styled('point')))).toBe(418);
	});

	it('reads thousands by their letter', () => {
		expect(value(readMoney('12k', usd))).toBe(1_200_000);
		expect(value(readMoney('$1.5K', usd))).toBe(150_000);
		expect(value(readMoney('1,25 k', styled('comma')))).toBe(125_000);
		expect(value(readMoney('k', usd))).toBeNull();
	});

	it.each([
		['USD', 'en-US', 'point', 'month'],
		['USD', 'de-DE', 'point', 'month'],
		['EUR', 'de-DE', 'comma', 'day'],
		['EUR', 'fr-FR', 'space', 'day'],
		['EUR', 'en-IE', 'point', 'day'],
		['BRL', 'en-US', 'comma', 'day'],
		['SEK', 'en-US', 'space', 'year'],
		['CHF', 'fr-CH', 'space', 'day'],
		['KWD', 'en-US', 'point', 'day'],
		['JPY', 'ja-JP', 'point', 'year'],
		['XAF', 'en-US', 'point', 'month']
	])(
		'of %s in a browser of %s has a decimal %s and the %s first',
		(code, locale, numbers, dates) => {
			expect(styleFor(code, locale)).toEqual({ numbers, dates });
		}
	);
});
