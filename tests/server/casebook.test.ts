/** What the casebook answers is what the cases say. */
import fc from 'fast-check';
import { afterAll, beforeAll, expect, inject, it } from 'vitest';
import Papa from 'papaparse';
import { queryOnce } from '../../scripts/postgres.mjs';
import { addMonths } from '../../src/lib/core/quantities/calendar';
import type { CaseDocument } from '../../src/lib/document/case';
import {
	addressOf,
	SHOWN,
	SORTS,
	type BookPage,
	type Question
} from '../../src/lib/document/casebook';
import { standingOf } from '../../src/lib/document/forecast';
import { portionsOf } from '../../src/lib/desk/requests';
import { chosenPlan } from '../../src/lib/document/plan';
import { anyDocument } from '../support/documents';
import { card } from '../support/debts';
import { manyCases } from '../../scripts/many-cases.mjs';
import { expectKeptSums } from '../support/kept-sums';
import { drawnOf, ofWhich, runs } from '../support/random';
import { makeCase, startResiduum, TODAY, wholly, type Residuum } from '../support/residuum';
import { wholeDocument } from '../support/whole-document';

const LABELS = [
	'Énault, boulangère',
	'enault 9',
	'Enault 10',
	'Sørby & Łuka',
	'ÇELİK 100%',
	'50_50 ferry',
	'ЖУКОВА, сады',
	'Straße 7',
	'a\\b',
	'Client 9',
	'Client 10',
	'client 010'
];
const documents = fc
	.sample(anyDocument, { numRuns: Math.max(48, runs(48)), seed: 15 })
	.map((document, at) => ({ ...document, label: `${LABELS[at % 12]}${at < 12 ? '' : ` ${at}`}` }));

let residuum: Residuum;
let byId: Map<string, CaseDocument>;
const isServer = (inject('postgres') as string | undefined) !== undefined;
beforeAll(async () => {
	residuum = await startResiduum();
	const ids: string[] = [];
	for (const cases of portionsOf(documents)) {
		const taken = await residuum.request('POST', '/api/cases/imports', { cases });
		expect(taken.status, JSON.stringify(taken.body).slice(0, 300)).toBe(201);
		ids.push(...(taken.body as { ids: string[] }).ids);
	}
	byId = new Map(ids.map((id, at) => [id, documents[at] as CaseDocument]));
});
afterAll(() => residuum.remove());

async function asked(question: Question): Promise<BookPage> {
	const pages: BookPage[] = [];
	const parameters = addressOf(question);
	for (let from = 0; ; from += 40) {
		parameters.set('from', String(from));
		const { status, body } = await residuum.request(
			'GET',
			`/api/casebook?${parameters.toString()}`
		);
		expect([status, from]).toEqual([200, from]);
		const page = body as BookPage;
		pages.push(page);
		if (from + page.lines.length >= page.totals.found) break;
	}
	const [first] = pages;
	if (!first) throw new Error('there is no page');
	return { ...first, lines: pages.flatMap(({ lines }) => lines) };
}

/** The identifiers of what is found, in portions that follow each other by cursors; `between` is done after the first. */
async function followed(
	question: Question,
	limit: number,
	between: () => Promise<unknown> = () => Promise.resolve()
): Promise<string[]> {
	const ids: string[] = [];
	const parameters = addressOf(question);
	parameters.set('limit', String(limit));
	for (;;) {
		const { status, body } = await residuum.request(
			'GET',
			`/api/v1/cases?${parameters.toString()}`
		);
		expect(status, JSON.stringify(body).slice(0, 300)).toBe(200);
		const { cases, next } = body as { cases: { id: string }[]; next: string | null };
		ids.push(...cases.map(({ id }) => id));
		if (next === null) return ids;
		expect(cases).toHaveLength(limit);
		if (!parameters.has('cursor')) await between();
		parameters.set('cursor', next);
	}
}

it('is followed by cursors in the same order, whatever it is', async () => {
	for (const sort of SORTS)
		for (const show of SHOWN) {
			const question = { search: '', sort, show, rule: { months: 3, off: 10_000 } };
			const whole = (await asked(question)).lines.map(({ id }) => id);
			for (const limit of drawnOf([1, 7, 200]))
				expect([sort, show, limit, await followed(question, limit)]).toEqual([
					sort,
					show,
					limit,
					whole
				]);
		}
});

it('is followed without a case twice or left out, also while some are renamed and deleted', async () => {
	const question: Question = {
		search: '',
		sort: 'label',
		show: 'all',
		rule: { months: 3, off: 10_000 }
	};
	const before = (await asked(question)).lines;
	const [gone, last] = [before[4], before.at(-1)];
	if (!gone || !last) throw new Error('there are too few cases');
	const ids = await followed(question, 5, async () => {
		// The one that the cursor names, and one that comes to stand before it.
		await residuum.request('DELETE', `/api/cases/${gone.id}`);
		await residuum.request('PATCH', `/api/cases/${last.id}`, { label: '0 first' });
	});
	await residuum.request('POST', `/api/cases/${gone.id}/restore`);
	await residuum.request('PATCH', `/api/cases/${last.id}`, { label: last.label });
	expect(ids).toEqual(before.map(({ id }) => id).filter((id) => id !== last.id));
});

it('is followed past a label of many numbers, wherever the server is', async () => {
	const label = Array.from({ length: 40 }, (_, at) => at % 10).join(' ');
	const { id: numbered } = await makeCase(residuum, label, []);
	// A zone of half an hour, and dates in another order.
	const set = (zone: string, style: string) =>
		queryOnce(
			residuum.settings['DATABASE_URL'] ?? '',
			`do $$ begin
				execute format('alter database %I set timezone to ''${zone}''', current_database());
				execute format('alter database %I set datestyle to ''${style}''', current_database());
			end $$`
		);
	if (isServer) {
		await set('Asia/Kolkata', 'German, DMY');
		await residuum.stop();
		await residuum.restart();
	}
	for (const sort of drawnOf(SORTS)) {
		const question = { search: '', sort, show: 'all', rule: { months: 3, off: 10_000 } } as const;
		const whole = (await asked(question)).lines.map(({ id }) => id);
		expect([sort, await followed(question, 1)]).toEqual([sort, whole]);
	}
	await residuum.request('DELETE', `/api/cases/${numbered}`);
	if (!isServer) return;
	await set('UTC', 'ISO, MDY');
	await residuum.stop();
	await residuum.restart();
});

it('takes no cursor that is not one of the query', async () => {
	const of = async (query: string) =>
		(await residuum.request('GET', `/api/v1/cases?${query}`)).status;
	const { body } = await residuum.request('GET', '/api/v1/cases?sort=label&limit=1');
	const { next } = body as { next: string };
	expect(await of(`sort=label&cursor=${next}`)).toBe(200);
	const other = (...said: unknown[]) => Buffer.from(JSON.stringify(said)).toString('base64url');
	for (const cursor of [
		'x',
		`${next}x`,
		next.slice(0, -4),
		other('label', "'; drop table case_file; --", 'x'),
		other('label', 'a'),
		other('touched', '2026-13-45 99:99:99+00', 'a', crypto.randomUUID()),
		other('owed', 'NaN', 'a', crypto.randomUUID()),
		other('read', 'perhaps', null, 'a', crypto.randomUUID()),
		other('label', 'a\0', crypto.randomUUID()),
		Buffer.from('{}').toString('base64url')
	])
		for (const sort of SORTS)
			expect([sort, cursor, await of(`sort=${sort}&cursor=${encodeURIComponent(cursor)}`)]).toEqual(
				[sort, cursor, 422]
			);
	for (const query of ['limit=0', 'limit=201', 'limit=x', 'sort=other', 'from=1&limit=-1'])
		expect([query, await of(query)]).toEqual([query, 422]);
});

/** Without accents, in small letters. */
const folded = (text: string): string =>
	text
		.normalize('NFKD')
		.replace(/[\u0300-\u036f]/g, '')
		.toLowerCase()
		.replace(/[øł]/g, (letter) => (letter === 'ø' ? 'o' : 'l'))
		.replaceAll('ß', 'ss');
const filed = (text: string): string =>
	folded(text).replace(/[0-9]+/g, (digits) => digits.padStart(12, '0'));
const owedBy = ({ debts }: CaseDocument): number =>
	debts.reduce((sum, { balance }) => sum + (balance ?? 0), 0);

function wants(document: CaseDocument, { months, off: most }: Question['rule']): boolean {
	const { expectedSince, lastRead, off } = standingOf(document);
	if (expectedSince === null) return false;
	const isFar =
		most !== null && off !== null && Math.abs(off) > (most * 10 ** document.currency.digits) / 100;
	const since = lastRead !== null && lastRead > expectedSince ? lastRead : expectedSince;
	return isFar || addMonths(since, months) <= TODAY;
}

const isShort = (document: CaseDocument): boolean =>
	chosenPlan(document) !== null && standingOf(document).shortFrom !== null;

function isFound(document: CaseDocument, { search, show, rule }: Question): boolean {
	const words = search.split(/\s+/).filter(Boolean);
	const label = folded(document.label);
	if (!words.every((word) => label.includes(folded(word)))) return false;
	if (show === 'chosen') return chosenPlan(document) !== null;
	if (show === 'short') return isShort(document);
	return show === 'all' || wants(document, rule);
}

/** What a sort puts first is the smallest. */
function places(document: CaseDocument, sort: Question['sort']): readonly (string | number)[] {
	const { expectedSince, lastRead, off } = standingOf(document);
	const unit = 10 ** document.currency.digits;
	const label = filed(document.label);
	if (sort === 'owed') return [-owedBy(document) / unit, label];
	if (sort === 'read')
		return [expectedSince === null ? 1 : 0, lastRead ?? expectedSince ?? '9', label];
	if (sort === 'off')
		return [off === null ? 1 : 0, off === null ? 0 : -Math.abs(off) / unit, label];
	// All were taken in at once.
	return [label];
}

const questions: fc.Arbitrary<Question> = fc.record({
	search: fc.oneof(
		{ weight: 2, arbitrary: fc.constant('') },
		fc.constantFrom(
			'éna',
			'ENAULT',
			'sorby luka',
			'celik 100%',
			'%',
			'_',
			'жук',
			'strasse',
			'\\',
			'1 c',
			'none such'
		)
	),
	sort: fc.constantFrom(...SORTS),
	show: fc.constantFrom('all' as const, ...SHOWN),
	rule: fc.record({
		months: fc.integer({ min: 1, max: 60 }),
		off: fc.option(fc.nat({ max: 1_000_000 }))
	})
});

it('finds, sorts, filters and adds up', async () => {
	const all = [...byId.values()];
	let found = 0;
	await fc.assert(
		fc.asyncProperty(questions, async (question) => {
			const { totals, lines } = await asked(question);
			const expected = all.filter((document) => isFound(document, question));
			found += expected.length;
			expect(totals).toMatchObject({
				cases: all.length,
				chosen: all.filter((document) => chosenPlan(document) !== null).length,
				short: all.filter(isShort).length,
				wanting: all.filter((document) => wants(document, question.rule)).length,
				found: expected.length
			});
			for (const { currency, amount } of totals.owed)
				expect(amount).toBe(
					expected
						.filter((one) => one.currency.code === currency.code)
						.reduce((sum, one) => sum + owedBy(one), 0)
				);
			const there = lines.map(({ id }) => byId.get(id) as CaseDocument);
			expect(new Set(there)).toEqual(new Set(expected));
			expect(
				lines.every(
					({ wants: said }, at) => said === wants(there[at] as CaseDocument, question.rule)
				)
			).toBe(true);
			there.slice(1).forEach((document, at) => {
				const [before, after] = [there[at] as CaseDocument, document].map((one) =>
					places(one, question.sort)
				);
				const apart = before?.findIndex((place, which) => place !== after?.[which]) ?? -1;
				if (apart >= 0)
					expect(
						(before?.[apart] ?? 0) < (after?.[apart] ?? 0),
						JSON.stringify([before, after])
					).toBe(true);
			});
		}),
		{ numRuns: runs(60) }
	);
	expect(found).toBeGreaterThan(ofWhich(200));
});

const DEEDS = ['begin', 'save', 'delete', 'restore', 'forget', 'begin'] as const;

it('keeps what it adds up, whatever is done to cases', async () => {
	const plain = {
		search: '',
		sort: 'touched',
		show: 'all',
		rule: { months: 3, off: null }
	} as const;
	const totalsNow = async () => (await asked(plain)).totals;
	const before = await totalsNow();
	const fresh = { currency: { code: 'VES', digits: 2 }, asOf: TODAY };
	const cases: { id: string; owed: number; isDeleted: boolean; revision: number }[] = [];
	await fc.assert(
		fc.asyncProperty(
			fc.constantFrom(...DEEDS),
			fc.nat(),
			fc.nat(900_000),
			async (deed, at, owed) => {
				const one = cases[at % Math.max(cases.length, 1)];
				if (deed === 'begin' || !one) {
					const made = await residuum.request('POST', '/api/v1/cases', {
						label: 'Moves',
						...fresh
					});
					const { id } = made.body as { id: string };
					cases.push({ id, owed: 0, isDeleted: false, revision: 1 });
				} else if (deed === 'save' && !one.isDeleted) {
					const document = wholeDocument({ label: 'Moved', ...fresh }, [card({ balance: owed })]);
					const save = { basedOn: one.revision, what: 'debts', ...wholly(document) };
					const { status } = await residuum.request('PUT', `/api/cases/${one.id}`, save);
					expect(status).toBe(200);
					Object.assign(one, { owed, revision: one.revision + 1 });
				} else if (deed === 'delete') {
					await residuum.request('DELETE', `/api/cases/${one.id}`);
					one.isDeleted = true;
				} else if (deed === 'restore') {
					await residuum.request('POST', `/api/cases/${one.id}/restore`);
					one.isDeleted = false;
				} else if (deed === 'forget' && one.isDeleted) {
					await residuum.request('POST', `/api/cases/${one.id}/permanent-deletion`);
					cases.splice(cases.indexOf(one), 1);
				}
				const there = cases.filter(({ isDeleted }) => !isDeleted);
				const totals = await totalsNow();
				expect(totals.cases).toBe(before.cases + there.length);
				expect(totals.owed.filter(({ currency }) => currency.code === 'VES')).toEqual(
					there.length === 0
						? []
						: [{ currency: fresh.currency, amount: there.reduce((sum, one) => sum + one.owed, 0) }]
				);
			}
		),
		{ numRuns: runs(60) }
	);
	if (inject('postgres')) await expectKeptSums(residuum);
	for (const { id } of cases) await residuum.request('DELETE', `/api/cases/${id}`);
	expect(await totalsNow()).toEqual(before);
});

it('refuses what can’t be asked, and says what is allowed', async () => {
	for (const [query, message] of [
		[
			'sort=age',
			'The sort order of the cases is “"age"”; allowed is touched, label, owed, read, off.'
		],
		['months=0', 'The months without a recorded balance'],
		['from=-1', 'The first line is “"-1"”; allowed is a whole number of lines from 0'],
		['search=%00', 'What is searched'],
		[`search=${'x'.repeat(201)}`, 'a text of 0 to 200 characters'],
		['search=%ED%A0%80', null]
	] as const) {
		const { status, body } = await residuum.request('GET', `/api/casebook?${query}`);
		expect([query, status]).toEqual([query, message === null ? 200 : 422]);
		if (message !== null) expect(JSON.stringify(body).replaceAll('\\"', '"')).toContain(message);
	}
});

it('goes out as a table, a case a line', async () => {
	const { body } = await residuum.request('GET', '/api/casebook/csv?sort=label&months=2');
	const { data } = Papa.parse<Record<string, string>>(body as string, {
		header: true,
		skipEmptyLines: true
	});
	const { body: ids } = await residuum.request('GET', '/api/casebook/ids?sort=label');
	const expected = (ids as { ids: string[] }).ids.map((id) => byId.get(id) as CaseDocument);
	expect(data.map((line) => line['client'])).toEqual(expected.map(({ label }) => label));
	data.forEach((line, at) => {
		const document = expected[at] as CaseDocument;
		const unit = 10 ** document.currency.digits;
		expect(Math.round(Number(line['owed']) * unit)).toBe(owedBy(document));
		expect(line['due for review']).toBe(wants(document, { months: 2, off: 10_000 }) ? 'yes' : 'no');
		expect(line['short from']).toBe((chosenPlan(document) && standingOf(document).shortFrom) ?? '');
	});
});

it.runIf(inject('postgres') as string | undefined)(
	'of ten thousand cases fits in what a page may weigh, for each who looks',
	async () => {
		const own = await startResiduum();
		const { id } = await makeCase(own, 'One of many', [card()]);
		const url = own.settings['DATABASE_URL'] ?? '';
		const accounts = await queryOnce<{ id: string }>(url, 'select id from account');
		await manyCases(url, id, 10_000, [accounts[0]?.id ?? '']);
		const page = await own.request('GET', '/');
		expect([page.status, (page.body as string).length < 60_000]).toEqual([200, true]);
		expect(page.body).toContain('10,001 cases');
		const last = await own.request('GET', '/api/casebook?sort=label&from=9960');
		const { totals, lines } = last.body as BookPage;
		expect([totals.cases, totals.found, lines.length]).toEqual([10_001, 10_001, 40]);
		expect(JSON.stringify(last.body).length).toBeLessThan(60_000);
		const found = await own.request('GET', '/api/casebook?search=sorby%20FERRY%2099');
		expect(
			(found.body as BookPage).lines.every(({ label }) => /^Sørby .*99.*ferry$/.test(label))
		).toBe(true);
		expect((found.body as BookPage).totals.found).toBeGreaterThan(0);
		await own.remove();
	}
);
