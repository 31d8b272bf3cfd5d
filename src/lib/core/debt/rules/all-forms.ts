/** The forms of payment rules as agreements state them (specification, section 4), and the rules made from filled-in forms. */
import { afterInterest, type PaymentRule } from './all-rules';
import { amountForm } from './fixed';
import { said, type Field, type Fields, type Said } from '../../quantities/field';
import type { RuleForm, Stated } from './form';
import { levelForm } from './level';
import { interestPlusForm, percentForm } from './minimum';

/** In the order in which they are offered. */
const FORMS = {
	percent: percentForm,
	'interest-plus': interestPlusForm,
	amount: amountForm,
	level: levelForm
} as const;

type Forms = typeof FORMS;
export type RuleKind = keyof Forms;
export const RULE_KINDS = Object.keys(FORMS) as readonly RuleKind[];

/** A form as far as it is filled. */
export type RuleEntry = {
	readonly [K in RuleKind]: { readonly kind: K } & Said<Forms[K]['fields']>;
}[RuleKind];

/** A form that is filled. */
export type FilledRule = {
	readonly [K in RuleKind]: { readonly kind: K } & Stated<
		Forms[K]['fields'],
		Forms[K]['needs'] & keyof Forms[K]['fields']
	>;
}[RuleKind];

/** The fields of all forms. */
export type RuleField = { readonly [K in RuleKind]: keyof Forms[K]['fields'] }[RuleKind];
/** The fields without which no payment can be required. */
export type RuleNeed = Forms[RuleKind]['needs'];

export type AnyRuleForm = RuleForm<Fields, string, PaymentRule>;
export const formOf = (kind: RuleKind): AnyRuleForm => FORMS[kind] as unknown as AnyRuleForm;

/** The fields of a form, with their names. */
export const fieldsOf = (kind: RuleKind): (readonly [RuleField, Field])[] =>
	Object.entries(formOf(kind).fields) as (readonly [RuleField, Field])[];

/** Every field of any form once, as the first that has it has it. */
export const RULE_FIELDS: readonly (readonly [RuleField, Field])[] = [
	...new Map(RULE_KINDS.flatMap(fieldsOf))
];

/** The value of a field of any form. */
export const saidIn = (required: RuleEntry, field: RuleField): unknown =>
	(required as Readonly<Record<string, unknown>>)[field];

/** A form that is filled with what is given, and as usual where nothing is, or nothing else can be. */
export const filled = (
	kind: RuleKind,
	given: Readonly<Partial<Record<RuleField, unknown>>> = {}
): RuleEntry => withoutIdle({ kind, ...said(formOf(kind).fields, given) } as unknown as RuleEntry);

/** The same form with another value in a field, and without what no longer holds then. */
export function withField(required: RuleEntry, field: RuleField, value: unknown): RuleEntry {
	const { fields, forgets } = formOf(required.kind);
	const usual = fields[field]?.usual;
	return withoutIdle({ ...required, [field]: value ?? usual, ...forgets?.(field) } as RuleEntry);
}

/** The same form, as usual in what can't be otherwise. */
function withoutIdle(required: RuleEntry): RuleEntry {
	const { fields } = formOf(required.kind);
	const idle = idleIn(required).map((name) => [name, fields[name]?.usual]);
	return { ...required, ...Object.fromEntries(idle) } as RuleEntry;
}

/** The fields that can't be other than usual with the others as they are. */
export const idleIn = ({ kind, ...fields }: RuleEntry): readonly RuleField[] =>
	(formOf(kind).idle?.(fields as never) ?? []) as readonly RuleField[];

/** The fields in a line of debts: what is needed, and two beside it. */
export const fieldsInLine = (kind: RuleKind): readonly (readonly [RuleField, Field])[] =>
	formOf(kind).inLine.map((name) => [name as RuleField, formOf(kind).fields[name] as Field]);

/** The fields among the creditor’s settings, with the others as they are. */
export function settingsOf(required: RuleEntry): readonly (readonly [RuleField, Field])[] {
	const { inLine, kept = [] } = formOf(required.kind);
	const elsewhere: readonly string[] = [...inLine, ...kept, ...idleIn(required)];
	return fieldsOf(required.kind).filter(([name]) => !elsewhere.includes(name));
}

/** Converts a filled-in form to another kind, keeping the fields that both have. */
export function asKind(required: RuleEntry, kind: RuleKind): RuleEntry {
	if (kind === required.kind) return required;
	const before = formOf(required.kind).fields;
	const kept = fieldsOf(kind).flatMap(([name, { usual }]) =>
		before[name]?.usual === usual && name in before ? [[name, saidIn(required, name)] as const] : []
	);
	return filled(kind, Object.fromEntries(kept));
}

/** The first required field that is still empty; null if none is. */
export function needOf(required: RuleEntry): RuleNeed | null {
	const { needs } = FORMS[required.kind];
	return saidIn(required, needs) === null ? needs : null;
}

/** The form in which a rule is said, but for interest alone at first. */
export function kindOf(rule: PaymentRule): RuleKind {
	const kind = RULE_KINDS.find((one) => formOf(one).tells(afterInterest(rule)));
	if (kind === undefined) throw new RangeError(`no form says ${rule.kind}`);
	return kind;
}

/** The payment rule of what is required, after as many payments of interest alone as are agreed at first. */
export function requiredRule({ kind, ...fields }: FilledRule, interestOnly: number): PaymentRule {
	const then = formOf(kind).rule(fields as never);
	return interestOnly === 0 ? then : { kind: 'interest-only', periods: interestOnly, then };
}
