/**
 * What is asked of the directory, and what it answers (OpenID Connect Core 1.0; OAuth 2.0 with PKCE, RFC 7636). Each
 * time it is looked up anew where the directory is and which keys it signs with: a key that it has taken back is good
 * no more.
 */
import { createRemoteJWKSet, decodeJwt, jwtVerify } from 'jose';
import * as oidc from 'openid-client';
import { log, loggable } from '../../log';
import { settings } from '../../settings';

/** Clocks differ by so many seconds. */
const CLOCKS = 60;
/** An answer takes so many seconds at most. */
const PATIENCE = 8;
/** What signatures may be made with: with keys of the directory's own, never with nothing or with a shared secret. */
const ALGORITHMS = ['RS256', 'PS256', 'ES256', 'EdDSA'];
const SCOPE = 'openid profile email offline_access';
/** A sign-out that is told was told so many seconds ago at most. */
const TOLD_WITHIN = 300;
const LOGOUT_EVENT = 'http://schemas.openid.net/event/backchannel-logout';

/** What the directory says of somebody. */
export type Claims = Readonly<Record<string, unknown>> & { readonly sub: string };

export interface Granted {
	/** The issuer and its subject: who it is, wherever that is kept. */
	readonly subject: string;
	readonly claims: Claims;
	/** The session at the directory, where it names one. */
	readonly sid: string | null;
	/** What another answer is asked with; without one somebody has to come again. */
	readonly refreshToken: string | null;
	readonly idToken: string | null;
}

/** What is kept until somebody is back. */
export interface Journey {
	readonly verifier: string;
	readonly nonce: string;
	readonly state: string;
}

export const hasDirectory = (): boolean => settings().directory !== null;

/** @throws where the directory does not answer, or is no such thing */
async function directory(): Promise<oidc.Configuration> {
	const { directory: issuer, directoryClient: client, directorySecret: secret } = settings();
	if (issuer === null) throw new Error('there is no directory');
	const isOpen = issuer.startsWith('http:');
	const found = await oidc.discovery(
		new URL(issuer),
		client,
		{ [oidc.clockTolerance]: CLOCKS },
		secret === null ? oidc.None() : oidc.ClientSecretBasic(secret),
		// Only on this machine.
		{ timeout: PATIENCE, execute: isOpen ? [oidc.allowInsecureRequests] : [] }
	);
	oidc.enableNonRepudiationChecks(found);
	return found;
}

/** Where somebody is sent, and what has to be kept until they are back at `back`. */
export async function addressOf(back: string): Promise<{ to: URL; journey: Journey }> {
	const journey = {
		verifier: oidc.randomPKCECodeVerifier(),
		nonce: oidc.randomNonce(),
		state: oidc.randomState()
	};
	const to = oidc.buildAuthorizationUrl(await directory(), {
		redirect_uri: back,
		scope: SCOPE,
		code_challenge: await oidc.calculatePKCECodeChallenge(journey.verifier),
		code_challenge_method: 'S256',
		nonce: journey.nonce,
		state: journey.state
	});
	return { to, journey };
}

export type Answer =
	| { readonly kind: 'granted'; readonly granted: Granted }
	| { readonly kind: 'refused'; readonly why: 'away' | 'denied' | 'invalid' };

/** Who has come back, by the address that they came back to. */
export const answerAt = (address: URL, { verifier, nonce, state }: Journey): Promise<Answer> =>
	asked(async (found) =>
		grantedBy(
			found,
			await oidc.authorizationCodeGrant(found, address, {
				pkceCodeVerifier: verifier,
				expectedNonce: nonce,
				expectedState: state,
				idTokenExpected: true
			})
		)
	);

/** Whether somebody is still in the directory, and what it says of them now. */
export const renewalOf = (before: Granted, refreshToken: string): Promise<Answer> =>
	asked(async (found) => {
		const tokens = await oidc.refreshTokenGrant(found, refreshToken);
		const now = await grantedBy(found, tokens, before);
		if (now.subject !== before.subject) throw new oidc.ClientError('another subject');
		return now;
	});

type Tokens = oidc.TokenEndpointResponse & oidc.TokenEndpointResponseHelpers;

async function grantedBy(
	found: oidc.Configuration,
	tokens: Tokens,
	before: Granted | null = null
): Promise<Granted> {
	const signed = tokens.claims();
	const sub = signed?.sub ?? before?.claims.sub ?? '';
	const { issuer, userinfo_endpoint: more } = found.serverMetadata();
	// Some say only there to which groups somebody belongs.
	const said = more ? await oidc.fetchUserInfo(found, tokens.access_token, sub) : {};
	const sid = signed?.['sid'];
	return {
		subject: `${issuer} ${sub}`,
		claims: { ...said, ...signed, sub },
		sid: typeof sid === 'string' ? sid : (before?.sid ?? null),
		refreshToken: tokens.refresh_token ?? before?.refreshToken ?? null,
		idToken: tokens.id_token ?? before?.idToken ?? null
	};
}

async function asked(work: (found: oidc.Configuration) => Promise<Granted>): Promise<Answer> {
	try {
		return { kind: 'granted', granted: await work(await directory()) };
	} catch (error) {
		const why = whyOf(error);
		log.warn({ err: loggable(error), why }, 'the directory gave nobody');
		return { kind: 'refused', why };
	}
}

/** Errors of the libraries: an answer that says no, one that is not to be believed, or none. */
function whyOf(error: unknown): 'away' | 'denied' | 'invalid' {
	if (error instanceof oidc.AuthorizationResponseError) return 'denied';
	if (error instanceof oidc.ResponseBodyError)
		return error.error === 'invalid_grant' ? 'denied' : 'away';
	if (!(error instanceof oidc.ClientError)) return 'away';
	return error.code === undefined || OUT_OF_ORDER.has(error.code) ? 'away' : 'invalid';
}

/** Codes of the libraries where nothing was answered, or nothing that could be read. */
const OUT_OF_ORDER = new Set([
	'OAUTH_TIMEOUT',
	'OAUTH_ABORT',
	'OAUTH_PARSE_ERROR',
	'OAUTH_RESPONSE_IS_NOT_CONFORM',
	'OAUTH_RESPONSE_IS_NOT_JSON'
]);

/** Where somebody signs out of the directory as well; null where it has no such place, or does not answer. */
export async function signOutAddress(idToken: string, back: string): Promise<string | null> {
	try {
		const to = oidc.buildEndSessionUrl(await directory(), {
			id_token_hint: idToken,
			post_logout_redirect_uri: back
		});
		return to.href;
	} catch (error) {
		log.warn({ err: loggable(error) }, 'nobody is signed out of the directory');
		return null;
	}
}

/** Whose sign-out the directory tells. */
export interface Told {
	readonly jti: string;
	readonly sid: string | null;
	/** Null where only one session ends. */
	readonly subject: string | null;
}

/** Reads a logout token (OpenID Connect Back-Channel Logout 1.0, section 2.6); null where it is not to be believed. */
export async function toldBy(token: string): Promise<Told | null> {
	try {
		const issuer = decodeJwt(token).iss;
		const { issuer: wanted, jwks_uri: keys } = (await directory()).serverMetadata();
		// What is somebody else's at first sight is not looked up.
		if (issuer !== wanted || !keys) return null;
		const { payload } = await jwtVerify(token, createRemoteJWKSet(new URL(keys)), {
			issuer: wanted,
			audience: settings().directoryClient,
			algorithms: ALGORITHMS,
			clockTolerance: CLOCKS,
			maxTokenAge: TOLD_WITHIN,
			requiredClaims: ['jti', 'iat', 'events']
		});
		const { jti, sid, sub, events, nonce } = payload;
		const isLogout = typeof events === 'object' && events !== null && LOGOUT_EVENT in events;
		if (!isLogout || nonce !== undefined || typeof jti !== 'string') return null;
		if (typeof sid !== 'string' && typeof sub !== 'string') return null;
		return {
			jti,
			sid: typeof sid === 'string' ? sid : null,
			subject: typeof sub === 'string' ? `${wanted} ${sub}` : null
		};
	} catch (error) {
		log.warn({ err: loggable(error) }, 'a sign-out that is not the directory’s was told');
		return null;
	}
}
