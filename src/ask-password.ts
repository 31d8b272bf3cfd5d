/** What is asked for on the terminal without showing it. */
import { createInterface } from 'node:readline/promises';
import { Writable } from 'node:stream';
import { text } from 'node:stream/consumers';
import { passwordProblem } from './lib/server/people/passwords';

/** A password that somebody chooses, twice. */
export async function askPassword(name: string): Promise<string> {
	for (;;) {
		const password = await askUnseen(`Password for ${name}: `);
		const problem = await passwordProblem(password, name);
		if (problem !== null) console.log(problem);
		else if (password === (await askUnseen('Once more: '))) return password;
		else console.log('These were two different ones; once more from the beginning.');
	}
}

/** The secret key of a file: on the terminal, or all that comes on the standard input where that is none. */
export async function askKey(path: string): Promise<string> {
	if (process.stdin.isTTY) return askUnseen(`Secret key of ${path}: `);
	return text(process.stdin);
}

async function askUnseen(question: string): Promise<string> {
	process.stdout.write(question);
	const nowhere = new Writable({ write: (_chunk, _encoding, done) => done() });
	const terminal = createInterface({ input: process.stdin, output: nowhere, terminal: true });
	// Ctrl+C ends the command, not only the question.
	terminal.once('SIGINT', () => process.exit(130));
	const typed = await terminal.question('');
	terminal.close();
	process.stdout.write('\n');
	return typed;
}
