/** What is kept of a forecast fits a case, however large its figures come to be. */
import { describe, expect, it } from 'vitest';
import { run } from '../../src/lib/core/debt/run';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import { caseDocument } from '../../src/lib/document/schema/case';
import type { CaseDocument } from '../../src/lib/document/case';
import { forecastEntryOf, keptForecast } from '../../src/lib/document/kept-forecast';
import { NOTHING_NOTED } from '../../src/lib/document/debt';
import { FIRST_PLAN } from '../../src/lib/document/plan';
import { card } from '../support/debts';
import { wholeCase } from '../support/whole-case';

/** A card that nobody need pay for five years, at the highest rates. */
function unpaidFor(annualRate: number, balance: number): CaseDocument {
	const debt = {
		...card({ annualRate, balance }),
		id: crypto.randomUUID(),
		firstDue: '2031-12-01'
	};
	const none = {
		choices: [],
		forecasts: [],
		visits: [],
		readings: [],
		recordedEvents: [],
		recordedMoney: []
	};
	return caseDocument.parse({ ...wholeCase(), ...none, debts: [debt], plans: [FIRST_PLAN] });
}

describe('a forecast of a debt that outgrows what is followed', () => {
	it.each([
		[9_990_000, 418_236],
		[2_000_000, 9_999_999_999],
		[9_990_000, 99_999_999_999]
	])('at %s is beyond, its figures exact, and what is kept can be saved', (rate, balance) => {
		const document = unpaidFor(rate, balance);
		const { plan, debts } = carriedPlan(document, FIRST_PLAN);
		expect(plan.ending.status).toBe('beyond');
		for (const { terms } of debts) {
			const alone = run(terms);
			expect(alone.ending.status).toBe('beyond');
			expect(Number.isSafeInteger(alone.totalInterest)).toBe(true);
		}
		const made = { id: crypto.randomUUID(), by: 'choice', date: document.asOf } as const;
		const entry = forecastEntryOf(document, FIRST_PLAN, made);
		expect(caseDocument.safeParse({ ...document, forecasts: [entry] }).error).toBeUndefined();
		// Kept as far as its figures are those of a case.
		const [kept] = entry.figures;
		expect((kept?.before.length ?? 0) < 59 && kept?.paid.length === 0).toBe(true);
	});
});

describe('a forecast of a debt that is past due', () => {
	it('is what it was when it is carried out anew: what is past due is kept with it', () => {
		const late = {
			assumed: false,
			fee: 2_500,
			feeAgain: 3_500,
			penaltyRate: 299_900,
			after: 60,
			notice: 45,
			cure: 6,
			history: null
		};
		const debt = card({ late, noted: { ...NOTHING_NOTED, pastDue: 12_000 } });
		const none = { choices: [], forecasts: [], visits: [], readings: [] };
		const others = { recordedEvents: [], recordedMoney: [] };
		const document = caseDocument.parse({
			...wholeCase(),
			...none,
			...others,
			debts: [{ ...debt, id: crypto.randomUUID() }],
			plans: [FIRST_PLAN]
		});
		const made = { id: crypto.randomUUID(), by: 'choice', date: document.asOf } as const;
		const entry = forecastEntryOf(document, FIRST_PLAN, made);
		expect(keptForecast(entry).differs).toBeNull();
		// It matters: without it the figures are others.
		const without = {
			...entry,
			debts: entry.debts.map((one) => ({ ...one, noted: NOTHING_NOTED }))
		};
		expect(keptForecast(without).differs).not.toBeNull();
	});
});
