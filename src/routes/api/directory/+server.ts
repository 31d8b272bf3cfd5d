import { directoryPolicyRequest } from '$lib/document/schema/people';
import { answering, refuse } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { hasDirectory } from '$lib/server/people/directory/client';
import { setDirectoryPolicy } from '$lib/server/people/directory/policy';
import { t } from '$lib/server/refusals';
import type { RequestHandler } from './$types';

/** Sets how people come in by the directory. */
export const PUT: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readBody(request, directoryPolicyRequest);
		if (!body.ok) return body.refusal;
		if (!hasDirectory()) return refuse(422, t('There is no directory here; …'));
		const refusal = await setDirectoryPolicy(body.value, locals.actor);
		return refusal === null ? new Response(null, { status: 204 }) : refuse(422, refusal);
	});
