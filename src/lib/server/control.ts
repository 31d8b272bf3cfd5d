/**
 * The way by which commands reach the program that has the data folder open: a socket in that folder, which nobody
 * but its user can enter.
 */
import { rmSync } from 'node:fs';
import { createServer, request, type IncomingMessage, type Server } from 'node:http';
import { join } from 'node:path';
import { z } from 'zod';
import { ALONE, COMMANDS } from './commands';
import { CommandRefused } from './commands/command';
import { log, loggable } from './log';

const given = z.strictObject({
	name: z.string(),
	words: z.array(z.string()),
	secret: z.string().nullable()
});
type Given = z.infer<typeof given>;

const answered = z.strictObject({ said: z.array(z.string()), refused: z.string().nullable() });
type Answered = z.infer<typeof answered>;

const socketIn = (folder: string): string => join(folder, 'control.sock');

/** Takes commands; the folder is this process's, so that a socket that is there is an earlier one's. */
export async function takeCommands(folder: string): Promise<() => void> {
	const path = socketIn(folder);
	rmSync(path, { force: true });
	const server = createServer((asked, answer) => {
		void textOf(asked)
			.then((text) => carryOut(given.parse(JSON.parse(text))))
			.then((done) => answer.end(JSON.stringify(done)))
			.catch((error: unknown) => {
				log.error({ err: loggable(error) }, 'a command failed');
				answer.statusCode = 500;
				answer.end();
			});
	});
	const isListening = await listens(server, path);
	if (!isListening) log.warn('commands can’t reach this program; stop it to use them');
	return () => {
		server.close();
		server.closeAllConnections();
		rmSync(path, { force: true });
	};
}

const listens = (server: Server, path: string): Promise<boolean> =>
	new Promise((resolve) => {
		server.once('error', () => resolve(false));
		server.listen(path, () => resolve(true));
		server.unref();
	});

async function carryOut({ name, words, secret }: Given): Promise<Answered> {
	const said: string[] = [];
	const command = COMMANDS[name];
	if (!command || ALONE.has(name))
		return {
			said,
			refused: 'The program has the data open; stop it first, and start it again afterwards.'
		};
	try {
		await command(words, { say: (line) => said.push(line), secret });
		return { said, refused: null };
	} catch (error) {
		if (error instanceof CommandRefused) return { said, refused: error.message };
		throw error;
	}
}

/** Has a command carried out by the program that has a data folder open; null where none has. */
export function askProgram(folder: string, command: Given): Promise<Answered | null> {
	return new Promise((resolve, reject) => {
		const asked = request({ socketPath: socketIn(folder), method: 'POST' }, (answer) => {
			void textOf(answer).then((text) => {
				if (answer.statusCode === 200) resolve(answered.parse(JSON.parse(text)));
				else reject(new CommandRefused('The program could not do this; its log says more.'));
			}, reject);
		});
		asked.once('error', (error: NodeJS.ErrnoException) => {
			const isNobody = ['ENOENT', 'ECONNREFUSED', 'ENOTDIR', 'EINVAL'].includes(error.code ?? '');
			if (isNobody) resolve(null);
			else reject(error);
		});
		asked.end(JSON.stringify(command));
	});
}

async function textOf(message: IncomingMessage): Promise<string> {
	message.setEncoding('utf8');
	let text = '';
	for await (const part of message) text += String(part);
	return text;
}
