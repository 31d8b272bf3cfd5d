/** What is forgotten is gone, and nothing else is. */
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { queryOnce } from '../../scripts/postgres.mjs';
import { thinned, type ThinnableRevision } from '../../src/lib/server/cases/thinning';
import { SCHEMA } from '../../src/lib/server/database/tables';
import { card } from '../support/debts';
import { runs } from '../support/random';
import { caseNow, makeCase, startResiduum, type Residuum, wholly } from '../support/residuum';
import { wholeCase } from '../support/whole-case';

let residuum: Residuum;
const isServer = (inject('postgres') as string | undefined) !== undefined;
beforeAll(async () => {
	residuum = await startResiduum({ RESIDUUM_TODAY: '2026-12-15' });
});
afterAll(() => residuum.remove());

describe('a case', () => {
	it('is deleted permanently only after it was deleted, with all that is kept of it', async () => {
		const whole = wholeCase();
		const { id } = await makeCase(residuum, 'To be forgotten', [card()]);
		const put = (basedOn: number, document: object) =>
			residuum.request('PUT', `/api/cases/${id}`, {
				basedOn,
				what: 'all of it',
				...wholly(document)
			});
		expect((await put(2, whole)).status).toBe(200);
		const key = crypto.randomUUID();
		const message = {
			key,
			to: 'client@harbour.example',
			subject: 'Your plan',
			text: 'Here.',
			language: 'en',
			attachments: []
		};
		await residuum.request('POST', `/api/cases/${id}/outbox`, message);
		const forget = () => residuum.request('POST', `/api/cases/${id}/permanent-deletion`);
		expect((await forget()).status).toBe(404);
		await residuum.request('DELETE', `/api/cases/${id}`);
		expect((await residuum.request('GET', '/deleted-cases')).body).toContain(whole.label);
		expect((await forget()).status).toBe(204);
		expect((await forget()).status).toBe(404);
		expect((await residuum.request('POST', `/api/cases/${id}/restore`)).status).toBe(404);
		expect((await residuum.request('GET', `/api/outbox/${key}`)).status).toBe(404);
		expect((await residuum.request('GET', '/deleted-cases')).body).not.toContain(whole.label);
		if (!isServer) return;
		// Whatever of it the database has anywhere: by its identifier the trail, and that it was forgotten.
		const database = residuum.settings['DATABASE_URL'] ?? '';
		const tables = (await queryOnce(
			database,
			`select table_schema || '.' || table_name as name from information_schema.tables
			where table_schema not in ('pg_catalog', 'information_schema') and table_type = 'BASE TABLE'`
		)) as { name: string }[];
		expect(tables.length).toBeGreaterThan(40);
		const having = async (words: readonly string[]) => {
			const found: string[] = [];
			for (const { name } of tables) {
				const rows = await queryOnce(
					database,
					`select 1 from ${name} one, unnest($1::text[]) as word where strpos(one::text, word) > 0`,
					[words]
				);
				if (rows.length > 0) found.push(name);
			}
			return found.sort();
		};
		expect(await having([id])).toEqual([`${SCHEMA}.forgotten_case`, `${SCHEMA}.trail_entry`]);
		const said = [
			...[whole.label, 'To be forgotten', 'client@harbour.example'],
			...whole.people.map(({ name }) => name),
			...whole.debts.map((debt) => debt.id),
			...whole.plans.map((plan) => plan.id).slice(1)
		];
		expect(await having(said)).toEqual([]);
	});

	it('is deleted by itself when it was not changed for long, and not again once it was restored', async () => {
		const own = await startResiduum({ RESIDUUM_TODAY: '2026-12-15' });
		const untouched = await makeCase(own, 'Not changed for long', [card()]);
		await own.stop();
		const settings = { ...own.settings, RESIDUUM_UNTOUCHED_DAYS: '365' };
		const on = (day: string) => startResiduum({ ...settings, RESIDUUM_TODAY: day }, undefined, own);
		const before = await on('2027-12-15');
		await makeCase(before, 'Changed since', [card()]);
		await before.stop();
		const after = await on('2027-12-17');
		const deleted = async () => (await after.request('GET', '/deleted-cases')).body as string;
		await expect.poll(deleted, { timeout: 15_000 }).toContain('Not changed for long');
		expect(await deleted()).not.toContain('Changed since');
		expect((await after.request('POST', `/api/cases/${untouched.id}/restore`)).status).toBe(204);
		await after.stop();
		const again = await on('2027-12-18');
		await makeCase(again, 'Its hourly look is over', []);
		await again.stop();
		const last = await on('2027-12-19');
		expect((await caseNow(last, untouched.id)).document.label).toBe('Not changed for long');
		await last.stop();
		await own.remove();
	});

	it('is deleted permanently by itself after its time, and no sooner', async () => {
		const { id } = await makeCase(residuum, 'Long deleted', [card()]);
		await residuum.request('DELETE', `/api/cases/${id}`);
		await residuum.stop();
		const later = await startResiduum(
			{ ...residuum.settings, RESIDUUM_TODAY: '2027-03-15' },
			undefined,
			residuum
		);
		expect((await later.request('GET', '/deleted-cases')).body).toContain('Long deleted');
		await later.stop();
		const last = await startResiduum(
			{ ...residuum.settings, RESIDUUM_TODAY: '2027-03-16' },
			undefined,
			residuum
		);
		await expect
			.poll(async () => (await last.request('GET', '/deleted-cases')).body)
			.not.toContain('Long deleted');
		await last.stop();
	});
});

describe('a long history', () => {
	/** Any history that saves, steps back and steps forward make, over some days. */
	const histories = fc
		.array(
			fc.record({
				kind: fc.constantFrom('save', 'save', 'undo', 'redo'),
				days: fc.nat({ max: 2 }),
				whole: fc.boolean(),
				chose: fc.boolean()
			}),
			{ maxLength: 60 }
		)
		.map((steps) => {
			const all: ThinnableRevision[] = [
				{
					number: 1,
					parent: null,
					restores: null,
					differsFrom: null,
					day: '2026-01-01',
					chose: false
				}
			];
			let day = Date.parse('2026-01-01');
			for (const { kind, days, whole, chose } of steps) {
				day += days * 86_400_000;
				const number = all.length + 1;
				const here = all.at(-1);
				const at = all.find((one) => one.number === (here?.restores ?? here?.number));
				const made = all.filter(({ parent }) => parent === at?.number).at(-1);
				const restores =
					kind === 'undo' ? (at?.parent ?? null) : kind === 'redo' ? (made?.number ?? null) : null;
				all.push({
					number,
					parent: restores === null ? (at?.number ?? 1) : null,
					restores,
					differsFrom: whole
						? null
						: (all.findLast(({ differsFrom }) => differsFrom === null)?.number ?? 1),
					day: new Date(day).toISOString().slice(0, 10),
					chose: chose && restores === null && number % 7 === 0
				});
			}
			return all;
		});

	/** The documents that undoing leads through, from the present one back, by the numbers of their changes. */
	function undone(history: readonly ThinnableRevision[]): number[] {
		const of = (number: number) => history.find((one) => one.number === number);
		const way: number[] = [];
		let here = history.at(-1);
		while (here) {
			const change: ThinnableRevision | undefined =
				here.restores === null ? here : of(here.restores);
			if (!change) throw new Error('what is brought back is not there');
			way.push(change.number);
			here = change.parent === null ? undefined : of(change.parent);
			if (change.parent !== null && !here) throw new Error('what it is based on is not there');
		}
		return way;
	}

	it('keeps the last of each day, the first, the present, what was chosen, and the way back', () => {
		fc.assert(
			fc.property(histories, fc.nat({ max: 100 }), (history, days) => {
				const since = new Date(Date.parse('2026-01-01') + days * 86_400_000)
					.toISOString()
					.slice(0, 10);
				const current = history.at(-1)?.number ?? 1;
				const { gone, based } = thinned(history, current, since);
				const parents = new Map(based.map(({ number, parent }) => [number, parent]));
				const left = history
					.filter(({ number }) => !gone.includes(number))
					.map((one) => ({ ...one, parent: parents.get(one.number) ?? one.parent }));
				for (const { number, day, chose } of history.filter(({ number }) =>
					gone.includes(number)
				)) {
					expect(day < since && !chose && number !== 1 && number !== current).toBe(true);
					expect(left.some((one) => one.day === day && one.number > number)).toBe(true);
				}
				for (const { differsFrom } of left)
					expect(left.some(({ number }) => number === (differsFrom ?? 1))).toBe(true);
				// Undoing leads through some of the same documents, in the same order.
				const before = undone(history);
				const after = undone(left);
				expect(before.filter((number) => after.includes(number))).toEqual(after);
				expect(thinned(left, current, since)).toEqual({ gone: [], based: [] });
			}),
			{ numRuns: runs(400) }
		);
	});

	it.runIf(isServer)('is thinned in the database, and can still be stepped through', async () => {
		const own = await startResiduum({ RESIDUUM_TODAY: '2025-03-01' });
		const { id, document } = await makeCase(own, 'Revision 2', [card()]);
		for (let number = 3; number <= 12; number += 1)
			await own.request('PUT', `/api/cases/${id}`, {
				basedOn: number - 1,
				what: `label ${number}`,
				...wholly({ ...document, label: `Revision ${number}` })
			});
		await own.stop();
		const later = await startResiduum(
			{ ...own.settings, RESIDUUM_TODAY: '2026-12-15', RESIDUUM_THIN: '365' },
			undefined,
			own
		);
		const numbers = async () =>
			(
				await queryOnce(
					own.settings['DATABASE_URL'] ?? '',
					'select number from case_revision where case_id = $1 order by number',
					[id]
				)
			).map(({ number }) => number as number);
		// One holds the whole case, from which the twelfth differs by its label.
		await expect.poll(async () => (await numbers()).length).toBe(3);
		const [first, whole = 0, last] = await numbers();
		expect([first, last]).toEqual([1, 12]);
		const step = await later.request('POST', `/api/cases/${id}/undo`, { basedOn: 12 });
		const label = `Revision ${whole}`;
		expect([step.status, (await caseNow(later, id)).document]).toEqual([
			200,
			{ ...document, label }
		]);
		const again = await later.request('POST', `/api/cases/${id}/redo`, { basedOn: 13 });
		expect([again.status, (await caseNow(later, id)).document.label]).toEqual([200, 'Revision 12']);
		await later.stop();
		await own.remove();
	});
});
