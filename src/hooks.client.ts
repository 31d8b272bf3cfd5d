import { isMissingCode, pageRequests } from '$lib/desk/page-requests.svelte';
import { t } from '$lib/words/labels/desk';
import { deskLanguageIs, isDeskLanguage, loadDesk } from '$lib/messages/desk-language';
import type { ClientInit, HandleClientError } from '@sveltejs/kit';

/** Loads the language of the page before anything of it is drawn. */
export const init: ClientInit = async () => {
	const { lang } = document.documentElement;
	if (!isDeskLanguage(lang)) return;
	await loadDesk(lang);
	deskLanguageIs(() => lang);
};

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
