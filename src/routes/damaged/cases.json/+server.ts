import { casesJson } from '$lib/exchange/case-json';
import { damageFound, readOutCases } from '$lib/server/database';
import { error } from '@sveltejs/kit';
import type { RequestHandler } from './$types';
import { t } from '$lib/server/refusals';

/** Every case that can still be read out of damaged data, as it was last saved: a file that the casebook takes in. */
export const GET: RequestHandler = async () => {
	if (damageFound() === null) error(404, t('No data are damaged.'));
	const { documents } = await readOutCases();
	if (documents.length === 0) error(404, t('No case can be recovered from the damaged data.'));
	return new Response(casesJson(documents), {
		headers: {
			'content-type': 'application/json',
			'content-disposition': 'attachment; filename="residuum-cases.json"'
		}
	});
};
