/** The table of security requirements: each met by something that is there, or with a reason. */
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { ROOT } from '../../scripts/prepare.mjs';

const text = readFileSync(join(ROOT, 'docs/security.md'), 'utf8');
const rows = [...text.matchAll(/^\| ([\d.]+)\s*\| (.+?)\s*\| (.+?)\s*\| (.+?)\s*\|$/gm)].map(
	([, requirement = '', asks = '', is = '', by = '']) => ({ requirement, asks, is, by })
);
const counted = (wanted: string): number => rows.filter(({ is }) => is === wanted).length;

describe('the table of security requirements', () => {
	it('has each requirement once, in the order of the standard, of each of its chapters', () => {
		const places = rows.map(({ requirement }) => requirement.split('.').map(Number));
		const inOrder = places.toSorted(
			([a = 0, b = 0, c = 0], [x = 0, y = 0, z = 0]) => a - x || b - y || c - z
		);
		expect(places).toEqual(inOrder);
		expect(new Set(rows.map(({ requirement }) => requirement)).size).toBe(rows.length);
		expect(new Set(places.map(([chapter]) => chapter))).toEqual(new Set([2, 3, 4, 7, 8, 13]));
		const headings = [...text.matchAll(/^## V(\d+) · /gm)].map(([, chapter]) => Number(chapter));
		expect(headings).toEqual([2, 3, 4, 7, 8, 13]);
	});

	it('counts what is met, not applicable and open', () => {
		expect(text).toContain(
			`Of ${rows.length} requirements ${counted('met')} are met, ${counted('not applicable')} not applicable and ${counted('open')} open.`
		);
		expect(counted('met') + counted('not applicable') + counted('open')).toBe(rows.length);
	});

	it.each(rows)('$requirement is $is, by a file that is there or for a reason', ({ is, by }) => {
		const [, path = ''] = /^`([^`]+)`$/.exec(by) ?? [];
		if (is === 'met') expect([path, existsSync(join(ROOT, path))]).toEqual([path, true]);
		else expect(by.split(' ').length).toBeGreaterThanOrEqual(3);
		for (const [, named = ''] of by.matchAll(/`((?:tests|src)\/[^`]+)`/g))
			expect([named, existsSync(join(ROOT, named))]).toEqual([named, true]);
	});
});
