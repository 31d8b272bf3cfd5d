/**
 * What a paper says of a payment rule, field by field. What judges a case, its tables, the columns of files and the form
 * on screen are made from it.
 */
import type { Cents } from '../../quantities/money';
import type { Percent } from '../../quantities/rate';

/** A field, with what it is where nothing is said; null: that is not known yet. */
export type RuleField =
	| { readonly of: 'money'; readonly usual: Cents | null }
	/** What an amount is rounded up to: a few whole amounts are offered. */
	| { readonly of: 'rounding'; readonly usual: Cents }
	| { readonly of: 'percent'; readonly usual: null }
	/** Of payments. */
	| { readonly of: 'count'; readonly usual: null }
	| { readonly of: 'choice'; readonly among: readonly string[]; readonly usual: string }
	| { readonly of: 'flag'; readonly usual: boolean };

export type RuleFields = Readonly<Record<string, RuleField>>;

type Known<F extends RuleField> = F extends { of: 'money' | 'rounding' }
	? Cents
	: F extends { of: 'percent' }
		? Percent
		: F extends { of: 'count' }
			? number
			: F extends { readonly among: readonly (infer C)[] }
				? C
				: boolean;

/** The fields as far as they are known. */
export type Said<F extends RuleFields> = {
	readonly [K in keyof F]: Known<F[K]> | (null extends F[K]['usual'] ? null : never);
};

/** The fields once the one is known that nothing can be asked without. */
export type Stated<F extends RuleFields, N extends keyof F> = {
	readonly [K in keyof F]: K extends N ? NonNullable<Said<F>[K]> : Said<F>[K];
};

export interface RuleForm<F extends RuleFields, N extends keyof F & string, Rule> {
	readonly fields: F;
	/** Nothing can be asked while it is not known. */
	readonly needs: N;
	/** What stands in a line of debts; all others are among the lender’s settings. */
	readonly inLine: readonly [N, keyof F & string, keyof F & string];
	/** Whether it is the form in which a rule is said. */
	tells(rule: { readonly kind: string }): boolean;
	/** The rule that it comes to. */
	rule(said: Stated<F, N>): Rule;
	/** What no longer holds once a field was changed; absent: nothing. */
	forgets?(changed: keyof F & string): Partial<Said<F>>;
	/** Fields that are none of a paper's: they are kept, and not offered. */
	readonly kept?: readonly (keyof F & string)[];
	/** Fields that can't be other than usual with the others as they are. */
	idle?(said: Said<F>): readonly (keyof F & string)[];
}

/** A form, with the types that its fields have. */
export const ruleForm =
	<Rule>() =>
	<const F extends RuleFields, const N extends keyof F & string>(
		form: RuleForm<F, N, Rule>
	): RuleForm<F, N, Rule> =>
		form;
