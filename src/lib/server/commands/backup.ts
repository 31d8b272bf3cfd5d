/** `npm run backup -- FILE`, `npm run backup -- --new-key` and `npm run restore -- FILE`. */
import type { Written } from '../backup/file';
import { BackupRefused } from '../backup/refused';
import { isSealed, newKeyPair } from '../backup/sealed';
import { restoreBackup } from '../backup/restore';
import { writeBackup } from '../backup/write';
import { settings } from '../settings';
import { refuse, type Command } from './command';

/** Describes the contents of a backup. */
const held = ({ cases, revisions, bytes, sha256 }: Written): string =>
	`${cases} ${cases === 1 ? 'case' : 'cases'} with ${revisions} revisions, ${Math.ceil(bytes / 1024)} KB, SHA-256 of its content ${sha256}`;

async function orRefuse<T>(work: Promise<T>): Promise<T> {
	try {
		return await work;
	} catch (error) {
		if (error instanceof BackupRefused) return refuse(error.message);
		throw error;
	}
}

/** Makes a pair of keys: whatever the data are. */
export const NEW_KEY = '--new-key';

export const backup: Command = async (words, { say }) => {
	const [path] = words;
	if (path === undefined || words.length > 1)
		return refuse(
			`npm run --silent backup -- FILE, or with ${NEW_KEY} for a pair of keys to encrypt backups with`
		);
	if (path === NEW_KEY) return sayNewKey(say);
	const written = await orRefuse(writeBackup(path));
	const how = settings().backupKeys.length > 0 ? ', encrypted' : '';
	say(`Written${how}, read again and restored for trial: ${held(written)}.`);
};

async function sayNewKey(say: (line: string) => void): Promise<void> {
	const pair = await newKeyPair();
	say(`Public key, for RESIDUUM_BACKUP_KEYS: ${pair.public}`);
	say(`Secret key, to restore with: ${pair.secret}`);
	say(
		'The secret key is kept nowhere here. Keep it elsewhere than on this machine, in two places: without it no backup that is encrypted to it can be restored.'
	);
}

const forgottenInWords = (count: number): string =>
	count === 1
		? 'One of the cases had been deleted permanently since then, and is so again.'
		: `${count} of the cases had been deleted permanently since then, and are so again.`;

const OVER = '--over-newer';

/** The encrypted file that a restore would need a key for; null where it needs none. */
export async function sealedFile(words: readonly string[]): Promise<string | null> {
	const [path] = words.filter((word) => word !== OVER);
	return path !== undefined && (await isSealed(path)) ? path : null;
}

export const restore: Command = async (words, { say, secret }) => {
	const [path, more] = words.filter((word) => word !== OVER);
	if (path === undefined || more !== undefined)
		return refuse(`npm run --silent restore -- FILE, or with ${OVER} over data that are newer`);
	const overNewer = words.includes(OVER);
	const { forgotten, ...restored } = await orRefuse(restoreBackup(path, secret, overNewer));
	say(`Restored: ${held(restored)}.${forgotten > 0 ? ` ${forgottenInWords(forgotten)}` : ''}`);
};
