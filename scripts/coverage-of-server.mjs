/**
 * Which lines of the server's modules the built program has run in its own processes: what Node.js wrote at their end
 * (`NODE_V8_COVERAGE`), brought back to the sources through the maps of the build.
 */
import { mergeProcessCovs } from '@bcoe/v8-coverage';
import remapping from '@jridgewell/remapping';
import { convert } from 'ast-v8-to-istanbul';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { parseAst } from 'vite';
import { BUILD, ROOT } from './prepare.mjs';

/** @typedef {import('node:inspector').Profiler.ScriptCoverage} Script */

/** So many processes' files are held at a time. */
const AT_ONCE = 12;
const OURS = pathToFileURL(join(ROOT, 'src/lib/server')).href;

/**
 * The lines of each module of the server in which a statement begins, and those of them that ran.
 * @param {string} folder what `NODE_V8_COVERAGE` named
 * @returns {Promise<Map<string, { total: number, covered: number }>>} by path from `src/lib/`
 */
export async function serverLines(folder) {
	/** @type {Map<string, Map<number, boolean>>} */
	const modules = new Map();
	for (const script of scriptsIn(folder)) {
		for (const { path, statementMap, s } of await statementsOf(script)) {
			const lines = modules.get(path) ?? new Map();
			modules.set(path, lines);
			for (const [id, { start }] of Object.entries(statementMap))
				lines.set(start.line, (lines.get(start.line) ?? false) || (s[id] ?? 0) > 0);
		}
	}
	return new Map(
		[...modules].map(([path, lines]) => [
			path.slice(join(ROOT, 'src/lib/').length),
			{ total: lines.size, covered: [...lines.values()].filter(Boolean).length }
		])
	);
}

/** @param {string} folder @returns {Script[]} the built scripts, each with what all processes have run of it */
function scriptsIn(folder) {
	const built = pathToFileURL(BUILD).href;
	/** @type {{ result: Script[] }} */
	let merged = { result: [] };
	/** @type {{ result: Script[] }[]} */
	let held = [];
	const fold = () => {
		merged = mergeProcessCovs([merged, ...held]);
		held = [];
	};
	for (const name of readdirSync(folder)) {
		/** @type {{ result: Script[] }} */
		const { result } = JSON.parse(readFileSync(join(folder, name), 'utf8'));
		held.push({ result: result.filter(({ url }) => url.startsWith(built)) });
		if (held.length === AT_ONCE) fold();
	}
	fold();
	return merged.result;
}

/** @param {Script} script */
async function statementsOf(script) {
	const file = fileURLToPath(script.url);
	if (!existsSync(`${file}.map`)) return [];
	const map = remapping(readFileSync(`${file}.map`, 'utf8'), (source) => mapOf(file, source));
	const sourceMap = JSON.parse(map.toString());
	sourceMap.sources = sourceMap.sources.map((/** @type {string} */ source) =>
		resolve(dirname(file), source)
	);
	if (
		!sourceMap.sources.some((/** @type {string} */ one) => pathToFileURL(one).href.startsWith(OURS))
	)
		return [];
	const code = readFileSync(file, 'utf8');
	const found = await convert({
		code,
		sourceMap,
		ast: parseAst(code),
		coverage: { url: script.url, functions: script.functions },
		wrapperLength: 0
	});
	return Object.values(found).filter(({ path }) => pathToFileURL(path).href.startsWith(OURS));
}

/** The map of a file that went into a built one: what was bundled first has one of its own. @param {string} file @param {string} source */
function mapOf(file, source) {
	const path = resolve(dirname(file), source);
	const own = `${path}.map`;
	return path.endsWith('.js') && existsSync(own) ? readFileSync(own, 'utf8') : null;
}
