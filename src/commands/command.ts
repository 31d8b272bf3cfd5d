/** What the commands that work on the data have in common. */
import { closeDatabase, damageFound, openDatabase, placeOfData } from '../lib/server/database';
import { StartRefusal } from '../lib/server/database/start-refusal';

/** Refuses, with one sentence, what it can’t do. */
export type Command = (words: readonly string[]) => Promise<void>;

/** Why a command does nothing, for the person who gave it. */
class CommandRefused extends Error {
	override readonly name = 'CommandRefused';
}

export function refuse(sentence: string): never {
	throw new CommandRefused(sentence);
}

/** Does some work on the data of the program, opened and brought up to date as the program does. */
export async function inDatabase(work: () => Promise<void>): Promise<void> {
	try {
		await openDatabase(placeOfData());
	} catch (error) {
		if (error instanceof StartRefusal) refuse(error.message);
		throw error;
	}
	try {
		if (damageFound() !== null) refuse('The data are damaged; start the program, it says which.');
		await work();
	} finally {
		await closeDatabase();
	}
}
