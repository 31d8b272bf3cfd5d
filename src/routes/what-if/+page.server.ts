import { may } from '$lib/document/capabilities';
import { loading } from '$lib/server/answers';
import { today } from '$lib/server/clock';
import { listAccounts } from '$lib/server/people/accounts';
import type { PageServerLoad } from './$types';

/** The people whose cases can be asked about: for who sees those of all. */
export const load: PageServerLoad = async ({ locals }) => {
	const { person } = locals.actor;
	const seesAll = person !== null && may(person, 'all cases');
	const accounts = seesAll ? await loading(listAccounts) : [];
	const people = accounts
		.filter((account) => may(account, 'work'))
		.map(({ id, name }) => ({ id, name }));
	return { today: today(), people };
};
