import { loading } from '$lib/server/answers';
import { today } from '$lib/server/clock';
import { listAccounts } from '$lib/server/people/accounts';
import { listRoles } from '$lib/server/people/roles';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => ({
	accounts: await loading(listAccounts),
	roles: await loading(listRoles),
	today: today()
});
