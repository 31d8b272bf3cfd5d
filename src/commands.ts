/**
 * The commands that work on the data: built beside the application. Where a program has the data folder open, it
 * carries them out itself; else the database is opened as the program opens it.
 */
import { existsSync } from 'node:fs';
import { isAbsolute, resolve } from 'node:path';
import { askKey, askPassword } from './ask-password';
import { askProgram } from './lib/server/control';
import { ALONE, COMMANDS } from './lib/server/commands';
import { passwordFor } from './lib/server/commands/accounts';
import { NEW_KEY, sealedFile } from './lib/server/commands/backup';
import { refuse } from './lib/server/commands/command';
import { closeDatabase, damageFound, openDatabase } from './lib/server/database';
import { StartRefusal } from './lib/server/database/start-refusal';
import { settings } from './lib/server/settings';

/** Carries out a command; throws `CommandRefused` with a sentence where it can’t. */
export async function run(name: string, given: readonly string[]): Promise<void> {
	const command = COMMANDS[name];
	if (!command) return refuse(`There is no command “${name}”.`);
	// Files are named from where the command was given, whoever writes them.
	const words = name === 'backup' || name === 'restore' ? given.map(absolute) : [...given];
	const whose = name === 'accounts' && process.stdin.isTTY ? passwordFor(words) : null;
	let secret = whose === null ? null : await askPassword(whose);
	const say = (line: string): void => console.log(line);

	if (name === 'backup' && words.includes(NEW_KEY)) return command(words, { say, secret });

	const { databases, data } = settings();
	if (databases === null) {
		const answer = await askProgram(data, { name, words, secret });
		if (answer !== null) {
			answer.said.forEach(say);
			if (answer.refused !== null) refuse(answer.refused);
			return;
		}
		if (name !== 'accounts' && name !== 'restore' && !existsSync(data))
			refuse(`There is no data folder ${resolve(data)}; name it in RESIDUUM_DATA.`);
	}
	// What is restored is not asked of a program that has the data open: its answer came before.
	const path = name === 'restore' ? await sealedFile(words) : null;
	if (path !== null) secret = await askKey(path);
	try {
		await openDatabase({ databases, data });
	} catch (error) {
		if (error instanceof StartRefusal) refuse(error.message);
		throw error;
	}
	try {
		if (damageFound() !== null && !ALONE.has(name))
			refuse('The data are damaged; start the program, it says which.');
		await command(words, { say, secret });
	} finally {
		await closeDatabase();
	}
}

const absolute = (word: string): string =>
	word.startsWith('--') || isAbsolute(word) ? word : resolve(word);
