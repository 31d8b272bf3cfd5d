/** Sums that are kept of cases, against counting anew. */
import { expect } from 'vitest';
import { queryOnce } from '../../scripts/postgres.mjs';
import type { Residuum } from './residuum';

/** What is kept of the cases of each owner is what they add up to, on a PostgreSQL server; the number of cases in it. */
export async function expectKeptSums({ settings }: Pick<Residuum, 'settings'>): Promise<number> {
	const url = settings['DATABASE_URL'] ?? '';
	const columns = 'owner_id, currency, currency_digits, cases, chosen, short, owed';
	const kept = await queryOnce<{ cases: number }>(
		url,
		`select ${columns} from residuum.case_sum where (cases, chosen, short, owed) <> (0, 0, 0, 0) order by 1, 2, 3`
	);
	const counted = await queryOnce(
		url,
		`select owner_id, currency, currency_digits, count(*)::int as cases, count(chosen_on)::int as chosen,
			count(short_from)::int as short, sum(owed)::bigint as owed
		from residuum.case_file where deleted_at is null group by 1, 2, 3 order by 1, 2, 3`
	);
	expect(kept).toEqual(counted);
	return kept.reduce((all, { cases }) => all + cases, 0);
}
