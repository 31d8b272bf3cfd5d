/** How much script a screen needs before it answers: what comes later is loaded when it is opened. */
import { statSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { ROOT } from '../../scripts/prepare.mjs';
import { card } from '../support/debts';
import { makeCase, sharedResiduum } from '../support/residuum';

/**
 * In kB, little above what they are: whoever needs more says why. Svelte and its router are 105 of each. The addresses of
 * the agency’s eleven screens are 7 of each; replies of creditors, rates by an index and one deposit are part of what a
 * plan, a debt and a handout say; a debt says in its own line how its rate follows an index.
 * What a handout says is in four languages, 20 of it each. The desk’s other language is loaded only where it is spoken:
 * knowing which one, and the addresses of its files, is 2 of each. What can be done with a case where there is no room for
 * buttons, and the way to what a change would make of all and to a message about it, is 3 of the casebook and 1 of the plan. Asking by name what a
 * person may do is half of one of each.
 */
const MOST = {
	casebook: 239,
	debts: 445,
	'one debt': 673,
	plan: 612,
	'side by side': 434,
	handout: 499,
	progress: 530
};

it.each(Object.entries(MOST))('of the %s is at most %d kB', async (screen, most) => {
	const residuum = sharedResiduum();
	const { id, document } = await makeCase(residuum, `The script of a screen: ${screen}`, [card()]);
	const debt = document.debts[0]?.id ?? '';
	const paths: Readonly<Record<string, string>> = {
		casebook: '/',
		debts: `/cases/${id}`,
		'one debt': `/cases/${id}/debts/${debt}`,
		plan: `/cases/${id}/plan`,
		'side by side': `/cases/${id}/plans`,
		handout: `/cases/${id}/handout`,
		progress: `/cases/${id}/progress`
	};
	const { address, headers } = residuum;
	const response = await fetch(address + (paths[screen] ?? ''), { headers });
	const links = response.headers.get('link') ?? '';
	const files = [...links.matchAll(/<([^>]+\.js)>; rel="modulepreload"/g)].map(([, file]) =>
		String(file).replace(/^.*_app\//, '')
	);
	// It can't pass because nothing was found.
	expect(files.length).toBeGreaterThan(20);
	const built = join(ROOT, 'build/client/_app');
	const sizes = [...new Set(files)].map((file) => statSync(join(built, file)).size);
	const size = sizes.reduce((sum, one) => sum + one, 0) / 1000;
	expect(size).toBeLessThan(most);
	expect(size).toBeGreaterThan(0.9 * most);
});
