/** What a change would make of all cases: asked, read, opened in a case, taken over, and cancelled. */
import { beforeAll, describe, expect, it } from 'vitest';
import { ROOT } from '../../scripts/prepare.mjs';
import { sheetsOf } from '../../src/lib/exchange/workbook';
import { findings } from '../support/axe';
import { downloads } from '../support/downloads';
import { caseNow, startResiduum } from '../support/residuum';
import { desk, screen, sitDown } from '../support/page';

sitDown(() => startResiduum({ RESIDUUM_DEMO: `${ROOT}/demo` }));

const { of: downloadsOf, downloaded } = downloads();

let ferry = '';
beforeAll(async () => {
	const { body } = await desk.residuum.request('GET', '/api/casebook?search=ferry');
	ferry = (body as { lines: { id: string }[] }).lines[0]?.id ?? '';
});

describe('a question about all cases', () => {
	it('is asked by keys, and answered in a sentence, with the cases that are hit most first', async () => {
		await screen.goto('/');
		await screen.clickText('a', 'What if …');
		await screen.see('form', 'Enter the new rate.');
		await screen.fill('New rate', '29.99');
		await screen.press('Enter');
		await screen.see('.answer', '1 case of 6 would come out differently');
		await screen.see('.answer', '$85.60 more in all');
		await screen.see('tbody', 'Tolliver household, ferry and bakery');
		expect(await findings(screen)).toEqual([]);
		await screen.page.select('[aria-label="What changes"]', 'money');
		await screen.click('button[type=submit]');
		await screen.see('.answer', '6 cases of 6 would come out differently');
		await screen.see('tbody tr:first-child', 'short of money from February 2028');
		expect((await screen.texts('tbody tr')).length).toBe(6);
		await screen.page.select('[aria-label="What changes"]', 'minimum');
		await screen.fill('Floor of the minimum, Brightwick Card Services', '400');
		await screen.press('Tab');
		await screen.see('form', 'at least $400.00');
		await screen.click('button[type=submit]');
		await screen.see('.answer', /If Brightwick Card Services asks for .* at least \$400\.00 each/);
		// What was asked before is still there.
		await screen.clickText('li a', 'Brightwick Card Services charges 29.99 %');
		await screen.see('.answer', '$85.60 more in all');
		desk.checked();
	});

	it('opens a case with before and after; nothing is changed until it is taken over, and undo takes that back', async () => {
		const before = await caseNow(desk.residuum, ferry);
		await screen.clickText('tbody a', 'Tolliver household');
		await screen.see('.what-if', 'still paid off in July 2029, +$85.60 in interest and fees');
		expect((await caseNow(desk.residuum, ferry)).revision).toBe(before.revision);
		await screen.clickText('.what-if button', 'Take it over');
		await screen.see('.before', '$4,347.09 in interest. Now in the same month, $85.60 more');
		await screen.saved();
		const { document } = await caseNow(desk.residuum, ferry);
		const changed = document.debts.filter((debt, at) => {
			const was = before.document.debts[at];
			return JSON.stringify(debt) !== JSON.stringify(was);
		});
		expect(changed.map(({ name }) => name)).toEqual(['Brightwick offer card']);
		await screen.clickText('.tools button', 'Undo');
		await screen.saved();
		expect((await caseNow(desk.residuum, ferry)).document.debts).toEqual(before.document.debts);
		desk.checked();
	});

	it('is reminded of, and written to the client about', async () => {
		await screen.goto('/what-if');
		await screen.see('form', 'Enter the new rate.');
		await screen.page.select('[aria-label="What changes"]', 'money');
		await screen.click('button[type=submit]');
		await screen.see('.answer', '6 cases of 6 would come out differently');
		await downloadsOf(screen.page);
		await screen.clickText('button', 'Workbook (XLSX)');
		const bytes = await downloaded(/^residuum-what-if\.xlsx$/);
		const [sheet] = await sheetsOf({ name: 'what-if.xlsx', bytes }, { language: 'en' });
		expect([sheet?.rows.length, sheet?.rows[0]?.[0]]).toEqual([7, 'client']);
		await screen.clickText('button', 'Remind of each');
		await screen.see('.files', 'Remind of them no more');
		await screen.goto('/reminders');
		await screen.see('.answer', '6 cases that a change would move');
		await screen.clickText('li a', 'Tolliver household');
		await screen.see('.what-if', 'What if each month has a tenth less money?');
		await screen.clickText('.what-if a', 'Write to the client');
		const written = expect.poll(() => screen.value('Text'), { timeout: 20_000 });
		await written.toMatch(/Your plan, which ends in July 2029 today, would then end in/);
		expect(await screen.value('Text')).toContain('Nothing is decided');
		desk.checked();
	});
});
