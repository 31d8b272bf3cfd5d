/** Reference data of the agency: rows that are only ever added, each with the day from which it holds and its version. */
import type { ReferenceKind, ReferencePut, ReferenceRow } from '../document/reference';
import { foldedName } from '../document/creditors';
import { now } from './clock';
import { reading, writing } from './database';
import { insertRows } from './database/shapes';
import type { Statements } from './database/statements';
import type { Actor } from './people/actor';
import { note } from './people/trail';
import { t } from './refusals';

interface Row {
	readonly kind: ReferenceKind;
	readonly subject_id: string;
	readonly term: string;
	readonly holds_from: string;
	readonly version: number;
	readonly content: unknown;
	readonly known_from: string;
	readonly author: string | null;
	readonly written_at: Date;
}

const ROWS = `select kind, subject_id, term, holds_from::text, version, content, known_from,
		account.name as author, written_at
	from reference_row left join account on account.id = author_id`;

const rowOf = (row: Row): ReferenceRow => ({
	kind: row.kind,
	subject: row.subject_id,
	term: row.term,
	holdsFrom: row.holds_from as ReferenceRow['holdsFrom'],
	version: row.version,
	content: row.content,
	knownFrom: row.known_from,
	by: row.author,
	writtenAt: row.written_at.toISOString()
});

/** All that is known of a kind: of each term and day what was written last, with the version of all of it. */
export interface Reference {
	readonly version: number;
	readonly rows: readonly ReferenceRow[];
}

/** The rows of a kind that were not withdrawn or written over. */
export const referenceOf = (kind: ReferenceKind): Promise<Reference> =>
	reading(async (statements) => ({
		version: await versionIn(statements),
		rows: await latestRows(statements, kind)
	}));

async function versionIn(statements: Statements): Promise<number> {
	const { rows } = await statements.query<{ version: number | null }>(
		'select max(version) as version from reference_row'
	);
	return rows[0]?.version ?? 0;
}

async function latestRows(statements: Statements, kind: ReferenceKind): Promise<ReferenceRow[]> {
	const { rows } = await statements.query<Row>(
		`${ROWS} where kind = $1 and content is not null and not exists (
			select from reference_row as later
			where later.subject_id = reference_row.subject_id and later.term = reference_row.term
				and later.holds_from = reference_row.holds_from and later.version > reference_row.version
		) order by subject_id, term, holds_from desc`,
		[kind]
	);
	return rows.map(rowOf);
}

/** Every row of a subject that was ever written, the latest first. */
export async function referenceHistory(
	kind: ReferenceKind,
	subject: string
): Promise<ReferenceRow[]> {
	const { rows } = await reading((statements) =>
		statements.query<Row>(
			`${ROWS} where kind = $1 and subject_id = $2 order by version desc, term, holds_from desc`,
			[kind, subject]
		)
	);
	return rows.map(rowOf);
}

/** The outcome of writing rows: the version that they are of, or why none was written. */
export type ReferenceWritten =
	| { readonly outcome: 'saved'; readonly version: number }
	/** Others have written some of the same since. */
	| { readonly outcome: 'stale'; readonly by: readonly string[] }
	| { readonly outcome: 'refused'; readonly message: string };

/**
 * Writes rows: all of them, as one version, or none.
 * @param basedOn the version that they were made from; where a row of the same day and term was written since, none is
 */
export const putReference = (
	puts: readonly ReferencePut[],
	basedOn: number,
	actor: Actor
): Promise<ReferenceWritten> =>
	writing(async (statements): Promise<ReferenceWritten> => {
		await statements.exec('lock table reference_row in share row exclusive mode');
		const since = await writtenSince(statements, puts, basedOn);
		if (since.length > 0) return { outcome: 'stale', by: since };
		const twin = await twinOf(statements, puts);
		if (twin !== null)
			return {
				outcome: 'refused',
				message: t('There is another creditor called “{name}”; use that one, or another name.', {
					name: twin
				})
			};
		const version = (await versionIn(statements)) + 1;
		const at = now().toISOString();
		await insertRows(
			statements,
			'reference_row',
			puts.map(({ kind, subject, term, holdsFrom, content, knownFrom }) => ({
				kind,
				subject_id: subject,
				term,
				holds_from: holdsFrom,
				version,
				content,
				known_from: knownFrom,
				author_id: actor.person?.id ?? null,
				written_at: at
			}))
		);
		const subjects = [...new Set(puts.map(({ subject }) => subject))];
		await note(
			statements,
			actor,
			...subjects.slice(0, NOTED).map((subject) => ({
				what: 'changed reference data' as const,
				subject,
				detail: detailOf(
					puts.filter((put) => put.subject === subject),
					subjects.length
				)
			}))
		);
		return { outcome: 'saved', version };
	});

/** So many subjects of one version are in the trail by themselves; their number is with each. */
const NOTED = 20;

function detailOf(puts: readonly ReferencePut[], subjects: number): string {
	const terms = puts.slice(0, 4).map(({ term, holdsFrom }) => `${term} from ${holdsFrom}`);
	const all = subjects > 1 ? [`one of ${subjects}`] : [];
	return [puts[0]?.kind ?? '', ...terms, ...all].join(', ');
}

/** Who has written rows of the same terms and days since a version; “” without accounts. */
async function writtenSince(
	statements: Statements,
	puts: readonly ReferencePut[],
	basedOn: number
): Promise<string[]> {
	const { rows } = await statements.query<{ author: string | null }>(
		`select distinct account.name as author
		from jsonb_to_recordset($1) as put (subject uuid, term text, "holdsFrom" date)
			join reference_row on subject_id = put.subject and reference_row.term = put.term
				and holds_from = put."holdsFrom"
			left join account on account.id = author_id
		where version > $2`,
		[
			JSON.stringify(puts.map(({ subject, term, holdsFrom }) => ({ subject, term, holdsFrom }))),
			basedOn
		]
	);
	return rows.map(({ author }) => author ?? '');
}

/** The name of a creditor that another one has, too, whatever its case and accents; null where each has its own. */
async function twinOf(
	statements: Statements,
	puts: readonly ReferencePut[]
): Promise<string | null> {
	const named = puts.filter(
		({ kind, term, content }) => kind === 'creditor' && term === 'profile' && content !== null
	);
	if (named.length === 0) return null;
	const nameIn = (content: unknown) => (content as { readonly name: string }).name;
	const taken = new Map<string, string>();
	for (const { term, subject, content } of await latestRows(statements, 'creditor'))
		if (term === 'profile') taken.set(foldedName(nameIn(content)), subject);
	for (const { subject, content } of named) {
		const name = nameIn(content);
		const owner = taken.get(foldedName(name));
		if (owner !== undefined && owner !== subject) return name;
		taken.set(foldedName(name), subject);
	}
	return null;
}
