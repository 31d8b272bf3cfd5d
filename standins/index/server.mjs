/**
 * A stand-in for whoever publishes indexes, a small server of its own with a history that is written down:
 *   GET  /indexes                          their names, as JSON
 *   GET  /indexes/{name}/values?until=DAY  the values up to a day, as lines of `date,percent`
 *   POST /told                             { "is": "well" | "slow" | "failing" | "nonsense" }
 */
import { readFile } from 'node:fs/promises';
import { inMood, serve } from '../served.mjs';

/** @param {{ port?: number }} [settings] port 0: any that is free */
export async function startIndex({ port = 0 } = {}) {
	/** @type {{ name: string, values: [date: string, percent: number][] }[]} */
	const all = JSON.parse(await readFile(new URL('history.json', import.meta.url), 'utf8'));
	let mood = 'well';
	return serve(port, {
		told: ({ is }) => (mood = is),
		get({ pathname, searchParams }, respond) {
			if (pathname === '/indexes')
				return respond(200, 'application/json', JSON.stringify(all.map(({ name }) => name)));
			const [, name = ''] = /^\/indexes\/([^/]+)\/values$/.exec(pathname) ?? [];
			const index = all.find((one) => one.name === decodeURIComponent(name));
			if (!index) return respond(404, 'text/plain', 'no such index');
			const until = searchParams.get('until') ?? '9999-12-31';
			const lines = index.values.flatMap(([date, percent]) =>
				date <= until ? [`${date},${percent.toFixed(2)}`] : []
			);
			return inMood(mood, respond, 'text/csv', `date,percent\r\n${lines.join('\r\n')}\r\n`);
		}
	});
}
