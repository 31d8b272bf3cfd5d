import { answering, asDownload, unknownMessage } from '$lib/server/answers';
import { attachedFile } from '$lib/server/cases/outbox';
import { noteAlone } from '$lib/server/people/trail';
import type { RequestHandler } from './$types';

/** One of a message's attachments, by its place from 0. */
export const GET: RequestHandler = ({ params, locals }) =>
	answering(async () => {
		const place = /^\d{1,2}$/.test(params.place) ? Number(params.place) : -1;
		const file = await attachedFile(params.message, place);
		if (file === null) return unknownMessage();
		await noteAlone(locals.actor, { what: 'opened a message', subject: params.message });
		return asDownload(file);
	});
