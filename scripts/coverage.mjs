/** How much of the modules the tests have run, as `npm run test:thorough` says. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { serverLines } from './coverage-of-server.mjs';
import { ROOT } from './prepare.mjs';

/** The least share of the lines of each module, in percent. */
const LEAST = 85;
/** Modules with another one: full disks and cut power are tried only where a disk can be mounted. */
const LEAST_OF = new Map([['server/database/embedded.ts', 75]]);

/** @typedef {{ name: string, total: number, covered: number }} Module named by its path from `src/lib/` */
/** @typedef {{ rooms: string[], below: string[] }} Coverage a line for each room, and the modules of which too little was run */

/** Reads what Vitest has measured of the modules that tests run in their own process. @returns {Coverage} */
export function readCoverage() {
	/** @type {Record<string, { lines: { total: number, covered: number } }>} */
	const summary = JSON.parse(readFileSync(join(ROOT, 'coverage/coverage-summary.json'), 'utf8'));
	const modules = Object.entries(summary)
		.filter(([path]) => path !== 'total')
		.map(([path, { lines }]) => ({ name: path.slice(join(ROOT, 'src/lib/').length), ...lines }));
	return coverageOf(['core', 'exchange'], modules);
}

/** Reads what the processes of the built program have run of the server. @param {string} folder @returns {Promise<Coverage>} */
export async function readServerCoverage(folder) {
	const lines = await serverLines(folder);
	return coverageOf(
		['server'],
		[...lines].map(([name, counts]) => ({ name, ...counts }))
	);
}

/** @param {readonly string[]} rooms @param {readonly Module[]} modules @returns {Coverage} */
function coverageOf(rooms, modules) {
	const share = (/** @type {Omit<Module, 'name'>} */ { covered, total }) =>
		((100 * covered) / total).toFixed(1);
	return {
		rooms: rooms.map((room) => {
			const all = modules.filter(({ name }) => name.startsWith(`${room}/`));
			const sum = (/** @type {'total' | 'covered'} */ what) =>
				all.reduce((before, one) => before + one[what], 0);
			return `${room}: ${share({ covered: sum('covered'), total: sum('total') })} % of ${sum('total')} lines`;
		}),
		below: modules
			.filter(
				({ name, total, covered }) =>
					total > 0 && (100 * covered) / total < (LEAST_OF.get(name) ?? LEAST)
			)
			.map((one) => `${one.name}: ${share(one)} %, ${one.covered} of ${one.total} lines`)
	};
}
