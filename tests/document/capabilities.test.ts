/** What roles may do: every capability is somebody's, and a case is held by who works with it. */
import { describe, expect, it } from 'vitest';
import {
	CAPABILITIES,
	capabilitiesOf,
	holdsCase,
	may,
	rolesWith,
	signedIn
} from '../../src/lib/document/capabilities';
import { ROLES, type Role } from '../../src/lib/document/people';

const somebody = (role: Role) => signedIn({ id: crypto.randomUUID(), name: 'Ivo Brandt', role });

describe('a capability', () => {
	it('is that of some role, and of whoever has a machine without accounts', () => {
		for (const capability of CAPABILITIES) {
			expect(rolesWith(capability)).toContain('supervisor');
			expect(may(null, capability)).toBe(true);
			for (const role of ROLES)
				expect(may(somebody(role), capability)).toBe(rolesWith(capability).includes(role));
		}
		expect(capabilitiesOf('reader')).toEqual([]);
		expect(rolesWith('people')).toEqual(['supervisor']);
	});
});

describe('a case', () => {
	it('is held by its counselor, by who sees all, and where nobody signs in; by no reader', () => {
		expect(holdsCase(null, null)).toBe(true);
		expect(holdsCase(somebody('counselor'), 'Ivo Brandt')).toBe(true);
		expect(holdsCase(somebody('counselor'), 'Senna Okafor')).toBe(false);
		expect(holdsCase(somebody('supervisor'), 'Senna Okafor')).toBe(true);
		expect(holdsCase(somebody('reader'), 'Ivo Brandt')).toBe(false);
	});
});
