/** What is paid to creditors in a month: the server's list, from kept forecasts, is what each plan pays. */
import { afterAll, beforeAll, expect, it } from 'vitest';
import { addMonths, startOfMonth, type CalendarDate } from '../../src/lib/core/quantities/calendar';
import { depositsOf } from '../../src/lib/core/plan/deposit';
import { cents } from '../../src/lib/core/quantities/money';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import type { CaseDocument } from '../../src/lib/document/case';
import { withChoice } from '../../src/lib/document/kept-forecast';
import { byCreditor, type PaidOutLine, type PaidOutPage } from '../../src/lib/document/paid-out';
import { paidToCsv, paymentsOutCsv } from '../../src/lib/exchange/paid-out-csv';
import { demoPlans } from '../support/demo-cases';
import { startResiduum, type Residuum } from '../support/residuum';

let residuum: Residuum;
/** A case for each plan of the demo that can be carried out, paid out of a deposit. */
const cases = demoPlans.flatMap(({ document: of, entry }, at) => {
	// Payments every other week fall into a month several times.
	const debts = of.debts.map((debt, place) =>
		place === 0 && at % 2 === 1
			? { ...debt, lending: { ...debt.lending, paymentsPerYear: 26 as const } }
			: debt
	);
	const document = { ...of, debts };
	const programme = {
		day: 1 + (at % 28),
		setUpFee: cents(2_000),
		monthlyFee: { kind: 'amount', amount: cents(1_500) },
		version: null,
		waived: at % 3 === 0 ? 'hardship' : null
	} as const;
	const plan = { ...entry, programme };
	const carried = carriedPlan(document, plan);
	if (carried.plan.ending.status === 'refused') return [];
	const made = { id: crypto.randomUUID(), by: 'choice', date: document.asOf } as const;
	const plans = document.plans.map((one) => (one.id === plan.id ? plan : one));
	return [{ document: withChoice({ ...document, plans }, plan, '', made), carried, programme }];
});

beforeAll(async () => {
	residuum = await startResiduum();
	const documents = cases.map(({ document }) => document);
	for (let from = 0; from < documents.length; from += 10) {
		const portion: CaseDocument[] = documents.slice(from, from + 10);
		const { status } = await residuum.request('POST', '/api/cases/imports', { cases: portion });
		expect(status).toBe(201);
	}
});
afterAll(() => residuum.remove());

const inMonth = async (month: CalendarDate): Promise<PaidOutLine[]> => {
	const path = `/api/payments?month=${month.slice(0, 7)}`;
	const { status, body } = await residuum.request('GET', path);
	expect(status).toBe(200);
	const { lines, cases: all, next } = body as PaidOutPage;
	expect([all, next]).toEqual([cases.length, null]);
	return [...lines];
};

it.each([1, 2, 5, 14, 30])('%i months on: every payment of every plan, to the cent', async (on) => {
	const month = addMonths(startOfMonth('2026-12-15' as CalendarDate), on);
	const lines = await inMonth(month);
	const paid = (list: readonly { date: string; amount: number }[]) =>
		list.map(({ date, amount }) => `${date} ${amount}`).sort();
	const expected = cases.flatMap(({ carried: { debts, plan }, programme }) =>
		depositsOf(debts, plan, programme.day)
			.filter(({ date }) => startOfMonth(date) === month)
			.flatMap(({ paidOut }) => paidOut)
	);
	expect(paid(lines)).toEqual(paid(expected));
	expect(expected.length).toBeGreaterThan(10);
	const creditors = byCreditor(lines);
	const sum = (of: readonly { amount: number }[]) =>
		of.reduce((all, { amount }) => all + amount, 0);
	expect(sum(creditors)).toBe(sum(lines));
	const column = (csv: string, at: number) =>
		csv
			.trim()
			.split('\r\n')
			.slice(1)
			.map((line) => Math.round(100 * Number(line.split(',').at(at))));
	expect(column(paymentsOutCsv(creditors), -1).reduce((all, one) => all + one, 0)).toBe(sum(lines));
	expect(column(paidToCsv(creditors), 2).reduce((all, one) => all + one, 0)).toBe(sum(lines));
});

it('refuses what is no month, and has nothing of a plan without a deposit', async () => {
	expect((await residuum.request('GET', '/api/payments?month=2027-13')).status).toBe(422);
	expect((await residuum.request('GET', '/api/payments?month=2027-01&after=x')).status).toBe(422);
	expect(await inMonth('2001-01-01' as CalendarDate)).toEqual([]);
});

it('says how many cases there are also after the last of them', async () => {
	const last = 'ffffffff-ffff-4fff-bfff-ffffffffffff';
	const { body } = await residuum.request('GET', `/api/payments?month=2027-03&after=${last}`);
	expect(body).toEqual({ lines: [], cases: cases.length, looked: 0, next: null });
});
