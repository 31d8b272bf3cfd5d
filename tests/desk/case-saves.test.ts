/** What goes over the wire when a case is saved: what changes, in as many bytes as a browser lets a page that is being left send. */
import { afterEach, describe, expect, it, vi } from 'vitest';
import { leaveBehind, takeLeftBehind } from '../../src/lib/desk/left-behind';
import { serverOf } from '../../src/lib/desk/case-saves';
import type { LeftBehind } from '../../src/lib/desk/save-queue';
import type { CaseDocument } from '../../src/lib/document/case';
import { withChanges } from '../../src/lib/document/patches';
import { demoCases } from '../support/demo-cases';

const [found] = demoCases;
if (!found) throw new Error('a case');
const ferry: CaseDocument = found;
const renamed: CaseDocument = { ...ferry, label: 'Called otherwise' };
/** Fewer characters than bytes: each letter is two of those. */
const cyrillic: CaseDocument = {
	...ferry,
	debts: Array.from({ length: 50 }, () => ({
		...(ferry.debts[0] as CaseDocument['debts'][number]),
		noted: {
			...(ferry.debts[0] as CaseDocument['debts'][number]).noted,
			note: 'долг '.repeat(80).trim()
		}
	}))
};

afterEach(() => {
	vi.unstubAllGlobals();
});

/** What a save sends, and what comes of it when the server answers so. */
async function sentBy(held: CaseDocument | null, document: CaseDocument, answer: object) {
	let sent: RequestInit = {};
	vi.stubGlobal('fetch', (_: string, request: RequestInit) => {
		sent = request;
		return Promise.resolve(Response.json(answer));
	});
	const key = crypto.randomUUID();
	const came = await serverOf('id').save({ basedOn: 4, document, what: 'x', key, held });
	const text = new TextDecoder().decode(sent.body as Uint8Array);
	return { text, keepalive: sent.keepalive, came };
}

describe('a save', () => {
	const told = { id: 'id', revision: 5, undo: 'x', redo: null };

	it('carries what changes, and takes the document from there that the server has', async () => {
		const { text, keepalive, came } = await sentBy(ferry, renamed, { ...told, changes: [] });
		expect(text.length).toBeLessThan(300);
		expect(keepalive).toBe(true);
		const { changes } = JSON.parse(text) as { changes: [] };
		expect(withChanges(ferry, changes)).toEqual(renamed);
		expect(came).toEqual({ kind: 'done', state: { ...told, document: renamed } });
		const trimmed = [{ op: 'replace', path: '/label', value: 'Called' }];
		const other = await sentBy(ferry, renamed, { ...told, changes: trimmed });
		expect(other.came).toMatchObject({ state: { document: { label: 'Called' } } });
		// Sent again, it is answered with the whole case, which may have gone on since.
		const again = await sentBy(ferry, renamed, { ...told, document: ferry });
		expect(again.came).toMatchObject({ state: { document: ferry } });
	});

	it('outlives its page only where its bytes may, however few its characters', async () => {
		const { text, keepalive } = await sentBy(null, cyrillic, { ...told, changes: [] });
		expect(new TextEncoder().encode(text).byteLength).toBeGreaterThan(65_536);
		expect(keepalive).toBe(false);
		const small = await sentBy(cyrillic, { ...cyrillic, label: 'ж' }, { ...told, changes: [] });
		expect(small.keepalive).toBe(true);
	});
});

describe('what is left behind', () => {
	const left: LeftBehind<CaseDocument> = {
		base: { revision: 4, document: ferry, undo: null, redo: null },
		changes: [
			{ key: 'a', what: 'label', at: 'label', document: renamed },
			{ key: 'b', what: 'debts', at: 'debts', document: { ...renamed, debts: [] } }
		]
	};

	it('is there again, change by change, and only once', () => {
		const kept = new Map<string, string>();
		vi.stubGlobal('sessionStorage', {
			getItem: (key: string) => kept.get(key) ?? null,
			setItem: (key: string, value: string) => kept.set(key, value),
			removeItem: (key: string) => kept.delete(key)
		});
		expect(leaveBehind('id', null, left)).toBe(true);
		const [text = ''] = kept.values();
		expect(text.length).toBeLessThan(1.2 * JSON.stringify(ferry).length);
		expect(takeLeftBehind('id', null)).toEqual(left);
		expect(takeLeftBehind('id', null)).toBeNull();
	});

	it('says so where the tab has no room', () => {
		const full = () => {
			throw new DOMException('full', 'QuotaExceededError');
		};
		vi.stubGlobal('sessionStorage', { setItem: full, removeItem: () => undefined });
		expect(leaveBehind('id', null, left)).toBe(false);
		expect(leaveBehind('id', null, null)).toBe(true);
	});
});
