/**
 * A figure, what explains it, its cell in a workbook and its line on paper are of one record: for any debts under any
 * money, they say the same.
 */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { NO_FEES } from '../../src/lib/core/plan/money';
import { monthsBlocks } from '../../src/lib/handout/payments';
import type { Handed } from '../../src/lib/handout/handed';
import { planOf } from '../../src/lib/core/plan/walk';
import { periodsOf } from '../../src/lib/core/plan/records';
import { paymentsOf } from '../../src/lib/core/plan/payments';
import { run, rowAt } from '../../src/lib/core/debt/run';
import { workingOf } from '../../src/lib/core/working/debt-working';
import { planWorkingOf } from '../../src/lib/core/working/plan-working';
import type { RowFigure } from '../../src/lib/core/debt/figure';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import type { Plan, PlannedDebt, PlanTerms } from '../../src/lib/core/plan/terms';
import { planWorkbook } from '../../src/lib/exchange/workbooks-out';
import { columnOf, FIRST_MONTH_ROW, type OfDebt } from '../../src/lib/exchange/sheet-layout';
import { scheduleRows } from '../../src/lib/exchange/schedule-rows';
import { monthRows } from '../../src/lib/exchange/plan-rows';
import { writePlanWorking } from '../../src/lib/words/plan-working';
import { writeAmount } from '../../src/lib/reading/written';
import { changingTerms, household, monthly, plans } from '../support/households';
import { recomputed } from '../support/recomputed';
import { recalculatedAll } from '../support/recalculated';
import { ofWhich, runs } from '../support/random';
import { usd } from '../support/said';

const currency = { code: 'USD', digits: 2 };
const inCents = (value: unknown) => Math.round(Number(value) * 100);

async function workbookOf(debts: readonly PlannedDebt[], terms: PlanTerms, plan: Plan) {
	const named = debts.map((debt, at) => ({ ...debt, letter: String(at), name: debt.id }));
	const asOf = '2026-12-15' as CalendarDate;
	return {
		bytes: await planWorkbook({ title: 'A plan', asOf, currency, debts: named, terms, plan })
	};
}

/** What the page for the client has of each debt in its first months. */
function handedLines(debts: readonly PlannedDebt[], terms: PlanTerms, plan: Plan) {
	const handed = debts.map(({ id }, index) => ({
		id,
		index,
		place: index,
		letter: String(index),
		name: id
	}));
	const carried = { debts, terms, plan, fees: NO_FEES, refusal: null };
	const blocks = monthsBlocks({
		person: null,
		carried,
		debts: handed,
		writing: usd
	} as unknown as Handed);
	const lines = new Map<number, string[]>();
	for (const block of blocks) {
		if (block.kind !== 'table') continue;
		for (const { letter, cells } of block.rows) {
			if (letter === null) continue;
			const before = lines.get(Number(letter)) ?? [];
			lines.set(Number(letter), [...before, ...cells.slice(1)]);
		}
	}
	return lines;
}

it('each month of a plan, in its table, its working, its cells, on paper and in its periods', async () => {
	let cells = 0;
	const drawn = fc
		.sample(fc.tuple(household(changingTerms, 3), plans), runs(12))
		.map(([debts, terms]) => ({ debts, terms, plan: planOf(debts, terms) }))
		.filter(({ plan }) => plan.months <= 120);
	const books = await recalculatedAll(
		await Promise.all(drawn.map(({ debts, terms, plan }) => workbookOf(debts, terms, plan)))
	);
	for (const [index, { debts, terms, plan }] of drawn.entries()) {
		const book = books[index];
		if (!book) throw new Error('a workbook');
		const [, ...table] = monthRows(
			plan,
			debts.map(({ id }, index) => ({ index, name: id })),
			{ from: 1, to: plan.months, figures: ['paid', 'interest', 'closing'] },
			currency
		);
		const paper = handedLines(debts, terms, plan);
		const byDebt = debts.map((_, index) => periodsOf(debts, plan, index).periods);
		const paid = paymentsOf(debts, plan);
		for (const { month, shares } of plan.kept) {
			for (const share of shares) {
				const cell = (of: OfDebt) =>
					inCents(book.at('Months', `${columnOf(share.index, of)}${FIRST_MONTH_ROW + month - 1}`));
				const { opening, charges, interest, closing } = share;
				expect([cell('opening'), cell('charges'), cell('interest')]).toEqual([
					opening,
					charges,
					interest
				]);
				expect([cell('required'), cell('paid'), cell('closing')]).toEqual([
					share.required,
					share.paid,
					closing
				]);
				const line = table[month - 1]?.slice(-3 * debts.length).slice(3 * share.index);
				expect(line?.slice(0, 3).map(inCents)).toEqual([share.paid, interest, closing]);
				const said = paper.get(share.index)?.[month - 1];
				if (month <= 12) expect(said).toBe(share.paid === 0 ? '–' : writeAmount(share.paid, usd));
				const due = byDebt[share.index]?.filter((period) => period.month === month) ?? [];
				const sum = (of: 'interest' | 'charges') =>
					due.reduce((all, period) => all + period[of], 0);
				expect([sum('interest'), sum('charges')]).toEqual([interest, charges]);
				const payments = paid.filter((one) => one.index === share.index && one.month === month);
				expect(payments.reduce((all, { amount }) => all + amount, 0)).toBe(share.paid);
				const id = plan.debts[share.index]?.id ?? '';
				for (const what of ['interest', 'closing'] as const) {
					const name = { inMonth: month, ofDebt: id, what };
					const working = planWorkingOf({ plan, debts }, plan, { of: 'plan', name });
					const written = working && writePlanWorking(working, () => id, usd);
					expect(written?.result).toBe(writeAmount(share[what], usd));
				}
				cells += 1;
			}
		}
	}
	expect(cells).toBeGreaterThan(ofWhich(100));
});

it('each payment of a debt, in its schedule, its working and the file of it', () => {
	const NAMES = ['opening', 'charges', 'interest', 'paid', 'principal', 'closing'] as const;
	let seen = 0;
	fc.assert(
		fc.property(monthly, (terms) => {
			const own = { terms, run: run(terms) };
			const rows = scheduleRows(own.run, 0, own.run.periods, currency);
			const [head = [], ...lines] = rows;
			const at = (heading: string) => head.findIndex((text) => text.startsWith(heading));
			const columns = [at('Opening'), at('Interest'), at('Closing')];
			expect(columns).not.toContain(-1);
			for (let k = 1; k <= Math.min(own.run.periods, 30); k += 1) {
				const row = rowAt(own.run, k);
				if (!row) throw new Error(`row ${k}`);
				const line = lines.find((one) => one[0] === String(k)) ?? [];
				expect(columns.map((column) => inCents(line[column]))).toEqual([
					row.opening,
					row.interest,
					row.closing
				]);
				for (const name of NAMES) {
					const figure: RowFigure = { of: 'row', name, k };
					const working = workingOf(own, own, figure);
					if (!working) throw new Error(`no working of ${name} in ${k}`);
					expect(working.result).toEqual({ kind: 'money', amount: row[name] });
					expect(recomputed(working) ?? row[name]).toBe(row[name]);
					seen += 1;
				}
			}
		}),
		{ numRuns: runs(40) }
	);
	expect(seen).toBeGreaterThan(ofWhich(1000));
});
