import type { ReferenceKind } from '$lib/document/reference';
import { answering } from '$lib/server/answers';
import { referenceHistory } from '$lib/server/reference';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Every row of a subject that was ever written. */
export const GET: RequestHandler = ({ params }) =>
	answering(async () =>
		json({ rows: await referenceHistory(params.kind as ReferenceKind, params.subject) })
	);
