import { createHash } from 'node:crypto';
import { StatementFailed, type Statements } from './statements';
import { StartRefusal } from './start-refusal';
import { SCHEMA, strangerIn } from './tables';

/** One numbered file of `migrations/`. */
export interface Migration {
	readonly number: number;
	readonly name: string;
	readonly sql: string;
	/** SHA-256 of the file, in hexadecimals. */
	readonly hash: string;
}

interface Applied {
	readonly number: number;
	readonly name: string;
	readonly hash: string;
}

/** Does some work in a transaction of its own. */
type Transaction = <T>(work: (statements: Statements) => Promise<T>) => Promise<T>;

/** Brings a database up to date. */
export type Migrate = (transaction: Transaction) => Promise<void>;

/** Held while migrations are looked for and applied: of several programs that start at once, one does. */
const LOCK = `select pg_advisory_xact_lock(20261126)`;

const FILES = import.meta.glob<string>('/migrations/*.sql', {
	query: '?raw',
	import: 'default',
	eager: true
});

export const MIGRATIONS: readonly Migration[] = Object.entries(FILES)
	.map(([path, sql]) => {
		const name = path.slice(path.lastIndexOf('/') + 1);
		const hash = createHash('sha256').update(sql).digest('hex');
		return { number: Number.parseInt(name, 10), name, sql, hash };
	})
	.sort((a, b) => a.number - b.number);

/**
 * Brings the database to the newest migration, in one transaction; each is recorded with a hash.
 * @throws StartRefusal when the database is newer than this program, an old migration was changed, or one can't be
 * applied; the data is then left as it is.
 */
export const migrate: Migrate = (transaction) =>
	transaction(async (statements) => {
		await enterSchema(statements);
		const rows = await appliedOf(statements);
		const applied = new Map(rows.map((row) => [row.number, row]));
		const newest = MIGRATIONS.at(-1)?.number ?? 0;
		const unknown = rows.find((row) => row.number > newest);
		if (unknown) {
			throw new StartRefusal(
				`The data was written by a newer Residuum (its migration ${unknown.name} is not known here); start that version, the data has been left as it is.`
			);
		}
		for (const migration of MIGRATIONS) {
			const before = applied.get(migration.number);
			if (before && before.hash !== migration.hash) {
				throw new StartRefusal(
					`Migration ${migration.name} has been changed since it was applied to this data; restore that file, the data has been left as it is.`
				);
			}
			if (!before)
				await apply(statements, migration).catch((error: unknown) => {
					throw refusalOf(migration, error);
				});
		}
	});

/** Classes of SQLSTATE that say that a migration and what it met do not go together; a missing right is told elsewhere. */
const AT_ODDS = /^(22|23|42(?!501))/;

/** Explains a migration that the data themselves prevent; any other error is returned unchanged. */
function refusalOf({ name }: Migration, error: unknown): unknown {
	if (!(error instanceof StatementFailed) || !AT_ODDS.test(error.code ?? '')) return error;
	const { code, constraint } = error;
	const what = constraint === null ? code : `${code}, ${constraint}`;
	return new StartRefusal(
		`Migration ${name} can’t be applied to this data (${what}): the database is not as this version expects it. It has been left as it was; go on with the version before, and give this line to whoever looks after the program.`
	);
}

/**
 * Goes to where the data are: the program's own schema, made here for new ones; where they are of a version before,
 * wherever that found them, from where a migration moves them.
 */
async function enterSchema(statements: Statements): Promise<void> {
	await statements.exec(LOCK);
	await statements.exec('set local search_path to default');
	const { rows } = await statements.query<{
		is_there: boolean;
		is_own: boolean;
		before: string | null;
	}>(
		`select to_regnamespace('${SCHEMA}') is not null as is_there,
			to_regclass('${SCHEMA}.migration') is not null as is_own,
			(select quote_ident(nspname) from pg_class join pg_namespace on pg_namespace.oid = relnamespace
				where pg_class.oid = to_regclass('migration')
				and to_regclass(quote_ident(nspname) || '.case_revision') is not null) as before`
	);
	const { is_there: isThere, is_own: isOwn, before } = rows[0] ?? {};
	const stranger = isOwn ? null : await strangerIn(statements);
	if (stranger)
		throw new StartRefusal(
			`The schema ${SCHEMA} of the database, which is for Residuum alone, has something else in it (${stranger}); move that elsewhere, or name another database. It has been left as it is.`
		);
	if (!isThere && before === null) await statements.exec(`create schema ${SCHEMA}`);
	await statements.exec(`set local search_path = ${isOwn ? SCHEMA : (before ?? SCHEMA)}`);
}

async function appliedOf(statements: Statements): Promise<Applied[]> {
	await statements.exec(OF_MIGRATIONS);
	const { rows } = await statements.query<Applied>(
		'select number, name, hash from migration order by number'
	);
	return rows;
}

const OF_MIGRATIONS = `create table if not exists migration (
	number integer primary key,
	name text not null,
	hash text not null,
	applied_at timestamptz not null default now()
)`;

/** Applies a migration to a database that has those before it. */
export async function apply(statements: Statements, migration: Migration): Promise<void> {
	await statements.exec(OF_MIGRATIONS);
	// What refers to what is looked at as it changes: a table can't be altered while that waits for the end.
	await statements.exec('set constraints all immediate');
	await statements.exec(migration.sql);
	await statements.query('insert into migration (number, name, hash) values ($1, $2, $3)', [
		migration.number,
		migration.name,
		migration.hash
	]);
}
