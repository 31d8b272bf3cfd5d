import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, type CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { comeBack } from '../../src/lib/document/coming-back';
import type { TransactionEntry } from '../../src/lib/document/debt';
import { alsoInFile, lifeOf, unexplainedOf } from '../../src/lib/document/life';
import { caseDocument } from '../../src/lib/document/schema/case';
import type { CaseDocument } from '../../src/lib/document/case';
import { keptForecast } from '../../src/lib/document/kept-forecast';
import { newVisit, readingIn, withReading, withVisitOn } from '../../src/lib/document/visits';
import { cameFor, withStatements } from '../../src/lib/desk/came-statements';
import { newTransactions } from '../../src/lib/exchange/account-debt';
import type { AccountStatement } from '../../src/lib/exchange/statement-ofx';
import { livedCase } from '../support/lives';
import { runs } from '../support/random';

const START = '2026-12-15' as CalendarDate;
const ACCOUNT = '4417 0032 5518';
const { document: lived } = livedCase('eight months, variant 1');
const [first] = lived.debts;
if (!first) throw new Error('a debt');
/** The household with one account noted, and nothing known of what happened. */
const plainCase: CaseDocument = {
	...lived,
	debts: lived.debts.map((debt, at) =>
		at === 0 ? { ...debt, noted: { ...debt.noted, account: ACCOUNT } } : debt
	),
	visits: [],
	readings: [],
	recordedEvents: [],
	recordedMoney: []
};

const kinds = fc.constantFrom('payment', 'charge', 'interest', 'fee');
const transactions = fc
	.array(fc.tuple(fc.integer({ min: 1, max: 240 }), fc.integer({ min: 1, max: 40_000 }), kinds), {
		maxLength: 30
	})
	.map((all) =>
		all.map(([after, amount, kind], at): TransactionEntry => ({
			reference: `T${at}`,
			date: addDays(START, after),
			amount: cents(kind === 'payment' ? amount : -amount),
			kind,
			text: 'x'
		}))
	);

const statement = (
	all: readonly TransactionEntry[],
	asOf: CalendarDate,
	owed: number
): AccountStatement => ({
	creditor: 'Pinnace Bank',
	account: ACCOUNT,
	currency: { code: 'USD', digits: 2 },
	asOf,
	owed: cents(owed),
	limit: null,
	transactions: all.filter(({ date }) => date <= asOf),
	withdrawn: []
});

describe('a creditor’s statement, taken in', () => {
	it('counts nothing twice, however often and in whichever pieces it is fetched', () => {
		const days = fc.array(fc.integer({ min: 30, max: 240 }), { minLength: 1, maxLength: 6 });
		fc.assert(
			fc.property(
				transactions,
				days,
				fc.integer({ min: 0, max: 400_000 }),
				(all, fetched, owed) => {
					const last = addDays(START, 240);
					const once = withStatements(plainCase, newVisit(last), [
						cameFor(first.id, statement(all, last, owed))
					]);
					let often = plainCase;
					for (const after of fetched) {
						const day = addDays(START, after);
						often = withStatements(often, newVisit(day), [
							cameFor(first.id, statement(all, day, owed))
						]);
					}
					often = withStatements(often, newVisit(last), [
						cameFor(first.id, statement(all, last, owed))
					]);
					const again = withStatements(often, newVisit(last), [
						cameFor(first.id, statement(all, last, owed))
					]);
					const [one, many, more] = [once, often, again].map(({ debts }) => debts[0]?.transactions);
					expect(many).toEqual(one);
					expect(more).toEqual(one);
					caseDocument.parse(again);
					const total = (document: CaseDocument) => {
						const drift = comeBack(document, last)?.drift.debts[0];
						const paid = drift?.life.payments.reduce((sum, { amount }) => sum + amount, 0);
						return [drift?.latest?.gap, paid, drift?.sums.charges];
					};
					// What is read in between changes no sum of what was entered as paid and bought.
					expect(total(again)).toEqual(total(once));
					const debt = again.debts[0];
					expect(debt && newTransactions(debt, statement(all, last, owed))).toBe(0);
				}
			),
			{ numRuns: runs(60) }
		);
	});

	it('pairs as many entries with what a client says as there can be', () => {
		const paid = (reference: string, date: string) =>
			({ reference, date, amount: cents(1_400), kind: 'payment', text: '' }) as never;
		const said = (id: string, date: string) =>
			({ id, debt: first.id, date, kind: 'payment', amount: cents(1_400) }) as never;
		// The nearest entry to the 24th is that of the 22nd, without which the 27th has none.
		const found = alsoInFile(
			[said('one', '2026-12-24'), said('two', '2026-12-27')],
			[paid('a', '2026-12-19'), paid('b', '2026-12-22')]
		);
		expect([...found].sort()).toEqual(['one', 'two']);
	});

	it('and what a client says too counts once, each at most for one entry', () => {
		fc.assert(
			fc.property(transactions, fc.integer({ min: -5, max: 5 }), (all, shift) => {
				const paid = all.filter(({ kind }) => kind === 'payment');
				const said = paid.map(({ date, amount }, at) => ({
					id: `5f000000-0000-4000-8000-${String(at).padStart(12, '0')}`,
					debt: first.id,
					date: addDays(date, shift),
					kind: 'payment' as const,
					amount
				}));
				const found = alsoInFile(said, all);
				const withFile = {
					...plainCase,
					debts: plainCase.debts.map((debt, at) =>
						at === 0 ? { ...debt, transactions: [...all] } : debt
					)
				};
				const [entry] = plainCase.forecasts;
				const forecast = entry && keptForecast(entry).debts[0]?.forecast;
				if (!forecast) throw new Error('a forecast');
				const sum = (document: CaseDocument) =>
					lifeOf(document, first.id, addDays(START, 400), forecast).payments.reduce(
						(total, { amount }) => total + amount,
						0
					);
				expect(found.size).toBe(said.length);
				expect(sum({ ...withFile, recordedEvents: said })).toBe(sum(withFile));
				// Said twice, it was paid twice: a file's entry stands for one of them.
				const twice = said.map((one) => ({ ...one, id: one.id.replace('5f', '6f') }));
				expect(alsoInFile([...said, ...twice], all).size).toBe(paid.length);
			}),
			{ numRuns: runs(60) }
		);
	});

	it('is not explained where its balance is not what its entries come to', () => {
		const read = { ...newVisit(addDays(START, 30)) };
		const before = withReading(plainCase, read, first.id, { balance: cents(400_000) });
		const all: TransactionEntry[] = [
			{ reference: 'a', date: addDays(START, 40), amount: cents(-3_000), kind: 'charge', text: '' },
			{ reference: 'b', date: addDays(START, 50), amount: cents(12_000), kind: 'payment', text: '' }
		];
		const came = statement(all, addDays(START, 60), 391_000);
		expect(unexplainedOf(before, first.id, came)).toBe(0);
		const more = statement(all, addDays(START, 60), 391_250);
		expect(unexplainedOf(before, first.id, more)).toBe(250);
		expect(unexplainedOf(plainCase, first.id, came)).toBeNull();
	});
});

describe('a reading', () => {
	const visit = newVisit(addDays(START, 90));
	const read = withReading(plainCase, visit, first.id, { balance: cents(400_000) });

	it('begins its visit, is one a debt and a day, and goes when it is emptied', () => {
		expect(read.visits).toEqual([visit]);
		expect(readingIn(read, visit.id, first.id)).toMatchObject({ date: visit.date, interest: null });
		const other = newVisit(addDays(START, 91));
		const again = withReading(read, other, first.id, { balance: cents(5), date: visit.date });
		expect(again.readings).toHaveLength(1);
		expect(readingIn(again, other.id, first.id)?.balance).toBe(5);
		expect(withReading(read, visit, first.id, { balance: null }).readings).toEqual([]);
		for (const document of [read, again]) caseDocument.parse(document);
	});

	it('moves along with the day of its visit, and never lies after it', () => {
		const later = withVisitOn(read, visit, addDays(START, 95));
		expect(readingIn(later, visit.id, first.id)?.date).toBe(addDays(START, 95));
		const own = withReading(read, visit, first.id, { date: addDays(START, 88) });
		const earlier = withVisitOn(own, visit, addDays(START, 87));
		expect(readingIn(earlier, visit.id, first.id)?.date).toBe(addDays(START, 87));
		caseDocument.parse(earlier);
	});
});
