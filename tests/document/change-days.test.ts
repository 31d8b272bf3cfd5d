import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents, ZERO } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { changeDay, withChangeDay } from '../../src/lib/document/change-days';
import { changeDayInWords } from '../../src/lib/words/plan';
import type { ChangeEntry } from '../../src/lib/document/change';

const day = (text: string) => text as CalendarDate;
const first = day('2027-01-01');
const newDebt = (id: string) => ({
	id,
	name: 'Tern card',
	firstDue: day('2027-01-15'),
	rule: { kind: 'fixed' as const, amount: cents(5_000) }
});
const transfer: ChangeEntry = {
	kind: 'transfer',
	assumed: [],
	amounts: [],
	card: newDebt('7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f002'),
	feePercent: percent(0),
	offerRate: percent(0),
	offerMonths: 14,
	thenRate: percent(249_900),
	limit: null
};
const concession: Extract<ChangeEntry, { kind: 'concession' }> = {
	kind: 'concession',
	assumed: [],
	from: day('2027-03-01'),
	debts: [],
	setUpFee: ZERO,
	monthlyFee: { kind: 'amount', amount: ZERO }
};
const loan: ChangeEntry = {
	kind: 'consolidate',
	assumed: [],
	debts: [],
	loan: newDebt('7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f001'),
	annualRate: percent(99_900),
	fee: { percent: percent(0), amount: ZERO, paid: 'added' }
};
const said = (change: ChangeEntry) => {
	const from = changeDay(change, first);
	return from && changeDayInWords(change, from, { language: 'en' });
};

describe('the day from which a change makes itself felt', () => {
	it('is the month after an offer, or that of an agreement; a new loan is there from the start', () => {
		expect(said(transfer)).toBe('24.99 % from Mar 2028');
		expect(said(concession)).toBe('agreed from Mar 2027');
		expect(said({ ...concession, from: day('2026-11-01') })).toBe('agreed from Jan 2027');
		expect(said(loan)).toBeNull();
	});

	it('is moved to the month of another day, and an offer keeps one month', () => {
		expect(withChangeDay(transfer, day('2028-06-20'), first)).toEqual({
			...transfer,
			offerMonths: 17
		});
		expect(withChangeDay(transfer, day('2026-01-01'), first)).toMatchObject({ offerMonths: 1 });
		expect(withChangeDay(concession, day('2027-07-09'), first)).toMatchObject({
			from: '2027-07-01'
		});
		expect(withChangeDay(concession, day('2026-01-01'), first)).toMatchObject({ from: first });
		expect(withChangeDay(loan, day('2027-07-09'), first)).toBe(loan);
	});

	it('comes back as the day it was moved to, for every month that there can be', () => {
		for (let month = 2; month <= 120; month += 1) {
			const to = day(new Date(Date.UTC(2027, month - 1, 1)).toISOString().slice(0, 10));
			for (const change of [transfer, concession]) {
				expect(changeDay(withChangeDay(change, to, first), first)).toBe(to);
			}
		}
	});
});
