/** A plan goes to the client: the page to take along. */
import { beforeAll, describe, expect, it } from 'vitest';
import { downloads } from '../support/downloads';
import { desk, screen, sitDown } from '../support/page';
import { hasReaders, pdfPages, pdfText } from '../support/pdf-text';
import type { MadeCase } from '../support/residuum';
import { makeTolliver } from '../support/tolliver';

sitDown();

const { of: downloadsOf, downloaded } = downloads();

/** The demo's first household, as a case of this server. */
let ferry: MadeCase;
beforeAll(async () => {
	ferry = await makeTolliver(desk.residuum);
	await downloadsOf(screen.page);
});

const clickText = (selector: string, text: string) => screen.clickText(selector, text);

describe('the page for the client', () => {
	it('in Spanish, with two parts taken out, is seen as it is printed, saved as PDF, and kept', async () => {
		await screen.goto(`/cases/${ferry.id}/plan`);
		await clickText('.tools button', 'Export');
		await clickText('a.offer', 'Client handout');
		await screen.see('article', 'What to pay in January 2027');
		expect(await screen.texts('article')).toHaveLength(2);
		await screen.page.select('[aria-label="Language of the handout"]', 'es');
		await screen.see('article', 'Qué pagar en enero de 2027');
		await clickText('fieldset label', 'The stress test');
		await clickText('fieldset label', 'The next twelve months');
		await expect.poll(() => screen.text('article')).not.toContain('Los próximos 12 meses');
		expect(await screen.text('article')).not.toContain('Qué tan seguro es');
		await screen.see('article', 'Si falta dinero');
		await screen.saved();
		await clickText('.acts button', 'Save as PDF');
		const bytes = await downloaded(/\.pdf$/);
		if (hasReaders) {
			const text = pdfText(bytes);
			expect(text).toContain('Qué pagar en enero de 2027');
			expect(text).toContain('$4,347.09');
			expect(text).not.toContain('Los próximos 12 meses');
		}
		// Printed by the browser, it is the same pages.
		const printed = await screen.page.pdf({ preferCSSPageSize: true });
		if (hasReaders) {
			const pages = pdfPages(printed);
			expect(pages).toHaveLength(await screen.page.$$eval('article', (all) => all.length));
			expect(pages[0]).toContain('página 1 de');
			expect(pages.join('')).not.toContain('Export');
		}
		await screen.reload();
		await screen.see('article', 'Su plan · Tolliver');
		await screen.press('Control+z');
		// Settings that follow each other soon are one step of undo: the language too, unless the machine was slow.
		await screen.see('article', /The next 12 months|Los próximos 12 meses/);
		await screen.saved();
	});
});
