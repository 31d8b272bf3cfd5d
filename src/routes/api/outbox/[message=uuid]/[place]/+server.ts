import { answering, asDownload, unknownMessage } from '$lib/server/answers';
import { attachedFile } from '$lib/server/outbox';
import type { RequestHandler } from './$types';

/** One of a message's attachments, by its place from 0. */
export const GET: RequestHandler = ({ params }) =>
	answering(async () => {
		const place = /^\d{1,2}$/.test(params.place) ? Number(params.place) : -1;
		const file = await attachedFile(params.message, place);
		return file === null ? unknownMessage() : asDownload(file);
	});
