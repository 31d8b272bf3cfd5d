/** Shared parts of the commands that work on the data. They run in the process that has the database open. */

/** How a command speaks with whoever gave it. */
export interface Terminal {
	say(line: string): void;
	/** A password or a key that was asked for before; null where none was. */
	readonly secret: string | null;
}

/** Refuses, with one sentence, what it can’t do. */
export type Command = (words: readonly string[], terminal: Terminal) => Promise<void>;

/** Why a command does nothing, for the person who gave it. */
export class CommandRefused extends Error {
	override readonly name = 'CommandRefused';
}

export function refuse(sentence: string): never {
	throw new CommandRefused(sentence);
}
