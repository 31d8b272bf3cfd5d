/** The commands by their names. */
import { accounts } from './accounts';
import { backup, restore } from './backup';
import type { Command } from './command';
import { trail } from './trail';

export const COMMANDS: Readonly<Record<string, Command>> = { accounts, trail, backup, restore };

/** Those that need the data for themselves: not while the program has the folder open. */
export const ALONE: ReadonlySet<string> = new Set(['restore']);
