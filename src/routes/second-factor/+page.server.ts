import { loading } from '$lib/server/answers';
import { today } from '$lib/server/clock';
import { hasPassword } from '$lib/server/people/accounts';
import { factorsOf } from '$lib/server/people/second-factor/factors';
import { t } from '$lib/server/refusals';
import { error } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';

/** One's own second factors. */
export const load: PageServerLoad = async ({ locals }) => {
	const { person } = locals.actor;
	if (person === null) error(404, t('There are no accounts here.'));
	return {
		factors: await loading(() => factorsOf(person)),
		hasPassword: await loading(() => hasPassword(locals.actor)),
		mustEnroll: locals.actor.mustEnroll ?? false,
		today: today()
	};
};
