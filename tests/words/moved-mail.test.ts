/** A message about a change tells a client what it does to the plan, and nothing that it does not. */
import { expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { movedMail } from '../../src/lib/words/mail';
import { demoCases } from '../support/demo-cases';

const handout = demoCases[0]?.handout;
const plan = (ends: string | null, shortFrom: string | null = null) => ({
	ends: ends as CalendarDate | null,
	shortFrom: shortFrom as CalendarDate | null,
	cost: ends === null ? null : cents(100)
});

it.each([
	[plan('2029-07-15'), plan('2029-11-15'), 'which ends in July 2029 today, would then end in Nov'],
	[plan('2029-07-15'), plan('2029-07-30'), 'would still end in July 2029'],
	[plan('2029-07-15'), plan(null), 'would then not come to an end'],
	[plan(null), plan('2031-01-15'), 'does not come to an end today, would then end in January 2031'],
	[plan(null), plan(null), 'would still not come to an end']
])('says how it ends, case %#', (before, after, said) => {
	if (!handout) throw new Error('a demo');
	const currency = { code: 'USD', digits: 2 };
	expect(movedMail({ before, after }, handout, { language: 'en', currency })).toContain(said);
	for (const language of ['en', 'es', 'fr', 'de'] as const) {
		const text = movedMail({ before, after }, handout, { language, currency });
		expect(text).not.toMatch(/[{}]|undefined|null/);
		expect(text).toContain(handout.contact);
	}
});

it('says from when on money is short only where it was not before', () => {
	if (!handout) throw new Error('a demo');
	const writing = { language: 'en', currency: { code: 'USD', digits: 2 } } as const;
	const short = plan('2029-07-15', '2027-03-01');
	const fresh = movedMail({ before: plan('2029-07-15'), after: short }, handout, writing);
	expect(fresh).toContain('From March 2027 on');
	expect(movedMail({ before: short, after: short }, handout, writing)).not.toContain('From March');
});
