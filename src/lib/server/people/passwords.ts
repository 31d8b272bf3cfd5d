/** Passwords: which are allowed, and what is hashPassword of them. */
import { hash, verify } from '@node-rs/argon2';
import { SHORTEST_PASSWORD } from '../../document/people';
import { NotNow } from '../database/statements';
import { t } from '../refusals';

/** Nobody types a longer one; hashing takes as long as what it is given. */
const LONGEST = 128;
/** Earlier ones may be as long as this. */
const LONGEST_EVER = 200;
/** With fewer different characters it is one key held down, or a short word again and again. */
const DIFFERENT = 5;

/** However it was typed, composed or with accents of their own, it is the same password. */
const plain = (password: string): string => password.normalize('NFKC');

/** A name as it is looked for: whatever the case of its letters. */
export const folded = (name: string): string =>
	name.normalize('NFKC').trim().replace(/\s+/g, ' ').toLowerCase();

/** Why a password is not taken for an account of this name; null where it is. */
export async function passwordProblem(typed: string, name: string): Promise<string | null> {
	const password = plain(typed);
	const length = [...password].length;
	if (length < SHORTEST_PASSWORD)
		return t(
			'The password has {length} characters; it needs {shortest} at least. Three or four words that do not belong together are easy to remember.',
			{ length, shortest: SHORTEST_PASSWORD }
		);
	if (length > LONGEST)
		return t('The password is longer than {characters} characters.', { characters: LONGEST });
	const small = password.toLowerCase();
	if (new Set(small).size < DIFFERENT)
		return t('The password has too few different characters; take another one.');
	if (folded(name).length >= 3 && small.includes(folded(name)))
		return t('The password has the name in it; take another one.');
	return (await commonest()).has(small)
		? t('The password is one of the commonest, which are tried first; take another one.')
		: null;
}

let common: Promise<ReadonlySet<string>> | null = null;

/** The commonest passwords, read when the first one is judged. */
function commonest(): Promise<ReadonlySet<string>> {
	common ??= import('@zxcvbn-ts/language-common').then(
		({ dictionary }) => new Set(dictionary['passwords-common'].map(String))
	);
	return common;
}

/** Hashes computed at once (each takes 19 MiB and a core), and hashes that may wait. */
const AT_ONCE = 2;
export const MAY_WAIT = 60;
const BUSY = () => t('Too many people are signing in at once; try again in a moment.');

let atWork = 0;
const waiting: (() => void)[] = [];

/** Works in turn. @throws NotNow where too many wait already */
async function inTurn<T>(work: () => Promise<T>): Promise<T> {
	if (atWork < AT_ONCE) atWork += 1;
	else {
		if (waiting.length >= MAY_WAIT) throw new NotNow('busy', BUSY());
		await new Promise<void>((resolve) => waiting.push(resolve));
	}
	try {
		return await work();
	} finally {
		// Whoever waits longest takes the place over.
		const next = waiting.shift();
		if (next) next();
		else atWork -= 1;
	}
}

/** Argon2id, with a salt of its own, as one line of text: 19 MiB, two passes. */
export const hashPassword = (password: string): Promise<string> =>
	inTurn(() => hash(plain(password), { memoryCost: 19_456, timeCost: 2, parallelism: 1 }));

/** Made of nothing that anybody knows: what is compared with it takes as long as with a real one. */
let dummyHash: Promise<string> | null = null;

/** Whether it is the password of what is hashPassword; where nothing is hashPassword it is not, after just as long. */
export async function isPassword(typed: string, of: string | null): Promise<boolean> {
	dummyHash ??= hashPassword(crypto.randomUUID());
	const password = [...plain(typed)].slice(0, LONGEST_EVER).join('');
	const known = of ?? (await dummyHash);
	const matches = await inTurn(() => verify(known, password));
	return matches && of !== null;
}
