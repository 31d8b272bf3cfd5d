/** The book at a glance is what the cases themselves say, on any day, after each save. */
import fc from 'fast-check';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { TIMES } from '../../scripts/random.mjs';
import { addMonths, type CalendarDate } from '../../src/lib/core/quantities/calendar';
import type { CaseDocument } from '../../src/lib/document/case';
import { standingOf } from '../../src/lib/document/forecast';
import {
	BOOK_STATES,
	countOf,
	type BookState,
	type Glance,
	type Savings
} from '../../src/lib/document/glance';
import { savedIn, type Saved } from '../../src/lib/document/saved';
import { chosenPlan } from '../../src/lib/document/plan';
import { demoCases } from '../support/demo-cases';
import { anyDocument } from '../support/documents';
import { pageData } from '../support/page-data';
import { caseNow, startResiduum, wholly, type Residuum } from '../support/residuum';

let residuum: Residuum;
let ids: readonly string[] = [];
beforeAll(async () => {
	residuum = await startResiduum();
	const drawn = fc.sample(anyDocument, { numRuns: 20, seed: 33 });
	const cases = [...demoCases, ...drawn].map((document, at) => ({
		...document,
		label: `Glance ${at}`
	}));
	const made: string[] = [];
	for (let from = 0; from < cases.length; from += 13) {
		const { status, body } = await residuum.request('POST', '/api/cases/imports', {
			cases: cases.slice(from, from + 13)
		});
		expect(status).toBe(201);
		made.push(...(body as { ids: string[] }).ids);
	}
	ids = made;
});
afterAll(() => residuum.remove());

const USD = { currency: { code: 'USD', digits: 2 } };

interface Seen {
	readonly glance: Glance;
	readonly lines: readonly { readonly id: string; readonly owed: number }[];
}
const seen = (of = ''): Promise<Seen> => pageData<Seen>(residuum, `/glance${of}`);

/** By the latest balance that was recorded of each debt after the day of its own. */
const owedIn = ({ debts, readings, asOf: day }: CaseDocument): number =>
	debts.reduce((sum, { id, balance, asOf }) => {
		const later = readings
			.filter(({ debt, date }) => debt === id && date > (asOf ?? day))
			.sort((a, b) => (a.date < b.date ? -1 : 1));
		return sum + (later.at(-1)?.balance ?? balance ?? 0);
	}, 0);

function stateOf(document: CaseDocument, today: CalendarDate): BookState {
	if (chosenPlan(document) === null) return 'new';
	if (owedIn(document) === 0) return 'finished';
	const { expectedSince, lastRead, off, shortFrom } = standingOf(document);
	const since = [expectedSince, lastRead]
		.filter((day) => day !== null)
		.sort()
		.at(-1);
	if (since !== undefined && addMonths(since, 3) <= today) return 'silent';
	if ((off ?? 0) > 10_000) return 'behind';
	if (shortFrom !== null) return 'short';
	return lastRead === null ? 'chosen' : 'on-plan';
}

async function expectAgrees(today: CalendarDate): Promise<void> {
	const documents = await Promise.all(
		ids.map(async (id) => [id, (await caseNow(residuum, id)).document] as const)
	);
	const { glance } = await seen();
	expect(countOf(glance.counts)).toBe(documents.length);
	for (const state of BOOK_STATES) {
		const expected = documents.filter(([, document]) => stateOf(document, today) === state);
		expect([state, glance.counts[state]]).toEqual([state, expected.length]);
		const { lines } = await seen(`?of=${encodeURIComponent(state)}`);
		expect(lines.map(({ id, owed }) => `${id} ${owed}`).sort()).toEqual(
			expected.map(([id, document]) => `${id} ${owedIn(document)}`).sort()
		);
	}
	const sums = (amount: (document: CaseDocument) => number) =>
		documents.reduce((sum, [, document]) => sum + amount(document), 0);
	expect(glance.owed).toEqual([{ currency: { code: 'USD', digits: 2 }, amount: sums(owedIn) }]);
	const paidOff = sums((document) => {
		const [first] = document.forecasts;
		if (!first) return 0;
		return first.figures.reduce((sum, { opening }) => sum + opening, 0) - owedIn(document);
	});
	expect(glance.paidOff).toEqual([{ currency: { code: 'USD', digits: 2 }, amount: paidOff }]);
	const ends = documents.flatMap(([, document]) =>
		chosenPlan(document) === null ? [] : (document.forecasts.at(-1)?.ends ?? [])
	);
	expect(glance.ending).toBe(ends.length);
	for (const groups of [glance.byOwner, glance.byMonth])
		expect(groups.reduce((sum, { counts }) => sum + countOf(counts), 0)).toBe(documents.length);
}

it('is what the cases say', async () => {
	await expectAgrees('2026-12-15' as CalendarDate);
	const [first = ''] = ids;
	const { document, revision } = await caseNow(residuum, first);
	const debts = document.debts.map((debt) => ({ ...debt, balance: 0, balances: [] }));
	const paid = { ...document, debts, readings: [] };
	const save = { basedOn: revision, what: 'all paid', ...wholly(paid) };
	expect((await residuum.request('PUT', `/api/cases/${first}`, save)).status).toBe(200);
	await expectAgrees('2026-12-15' as CalendarDate);
});

it('says what plans save, once that is computed, and of what was changed anew', async () => {
	const savings = async () => (await pageData<{ savings: Savings }>(residuum, '/glance')).savings;
	const known = async (): Promise<Savings> => {
		await expect.poll(async () => (await savings()).left, { timeout: 60_000 }).toBe(0);
		return savings();
	};
	const expected = async () => {
		const documents = await Promise.all(
			ids.map(async (id) => (await caseNow(residuum, id)).document)
		);
		const each = documents.map(savedIn);
		const of = (key: keyof Saved) => {
			const amounts = each.flatMap(({ [key]: amount }) => amount ?? []);
			const amount = amounts.reduce((sum: number, one) => sum + one, 0);
			return { cases: amounts.length, amounts: amounts.length === 0 ? [] : [{ ...USD, amount }] };
		};
		const both = each.filter(({ lived }) => lived !== null);
		const plannedOfLived = both.reduce((sum, { planned }) => sum + (planned ?? 0), 0);
		return {
			planned: of('planned'),
			lived: of('lived'),
			plannedOfLived: both.length === 0 ? [] : [{ ...USD, amount: plannedOfLived }],
			left: 0
		};
	};
	const before = await known();
	expect(before).toEqual(await expected());
	expect(before.lived.cases).toBeGreaterThan(0);
	const id = ids.at(demoCases.findIndex(({ forecasts }) => forecasts.length > 0)) ?? '';
	const { document, revision } = await caseNow(residuum, id);
	const save = { basedOn: revision, what: 'no plan', ...wholly({ ...document, forecasts: [] }) };
	const { status, body } = await residuum.request('PUT', `/api/cases/${id}`, save);
	expect([status, JSON.stringify(body).slice(0, 200)]).toEqual([200, expect.anything()]);
	expect(await known()).toEqual(await expected());
	expect((await known()).planned.cases).toBeLessThan(before.planned.cases);
});

it('is another one on another day', async () => {
	const states = new Set<string>();
	// Each is a start of the program.
	for (const months of TIMES < 1 ? [4] : [1, 4, 40]) {
		const today = addMonths('2026-12-15' as CalendarDate, months);
		await residuum.stop();
		residuum = await startResiduum({ RESIDUUM_TODAY: today }, undefined, residuum);
		await expectAgrees(today);
		const { glance } = await seen();
		for (const state of BOOK_STATES) if (glance.counts[state] > 0) states.add(state);
	}
	expect(states.size).toBeGreaterThanOrEqual(4);
});

it('is a table that leaves the house without small groups', async () => {
	const { status, body } = await residuum.request('GET', '/api/glance/csv');
	expect(status).toBe(200);
	const lines = String(body).trim().split('\r\n');
	expect(lines[0]).toContain('by,group,cases,new,finished,silent');
	for (const line of lines.slice(1)) expect(Number(line.split(',')[2])).toBeGreaterThanOrEqual(5);
});
