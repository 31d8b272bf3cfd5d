/** Roles: listed, made, changed and deleted by those who let people in, and how SQL asks what they may do. */
import type { Capability } from '../../document/capabilities';
import { mayAll } from '../../document/capabilities';
import { MOST_ROLES, type RoleSummary } from '../../document/people';
import { reading, writing } from '../database';
import type { Statements } from '../database/statements';
import { t } from '../refusals';
import type { Actor } from './actor';
import { folded } from './passwords';
import { append } from './trail';

/** SQL: accounts with their roles. */
export const PEOPLE = 'account join account_role using (role)';
/** SQL: the fields of a person of `PEOPLE`. */
export const PERSON = 'account.id, account.name, role, may';
/** SQL: a row of `PEOPLE` may do it. */
export const isAble = (capability: Capability): string => `'${capability}' = any(may)`;

/** SQL: accounts of `PEOPLE` that can come in and let others in; whoever has not used their link yet can't. */
const LETS_IN = `${isAble('people')} and locked_at is null
	and (password is not null or directory_subject is not null)`;

/** The refusal of a change, or null where it was made. */
type Refusal = string | null;

export async function listRoles(): Promise<RoleSummary[]> {
	const { rows } = await reading((statements) =>
		statements.query<RoleSummary>(
			`select role, may, is_built_in as "isBuiltIn", needs_second_factor as "needsSecondFactor"
			from account_role order by is_built_in desc, case when is_built_in then cardinality(may) end, folded`
		)
	);
	return rows;
}

/** What a role may do; null where there is none of this name. */
export async function roleOf(
	statements: Statements,
	role: string
): Promise<readonly Capability[] | null> {
	const { rows } = await statements.query<RoleSummary>(
		'select role, may from account_role where role = $1 for share',
		[role]
	);
	return rows[0]?.may ?? null;
}

export const NO_ROLE = (role: string) => t('There is no role “{role}”.', { role });
export const TOO_MUCH = () =>
	t('This takes or gives more than you may do yourself; ask somebody who may do it all.');

/**
 * Whether, apart from this account or all of this role, nobody could let people in, in an emergency or otherwise. Whoever
 * asks at the same time waits.
 */
export async function wouldLockOut(
	statements: Statements,
	apartFrom: { readonly account: string } | { readonly role: string }
): Promise<boolean> {
	const { rows } = await statements.query<{ id: string; role: string; is_needed: boolean }>(
		`select account.id, role, exists (
			select from directory_policy where not passwords and emergency_id = account.id
		) as is_needed from ${PEOPLE} where ${LETS_IN} order by account.id for update of account`
	);
	const others = rows.filter(({ id, role }) =>
		'account' in apartFrom ? id !== apartFrom.account : role !== apartFrom.role
	);
	const isNeeded = rows.some((one) => one.is_needed && !others.includes(one));
	return isNeeded || (rows.length > 0 && others.length === 0);
}

export const LAST = () =>
	t(
		'Nobody else who can sign in may let people in; let somebody else do that first, or nobody could.'
	);

/** Makes a role, or changes what one that was made may do: at once, for everybody who has it. */
export async function defineRole(
	{ role: typed, may }: { readonly role: string; readonly may: readonly Capability[] },
	{ person: who, address }: Actor
): Promise<Refusal> {
	const role = typed.normalize('NFC').trim().replace(/\s+/g, ' ');
	return writing(async (statements) => {
		const { rows } = await statements.query<RoleSummary & { folded: string }>(
			'select role, may, folded, is_built_in as "isBuiltIn" from account_role for update'
		);
		const before = rows.find((row) => row.folded === folded(role));
		if (before?.isBuiltIn) return BUILT_IN(before.role);
		if (before && before.role !== role)
			return t('There is a role “{role}” already; take another name.', { role: before.role });
		if (!before && rows.filter(({ isBuiltIn }) => !isBuiltIn).length >= MOST_ROLES)
			return t('There are {count} roles already; delete one that nobody has.', {
				count: MOST_ROLES
			});
		if (!mayAll(who, [...may, ...(before?.may ?? [])])) return TOO_MUCH();
		if (!may.includes('people') && (await wouldLockOut(statements, { role }))) return LAST();
		await statements.query(
			`insert into account_role (role, folded, may) values ($1, $2, $3)
			on conflict (role) do update set may = excluded.may`,
			[role, folded(role), may]
		);
		const detail = `${role}: ${may.length > 0 ? may.join(', ') : 'reads'}`;
		await append(statements, who, address, [{ what: 'defined a role', detail }]);
		return null;
	});
}

const BUILT_IN = (role: string) =>
	t('The role “{role}” is built in and stays as it is; make one of your own.', { role });

/** Deletes a role that nobody has. */
export async function deleteRole(role: string, { person: who, address }: Actor): Promise<Refusal> {
	return writing(async (statements) => {
		const { rows } = await statements.query<RoleSummary & { people: number; isGiven: boolean }>(
			`select may, is_built_in as "isBuiltIn",
				(select count(*)::int from account where account.role = account_role.role) as people,
				exists (select from directory_rule where directory_rule.role = account_role.role) as "isGiven"
			from account_role where role = $1 for update`,
			[role]
		);
		const [before] = rows;
		if (!before) return NO_ROLE(role);
		if (before.isBuiltIn) return BUILT_IN(role);
		if (before.people > 0)
			return t('{count, plural, one {# person has} other {# people have}} this role; …', {
				count: before.people
			});
		if (before.isGiven) return t('A rule of the directory gives this role; change the rule first.');
		if (!mayAll(who, before.may)) return TOO_MUCH();
		await statements.query('delete from account_role where role = $1', [role]);
		await append(statements, who, address, [{ what: 'deleted a role', detail: role }]);
		return null;
	});
}

/** Sets whether people of a role need a second factor beside a password: those who have none are asked for one at once. */
export async function setFactorNeed(
	role: string,
	isNeeded: boolean,
	{ person: who, address }: Actor
): Promise<Refusal> {
	return writing(async (statements) => {
		const given = await roleOf(statements, role);
		if (given === null) return NO_ROLE(role);
		if (!mayAll(who, given)) return TOO_MUCH();
		await statements.query('update account_role set needs_second_factor = $2 where role = $1', [
			role,
			isNeeded
		]);
		const detail = `${role}: ${isNeeded ? 'needs one' : 'needs none'}`;
		await append(statements, who, address, [{ what: 'changed who needs a second factor', detail }]);
		return null;
	});
}
