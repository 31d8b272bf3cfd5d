import { deskLanguage } from '../messages/desk-language';
import type { DeskLanguage, Language, Locale } from '../messages/message';
import type { Currency } from './currencies';
import type { Style } from '../messages/style';

/** How a case is written and read: in which language, and its amounts in which currency. */
export interface Writing<L extends Language = DeskLanguage> extends Locale<L> {
	readonly currency: Currency;
}

const known = new WeakMap<Currency, Writing>();

/** The writing of a case on the desk; the same one as long as its currency and its style are. */
export function writingOf({
	currency,
	style
}: {
	readonly currency: Currency;
	readonly style: Style;
}): Writing {
	const last = known.get(currency);
	const language = deskLanguage();
	if (
		last?.language === language &&
		last.style?.numbers === style.numbers &&
		last.style.dates === style.dates
	)
		return last;
	const writing = { language, currency, style };
	known.set(currency, writing);
	return writing;
}

/** The language of the screens that are no case's. */
export const SCREEN: Locale = {
	get language() {
		return deskLanguage();
	}
};
