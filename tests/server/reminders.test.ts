/** Reminders: found in the tables, they are those that the cases themselves say; dismissed, put off and brought back. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
	addDays,
	addMonths,
	startOfMonth,
	type CalendarDate
} from '../../src/lib/core/quantities/calendar';
import type { CaseDocument } from '../../src/lib/document/case';
import type { ChangeEntry } from '../../src/lib/document/change';
import { standingOf } from '../../src/lib/document/forecast';
import { chosenPlan } from '../../src/lib/document/plan';
import { DAYS_AHEAD } from '../../src/lib/document/reminders';
import { withChoice } from '../../src/lib/document/kept-forecast';
import { TIMES } from '../../scripts/random.mjs';
import { demoCases } from '../support/demo-cases';
import { pageData } from '../support/page-data';
import { caseNow, startResiduum, type Residuum } from '../support/residuum';

const FIRST = '2026-12-15' as CalendarDate;
/** Agreements and offers of a plan, so that they end within a year. */
const endingSoon = (change: ChangeEntry): ChangeEntry => {
	if (change.kind === 'concession') return { ...change, until: '2027-03-31' as CalendarDate };
	return change.kind === 'transfer' ? { ...change, offerMonths: 2 } : change;
};

/** In months from the first, each a start of the program; few of them have something of every kind, too. */
const DAYS = TIMES < 1 ? [2, 26] : [0, 1, 2, 3, 6, 14, 26];

let residuum: Residuum;
let ids: readonly string[] = [];
beforeAll(async () => {
	residuum = await startResiduum();
	// Every plan of the demo is chosen once: those with changes have something to remind of.
	const cases = demoCases.flatMap((document) =>
		document.plans.map((kept, at) => {
			const plan = { ...kept, changes: kept.changes.map(endingSoon) };
			const made = { id: crypto.randomUUID(), by: 'choice', date: document.asOf } as const;
			const none = { ...document, choices: [], forecasts: [], visits: [], readings: [] };
			const plans = document.plans.map((one) => (one.id === plan.id ? plan : one));
			const alone = { ...none, plans, recordedEvents: [], recordedMoney: [] };
			return { ...withChoice(alone, plan, '', made), label: `${document.label} ${at}` };
		})
	);
	const { status, body } = await residuum.request('POST', '/api/cases/imports', {
		cases: [...demoCases, ...cases].slice(0, 40)
	});
	expect(status).toBe(201);
	({ ids } = body as { ids: string[] });
});
afterAll(() => residuum.remove());

interface Said {
	readonly caseId: string;
	readonly kind: string;
	readonly subject: string;
	readonly about: string;
	readonly day: string;
}

const saidBy = async (program: Residuum): Promise<Said[]> =>
	(await pageData<{ reminders: Said[] }>(program, '/reminders')).reminders;

/** What a case itself says, without the tables. */
function expectedOf(id: string, document: CaseDocument, today: CalendarDate): string[] {
	const until = addDays(today, DAYS_AHEAD);
	const isSoon = (day: CalendarDate | null): day is CalendarDate =>
		day !== null && day >= today && day <= until;
	const said: string[] = [];
	const say = (kind: string, about: string, day: string) =>
		said.push([id, kind, about, day].join(' | '));
	const { expectedSince, lastRead, off, shortFrom } = standingOf(document);
	const chosen = chosenPlan(document)?.plan;
	const since = [expectedSince, lastRead]
		.filter((day) => day !== null)
		.sort()
		.at(-1);
	if (expectedSince !== null && since !== undefined) {
		const due = addMonths(since, 3);
		if (due <= today || Math.abs(off ?? 0) > 10_000) say('review', '', due);
	}
	const month = startOfMonth(today);
	if (chosen && shortFrom !== null && shortFrom >= month && shortFrom <= addMonths(month, 1))
		say('short', '', shortFrom);
	for (const { name, balances } of document.debts)
		for (const { deferral, balance } of balances)
			if (deferral && balance !== 0 && isSoon(deferral.by)) say('offer', name, deferral.by);
	const namesOf = (of: readonly string[]) =>
		document.debts
			.filter((debt) => of.includes(debt.id))
			.map(({ name }) => name)
			.join(', ');
	for (const change of chosen?.changes ?? []) {
		if (change.kind === 'transfer' && change.card.firstDue && change.offerMonths !== null) {
			const end = addMonths(change.card.firstDue, change.offerMonths);
			if (isSoon(end)) say('offer', namesOf(change.amounts.map(({ debt }) => debt)), end);
		}
		if (change.kind === 'concession' && isSoon(change.until))
			say('agreement', namesOf(change.debts.map(({ debt }) => debt)), change.until);
		if (change.kind === 'settle' && isSoon(change.date))
			say('settlement', namesOf(change.debts.map(({ debt }) => debt)), change.date);
	}
	return said;
}

const written = (all: readonly Said[]): string[] =>
	all.map(({ caseId, kind, about, day }) => [caseId, kind, about, day].join(' | ')).sort();

describe('reminders', () => {
	it('are those of the cases, on other days others, those due first in front', async () => {
		const documents = new Map<string, CaseDocument>();
		for (const id of ids) documents.set(id, (await caseNow(residuum, id)).document);
		const kinds = new Set<string>();
		for (const months of DAYS) {
			const today = addMonths(FIRST, months);
			await residuum.stop();
			residuum = await startResiduum({ RESIDUUM_TODAY: today }, undefined, residuum);
			const all = await saidBy(residuum);
			const expected = [...documents].flatMap(([id, document]) => expectedOf(id, document, today));
			expect(written(all)).toEqual(expected.sort());
			expect(all.map(({ day }) => day)).toEqual(all.map(({ day }) => day).sort());
			for (const { kind } of all) kinds.add(kind);
		}
		// It is about something.
		expect([...kinds].sort()).toEqual(['agreement', 'offer', 'review', 'settlement', 'short']);
	});

	it('are dismissed, put off until a day, and brought back', async () => {
		const before = await saidBy(residuum);
		const [first, second] = before;
		if (!first || !second) throw new Error('two reminders');
		const put = ({ caseId, subject }: Said, until: string | null) =>
			residuum.request('PUT', '/api/reminders', { caseId, subject, until });
		expect((await put(first, null)).status).toBe(204);
		const today = addMonths(FIRST, 26);
		expect((await put(second, addDays(today, 7))).status).toBe(204);
		expect(written(await saidBy(residuum))).toEqual(written(before.slice(2)));
		await residuum.stop();
		residuum = await startResiduum({ RESIDUUM_TODAY: addDays(today, 7) }, undefined, residuum);
		const later = (await saidBy(residuum)).map(({ subject, caseId }) => caseId + subject);
		expect(later).not.toContain(first.caseId + first.subject);
		if (second.kind === 'review') expect(later).toContain(second.caseId + second.subject);
		const { caseId, subject } = first;
		expect((await residuum.request('DELETE', '/api/reminders', { caseId, subject })).status).toBe(
			204
		);
		const other = { caseId: crypto.randomUUID(), subject, until: null };
		expect((await residuum.request('PUT', '/api/reminders', other)).status).toBe(404);
		const back = { caseId, subject: '', until: 'x' };
		expect((await residuum.request('PUT', '/api/reminders', back)).status).toBe(422);
	});
});
