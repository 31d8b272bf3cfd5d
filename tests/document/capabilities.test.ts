/** What people may do: nobody gives more than they have, and a case is held by who works with it. */
import { describe, expect, it } from 'vitest';
import {
	CAPABILITIES,
	holdsCase,
	may,
	mayAll,
	type Capability
} from '../../src/lib/document/capabilities';

const somebody = (...may: Capability[]) => ({ name: 'Ivo Brandt', may });

describe('a capability', () => {
	it('is that of who has it, and of whoever has a machine without accounts', () => {
		for (const capability of CAPABILITIES) {
			expect(may(null, capability)).toBe(true);
			expect(may(somebody(), capability)).toBe(false);
			for (const had of CAPABILITIES)
				expect(may(somebody(had), capability)).toBe(had === capability);
		}
	});

	it('is given by who has it', () => {
		expect(mayAll(null, CAPABILITIES)).toBe(true);
		expect(mayAll(somebody(...CAPABILITIES), CAPABILITIES)).toBe(true);
		expect(mayAll(somebody('people'), [])).toBe(true);
		expect(mayAll(somebody('people', 'work'), ['work'])).toBe(true);
		expect(mayAll(somebody('people', 'work'), ['work', 'trail'])).toBe(false);
	});
});

describe('a case', () => {
	it('is held by its counselor, by who sees all, and where nobody signs in; by nobody who only reads', () => {
		expect(holdsCase(null, null)).toBe(true);
		expect(holdsCase(somebody('work'), 'Ivo Brandt')).toBe(true);
		expect(holdsCase(somebody('work'), 'Senna Okafor')).toBe(false);
		expect(holdsCase(somebody('work', 'all cases'), 'Senna Okafor')).toBe(true);
		expect(holdsCase(somebody('all cases'), 'Ivo Brandt')).toBe(false);
	});
});
