/**
 * A full copy of what is kept about the client of a case, also of a deleted one. Which tables have something of it the
 * database says itself: one that is added later is in it without anybody thinking of it.
 */
import type {
	FullCopy,
	FullCopyEntry,
	FullCopyMessage,
	FullCopyRevision
} from '../../document/full-copy';
import { reading } from '../database';
import type { Statements } from '../database/statements';
import { SCHEMA } from '../database/tables';
import { OwnError } from '../log';
import { othersFirst } from '../others-first';
import { documentOf } from './revisions';

/** What a table calls the case that a row is of. */
const OF_A_CASE = ['case_id', 'told_case'];
/** Read by themselves: whole documents. */
const REVISIONS = 'case_revision';

interface TableOfCases {
	readonly name: string;
	/** Which of its columns has the case. */
	readonly of: string;
	/** Its columns, but for those that hold bytes: files are given out as files. */
	readonly columns: readonly string[];
}

interface CaseRow {
	readonly touched_at: Date;
	readonly deleted_at: Date | null;
	readonly revision: number;
	readonly owner: string | null;
	readonly shared: string[];
}

/** All that is kept, but for the content of revisions and messages; null where there is no such case. */
export async function fullCopyOf(id: string): Promise<FullCopy | null> {
	const found = await reading(async (statements) => {
		const { rows } = await statements.query<CaseRow>(
			`select touched_at, deleted_at, revision, account.name as owner,
				array(select account.name from case_share join account on account.id = account_id
					where case_id = case_file.id order by account.name) as shared
			from case_file left join account on account.id = owner_id where case_file.id = $1`,
			[id]
		);
		const [row] = rows;
		if (!row) return null;
		const revisions = await revisionsOf(statements, id);
		const messages = await messagesOf(statements, id);
		return {
			revision: row.revision,
			id,
			begunAt: revisions[0]?.at ?? row.touched_at.toISOString(),
			changedAt: row.touched_at.toISOString(),
			deletedAt: row.deleted_at?.toISOString() ?? null,
			owner: row.owner,
			sharedWith: row.shared,
			revisions,
			messages,
			trail: await trailOf(statements, [id, ...messages.map((message) => message.id)]),
			rows: await rowsAbout(statements, id)
		};
	});
	if (found === null) return null;
	const { revision, ...copy } = found;
	return { ...copy, document: await documentOf(reading, id, revision) };
}

async function revisionsOf(statements: Statements, id: string): Promise<FullCopyRevision[]> {
	const { rows } = await statements.query<{ number: number; at: Date; what: string }>(
		`select number, coalesce(written_at, made_at) as at, what from case_revision
		where case_id = $1 order by number`,
		[id]
	);
	return rows.map(({ at, ...row }) => ({ ...row, at: at.toISOString() }));
}

async function messagesOf(statements: Statements, id: string): Promise<FullCopyMessage[]> {
	const { rows } = await statements.query<Omit<FullCopyMessage, 'madeAt'> & { at: Date }>(
		`select id, made_at as at, recipient as to, subject, attachments from outbox_message
		where case_id = $1 order by made_at, id`,
		[id]
	);
	return rows.map(({ at, ...row }) => ({ ...row, madeAt: at.toISOString() }));
}

async function trailOf(statements: Statements, subjects: string[]): Promise<FullCopyEntry[]> {
	const { rows } = await statements.query<Omit<FullCopyEntry, 'at'> & { at: Date }>(
		`select number, at, account_id as account, what, detail from trail_entry
		where subject = any($1::uuid[]) order by number`,
		[subjects]
	);
	return rows.map(({ at, ...row }) => ({ ...row, at: at.toISOString() }));
}

/** Each row of each table that has rows of cases, as the database's own JSON. */
async function rowsAbout(statements: Statements, id: string): Promise<FullCopy['rows']> {
	const tables = [
		{ name: 'case_file', of: 'id', columns: null },
		...(await tablesOfCases(statements))
	];
	const all: [string, string[]][] = [];
	for (const { name, of, columns } of tables) {
		if (name === REVISIONS) continue;
		const { rows } = await statements.query<{ json: string }>(
			`select to_jsonb(one)::text as json from (select ${columns?.join(', ') ?? '*'} from ${name} where ${of} = $1) one`,
			[id]
		);
		if (rows.length > 0) all.push([name, rows.map(({ json }) => json)]);
	}
	return all;
}

async function tablesOfCases(statements: Statements): Promise<TableOfCases[]> {
	const { rows } = await statements.query<TableOfCases>(
		`select relname::text as name, of.attname::text as of,
			array(select quote_ident(attname) from pg_attribute where attrelid = pg_class.oid
				and attnum > 0 and not attisdropped and atttypid <> 'bytea'::regtype order by attnum) as columns
		from pg_class join pg_attribute of on of.attrelid = pg_class.oid
		where relnamespace = to_regnamespace($1) and relkind = 'r' and of.attname = any($2) and not of.attisdropped
		order by relname`,
		[SCHEMA, OF_A_CASE]
	);
	return rows;
}

/** The copy as JSON, part by part: every row, the trail, and each revision as it is stored. */
export async function* fullCopyJson(copy: FullCopy, made: string): AsyncGenerator<string> {
	yield `{\n"made": ${JSON.stringify(made)},\n"case": ${JSON.stringify(copy.id)},\n`;
	const trail = copy.trail.map((entry) => JSON.stringify(entry));
	for (const [table, rows] of [...copy.rows, ['trail_entry', trail] as const]) {
		yield `${JSON.stringify(table)}: [\n`;
		for (const [at, row] of rows.entries()) yield (at === 0 ? '' : ',\n') + row;
		yield '\n],\n';
	}
	yield `${JSON.stringify(REVISIONS)}: [`;
	let separator = '\n';
	// One by one: each may hold a whole case.
	for (const { number } of copy.revisions) {
		const { rows } = await reading((statements) =>
			statements.query<{ json: string }>(
				`select to_jsonb(${REVISIONS})::text as json from ${REVISIONS} where case_id = $1 and number = $2`,
				[copy.id, number]
			)
		);
		// One that was thinned meanwhile is kept no more.
		if (rows.length === 0) await refuseGone(copy.id);
		for (const { json } of rows) {
			yield separator + json;
			separator = ',\n';
		}
		await othersFirst();
	}
	yield '\n]\n}\n';
}

const GONE = 'a case was deleted while its full copy was made';

/** A copy is whole, or it breaks off. @throws OwnError where the case was deleted for good while it was made */
async function refuseGone(id: string): Promise<void> {
	const { rows } = await reading((statements) =>
		statements.query('select from case_file where id = $1', [id])
	);
	if (rows.length === 0) throw new OwnError(GONE);
}

/** The file of one message of the case. @throws OwnError where the case has gone meanwhile */
export async function messageIn(copy: FullCopy, message: string): Promise<Uint8Array> {
	const { rows } = await reading((statements) =>
		statements.query<{ message: Uint8Array }>(
			'select message from outbox_message where case_id = $1 and id = $2',
			[copy.id, message]
		)
	);
	const [row] = rows;
	if (!row) throw new OwnError(GONE);
	return row.message;
}
