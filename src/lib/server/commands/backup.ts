/** `npm run backup -- FILE` and `npm run restore -- FILE`. */
import { BackupRefused, type Written } from '../backup/file';
import { restoreBackup } from '../backup/restore';
import { writeBackup } from '../backup/write';
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

export const backup: Command = async (words, { say }) => {
	const [path] = words;
	if (path === undefined || words.length > 1) return refuse('npm run --silent backup -- FILE');
	say(`Written, read again and restored for trial: ${held(await orRefuse(writeBackup(path)))}.`);
};

const forgottenInWords = (count: number): string =>
	count === 1
		? 'One of the cases had been deleted permanently since then, and is so again.'
		: `${count} of the cases had been deleted permanently since then, and are so again.`;

const OVER = '--over-newer';

export const restore: Command = async (words, { say }) => {
	const [path, more] = words.filter((word) => word !== OVER);
	if (path === undefined || more !== undefined)
		return refuse(`npm run --silent restore -- FILE, or with ${OVER} over data that are newer`);
	const { forgotten, ...restored } = await orRefuse(restoreBackup(path, words.includes(OVER)));
	say(`Restored: ${held(restored)}.${forgotten > 0 ? ` ${forgottenInWords(forgotten)}` : ''}`);
};
