import { pageRequests } from '$lib/desk/page-requests.svelte';
import type { HandleClientError } from '@sveltejs/kit';

window.fetch = pageRequests.patient(window.fetch.bind(window));

/** What browsers say of code, and the framework of style, that did not come. */
const NOT_COME = /imported module|importing a module|preload CSS/i;

/** Code that did not come is not asked for again by a browser: the page has to be loaded anew. */
export const handleError: HandleClientError = ({ error, message }) =>
	error instanceof Error && NOT_COME.test(error.message)
		? {
				message: 'The server doesn’t answer: this page did not come.',
				remedy: 'What was typed is kept, and saved when the server is there again.'
			}
		: { message };
