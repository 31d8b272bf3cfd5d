/** The thread that computes and makes what other programs ask of a case: built beside the application, asked by `server/programs`. */
import { parentPort } from 'node:worker_threads';
import { outlineOf } from './lib/document/outline';
import { madeFile, NothingToMake } from './lib/handout/outgoing';
import type { FileAsked, FileMade, ProgramQuestion } from './lib/server/programs/computed';
import { nothingToMake } from './lib/words/exports';

parentPort?.on('message', (asked: ProgramQuestion) => {
	if ('outline' in asked) return parentPort?.postMessage(outlineOf(asked.outline));
	void fileOf(asked).then((made) => parentPort?.postMessage(made));
});

async function fileOf({ document, file, ...made }: FileAsked): Promise<FileMade> {
	const { kind, ...subject } = file;
	try {
		const { name, type, bytes } = await madeFile(
			{ document, subject, kind, ...made },
			// What draws PDFs is large, and seldom asked for.
			{ pdf: async (handout) => (await import('./convert/pdf')).writtenPdf(handout) }
		);
		return { name, type, bytes };
	} catch (error) {
		if (!(error instanceof NothingToMake)) throw error;
		return { refusal: nothingToMake(error.reason, { language: 'en' }) };
	}
}
