import type { ReferenceKind } from '$lib/document/reference';
import { referenceRequest } from '$lib/document/schema/reference';
import { answering, notSaved, refuse } from '$lib/server/answers';
import { LARGEST, readBody } from '$lib/server/bodies';
import { putReference, referenceOf } from '$lib/server/reference';
import { t } from '$lib/server/refusals';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** All that is known of a kind; not sent again where the version is the one that the page has. */
export const GET: RequestHandler = ({ params, request }) =>
	answering(async () => {
		const reference = await referenceOf(params.kind as ReferenceKind);
		const etag = `"${reference.version}"`;
		const headers = { etag, 'cache-control': 'private, no-cache' };
		if (request.headers.get('if-none-match') === etag)
			return new Response(null, { status: 304, headers });
		return json(reference, { headers });
	});

/** Writes rows of a kind: all of them or none. */
export const POST: RequestHandler = ({ params, request, locals }) =>
	answering(async () => {
		const body = await readBody(request, referenceRequest, LARGEST);
		if (!body.ok) return body.refusal;
		const { rows, basedOn } = body.value;
		const other = rows.findIndex(({ kind }) => kind !== params.kind);
		if (other >= 0) {
			const message = t('This row is of another kind than the others.');
			return notSaved([{ at: `rows.${other}.kind`, message }]);
		}
		const written = await putReference(rows, basedOn, locals.actor);
		switch (written.outcome) {
			case 'saved':
				return json({ version: written.version });
			case 'stale': {
				const by = written.by.filter((name) => name !== '').join(', ');
				return refuse(
					409,
					by === ''
						? t('This was changed elsewhere in the meantime. …')
						: t('{by} changed this in the meantime. …', { by })
				);
			}
			case 'refused':
				return refuse(422, written.message);
		}
	});
