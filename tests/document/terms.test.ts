/** What is made from the fields of rules and of ways of charging interest, for all that there are. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BASES, basisFields, chargedBy } from '../../src/lib/core/debt/interest/all-ways';
import {
	RULE_KINDS,
	asKind,
	requiredRule,
	fieldsInLine,
	fieldsOf,
	filled,
	kindOf,
	needOf,
	saidIn,
	settingsOf,
	withField,
	type RuleEntry,
	type FilledRule
} from '../../src/lib/core/debt/rules/all-forms';
import { LIMITS } from '../../src/lib/core/quantities/limits';
import { cents } from '../../src/lib/core/quantities/money';
import type { Field } from '../../src/lib/core/quantities/field';
import { debtEntry } from '../../src/lib/document/schema/debt';
import { emptyDebt, type DebtEntry } from '../../src/lib/document/debt';
import { COLUMNS, debtOf, flatOf } from '../../src/lib/exchange/debt-columns';
import { DEBT } from '../../src/lib/server/cases/case-tables';
import { ruleCalled, ruleInCell } from '../../src/lib/exchange/terms-cells';

const id = '5b0f1c9e-77b5-4d3f-9a52-0d4f7a1c2e3b';

/** Anything that a field can have in it. */
function anyIn(field: Field): fc.Arbitrary<unknown> {
	const known = (): fc.Arbitrary<unknown> => {
		switch (field.of) {
			case 'money':
				return fc.integer({ min: 0, max: LIMITS.amount });
			case 'rounding':
				return fc.constantFrom(0, 100, 500, 1000);
			case 'percent':
				return fc.integer({ min: 0, max: LIMITS.minimumPercent });
			case 'count':
				return fc.integer({ min: 1, max: LIMITS.periods });
			case 'times':
				return fc.integer({ min: 1, max: LIMITS.timesAYear });
			case 'choice':
				return fc.constantFrom(...field.among);
			case 'flag':
				return fc.boolean();
		}
	};
	return field.usual === null ? fc.option(known()) : known();
}

const anyRule: fc.Arbitrary<RuleEntry> = fc.constantFrom(...RULE_KINDS).chain((kind) =>
	fc
		.record(Object.fromEntries(fieldsOf(kind).map(([name, field]) => [name, anyIn(field)])))
		.map((given) =>
			// A field that can't be other than usual is as usual.
			Object.entries(given).reduce(
				(required, [name, value]) => withField(required, name as never, value),
				filled(kind)
			)
		)
);
const anyInterest = fc
	.constantFrom(...BASES)
	.chain((basis) =>
		fc
			.record(Object.fromEntries(basisFields(basis).map(([name, field]) => [name, anyIn(field)])))
			.map((given) => chargedBy(basis, given))
	);
const anyDebt = fc
	.record({ required: anyRule, interest: anyInterest })
	.map(({ required, interest }): DebtEntry => {
		const empty = emptyDebt(id);
		return { ...empty, required, lending: { ...empty.lending, interest } };
	});

describe('fields of terms', () => {
	it('are judged, go through a table, and through the cells of a file, as they are', () => {
		fc.assert(
			fc.property(anyDebt, (debt) => {
				expect(debtEntry.parse(debt)).toEqual(debt);
				const read = DEBT.read(DEBT.write(debt)) as Pick<DebtEntry, 'required' | 'lending'>;
				// Percentages are selected as whole numbers again.
				for (const [name, { of }] of fieldsOf(debt.required.kind)) {
					const there = (read.required as unknown as Record<string, unknown>)[name];
					const percent = of === 'percent' && there !== null;
					const value = percent ? Math.round(Number(there) * 10_000) : there;
					expect(value).toBe(saidIn(debt.required, name));
				}
				expect(read.lending.interest).toEqual(debt.lending.interest);
				const back = debtOf(flatOf(debt, []), id, []);
				expect(back.required).toEqual(debt.required);
				expect(back.lending.interest).toEqual(debt.lending.interest);
			})
		);
	});

	it('are refused by name where they hold what they can’t', () => {
		for (const kind of RULE_KINDS) {
			for (const [name] of fieldsOf(kind)) {
				const required = { ...filled(kind), [name]: { of: name } };
				const judged = debtEntry.safeParse({ ...emptyDebt(id), required });
				expect(judged.error?.issues.map(({ path }) => path.join('.'))).toEqual([
					`required.${name}`
				]);
				expect(judged.error?.issues[0]?.message).toMatch(
					/^[A-Z].* is a group of fields; allowed is/
				);
			}
			const required = { ...filled(kind), wish: 1 };
			expect(debtEntry.safeParse({ ...emptyDebt(id), required }).success).toBe(false);
		}
	});

	it('stand in three places of a line or among the settings, and in columns that no other has', () => {
		for (const kind of RULE_KINDS) {
			const names = fieldsInLine(kind).map(([name]) => name);
			expect(new Set(names).size).toBe(3);
			const settings = settingsOf(filled(kind)).map(([name]) => name);
			expect(names.filter((name) => settings.includes(name))).toEqual([]);
		}
		const headings = COLUMNS.map(({ heading }) => heading);
		expect(new Set(headings).size).toBe(headings.length);
		expect(new Set(DEBT.columns.map(({ name }) => name)).size).toBe(DEBT.columns.length);
	});
});

it('no rule is called by a word that every object has a field of', () => {
	expect(['constructor', 'toString', '__proto__'].map(ruleCalled)).toEqual([
		undefined,
		undefined,
		undefined
	]);
});

describe('a form of what is required', () => {
	it('keeps in another form what both have alike, and is the same one again with it', () => {
		fc.assert(
			fc.property(anyRule, fc.constantFrom(...RULE_KINDS), (required, kind) => {
				const other = asKind(required, kind);
				expect(other.kind).toBe(kind);
				const usual = { before: filled(required.kind), now: filled(kind) };
				for (const [name] of fieldsOf(kind)) {
					const isAlike =
						name in usual.before && saidIn(usual.before, name) === saidIn(usual.now, name);
					const kept = kind === required.kind || isAlike;
					expect(saidIn(other, name)).toBe(saidIn(kept ? required : usual.now, name));
				}
			})
		);
	});

	it('comes to a rule that is said in the same form, and has a name from which it is found', () => {
		fc.assert(
			fc.property(anyRule, fc.integer({ min: 0, max: 12 }), (required, interestOnly) => {
				fc.pre(needOf(required) === null);
				const rule = requiredRule(required as FilledRule, interestOnly);
				expect(kindOf(rule)).toBe(required.kind);
				expect(ruleCalled(ruleInCell(rule))).toBe(required.kind);
			})
		);
		expect(ruleCalled('no rule')).toBeUndefined();
	});

	it('forgets what no longer holds: a payment set before with its term, going on with a balloon', () => {
		const loan = filled('level', { periods: 60, payment: cents(25_000), atTerm: 'continue' });
		expect(withField(loan, 'roundPayment', 'up')).toMatchObject({ payment: 25_000 });
		expect(withField(loan, 'periods', 48)).toMatchObject({ periods: 48, payment: null });
		expect(withField(loan, 'balloon', 100_000)).toMatchObject({ payment: null, atTerm: 'settle' });
		expect(withField(loan, 'balloon', null)).toMatchObject({ balloon: 0, atTerm: 'continue' });
		// Also where a file says both at once: a case that has both could not be saved.
		const both = { balloon: cents(100_000), atTerm: 'continue' as const, periods: 12 };
		expect(debtOf({ rule: 'level', ...both }, id, []).required).toMatchObject({ atTerm: 'settle' });
	});
});
