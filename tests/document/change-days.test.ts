import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents, ZERO } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { changeDays, withChangeDay } from '../../src/lib/document/change-days';
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
	until: null,
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
const settled: ChangeEntry = {
	kind: 'settle',
	assumed: [],
	date: day('2027-09-10'),
	before: 'stop',
	debts: [],
	fee: { percent: percent(0), amount: ZERO }
};
const eased = { ...concession, until: day('2027-06-01') };
const said = (change: ChangeEntry) =>
	changeDays(change, first).map((at) => changeDayInWords(change, at, { language: 'en' }));
const moved = (change: ChangeEntry, to: string, point: 'begin' | 'end' = 'begin') =>
	withChangeDay(change, point, day(to), first);

describe('the day from which a change makes itself felt', () => {
	it('is the month after an offer, that of a settlement or of an agreement; a new loan is there from the start', () => {
		expect(said(transfer)).toEqual(['24.99 % from Mar 2028']);
		expect(said(concession)).toEqual(['agreement from Mar 2027']);
		expect(said(eased)).toEqual(['agreement from Mar 2027', 'agreement until Jun 2027']);
		expect(said(settled)).toEqual(['settled in Sep 2027']);
		expect(said({ ...concession, from: day('2026-11-01') })).toEqual(['agreement from Jan 2027']);
		expect(said(loan)).toEqual([]);
	});

	it('is moved to the month of another day, and an offer keeps one month', () => {
		expect(moved(transfer, '2028-06-20')).toEqual({
			...transfer,
			offerMonths: 17
		});
		expect(moved(transfer, '2026-01-01')).toMatchObject({ offerMonths: 1 });
		expect(moved(concession, '2027-07-09')).toMatchObject({
			from: '2027-07-01'
		});
		expect(moved(concession, '2026-01-01')).toMatchObject({ from: first });
		expect(moved(loan, '2027-07-09')).toBe(loan);
	});

	it('moves an agreement that ends with its length, and its end alone, never before it begins', () => {
		expect(moved(eased, '2028-11-20')).toMatchObject({ from: '2028-11-01', until: '2029-02-01' });
		expect(moved(eased, '2027-08-20', 'end')).toEqual({ ...eased, until: '2027-08-01' });
		expect(moved(eased, '2027-01-20', 'end')).toEqual({ ...eased, until: '2027-03-01' });
	});

	it('comes back as the day it was moved to, for every month that there can be', () => {
		for (let month = 2; month <= 120; month += 1) {
			const to = day(new Date(Date.UTC(2027, month - 1, 1)).toISOString().slice(0, 10));
			for (const change of [transfer, concession, eased, settled]) {
				expect(changeDays(moved(change, to), first)[0]?.date).toBe(to);
			}
		}
	});
});
