/** Creditors as an agency knows them, and which one a name on a statement means. */
import type { CalendarDate } from '../core/quantities/calendar';
import {
	bySubject,
	heldOn,
	termsOfSubject,
	type Held,
	type ReferenceRow,
	type ReferenceTerms
} from './reference';

type Terms = ReferenceTerms['creditor'];

/** A creditor with every dated row of its terms, the latest day first. */
export interface Creditor {
	readonly id: string;
	readonly profile: Held<Terms['profile']>;
	readonly minimum: readonly Held<Terms['minimum']>[];
	readonly late: readonly Held<Terms['late']>[];
	readonly agreement: readonly Held<Terms['agreement']>[];
}

/** The creditors in rows of reference data, by name. */
export function creditorsIn(rows: readonly ReferenceRow[]): Creditor[] {
	const creditors = [...bySubject(rows, 'creditor')].flatMap(([id, own]): Creditor[] => {
		const terms = termsOfSubject(own);
		const of = <T extends keyof Terms>(term: T) => (terms.get(term) ?? []) as Held<Terms[T]>[];
		const [profile] = of('profile');
		if (!profile) return [];
		return [
			{
				id,
				profile,
				minimum: of('minimum'),
				late: of('late'),
				agreement: of('agreement')
			}
		];
	});
	return creditors.sort((a, b) => BY_NAME.compare(a.profile.content.name, b.profile.content.name));
}
const BY_NAME = new Intl.Collator('en', { sensitivity: 'base' });

/** What of a creditor holds on a day. */
export function creditorOn({ minimum, late, agreement }: Creditor, day: CalendarDate) {
	return {
		minimum: heldOn(minimum, day),
		late: heldOn(late, day),
		agreement: heldOn(agreement, day)
	};
}

/** A name in small letters without accents and signs, words apart by one space. */
export const foldedName = (name: string): string =>
	name
		.toLowerCase()
		.normalize('NFD')
		.replace(/\p{M}/gu, '')
		.replace(/[^\p{L}\p{N}]+/gu, ' ')
		.trim();

/** Names shorter than this are too short to begin another one. */
const SHORTEST_BEGIN = 3;

/** Finds creditors by what people call them. */
export class CreditorNames {
	readonly #known: readonly { readonly name: string; readonly creditor: Creditor }[];

	constructor(creditors: readonly Creditor[]) {
		this.#known = creditors
			.flatMap((creditor) => {
				const { name, names } = creditor.profile.content;
				return [name, ...names].map((one) => ({ name: foldedName(one), creditor }));
			})
			.filter(({ name }) => name !== '')
			// The longest name that fits is the one that is meant.
			.sort((a, b) => b.name.length - a.name.length);
	}

	/** The creditor of exactly this name, its own or another one; null where there is none. */
	named(text: string): Creditor | null {
		const meant = foldedName(text);
		return this.#known.find(({ name }) => name === meant)?.creditor ?? null;
	}

	/** The creditor that is called so, or that a debt's name begins with (“Quillmark card”); null where none is. */
	called(text: string): Creditor | null {
		const meant = foldedName(text);
		if (meant === '') return null;
		const found = this.#known.find(
			({ name }) =>
				name === meant || (name.length >= SHORTEST_BEGIN && meant.startsWith(`${name} `))
		);
		return found?.creditor ?? null;
	}

	/** Creditors of which a name begins with a text, or a later word of it does; at most so many. */
	beginning(text: string, most: number): Creditor[] {
		const meant = foldedName(text);
		if (meant.length < 2) return [];
		const found = new Set<Creditor>();
		for (const test of [
			(name: string) => name.startsWith(meant),
			(name: string) => name.includes(` ${meant}`)
		])
			for (const { name, creditor } of this.#known) {
				if (found.size >= most) return [...found];
				if (test(name)) found.add(creditor);
			}
		return [...found];
	}
}

/** The creditor of a debt: the one that it names, or that its name begins with. */
export const creditorOfDebt = (
	{ name, noted }: { readonly name: string; readonly noted: { readonly creditor: string } },
	names: CreditorNames
): Creditor | null => names.called(noted.creditor) ?? names.called(name);
