import { isMissingCode, pageRequests } from '$lib/desk/page-requests.svelte';
import { t } from '$lib/words/labels/desk';
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
				message: t('The server is not responding, so this page …'),
				remedy: t('What you typed is kept, and is saved …')
			}
		: { message };
