/** The language of the desk of whoever asks: the one that was chosen, or one of the browser's. */
import { AsyncLocalStorage } from 'node:async_hooks';
import type { Cookies } from '@sveltejs/kit';
import { deskLanguageIs, isDeskLanguage, loadDesk } from '../messages/desk-language';
import { DESK_LANGUAGES, type DeskLanguage } from '../messages/message';
import { reading, writing } from './database';
import type { Actor } from './people/actor';
import { kept } from './people/agency';

const asked = new AsyncLocalStorage<DeskLanguage>();

/** Has every language at hand, since people who ask at once speak several. */
export async function speakAll(): Promise<void> {
	await Promise.all(DESK_LANGUAGES.map(loadDesk));
	deskLanguageIs(() => asked.getStore() ?? 'en');
}

/** Answers somebody in a language. */
export const speaking = <T>(language: DeskLanguage, answer: () => T): T =>
	asked.run(language, answer);

const COOKIE = 'residuum-language';
const YEAR = 365 * 24 * 3_600;

/** @see RFC 9110, 12.5.4 Accept-Language: the first of those that it prefers, by their weights. */
export function languageOf(cookies: Cookies, accepted: string | null): DeskLanguage {
	const chosen = cookies.get(COOKIE);
	if (isDeskLanguage(chosen)) return chosen;
	const preferred = (accepted ?? '')
		.split(',')
		.map((range) => {
			const [tag = '', ...parameters] = range.trim().toLowerCase().split(';');
			const weight = parameters.map((one) => /^\s*q=([\d.]+)/.exec(one)?.[1]).find(Boolean);
			return { language: tag.split('-')[0], weight: Number(weight ?? 1) };
		})
		// What it gives no weight it does not want.
		.filter(({ weight }) => weight > 0)
		.sort((a, b) => b.weight - a.weight)
		.map(({ language }) => language)
		.find(isDeskLanguage);
	return preferred ?? 'en';
}

/** Remembers a language in the browser. */
const keepLanguage = (cookies: Cookies, url: URL, language: DeskLanguage): void =>
	cookies.set(COOKIE, language, { ...kept(url), maxAge: YEAR });

/** Remembers it with the person, too, where there are people. */
export async function chooseLanguage(
	cookies: Cookies,
	url: URL,
	language: DeskLanguage,
	{ person }: Actor
): Promise<void> {
	keepLanguage(cookies, url, language);
	if (person === null) return;
	await writing((statements) =>
		statements.query('update account set language = $2 where id = $1', [person.id, language])
	);
}

/** Gives the browser the language that somebody who signs in has chosen before, wherever that was. */
export async function bringLanguage(cookies: Cookies, url: URL, account: string): Promise<void> {
	const { rows } = await reading((statements) =>
		statements.query<{ language: string | null }>('select language from account where id = $1', [
			account
		])
	);
	const language = rows[0]?.language;
	if (isDeskLanguage(language)) keepLanguage(cookies, url, language);
}
