/** A table of many cases as a workbook: numbers and days to compute with, and nothing that anybody wrote is one. */
import { expect, it } from 'vitest';
import { csvOf } from '../../src/lib/exchange/table';
import { guarded } from '../../src/lib/exchange/guarded';
import { tableWorkbook } from '../../src/lib/exchange/table-workbook';
import { sheetsOf } from '../../src/lib/exchange/workbook';

it('has amounts as numbers, days as days, and what people wrote as it was written', async () => {
	const labels = ['=SUM(A1:A9), "bakery"', '2029-07-15', '12.50', '@quarry'];
	const csv = csvOf([
		['client', 'paid off', 'cost', 'short from'],
		...labels.map((label) => [guarded(label), '2029-07-15', '-4347.09', '']),
		['Last', 'never', '434709', '2027-03-01']
	]);
	const bytes = await tableWorkbook('cases', csv, ['client']);
	const [sheet] = await sheetsOf({ name: 'cases.xlsx', bytes }, { language: 'en' });
	expect(sheet?.name).toBe('cases');
	const [head, ...rows] = sheet?.rows ?? [];
	expect(head).toEqual(['client', 'paid off', 'cost', 'short from']);
	expect(rows.map(([label]) => label)).toEqual([...labels, 'Last']);
	expect(rows[0]?.slice(1, 3)).toEqual([
		{ day: '2029-07-15' },
		{ number: -4347.09, isShare: false }
	]);
	expect(rows.at(-1)?.slice(1)).toEqual([
		'never',
		{ number: 434_709, isShare: false },
		{ day: '2027-03-01' }
	]);
});
