/** Names of files that go out. */
import { expect, it } from 'vitest';
import { fileName } from '../../src/lib/exchange/file-name';

it.each([
	['Wren Solberg', ['full copy 2026-12-15'], 'wren-solberg-full-copy-2026-12-15'],
	['../../etc/passwd', [''], 'etc-passwd'],
	['Ñandú & Söhne', ['Plan “A”'], 'nandu-sohne-plan-a'],
	['Кузнецова 海鷗 🪶', ['plan'], 'кузнецова-海鷗-plan'],
	['🪶', ['…'], 'residuum'],
	['', ['plans'], 'plans'],
	['W'.repeat(80), ['full copy 2026-12-15'], `${'w'.repeat(59)}-full-copy-2026-12-15`],
	['W'.repeat(80), ['P'.repeat(80)], `${'w'.repeat(19)}-${'p'.repeat(60)}`]
])('“%s” and what it is: a name that every disk takes, with both in it', (whose, what, name) => {
	expect(fileName(whose, ...what)).toBe(name);
});
