import { isMissingCode, pageRequests } from '$lib/desk/page-requests.svelte';
import type { HandleClientError } from '@sveltejs/kit';

window.fetch = pageRequests.patient(window.fetch.bind(window));
window.addEventListener('unhandledrejection', (event) => {
	if (!isMissingCode(event.reason)) return;
	pageRequests.lacksCode = true;
	event.preventDefault();
});

export const handleError: HandleClientError = ({ error, message }) =>
	isMissingCode(error)
		? {
				message: 'The server doesn’t answer: this page did not come.',
				remedy: 'What was typed is kept, and saved when the server is there again.'
			}
		: { message };
