/** The form of a payment rule: its fields as data. */
import type { Fields, Said } from '../../quantities/field';

/** The fields once the one is known without which no payment can be required. */
export type Stated<F extends Fields, N extends keyof F> = {
	readonly [K in keyof F]: K extends N ? NonNullable<Said<F>[K]> : Said<F>[K];
};

export interface RuleForm<F extends Fields, N extends keyof F & string, Rule> {
	readonly fields: F;
	/** No payment can be required while it is not known. */
	readonly needs: N;
	/** Fields shown in a line of the debts; all others are among the interest terms. */
	readonly inLine: readonly [N, keyof F & string, keyof F & string];
	/** Whether it is the form in which a rule is said. */
	tells(rule: { readonly kind: string }): boolean;
	/** The rule that it comes to. */
	rule(said: Stated<F, N>): Rule;
	/** Resets the fields that a changed field makes invalid; absent if there are none. */
	forgets?(changed: keyof F & string): Partial<Said<F>>;
	/** Fields that are none of a paper's: they are kept, and not offered. */
	readonly kept?: readonly (keyof F & string)[];
	/** Fields that can't be other than usual with the others as they are. */
	idle?(said: Said<F>): readonly (keyof F & string)[];
}

/** A form, with the types that its fields have. */
export const ruleForm =
	<Rule>() =>
	<const F extends Fields, const N extends keyof F & string>(
		form: RuleForm<F, N, Rule>
	): RuleForm<F, N, Rule> =>
		form;
