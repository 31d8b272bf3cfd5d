/** The agency's own reference data, as it holds on a day. */
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import {
	AGENCY,
	agencyIn,
	agencyOn,
	houseOn,
	NO_HOUSE,
	NO_TEXT
} from '../../src/lib/document/agency';
import type { ReferenceRow } from '../../src/lib/document/reference';
import { agencyFees } from '../../src/lib/document/schema/reference';

const row = (term: string, holdsFrom: string, version: number, content: unknown): ReferenceRow => ({
	kind: 'agency',
	subject: AGENCY,
	term,
	holdsFrom: holdsFrom as CalendarDate,
	knownFrom: '',
	content,
	version,
	writtenAt: '2026-01-01T00:00:00.000Z',
	by: null
});
const FEES = { setUpFee: 3_000, monthlyFee: { kind: 'amount', amount: 2_500 } };

describe('a schedule of fees', () => {
	it('is in dollars where it was recorded before schedules named a currency', () => {
		const agency = agencyIn([
			row('fees', '2026-01-05', 1, FEES),
			row('fees', '2026-06-01', 2, { ...FEES, currency: 'EUR' })
		]);
		expect(agencyOn(agency, '2026-03-01' as CalendarDate).fees?.content.currency).toBe('USD');
		expect(agencyOn(agency, '2026-06-01' as CalendarDate).fees?.content.currency).toBe('EUR');
		expect(agencyOn(agency, '2026-01-04' as CalendarDate).fees).toBeNull();
	});

	it('names a currency that there is, or none', () => {
		expect(agencyFees.parse(FEES).currency).toBe('USD');
		expect(agencyFees.parse({ ...FEES, currency: 'JPY' }).currency).toBe('JPY');
		expect(agencyFees.safeParse({ ...FEES, currency: 'ZZZ' }).success).toBe(false);
	});
});

describe('what stands on paper', () => {
	it('is what holds on its day, and nothing before or once it is withdrawn', () => {
		const head = { name: 'Port Ferris Debt Advice', address: [], logo: null };
		const agency = agencyIn([
			row('letterhead', '2026-01-05', 1, head),
			row('letterhead', '2026-02-01', 2, { ...head, name: 'Tidewater Advice' }),
			row('letterhead', '2026-02-01', 3, null)
		]);
		expect(houseOn(agency, '2026-01-04' as CalendarDate)).toEqual(NO_HOUSE);
		expect(houseOn(agency, '2026-01-31' as CalendarDate).letterhead?.name).toBe(
			'Port Ferris Debt Advice'
		);
		expect(houseOn(agency, '2026-02-01' as CalendarDate).letterhead?.name).toBe(
			'Port Ferris Debt Advice'
		);
	});
});

describe('texts of the agency', () => {
	it('are empty in a language that came after them', () => {
		const old = { en: 'Hello', es: '' };
		const texts = { opening: old, closing: old, handout: old, message: old };
		const agency = agencyIn([row('texts', '2026-01-05', 1, texts)]);
		const { content } = agencyOn(agency, '2026-02-01' as CalendarDate).texts ?? {};
		expect(content?.handout).toEqual({ ...NO_TEXT, en: 'Hello' });
	});
});
