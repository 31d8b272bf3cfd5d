/** Tokens by which other programs are let in: made for a purpose, until a day; only their hashes are kept. */
import type { Person } from '../../document/people';
import { MOST_PROGRAMS, type Program, type Scope, type Term } from '../../document/programs';
import { DAY } from '../clock';
import { NotNow, reading, writing } from '../database';
import { t } from '../refusals';
import type { Actor, ProgramAsking } from '../people/actor';
import { PEOPLE, PERSON } from '../people/roles';
import { hashed, newToken } from '../people/tokens';
import { note } from '../people/trail';
import { letsProgramsIn, longestAway, seesAll } from './whose';

/** What a token begins with: whatever looks through files for secrets finds it by that. */
const MARK = 'residuum_';
/** Precision of when a token was used last, in milliseconds. */
const NOTED_EVERY = 60_000;

/** A new token and its secret, which is said once; or why there is none. */
export type Made =
	| { readonly ok: true; readonly id: string; readonly secret: string }
	| { readonly ok: false; readonly refusal: string };

/** Lets a program in on somebody's behalf. */
export async function letProgramIn(
	asked: { readonly purpose: string; readonly scopes: readonly Scope[]; readonly days: Term },
	actor: Actor
): Promise<Made> {
	const { person } = actor;
	if (person === null) return { ok: false, refusal: t('There are no accounts here.') };
	const purpose = asked.purpose.normalize('NFC').trim();
	const { secret, hash } = newToken();
	return writing(async (statements): Promise<Made> => {
		await statements.query('select from account where id = $1 for update', [person.id]);
		const { rows } = await statements.query<{ count: number }>(
			'select count(*)::int as count from program_token where account_id = $1',
			[person.id]
		);
		if ((rows[0]?.count ?? 0) >= MOST_PROGRAMS)
			return {
				ok: false,
				refusal: t('You have {count} tokens already; revoke one that is not used any more.', {
					count: MOST_PROGRAMS
				})
			};
		const now = Date.now();
		const id = crypto.randomUUID();
		await statements.query(
			`insert into program_token (id, account_id, purpose, scopes, hash, made_at, ends_at)
			values ($1, $2, $3, $4, $5, $6, $7)`,
			[id, person.id, purpose, asked.scopes, hash, new Date(now), new Date(now + asked.days * DAY)]
		);
		const detail = `${purpose}: ${asked.scopes.join(', ')}, ${asked.days} days`;
		await note(statements, actor, { what: 'let a program in', subject: id, detail });
		return { ok: true, id, secret: `${MARK}${secret}` };
	});
}

/** Takes a token back: one's own, or anybody's for those who let people in. False where there is none of these. */
export const keepProgramOut = (id: string, actor: Actor): Promise<boolean> =>
	writing(async (statements) => {
		const { rows } = await statements.query<{ purpose: string; name: string }>(
			`delete from program_token using account where program_token.id = $1
			and account.id = account_id and ($2 or account_id = $3) returning purpose, name`,
			[id, seesAll(actor), actor.person?.id ?? null]
		);
		const [gone] = rows;
		if (!gone) return false;
		const detail = `${gone.purpose}, of ${gone.name}`;
		await note(statements, actor, { what: 'kept a program out', subject: id, detail });
		return true;
	});

/** The programs that somebody has let in, or anybody for those who let people in; the latest first. */
export async function programsOf(actor: Actor): Promise<Program[]> {
	const { rows } = await reading((statements) =>
		statements.query<{
			id: string;
			purpose: string;
			name: string;
			scopes: Scope[];
			made_at: Date;
			ends_at: Date;
			used_at: Date | null;
			is_good: boolean;
		}>(
			`select program_token.id, purpose, account.name, scopes, program_token.made_at, ends_at, used_at,
				ends_at > $3 and ${letsProgramsIn(4)} as is_good
			from program_token join (${PEOPLE}) on account.id = account_id
			where $1 or account_id = $2 order by program_token.made_at desc, program_token.id`,
			[seesAll(actor), actor.person?.id ?? null, new Date(), longestAway()]
		)
	);
	return rows.map(({ id, purpose, name, scopes, made_at, ends_at, used_at, is_good }) => ({
		id,
		purpose,
		person: name,
		scopes,
		madeAt: made_at.toISOString(),
		endsAt: ends_at.toISOString(),
		usedAt: used_at?.toISOString() ?? null,
		isOver: !is_good
	}));
}

/** Who is asked for by a token, and what it is let in for; null where it is none that is good. */
export async function programBy(
	secret: string
): Promise<{ readonly person: Person; readonly program: ProgramAsking } | null> {
	if (!secret.startsWith(MARK)) return null;
	const now = Date.now();
	const { rows } = await reading((statements) =>
		statements.query<
			Person & { token_id: string; purpose: string; scopes: Scope[]; used_at: Date | null }
		>(
			`select ${PERSON}, program_token.id as token_id, purpose, scopes, used_at
			from program_token join (${PEOPLE}) on account.id = account_id
			where hash = $1 and ends_at > $2 and ${letsProgramsIn(3)}`,
			[hashed(secret.slice(MARK.length)), new Date(now), longestAway()]
		)
	);
	const [row] = rows;
	if (!row) return null;
	const { token_id: id, purpose, scopes, used_at: used, ...person } = row;
	if (now - (used?.getTime() ?? 0) > NOTED_EVERY)
		// Where nothing can be written now, reading goes on.
		await writing((statements) =>
			statements.query('update program_token set used_at = $2 where id = $1', [id, new Date(now)])
		).catch((error: unknown) => {
			if (!(error instanceof NotNow)) throw error;
		});
	return { person, program: { id, purpose, scopes } };
}
