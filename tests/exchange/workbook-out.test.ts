/** Workbooks recalculated from scratch by engines that are not ours. */
import ExcelJS from 'exceljs';
import fc from 'fast-check';
import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { afterAll, describe, expect, it } from 'vitest';

import { ONLY_ASKED, planOf } from '../../src/lib/core/plan/walk';
import type { PlannedDebt, PlanTerms } from '../../src/lib/core/plan/terms';
import { monthsBetween, type CalendarDate } from '../../src/lib/core/quantities/calendar';
import type { DebtTerms } from '../../src/lib/core/debt/terms';
import type { PaymentRule } from '../../src/lib/core/debt/rules/all-rules';
import { cents, type Cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import { isLive, planWorkbook, scheduleWorkbook } from '../../src/lib/exchange/workbooks-out';
import { rateStepsOf } from '../../src/lib/core/debt/rate-steps';
import { carryOut, termsNow, wayTerms } from '../../src/lib/core/debt/ways';
import { debtOf } from '../../src/lib/exchange/debt-columns';
import { takenTable } from '../../src/lib/exchange/debts-table';
import { sheetsOf } from '../../src/lib/exchange/workbook';
import { writingOf } from '../../src/lib/reading/writing';
import { USUAL_STYLE } from '../../src/lib/messages/style';
import { usd } from '../support/said';
import { statedDebt } from '../../src/lib/document/debt';
import {
	changingTerms,
	constant,
	household,
	monthly,
	plans,
	simpleDebt
} from '../support/households';
import { demoPlans } from '../support/demo-cases';
import { runs } from '../support/random';
import { recalculated, type Recalculated } from '../support/recalculated';

const EQUAL = 'Equal to the cent to what the program wrote.';
const BEYOND = 'Not paid off within the months of this workbook.';
const asOf = '2026-12-15' as CalendarDate;

const written = (debts: readonly PlannedDebt[], terms: PlanTerms, digits: 0 | 2 = 2) =>
	planWorkbook({
		title: 'A plan',
		asOf,
		currency: { code: digits === 2 ? 'USD' : 'JPY', digits },
		debts: debts.map((debt, at) => ({ ...debt, letter: String(at), name: `Debt ${at}` })),
		terms,
		plan: planOf(debts, terms)
	});

/** What the sheet comes to, in minor units: interest, payments, months; and what it says of itself. */
function sumsOf(book: Recalculated, digits = 2) {
	const row = book.rowOf('Terms', 'Interest in all');
	const cents = (value: unknown) => Math.round(Number(value) * 10 ** digits);
	return {
		interest: cents(book.at('Terms', `E${row}`)),
		paid: cents(book.at('Terms', `E${row + 1}`)),
		months: book.at('Terms', `E${row + 2}`),
		verdict: book.at('Terms', `B${row + 4}`)
	};
}

const programs = (debts: readonly PlannedDebt[], terms: PlanTerms) => {
	const plan = planOf(debts, terms);
	const paid = plan.debts.reduce((sum, debt) => sum + debt.paid, 0);
	return { interest: plan.totalInterest as number, paid, months: plan.months };
};

/** The balance and the rate of the first debt on the sheet of terms, and the money. */
const MONEY = 'E5';
const FIRST = { balance: 'E10', rate: 'F10' };

const nominal = (terms: DebtTerms): DebtTerms => ({
	...terms,
	rate: { basis: 'nominal', annual: terms.rate.annual }
});

describe('a plan’s workbook', () => {
	it.each(demoPlans.map(({ name, ...one }) => [name, one] as const))(
		'recalculated equals the program: %s',
		async (_, { document, entry }) => {
			const { debts, terms } = carriedPlan(document, entry);
			const sums = sumsOf(await recalculated(await written(debts, terms)));
			expect(sums).toEqual({ ...programs(debts, terms), verdict: EQUAL });
		},
		60_000
	);

	it('equals it for any debts under any money, also where some of it can only be figures', async () => {
		await fc.assert(
			fc.asyncProperty(household(changingTerms, 3), plans, async (debts, terms) => {
				const plan = planOf(debts, terms);
				if (plan.months > 150) return;
				const sums = sumsOf(await recalculated(await written(debts, terms)));
				expect(sums).toEqual({ ...programs(debts, terms), verdict: EQUAL });
			}),
			{ numRuns: runs(25) }
		);
	});

	it('has in its money what a debt that is figures passes on of its own extras', async () => {
		const byTheDay = simpleDebt('figures', 150_000, 120_000, {
			payment: { kind: 'fixed', amount: cents(40_000) },
			rate: { basis: 'daily', annual: percent(120_000), dayYear: 'actual' },
			extras: [{ from: 3, every: 12, amount: cents(30_000) }]
		});
		const debts = [byTheDay, simpleDebt('formulas', 200_000, 60_000)];
		const terms = constant(60_000);
		expect(
			planOf(debts, terms).kept.some(({ shares }) => shares.some((one) => one.passedOn > 0))
		).toBe(true);
		const sums = sumsOf(await recalculated(await written(debts, terms)));
		expect(sums).toEqual({ ...programs(debts, terms), verdict: EQUAL });
	});

	it('goes on computing: another rate, balance or amount of money comes to what the program comes to', async () => {
		const drawn = fc.record({
			debts: household(monthly.map(nominal), 3),
			order: fc.constantFrom('rate' as const, 'balance' as const, 'listed' as const),
			money: fc.integer({ min: 60_000, max: 200_000 }),
			rate: fc.integer({ min: 0, max: 299_900 }),
			added: fc.integer({ min: 0, max: 60_000 }),
			balance: fc.integer({ min: 1_000, max: 900_000 })
		});
		await fc.assert(
			fc.asyncProperty(drawn, async ({ debts, order, money, rate, added, balance }) => {
				const terms = constant(money, { order });
				const before = planOf(debts, terms);
				const [first, ...others] = debts as [PlannedDebt, ...PlannedDebt[]];
				fc.pre(
					first.terms.opening > 0 &&
						before.shortMonths.length === 0 &&
						before.months <= 150 &&
						debts.every(({ terms: { firstDue, ...of } }) =>
							isLive({ firstDue, ...of }, monthsBetween(before.firstMonth, firstDue) + 1)
						)
				);
				const book = await recalculated(await written(debts, terms));
				book.change('Terms', {
					[FIRST.rate]: rate / 1_000_000,
					[FIRST.balance]: balance / 100,
					[MONEY]: (money + added) / 100
				});
				const changed = [
					{
						...first,
						terms: {
							...first.terms,
							opening: balance as Cents,
							rate: { ...first.terms.rate, annual: percent(rate) }
						}
					},
					...others
				];
				const now = {
					...terms,
					budget: { kind: 'constant', amount: (money + added) as Cents } as const
				};
				const after = planOf(changed, now);
				// A short month is shared to a cent.
				fc.pre(after.shortMonths.length === 0);
				// The months of a workbook go on for half as long again, where the plan comes to an end.
				const isCleared = before.ending.status === 'cleared';
				const more = isCleared ? Math.max(24, Math.ceil(before.months / 2)) : 0;
				if (after.ending.status === 'cleared' && after.months <= before.months + more)
					expect(sumsOf(book)).toMatchObject(programs(changed, now));
				else expect(sumsOf(book).verdict).toBe(BEYOND);
			}),
			{ numRuns: runs(12) }
		);
	});

	it('computes on in months that were short, once there is enough', async () => {
		const debts = [
			simpleDebt('a', 120_000, 180_000, { payment: { kind: 'fixed', amount: cents(8_000) } }),
			simpleDebt('b', 60_000, 120_000)
		];
		const poor = constant(10_000);
		expect(planOf(debts, poor).shortMonths.length).toBeGreaterThan(3);
		const book = await recalculated(await written(debts, poor));
		expect(sumsOf(book)).toMatchObject({ ...programs(debts, poor), verdict: EQUAL });
		book.change('Terms', { [MONEY]: 150 });
		expect(sumsOf(book)).toMatchObject(programs(debts, constant(15_000)));
	});

	it('is set up for paper: landscape, one page wide, its headings repeated', async () => {
		const [one] = demoPlans;
		if (!one) throw new Error('a plan');
		const { debts, terms } = carriedPlan(one.document, one.entry);
		const workbook = new ExcelJS.Workbook();
		await workbook.xlsx.load((await written(debts, terms)).buffer as ArrayBuffer);
		for (const { pageSetup } of workbook.worksheets) {
			expect(pageSetup).toMatchObject({ orientation: 'landscape', fitToWidth: 1, fitToHeight: 0 });
			expect(pageSetup.printTitlesRow).toMatch(/^\d+:\d+$/);
		}
	});

	it('says so when something was changed, and when the months do not reach', async () => {
		const [one] = demoPlans;
		if (!one) throw new Error('a plan');
		const { debts, terms } = carriedPlan(one.document, one.entry);
		const book = await recalculated(await written(debts, terms));
		book.change('Terms', { [MONEY]: 900 });
		expect(sumsOf(book).verdict).toBe('Not what the program wrote: something was changed here.');
		book.change('Terms', { [MONEY]: 500 });
		expect(sumsOf(book).verdict).toBe(BEYOND);
	});

	it('of a plan that never ends says so of its months, and of any others', async () => {
		const debts = [simpleDebt('a', 5_000_00, 360_000)];
		const terms = constant(100_00);
		const book = await recalculated(await written(debts, terms));
		const label = () => book.at('Terms', `B${book.rowOf('Terms', 'Interest in all') + 2}`);
		expect(sumsOf(book)).toEqual({ ...programs(debts, terms), verdict: EQUAL });
		expect(label()).toBe('Months of this workbook, not paid off in them');
		book.change('Terms', { [MONEY]: 120 });
		expect(sumsOf(book).verdict).toBe(BEYOND);
		book.change('Terms', { [MONEY]: 3_000 });
		expect(label()).toBe('Months until all is paid off');
		expect(sumsOf(book)).toMatchObject(programs(debts, constant(3_000_00)));
	});

	it('is of one debt too, and of a currency without decimals', async () => {
		await fc.assert(
			fc.asyncProperty(monthly, async (terms) => {
				const debts = [{ id: 'a', terms }];
				if (!isLive(terms, 1) || planOf(debts, ONLY_ASKED).months > 240) return;
				const book = await recalculated(await written(debts, ONLY_ASKED, 0));
				expect(sumsOf(book, 0)).toEqual({ ...programs(debts, ONLY_ASKED), verdict: EQUAL });
			}),
			{ numRuns: runs(20) }
		);
	});
});

describe('the workbook of a debt that formulas can’t say', () => {
	it('has every payment of its schedule, and their sums', async () => {
		const [card] = demoPlans[0]?.document.debts ?? [];
		if (!card) throw new Error('a debt');
		const weekly = {
			...card,
			lending: { ...card.lending, paymentsPerYear: 52 as const, timing: 'advance' as const }
		};
		const stated = statedDebt(weekly, asOf);
		if (!stated) throw new Error('a stated debt');
		const { run } = carryOut(stated, { kind: 'paid' });
		const book = await recalculated(
			await scheduleWorkbook('A debt', run, { code: 'USD', digits: 2 })
		);
		const row = book.rowOf('Schedule', 'Together');
		expect(row).toBe(6 + run.periods);
		expect(book.at('Schedule', `E${row}`)).toBe(run.totalInterest / 100);
		expect(book.at('Schedule', `F${row}`)).toBe(run.totalPaid / 100);
		expect(book.at('Schedule', `I${row - 1}`)).toBe(0);
	});
});

const folder = mkdtempSync(join(tmpdir(), 'residuum-workbook-'));
afterAll(() => rmSync(folder, { recursive: true }));
const hasOffice = existsSync('/usr/bin/soffice');
if (!hasOffice) console.warn('No workbook is recalculated by LibreOffice: there is none here');

describe.runIf(hasOffice)('a workbook in LibreOffice', () => {
	it('comes to the same as the program', async () => {
		const [one] = demoPlans;
		if (!one) throw new Error('a plan');
		const { debts, terms } = carriedPlan(one.document, one.entry);
		writeFileSync(join(folder, 'plan.xlsx'), await written(debts, terms));
		// A profile of its own: another one may be open elsewhere.
		const words = [
			`-env:UserInstallation=file://${folder}/profile`,
			'--headless',
			'--convert-to',
			'csv',
			'--outdir',
			folder
		];
		execFileSync('soffice', [...words, join(folder, 'plan.xlsx')], {
			stdio: 'ignore',
			timeout: 60_000
		});
		const { data } = Papa.parse<string[]>(readFileSync(join(folder, 'plan.csv'), 'utf8'));
		const row = (text: string) => data.find((cells) => cells[1] === text) ?? [];
		const { interest, paid, months } = programs(debts, terms);
		const cents = (cell: string | undefined) => Number((cell ?? '').replaceAll(/[,.]/g, ''));
		expect(cents(row('Interest in all')[4])).toBe(interest);
		expect(cents(row('Paid to the debts in all')[4])).toBe(paid);
		expect(Number(row('Months until all is paid off')[4])).toBe(months);
		expect(row(EQUAL)).not.toEqual([]);
	}, 90_000);
});

/** A rate without what is not said of it. */
const said = (rate: DebtTerms['rate']) =>
	Object.fromEntries(Object.entries(rate).filter(([, value]) => value !== null));

describe('a workbook of ours', () => {
	/** A rule with what is usual in it written out; that a minimum is held is a way of paying it. */
	const whole = (rule: PaymentRule) => {
		if (rule.kind === 'level')
			return { balloon: 0, payment: null, roundPayment: 'nearest', atTerm: 'settle', ...rule };
		return rule.kind === 'frozen-minimum' ? { ...rule, kind: 'minimum' } : rule;
	};

	/** A debt as the workbook has it, read back: what is asked, its rates and its dates. */
	async function readBack(debts: readonly PlannedDebt[], terms: PlanTerms, digits: 0 | 2 = 2) {
		const [sheet] = await sheetsOf(
			{ name: 'a plan.xlsx', bytes: await written(debts, terms, digits) },
			usd
		);
		const currency = { code: digits === 2 ? 'USD' : 'JPY', digits };
		const writing = writingOf({ currency, style: USUAL_STYLE });
		const table = takenTable(sheet?.rows ?? [], {
			name: 'a plan.xlsx',
			writing,
			asOf: '2026-01-01' as CalendarDate
		});
		expect(table.lines.flatMap(({ unread }) => unread)).toEqual([]);
		expect(table.lines).toHaveLength(debts.length);
		return table.lines.map(({ flat }) => debtOf(flat, 'read'));
	}

	it.each(demoPlans.map(({ name, ...one }) => [name, one] as const))(
		'is read back as the debts that it was written of: %s',
		async (_, { document, entry }) => {
			const { debts, terms } = carriedPlan(document, entry);
			const digits = document.currency.digits as 0 | 2;
			const read = await readBack(debts, terms, digits);
			read.forEach((debt, at) => {
				const stated = statedDebt(debt, document.asOf);
				const was = debts[at]?.terms;
				if (!stated || !was) throw new Error('a debt');
				expect(debt.name).toBe(`Debt ${at}`);
				const {
					payment,
					rate,
					opening,
					firstDue,
					paymentsPerYear,
					timing = 'arrears'
				} = wayTerms(stated, { kind: 'asked' });
				expect({
					payment: whole(payment),
					rate: said(rate),
					opening,
					firstDue,
					paymentsPerYear,
					timing
				}).toEqual({
					payment: whole(was.payment),
					rate: said(was.rate),
					opening: was.opening,
					firstDue: was.firstDue,
					paymentsPerYear: was.paymentsPerYear,
					timing: was.timing ?? 'arrears'
				});
				expect(rateStepsOf(termsNow(stated)).map(({ from, annual }) => [from, annual])).toEqual(
					rateStepsOf(was).map(({ from, annual }) => [from, annual])
				);
			});
		},
		60_000
	);
});
