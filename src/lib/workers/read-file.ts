import { mostBytes } from '../exchange/bytes';
import type { Locale } from '../messages/message';
import { tookTooLong } from '../words/imports';
import FileWorker from './read-file.worker?worker';
import type { FileContent, FileTask } from './file-content';
import { start } from './start';

/** A file is left when reading it takes longer, in milliseconds, and so much more for each megabyte. */
const LONGEST = 30_000;
const LONGEST_PER_MEGABYTE = 1_000;

/** Reads a file in a worker of its own, which is ended when it is read, refused, or takes too long. */
export async function readFile(file: File, locale: Locale): Promise<FileContent> {
	const { name } = file;
	// Of a file that is too large, enough to be refused.
	const bytes = new Uint8Array(await file.slice(0, mostBytes(name) + 1).arrayBuffer());
	return new Promise((resolve) => {
		const task: FileTask = { file: { name, bytes }, locale };
		const leave = (content: FileContent): void => {
			clearTimeout(waiting);
			worker.end();
			resolve(content);
		};
		const failed = () => leave({ kind: 'refused', message: tookTooLong(name, locale) });
		const worker = start<FileTask, FileContent>(FileWorker, task, {
			onanswer: leave,
			onfail: failed
		});
		const waiting = setTimeout(failed, LONGEST + (LONGEST_PER_MEGABYTE * file.size) / 1024 / 1024);
	});
}
