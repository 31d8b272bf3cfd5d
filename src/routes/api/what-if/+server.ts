import { whatIfRequest } from '$lib/document/schema/what-if';
import { answering, refuse } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { askWhatIf } from '$lib/server/book/what-if';
import { whatIfs, whatIfsRunning } from '$lib/server/book/what-if-answers';
import { t } from '$lib/server/refusals';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** The questions that one has asked, the last one first; and, for who sees all cases, what is being computed of anybody's. */
export const GET: RequestHandler = ({ locals }) =>
	answering(async () =>
		json({ runs: await whatIfs(locals.actor), running: await whatIfsRunning(locals.actor) })
	);

/** Asks a question; it is worked on in the background. */
export const POST: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readBody(request, whatIfRequest);
		if (!body.ok) return body.refusal;
		const { change, of } = body.value;
		const id = await askWhatIf(change, of === 'all' ? null : of, locals.actor);
		return id === null
			? refuse(422, t('There is no such counselor.'))
			: json({ id }, { status: 201 });
	});
