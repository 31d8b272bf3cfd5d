/** `npm run accounts`: who may come in. Works on the data that the same settings make the program work on. */
import { ROLES, type Person, type Role } from '../lib/document/people';
import {
	accountOf,
	addAccount,
	changeRole,
	listAccounts,
	lockAccount,
	newLink,
	unlockAccount,
	type Done,
	type Doer
} from '../lib/server/people/accounts';
import { inDatabase, refuse, type Command } from './command';
import { askPassword } from './ask-password';

const USAGE = `npm run --silent accounts -- …
  list                          everybody
  add NAME --role ROLE          adds somebody; asks for a password on a terminal
  add NAME --role ROLE --link   adds somebody; prints a link that sets the password, once, within 48 hours
  link NAME                     a new link for somebody; the old password is good until it is used
  role NAME ROLE                another role
  lock NAME, unlock NAME        signs somebody out everywhere and lets them in no more, or again
ROLE is ${ROLES.join(', ')}.`;

/** The trail says that a command did it. */
const HERE: Doer = { who: null, address: 'command' };

export const run: Command = (words) => {
	const [verb, ...rest] = words;
	switch (verb) {
		case 'list':
			return inDatabase(list);
		case 'add':
			return add(rest);
		case 'link':
			return inDatabase(async () => tell(await newLink((await named(rest[0])).id, HERE)));
		case 'role':
			return inDatabase(async () =>
				tell(await changeRole((await named(rest[0])).id, roleOf(rest[1]), HERE))
			);
		case 'lock':
			return inDatabase(async () => tell(await lockAccount((await named(rest[0])).id, HERE)));
		case 'unlock':
			return inDatabase(async () => tell(await unlockAccount((await named(rest[0])).id, HERE)));
		default:
			return refuse(USAGE);
	}
};

async function list(): Promise<void> {
	const all = await listAccounts();
	for (const { name, role, isLocked, hasPassword, cases } of all) {
		const marks = [isLocked && 'locked', !hasPassword && 'no password yet'].filter(Boolean);
		console.log([name, role, `${cases} ${cases === 1 ? 'case' : 'cases'}`, ...marks].join('  ·  '));
	}
	if (all.length === 0) console.log('There are no accounts yet.');
}

async function add(words: readonly string[]): Promise<void> {
	const at = words.indexOf('--role');
	const role = roleOf(at < 0 ? undefined : words[at + 1]);
	const byLink = words.includes('--link');
	const [name, more] = words.filter(
		(word, index) => word !== '--link' && (at < 0 || (index !== at && index !== at + 1))
	);
	if (!name || more !== undefined)
		refuse(`One name is needed, in quotation marks if it has spaces.\n${USAGE}`);
	const password = byLink || !process.stdin.isTTY ? null : await askPassword(name);
	await inDatabase(async () => tell(await addAccount({ name, role, password }, HERE)));
}

function roleOf(word: string | undefined): Role {
	const role = ROLES.find((one) => one === word);
	return role ?? refuse(`The role is one of ${ROLES.join(', ')}.\n${USAGE}`);
}

async function named(name: string | undefined): Promise<Person> {
	if (name === undefined) return refuse(USAGE);
	return (await accountOf(name)) ?? refuse(`There is no account of the name “${name}”.`);
}

function tell(done: Done): void {
	if (done.kind === 'refused') return refuse(done.message);
	const { name, role } = done.account;
	if (done.secret === null) console.log(`Done: ${name}, ${role}.`);
	else
		console.log(
			`${name}, ${role}, sets the password here, once, within 48 hours:\n${base()}/welcome#${done.secret}`
		);
}

/** Where browsers reach the program, as far as its settings say. */
function base(): string {
	const [name] = (process.env['RESIDUUM_NAMES'] ?? '').split(/[\s,]+/).filter(Boolean);
	return name ? `https://${name}` : `http://127.0.0.1:${process.env['RESIDUUM_PORT'] ?? 4610}`;
}
