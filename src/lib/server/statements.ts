import type { Result } from './thread';

/** What statements are given to: the database, or a transaction. */
export interface Statements {
	query<T>(sql: string, values?: readonly unknown[]): Promise<Result<T>>;
	exec(sql: string): Promise<void>;
}
