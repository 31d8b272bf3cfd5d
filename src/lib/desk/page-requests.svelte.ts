/**
 * What a page that is opened is made of is asked for by the framework: without an end, and where no answer comes it
 * leaves for the browser's own page. Here such a request has the time limit of all others, and what has no answer can
 * be asked again: until then, the page that is there stays.
 */
import { LONGEST_REQUEST } from '../workers/longest-request';

type Fetch = typeof window.fetch;

export class PageRequests {
	/** Repeats the request that had no answer. */
	#lost = $state.raw<readonly (() => void)[]>([]);
	/** How often it was given up: what was asked for before that is missed by nobody. */
	#givenUp = 0;

	/** Whether something of this page did not come when it was to be shown. */
	lacksCode = $state(false);

	/** Whether there is no answer to something that was to be opened. */
	get hasLost(): boolean {
		return this.#lost.length > 0;
	}

	/** Asks again for all that had no answer. */
	again(): void {
		const lost = this.#lost;
		this.#lost = [];
		for (const ask of lost) ask();
	}

	/** Nobody waits for it any more. */
	giveUp(): void {
		this.#givenUp += 1;
		this.#lost = [];
	}

	/** Asks as `fetch` does; a page's data, until there is an answer. */
	patient(fetch: Fetch, longest = LONGEST_REQUEST): Fetch {
		return (asked, more) => {
			if (!isPageData(asked)) return fetch(asked, more);
			return new Promise((resolve) => {
				const ask = (): void => {
					const before = this.#givenUp;
					const lose = (): void => {
						if (before === this.#givenUp) this.#lost = [...this.#lost, ask];
					};
					const signal = AbortSignal.timeout(longest);
					void whole(fetch, asked, { ...more, signal }).then(resolve, lose);
				};
				ask();
			});
		};
	}
}

/** The requests that this page makes through the framework. */
export const pageRequests = new PageRequests();

/** Messages of browsers for missing code, and of the framework for missing styles. */
const NOT_COME = /imported module|importing a module|preload CSS/i;

/** Whether code did not come: a browser doesn't ask for it again until the page is loaded anew. */
export const isMissingCode = (error: unknown): boolean =>
	error instanceof Error && NOT_COME.test(error.message);

const isPageData = (asked: RequestInfo | URL): boolean =>
	new URL(asked instanceof Request ? asked.url : asked, location.href).pathname.endsWith(
		'__data.json'
	);

/** An answer that has come to its end: one that is cut off is none. */
async function whole(fetch: Fetch, ...asked: Parameters<Fetch>): Promise<Response> {
	const response = await fetch(...asked);
	const body = await response.arrayBuffer();
	return new Response(body, { status: response.status, headers: response.headers });
}
