import { ownFactorRequest, type OwnFactorRequest } from '$lib/document/schema/people';
import { MOST_PASSKEYS } from '$lib/document/second-factor';
import type { Person } from '$lib/document/people';
import { answering, refuse, tooManyAttempts } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { placeOf } from '$lib/server/people/agency';
import type { Place } from '$lib/server/people/second-factor/passkeys';
import {
	askOwnPasskey,
	beginOwnApp,
	confirmOwnApp,
	newOwnCodes,
	removeOwn,
	takeOwnPasskey,
	type SetUp
} from '$lib/server/people/second-factor/factors';
import { identified } from '$lib/server/people/sessions';
import { t } from '$lib/server/refusals';
import { json } from '@sveltejs/kit';
import type { RegistrationResponseJSON } from '@simplewebauthn/server';
import type { RequestHandler } from './$types';

/** Sets up, confirms and removes one's own second factors. */
export const POST: RequestHandler = ({ request, url, locals }) =>
	answering(async () => {
		const { person, address } = locals.actor;
		if (person === null) return refuse(404, t('There are no accounts here.'));
		const body = await readBody(request, ownFactorRequest);
		if (!body.ok) return body.refusal;
		const asked = body.value;
		if ('password' in asked) {
			const known = await identified(person.name, asked.password, address);
			if (known.kind === 'slow') return tooManyAttempts(known.seconds);
			if (known.kind === 'wrong')
				return refuse(422, t('The password is wrong. Nothing was changed.'));
		}
		return carriedOut(asked, person, placeOf(url), address);
	});

async function carriedOut(
	asked: OwnFactorRequest,
	person: Person,
	place: Place,
	address: string
): Promise<Response> {
	switch (asked.what) {
		case 'begin app': {
			const begun = await beginOwnApp(person);
			return begun ? json(begun) : refuse(422, t('An app is set up already; remove it first.'));
		}
		case 'confirm app':
			return answerTo(await confirmOwnApp(person, asked.code, address));
		case 'ask passkey': {
			const options = await askOwnPasskey(person, place);
			return options
				? json(options)
				: refuse(422, t('You have {count} passkeys already; …', { count: MOST_PASSKEYS }));
		}
		case 'take passkey': {
			const response = asked.response as unknown as RegistrationResponseJSON;
			return answerTo(await takeOwnPasskey(person, asked.name, response, place, address));
		}
		case 'new codes':
			return json({ codes: await newOwnCodes(person, address) });
		case 'remove app':
			await removeOwn(person, 'app', address);
			return new Response(null, { status: 204 });
		case 'remove passkey':
			await removeOwn(person, { passkey: asked.passkey }, address);
			return new Response(null, { status: 204 });
	}
}

const answerTo = (done: SetUp): Response =>
	done.kind === 'done' ? json({ codes: done.codes }) : refuse(422, done.message);
