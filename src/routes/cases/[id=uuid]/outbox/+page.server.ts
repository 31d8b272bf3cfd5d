import { agencyIn } from '$lib/document/agency';
import { loading } from '$lib/server/answers';
import { listMessages } from '$lib/server/cases/outbox';
import { referenceOf } from '$lib/server/reference';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => ({
	agency: agencyIn((await loading(() => referenceOf('agency'))).rows),
	messages: await loading(() => listMessages(params.id, locals.actor))
});
