/**
 * A casebook of a hundred thousand cases: how long its server takes for the first lines, a search, another order and the
 * end, the book at a glance and reminders, against casebooks of ten thousand and of a hundred, and what goes over the
 * wire; and for a month's payments to creditors of ten thousand.
 */
import { cents } from '../src/lib/core/quantities/money';
import { withChoice } from '../src/lib/document/kept-forecast';
import type { PaidOutPage } from '../src/lib/document/paid-out';
import { queryOnce } from '../scripts/postgres.mjs';
import { card } from '../tests/support/debts';
import { manyCases } from '../scripts/many-cases.mjs';
import { makeCase, openAgency, quantile } from './agency';

const TIMES = 25;
/** What is asked for, and the milliseconds that are allowed with a hundred thousand cases. */
const REQUIRED = {
	'the first page': { path: '/', allowed: 100 },
	'the first lines': { path: '/api/casebook', allowed: 50 },
	'a search': { path: '/api/casebook?search=sorby%2012', allowed: 100 },
	'by name, the last lines': { path: '/api/casebook?sort=label&from=PLACE', allowed: 100 },
	'what wants a visit, furthest off first': {
		path: '/api/casebook?show=visit&sort=off',
		allowed: 250
	},
	'the book at a glance': { path: '/glance', allowed: 1_000 },
	'the cases of one state': { path: '/glance?of=behind', allowed: 1_000 },
	'the reminders of a day': { path: '/reminders', allowed: 1_000 }
} as const;

const agency = await openAgency('Sella Wray');
try {
	const { id } = await makeCase(agency.ask, 'One of many', [card()]);
	const [account] = await queryOnce<{ id: string }>(agency.url, 'select id from account');
	const withDeposit = await makeDeposit();
	const few = await measured(100);
	const more = await measured(10_000);

	const [month] = await payments(100);
	const [all, lines] = await payments(10_000);
	console.log(
		`a month's payments to creditors of 10,000 cases, ${lines} lines: ${(all / 1000).toFixed(1)} s, ` +
			`${(all / month).toFixed(1)} times those of 100 (goal: 10 s)`
	);

	const most = await measured(100_000);
	for (const what of Object.keys(REQUIRED) as (keyof typeof REQUIRED)[]) {
		const { milliseconds, bytes } = most[what];
		const times = (of: typeof few): string => (milliseconds / of[what].milliseconds).toFixed(1);
		console.log(
			`${what} of 100,000 cases: ${milliseconds.toFixed(1)} ms (goal: ${REQUIRED[what].allowed}), ` +
				`${times(more)} times those of 10,000, ${times(few)} times those of 100; ${(bytes / 1000).toFixed(1)} kB`
		);
	}

	/** So many cases of six debts are paid out of a deposit: the milliseconds to add up a month of them, and its lines. */
	async function payments(count: number): Promise<readonly [milliseconds: number, lines: number]> {
		await payOutOfDeposits(count);
		const began = performance.now();
		let after: string | null = null;
		let found = 0;
		do {
			const path = `/api/payments?month=2027-03${after === null ? '' : `&after=${after}`}`;
			const page = JSON.parse((await agency.ask('GET', path)).body) as PaidOutPage;
			if (page.cases !== count) throw new Error(`${page.cases} cases have a deposit`);
			found += page.lines.length;
			after = page.next;
		} while (after !== null);
		return [performance.now() - began, found];
	}

	/** Gives so many cases the forecast of one that chose a plan with a deposit, and its debts. */
	async function payOutOfDeposits(count: number): Promise<void> {
		await queryOnce(
			agency.url,
			`with meant as (
				select id from case_file where id <> $1 order by id limit $2::int - 1
			), owed as (
				insert into debt select copy.* from debt, meant,
				lateral jsonb_populate_record(debt, jsonb_build_object('case_id', meant.id)) as copy
				where debt.case_id = $1 on conflict do nothing
			)
			insert into forecast select copy.* from forecast, meant,
			lateral jsonb_populate_record(forecast, jsonb_build_object('case_id', meant.id)) as copy
			where forecast.case_id = $1 on conflict do nothing`,
			[withDeposit, count]
		);
		await queryOnce(agency.url, 'analyze forecast, debt');
	}

	/** With so many cases there: the middle one of many times, from asking to the last byte. */
	async function measured(count: number) {
		const [there] = await queryOnce<{ count: number }>(
			agency.url,
			'select count(*)::int as count from case_file'
		);
		await manyCases(agency.url, id, count - (there?.count ?? 0), [account?.id ?? '']);
		const found = {} as Record<keyof typeof REQUIRED, { milliseconds: number; bytes: number }>;
		for (const [what, { path }] of Object.entries(REQUIRED)) {
			const times: number[] = [];
			let bytes = 0;
			for (let time = 0; time < TIMES; time += 1) {
				const answered = await agency.ask('GET', path.replace('PLACE', String(count - 40)));
				if (answered.status !== 200) throw new Error(answered.body);
				times.push(answered.milliseconds);
				bytes = Buffer.byteLength(answered.body);
			}
			found[what as keyof typeof REQUIRED] = { milliseconds: quantile(times, 0.5), bytes };
		}
		return found;
	}
} finally {
	await agency.close();
}

/** Makes a case of six debts whose chosen plan is paid out of one deposit; its identity. */
async function makeDeposit(): Promise<string> {
	const debts = Array.from({ length: 6 }, (_, at) =>
		card({ name: `Card ${at}`, balance: 200_000 + at * 10_000 })
	);
	const { id, document } = await makeCase(agency.ask, 'Out of one deposit', debts);
	const [first] = document.plans;
	if (!first) throw new Error('no plan');
	const programme = {
		day: 1,
		setUpFee: cents(3_000),
		monthlyFee: { kind: 'amount', amount: cents(2_500) },
		version: null,
		waived: null
	} as const;
	const plan = {
		...first,
		programme,
		budget: { kind: 'constant', amount: cents(90_000) }
	} as const;
	const made = { id: crypto.randomUUID(), by: 'choice', date: document.asOf } as const;
	const chosen = withChoice({ ...document, plans: [plan] }, plan, '', made);
	const saved = await agency.ask('PUT', `/api/cases/${id}`, {
		basedOn: 2,
		what: 'choice',
		changes: [{ op: 'replace', path: '', value: chosen }]
	});
	if (saved.status !== 200) throw new Error(saved.body);
	return id;
}
