import { closeDatabase, openDatabase } from '$lib/server/database';
import { fillWithDemo } from '$lib/server/demo';
import { log } from '$lib/server/log';
import { foreignRequest } from '$lib/server/same-origin';
import { error, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';

/** Opens the database when the server starts, not when the application is built. */
export const init: ServerInit = async () => {
	await openDatabase(process.env['RESIDUUM_DATA'] ?? './data');
	process.once('sveltekit:shutdown', () => void closeDatabase());
	const demo = process.env['RESIDUUM_DEMO'];
	if (demo !== undefined) await fillWithDemo(demo);
};

export const handle: Handle = async ({ event, resolve }) => {
	const refusal = foreignRequest(event.request, process.env['RESIDUUM_HOST'] ?? '127.0.0.1');
	if (refusal !== null) error(403, refusal);
	const response = await resolve(event);
	response.headers.set('X-Content-Type-Options', 'nosniff');
	response.headers.set('Referrer-Policy', 'same-origin');
	return response;
};

export const handleError: HandleServerError = ({ error: cause, event, status, message }) => {
	if (status === 404) return { message };
	log.error({ err: cause, route: event.route.id }, 'a request failed');
	return {
		message: 'Something went wrong here.',
		remedy:
			'What was saved before is safe. Load the page again; if it comes back, look into the log.'
	};
};
