/** What came in and was needed in a month, beside the budget sheet, and what of it stays. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { amountEachTime, monthAgainstPlan } from '../../src/lib/core/plan/money-months';
import { caseDocument } from '../../src/lib/document/schema/case';
import { goneOn } from '../../src/lib/document/going-on';
import { forecastEntryOf } from '../../src/lib/document/kept-forecast';
import { contentOf, EMPTY_LINE, FIRST_PLAN, type SheetLine } from '../../src/lib/document/plan';
import {
	lastingLines,
	linesOfMonth,
	monthsToRecord,
	withLastingMoney,
	withRecordedMoney,
	type RecordedMoney
} from '../../src/lib/document/recorded-money';
import { planGoingOn } from '../../src/lib/words/going-on';
import { monthMoneySentence } from '../../src/lib/words/month-money';
import { plain } from '../../src/lib/messages/sentence';
import { usd } from '../support/said';
import { document as twoPlans } from '../support/two-plans';

const day = (text: string) => text as CalendarDate;
const id = (of: number) => `7a1f6f0e-2c11-4a9b-9a55-${String(of).padStart(12, '0')}`;
const line = (of: number, fields: Partial<SheetLine>): SheetLine => ({
	...EMPTY_LINE,
	id: id(of),
	...fields
});
const wage = line(1, { name: 'Wage', amount: cents(40_000), perYear: 52, from: day('2027-01-08') });
const rent = line(2, { name: 'Rent', amount: cents(90_000) });
const sheet = { income: [wage], needs: [rent] };
const document = { ...twoPlans, sheet };
const recorded = (of: number, fields: Partial<RecordedMoney>): RecordedMoney => ({
	id: id(of),
	month: day('2027-01-01'),
	side: 'income',
	line: wage.id,
	name: '',
	amount: cents(0),
	lasting: false,
	...fields
});

describe('a month beside its plan', () => {
	it('has each line that falls into it with what was recorded, and what was beside the sheet', () => {
		const own = [
			recorded(10, { amount: cents(150_000) }),
			recorded(11, { side: 'needs', line: null, name: 'Repair', amount: cents(20_000) }),
			recorded(12, { month: day('2027-02-01'), amount: cents(1) })
		];
		const lines = linesOfMonth(sheet, own, day('2027-01-01'));
		expect(
			lines.map(({ name, planned, days, recorded: one }) => [name, planned, days, one?.amount])
		).toEqual([
			['Wage', 160_000, 4, 150_000],
			['Rent', 90_000, 1, undefined],
			['Repair', 0, 0, 20_000]
		]);
		const against = monthAgainstPlan(
			lines.map(({ side, planned, recorded: one }) => ({
				side,
				planned,
				actual: one?.amount ?? null
			}))
		);
		expect(plain(monthMoneySentence(against, day('2027-01-01'), true, usd))).toBe(
			'January 2027: $1,500.00 of income instead of $1,600.00, $1,100.00 of expenses instead of $900.00. $300.00 less is left than planned.'
		);
	});

	it('is as planned where nothing was recorded, and differs by what was', () => {
		const drawn = fc.record({
			side: fc.constantFrom('income' as const, 'needs' as const),
			planned: fc.nat({ max: 500_000 }).map(cents),
			actual: fc.option(fc.nat({ max: 500_000 }).map(cents), { nil: null })
		});
		fc.assert(
			fc.property(fc.array(drawn, { maxLength: 8 }), (lines) => {
				const { planned, actual, more } = monthAgainstPlan(lines);
				expect(actual.left - planned.left).toBe(more);
				const changed = lines.reduce(
					(sum, { side, planned: was, actual: is }) =>
						sum + (is === null ? 0 : side === 'income' ? is - was : was - is),
					0
				);
				expect(more).toBe(changed);
			})
		);
	});

	it('is recorded once for each line, and as planned again where that is taken back', () => {
		const of = recorded(10, { amount: cents(1) });
		const once = withRecordedMoney(document, of);
		const again = withRecordedMoney(once, { ...of, id: id(11), amount: cents(2) });
		expect(again.recordedMoney).toEqual([{ ...of, id: id(11), amount: 2 }]);
		expect(withRecordedMoney(again, { ...of, id: id(11), amount: null }).recordedMoney).toEqual([]);
		expect(monthsToRecord(day('2027-01-01'), day('2027-03-16'))).toEqual({
			first: '2027-01-01',
			last: '2027-03-01'
		});
		expect(monthsToRecord(day('2027-05-01'), day('2027-03-16')).first).toBe('2027-03-01');
	});
});

describe('what stays', () => {
	const lasting = [
		recorded(10, { amount: cents(150_000), lasting: true }),
		recorded(11, { month: day('2027-02-01'), amount: cents(156_001), lasting: true }),
		recorded(12, {
			month: day('2027-02-01'),
			side: 'needs',
			line: null,
			name: 'Fares',
			amount: cents(6_000),
			lasting: true
		}),
		recorded(13, { month: day('2027-04-01'), amount: cents(1), lasting: true }),
		recorded(14, { side: 'needs', line: rent.id, amount: cents(95_000) })
	];
	const lived = { ...document, recordedMoney: lasting };

	it('is the latest of each line up to a day, each time as much as in its month', () => {
		// Four Fridays of 156,001 in all.
		expect(
			lastingLines(lived, day('2027-03-16')).map(({ before, after }) => [
				before?.amount,
				after.name,
				after.amount
			])
		).toEqual([
			[40_000, 'Wage', 39_000],
			[undefined, 'Fares', 6_000]
		]);
		expect(amountEachTime(cents(100_001), 2)).toBe(50_001);
		const after = withLastingMoney(lived, day('2027-03-16'));
		expect(after.sheet.income).toEqual([{ ...wage, amount: 39_000 }]);
		expect(after.sheet.needs.map(({ name }) => name)).toEqual(['Rent', 'Fares']);
		// What has become part of the sheet is not asked about again; what lies ahead is.
		expect(after.recordedMoney.map((one) => one.lasting)).toEqual([
			false,
			false,
			false,
			true,
			false
		]);
		expect(withLastingMoney(after, day('2027-03-20'))).toBe(after);
	});

	it('is part of the budget sheet that a plan goes on with, and is said before', () => {
		let count = 100;
		const newId = () => id((count += 1));
		const [first = FIRST_PLAN] = lived.plans;
		const plan = { ...first, budget: { kind: 'sheet' as const } };
		const date = lived.asOf;
		const chosen = {
			...lived,
			plans: [plan],
			choices: [{ plan: plan.id, name: plan.name, date, note: '', content: contentOf(plan, sheet) }]
		};
		const made = { id: newId(), by: 'choice', date } as const;
		const followed = { ...chosen, forecasts: [forecastEntryOf(chosen, plan, made)] };
		const on = goneOn(followed, day('2027-03-16'), newId);
		if (!on) throw new Error('gone on');
		caseDocument.parse(on.document);
		expect(on.document.sheet.income[0]?.amount).toBe(39_000);
		expect(on.document.forecasts.at(-1)?.content.sheet?.income[0]?.amount).toBe(39_000);
		expect(on.document.forecasts[0]?.content.sheet).toEqual(sheet);
		const said = planGoingOn(on, lastingLines(followed, day('2027-03-16')), usd);
		expect(said).toContain('Wage: $390.00 weekly from here on, instead of $400.00.');
		expect(said).toContain('Fares: $60.00 monthly from here on, new on the budget sheet.');
	});
});
