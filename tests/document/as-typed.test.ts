/** What the page takes, the server keeps: whatever a field's reader accepts, the document with it is allowed. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { LIMITS } from '../../src/lib/core/quantities/limits';
import { cents } from '../../src/lib/core/quantities/money';
import { inOurWords } from '../../src/lib/document/schema/problems';
import { caseDocument } from '../../src/lib/document/schema/case';
import type { CaseDocument } from '../../src/lib/document/case';
import { readAsOf, readDayNear, readFirstDue } from '../../src/lib/document/days';
import { withChoice } from '../../src/lib/document/kept-forecast';
import { refusalOf, withCurrency, withDay } from '../../src/lib/document/settings';
import { casesJson } from '../../src/lib/exchange/case-json';
import { casesOf } from '../../src/lib/exchange/cases-read';
import { readDate, readMonth } from '../../src/lib/reading/dates';
import { readMoney } from '../../src/lib/reading/money';
import { readLabel, readLine, readName } from '../../src/lib/reading/names';
import { readMinimumPercent, readRate } from '../../src/lib/reading/percentages';
import { currencyOf, knownCurrencies } from '../../src/lib/reading/currencies';
import type { Reading } from '../../src/lib/reading/reading';
import { demoCases } from '../support/demo-cases';
import { runs } from '../support/random';
import { usd } from '../support/said';
import { wholeCase } from '../support/whole-case';

const [found] = demoCases;
if (!found) throw new Error('a case');
const ferry: CaseDocument = found;
const { asOf } = ferry;

const allowed = (document: CaseDocument): string | null => {
	const judged = caseDocument.safeParse(document, { error: inOurWords });
	return judged.success ? null : (judged.error.issues[0]?.message ?? '');
};
const withDebt = (fields: object): CaseDocument => ({
	...ferry,
	debts: ferry.debts.map((debt, at) => (at === 0 ? { ...debt, ...fields } : debt))
});
const withNoted = (fields: object): CaseDocument =>
	withDebt({ noted: { ...ferry.debts[0]?.noted, ...fields } });
const event = (date: unknown) =>
	withDebt({
		events: [{ id: crypto.randomUUID(), off: false, kind: 'skip', date }]
	});
const line = (longest: number) => (typed: string) => readLine(typed, longest, usd);

/** Each field: how the page reads it, and the case with what was read in it. */
const FIELDS: Readonly<
	Record<string, [(typed: string) => Reading<unknown>, (value: unknown) => CaseDocument]>
> = {
	'client label': [
		(typed) => readLabel(typed, usd),
		(label) => ({ ...ferry, label: label as string })
	],
	'name of a debt': [(typed) => readName(typed, usd), (name) => withDebt({ name })],
	creditor: [line(LIMITS.name), (creditor) => withNoted({ creditor })],
	account: [line(LIMITS.account), (account) => withNoted({ account })],
	note: [line(LIMITS.note), (note) => withNoted({ note })],
	'transaction text': [
		line(LIMITS.name),
		(text) =>
			withDebt({
				transactions: [{ reference: text, date: asOf, amount: -100, kind: 'charge', text }]
			})
	],
	balance: [(typed) => readMoney(typed, usd), (balance) => withDebt({ balance })],
	rate: [(typed) => readRate(typed, usd), (annualRate) => withDebt({ annualRate })],
	minimum: [
		(typed) => readMinimumPercent(typed, usd),
		(percent) => withDebt({ required: { ...ferry.debts[0]?.required, percent } })
	],
	'first due': [(typed) => readFirstDue(typed, asOf, usd), (firstDue) => withDebt({ firstDue })],
	'day of what happens': [(typed) => readDayNear(typed, asOf, usd), event],
	'month of an agreement': [
		(typed) => readDayNear(typed, asOf, usd, (text, _, locale) => readMonth(text, locale)),
		event
	]
};

/** Texts as people type them, and as they look like something else. */
const typed = fc.oneof(
	fc.string({ maxLength: 90 }),
	fc.string({ unit: 'grapheme', maxLength: 60 }),
	fc.constantFrom('1899-05-01', '2400-01-01', '0001-01-01', '5 May 1899', '1 Jan 2127', '0', '12k'),
	fc
		.date({ min: new Date('1500-01-01'), max: new Date('2600-01-01'), noInvalidDate: true })
		.map((day) => day.toISOString().slice(0, 10)),
	fc.double({ min: 0, max: 2e12, noNaN: true }).map((amount) => amount.toFixed(2))
);

describe('what the page takes', () => {
	it.each(Object.keys(FIELDS))('the server keeps and reads back: %s', (field) => {
		const [read, put] = FIELDS[field] ?? [];
		if (!read || !put) throw new Error(field);
		fc.assert(
			fc.property(typed, (text) => {
				const reading = read(text);
				if (!reading.ok) return;
				const document = put(reading.value);
				expect([text, allowed(document)]).toEqual([text, null]);
				const kept = caseDocument.parse(document);
				const file = { name: 'a.json', bytes: new TextEncoder().encode(casesJson([kept])) };
				expect(casesOf(file, { language: 'en' })).toEqual([kept]);
			}),
			{ numRuns: runs(60) }
		);
	});

	it('is another day of the figures, or it says why it can’t be', async () => {
		await fc.assert(
			fc.asyncProperty(fc.constantFrom(...demoCases), typed, async (document, text) => {
				const reading = readAsOf(text, asOf, usd);
				if (!reading.ok) return;
				const later = withDay(document, reading.value);
				expect(await refusalOf(later)).toBe(allowed(later));
			}),
			{ numRuns: runs(100) }
		);
		for (const day of ['2021-03-01', '2100-12-31'] as CalendarDate[])
			expect(await refusalOf(withDay(ferry, day))).toMatch(/allowed|Allowed/);
		expect(await refusalOf(withDay(ferry, '2027-03-01' as CalendarDate))).toBeNull();
	});

	it('is another currency, or it says why it can’t be', async () => {
		const rich = withDebt({ balance: LIMITS.amount });
		const [kwd, jpy] = [currencyOf('KWD'), currencyOf('JPY')];
		if (!kwd || !jpy) throw new Error('currencies');
		expect(await refusalOf(withCurrency(rich, kwd))).toMatch(
			/allowed is a whole number of minor units/
		);
		expect(await refusalOf(withCurrency(rich, jpy))).toBeNull();
		for (const currency of knownCurrencies(usd).slice(0, 30)) {
			const { code, digits } = currency;
			expect([code, await refusalOf(withCurrency(ferry, { code, digits }))]).toEqual([code, null]);
		}
	});

	it('keeps the figures of savings and of the budget sheet in another currency', () => {
		const jpy = currencyOf('JPY');
		const ofSavings = ({ plans }: typeof ferry) => plans.find(({ savings }) => savings)?.savings;
		if (!jpy) throw new Error('a currency');
		expect(ofSavings(ferry)).toMatchObject({ opening: 15_000, monthly: 10_000, target: 90_000 });
		const there = withCurrency(ferry, jpy);
		expect(ofSavings(there)).toMatchObject({ opening: 150, monthly: 100, target: 900 });
		expect(there.sheet.income[0]).toMatchObject({ amount: 420, perYear: 52 });
	});

	it('is as many choices of a plan as anybody makes', () => {
		let document = ferry;
		const [plan] = document.plans;
		if (!plan) throw new Error('a plan');
		for (let at = 0; at < LIMITS.choices + 2; at += 1) {
			const made = { id: crypto.randomUUID(), by: 'choice', date: asOf } as const;
			document = withChoice(document, plan, String(at), made);
		}
		expect(allowed(document)).toBeNull();
		expect(document.choices.at(-1)?.note).toBe(String(LIMITS.choices + 1));
		expect(document.forecasts).toHaveLength(LIMITS.forecasts);
	});

	it('is a forecast of what costs more than any one amount may be, in full', () => {
		const [plan] = ferry.plans;
		if (!plan) throw new Error('a plan');
		const dear = {
			...ferry,
			debts: ferry.debts.map((debt) => ({
				...debt,
				balance: LIMITS.amount,
				events: [],
				pays: { kind: 'required' as const },
				required: {
					kind: 'amount' as const,
					amount: LIMITS.amount,
					roundUpTo: cents(0),
					floor: cents(0)
				}
			}))
		};
		const made = { id: crypto.randomUUID(), by: 'choice', date: asOf } as const;
		const slow = { ...plan, budget: { kind: 'constant' as const, amount: cents(30_000_000_000) } };
		const document = withChoice({ ...dear, plans: [slow] }, slow, '', made);
		expect(document.forecasts.at(-1)?.cost).toBeGreaterThan(LIMITS.amount);
		expect(allowed(document)).toBeNull();
	});
});

it.each([
	[7, 'forecasts', 'debts.0.withdrawn'],
	[4, 'plans.0.named', 'plans.0.changes.0.assumed'],
	[4, 'choices.0.content', 'plans.0.begins'],
	[8, 'forecasts.0.shortFrom', 'forecasts.0.figures.0.before'],
	[9, 'forecasts.0.debts.0.withdrawn', 'calendar']
])(
	'a document of version %i with what only a later one has, as %s and %s, is refused by name',
	(version, ...fields) => {
		const judged = caseDocument.safeParse({ ...wholeCase(), version }, { error: inOurWords });
		const said =
			judged.error?.issues.map(({ path, message }) => `${path.join('.')}: ${message}`) ?? [];
		for (const field of fields)
			expect(said.join('\n')).toContain(
				`${field}: The version of the document is ${version}, which has no field “${field.split('.').at(-1)}”`
			);
	}
);

it('a day is read as one in its own fields alone', () => {
	expect(readDate('1899-05-01', asOf, usd).ok).toBe(true);
	expect(readDayNear('1899-05-01', asOf, usd)).toMatchObject({ ok: false });
});
