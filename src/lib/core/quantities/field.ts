/** Fields as data: what can be in one. What judges a case, tables, columns of files and forms on screen are made from them. */
import type { Cents } from './money';
import type { Percent } from './rate';

/** A field, with what is in it where nothing is said; null: that is not known, or none. */
export type Field =
	| { readonly of: 'money'; readonly usual: Cents | null }
	/** The multiple that an amount is rounded up to, from a few whole amounts. */
	| { readonly of: 'rounding'; readonly usual: Cents }
	| { readonly of: 'percent'; readonly usual: null }
	/** Of payments. */
	| { readonly of: 'count'; readonly usual: null }
	/** How often a year, at most daily. */
	| { readonly of: 'times'; readonly offered: readonly number[]; readonly usual: null }
	| {
			readonly of: 'choice';
			readonly among: readonly (string | number)[];
			readonly usual: string | number;
	  }
	| { readonly of: 'flag'; readonly usual: boolean };

export type Fields = Readonly<Record<string, Field>>;

type Known<F extends Field> = F extends { of: 'money' | 'rounding' }
	? Cents
	: F extends { of: 'percent' }
		? Percent
		: F extends { of: 'count' | 'times' }
			? number
			: F extends { readonly among: readonly (infer C)[] }
				? C
				: boolean;

/** The fields as far as they are known. */
export type Said<F extends Fields> = {
	readonly [K in keyof F]: Known<F[K]> | (null extends F[K]['usual'] ? null : never);
};

/** Fields with what is given, and as usual where nothing is. */
export const said = (
	fields: Fields,
	given: Readonly<Record<string, unknown>>
): Record<string, unknown> =>
	Object.fromEntries(
		Object.entries(fields).map(([name, { usual }]) => [name, given[name] ?? usual])
	);
