/** What is asked of many cases: agrees with opening each, is cancelled, reminded of, and refused where it can’t be meant so. */
import { simpleParser } from 'mailparser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { filled } from '../../src/lib/core/debt/rules/all-forms';
import { Book, CASES, LESS } from '../support/book';
import { pageData } from '../support/page-data';
import { caseNow, wholly } from '../support/residuum';

let book: Book;
beforeAll(async () => {
	book = await Book.open();
});
afterAll(() => book.residuum.remove());

describe('a question about all cases', () => {
	it('agrees with opening each one, and lists those first that are hit most', async () => {
		const opened = await book.openedEach();
		expect(opened.size).toBeGreaterThan(CASES / 3);
		const id = await book.ask(LESS);
		const { totals } = await book.whenDone(id);
		await book.expectWhole(id);
		const lines = await book.lines(id);
		const endless = lines.map(({ before, after }) => before.ends !== null && after.ends === null);
		expect(endless).toEqual([...endless].sort((a, b) => Number(b) - Number(a)));
		expect(totals.endless).toBe(endless.filter(Boolean).length);
		const rest = lines.filter(
			({ before, after }) => !(before.shortFrom === null && after.shortFrom !== null)
		);
		const more = rest.flatMap(({ before, after }) =>
			before.cost !== null && after.cost !== null ? [after.cost - before.cost] : []
		);
		expect(more).toEqual([...more].sort((a, b) => b - a));
		const sum = lines.reduce(
			(all, { before, after }) =>
				all + (after.cost !== null && before.cost !== null ? after.cost - before.cost : 0),
			0
		);
		expect(totals.more).toEqual([{ currency: { code: 'USD', digits: 2 }, amount: sum }]);
		const { body } = await book.residuum.request('GET', `/api/what-if/${id}/csv`);
		expect(String(body).trim().split('\r\n')).toHaveLength(lines.length + 1);
	});

	it('takes a case as it is when it is computed, and does without what was not kept of it', async () => {
		const [first = ''] = book.ids;
		const { document, revision } = await caseNow(book.residuum, first);
		const [plan] = document.plans;
		const plans = [{ ...plan, budget: { kind: 'required' } }];
		const save = { basedOn: revision, what: 'budget', ...wholly({ ...document, plans }) };
		expect((await book.residuum.request('PUT', `/api/cases/${first}`, save)).status).toBe(200);
		const id = await book.ask(LESS);
		await book.whenDone(id);
		expect((await book.lines(id)).some(({ caseId }) => caseId === first)).toBe(false);
		const again = { basedOn: revision + 1, what: 'budget', ...wholly(document) };
		expect((await book.residuum.request('PUT', `/api/cases/${first}`, again)).status).toBe(200);
	});

	it('is cancelled, and gone on with', async () => {
		const id = await book.ask(LESS);
		const cancelled = await book.residuum.request('DELETE', `/api/what-if/${id}`);
		const { run } = await book.answer(id);
		expect(cancelled.status).toBe(run.state === 'done' ? 409 : 204);
		if (run.state !== 'done') {
			expect(run.state).toBe('cancelled');
			expect((await book.residuum.request('DELETE', `/api/what-if/${id}`)).status).toBe(409);
			expect((await book.residuum.request('POST', `/api/what-if/${id}`)).status).toBe(204);
		}
		await book.whenDone(id);
		expect((await book.residuum.request('POST', `/api/what-if/${id}`)).status).toBe(409);
	});

	it('reminds of each case that it moves, until it does so no more', async () => {
		interface Said {
			readonly caseId: string;
			readonly kind: string;
			readonly subject: string;
			readonly moved: { readonly run: string; readonly before: object; readonly after: object };
		}
		const said = async (): Promise<Said[]> =>
			(await pageData<{ reminders: Said[] }>(book.residuum, '/reminders')).reminders.filter(
				({ kind }) => kind === 'what-if'
			);
		const id = await book.ask(LESS);
		await book.whenDone(id);
		expect(await said()).toEqual([]);
		const path = `/api/what-if/${id}/reminders`;
		expect((await book.residuum.request('PUT', path)).status).toBe(204);
		const lines = new Map((await book.lines(id)).map((line) => [line.caseId, line]));
		const reminders = await said();
		expect(new Set(reminders.map(({ caseId }) => caseId))).toEqual(new Set(lines.keys()));
		for (const { caseId, moved } of reminders) {
			const { before, after } = lines.get(caseId) ?? {};
			expect(moved).toMatchObject({ run: id, before, after });
		}
		const [first] = reminders;
		const off = { caseId: first?.caseId, subject: first?.subject };
		await book.residuum.request('PUT', '/api/reminders', { ...off, until: null });
		expect(await said()).toHaveLength(reminders.length - 1);
		const { status, body } = await book.residuum.request('GET', '/api/reminders/message');
		const mail = await simpleParser(String(body));
		expect([status, mail.subject]).toEqual([200, 'Reminders for 15 Dec 2026']);
		expect(mail.text).toContain('What if each month has a tenth less money? ');
		expect(mail.text?.match(/What if each month/g)).toHaveLength(reminders.length - 1);
		expect((await book.residuum.request('DELETE', path)).status).toBe(204);
		expect(await said()).toEqual([]);
	});

	it('is refused where it can’t be meant so, and unknown to who has not asked it', async () => {
		const later = { by: 10_000, from: '2027-06-01' };
		const steps = [later, { by: 20_000, from: '2027-01-01' }];
		const index = crypto.randomUUID();
		for (const change of [
			{},
			{ kind: 'rate' },
			{ kind: 'money', less: 5 },
			{ kind: 'fee' },
			{ kind: 'index', index, steps },
			{ kind: 'index', index, steps: [] },
			{ kind: 'minimum', creditor: index, currency: 'USD', required: filled('percent') },
			{ kind: 'minimum', creditor: index, currency: 'USD', required: filled('level') }
		])
			expect(
				(await book.residuum.request('POST', '/api/what-if', { change, of: 'all' })).status
			).toBe(422);
		const nobody = crypto.randomUUID();
		const ofNobody = { change: LESS, of: nobody };
		expect((await book.residuum.request('POST', '/api/what-if', ofNobody)).status).toBe(422);
		expect((await book.residuum.request('GET', `/api/what-if/${nobody}`)).status).toBe(404);
		expect((await book.residuum.request('GET', `/api/what-if/${nobody}/question`)).status).toBe(
			404
		);
		expect((await book.residuum.request('PUT', `/api/what-if/${nobody}/reminders`)).status).toBe(
			404
		);
		expect((await book.residuum.request('GET', `/api/what-if/${nobody}/lines?from=x`)).status).toBe(
			422
		);
	});
});
