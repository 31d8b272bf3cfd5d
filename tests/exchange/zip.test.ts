/** ZIP archives: what goes in comes out, and comes as it goes in. */
import fc from 'fast-check';
import { unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { zipped, type ZippedFile } from '../../src/lib/exchange/zip';
import { runs } from '../support/random';

const MADE = new Date('2026-12-15T09:40:00Z');

async function* each<T>(all: readonly T[]): AsyncGenerator<T> {
	for (const one of all) yield await Promise.resolve(one);
}

async function bytesOf(files: readonly ZippedFile[]): Promise<Uint8Array> {
	const pieces: Uint8Array[] = [];
	for await (const piece of zipped(each(files), MADE)) pieces.push(piece);
	return new Uint8Array(Buffer.concat(pieces));
}

describe('an archive', () => {
	it('has each file as it went in, whatever it is called and however it came', async () => {
		const part = fc.oneof(fc.string({ unit: 'binary' }), fc.uint8Array({ maxLength: 300 }));
		const name = fc.string({ unit: 'grapheme', minLength: 1, maxLength: 40 });
		const files = fc.uniqueArray(fc.record({ name, parts: fc.array(part, { maxLength: 5 }) }), {
			selector: (file) => file.name,
			maxLength: 6
		});
		await fc.assert(
			fc.asyncProperty(files, async (some) => {
				const found = unzipSync(await bytesOf(some));
				expect(Object.keys(found).sort()).toEqual(some.map((file) => file.name).sort());
				for (const { name: called, parts } of some)
					expect(Buffer.from(found[called] ?? [])).toEqual(
						Buffer.concat(parts.map((one) => Buffer.from(one as string)))
					);
			}),
			{ numRuns: runs(60) }
		);
	});

	it('is handed on while it is made: of a large file the first bytes come before the last ones are asked for', async () => {
		let asked = 0;
		function* parts(): Generator<Uint8Array> {
			for (; asked < 40; asked += 1)
				yield Buffer.from(crypto.getRandomValues(new Uint8Array(65_536)));
		}
		let length = 0;
		let early = 0;
		for await (const piece of zipped(each([{ name: 'large.bin', parts: parts() }]), MADE)) {
			length += piece.length;
			if (asked < 10) early = length;
		}
		expect(early).toBeGreaterThan(65_536);
		expect(length).toBeGreaterThan(40 * 65_536);
	});

	it('says when it was made, and is one without a file, too', async () => {
		const first = await bytesOf([{ name: 'a.txt', parts: ['a'] }]);
		const stamp = new DataView(first.buffer).getUint32(10, true);
		expect(1980 + (stamp >>> 25)).toBe(2026);
		expect(unzipSync(await bytesOf([]))).toEqual({});
	});
});
