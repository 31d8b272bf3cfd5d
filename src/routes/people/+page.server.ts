import { loading } from '$lib/server/answers';
import { today } from '$lib/server/clock';
import { listAccounts } from '$lib/server/people/accounts';
import { hasDirectory } from '$lib/server/people/directory/client';
import { directoryPolicy } from '$lib/server/people/directory/policy';
import { listRoles } from '$lib/server/people/roles';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => ({
	accounts: await loading(listAccounts),
	roles: await loading(listRoles),
	/** How people come in by the directory; null where there is none. */
	policy: hasDirectory() ? await loading(directoryPolicy) : null,
	today: today()
});
