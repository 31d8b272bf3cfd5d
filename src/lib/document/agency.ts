/** The agency itself as reference data: its letterhead, its schedule of fees, and its own texts. */
import type { CalendarDate } from '../core/quantities/calendar';
import {
	heldOn,
	termsOfSubject,
	type AgencyTexts,
	type Held,
	type Letterhead,
	type ReferenceRow,
	type ReferenceTerms
} from './reference';

type Terms = ReferenceTerms['agency'];

/** The one subject that its rows are of. */
export const AGENCY = '5b2c9e10-4d7a-4e63-9c1f-0000000000a0';

/** What is recorded of it, each with its dated rows, the latest day first. */
export interface Agency {
	readonly letterhead: readonly Held<Terms['letterhead']>[];
	readonly fees: readonly Held<Terms['fees']>[];
	readonly texts: readonly Held<Terms['texts']>[];
}

export function agencyIn(rows: readonly ReferenceRow[]): Agency {
	const terms = termsOfSubject(
		rows.filter(({ kind, subject }) => kind === 'agency' && subject === AGENCY)
	);
	const of = <T extends keyof Terms>(term: T) => (terms.get(term) ?? []) as Held<Terms[T]>[];
	return {
		letterhead: of('letterhead'),
		fees: of('fees').map(inACurrency),
		texts: of('texts').map(inEachLanguage)
	};
}

/** No text of the agency's own. */
export const NO_TEXT = { en: '', es: '', fr: '', de: '' };
/** None at all, as they are before a supervisor writes any. */
export const NO_TEXTS: AgencyTexts = {
	opening: NO_TEXT,
	closing: NO_TEXT,
	handout: NO_TEXT,
	message: NO_TEXT
};

/** Texts that were recorded before there was a language have none in it. */
const inEachLanguage = (texts: Held<AgencyTexts>): Held<AgencyTexts> => ({
	...texts,
	content: {
		opening: { ...NO_TEXT, ...texts.content.opening },
		closing: { ...NO_TEXT, ...texts.content.closing },
		handout: { ...NO_TEXT, ...texts.content.handout },
		message: { ...NO_TEXT, ...texts.content.message }
	}
});

/** A schedule that was recorded before schedules named a currency is in dollars, as the screen said. */
const inACurrency = (fees: Held<Terms['fees']>): Held<Terms['fees']> => ({
	...fees,
	content: { ...fees.content, currency: (fees.content as Partial<Terms['fees']>).currency ?? 'USD' }
});

/** What of it holds on a day; null: nothing is recorded. */
export const agencyOn = ({ letterhead, fees, texts }: Agency, day: CalendarDate) => ({
	letterhead: heldOn(letterhead, day),
	fees: heldOn(fees, day),
	texts: heldOn(texts, day)
});

/** What of an agency stands on letters, handouts and messages. */
export interface House {
	/** Null: no name is set, and none is pretended. */
	readonly letterhead: Letterhead | null;
	readonly texts: AgencyTexts | null;
}
export const NO_HOUSE: House = { letterhead: null, texts: null };

export const houseOn = (agency: Agency, day: CalendarDate): House => {
	const { letterhead, texts } = agencyOn(agency, day);
	return { letterhead: letterhead?.content ?? null, texts: texts?.content ?? null };
};
