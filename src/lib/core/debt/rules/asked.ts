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
export type AskedKind = keyof Forms;
export const ASKED_KINDS = Object.keys(FORMS) as readonly AskedKind[];

/** A form as far as it is filled. */
export type AskedEntry = {
	readonly [K in AskedKind]: { readonly kind: K } & Said<Forms[K]['fields']>;
}[AskedKind];

/** A form that is filled. */
export type AskedPayment = {
	readonly [K in AskedKind]: { readonly kind: K } & Stated<
		Forms[K]['fields'],
		Forms[K]['needs'] & keyof Forms[K]['fields']
	>;
}[AskedKind];

/** The fields of all forms. */
export type AskedField = { readonly [K in AskedKind]: keyof Forms[K]['fields'] }[AskedKind];
/** Those without which nothing can be asked. */
export type AskedNeed = Forms[AskedKind]['needs'];

export type AskedForm = RuleForm<Fields, string, PaymentRule>;
export const formOf = (kind: AskedKind): AskedForm => FORMS[kind] as unknown as AskedForm;

/** The fields of a form, with their names. */
export const fieldsOf = (kind: AskedKind): (readonly [AskedField, Field])[] =>
	Object.entries(formOf(kind).fields) as (readonly [AskedField, Field])[];

/** Every field of any form once, as the first that has it has it. */
export const ASKED_FIELDS: readonly (readonly [AskedField, Field])[] = [
	...new Map(ASKED_KINDS.flatMap(fieldsOf))
];

/** The value of a field of any form. */
export const saidIn = (asked: AskedEntry, field: AskedField): unknown =>
	(asked as Readonly<Record<string, unknown>>)[field];

/** A form that is filled with what is given, and as usual where nothing is, or nothing else can be. */
export const filled = (
	kind: AskedKind,
	given: Readonly<Partial<Record<AskedField, unknown>>> = {}
): AskedEntry =>
	withoutIdle({ kind, ...said(formOf(kind).fields, given) } as unknown as AskedEntry);

/** The same form with another value in a field, and without what no longer holds then. */
export function withField(asked: AskedEntry, field: AskedField, value: unknown): AskedEntry {
	const { fields, forgets } = formOf(asked.kind);
	const usual = fields[field]?.usual;
	return withoutIdle({ ...asked, [field]: value ?? usual, ...forgets?.(field) } as AskedEntry);
}

/** The same form, as usual in what can't be otherwise. */
function withoutIdle(asked: AskedEntry): AskedEntry {
	const { fields } = formOf(asked.kind);
	const idle = idleIn(asked).map((name) => [name, fields[name]?.usual]);
	return { ...asked, ...Object.fromEntries(idle) } as AskedEntry;
}

/** The fields that can't be other than usual with the others as they are. */
export const idleIn = ({ kind, ...fields }: AskedEntry): readonly AskedField[] =>
	(formOf(kind).idle?.(fields as never) ?? []) as readonly AskedField[];

/** The fields in a line of debts: what is needed, and two beside it. */
export const fieldsInLine = (kind: AskedKind): readonly (readonly [AskedField, Field])[] =>
	formOf(kind).inLine.map((name) => [name as AskedField, formOf(kind).fields[name] as Field]);

/** The fields among the creditor’s settings, with the others as they are. */
export function settingsOf(asked: AskedEntry): readonly (readonly [AskedField, Field])[] {
	const { inLine, kept = [] } = formOf(asked.kind);
	const elsewhere: readonly string[] = [...inLine, ...kept, ...idleIn(asked)];
	return fieldsOf(asked.kind).filter(([name]) => !elsewhere.includes(name));
}

/** Converts a filled-in form to another kind, keeping the fields that both have. */
export function askedAs(asked: AskedEntry, kind: AskedKind): AskedEntry {
	if (kind === asked.kind) return asked;
	const before = formOf(asked.kind).fields;
	const kept = fieldsOf(kind).flatMap(([name, { usual }]) =>
		before[name]?.usual === usual && name in before ? [[name, saidIn(asked, name)] as const] : []
	);
	return filled(kind, Object.fromEntries(kept));
}

/** The first required field that is still empty; null if none is. */
export function needOf(asked: AskedEntry): AskedNeed | null {
	const { needs } = FORMS[asked.kind];
	return saidIn(asked, needs) === null ? needs : null;
}

/** The form in which a rule is said, but for interest alone at first. */
export function kindOf(rule: PaymentRule): AskedKind {
	const kind = ASKED_KINDS.find((one) => formOf(one).tells(afterInterest(rule)));
	if (kind === undefined) throw new RangeError(`no form says ${rule.kind}`);
	return kind;
}

/** The payment rule of what is asked, after as many payments of interest alone as are agreed at first. */
export function askedRule({ kind, ...fields }: AskedPayment, interestOnly: number): PaymentRule {
	const then = formOf(kind).rule(fields as never);
	return interestOnly === 0 ? then : { kind: 'interest-only', periods: interestOnly, then };
}
