/** How much of the modules was run by the tests that run them in process, as `npm run test:thorough` says at its end. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './prepare.mjs';

/** The rooms that are measured, and the least share of the lines of each of their modules, in percent. */
const ROOMS = ['core', 'exchange'];
const LEAST = 85;

/**
 * Reads what Vitest has measured: a line for each room, and the modules of which too little was run.
 * @returns {{ rooms: string[], below: string[] }}
 */
export function readCoverage() {
	/** @type {Record<string, { lines: { total: number, covered: number, pct: number } }>} */
	const summary = JSON.parse(readFileSync(join(ROOT, 'coverage/coverage-summary.json'), 'utf8'));
	const modules = Object.entries(summary)
		.filter(([path]) => path !== 'total')
		.map(([path, { lines }]) => ({ name: path.slice(join(ROOT, 'src/lib/').length), ...lines }));
	return {
		rooms: ROOMS.map((room) => {
			const all = modules.filter(({ name }) => name.startsWith(`${room}/`));
			const sum = (/** @type {'total' | 'covered'} */ what) =>
				all.reduce((before, one) => before + one[what], 0);
			return `${room}: ${((100 * sum('covered')) / sum('total')).toFixed(1)} % of ${sum('total')} lines`;
		}),
		below: modules
			.filter(({ total, pct }) => total > 0 && pct < LEAST)
			.map(({ name, pct, covered, total }) => `${name}: ${pct} %, ${covered} of ${total} lines`)
	};
}
