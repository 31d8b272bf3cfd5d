import { answering, asDownload, unknownMessage } from '$lib/server/answers';
import { messageFile } from '$lib/server/cases/outbox';
import { noteAlone } from '$lib/server/people/trail';
import type { RequestHandler } from './$types';

/** A message as the file that it would be sent as. */
export const GET: RequestHandler = ({ params, locals }) =>
	answering(async () => {
		const bytes = await messageFile(params.message);
		if (bytes === null) return unknownMessage();
		await noteAlone(locals.actor, { what: 'opened a message', subject: params.message });
		return asDownload({ name: 'message.eml', type: 'message/rfc822', bytes });
	});
