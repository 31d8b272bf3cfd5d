import { closeDatabase, damageFound, openDatabase } from '$lib/server/database';
import { fillWithDemo } from '$lib/server/demo';
import { log, loggable } from '$lib/server/log';
import { foreignRequest } from '$lib/server/same-origin';
import {
	error,
	redirect,
	type Handle,
	type HandleServerError,
	type ServerInit
} from '@sveltejs/kit';

/** Opens the database when the server starts, not when the application is built. */
export const init: ServerInit = async () => {
	await openDatabase(process.env['RESIDUUM_DATA'] ?? './data');
	process.once('sveltekit:shutdown', () => void closeDatabase());
	const demo = process.env['RESIDUUM_DEMO'];
	if (demo !== undefined && damageFound() === null) await fillWithDemo(demo);
};

/** Under which names it may be asked, beside those of this machine. */
const names = (process.env['RESIDUUM_NAMES'] ?? '').split(/[\s,]+/).filter(Boolean);
const listensOn = process.env['RESIDUUM_HOST'] ?? '127.0.0.1';

export const handle: Handle = async ({ event, resolve }) => {
	const refusal = foreignRequest(event.request, [listensOn, ...names]);
	if (refusal !== null) error(403, refusal);
	const { pathname } = event.url;
	const isPage = !pathname.startsWith('/api/') && !pathname.startsWith('/damaged');
	if (isPage && damageFound() !== null) redirect(303, '/damaged');
	const response = await resolve(event);
	response.headers.set('Referrer-Policy', 'same-origin');
	// Pages and answers hold a client's figures: no copy of them is kept on the way.
	response.headers.set('Cache-Control', 'no-store');
	return response;
};

export const handleError: HandleServerError = ({ error: cause, event, status, message }) => {
	if (status < 500) {
		log.info({ status, route: event.route.id }, message);
		return { message };
	}
	log.error({ err: loggable(cause), route: event.route.id }, 'a request failed');
	return {
		message: 'Something went wrong here.',
		remedy: 'What was saved before is safe. Try again; if it comes back, look into the log.'
	};
};
