/** Reads a file beside the page: what it holds, or the sentence with which it is refused. */
import { loadDesk } from '../messages/desk-language';
import { kindOf, Refusal } from '../exchange/bytes';
import { casesOf } from '../exchange/cases-read';
import { accountsOf } from '../exchange/statement-ofx';
import { sheetsIn } from '../exchange/sheets';
import type { FileContent, FileTask } from './file-content';

async function contentOf({ file, locale }: FileTask): Promise<FileContent> {
	const { name } = file;
	await loadDesk(locale.language);
	try {
		const kind = kindOf(file, locale);
		if (kind === 'json') return { kind: 'cases', name, cases: casesOf(file, locale) };
		if (kind === 'ofx') return { kind: 'accounts', name, accounts: accountsOf(file, locale) };
		return { kind: 'sheets', name, sheets: await sheetsIn(file, locale) };
	} catch (error) {
		if (!(error instanceof Refusal)) throw error;
		return { kind: 'refused', message: error.message };
	}
}

addEventListener('message', ({ data }: MessageEvent<FileTask>) => {
	// What was not foreseen ends the worker, which its page is told.
	void contentOf(data).then(postMessage, (error: unknown) => {
		setTimeout(() => {
			throw error;
		});
	});
});
