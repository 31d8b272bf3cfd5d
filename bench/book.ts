/**
 * A casebook of ten thousand cases: how long its server takes for the first lines, a search, another order and the end,
 * against a casebook of a hundred, and what goes over the wire.
 */
import { queryOnce } from '../scripts/postgres.mjs';
import { card } from '../tests/support/debts';
import { manyCases } from '../scripts/many-cases.mjs';
import { makeCase, openAgency, quantile } from './agency';

const TIMES = 25;
const REQUIRED = {
	'the first page': '/',
	'the first lines': '/api/casebook',
	'a search': '/api/casebook?search=sorby%2012',
	'by name, the last lines': '/api/casebook?sort=label&from=PLACE',
	'what wants a visit, furthest off first': '/api/casebook?show=visit&sort=off'
};

const agency = await openAgency('Sella Wray');
try {
	const { id } = await makeCase(agency.ask, 'One of many', [card()]);
	const [account] = await queryOnce<{ id: string }>(agency.url, 'select id from account');
	const few = await measured(100);
	const many = await measured(10_000);
	for (const what of Object.keys(REQUIRED) as (keyof typeof REQUIRED)[]) {
		const { milliseconds, bytes } = many[what];
		console.log(
			`${what} of 10,000 cases: ${milliseconds.toFixed(1)} ms, ${(milliseconds / few[what].milliseconds).toFixed(1)} times those of 100; ` +
				`${(bytes / 1000).toFixed(1)} kB (goal: 50 ms of server time, 60 kB)`
		);
	}

	/** With so many cases there: the middle one of many times, from asking to the last byte. */
	async function measured(count: number) {
		const [there] = await queryOnce<{ count: number }>(
			agency.url,
			'select count(*)::int as count from case_file'
		);
		await manyCases(agency.url, id, count - (there?.count ?? 0), [account?.id ?? '']);
		const found = {} as Record<keyof typeof REQUIRED, { milliseconds: number; bytes: number }>;
		for (const [what, path] of Object.entries(REQUIRED)) {
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
