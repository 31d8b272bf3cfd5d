/** Backups in a folder of the test's own, places to restore them to, and what is in them. */
import { createHash } from 'node:crypto';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, inject } from 'vitest';
import { queryOnce } from '../../scripts/postgres.mjs';
import { temporaryFolder } from './residuum';

export function backups() {
	const folder = temporaryFolder();
	afterAll(() => rmSync(folder, { recursive: true, force: true }));
	let made = 0;
	return {
		folder,
		newFile: () => join(folder, `${(made += 1)}.backup`),
		/** A place for data that has none yet. */
		async emptyPlace(): Promise<Record<string, string>> {
			const url = inject('postgres') as string | undefined;
			if (url === undefined) return { RESIDUUM_DATA: join(folder, `data-${(made += 1)}`) };
			const name = `empty_${crypto.randomUUID().replaceAll('-', '')}`;
			await queryOnce(url.replace('NAME', 'postgres'), `create database ${name}`);
			return { DATABASE_URL: url.replace('NAME', name) };
		}
	};
}

export const linesOf = (path: string): string[] =>
	gunzipSync(readFileSync(path)).toString().trimEnd().split('\n');

/** What is in a backup but for its trail, which goes on when it is restored. */
export const contentOf = (path: string): string[] =>
	linesOf(path)
		.slice(1, -1)
		.filter((line) => !line.startsWith('trail_'))
		.sort();

/** A backup of these lines, at a path. */
export function write(path: string, lines: readonly string[]): string {
	writeFileSync(path, gzipSync(`${lines.join('\n')}\n`));
	return path;
}

/** The same lines with an end that fits them. */
export function hashed(lines: readonly string[]): string[] {
	const content = lines.slice(0, -1);
	const counts: Record<string, number> = {};
	for (const line of content.slice(1)) {
		const table = line.slice(0, line.indexOf(' '));
		counts[table] = (counts[table] ?? 0) + 1;
	}
	const hash = createHash('sha256').update(content.map((line) => `${line}\n`).join(''));
	return [...content, JSON.stringify({ end: true, counts, sha256: hash.digest('hex') })];
}
