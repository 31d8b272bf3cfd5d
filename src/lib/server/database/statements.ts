/** The interface of a database, embedded or a server. */
import { OwnError } from '../log';

/** The result of a statement. */
export interface Result<T> {
	readonly rows: T[];
	readonly affectedRows: number;
}

/** Runs statements within a transaction. */
export interface Statements {
	query<T>(sql: string, values?: readonly unknown[]): Promise<Result<T>>;
	exec(sql: string): Promise<void>;
}

/** The kind of a transaction. A reading one sees a single state, however many statements it runs. */
export type Purpose = 'reading' | 'writing';

/** How a transaction begins. */
export const BEGIN: Readonly<Record<Purpose, string>> = {
	reading: 'begin isolation level repeatable read read only',
	writing: 'begin'
};

/** A statement failed. What it was about is never said: the message may quote a client's data. */
export class StatementFailed extends OwnError {
	override readonly name = 'StatementFailed';
	constructor(
		/** The SQLSTATE code; null where it was no error of SQL. */
		readonly code: string | null,
		readonly constraint: string | null,
		/** In the database's own words: for deciding, not for anybody's eyes. */
		readonly said: string
	) {
		super(`a statement failed with ${code ?? 'no code'}${constraint ? ` (${constraint})` : ''}`);
	}
}

/** The database is gone, or did not answer in time and was let go: nobody knows what became of the statement. */
export class DatabaseLost extends OwnError {
	override readonly name = 'DatabaseLost';
}

/** Why the database can't do what it is asked, now; said to whoever asked. */
export class NotNow extends OwnError {
	override readonly name = 'NotNow';
	constructor(
		readonly reason: 'full' | 'opening' | 'damaged' | 'busy',
		message: string
	) {
		super(message);
	}
}

/** The SQLSTATE code of a file that could not grow. */
export const DISK_FULL = '53100';
export const FULL =
	'The disk with the data is full. Free some space; saving then resumes by itself.';
