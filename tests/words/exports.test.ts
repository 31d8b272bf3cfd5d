/** What is said where a plan leaves the desk: in tables, on paper, in messages. */
import { NO_TEXT, NO_TEXTS } from '../../src/lib/document/agency';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { monthMarks } from '../../src/lib/core/plan/marks';
import { planOf, planTotals } from '../../src/lib/core/plan/walk';
import { planYears } from '../../src/lib/core/plan/years';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents, type Cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { underStrain } from '../../src/lib/core/search/stress-test';
import { planWorkingOf } from '../../src/lib/core/working/plan-working';
import { usualHandout } from '../../src/lib/document/handout';
import { USUAL_PLAN } from '../../src/lib/document/plan';
import type { Writing } from '../../src/lib/reading/writing';
import { writeDate, writeLongDate, writeMonth, writeMoney } from '../../src/lib/reading/written';
import { monthsInWords, soonerInWords } from '../../src/lib/words/amounts';
import { aheadOfEach, crossingSentence } from '../../src/lib/words/comparison';
import {
	assumedSentence,
	callBefore,
	handedAnswer,
	onTop,
	strainedSentence,
	whenGone
} from '../../src/lib/words/handout';
import { fileWords, mailText, outboxSentence, sizeInWords } from '../../src/lib/words/mail';
import type { Language } from '../../src/lib/messages/message';
import { monthMarkInWords, monthsAsText } from '../../src/lib/words/plan-months';
import { writePlanWorking } from '../../src/lib/words/plan-working';
import { plain } from '../../src/lib/messages/sentence';
import { styleIn } from '../../src/lib/messages/style';
import { takeWords } from '../../src/lib/words/exports';
import { constant, household, monthly, plans, required, simpleDebt } from '../support/households';
import { ofWhich, runs } from '../support/random';
import { amountSaid, computed, monthSaid, usd } from '../support/said';

const spanish: Writing<Language> = { ...usd, language: 'es', style: styleIn('es', 'EUR') };
const day = (text: string) => text as CalendarDate;
const letter = (index: number) => 'ABC'[index] ?? '';

describe('Spanish', () => {
	it('writes amounts, dates and spans as it is written', () => {
		expect(writeMoney(cents(123_456_789), spanish)).toBe('$1.234.567,89');
		expect(writeDate(day('2027-01-15'), spanish)).toBe('15 ene 2027');
		expect(writeLongDate(day('2027-01-15'), spanish)).toBe('15 de enero de 2027');
		expect(writeMonth(day('2029-07-01'), spanish)).toBe('julio de 2029');
		expect([1, 12, 25].map((count) => monthsInWords(spanish, count))).toEqual([
			'1 mes',
			'1 año',
			'2 años y 1 mes'
		]);
		expect(soonerInWords(spanish, -3)).toBe('3 meses después');
		expect([styleIn('es', 'USD').numbers, styleIn('es', 'EUR').numbers]).toEqual([
			'point',
			'comma'
		]);
	});
});

describe('the answer on paper', () => {
	const debts = [simpleDebt('a', 120_000, 0), simpleDebt('b', 60_000, 120_000)];
	const terms = constant(30_000);
	const plan = planOf(debts, terms);
	const entry = { ...USUAL_PLAN, budget: terms.budget as never };
	const minimums = planTotals(debts, required);

	it('says when it is over, what it costs, and against what', () => {
		const said = plain(
			handedAnswer(plan, entry, { plan: minimums, words: 'paying the minimums' }, usd)
		);
		const [, month, interest, less, measure] =
			/paid off in (\w+ \d{4}), after \d+ months\. It costs (\$[\d.,]+) in interest: (\$[\d.,]+) less than (.*), and/.exec(
				said
			) ?? [];
		if (plan.ending.status !== 'cleared') throw new Error('it ends');
		expect(monthSaid(month)).toBe(plan.ending.payoffDate.slice(0, 7));
		expect(amountSaid(interest)).toBe(plan.totalInterest);
		expect(amountSaid(less)).toBe(minimums.totalCost - plan.totalCost);
		expect(measure).toBe('paying the minimums');
	});

	it('has words for every way of paying, for what never ends, and for nothing to pay', () => {
		const answer = (budget: object, of = plan) =>
			plain(handedAnswer(of, { budget: budget as never }, null, usd));
		expect(answer({ kind: 'required' })).toMatch(
			/^Paying what each creditor requires, at first \$300\.00 a month, /
		);
		expect(answer({ kind: 'required-plus', extra: 5_000 })).toMatch(
			/^Paying what each creditor requires and \$50\.00 more, /
		);
		const never = planOf([simpleDebt('a', 900_000, 299_900)], constant(5_000));
		expect(answer({ kind: 'constant' }, never)).toMatch(
			/never paid off: after \d+ months, \$[\d,.]+ is still owed\.$/
		);
		const nothing = planOf([simpleDebt('a', 0, 0)], constant(5_000));
		expect(answer({ kind: 'constant' }, nothing)).toBe('Nothing is owed on these debts.');
		const later = planOf(debts, constant(30_000, { begins: 3 }));
		expect(answer({ kind: 'constant' }, later)).toMatch(/^At \$300\.00 a month from March 2027, /);
	});

	it('tells what becomes of a payment, what comes on top, and whom to call, in either language', () => {
		const both = (form: (writing: Writing<Language>) => readonly { text: string }[]) =>
			[usd, spanish].map((writing) => plain(form(writing)));
		expect(both((writing) => whenGone(entry, writing))).toEqual([
			'When one debt is paid off, its payment moves on to the next.',
			'Cuando una termina, su pago pasa a la siguiente.'
		]);
		expect(plain(whenGone({ ...entry, order: 'spread' }, usd))).toContain(
			'shared among the others'
		);
		expect(plain(whenGone({ ...entry, budget: { kind: 'required' } }, usd))).toContain(
			'yours to keep'
		);
		expect(both((writing) => onTop(day('2027-04-01'), cents(40_000), null, writing))).toEqual([
			'In April 2027, $400.00 more goes to the first debt in line.',
			'En abril de 2027, $400,00 más van a la primera de la fila.'
		]);
		const handout = { ...usualHandout('USD'), contact: '555 0142' };
		expect(both((writing) => callBefore(handout, writing))).toEqual([
			'Call before the due date, not after: 555 0142.',
			'Llame antes de la fecha de pago, no después: 555 0142.'
		]);
		const rates = [{ name: 'Brightwick', annual: percent(249_000), month: day('2027-08-01') }];
		expect(plain(assumedSentence(day('2026-12-15'), true, rates, usd))).toBe(
			'Balances as of 15 December 2026; nothing new is bought except the purchases entered here, rates stay the same (Brightwick: 24.90 % from August 2027), payments arrive on their due dates. Computed to the cent by Residuum.'
		);
	});

	it('says of every strain what it does, as the plan under it has it', () => {
		fc.assert(
			fc.property(household(monthly, 2), plans, (all, wanted) => {
				const calm = planTotals(all, wanted);
				if (calm.ending.status !== 'cleared') return;
				for (const kind of ['missed months', 'less money', 'higher rates'] as const) {
					const strained = underStrain(all, wanted, { kind });
					const under = planTotals(strained.debts, strained.plan);
					const said = plain(strainedSentence(kind, under, calm, usd));
					if (under.ending.status !== 'cleared') {
						expect(said).toMatch(/the debts are never paid off\.$/);
						continue;
					}
					const [, cost, way] = /costs (\$[\d.,]+) (more|less)\.$/.exec(said) ?? [];
					const more = under.totalCost - calm.totalCost;
					if (more === 0) expect(said).toMatch(/costs the same\.$/);
					else
						expect([amountSaid(cost), way]).toEqual([Math.abs(more), more > 0 ? 'more' : 'less']);
					const [, month] = /(?:end to|moves to) (\w+ \d{4})/.exec(said) ?? [];
					if (month) expect(monthSaid(month)).toBe(under.ending.payoffDate.slice(0, 7));
				}
			}),
			{ numRuns: runs(80) }
		);
	});
});

describe('every month', () => {
	it('marks what is out of the ordinary in it, and nothing else', () => {
		const offer = simpleDebt('b', 90_000, 0, {
			rateChanges: [{ from: 3, annual: percent(249_000) }],
			extras: [{ from: 2, every: 12, amount: cents(10_000) }]
		});
		const terms = constant(30_000, {
			oneOffs: [{ month: 2, amount: cents(5_000) }],
			budgetChanges: [{ from: 4, amount: cents(9_000) }],
			begins: 2
		});
		const plan = planOf([simpleDebt('a', 20_000, 0), offer], terms);
		const said = plan.kept.map((month) =>
			monthMarks(plan, terms, month).map((mark) => monthMarkInWords(mark, letter, usd))
		);
		expect(said.slice(0, 4)).toEqual([
			[],
			['plan starts', '+$50.00', 'A paid off', '+$100.00 with B'],
			['B: 24.90 %'],
			['$90.00 from now on']
		]);
		const short = planOf([simpleDebt('a', 20_000, 0)], constant(3_000));
		const [first] = short.kept;
		if (!first) throw new Error('a month');
		expect(
			monthMarks(short, constant(3_000), first).map((mark) => monthMarkInWords(mark, letter, usd))
		).toEqual(['$20.00 short']);
	});

	it('has workings that compute to their figures as they are written', () => {
		let seen = 0;
		fc.assert(
			fc.property(household(monthly, 2), plans, (debts, terms) => {
				const plan = planOf(debts, terms);
				for (const { month, shares } of plan.kept.slice(0, 6)) {
					for (const { index, interest, closing } of shares) {
						const ofDebt = debts[index]?.id ?? '';
						for (const [what, figure] of [
							['interest', interest],
							['closing', closing]
						] as const) {
							const name = { inMonth: month, ofDebt, what };
							const working = planWorkingOf({ plan, debts }, plan, { of: 'plan', name });
							if (!working) throw new Error('a working');
							const { numbers, result } = writePlanWorking(working, (id) => id, usd);
							expect(amountSaid(result)).toBe(figure);
							const value = numbers === null ? null : computed(numbers);
							if (value === null) continue;
							seen += 1;
							expect(Math.abs(value.times(100).toNumber() - figure)).toBeLessThanOrEqual(
								0.5 + 1e-9
							);
						}
					}
				}
				for (const { year, interest } of planYears(plan)) {
					const name = { over: year, ofDebt: null, what: 'interest' as const };
					const working = planWorkingOf({ plan, debts }, plan, { of: 'plan', name });
					if (working)
						expect(amountSaid(writePlanWorking(working, (id) => id, usd).result)).toBe(interest);
				}
			}),
			{ numRuns: runs(60) }
		);
		expect(seen).toBeGreaterThan(ofWhich(100));
	});

	it('is copied as plain numbers, with what is shown of each debt', () => {
		const plan = planOf([simpleDebt('a', 12_000, 0)], constant(5_000));
		const debts = [{ index: 0, name: 'One' }];
		const text = monthsAsText(plan, debts, { from: 2, to: 3, figures: ['closing'] }, usd);
		expect(text.split('\n').map((line) => line.split('\t'))).toEqual([
			[
				'No.',
				'Month',
				'Budget (USD)',
				'Minimum payments (USD)',
				'Paid (USD)',
				'Interest (USD)',
				'Principal (USD)',
				'Forgiven (USD)',
				'Fees (USD)',
				'Leaves the account (USD)',
				'Missing (USD)',
				'Owed (USD)',
				'One: owed (USD)'
			],
			[
				'2',
				'2027-02',
				'50.00',
				'50.00',
				'50.00',
				'0.00',
				'50.00',
				'0.00',
				'0.00',
				'50.00',
				'0.00',
				'20.00',
				'20.00'
			],
			[
				'3',
				'2027-03',
				'50.00',
				'20.00',
				'20.00',
				'0.00',
				'20.00',
				'0.00',
				'0.00',
				'20.00',
				'0.00',
				'0.00',
				'0.00'
			],
			['']
		]);
	});
});

describe('plans side by side as differences', () => {
	it('say who is ahead, by what, and from when', () => {
		const ahead = [
			{ name: 'One', amount: cents(8_120) },
			{ name: 'Two', amount: -500 as Cents },
			{ name: 'Three', amount: cents(0) }
		];
		expect(plain(aheadOfEach(day('2028-03-01'), ahead, 'cost', 'paying the minimums', usd))).toBe(
			'March 2028, interest and fees so far against paying the minimums: One $81.20 less · Two $5.00 more · Three the same'
		);
		const crossing = { month: 7, date: day('2027-07-01'), ahead: 'second' as const };
		expect(plain(crossingSentence(crossing, 'One', 'Two', 'cost', usd))).toBe(
			'From July 2027, after 7 months, less has been paid in interest and fees under “Two” than under “One”.'
		);
	});
});

describe('messages and the menu', () => {
	it('a message says what is attached, and nothing of attachments where there are none', () => {
		const blocks = [{ kind: 'answer', sentence: [{ text: 'All is well.' }] }];
		const handout = { ...usualHandout('USD'), contact: 'Ines' };
		const [english, Spanish] = [usd, spanish].map((writing) =>
			mailText({ blocks }, handout, ['pdf', 'ics'], 'agreed', writing)
		);
		expect(english).toContain('Attached: the handout (PDF) and the payments as a calendar.');
		expect(english).toContain('not after: Ines.');
		expect(Spanish).toContain(
			'Adjuntos: la hoja para llevar a casa (PDF) y los pagos como calendario.'
		);
		expect(mailText({ blocks }, handout, [], 'agreed', usd)).not.toContain('Attached');
		expect(mailText({ blocks }, handout, [], 'assumed', usd)).toContain(
			'assumed and not agreed yet'
		);
		expect(mailText({ blocks }, handout, [], 'open', usd)).toContain(
			'Not every creditor has agreed'
		);
		expect(mailText({ blocks }, handout, [], 'assumed', spanish)).toContain('son supuestas');
		const texts = {
			...NO_TEXTS,
			message: { ...NO_TEXT, en: 'We never ask for a password.' }
		};
		const letterhead = { name: 'Port Ferris Debt Advice', address: [], logo: null };
		const house = { letterhead, texts };
		const ours = mailText({ blocks }, handout, [], 'agreed', usd, house);
		expect(ours).toMatch(
			/We never ask for a password\.\n\nSee you[^\n]*\n\nPort Ferris Debt Advice$/
		);
		const theirs = mailText({ blocks }, handout, [], 'agreed', spanish, house);
		expect(theirs).not.toContain('password');
		expect(theirs).not.toMatch(/\n{3}/);
		expect(fileWords('xlsx', spanish)).toBe('un libro de cálculo para comprobar las sumas (XLSX)');
	});

	it('the outbox says how many there are, and that nothing is sent', () => {
		expect([0, 1, 2].map((count) => plain(outboxSentence(count, usd)))).toEqual([
			'Nothing is in the outbox. It stands in for email: nothing leaves this machine.',
			'1 message is in the outbox. It stands in for email: nothing leaves this machine.',
			'2 messages are in the outbox. It stands in for email: nothing leaves this machine.'
		]);
		expect([0, 999, 32_400].map((bytes) => sizeInWords(bytes, usd))).toEqual([
			'1 kB',
			'1 kB',
			'32 kB'
		]);
	});

	it('the menu names each file by what it is of', () => {
		const names = (['case', 'debt', 'plan', 'plans'] as const).map(
			(of) => takeWords(of, 'csv', usd).name
		);
		expect(names).toEqual([
			'Debts (CSV)',
			'Payment schedule (CSV)',
			'Monthly schedule (CSV)',
			'Plans (CSV)'
		]);
		expect(takeWords('plan', 'xlsx', usd).help).toContain('live formulas');
	});
});
