import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { caseDocument } from '../../src/lib/document/schema/case';
import { withCurrency, withDay } from '../../src/lib/document/settings';
import { currencyMeans, dayMeans } from '../../src/lib/words/settings';
import { anyDocument } from '../support/documents';
import { runs } from '../support/random';
import { wholeCase } from '../support/whole-case';

const day = (text: string) => text as CalendarDate;

describe('the day of the figures, changed after a case was opened', () => {
	it('leaves balances, and moves first due dates that have passed to the next one', () => {
		const whole = wholeCase();
		const later = withDay(whole, day('2027-03-20'));
		expect(caseDocument.parse(later)).toEqual(later);
		expect(later.debts.map(({ balance }) => balance)).toEqual(
			whole.debts.map(({ balance }) => balance)
		);
		for (const { firstDue } of later.debts) expect((firstDue ?? '') > '2027-03-20').toBe(true);
		expect(dayMeans(whole, day('2027-03-20'))).toMatch(
			/^The balances keep their amounts, now as of March 20, 2027\. \d earlier first due dates move/
		);
		expect(dayMeans(whole, day('2026-12-14'))).toBe(
			'The balances keep their amounts, now as of December 14, 2026.'
		);
		expect(withDay(whole, day('2026-12-14')).debts).toEqual(whole.debts);
	});
});

describe('the currency, changed after a case was opened', () => {
	it('keeps each figure in the decimals of the new one', () => {
		const whole = wholeCase();
		const yen = withCurrency(whole, { code: 'JPY', digits: 0 });
		expect(caseDocument.parse(yen)).toEqual(yen);
		const dinar = withCurrency(whole, { code: 'KWD', digits: 3 });
		expect(caseDocument.parse(dinar)).toEqual(dinar);
		const [first] = whole.debts;
		expect(dinar.debts[0]?.balance).toBe(10 * (first?.balance ?? 0));
		expect(yen.debts[0]?.balance).toBe(Math.round((first?.balance ?? 0) / 100));
		expect(yen.debts[0]?.annualRate).toBe(first?.annualRate);
		expect(withCurrency(dinar, whole.currency)).toEqual(whole);
		fc.assert(
			fc.property(anyDocument, (document) => {
				const rounded = withCurrency(document, { code: 'JPY', digits: 0 });
				expect(caseDocument.safeParse(rounded).error).toBeUndefined();
			}),
			{ numRuns: runs(60) }
		);
		expect(currencyMeans(whole, { code: 'JPY', digits: 0 })).toContain(
			'rounded, because JPY has no decimals'
		);
		expect(currencyMeans(whole, { code: 'EUR', digits: 2 })).not.toContain('rounded');
	});
});
