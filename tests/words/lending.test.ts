import { describe, expect, it } from 'vitest';
import { emptyDebt, type LendingEntry } from '../../src/lib/document/debt';
import { writingOf } from '../../src/lib/reading/writing';
import { basisHelp, basisFieldHelp, paidInFullHelp } from '../../src/lib/words/lending';
import { USUAL_STYLE } from '../../src/lib/messages/style';
import { usd } from '../support/said';

const help = (interest: LendingEntry['interest'], fields: Partial<LendingEntry> = {}) =>
	basisHelp({ ...emptyDebt('a').lending, ...fields, interest }, usd);
const nominal = (compoundsPerYear: number | null) =>
	({ basis: 'nominal', compoundsPerYear }) as const;

describe('the help of how interest is charged', () => {
	it('says what a rate costs as it is set: 12 % of 1,000.00', () => {
		expect(help(nominal(null))).toBe(
			'The annual rate is divided by the payments in a year: at 12 %, a balance of $1,000.00 costs $10.00 until the next payment.'
		);
		expect(help(nominal(null), { paymentsPerYear: 52 })).toContain('costs $2.31 until');
		expect(help(nominal(12))).toBe(help(nominal(null)));
		expect(help(nominal(365))).toMatch(
			/the number of times that interest is added: .* costs \$10\.05 until/
		);
		expect(help({ basis: 'effective' })).toContain('costs $9.49 until the next payment');
		for (const [basis, dayYear, cost] of [
			['daily', 365, '10.19'],
			['daily', 360, '10.33'],
			['daily-compounded', 365, '10.24'],
			['daily-compounded', 'actual', '10.24']
		] as const)
			expect(help({ basis, dayYear })).toContain(`costs $${cost} in the 31 days of March.`);
		expect(basisFieldHelp('compoundsPerYear', usd)).toContain(
			'half-yearly, 12 % is 0.9759 % a month.'
		);
	});

	it('is written as the case is: with its decimals, or without any', () => {
		const comma = writingOf({
			currency: { code: 'EUR', digits: 2 },
			style: { ...USUAL_STYLE, numbers: 'comma' }
		});
		const yen = writingOf({ currency: { code: 'JPY', digits: 0 }, style: USUAL_STYLE });
		const { lending } = emptyDebt('a');
		expect(basisHelp(lending, comma)).toContain('1.000,00\u00a0€ costs 10,00\u00a0€');
		expect(basisFieldHelp('compoundsPerYear', comma)).toContain('0,9759 %');
		expect(basisHelp(lending, yen)).toContain('¥1,000 costs ¥10 until');
		expect(paidInFullHelp(yen)).toContain('at ¥5, a balance of ¥3 is.');
	});
});
