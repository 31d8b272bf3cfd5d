/**
 * Reads a file in a process of its own: whatever is in it, that process ends when it takes too long or too much of the
 * machine, and the command says so. What a file holds is counted before it is read; this is for what the count misses.
 */
import { fork, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { CaseDocument } from '../lib/document/case';
import { Refusal, type NamedBytes } from '../lib/exchange/bytes';
import type { Wanted } from '../lib/exchange/convert';

export interface Question {
	readonly file: NamedBytes;
	readonly wanted: Omit<Wanted, 'newId'>;
}
export type Answer = { readonly cases: CaseDocument[] } | { readonly refused: string };

/**
 * What reading may take: milliseconds of a processor, and megabytes of heap and of all memory. A casebook of many years
 * is large. On a busy machine a small file waits long for its turn; waiting is not what a hostile file is known by.
 */
export const TABLE = { longest: 2_000, heap: 160, memory: 300 };
const CASEBOOK = { longest: 60_000, heap: 2_048, memory: 3_000 };
/** How often the process is looked at, in milliseconds. */
const EVERY = 20;
/** It may wait for its turn this many times as long as it may work. */
const PATIENCE = 15;

/**
 * `reader`: the built program that reads, of `read-file.ts`.
 * @throws Refusal where the file can't be read, or reading it takes too much
 */
export function readBeside(
	reader: string,
	file: NamedBytes,
	wanted: Question['wanted'],
	limits = /\.json$/i.test(file.name) ? CASEBOOK : TABLE
): Promise<CaseDocument[]> {
	const child = fork(reader, {
		execArgv: [`--max-old-space-size=${limits.heap}`],
		serialization: 'advanced',
		stdio: ['ignore', 'ignore', 'ignore', 'ipc']
	});
	return new Promise<CaseDocument[]>((resolve, reject) => {
		const refuse = (why: string): void =>
			reject(new Refusal(`“${file.name}” can’t be read: ${why}.`));
		let late: NodeJS.Timeout | undefined;
		let before = Infinity;
		const watched = setInterval(() => {
			if (memoryOf(child) > limits.memory) refuse(TOO_MUCH);
			if (workedBy(child) - before > limits.longest) refuse(TOO_LONG);
		}, EVERY);
		child.on('message', (message: Answer | 'ready') => {
			if (message === 'ready') {
				before = workedBy(child);
				late = setTimeout(() => refuse(TOO_LONG), limits.longest * PATIENCE);
				child.send({ file, wanted } satisfies Question);
			} else if ('refused' in message) reject(new Refusal(message.refused));
			else resolve(message.cases);
		});
		child.once('error', reject);
		// Its heap was full, or something in the file was not foreseen.
		child.once('exit', () => refuse(TOO_MUCH));
		child.once('exit', () => {
			clearInterval(watched);
			clearTimeout(late);
		});
	}).finally(() => child.kill('SIGKILL'));
}

const TOO_MUCH = 'reading it takes more of this machine than a file of its kind may';
const TOO_LONG = 'it takes too long';

/** Megabytes; none where the system does not tell (`proc_pid_status(5)`). */
const memoryOf = (child: ChildProcess): number =>
	Number(/^VmRSS:\s+(\d+) kB/m.exec(told(child, 'status'))?.[1] ?? 0) / 1024;

/** Milliseconds a processor has worked for it, alone or for the system; none where it does not tell (`proc_pid_stat(5)`). */
function workedBy(child: ChildProcess): number {
	// The name of the program is in parentheses, and may hold spaces and parentheses itself.
	const [own, systems] = told(child, 'stat').split(') ').at(-1)?.split(' ').slice(11, 13) ?? [];
	return (Number(own ?? 0) + Number(systems ?? 0)) * TICK;
}
/** `sysconf(_SC_CLK_TCK)` is 100 a second on every Linux that Node.js runs on. */
const TICK = 10;

function told({ pid }: ChildProcess, what: 'status' | 'stat'): string {
	try {
		return readFileSync(`/proc/${pid}/${what}`, 'utf8');
	} catch {
		return '';
	}
}
