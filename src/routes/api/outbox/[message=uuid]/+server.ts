import { answering, asDownload, unknownMessage } from '$lib/server/answers';
import { messageFile } from '$lib/server/outbox';
import type { RequestHandler } from './$types';

/** A message as the file that it would be sent as. */
export const GET: RequestHandler = ({ params }) =>
	answering(async () => {
		const bytes = await messageFile(params.message);
		if (bytes === null) return unknownMessage();
		return asDownload({ name: 'message.eml', type: 'message/rfc822', bytes });
	});
