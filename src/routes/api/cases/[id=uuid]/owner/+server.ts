import { ownerRequest } from '$lib/document/schema/people';
import { answering, refuse } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { handOver } from '$lib/server/people/holders';
import type { RequestHandler } from './$types';
import { t } from '$lib/server/refusals';

/** Hands the case over. */
export const PUT: RequestHandler = ({ request, params, locals }) =>
	answering(async () => {
		const body = await readBody(request, ownerRequest);
		if (!body.ok) return body.refusal;
		return (await handOver(params.id, body.value.to, locals.actor))
			? new Response(null, { status: 204 })
			: refuse(422, t('A case can be handed to somebody who has cases and …'));
	});
