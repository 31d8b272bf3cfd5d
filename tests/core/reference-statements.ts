/** Reference cases of what a card's statement prints: the figures, their check, and the rules that fit. */
import { z } from 'zod';
import {
	checked,
	statementOf,
	type Printed,
	type StatementGiven
} from '../../src/lib/core/debt/statement';
import { byFloor, fittingRules } from '../../src/lib/core/search/fitting-rules';
import { differing, minimum, money, rate, type Differences } from './reference-terms';

const given = z
	.strictObject({
		balance: money,
		annualPercent: rate,
		offer: z.strictObject({ annualPercent: rate, months: z.int() }).optional(),
		interestCharged: money.exactOptional(),
		roundTo: z.int().default(1),
		rule: z.strictObject({ kind: z.literal('minimum'), ...minimum }).optional()
	})
	.transform(({ annualPercent, offer, rule, ...rest }) => ({
		given: {
			...rest,
			annual: annualPercent,
			...(offer ? { offer: { annual: offer.annualPercent, months: offer.months } } : {})
		} satisfies StatementGiven,
		rule
	}));
const printed = z.strictObject({
	minimumDue: money.exactOptional(),
	months: z.int().exactOptional(),
	estimate: z.strictObject({ unit: z.enum(['months', 'years']), count: z.int() }).exactOptional(),
	total: money.exactOptional(),
	payment36: money.exactOptional(),
	total36: money.exactOptional(),
	saving36: money.exactOptional()
}) satisfies z.ZodType<Printed>;
const statementCase = z.discriminatedUnion('kind', [
	z.strictObject({
		name: z.string(),
		kind: z.literal('statement'),
		given,
		expect: z.record(z.string(), z.unknown())
	}),
	z.strictObject({
		name: z.string(),
		kind: z.literal('fits'),
		given,
		printed,
		expect: z.strictObject({ rules: z.array(z.record(z.string(), z.unknown())) })
	}),
	z.strictObject({
		name: z.string(),
		kind: z.literal('check'),
		given,
		printed,
		expect: z.record(z.string(), z.enum(['agrees', 'within', 'differs']))
	})
]);

const KINDS: readonly string[] = ['statement', 'fits', 'check'];

export const isStatementKind = (kind: string): boolean => KINDS.includes(kind);

export function checkStatement(item: unknown): Differences {
	const [expected, got] = bothOf(statementCase.parse(item));
	const differences = differing('', expected, got, false);
	// A figure that a statement must leave out is looked for too.
	for (const figure of Object.keys(got)) {
		if (!(figure in expected)) differences.push(`${figure}: must not be given`);
	}
	return differences;
}

/** What is expected of a case, and what came: by the same names. */
function bothOf(
	item: z.infer<typeof statementCase>
): [Record<string, unknown>, Record<string, unknown>] {
	const { given, rule } = item.given;
	if (item.kind === 'fits') {
		const search = fittingRules({ given, printed: item.printed, unit: 100 });
		let step = search.next();
		while (!step.done) step = search.next();
		const groups = byFloor(step.value.fitting).map(({ percent, ...group }) => ({
			percent: String(percent / 10_000),
			...group
		}));
		const flat = (rules: readonly object[]) =>
			Object.fromEntries(rules.map((rule, index) => [String(index), inOrder(rule)]));
		return [flat(item.expect.rules), flat(groups)];
	}
	if (!rule) throw new Error('the case has no rule');
	const statement = statementOf(given, rule);
	if (item.kind === 'check') {
		const verdicts = Object.entries(checked(statement, item.printed));
		return [item.expect, Object.fromEntries(verdicts.map(([figure, { kind }]) => [figure, kind]))];
	}
	const { estimate, ...expected } = item.expect;
	const { estimate: own, ...figures } = statement.figures;
	const { status, omitted36 } = statement;
	return [
		{ ...expected, ...(estimate ? { estimate: inOrder(estimate) } : {}) },
		{ status, omitted36, ...figures, ...(own ? { estimate: inOrder(own) } : {}) }
	];
}

/** As text with its fields in order, to be compared. */
const inOrder = (value: object): string =>
	JSON.stringify(Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1))));
