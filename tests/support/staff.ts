/** People of a Residuum of a test's own, each with the session that they ask with. */
import { signIn, welcome } from '../../scripts/accounts.mjs';

import { ask, type Residuum } from './residuum';

/** Nobody but the supervisor who is there; `residuum` gives the program once it runs. */
export function staffOf(residuum: () => Residuum) {
	/** What somebody's browser sends, by name. */
	const cookies = new Map<string, string>();
	/** Their accounts. */
	const ids = new Map<string, string>();
	return {
		cookies,
		ids,
		/** Makes an account, sets its password by its link, and signs in. */
		async letIn(name: string, role: string): Promise<void> {
			const { body } = await residuum().request('POST', '/api/people', { name, role });
			const { account, secret } = body as { account: { id: string }; secret: string };
			const { address } = residuum();
			await welcome(address, secret);
			ids.set(name, account.id);
			cookies.set(name, await signIn(address, name));
		},
		/** Asks as somebody; as nobody where no name is given. */
		as(name: string | null, method: string, path: string, body?: unknown) {
			const { address } = residuum();
			const cookie = name === null ? {} : { cookie: cookies.get(name) ?? '' };
			const headers = { origin: address, 'content-type': 'application/json', ...cookie };
			return ask(address, headers, method, path, body);
		}
	};
}
