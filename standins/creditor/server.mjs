/**
 * A stand-in for the creditors of the demo's households, a small server of its own:
 *   GET  /accounts                          the accounts, as JSON
 *   GET  /accounts/{id}/statement?until=DAY  a statement, as OFX 2
 *   POST /told                              { "account": id, "is": "well" | "slow" | "failing" | "lying" | "nonsense" }
 */
import { readFile } from 'node:fs/promises';
import { inMood, serve } from '../served.mjs';
import { statementOf } from './statement.mjs';

/** What a lying creditor leaves off a balance. */
const WRONG = 25_000;

/** @param {{ port?: number, lives?: import('./ledger.mjs').Life[] }} [settings] port 0: any that is free */
export async function startCreditor({ port = 0, lives } = {}) {
	/** @type {import('./ledger.mjs').Life[]} */
	const all = lives ?? JSON.parse(await readFile(new URL('lives.json', import.meta.url), 'utf8'));
	/** @type {Map<string, string>} */
	const moods = new Map();
	return serve(port, {
		told: ({ account, is }) => moods.set(account, is),
		get({ pathname, searchParams }, respond) {
			if (pathname === '/accounts') {
				const accounts = all.map(({ id, creditor }) => ({ id, creditor }));
				return respond(200, 'application/json', JSON.stringify({ accounts }));
			}
			const [, id] = /^\/accounts\/([^/]+)\/statement$/.exec(pathname) ?? [];
			const life = all.find((one) => one.id === decodeURIComponent(id ?? ''));
			if (!life) return respond(404, 'text/plain', 'no such account');
			const until = searchParams.get('until') ?? '';
			if (!/^\d{4}-\d\d-\d\d$/.test(until)) return respond(400, 'text/plain', 'until which day?');
			const mood = moods.get(life.id);
			const off = mood === 'lying' ? WRONG : 0;
			return inMood(mood, respond, 'application/x-ofx', statementOf(life, until, off));
		}
	});
}
