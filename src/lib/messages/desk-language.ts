/** The language of the desk: in a page one from beginning to end, on the server that of whoever asks. */
import { addThemes, DESK_LANGUAGES, type DeskLanguage } from './message';

let spoken: () => DeskLanguage = () => 'en';

export const deskLanguage = (): DeskLanguage => spoken();

/** Says where it is known from. */
export const deskLanguageIs = (of: () => DeskLanguage): void => {
	spoken = of;
};

export const isDeskLanguage = (language: unknown): language is DeskLanguage =>
	DESK_LANGUAGES.some((one) => one === language);

/** Loads what the desk says in a language; English is there from the first. */
export async function loadDesk(language: DeskLanguage): Promise<void> {
	if (language === 'es') addThemes('es', (await import('./es/desk')).themes);
}
