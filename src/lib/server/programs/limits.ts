/**
 * How often programs are answered: each token so many times a minute, told with every answer by the fields of
 * draft-ietf-httpapi-ratelimit-headers; and each address so many times with a token that is none. Each process counts
 * by itself.
 */
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { refuse } from '../answers';
import { t } from '../refusals';
import { settings } from '../settings';

/** The time that requests are counted over, in seconds. */
const WINDOW = 60;
/** So often an address is answered with a token that is none. */
const MISTAKEN = 60;

const { requests } = settings();
const ofTokens = new RateLimiterMemory({ points: requests, duration: WINDOW });
const ofAddresses = new RateLimiterMemory({ points: MISTAKEN, duration: WINDOW });

/** Whether a request is answered, and what is said of it either way. */
export interface Counted {
	readonly isOver: boolean;
	readonly headers: Readonly<Record<string, string>>;
}

/** Counts a request of a token. */
export const countRequest = (token: string): Promise<Counted> =>
	counted(ofTokens, token, 'token', requests);

/** Counts a request with a token that is none. */
export const countMistaken = (address: string): Promise<Counted> =>
	counted(ofAddresses, address, 'address', MISTAKEN);

async function counted(
	limiter: RateLimiterMemory,
	key: string,
	policy: string,
	most: number
): Promise<Counted> {
	try {
		return told(await limiter.consume(key), false);
	} catch (refused) {
		if (refused instanceof RateLimiterRes) return told(refused, true);
		throw refused;
	}
	function told({ remainingPoints, msBeforeNext }: RateLimiterRes, isOver: boolean): Counted {
		const seconds = String(Math.max(1, Math.ceil(msBeforeNext / 1_000)));
		return {
			isOver,
			headers: {
				'RateLimit-Policy': `"${policy}";q=${most};w=${WINDOW}`,
				RateLimit: `"${policy}";r=${remainingPoints};t=${seconds}`,
				...(isOver && { 'Retry-After': seconds })
			}
		};
	}
}

/** Refuses a request beyond the limit. */
export const refuseOver = ({ headers }: Counted): Response =>
	refuse(
		429,
		t('Too many requests. Ask again in {seconds} seconds.', {
			seconds: Number(headers['Retry-After'])
		})
	);
