/** A casebook of a whole agency, written straight into its tables: by the program it would take minutes. */
import { queryOnce } from './postgres.mjs';

const TRADES =
	"array['net-maker', 'school cook', 'bakery', 'boatyard', 'glasshouse', 'ferry', 'quarry', 'orchard']";
const NAMES =
	"array['Tolliver', 'Arkwell', 'Varga', 'Brack', 'Maddock', 'Sørby', 'Énault', 'Quill']";

/**
 * Makes `count` cases like one that is there, in a database that nothing else is being written to: some chosen, some
 * short of money, some read long ago, each somebody's in turn.
 * @param {string} url
 * @param {string} like
 * @param {number} count
 * @param {readonly string[]} owners
 */
export async function manyCases(url, like, count, owners = []) {
	await queryOnce(
		url,
		`with made as (
			insert into case_file select one.* from case_file like_it, generate_series(1, $2::int) n,
			lateral jsonb_populate_record(like_it, jsonb_build_object(
				'id', gen_random_uuid(),
				'label', (${NAMES})[1 + n % 8] || ' household ' || n || ', ' || (${TRADES})[1 + (n / 8 + n * 3) % 8],
				'touched_at', like_it.touched_at - n * interval '1 hour',
				'owed', 150000 + n * 7919::bigint % 39989 * 97,
				'owed_now', 150000 + n * 7919::bigint % 39989 * 97,
				'paid_off', case when n % 3 > 0 then n * 613::bigint % 300000 end,
				'plan_ends', case when n % 3 > 0 then date '2028-01-15' + n % 900 end,
				'began_on', date '2026-12-15' - n % 400,
				'debts', 1 + n % 12,
				'chosen_name', case when n % 3 > 0 then 'Highest rate first' end,
				'chosen_on', case when n % 3 > 0 then '2026-06-01' end,
				'chosen_changed', n % 30 = 1,
				'expected_since', case when n % 3 > 0 then '2026-06-01' end,
				'last_read', case when n % 3 > 0 and n % 4 > 0 then date '2026-12-10' - n % 150 end,
				'off_plan', case when n % 3 > 0 and n % 4 > 0 then (n * 13 % 30000) - 12000 end,
				'short_from', case when n % 3 > 0 and n % 11 = 0 then '2027-02-01' end,
				'revision', 1,
				'owner_id', ($3::uuid[])[1 + n % greatest(cardinality($3::uuid[]), 1)]
			)) one where like_it.id = $1
			returning id, expected_since, last_read, owed
		), saved as (
			insert into case_saving (case_id, revision, planned, lived)
			select id, 1, owed * 2 / 5, case when last_read is not null then owed * 3 / 8 end
			from made where expected_since is not null
		)
		insert into case_revision (case_id, number, what, document)
		select made.id, 1, what, document from made, case_revision where case_id = $1 and number = 1`,
		[like, count, owners]
	);
	// As the server does it by itself after a while: what is found in an index alone is.
	await queryOnce(url, 'vacuum analyze case_file');
}
