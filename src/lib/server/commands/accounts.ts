/** `npm run accounts`: who may come in. Works on the data that the same settings make the program work on. */
import { BUILT_IN_ROLES, type Person } from '../../document/people';
import {
	accountOf,
	addAccount,
	changeRole,
	listAccounts,
	lockAccount,
	newLink,
	setDirectoryName,
	unlockAccount,
	type AccountResult
} from '../people/accounts';
import type { Actor } from '../people/actor';
import { resetFactors } from '../people/second-factor/factors';
import { settings } from '../settings';
import { refuse, type Command, type Terminal } from './command';

const USAGE = `npm run --silent accounts -- …
  list                          everybody
  add NAME --role ROLE          adds somebody; asks for a password on a terminal
  add NAME --role ROLE --link   adds somebody; prints a link that sets the password, once, within 48 hours
  add NAME --role ROLE --directory NAME   adds somebody who signs in at the directory, under the name they have there
  link NAME                     a new link for somebody; the old password is good until it is used
  role NAME ROLE                another role
  directory NAME NAME-THERE    the name in the directory of somebody who is here already
  reset NAME                    takes the second factors away that somebody has lost, and signs them out
  lock NAME, unlock NAME        signs somebody out everywhere and lets them in no more, or again
ROLE is ${BUILT_IN_ROLES.join(', ')}, or one that was made under People.`;

/** The trail says that a command did it. */
const HERE: Actor = { person: null, address: 'command' };

export const accounts: Command = async (words, terminal) => {
	const [verb, ...rest] = words;
	const tell = (done: AccountResult) => told(done, terminal);
	switch (verb) {
		case 'list':
			return list(terminal);
		case 'add':
			return tell(await addAccount({ ...toAdd(rest), password: terminal.secret }, HERE));
		case 'link':
			return tell(await newLink((await named(rest[0])).id, HERE));
		case 'role':
			return tell(await changeRole((await named(rest[0])).id, roleIn(rest[1]), HERE));
		case 'directory':
			return tell(await setDirectoryName((await named(rest[0])).id, rest[1] ?? '', HERE));
		case 'reset':
			return reset(await named(rest[0]), terminal);
		case 'lock':
			return tell(await lockAccount((await named(rest[0])).id, HERE));
		case 'unlock':
			return tell(await unlockAccount((await named(rest[0])).id, HERE));
		default:
			return refuse(USAGE);
	}
};

async function list({ say }: Terminal): Promise<void> {
	const all = await listAccounts();
	for (const { name, role, isLocked, hasPassword, directory, cases } of all) {
		const marks = [
			isLocked && 'locked',
			directory === 'none' && !hasPassword && 'no password yet',
			directory !== 'none' && 'by the directory'
		].filter(Boolean);
		say([name, role, `${cases} ${cases === 1 ? 'case' : 'cases'}`, ...marks].join('  ·  '));
	}
	if (all.length === 0) say('There are no accounts yet.');
}

/** Reads the person to add from the words after “add”. */
function toAdd(words: readonly string[]): {
	readonly name: string;
	readonly role: string;
	readonly directory: string | null;
} {
	const names = [...words];
	const after = (option: string): string | undefined => {
		const at = names.indexOf(option);
		return at < 0 ? undefined : names.splice(at, 2)[1];
	};
	const role = roleIn(after('--role'));
	const isInDirectory = names.includes('--directory');
	const directory = after('--directory') ?? null;
	if (isInDirectory && !directory) return refuse(`A name in the directory is needed.\n${USAGE}`);
	if (names.includes('--link')) names.splice(names.indexOf('--link'), 1);
	const [name] = names;
	if (!name || names.length > 1)
		return refuse(`One name is needed, in quotation marks if it has spaces.\n${USAGE}`);
	return { name, role, directory };
}

/** For whom a command would set a password that it has to be told; null where it needs none. */
export function passwordFor(words: readonly string[]): string | null {
	const [verb, ...rest] = words;
	if (verb !== 'add' || rest.includes('--link')) return null;
	const { name, directory } = toAdd(rest);
	return directory === null ? name : null;
}

/** The name of a role; whether there is one of this name is found where it is given. */
const roleIn = (word: string | undefined): string => word ?? refuse(`A role is needed.\n${USAGE}`);

async function reset({ id, name }: Person, { say }: Terminal): Promise<void> {
	const done = await resetFactors(id, HERE);
	if (done.kind === 'refused') return refuse(done.message);
	say(`Done: ${name} signs in with the password alone.`);
}

async function named(name: string | undefined): Promise<Person> {
	if (name === undefined) return refuse(USAGE);
	return (await accountOf(name)) ?? refuse(`There is no account of the name “${name}”.`);
}

function told(done: AccountResult, { say }: Terminal): void {
	if (done.kind === 'refused') return refuse(done.message);
	const { name, role } = done.account;
	if (done.secret === null) say(`Done: ${name}, ${role}.`);
	else
		say(
			`${name}, ${role}, sets the password here, once, within 48 hours:\n${base()}/welcome#${done.secret}`
		);
}

/** Where browsers reach the program, as far as its settings say. */
function base(): string {
	const { names, port } = settings();
	return names.length > 0 ? `https://${names[0]}` : `http://127.0.0.1:${port}`;
}
