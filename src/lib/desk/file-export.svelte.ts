/** A file being made beside the page: how far it is, what became of it; it can be given up. */
import type { OutgoingFile } from '../handout/outgoing';
import { SCREEN } from '../reading/writing';
import { t } from '../words/labels/desk';
import { nothingToMake } from '../words/exports';
import type { MakeTask } from '../workers/make-task';
import { makeFile } from '../workers/outgoing';
import type { Started } from '../workers/start';

export class FileExport {
	/** How far it is, from 0 to 1; null: nothing is being made. */
	done = $state<number | null>(null);
	/** Why the last one could not be made; null: it could. */
	failure = $state<string | null>(null);
	#started: Started | null = null;

	/** Makes a file; null where it is given up or can't be made. */
	make(task: MakeTask): Promise<OutgoingFile | null> {
		this.stop();
		this.failure = null;
		this.done = 0;
		return new Promise((resolve) => {
			const leave = (file: OutgoingFile | null): void => {
				this.#started?.end();
				this.#started = null;
				this.#leave = null;
				this.done = null;
				resolve(file);
			};
			this.#leave = () => leave(null);
			this.#started = makeFile(
				task,
				(answer) => {
					if (answer.kind === 'done') this.done = answer.part;
					else if (answer.kind === 'made') leave(answer.file);
					else {
						this.failure = nothingToMake(answer.reason, SCREEN);
						leave(null);
					}
				},
				() => {
					this.failure = t('This file could not be created here');
					leave(null);
				}
			);
		});
	}

	#leave: (() => void) | null = null;

	/** Gives up what is being made. */
	stop(): void {
		this.#leave?.();
	}
}

/** Hands a file to the browser, which puts it where downloads go. */
export function save({ name, type, bytes }: OutgoingFile): void {
	const url = URL.createObjectURL(new Blob([bytes], { type }));
	const link = document.createElement('a');
	link.href = url;
	link.download = name;
	link.click();
	// The browser has taken it by the next task or two; a while longer costs nothing.
	setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
