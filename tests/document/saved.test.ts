/** What plans save against the minimum payments, as planned and by what was recorded. */
import { describe, expect, it } from 'vitest';
import { interestAndFees } from '../../src/lib/core/plan/answers';
import { carriedPlan, measuredPlan } from '../../src/lib/document/carried-plans';
import type { CaseDocument } from '../../src/lib/document/case';
import { comeBack } from '../../src/lib/document/coming-back';
import { withChoice } from '../../src/lib/document/kept-forecast';
import { savedIn, savedInEach } from '../../src/lib/document/saved';
import { demoCases } from '../support/demo-cases';

/** Each plan of the demo as if it was chosen today, with nothing before. */
const chosenToday = demoCases.flatMap((document) =>
	document.plans.map((plan) => {
		const made = { id: crypto.randomUUID(), by: 'choice', date: document.asOf } as const;
		const none = { ...document, choices: [], forecasts: [], visits: [], readings: [] };
		const alone = { ...none, recordedEvents: [], recordedMoney: [] };
		return { plan, document: withChoice(alone, plan, '', made) };
	})
);

describe('what a plan saves', () => {
	it('is what the minimums cost more than it, as the plan itself says', () => {
		const known = chosenToday.map(({ document, plan }) => {
			const least = measuredPlan({ ...document, against: 'minimums' });
			const carried = carriedPlan(document, plan).plan;
			const { planned, lived } = savedIn(document);
			const doBothEnd = [least, carried].every(({ ending }) => ending.status === 'cleared');
			expect(planned).toBe(doBothEnd ? interestAndFees(least) - interestAndFees(carried) : null);
			expect(lived).toBeNull();
			return planned;
		});
		expect(known.filter((saved) => saved !== null && saved > 0).length).toBeGreaterThan(5);
	});

	it('is, once balances were recorded, what was paid since and what it costs from there on', () => {
		const read = demoCases.filter(({ readings }) => readings.length > 0);
		expect(read.length).toBeGreaterThan(0);
		for (const document of read) {
			const { planned, lived } = savedIn(document);
			const [first] = document.forecasts;
			const day = document.visits
				.map(({ date }) => date)
				.sort()
				.at(-1);
			const outlook = day === undefined ? null : comeBack(document, day)?.outlook;
			if (planned === null || lived === null || !first || !outlook) throw new Error('both end');
			// They differ by what it costs more than it was expected to.
			expect(planned - lived).toBe(outlook.cost - first.cost);
		}
	});

	it('is nothing where no plan was chosen, and one case keeps no other from it', () => {
		const [some] = chosenToday;
		if (!some) throw new Error('a demo');
		const none = { ...some.document, forecasts: [] };
		expect(savedIn(none)).toEqual({ planned: null, lived: null });
		const broken = { ...some.document, forecasts: [{}] } as unknown as CaseDocument;
		expect(savedInEach([broken, some.document])).toEqual([
			{ planned: null, lived: null },
			savedIn(some.document)
		]);
	});
});
