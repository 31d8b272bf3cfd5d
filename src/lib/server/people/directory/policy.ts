/** How people come in by the directory: what supervisors have set, and whose passwords are good. */
import { mayAll } from '../../../document/capabilities';
import type { DirectoryPolicy, DirectoryRule } from '../../../document/directory';
import { reading, writing } from '../../database';
import type { Statements } from '../../database/statements';
import { settings } from '../../settings';
import { t } from '../../refusals';
import type { Actor } from '../actor';
import { isAble, NO_ROLE, PEOPLE, roleOf, TOO_MUCH } from '../roles';
import { append } from '../trail';

interface PolicyRow {
	readonly makes_newcomers: boolean;
	readonly passwords: boolean;
	readonly emergency_id: string | null;
}

/** What is set, within what is being done. */
export async function policyIn(statements: Statements): Promise<DirectoryPolicy> {
	const { rows } = await statements.query<PolicyRow>(
		'select makes_newcomers, passwords, emergency_id from directory_policy'
	);
	const { rows: rules } = await statements.query<DirectoryRule>(
		'select claim, value, role from directory_rule order by place'
	);
	const [row] = rows;
	return {
		makesNewcomers: row?.makes_newcomers ?? false,
		passwords: row?.passwords ?? true,
		emergency: row?.emergency_id ?? null,
		rules
	};
}

export const directoryPolicy = (): Promise<DirectoryPolicy> => reading(policyIn);

/** SQL: the password of this row of accounts is good. Where there is no directory all are. */
export const isPasswordGood = (): string =>
	settings().directory === null
		? 'true'
		: '(select passwords or emergency_id = account.id from directory_policy)';

/** Whether anybody but one comes in with a password. */
export const takesPasswords = async (): Promise<boolean> =>
	settings().directory === null || (await directoryPolicy()).passwords;

/** Sets all of it, with roles that who sets it could give. The refusal, or null. */
export async function setDirectoryPolicy(
	{ makesNewcomers, passwords, emergency, rules }: DirectoryPolicy,
	{ person, address }: Actor
): Promise<string | null> {
	return writing(async (statements) => {
		await statements.query('select from directory_policy for update');
		const before = await policyIn(statements);
		for (const { role } of [...before.rules, ...rules]) {
			const given = await roleOf(statements, role);
			if (given === null) return NO_ROLE(role);
			if (!mayAll(person, given)) return TOO_MUCH();
		}
		if (!passwords && !(await opensInAnEmergency(statements, emergency)))
			return t('Choose an account for emergencies first: …');
		await statements.query(
			'update directory_policy set makes_newcomers = $1, passwords = $2, emergency_id = $3',
			[makesNewcomers, passwords, emergency]
		);
		await statements.query('delete from directory_rule');
		for (const [place, { claim, value, role }] of rules.entries())
			await statements.query(
				'insert into directory_rule (place, claim, value, role) values ($1, $2, $3, $4)',
				[place, claim, value, role]
			);
		// Whoever came in with a password that is good no more is out.
		if (before.passwords && !passwords)
			await statements.query(
				`delete from session where account_id is distinct from $1
				and not exists (select from directory_session where directory_session.token = session.token)
				and account_id is distinct from $2`,
				[emergency, person?.id ?? null]
			);
		const detail = [
			passwords ? 'passwords' : 'no passwords',
			makesNewcomers ? 'newcomers are added' : 'only people known here',
			...rules.map(({ claim, value, role }) => `${claim} ${value}: ${role}`)
		].join('; ');
		await append(statements, person, address, [{ what: 'changed how people sign in', detail }]);
		return null;
	});
}

/** Whether an account could let everybody in, the directory or not. */
async function opensInAnEmergency(statements: Statements, id: string | null): Promise<boolean> {
	if (id === null) return false;
	const { rows } = await statements.query(
		`select from ${PEOPLE} where account.id = $1 and ${isAble('people')}
		and locked_at is null and password is not null for update of account`,
		[id]
	);
	return rows.length > 0;
}
