import { STATUS_CODES } from 'node:http';
import { error, json } from '@sveltejs/kit';
import { questionIn } from '../document/book-question';
import type { Question } from '../document/casebook';
import { problemsOf, type Problem } from '../document/schema/problems';
import type { Saved } from '../document/case';
import { differenceBetween } from '../document/patches';
import type { Written } from './cases/cases';
import { NotNow } from './database';
import { log, loggable } from './log';
import { t } from './refusals';

/** Answers what is asked of the casebook in an address, or refuses what can’t be asked. */
export const answeringBook = (
	{ searchParams }: URL,
	answer: (question: Question, from: number) => Promise<Response>
): Promise<Response> =>
	answering(async () => {
		const asked = questionIn(searchParams);
		if (!asked.ok) return refuse(422, t('This query is not valid.'), problemsOf(asked.error));
		return answer(asked.question, asked.from);
	});

/** Answers a request; what can't be done now is said as such, and is tried again by whoever asked. */
export async function answering(work: () => Promise<Response>): Promise<Response> {
	try {
		return await work();
	} catch (error) {
		if (error instanceof NotNow) return refuse(error.reason === 'full' ? 507 : 503, error.message);
		log.error({ err: loggable(error) }, 'a request failed');
		return refuse(500, t('The server could not do this. Everything saved before is safe.'));
	}
}

/** Loads the data of a page; an error while loading becomes an error page. */
export async function loading<T>(work: () => Promise<T>): Promise<T> {
	try {
		return await work();
	} catch (cause) {
		if (!(cause instanceof NotNow)) throw cause;
		error(503, { message: cause.message, remedy: t('Reload the page in a moment.') });
	}
}

/** The answer to a write: the case as it is now, or why it was refused. */
export function answerTo(written: Written): Response {
	switch (written.outcome) {
		case 'saved':
			return json(savedIn(written));
		case 'stale':
			return problem(409, t('This case was changed elsewhere. Nothing was saved.'), {
				state: written.state,
				authors: written.authors
			});
		case 'refused':
			return notSaved(written.problems);
		case 'nothing':
			return refuse(409, t('There is no change to undo or redo.'));
		case 'unknown':
			return unknownCase();
	}
}

/** Answers a save with the fields that were written differently from what was sent. */
function savedIn({ state, sent }: Extract<Written, { outcome: 'saved' }>): Saved {
	const { document, ...told } = state;
	return sent ? { ...told, changes: differenceBetween(sent, document) } : state;
}

export const notSaved = (problems: readonly Problem[]): Response =>
	refuse(422, t('Nothing was saved: a value is not allowed.'), problems);

export function unknownCase(): Response {
	return refuse(404, t('There is no such case. It may have been deleted.'));
}

export function unknownMessage(): Response {
	return refuse(404, t('There is no such message in the outbox.'));
}

export const tooManyAttempts = (seconds: number): Response =>
	refuse(429, t('Too many attempts. Try again in {seconds} seconds.', { seconds }));

/** A file to be saved, never shown: what is in it may come from elsewhere. */
export const asDownload = ({
	name,
	type,
	bytes
}: {
	readonly name: string;
	readonly type: string;
	readonly bytes: Uint8Array<ArrayBuffer> | ReadableStream<Uint8Array<ArrayBuffer>>;
}): Response =>
	new Response(bytes, {
		headers: {
			'content-type': type,
			'x-content-type-options': 'nosniff',
			'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`
		}
	});

export const refuse = (
	status: number,
	detail: string,
	problems: readonly Problem[] = []
): Response => problem(status, detail, { problems });

/** Why a request is not carried out, as problem details (RFC 9457), with what more there is to say. */
const problem = (status: number, detail: string, more: object): Response =>
	json(
		{ type: 'about:blank', title: STATUS_CODES[status], status, detail, ...more },
		{ status, headers: { 'content-type': 'application/problem+json' } }
	);
