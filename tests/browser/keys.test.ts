/** The keys of each screen: each stands on or beside what it does, not only in the list of them. */
import { expect, it } from 'vitest';
import { keysOn } from '../../src/lib/words/keys';
import { card } from '../support/debts';
import { demoCases } from '../support/demo-cases';
import { desk, screen, sitDown } from '../support/page';
import { makeCase, startResiduum } from '../support/residuum';

sitDown(() => startResiduum({ RESIDUUM_TODAY: '2026-12-15' }));

/** Keys as they are written in one way: `Ctrl+Shift+Z` is `Ctrl Shift Z`. */
const written = (keys: string): string => keys.replaceAll('+', ' ').replace(/\s+/g, ' ').trim();

it('each stand on or beside what they do', async () => {
	const [ferry] = demoCases;
	if (!ferry) throw new Error('a case');
	const { debts, label, ...fields } = ferry;
	const { id } = await makeCase(desk.residuum, label, debts, {}, fields);
	const screens = {
		'/': '/',
		'/cases/[id=uuid]': `/cases/${id}`,
		'/cases/[id=uuid]/debts/[debt=uuid]': `/cases/${id}/debts/${debts[0]?.id ?? ''}`,
		'/cases/[id=uuid]/plan': `/cases/${id}/plan`,
		'/cases/[id=uuid]/plans': `/cases/${id}/plans`,
		'/cases/[id=uuid]/progress': `/cases/${id}/progress`,
		'/cases/[id=uuid]/handout': `/cases/${id}/handout`,
		'/cases/[id=uuid]/outbox': `/cases/${id}/outbox`
	};
	const missing: string[] = [];
	for (const [route, path] of Object.entries(screens)) {
		await screen.goto(path);
		await screen.see('main', /\w/);
		const asked = keysOn(route).flatMap(({ keys }) => keys.split(', ').map(written));
		expect(asked.length, route).toBeGreaterThan(0);
		await expect
			.poll(async () => {
				const said = await screen.page.$$eval('[title], [placeholder], kbd', (found) =>
					found.map((one) =>
						[one.getAttribute('title'), one.getAttribute('placeholder'), one.textContent].join(' ')
					)
				);
				const all = said.map(written);
				return asked.filter((key) => !all.some((text) => text.includes(key)));
			})
			.toEqual([])
			.catch((error: unknown) => missing.push(`${route}: ${String(error)}`));
	}
	expect(missing).toEqual([]);
});

it('keeps an empty line below a debt that was taken back letter by letter, and came back by undo', async () => {
	const { id } = await makeCase(desk.residuum, 'Taken back', [card({ name: 'Quillmark card' })]);
	await screen.goto(`/cases/${id}`);
	await screen.page.focus('[aria-label="Name, line 2"]');
	await screen.page.keyboard.type('X');
	await screen.saved();
	await screen.press('Backspace');
	await screen.saved();
	await screen.page.focus('[aria-label="Name, line 1"]');
	await screen.press('Control+z');
	await expect.poll(() => screen.value('Name, line 2')).toBe('X');
	await screen.fill('Name, line 3', 'Pellan Stores card');
	await screen.saved();
	await screen.reload();
	await expect.poll(() => screen.value('Name, line 3')).toBe('Pellan Stores card');
});
