/** Passwords: what is hashPassword of them is compared in turn, a few at a time, whatever they are made of. */
import { expect, it } from 'vitest';
import { isPassword, hashPassword, MAY_WAIT } from '../../src/lib/server/people/passwords';
import { NotNow } from '../../src/lib/server/database/statements';

it('a password is its own, also of a hundred characters beyond the first plane', async () => {
	const typed = '𠀋𠀌𠀍𠀎𠀏'.repeat(30);
	const line = await hashPassword(typed);
	expect(line).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$[\w+/]{22}\$/);
	expect(await hashPassword(typed)).not.toBe(line);
	expect(await isPassword(typed, line)).toBe(true);
	expect(await isPassword(`${typed}x`, line)).toBe(false);
	expect(await isPassword(typed, null)).toBe(false);
});

it('passwords of more at once than may wait are said to be for later, and the others judged', async () => {
	const line = await hashPassword('four slow grey herons');
	const all = await Promise.allSettled(
		Array.from({ length: MAY_WAIT + 40 }, () => isPassword('four slow grey herons', line))
	);
	const judged = all.filter(({ status }) => status === 'fulfilled');
	expect(judged.length).toBeGreaterThan(MAY_WAIT);
	expect(judged.length).toBeLessThan(all.length);
	for (const one of all) {
		if (one.status === 'rejected') expect(one.reason).toBeInstanceOf(NotNow);
		else expect(one.value).toBe(true);
	}
	expect(await isPassword('four slow grey herons', line)).toBe(true);
});
