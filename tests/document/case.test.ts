import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NOTHING_LIVED, carriedOut } from '../../src/lib/document/case';
import { VERSION } from '../../src/lib/document/version';
import { caseDocument, saveRequest } from '../../src/lib/document/schema/case';
import { problemsOf } from '../../src/lib/document/schema/problems';
import { caseDifferences } from '../../src/lib/words/differences';
import { usualHandout } from '../../src/lib/document/handout';
import { NO_CALENDAR } from '../../src/lib/document/calendar';
import { USUAL_STYLE } from '../../src/lib/messages/style';
import { NOTHING_NOTED, missingOf, statedDebt } from '../../src/lib/document/debt';
import { FIRST_PLAN } from '../../src/lib/document/plan';
import { letterOf } from '../../src/lib/words/debt';
import { amount, card, cardOfVersion1, fixed, unusual } from '../support/debts';
import { anyDocument } from '../support/documents';
import { namedAsBefore, NO_HOUSEHOLD, ofEveryVersion } from '../support/earlier-names';
import { runs } from '../support/random';

const line = card();
const whole = {
	version: VERSION,
	label: 'A household',
	currency: { code: 'USD', digits: 2 },
	style: USUAL_STYLE,
	asOf: '2026-12-15',
	people: [],
	debts: [line],
	plans: [FIRST_PLAN],
	against: 'minimums',
	choices: [],
	sheet: { income: [], needs: [] },
	handout: usualHandout('USD'),
	calendar: NO_CALENDAR,
	...NOTHING_LIVED
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
		const begun = withDebt({ ...unknown, required: { ...line.required, percent: null } });
		expect(problems(begun)).toEqual([]);
		const [debt] = caseDocument.parse(begun).debts;
		expect(debt && missingOf(debt)).toEqual(['balance', 'rate', 'percent', 'due']);
		expect(debt && statedDebt(debt, caseDocument.parse(begun).asOf)).toBeNull();
		expect(carriedOut(caseDocument.parse(whole), 'required').get(line.id)?.run.periods).toBe(207);
	});

	it.each([
		['debts.0.balance', { balance: -1 }, 'from 0 to 99999999999'],
		['debts.0.balance', { balance: 12.5 }, 'a whole number of minor units'],
		['debts.0.balance', { balance: '4182' }, 'The balance is “"4182"”'],
		['debts.0.annualRate', { annualRate: 22_490_000 }, 'from 0 to 10000000'],
		['debts.0.firstDue', { firstDue: '2027-02-30' }, 'a day that exists'],
		['debts.0.firstDue', { firstDue: '2026-12-15' }, 'A date after 15 Dec 2026'],
		['debts.0.name', { name: 'x'.repeat(300) }, 'a text of 0 to 80 characters'],
		['debts.0.required', { required: { kind: 'wish' } }, 'percent, interest-plus, amount or level'],
		[
			'debts.0.required',
			{ required: { ...line.required, roundUpTo: 7 } },
			'rounded up to 0, 100, 500, 1000 minor units'
		],
		[
			'debts.0.interestOnly',
			{ interestOnly: 3, lending: { ...line.lending, timing: 'advance' } },
			'none can be interest-only'
		],
		[
			'debts.0.required',
			{ required: { ...unusual().required, atTerm: 'continue' } },
			'payments cannot continue after it'
		],
		[
			'debts.0.required.periods',
			{ required: { ...unusual().required, periods: 0 } },
			'from 1 to 5200'
		],
		[
			'debts.0.lending.paymentsPerYear',
			{ lending: { ...line.lending, paymentsPerYear: 13 } },
			'52, 26, 24, 12, 6, 4, 2, 1'
		],
		[
			'debts.0.lending.interest',
			{ lending: { ...line.lending, interest: {} } },
			'daily-compounded'
		],
		['debts.0.pays', { pays: { kind: 'gift' } }, 'required, held, fixed or interest-plus'],
		['debts.0.events.0.kind', { events: [{ kind: 'luck' }] }, 'skip, payment or rate'],
		['debts.0.baseline', { baseline: { kind: 'other' } }, 'ends-in or portions'],
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
		expect(problems({ ...whole, asOf: '1066-10-14' })[0]?.message).toContain(
			'from 1990-01-01 to 2100-12-31'
		);
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

	it('sees every setting of a debt that two versions have differently', () => {
		const mine = caseDocument.parse({ ...whole, debts: [{ ...unusual(), id: line.id }] });
		const theirs = caseDocument.parse(whole);
		const found = caseDifferences(mine, theirs);
		expect(found.map(({ what }) => what.replace(/^.*, /, ''))).toEqual([
			'minimum payment',
			'number of payments',
			'level payment set before',
			'balloon',
			'level payment rounded up',
			'end of the term',
			'interest-only payments',
			'payments due',
			'interest',
			'paid',
			'events',
			'ways of paying',
			'compared with',
			'creditor',
			'account',
			'credit limit',
			'past due',
			'secured',
			'joint',
			'note',
			'remaining payments',
			'printed amounts rounded',
			'interest charged',
			'intro rate',
			'minimum due',
			'time at the minimum',
			'total at the minimum',
			'36-month payoff payment',
			'36-month total',
			'savings with the 36-month payment',
			'transactions',
			'withdrawn by the creditor'
		]);
		const of = (field: string) => found.find(({ what }) => what.endsWith(field))?.mine;
		expect(of('remaining payments')).toBe('41 of 60, 284.39 each');
		expect(of('intro rate')).toBe('3.99 % for 12 months');
		expect(of('savings with the 36-month payment')).toBe('−12.00');
		expect(of('transactions')).toBe('2 transactions');
		const over = found.find(({ what }) => what.endsWith('events'));
		expect(over?.mine).toBe(
			'+$400.00 in April, every year; fee $45.00 every quarter from Jan 2028, until Jan 2030; ' +
				'no payment in Jun 2027 (off); pays the minimum from Aug 2027; pays $160.00 from Sep 2027; ' +
				'29.9999 % from Oct 2027, payment recalculated'
		);
		const interest = found.find(({ what }) => what.endsWith(', interest'));
		expect(interest).toMatchObject({
			mine: 'daily, compounded, by the calendar year, not rounded, paid in full from $5.00 down',
			theirs: 'nominal, charged monthly, rounded to the cent'
		});
	});

	/** A document, or a debt, without what only later versions have, and with the names of before. */
	const without = (fields: string, value: object) =>
		namedAsBefore(
			Object.fromEntries(Object.entries(value).filter(([key]) => !fields.split(' ').includes(key)))
		) as object;
	const SINCE_8 = 'forecasts visits readings recordedEvents recordedMoney people calendar';
	const DEBT_SINCE_8 = 'asOf balanceAssumed withdrawn';
	const DEBT_SINCE_6 = `noted statement transactions ${DEBT_SINCE_8}`;

	it('takes documents of version 1, which then run down as they did', () => {
		const old = {
			...without(`style handout plans against choices sheet ${SINCE_8}`, whole),
			version: 1,
			debts: [cardOfVersion1(), cardOfVersion1({ held: 14_000 })]
		};
		const { version, debts } = caseDocument.parse(old);
		expect(version).toBe(VERSION);
		expect(debts.map(({ pays }) => pays)).toEqual([{ kind: 'held' }, fixed(14_000)]);
		expect(debts[0]).toEqual({ ...line, kind: 'other', id: debts[0]?.id });
		const dental = { kind: 'amount', amount: 13_700, roundUpTo: 0, floor: 0 };
		const plan = { ...old, debts: [cardOfVersion1({ asked: dental })] };
		expect(caseDocument.parse(plan).debts[0]?.required).toEqual(amount(13_700));
		// What is wrong in an old document is said as in a new one.
		expect(problems({ ...old, debts: [cardOfVersion1({ balance: -1 })] })[0]?.at).toBe(
			'debts.0.balance'
		);
		expect(problems({ ...old, debts: 'none' })[0]?.at).toBe('debts');
		expect(problems({ ...whole, version: VERSION + 1 })[0]?.message).toContain(`1 to ${VERSION}`);
	});

	it('takes documents of version 3: their plan is the first, what it was measured against is the case’s', () => {
		const pay = { name: 'pay', amount: 100, perYear: 12 };
		const sheet = { income: [{ ...pay, from: null, until: null }], needs: [] };
		const { label, currency, asOf } = whole;
		const debts = whole.debts.map((debt) => without(DEBT_SINCE_6, debt));
		const { id, name, named, begins, pays, changes, hidden, ...fields } = FIRST_PLAN;
		const plan = { ...without('', fields), order: 'relief', baseline: 'today' };
		const parsed = caseDocument.parse({
			version: 3,
			label,
			currency,
			asOf,
			debts,
			plan: { ...plan, sheet: { ...sheet, income: [pay] } }
		});
		expect(parsed).toMatchObject({ version: VERSION, against: 'today', sheet, choices: [] });
		const own = { id, name, named, begins, pays, changes, hidden };
		expect(parsed.plans).toEqual([{ ...own, ...fields, ...NO_HOUSEHOLD, order: 'relief' }]);
		expect(problems({ ...whole, plans: [] })[0]?.message).toBe('A case has at least one plan.');
		const twice = { ...whole, plans: [FIRST_PLAN, FIRST_PLAN] };
		expect(problems(twice)[0]?.message).toBe('Two plans have the same identifier.');
	});

	it('takes documents of version 5: written as they were, with nothing noted', () => {
		const { style, handout } = whole;
		const before = without(`style handout ${SINCE_8}`, whole);
		const { noted, statement, transactions } = line;
		const debt = without(DEBT_SINCE_6, line);
		const raised = caseDocument.parse({ ...before, version: 5, debts: [debt] });
		expect(raised).toEqual(caseDocument.parse(ofEveryVersion(whole)));
		expect(raised).toMatchObject({ style, handout, debts: [{ noted, statement, transactions }] });
		expect(noted).toBe(NOTHING_NOTED);
	});

	it('takes documents of version 4: plans begin when they began, where that month was one for all', () => {
		const { named, begins, ...fields } = FIRST_PLAN;
		expect({ named, begins }).toEqual({ named: false, begins: null });
		const loan = {
			kind: 'consolidate',
			debts: [line.id],
			loan: {
				id: FIRST_PLAN.id,
				name: 'Loan',
				firstDue: '2027-02-15',
				rule: { kind: 'fixed', amount: 9 }
			},
			annualRate: 0,
			fee: { percent: 0, amount: 0, paid: 'added' }
		};
		const begun = (firstDue: readonly string[], plan: object = {}) => {
			const debts = firstDue.map((due) => without(DEBT_SINCE_6, { ...card(), firstDue: due }));
			const before = without(`style handout ${SINCE_8}`, whole);
			const plans = [{ ...without('', fields), ...plan }];
			const [raised] = caseDocument.parse({ ...before, version: 4, debts, plans }).plans;
			return raised;
		};
		// In the month in which a new plan begins anyway nothing is said; else the old one is.
		expect(begun(['2027-01-05', '2027-01-14'])?.begins).toBeNull();
		expect(begun(['2027-05-05', '2027-05-20'])?.begins).toBe('2027-05-01');
		expect(begun(['2026-12-20', '2027-01-05'])?.begins).toBeNull();
		expect(begun(['2027-02-14'], { changes: [loan] })).toMatchObject({
			begins: '2027-02-01',
			changes: [{ assumed: [] }]
		});
		expect(begun(['2027-01-05'], { changes: [loan] })?.begins).toBeNull();
		expect(begun([], { name: 'Highest rate first 3' })?.named).toBe(false);
		expect(begun([], { name: 'After the harvest' })?.named).toBe(true);
	});

	it('takes documents of version 10, by the names of payment rules and events that they had', () => {
		fc.assert(
			fc.property(anyDocument, (drawn) => {
				const document = ofEveryVersion(drawn);
				const before = { ...(namedAsBefore(document) as object), version: 10 };
				expect(caseDocument.parse(before)).toEqual(document);
			}),
			{ numRuns: runs(100) }
		);
		// A field that every object has is named as the file names it.
		for (const name of ['constructor', 'toString', '__proto__']) {
			const old = { ...(namedAsBefore(whole) as typeof whole), version: 10 };
			const debts = [JSON.parse(JSON.stringify(old.debts[0]).replace('{', `{"${name}": 1,`))];
			expect(problems({ ...old, debts })[0]?.message).toContain(`"${name}"`);
		}
		const both = { ...whole, version: 10 };
		expect(problems(both).map(({ at }) => at)).toEqual([
			'recordedEvents',
			'plans.0.events',
			'debts.0.required',
			'debts.0.events',
			'debts.0.balances',
			'debts.0.allocation',
			'debts.0.atLeast',
			'debts.0.late',
			'debts.0.kind',
			'plans.0.savings',
			'plans.0.shortOrder',
			'plans.0.aside',
			'people',
			'recordedMoney',
			'debts.0.owner',
			'plans.0.split',
			'debts.0.usual',
			'debts.0.follows',
			'plans.0.programme'
		]);
	});

	it('letters debts beyond the alphabet', () => {
		expect([0, 25, 26, 51, 52].map(letterOf)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA']);
	});
});
