/** What axe-core has against a page as it is, in light and dark. */
import AxeCore from 'axe-core';
import type { Screen } from './page';

const SCHEMES = ['light', 'dark'] as const;

export const inScheme = (screen: Pick<Screen, 'page'>, value: (typeof SCHEMES)[number]) =>
	screen.page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value }]);

/** What is serious or critical, in all of the page or in a part of it. */
export async function findings(screen: Pick<Screen, 'page'>, part = 'html'): Promise<string[]> {
	const isThere = await screen.page.evaluate(() => 'axe' in window);
	if (!isThere) await screen.page.evaluate(AxeCore.source);
	const found: string[] = [];
	for (const scheme of SCHEMES) {
		await inScheme(screen, scheme);
		// Between the schemes nothing but colours differs.
		const only = scheme === 'light' ? {} : { runOnly: ['color-contrast'] };
		const options = { resultTypes: ['violations' as const], ...only };
		const run = async (where: string, how: typeof options) => {
			const { axe } = window as unknown as { axe: typeof AxeCore };
			const { violations } = await axe.run(where, how);
			return violations
				.filter(({ impact }) => impact === 'serious' || impact === 'critical')
				.flatMap(({ id, nodes }) => nodes.map((node) => `${id}: ${node.html.slice(0, 160)}`));
		};
		const serious = await screen.page.evaluate(run, part, options);
		found.push(...serious.map((one) => `${scheme}: ${one}`));
	}
	return found;
}
