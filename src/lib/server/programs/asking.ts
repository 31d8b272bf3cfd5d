/** Which program asks: by the token that it brings with each request (RFC 6750). */
import { refuse } from '../answers';
import type { Actor } from '../people/actor';
import { t } from '../refusals';
import { countMistaken, countRequest, refuseOver } from './limits';
import { programBy } from './tokens';

/** Where programs ask. */
const INTERFACE = '/api/v1/';

/** The token of a request to the interface, which is empty where it is none; null: somebody asks as pages do. */
export function tokenIn({ url, headers }: Request): string | null {
	const said = headers.get('authorization');
	if (said === null || !isInterface(new URL(url))) return null;
	return /^Bearer +(\S+)$/i.exec(said)?.[1] ?? '';
}

const isInterface = ({ pathname }: URL): boolean => pathname.startsWith(INTERFACE);

/** A refusal to who has not said who they are: on the interface with what is asked of a program. */
export function challenged(refusal: Response, url: URL): Response {
	if (isInterface(url)) refusal.headers.set('WWW-Authenticate', 'Bearer');
	return refusal;
}

/** On whose behalf it asks, or the refusal; and what is said of how often it may. */
export type Asking = ({ readonly actor: Actor } | { readonly refusal: Response }) & {
	readonly headers: Readonly<Record<string, string>>;
};

export async function askingBy(token: string, address: string): Promise<Asking> {
	const known = await programBy(token);
	const counted = await (known ? countRequest(known.program.id) : countMistaken(address));
	const { headers } = counted;
	if (counted.isOver) return { refusal: refuseOver(counted), headers };
	if (known === null) {
		const challenge = { 'WWW-Authenticate': 'Bearer error="invalid_token"' };
		return {
			refusal: refuse(401, t('The token is not valid. …')),
			headers: { ...headers, ...challenge }
		};
	}
	// The trail says by which program.
	return { actor: { ...known, address: `${address}, by ${known.program.purpose}` }, headers };
}
