import { pageRequests } from '$lib/desk/page-requests.svelte';

window.fetch = pageRequests.patient(window.fetch.bind(window));
