/** What is said before a case is gone on with agrees with what is then done. */
import { v4 as newId } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { goneAhead } from '../../src/lib/document/going-on';
import { writeMoney } from '../../src/lib/reading/written';
import { debtsGoingOn, planGoingOn } from '../../src/lib/words/going-on';
import { demoCases } from '../support/demo-cases';
import { usd } from '../support/said';

const day = '2026-12-15' as CalendarDate;
const lived = demoCases.filter(({ forecasts }) => forecasts.length > 0);

describe('going on, looked at before', () => {
	it.each(lived)('names each debt’s balance before and after: $label', (document) => {
		const gone = goneAhead(document, day, newId);
		if (!gone) throw new Error('a plan was chosen');
		const said = debtsGoingOn(document, gone, usd);
		expect(said.slice(0, document.debts.length).map(({ before }) => before)).toEqual(
			document.debts.map(({ balance }) => balance)
		);
		for (const { before, also } of said.slice(document.debts.length))
			expect([before, also[0]]).toEqual([null, 'new: added by the plan']);
		expect(said.map(({ after }) => after)).toEqual(
			gone.document.debts.map(({ balance }) => balance)
		);
		for (const [at, { also }] of said.entries()) {
			const assumed = gone.document.debts[at]?.balanceAssumed && said[at]?.after !== 0;
			expect(also.includes('not recorded: as expected')).toBe(assumed);
		}
		const { budget } = gone.plan;
		const [first] = planGoingOn(gone, [], usd);
		if (budget.kind === 'constant' && budget.amount !== null)
			expect(first).toContain(writeMoney(budget.amount, usd));
	});

	it('marks what nobody read', () => {
		const document = lived.find(({ readings }) => readings.length > 0);
		if (!document) throw new Error('a case that was followed');
		const gone = goneAhead({ ...document, readings: [] }, day, newId);
		if (!gone) throw new Error('a plan was chosen');
		const said = debtsGoingOn(document, gone, usd);
		for (const { after, also } of said)
			if (after !== 0) expect(also).toContain('not recorded: as expected');
	});
});
