/** The process in which `read-beside.ts` has a file read: it says that it is ready, is sent one file, and answers. */
import { Refusal } from '../lib/exchange/bytes';
import { casesIn } from '../lib/exchange/convert';
// Loaded before the process is ready: what loading takes is not the file's.
import '../lib/exchange/workbook';
import type { Answer, Question } from './read-beside';

async function answerTo({ file, wanted }: Question): Promise<Answer> {
	try {
		return { cases: await casesIn(file, { ...wanted, newId: () => crypto.randomUUID() }) };
	} catch (error) {
		if (error instanceof Refusal) return { refused: error.message };
		throw error;
	}
}

process.once('message', (question: Question) => {
	void answerTo(question).then((answer) => process.send?.(answer, () => process.disconnect()));
});
process.send?.('ready');
