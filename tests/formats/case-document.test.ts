import { describe, expect, it } from 'vitest';
import {
	caseDocument,
	problemsOf,
	saveRequest,
	statedDebt,
	waysOf
} from '../../src/lib/formats/case-document';
import { caseDifferences } from '../../src/lib/formats/case-differences';
import { letterOf, missingOf } from '../../src/lib/formats/debt-text';

const line = {
	id: '7d0c1a52-3a3e-4c55-9d0c-6b1a0a1c2d3e',
	name: 'Quillmark card',
	balance: 418_236,
	annualRate: 224_900,
	asked: { kind: 'interest-plus', percent: 10_000, roundUpTo: 100, floor: 2_500 },
	firstDue: '2027-01-15',
	held: null,
	extra: 0
};
const whole = {
	version: 1,
	label: 'A household',
	currency: { code: 'USD', digits: 2 },
	asOf: '2026-12-15',
	debts: [line]
};
const problems = (document: unknown) => {
	const parsed = caseDocument.safeParse(document);
	return parsed.success ? [] : problemsOf(parsed.error);
};
const withDebt = (fields: object) => ({ ...whole, debts: [{ ...line, ...fields }] });

describe('a case document', () => {
	it('is accepted whole, and while it is still being taken down', () => {
		expect(problems(whole)).toEqual([]);
		const unknown = { balance: null, annualRate: null, firstDue: null, name: '' };
		const begun = withDebt({ ...unknown, asked: { ...line.asked, percent: null } });
		expect(problems(begun)).toEqual([]);
		const [debt] = caseDocument.parse(begun).debts;
		expect(debt && missingOf(debt)).toEqual([
			'balance',
			'annual rate',
			'minimum',
			'first due date'
		]);
		expect(debt && statedDebt(debt, caseDocument.parse(begun).asOf)).toBeNull();
		expect(waysOf(caseDocument.parse(whole)).get(line.id)?.minimum.run.periods).toBe(207);
	});

	it.each([
		['debts.0.balance', { balance: -1 }, 'from 0 to 99999999999'],
		['debts.0.balance', { balance: 12.5 }, 'a whole number of minor units'],
		['debts.0.balance', { balance: '4182' }, 'The balance is “"4182"”'],
		['debts.0.annualRate', { annualRate: 22_490_000 }, 'from 0 to 10000000'],
		['debts.0.firstDue', { firstDue: '2027-02-30' }, 'a day that exists'],
		['debts.0.firstDue', { firstDue: '2026-12-15' }, 'A day after 15 Dec 2026'],
		['debts.0.name', { name: 'x'.repeat(300) }, 'a text of 0 to 80 characters'],
		['debts.0.asked', { asked: { kind: 'wish' } }, 'percent, interest-plus or amount'],
		['debts.0.asked', { asked: { ...line.asked, roundUpTo: 7 } }, 'rounded up to 0 or to 100'],
		['debts.0.id', { id: 'one' }, 'identifier of 36 characters'],
		['debts.0', { secret: 1 }, 'secret']
	])('refuses %s being %o', (at, fields, reason) => {
		const found = problems(withDebt(fields));
		expect(found.map((problem) => problem.at.slice(0, at.length))).toContain(at);
		expect(found.map(({ message }) => message).join(' ')).toContain(reason);
	});

	it('refuses wrong cases as a whole', () => {
		expect(problems({ ...whole, label: '  ' })[0]?.message).toContain('a text of 1 to 80');
		expect(problems({ ...whole, currency: { code: 'USD', digits: 3 } })[0]?.at).toBe('currency');
		expect(problems({ ...whole, debts: [line, line] })[0]?.message).toContain('same identifier');
		expect(problems({ ...whole, asOf: '1066-10-14' })[0]?.message).toContain('1990 to 2100');
		expect(problems(null)).toHaveLength(1);
		expect(saveRequest.safeParse({ document: whole, what: 'x' }).success).toBe(false);
	});

	it('knows where two versions differ', () => {
		const mine = caseDocument.parse(whole);
		const theirs = caseDocument.parse({ ...withDebt({ balance: 420_000 }), label: 'Others' });
		expect(caseDifferences(mine, mine)).toEqual([]);
		expect(caseDifferences(mine, theirs)).toEqual([
			{ what: 'Client label', mine: 'A household', theirs: 'Others' },
			{ what: 'Quillmark card, balance', mine: '4,182.36', theirs: '4,200.00' }
		]);
		const emptied = caseDocument.parse({ ...whole, debts: [] });
		expect(caseDifferences(emptied, mine)).toEqual([
			{ what: 'Quillmark card', mine: 'not in the list', theirs: 'in the list' }
		]);
	});

	it('letters debts beyond the alphabet', () => {
		expect([0, 25, 26, 51, 52].map(letterOf)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA']);
	});
});
