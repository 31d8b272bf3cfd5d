import type { Spoken } from '../words/message';
import type { Currency } from './currencies';

/** How a case is written and read: in which language, and its amounts in which currency. */
export interface Writing extends Spoken {
	readonly currency: Currency;
}

const known = new WeakMap<Currency, Writing>();

/** The writing of a case; the same one as long as its currency is. */
export function writingOf({ currency }: { readonly currency: Currency }): Writing {
	const writing = known.get(currency) ?? { language: 'en', currency };
	known.set(currency, writing);
	return writing;
}

/** The language of the screens that are no case's. */
export const SCREEN: Spoken = { language: 'en' };
