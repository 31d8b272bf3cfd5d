import { reminderBack, reminderPutOff } from '$lib/document/schema/reminders';
import { answering, unknownCase } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { bringBack, putOff } from '$lib/server/book/reminders';
import type { RequestHandler } from './$types';

const answerTo = (isDone: boolean): Response =>
	isDone ? new Response(null, { status: 204 }) : unknownCase();

/** Dismisses a reminder, or puts it off. */
export const PUT: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readBody(request, reminderPutOff);
		if (!body.ok) return body.refusal;
		const { caseId, subject, until } = body.value;
		return answerTo(await putOff(caseId, subject, until, locals.actor));
	});

/** Brings a reminder back. */
export const DELETE: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readBody(request, reminderBack);
		if (!body.ok) return body.refusal;
		const { caseId, subject } = body.value;
		return answerTo(await bringBack(caseId, subject, locals.actor));
	});
