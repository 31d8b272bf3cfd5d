/** Who somebody is that the directory speaks of, and with which role: the account is found, bound or made. */
import { may } from '../../../document/capabilities';
import type { DirectoryPolicy, DirectoryRefusal, DirectoryRule } from '../../../document/directory';
import { LONGEST_NAME, type Person } from '../../../document/people';
import { NO_TEXT } from '../../../reading/names';
import type { Statements } from '../../database/statements';
import { folded } from '../passwords';
import { PEOPLE, PERSON, roleOf, wouldLockOut } from '../roles';
import { append } from '../trail';
import type { Claims, Granted } from './client';

interface Row extends Person {
	readonly is_locked: boolean;
}

const FOUND = `select ${PERSON}, locked_at is not null as is_locked from ${PEOPLE}`;

/** The role that the rules give; null where none holds. */
export const roleBy = (rules: readonly DirectoryRule[], claims: Claims): string | null =>
	rules.find(({ claim, value }) => says(claims, claim, value))?.role ?? null;

/** Whether the directory says this of somebody: a text, or one of several. */
function says(claims: Claims, claim: string, value: string): boolean {
	const said = Object.hasOwn(claims, claim) ? claims[claim] : within(claims, claim.split('.'));
	return (Array.isArray(said) ? said : [said]).some(
		(one) =>
			(typeof one === 'string' || typeof one === 'number' || typeof one === 'boolean') &&
			String(one) === value
	);
}

/** What is said in parts of parts. */
const within = (said: unknown, path: readonly string[]): unknown =>
	path.reduce<unknown>(
		(part, name) =>
			typeof part === 'object' && part !== null && Object.hasOwn(part, name)
				? (part as Record<string, unknown>)[name]
				: undefined,
		said
	);

/** The names by which an account may wait for somebody: none that anybody could claim. */
const namesOf = ({ preferred_username, email, email_verified }: Claims): string[] =>
	[preferred_username, email_verified === true ? email : null]
		.filter((name) => typeof name === 'string')
		.map(folded);

/** The account of somebody who comes from the directory, with the role that is theirs now; or why there is none. */
export async function personIn(
	statements: Statements,
	{ subject, claims }: Granted,
	{ rules, makesNewcomers }: DirectoryPolicy,
	address: string
): Promise<Person | DirectoryRefusal> {
	const role = roleBy(rules, claims);
	const found = await accountOf(statements, subject, claims);
	if (!found) {
		if (!makesNewcomers) return 'unknown';
		return role === null ? 'no role' : madeFor(statements, subject, claims, role, address);
	}
	if (found.is_locked) return 'locked';
	const { is_locked: _locked, ...person } = found;
	await statements.query(
		`update account set directory_seen_at = $3, directory_subject = coalesce(directory_subject, $2)
		where id = $1`,
		[person.id, subject, new Date()]
	);
	return role === null || role === person.role
		? person
		: withRole(statements, person, role, address);
}

/** By whom they were from the first time on; the first time by the name that was told here. Others wait. */
async function accountOf(
	statements: Statements,
	subject: string,
	claims: Claims
): Promise<Row | undefined> {
	await statements.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [subject]);
	const { rows } = await statements.query<Row>(
		`${FOUND} where directory_subject = $1
			or (directory_subject is null and directory_name = any($2::text[]))
		order by directory_subject is null limit 1 for update of account`,
		[subject, namesOf(claims)]
	);
	return rows[0];
}

/** Gives the role that the directory says; not where nobody could let people in any more. */
async function withRole(
	statements: Statements,
	person: Person,
	role: string,
	address: string
): Promise<Person> {
	const given = await roleOf(statements, role);
	if (given === null) return person;
	if (!may({ may: given }, 'people') && (await wouldLockOut(statements, { account: person.id })))
		return person;
	await statements.query('update account set role = $2 where id = $1', [person.id, role]);
	await append(statements, null, address, [
		{ what: 'changed a role', subject: person.id, detail: `${role}, by the directory` }
	]);
	return { ...person, role, may: given };
}

async function madeFor(
	statements: Statements,
	subject: string,
	claims: Claims,
	role: string,
	address: string
): Promise<Person | DirectoryRefusal> {
	const given = await roleOf(statements, role);
	if (given === null) return 'no role';
	const id = crypto.randomUUID();
	const name = await freeName(statements, claims);
	await statements.query(
		`insert into account (id, name, folded, role, made_at, directory_subject, directory_seen_at)
		values ($1, $2, $3, $4, $5, $6, $5)`,
		[id, name, folded(name), role, new Date(), subject]
	);
	await append(statements, null, address, [
		{ what: 'added an account', subject: id, detail: `${role}, by the directory` }
	]);
	return { id, name, role, may: given };
}

/** What no name has in it, wherever it is. */
const NO_TEXTS = new RegExp(NO_TEXT, 'gu');

/** What somebody is called, so that nobody else here is: where it is taken, with what tells them apart. */
async function freeName(statements: Statements, claims: Claims): Promise<string> {
	const [called = 'somebody', ...more] = [claims['name'], claims['preferred_username'], claims.sub]
		.filter((name) => typeof name === 'string')
		.map((name) => name.normalize('NFC').replace(NO_TEXTS, ' ').trim().replace(/\s+/g, ' '))
		.filter((name) => name !== '');
	for (const mark of ['', ...more.map((other) => ` (${other})`), ` ${crypto.randomUUID()}`]) {
		const name = `${called.slice(0, LONGEST_NAME - Math.min(mark.length, 40))}${mark.slice(0, 40)}`;
		const { rows } = await statements.query('select from account where folded = $1', [
			folded(name)
		]);
		if (rows.length === 0) return name;
	}
	return crypto.randomUUID();
}
