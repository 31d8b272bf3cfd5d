/** Creditors as an agency knows them: dated rows, names, and their usual terms taken over into debts and plans. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import {
	creditorOfDebt,
	creditorOn,
	creditorsIn,
	CreditorNames
} from '../../src/lib/document/creditors';
import { emptyDebt } from '../../src/lib/document/debt';
import { heldOn, termsOfSubject, type ReferenceRow } from '../../src/lib/document/reference';
import {
	stillUsual,
	unlikeUsual,
	usualAgreement,
	usualFields,
	withUsualConfirmed
} from '../../src/lib/document/usual-terms';
import { withUsualAgreements } from '../../src/lib/desk/usual-agreements';
import { newChange } from '../../src/lib/desk/plan-entry';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import { standingOf, withNamedTerms, type ChangeEntry } from '../../src/lib/document/change';
import { USUAL_PLAN } from '../../src/lib/document/plan';
import { demoCases, demoReference } from '../support/demo-cases';
import { runs } from '../support/random';

const day = (text: string) => text as CalendarDate;
const usd = { code: 'USD', digits: 2 };
const creditors = creditorsIn(demoReference);
const names = new CreditorNames(creditors);
const called = (text: string) => names.called(text)?.profile.content.name ?? null;
const quillmark = names.named('Quillmark Bank');
if (!quillmark) throw new Error('a creditor of the demo');

describe('rows of reference data', () => {
	const dayOf = fc
		.integer({ min: 1, max: 28 })
		.map((of) => day(`2027-01-${String(of).padStart(2, '0')}`));
	const row = fc.record({
		term: fc.constantFrom('minimum', 'late'),
		holdsFrom: dayOf,
		content: fc.option(fc.integer({ min: 1, max: 99 }), { nil: null })
	});

	it('hold from their day on, the latest version of a day, and none that was withdrawn', () => {
		fc.assert(
			fc.property(fc.array(row, { maxLength: 12 }), dayOf, (drawn, on) => {
				const rows = drawn.map((one, at): ReferenceRow => ({
					kind: 'creditor',
					subject: 'a',
					knownFrom: '',
					version: at + 1,
					writtenAt: '2027-01-01T00:00:00Z',
					by: null,
					...one
				}));
				const terms = termsOfSubject(rows);
				for (const term of ['minimum', 'late']) {
					// Read from the end: the last word on each day, and of the days the latest one up to then.
					const said = new Map<string, unknown>();
					for (const one of rows) if (one.term === term) said.set(one.holdsFrom, one.content);
					const days = [...said.keys()].filter((of) => of <= on && said.get(of) !== null).sort();
					const last = days.at(-1);
					expect(heldOn(terms.get(term) ?? [], on)?.content ?? null).toEqual(
						last === undefined ? null : said.get(last)
					);
				}
			}),
			{ numRuns: runs(200) }
		);
	});

	it('change nothing before their day', () => {
		const before = creditorOn(quillmark, day('2027-02-28')).agreement;
		const after = creditorOn(quillmark, day('2027-03-01')).agreement;
		expect([before?.content.annualRate, after?.content.annualRate]).toEqual([80_000, 95_000]);
		expect(creditorOn(quillmark, day('2025-12-31')).minimum).toBeNull();
	});
});

describe('a name on a statement', () => {
	it('means the creditor that is called so, whatever its case, accents and what comes after', () => {
		expect(called('quillmark')).toBe('Quillmark Bank');
		expect(called('QUILLMARK   card')).toBe('Quillmark Bank');
		expect(called('Gansey & Oar store card')).toBe('Gansey & Oar');
		expect(called('Skerry Rapid card')).toBe('Skerry Bank');
		expect(called('Quillmarket')).toBeNull();
		expect(called('')).toBeNull();
	});

	it('that is being typed means what begins with it, at most so many', () => {
		expect(names.beginning('mar', 5).map(({ profile }) => profile.content.name)).toEqual([
			'Marrowby Bank'
		]);
		expect(names.beginning('stores', 5)).toHaveLength(1);
		expect(names.beginning('a', 5)).toEqual([]);
		expect(names.beginning('s', 5)).toEqual([]);
		expect(names.beginning('qu', 1)).toHaveLength(1);
	});

	it('goes by the creditor that is noted before the name of the debt', () => {
		const debt = { name: 'Quillmark card', noted: { creditor: 'Pellan' } };
		expect(creditorOfDebt(debt, names)?.profile.content.name).toBe('Pellan Stores');
	});
});

describe('usual terms', () => {
	const blank = { ...emptyDebt('d'), name: 'Quillmark card' };
	const on = day('2026-12-15');

	it('fill what a debt has nothing of, marked with their version, until they are typed', () => {
		const fields = usualFields(blank, quillmark, on, usd, 7);
		expect(fields).toMatchObject({
			required: { kind: 'percent', percent: 20_000, floor: 2_500 },
			late: { assumed: true, fee: 3_000, history: null },
			usual: { creditor: quillmark.id, version: 7, terms: ['minimum', 'late'] }
		});
		const taken = { ...blank, ...fields };
		expect(usualFields(taken, quillmark, on, usd, 7)).toBeNull();
		expect(stillUsual({ balance: cents(1) }, taken)).toEqual({});
		expect(stillUsual({ required: taken.required }, taken).usual?.terms).toEqual(['late']);
		const confirmed = { ...taken, ...withUsualConfirmed(taken) };
		expect([confirmed.usual, confirmed.late?.assumed]).toEqual([null, false]);
	});

	it('are none in another currency, before they hold, or for what was entered', () => {
		expect(usualFields(blank, quillmark, on, { code: 'EUR', digits: 2 }, 7)).toBeNull();
		expect(usualFields(blank, quillmark, day('2025-06-01'), usd, 7)).toBeNull();
		const typed = { ...blank, required: { ...blank.required, percent: percent(30_000) } as never };
		expect(usualFields(typed, quillmark, on, usd, 7)?.usual?.terms).toEqual(['late']);
		expect(unlikeUsual(typed, quillmark, on, usd)).toEqual(['minimum']);
		expect(unlikeUsual(blank, quillmark, on, usd)).toEqual([]);
	});

	it('agree to a percentage of the balance, rounded to the cent', () => {
		const at = (balance: number | null) =>
			usualAgreement({ balance: balance === null ? null : cents(balance) }, quillmark, on, usd);
		expect(at(418_236)).toEqual({ annualRate: 80_000, payment: 9_201, fee: 0, after: 1 });
		expect(at(0)?.payment).toBe(0);
		expect(at(null)).toBeNull();
	});
});

describe('what creditors have answered', () => {
	const [ferry] = demoCases;
	if (!ferry) throw new Error('a case of the demo');
	const book = { names, version: 3 };
	const usual = withUsualAgreements(newChange('concession', ferry), ferry, book);
	if (!usual) throw new Error('usual agreements');
	const plan = (change: ChangeEntry) => ({
		...USUAL_PLAN,
		id: '7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f0aa',
		name: 'Eased',
		budget: { kind: 'constant' as const, amount: cents(89_000) },
		changes: [change]
	});
	const all = (is: 'open' | 'proposed' | 'agreed' | 'refused') =>
		withNamedTerms(usual, (named) => ({ ...named, reply: { is, on: null } }));

	it('is nothing where usual terms were only filled in', () => {
		const filled = usual.debts.filter((one) => one.usual !== null);
		expect(filled.length).toBeGreaterThan(3);
		for (const one of filled) expect(one).toMatchObject({ usual: 3, assumed: false });
		expect(usual.from).toBe('2027-02-01');
		expect(usual.setUpFee).toBe(1_500);
		expect(withUsualAgreements(usual, ferry, book)).toBeNull();
		const others = usual.debts.filter((one) => one.usual === null);
		expect(others.map(({ annualRate }) => annualRate)).toEqual(others.map(() => null));
	});

	it('says what the plan rests on', () => {
		const named = { ...usual, assumed: [], debts: usual.debts.filter((one) => one.usual !== null) };
		const withReply = (is: 'open' | 'proposed' | 'agreed' | 'refused') =>
			withNamedTerms(named, (one) => ({ ...one, reply: { is, on: null } }));
		expect(standingOf(plan(usual))).toBe('assumed');
		expect(standingOf(plan(withReply('open')))).toBe('open');
		expect(standingOf(plan(withReply('proposed')))).toBe('open');
		expect(standingOf(plan(withReply('agreed')))).toBe('agreed');
		expect(standingOf(plan(withReply('refused')))).toBe('agreed');
	});

	it('changes nothing where all of it is refused, fees included', () => {
		const without = carriedPlan(ferry, { ...plan(usual), changes: [] });
		const refused = carriedPlan(ferry, plan(all('refused')));
		expect(refused.plan.totalInterest).toBe(without.plan.totalInterest);
		expect(refused.plan.totalPaid).toBe(without.plan.totalPaid);
		expect(refused.plan.totalFees).toBe(without.plan.totalFees);
	});
});
