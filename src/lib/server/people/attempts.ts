/** Attempts to prove who one is: each counts as a failure until it is judged, and failures make the next one wait. */
import { writing } from '../database';
import type { Statements } from '../database/statements';
import { hashed } from './tokens';

/**
 * So many failures are nothing; each further one makes the next try wait twice as long, up to the longest wait. At one
 * address several people may sign in at once, and each attempt counts until it is judged.
 */
const FREE = { name: 3, address: 10 };
const LONGEST_WAIT = { name: 60_000, address: 900_000 };
/** Failures are forgotten after so long. */
const FORGOTTEN = 3_600_000;

export type Judged<T> =
	| { readonly kind: 'right'; readonly value: T }
	| { readonly kind: 'wrong' }
	/** Tried too often: in so many seconds again. */
	| { readonly kind: 'slow'; readonly seconds: number };

/** Judges what is typed for a name at an address, unless it was tried too often; `judge` gives null where it is wrong. */
export async function judged<T>(
	name: string,
	address: string,
	judge: () => Promise<T | null>
): Promise<Judged<T>> {
	const keys = keysOf(name, address);
	const seconds = await attempt(keys);
	if (seconds > 0) return { kind: 'slow', seconds };
	const value = await judge().catch(async (error: unknown) => {
		// It was not judged, so it is none that failed; those before it are still counted.
		await writing((statements) => uncount(statements, [keys.name, keys.address]));
		throw error;
	});
	if (value === null) return { kind: 'wrong' };
	await writing(async (statements) => {
		await statements.query('delete from sign_in_failure where key = $1', [keys.name]);
		await uncount(statements, [keys.address]);
	});
	return { kind: 'right', value };
}

interface Keys {
	readonly name: Buffer;
	readonly address: Buffer;
}

/**
 * What failures are counted by, as hashes: what is typed as a name may be a password. A name is counted with the address
 * it is tried from: whoever tries it elsewhere shuts nobody out.
 */
const keysOf = (name: string, address: string): Keys => ({
	name: hashed(`name ${name} from ${address}`),
	address: hashed(`address ${address}`)
});

/**
 * Counts an attempt as a failure before it is judged, so that many at once are counted like one after the other; or
 * for how many seconds nothing is tried, and then it is not.
 */
const attempt = (keys: Keys): Promise<number> =>
	writing(async (statements) => {
		// One after the other, also where nothing is counted yet that could be locked; always in the same order, so that two
		// that try at once do not wait for each other.
		for (const key of [keys.name, keys.address].sort(Buffer.compare))
			await statements.query('select pg_advisory_xact_lock($1)', [String(key.readBigInt64BE())]);
		const seconds = await waitOf(statements, keys);
		if (seconds === 0) await countFailure(statements, keys);
		return seconds;
	});

/** Takes one attempt back that was counted: it was none that failed. */
async function uncount(statements: Statements, keys: readonly Buffer[]): Promise<void> {
	for (const key of keys.toSorted(Buffer.compare)) {
		await statements.query('delete from sign_in_failure where key = $1 and failures = 1', [key]);
		await statements.query('update sign_in_failure set failures = failures - 1 where key = $1', [
			key
		]);
	}
}

/** For how many seconds nothing is tried, by name and by address. */
async function waitOf(statements: Statements, keys: Keys): Promise<number> {
	const { rows } = await statements.query<{ key: Uint8Array; failures: number; last_at: Date }>(
		'select key, failures, last_at from sign_in_failure where key = $1 or key = $2 order by key for update',
		[keys.name, keys.address]
	);
	const waits = rows.map(({ key, failures, last_at: last }) => {
		const by = keys.name.equals(key) ? 'name' : 'address';
		const over = failures - FREE[by];
		const wait = over <= 0 ? 0 : Math.min(LONGEST_WAIT[by], 1_000 * 2 ** over);
		return Math.ceil((last.getTime() + wait - Date.now()) / 1_000);
	});
	return Math.max(0, ...waits);
}

async function countFailure(statements: Statements, keys: Keys): Promise<void> {
	const now = new Date();
	const longAgo = new Date(now.getTime() - FORGOTTEN);
	await statements.query('delete from sign_in_failure where last_at < $1', [longAgo]);
	// Always in the same order, so that two that fail at once do not wait for each other.
	for (const key of [keys.name, keys.address].sort(Buffer.compare)) {
		await statements.query(
			`insert into sign_in_failure (key, failures, last_at) values ($1, 1, $2)
			on conflict (key) do update set failures = sign_in_failure.failures + 1, last_at = excluded.last_at`,
			[key, now]
		);
	}
}
