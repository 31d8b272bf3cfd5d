import type { FullCopy } from '$lib/document/full-copy';
import { casesJsonOf } from '$lib/exchange/case-json';
import { zipped, type ZippedFile } from '$lib/exchange/zip';
import { COPY_FILES, fullCopyPage, messageName } from '$lib/handout/full-copy';
import { fileName } from '$lib/exchange/file-name';
import { answering, asDownload, unknownCase } from '$lib/server/answers';
import { fullCopyJson, fullCopyOf, messageIn } from '$lib/server/cases/full-copy';
import { now, today } from '$lib/server/clock';
import { othersFirst } from '$lib/server/others-first';
import { noteAlone } from '$lib/server/people/trail';
import { streamed } from '$lib/server/streamed';
import type { RequestHandler } from './$types';

/** A full copy of what is kept about the client: to be read, as JSON, and their messages. */
export const GET: RequestHandler = ({ params, locals }) =>
	answering(async () => {
		const copy = await fullCopyOf(params.id);
		if (copy === null) return unknownCase();
		// In the language of who asks, which is not known any more once the answer is under way.
		const page: string[] = [];
		for (const part of fullCopyPage(copy, today())) {
			page.push(part);
			await othersFirst();
		}
		await noteAlone(locals.actor, { what: 'gave out a full copy of a case', subject: params.id });
		return asDownload({
			name: `${fileName(copy.document.label, `full copy ${today()}`)}.zip`,
			type: 'application/zip',
			bytes: streamed(zipped(filesOf(copy, page), now()))
		});
	});

async function* filesOf(copy: FullCopy, page: readonly string[]): AsyncGenerator<ZippedFile> {
	yield { name: COPY_FILES.page, parts: page };
	yield { name: COPY_FILES.rows, parts: fullCopyJson(copy, now().toISOString()) };
	yield { name: COPY_FILES.case, parts: casesJsonOf([copy.document]) };
	for (const message of copy.messages)
		yield { name: messageName(message), parts: [await messageIn(copy, message.id)] };
}
