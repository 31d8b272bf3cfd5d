import { loading } from '$lib/server/answers';
import { today } from '$lib/server/clock';
import { listAccounts } from '$lib/server/people/accounts';
import type { PageServerLoad } from './$types';

/** The people whose cases can be asked about: for supervisors, who see those of all. */
export const load: PageServerLoad = async ({ locals }) => {
	const isSupervisor = locals.actor.person?.role === 'supervisor';
	const accounts = isSupervisor ? await loading(listAccounts) : [];
	const people = accounts
		.filter(({ role }) => role !== 'reader')
		.map(({ id, name }) => ({ id, name }));
	return { today: today(), people };
};
