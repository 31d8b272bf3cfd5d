/** The embedded database without the program, as tests of its migrations use it. */
import type { PGlite } from '@electric-sql/pglite';
import { StatementFailed, type Statements } from '../../src/lib/server/database/statements';

/** Statements as the program has them, on a database that a test has opened. */
export const statementsOn = (database: PGlite): Statements => ({
	async query<T>(sql: string, values: readonly unknown[] = []) {
		const { rows, affectedRows } = await database.query<T>(sql, [...values]).catch(failed);
		return { rows, affectedRows: affectedRows ?? 0 };
	},
	exec: async (sql) => void (await database.exec(sql).catch(failed))
});

function failed(error: { code?: string; constraint?: string; message: string }): never {
	throw new StatementFailed(error.code ?? null, error.constraint ?? null, error.message);
}

/** Takes everything away that the program has in a database. */
export const emptied = (database: PGlite): Promise<unknown> =>
	database.exec(`drop schema public cascade; create schema public; drop schema if exists residuum cascade;
		set search_path = public`);
