/** The first minute: an empty casebook, an example to play with, and the guide. */
import { describe, expect, it } from 'vitest';
import { screen, sitDown } from '../support/page';
import { startResiduum } from '../support/residuum';

sitDown(() => startResiduum());

describe('an empty casebook', () => {
	it('says what to do first, and has an example that is marked, works, and is deleted by one click', async () => {
		await screen.goto('/');
		await screen.answer('The casebook is empty. The first case needs a client label');
		await screen.clickText('button', 'Open the example');
		await screen.see('[data-case]', 'Example · Tolliver household');
		// Not the first case any more: nothing is offered beside it.
		expect(await screen.text('main')).not.toContain('New here?');
		await screen.click('[data-case]');
		await screen.see('.answer', '6 debts, $23,228.42');
		await screen.page.goBack();
		await screen.click('[aria-label^="Delete Example"]');
		await screen.answer('The casebook is empty');
		await screen.see('main', 'New here?');
	});
});

describe('the guide', () => {
	it('is a key away from the list of keys, and finds its sections as one types', async () => {
		await screen.goto('/');
		await screen.page.keyboard.press('Escape');
		await screen.click('[aria-label="Keys of this screen"]');
		await screen.clickText('[role=dialog] a', 'Read the guide');
		await screen.see('h1', 'The counselor’s guide');
		await screen.press('/');
		await screen.page.keyboard.type('DEPOSÍT');
		await expect
			.poll(() => screen.texts('nav[aria-label=Sections] li'))
			.toEqual(['The plan', 'The agency’s own terms']);
		await screen.press('Escape');
		await expect
			.poll(async () => (await screen.texts('nav[aria-label=Sections] li')).length)
			.toBeGreaterThan(8);
		const pictures = await screen.page.$$eval('section img', (all) =>
			Promise.all(all.map(async (one) => (await fetch((one as HTMLImageElement).src)).status))
		);
		expect(pictures.length).toBeGreaterThan(10);
		expect(new Set(pictures)).toEqual(new Set([200]));
		await screen.page.keyboard.type('nothing has these words');
		await screen.see('main', 'The guide has no section with these words.');
	});
});
