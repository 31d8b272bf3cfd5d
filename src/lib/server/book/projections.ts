/** What of each case its plan is computed from: written with the case, and made anew where it is missing or of before. */
import { VERSION } from '../../document/version';
import { readCase } from '../cases/cases';
import { NotNow, reading, writing } from '../database';
import { log, loggable } from '../log';
import { projectionRow } from './projection-row';

interface Kept {
	readonly id: string;
	readonly version: number | null;
	readonly content: string | null;
}

/**
 * The projections of some cases as JSON, in the order of their identifiers; null where a case has no plan, or is gone.
 * They are taken as they were written: each was made of a case that was judged.
 */
export async function projectionsOf(ids: readonly string[]): Promise<(string | null)[]> {
	const { rows } = await reading((statements) =>
		statements.query<Kept>(
			`select wanted.id, version, content from unnest($1::uuid[]) with ordinality as wanted (id, place)
			left join case_projection on case_id = wanted.id order by place`,
			[ids]
		)
	);
	const found: (string | null)[] = [];
	for (const { id, version, content } of rows)
		found.push(version === VERSION ? content : await madeAnew(id));
	return found;
}

/** Of a case that can't be read: it is said of that one, and keeps no other from being computed. */
const UNREADABLE = '';

/** Reads a case as it is and keeps what its plan is computed from, unless that was written meanwhile. */
async function madeAnew(id: string): Promise<string | null> {
	const state = await readCase(id, true).catch((error: unknown) => {
		if (error instanceof NotNow) throw error;
		log.error({ err: loggable(error) }, 'a case could not be read to be computed');
		return 'unreadable' as const;
	});
	if (state === 'unreadable') return UNREADABLE;
	if (state === null) return null;
	const { content } = projectionRow(id, state.document);
	await writing((statements) =>
		statements.query(
			`insert into case_projection (case_id, version, content)
			select $1, $2, $3 from case_file where id = $1 and revision = $4
			on conflict (case_id) do update set version = excluded.version, content = excluded.content
				where case_projection.version <> excluded.version`,
			[id, VERSION, content, state.revision]
		)
	);
	return content;
}
