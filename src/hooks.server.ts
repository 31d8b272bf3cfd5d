import { beginWork } from '$lib/server/background/begin';
import { answering, loading, unknownCase, unknownMessage, refuse } from '$lib/server/answers';
import { closeDatabase, damageFound, openDatabase } from '$lib/server/database';
import { backUpDaily, requireBackupKeys } from '$lib/server/backup/daily';
import { takeCommands } from '$lib/server/control';
import { keepRetention } from '$lib/server/cases/retention';
import { fillWithDemo } from '$lib/server/cases/demo';
import { log, loggable } from '$lib/server/log';
import { asksWho, decide, type Decision } from '$lib/server/people/access';
import { tellRefusal, type RefusalReason } from '$lib/server/people/access-log';
import type { Actor } from '$lib/server/people/actor';
import { hasAccounts, requireSupervisor, secretOf } from '$lib/server/people/agency';
import { endAllClientViews, isInClientView } from '$lib/server/people/client-view';
import { isStillThere } from '$lib/server/people/directory/still-there';
import { personOf } from '$lib/server/people/sessions';
import { beginTrail } from '$lib/server/people/trail';
import type { DeskLanguage } from '$lib/messages/message';
import type { Metrics } from '$lib/server/metrics';
import { askingBy, challenged, tokenIn } from '$lib/server/programs/asking';
import { scopeOf } from '$lib/server/programs/operations';
import { languageOf, speakAll, speaking } from '$lib/server/desk-language';
import { foreignRequest } from '$lib/server/same-origin';
import { settings } from '$lib/server/settings';
import {
	error,
	redirect,
	type Handle,
	type HandleServerError,
	type RequestEvent,
	type ResolveOptions,
	type ServerInit
} from '@sveltejs/kit';
import { t } from '$lib/server/refusals';

/** Null where nobody watches. */
let metrics: Metrics | null = null;

/** Opens the database when the server starts, not when the application is built. */
export const init: ServerInit = async () => {
	await speakAll();
	const { databases, data, metrics: port, backup, demo } = settings();
	requireBackupKeys();
	await openDatabase({ databases, data });
	const ends: (() => unknown)[] = [closeDatabase];
	process.once('sveltekit:shutdown', () => ends.forEach((end) => end()));
	if (damageFound() !== null) return;
	await requireSupervisor();
	if (accounts) await beginTrail();
	else await endAllClientViews();
	if (databases === null) ends.unshift(await takeCommands(data));
	ends.unshift(keepRetention());
	ends.unshift(await beginWork(databases !== null));
	if (port !== null) {
		const { offerMetrics } = await import('$lib/server/metrics');
		metrics = offerMetrics(port);
		ends.unshift(metrics.end);
	}
	if (backup !== null) ends.unshift(backUpDaily(backup));
	if (demo !== null) await fillWithDemo(demo);
};

/** Where the directory writes to, which proves itself by what it writes. */
const SIGNED_OUT_THERE = '/sign-in/directory/signed-out';

const names = [settings().host, ...settings().names];
const accounts = hasAccounts();

export const handle: Handle = (given) => {
	const { cookies, request } = given.event;
	const language = languageOf(cookies, request.headers.get('accept-language'));
	return speaking(language, () => handleIn(language, given));
};

const handleIn = async (
	language: DeskLanguage,
	{ event, resolve }: Parameters<Handle>[0]
): Promise<Response> => {
	const token = tokenIn(event.request);
	// What a page of elsewhere has a browser send has neither a token nor what the directory writes.
	const isOfProgram = token !== null || event.route.id === SIGNED_OUT_THERE;
	const refusal = foreignRequest(event.request, names, isOfProgram);
	const { pathname } = event.url;
	const isAsked = pathname.startsWith('/api/');
	if (refusal !== null) {
		tellRefused('another origin', event, { person: null, address: addressOf(event) });
		if (isAsked) return refuse(403, refusal);
		error(403, refusal);
	}
	const isWatched = pathname === '/healthz' || pathname === '/readyz';
	if (damageFound() !== null && !isAsked && !isWatched && !pathname.startsWith('/damaged'))
		redirect(303, '/damaged');
	const began = performance.now();
	const resolved: Resolve = (asked, options) =>
		resolve(asked, {
			...options,
			transformPageChunk: ({ html }) => html.replace('%desk.language%', language)
		});
	const answer = () =>
		token === null ? answerTo(event, isAsked, resolved) : answerProgram(event, token, resolved);
	const response = await (isAsked ? answering(answer) : loading(answer));
	const { route, request } = event;
	metrics?.count(route.id, request.method, response.status, performance.now() - began);
	response.headers.set('Referrer-Policy', 'same-origin');
	// Pages and answers hold a client's figures: no copy of them is kept on the way.
	response.headers.set('Cache-Control', 'no-store');
	return response;
};

/** The letters that every page is written in come with its style: lines that are drawn before them move when they come. */
const ASKED_EARLY: ResolveOptions = {
	preload: ({ type, path }) =>
		type === 'js' || type === 'css' || /-latin-wght-normal\b.*\.woff2$/.test(path)
};

type Resolve = Parameters<Handle>[0]['resolve'];

/** First who asks, then whether they may, and only then what they ask for. */
async function answerTo(
	event: RequestEvent,
	isAsked: boolean,
	resolve: Resolve
): Promise<Response> {
	const { request, params, route, locals } = event;
	const asked = { route: route.id, method: request.method, params };
	locals.secret = asksWho(asked) ? secretOf(event.cookies, event.url) : null;
	const { secret } = locals;
	const address = addressOf(event);
	const isAtWork = !isBackgroundRequest(route.id);
	const known = accounts && secret !== null ? await personOf(secret, isAtWork) : null;
	// Whoever has left the directory is nobody here any more.
	const isOut = known !== null && secret !== null && !(await isStillThere(secret, address));
	locals.actor = { person: null, ...(isOut ? null : known), address };
	const isKnown = secret !== null && (!accounts || locals.actor.person !== null);
	const isTurned = isKnown && (await isInClientView(secret));
	if (route.id === null && isAsked) return refuse(404, NOTHING_HERE());
	const decision = await decide({ ...asked, isInClientView: isTurned }, locals.actor, accounts);
	if (decision !== 'allowed') return turnAway(event, decision, isAsked);
	const response = await resolve(event, ASKED_EARLY);
	if (response.status === 429) tellRefused('too many requests', event, locals.actor);
	return response;
}

/** The same for a program, by its token: nothing of a session counts. */
async function answerProgram(
	event: RequestEvent,
	token: string,
	resolve: Resolve
): Promise<Response> {
	const { request, params, route, locals } = event;
	const asking = await askingBy(token, addressOf(event));
	let response: Response;
	if ('refusal' in asking) {
		response = asking.refusal;
		const why = response.status === 429 ? 'too many requests' : 'no valid token';
		tellRefused(why, event, { person: null, address: addressOf(event) });
	} else if (route.id === null) response = refuse(404, NOTHING_HERE());
	else {
		locals.secret = null;
		locals.actor = asking.actor;
		const asked = { route: route.id, method: request.method, params, isInClientView: false };
		const decision = await decide(asked, locals.actor, accounts);
		response =
			decision === 'allowed' ? await resolve(event, ASKED_EARLY) : turnAway(event, decision, true);
	}
	for (const [name, value] of Object.entries(asking.headers)) response.headers.set(name, value);
	return response;
}

/** From where it is asked; what asks past the proxy, as whatever watches the program, brings no address along. */
function addressOf(event: RequestEvent): string {
	try {
		return event.getClientAddress();
	} catch {
		return 'past the proxy';
	}
}

/** Requests that pages make by themselves do not keep a session alive. */
const isBackgroundRequest = (route: string | null): boolean =>
	route === '/api/cases/[id=uuid]/here';

const SIGNED_OUT = () => t('You are signed out. Sign in again to continue from here.');
const NOT_YOURS = () => t('Your account can view this but not change it.');
const IN_CLIENT_VIEW = () => t('This screen is turned to a client. …');
const NOTHING_HERE = () => t('There is nothing at this address.');

/** Where there are people to be told apart, whatever collects the log hears of it. */
function tellRefused(why: RefusalReason, { route, request }: RequestEvent, actor: Actor): void {
	if (accounts) tellRefusal(why, { route: route.id, method: request.method }, actor);
}

function turnAway(
	event: RequestEvent,
	decision: Exclude<Decision, 'allowed'>,
	isAsked: boolean
): Response {
	const { url, route, request, locals } = event;
	// A page that is opened signed out leads to the sign-in: nothing is refused.
	if (isAsked || decision !== 'sign in') tellRefused(decision, event, locals.actor);
	switch (decision) {
		case 'sign in':
			return isAsked
				? challenged(refuse(401, SIGNED_OUT()), url)
				: // A new session is turned to nobody.
					redirect(
						303,
						url.pathname === '/client-view'
							? '/sign-in'
							: `/sign-in?to=${encodeURIComponent(url.pathname + url.search)}`
					);
		case 'refused':
			return isAsked ? refuse(403, NOT_YOURS()) : error(403, t('Your role does not include this.'));
		case 'out of scope': {
			const scope = scopeOf(route.id ?? '', request.method);
			return scope === null
				? refuse(404, NOTHING_HERE())
				: refuse(403, t('This token does not allow this; it would need {scope}.', { scope }));
		}
		case 'no case':
			return isAsked ? unknownCase() : error(404, t('There is no such case.'));
		case 'no message':
			return isAsked ? unknownMessage() : error(404, t('There is no such message in the outbox.'));
		case 'second factor':
			return isAsked
				? refuse(403, t('Set up a second factor first. …'))
				: redirect(303, '/second-factor');
		case 'client view':
			return isAsked ? refuse(423, IN_CLIENT_VIEW()) : redirect(303, '/client-view');
		case 'no route':
			return isAsked ? refuse(404, NOTHING_HERE()) : error(404, NOTHING_HERE());
	}
}

export const handleError: HandleServerError = ({ error: cause, event, status, message }) => {
	if (status < 500) {
		log.info({ status, route: event.route.id }, message);
		return { message };
	}
	log.error({ err: loggable(cause), route: event.route.id }, 'a request failed');
	return {
		message: t('Something went wrong.'),
		remedy: t('Everything saved before is safe. Try again; if it happens again, check the log.')
	};
};
