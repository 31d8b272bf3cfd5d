/** The cases that a change moves, as a table. */
import Papa from 'papaparse';
import { expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import type { WhatIfLine } from '../../src/lib/document/what-if-answer';
import { whatIfCsv } from '../../src/lib/exchange/what-if-csv';

it('has plain numbers and days, says what never ends, and lets no label be a formula', () => {
	const line: WhatIfLine = {
		caseId: crypto.randomUUID(),
		label: '=SUM(A1:A9), "bakery"',
		owner: null,
		currency: { code: 'USD', digits: 2 },
		before: { ends: '2029-07-15' as CalendarDate, shortFrom: null, cost: cents(434_709) },
		after: { ends: null, shortFrom: '2027-03-01' as CalendarDate, cost: null }
	};
	const yen = { ...line, label: 'Quarry', owner: 'Ivo', currency: { code: 'JPY', digits: 0 } };
	const [heads = [], first = [], second = []] = Papa.parse<string[]>(
		whatIfCsv([line, yen]).trim()
	).data;
	expect(heads.slice(0, 3)).toEqual(['client', 'counselor', 'currency']);
	expect(first[0]).not.toMatch(/^=/);
	expect(first[0]).toContain('SUM(A1:A9), "bakery"');
	expect(first.slice(1)).toEqual([
		'',
		'USD',
		'2029-07-15',
		'never',
		'',
		'2027-03-01',
		'4347.09',
		''
	]);
	expect(second.slice(0, 3)).toEqual(['Quarry', 'Ivo', 'JPY']);
	expect(second[7]).toBe('434709');
});
