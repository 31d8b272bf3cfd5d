import { filesQuery } from '$lib/document/schema/programs';
import { answering, asDownload, refuse, unknownCase } from '$lib/server/answers';
import { readCase } from '$lib/server/cases/cases';
import { noteAlone } from '$lib/server/people/trail';
import { fileBeside } from '$lib/server/programs/computed';
import { askedIn } from '$lib/server/programs/requests';
import { t } from '$lib/server/refusals';
import type { RequestHandler } from './$types';

/** A file that is made of the case. */
export const GET: RequestHandler = ({ url, params, locals }) =>
	answering(async () => {
		const asked = askedIn(url, filesQuery);
		if (!asked.ok) return asked.refusal;
		const file = asked.value;
		const state = await readCase(params.id);
		if (state === null) return unknownCase();
		const { debts, plans } = state.document;
		const isThere =
			!('id' in file) ||
			(file.of === 'debt' ? debts : plans).some(({ id }: { id: string }) => id === file.id);
		if (!isThere) return refuse(404, t('The case has no such debt or plan.'));
		const made = await fileBeside(state.document, file);
		if ('refusal' in made) return refuse(422, made.refusal);
		await noteAlone(locals.actor, {
			what: 'exported a case',
			subject: params.id,
			detail: file.kind
		});
		return asDownload(made);
	});
