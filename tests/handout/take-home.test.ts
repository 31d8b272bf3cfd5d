/** A plan that is taken home as one file. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { withMore } from '../../src/lib/core/plan/answers';
import { paidIn } from '../../src/lib/core/plan/who-pays';
import { planOf } from '../../src/lib/core/plan/walk';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { NO_HOUSE } from '../../src/lib/document/agency';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import type { CaseDocument } from '../../src/lib/document/case';
import { handoutWriting } from '../../src/lib/handout/handout';
import { takeHomeOf } from '../../src/lib/handout/take-home';
import { writeMoney } from '../../src/lib/reading/written';
import { monthOf } from '../../src/lib/take-home/sections';
import { monthOn, mostMore, STOPS, triedTerms } from '../../src/lib/take-home/take-home';
import { markupOf } from '../../src/lib/handout/markup';
import { demoCases } from '../support/demo-cases';
import { anyDocument } from '../support/documents';

const TODAY = '2026-12-15' as CalendarDate;
const fileOf = (document: CaseDocument, at = 0, house = NO_HOUSE): string => {
	const entry = document.plans[at];
	if (!entry) throw new Error('a plan');
	return takeHomeOf(document, entry, house, TODAY);
};
const dataIn = (file: string) => {
	const [, data = ''] =
		/<script type="application\/json" id="plan">(.*?)<\/script>/s.exec(file) ?? [];
	return JSON.parse(data) as { debts: never; terms: never };
};
/** Texts as somebody reads them without scripts. */
const seen = (file: string): string =>
	file
		.replace(/<(script|style)[^>]*>.*?<\/\1>/gs, '')
		.replace(/<[^>]*>/g, ' ')
		.replaceAll('&amp;', '&')
		.replace(/\s+/g, ' ');
const [ferry, netMaker] = demoCases;
if (!ferry || !netMaker) throw new Error('demos');

describe('a plan that is taken home', () => {
	it('is one small file that asks nothing of anywhere, and allows nothing else', () => {
		for (const document of demoCases) {
			document.plans.forEach((_, at) => {
				const file = fileOf(document, at);
				expect(new TextEncoder().encode(file).length).toBeLessThan(400_000);
				expect(file).toMatch(
					/content="default-src 'none'; script-src 'sha256-[\w+/=]+'; style-src/
				);
				const loads = [...file.matchAll(/(?:src|href|url)\s*[=(]\s*["']?([^"'\s>)]{0,20})/g)];
				expect(
					loads.filter(([, to = '']) => /^[a-z]+:|^\//.test(to) && !to.startsWith('data:'))
				).toEqual([]);
			});
		}
	});

	it('can be read without scripts: the answer, what to pay, when each is paid off, whom to call', () => {
		const text = seen(fileOf(ferry));
		expect(text).toContain('Your plan · made 15 December 2026');
		expect(text).toContain('everything is paid off in July 2029');
		expect(text).toContain('Your first month, January 2027');
		expect(text).toMatch(
			/E Harbour Mutual everyday card due 5 Jan 2027 \$46\.00 B Pellan Stores card/
		);
		expect(text).toContain('Total $890.00');
		expect(text).toMatch(/When each debt is paid off B Pellan Stores card April 2027/);
		expect(text).toContain('Ines Marlow, 555 0142');
		expect(text).toContain('nothing you change in it leaves your phone');
		const spanish = { ...ferry, handout: { ...ferry.handout, language: 'es' as const } };
		expect(seen(fileOf(spanish))).toContain('Su primer mes, enero de 2027');
	});

	it('leaves out what the handout leaves out', () => {
		const handout = { ...ferry.handout, without: ['picture', 'sure'] as const };
		const file = fileOf({ ...ferry, handout: { ...handout, without: [...handout.without] } });
		expect(file).not.toContain('<figure');
		expect(seen(file)).not.toContain('Stress test');
	});

	it('asks for one deposit where the agency pays, and for what its month pays', () => {
		const text = seen(fileOf(netMaker));
		expect(text).toContain('Pay one amount: $250.00 on 3 January 2027');
		expect(text).toContain('Paid out of it');
	});

	it('begins with the first payments, also where its own money begins later', () => {
		const [entry] = ferry.plans;
		if (!entry) throw new Error('a plan');
		const later = { ...entry, begins: '2027-03-01' as CalendarDate };
		const file = takeHomeOf(ferry, later, NO_HOUSE, TODAY);
		expect(seen(file)).toContain('Your first month, January 2027');
		expect(seen(file)).not.toContain('Until then');
	});

	it('lets no name end its script or its page', () => {
		const name = '</script><script>alert(1)</script><!--';
		const [debt, ...others] = ferry.debts;
		if (!debt) throw new Error('a debt');
		const file = fileOf({ ...ferry, label: name, debts: [{ ...debt, name }, ...others] });
		expect(file).not.toContain('<script>alert');
		expect(file.match(/<\/script>/g)).toHaveLength(2);
		expect(JSON.stringify(dataIn(file))).toContain('</script><script>alert(1)');
	});

	it('computes from its data what the plan is, whatever the document', () => {
		fc.assert(
			fc.property(anyDocument, (document) => {
				for (const entry of document.plans) {
					const { debts, terms, plan, refusal } = carriedPlan(document, entry);
					if (refusal !== null || plan.kept.length === 0) continue;
					const data = JSON.parse(JSON.stringify({ debts, terms })) as {
						debts: never;
						terms: never;
					};
					expect(planOf(data.debts, data.terms)).toEqual(plan);
				}
			}),
			{ numRuns: 40 }
		);
	});

	it('has months whose payments are what leaves the account', () => {
		const writing = handoutWriting(ferry);
		for (const entry of ferry.plans) {
			const { debts, terms, plan } = carriedPlan(ferry, entry);
			const named = debts.map(({ id }, index) => ({
				id,
				index,
				place: index,
				letter: 'A',
				name: id
			}));
			const home = { writing, asOf: ferry.asOf, debts, terms, named, depositDay: null };
			for (const month of plan.kept) {
				const drawn = markupOf(monthOf(home, plan, month.month));
				const amounts = [...drawn.matchAll(/"amount">([^<]*)</g)].map(([, amount = '']) =>
					Math.round(Number(amount.replace('−', '-').replace(/[$,]/g, '')) * 100)
				);
				const total = amounts.pop();
				expect(amounts.reduce((sum, amount) => sum + amount, 0)).toBe(total);
				expect(total).toBe(paidIn(month));
				expect(drawn).toContain(writeMoney(paidIn(month), writing));
			}
		}
	});
});

describe('what is tried', () => {
	const entry = ferry.plans[0];
	if (!entry) throw new Error('a plan');
	const { terms, plan, debts } = carriedPlan(ferry, entry);

	it('is the plan with more in each month, with an amount once, or with both', () => {
		const from = { month: 1, day: plan.firstMonth };
		const none = { more: cents(0), from, once: cents(0), month: 1 };
		expect(triedTerms(terms, none)).toBe(terms);
		const more = triedTerms(terms, { ...none, more: cents(4_000) });
		expect(planOf(debts, more)).toEqual(planOf(debts, withMore(terms, 4_000)));
		const once = planOf(debts, triedTerms(terms, { ...none, once: cents(50_000), month: 3 }));
		expect(once.kept[2]?.paid).toBe((plan.kept[2]?.paid ?? 0) + 50_000);
		expect(once.totalInterest).toBeLessThan(plan.totalInterest);
	});

	it('goes up to a round amount in whole stops, of a small plan and of a large one', () => {
		const paying = (paid: number) =>
			({ ...plan, kept: [{ ...plan.kept[0], paid: cents(paid) }] }) as typeof plan;
		const most = (paid: number, digits = 2) => mostMore(paying(paid), { digits });
		expect([89_000, 25_000, 4_000, 1, 1_000_000_000].map((paid) => most(paid))).toEqual([
			10_000, 5_000, 1_000, 1_000, 200_000_000
		]);
		expect([most(89_000, 0), most(1, 0), most(250_000, 3)]).toEqual([10_000, 20, 50_000]);
		for (let paid = 1; paid < 1e12; paid *= 3)
			for (const digits of [0, 2, 3]) expect(most(paid, digits) % STOPS).toBe(0);
	});

	it('knows the month of a day, before the plan and after it', () => {
		const on = (day: string) => monthOn(plan, day as CalendarDate);
		expect([on('2026-11-30'), on('2027-01-01'), on('2027-01-31'), on('2029-07-31')]).toEqual([
			0, 1, 1, 31
		]);
		expect(on('2031-01-01')).toBeGreaterThan(plan.kept.length);
	});
});
