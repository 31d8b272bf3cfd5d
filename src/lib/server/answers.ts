import { json } from '@sveltejs/kit';
import type { z } from 'zod';
import { problemsOf, type Problem } from '../formats/case-document';
import type { Written } from './cases';

/** A request's body that passed its schema, or the refusal to send. */
export type Body<T> =
	{ readonly ok: true; readonly value: T } | { readonly ok: false; readonly refusal: Response };

export async function readBody<T>(request: Request, schema: z.ZodType<T>): Promise<Body<T>> {
	let sent: unknown;
	try {
		sent = await request.json();
	} catch (error) {
		// The server stops reading a body beyond its limit.
		if ((error as { status?: number }).status === 413) {
			return { ok: false, refusal: refuse(413, 'The request is larger than any case can be.') };
		}
		return { ok: false, refusal: refuse(400, 'The request is not JSON.') };
	}
	const parsed = schema.safeParse(sent);
	if (parsed.success) return { ok: true, value: parsed.data };
	const problems = problemsOf(parsed.error);
	const message = 'Nothing was saved: something in it is not allowed.';
	return { ok: false, refusal: refuse(422, message, problems) };
}

/** The answer to a write: the case as it stands now, or why it was refused. */
export function answerTo(written: Written): Response {
	switch (written.outcome) {
		case 'saved':
			return json(written.state);
		case 'stale':
			return json(
				{
					message: 'This case has been changed elsewhere since; nothing was saved.',
					state: written.state
				},
				{ status: 409 }
			);
		case 'nothing':
			return refuse(409, 'There is no change to take back or to make again.');
		case 'unknown':
			return unknownCase();
	}
}

export function unknownCase(): Response {
	return refuse(404, 'There is no such case; it may have been deleted.');
}

function refuse(status: number, message: string, problems: readonly Problem[] = []): Response {
	return json({ message, problems }, { status });
}
