import type { Statements } from '../database/statements';

/** When something was changed last, by the machine's clock. */
export async function lastChange(statements: Statements): Promise<string | null> {
	const { rows } = await statements.query<{ last: Date | null }>(
		`select greatest((select max(coalesce(written_at, made_at)) from case_revision),
			(select max(coalesce(written_at, made_at)) from outbox_message), (select max(at) from trail_entry)) as last`
	);
	return rows[0]?.last?.toISOString() ?? null;
}
