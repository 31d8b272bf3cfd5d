/** The age of the trail: entries that are old enough are let go of, and the first that stays goes on from the hash of the last that went. */
import { writing } from '../database';
import { log } from '../log';
import { append, headOf, walked } from './trail';
import { isSigned, signatureOf, trailKey } from './trail-key';

/** Entries that are let go of in one transaction: whoever appends meanwhile waits. */
const AT_ONCE = 5_000;

/**
 * Lets go of entries from before the day of an instant (by UTC), the oldest first; whether there may be more. Only what is found whole goes:
 * an end that was cut, or an entry that was changed, stays seen.
 */
export async function letGoBefore(instant: Date): Promise<boolean> {
	const day = new Date(`${instant.toISOString().slice(0, 10)}T00:00:00Z`);
	return writing(async (statements) => {
		const head = await headOf(statements, 'for update');
		const { rows } = await statements.query<{ last: number }>(
			`select least($2::bigint, coalesce((select min(number) - 1 from trail_entry where at >= $1),
				(select max(number) from trail_entry), $3::bigint)) as last`,
			[day, head.base.number + AT_ONCE, head.base.number]
		);
		const last = rows[0]?.last ?? 0;
		if (last <= head.base.number) return false;
		const gone = await walked(statements, head.base, last);
		const key = trailKey();
		const isEndSigned = key === null || key.isNew || isSigned(key, head, head.signature);
		if (!gone.whole || gone.number !== last || !isEndSigned) {
			log.error(
				{ entry: gone.whole ? head.number : gone.entry },
				'the trail is not whole, and lets nothing go; npm run trail -- verify says more'
			);
			return false;
		}
		await statements.exec(`set local residuum.forgetting = 'on'`);
		await statements.query('delete from trail_entry where number <= $1', [last]);
		const base = { number: last, hash: gone.hash };
		await statements.query(
			'update trail_head set base_number = $1, base_hash = $2, signature = $3',
			[last, gone.hash, key && signatureOf(key, { ...head, base })]
		);
		await append(statements, null, 'this program', [
			{ what: 'let old entries go', detail: `up to entry ${last}` }
		]);
		return last - head.base.number === AT_ONCE;
	});
}
