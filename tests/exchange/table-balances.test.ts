/** Rows of a table that are balances of the card above them. */
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { debtOf } from '../../src/lib/exchange/debt-columns';
import { takenTable } from '../../src/lib/exchange/debts-table';
import { usd } from '../support/said';

const taken = (...rows: string[][]) =>
	takenTable([['Debt', 'Balance', 'APR', 'Min. payment', 'Due'], ...rows], {
		name: 'a list',
		writing: usd,
		asOf: '2026-12-15' as CalendarDate
	}).lines;
const debts = (...rows: string[][]) =>
	taken(...rows).map(({ flat }, at) => {
		const { name, balance, annualRate, balances } = debtOf(flat, String(at), []);
		return [
			name,
			balance,
			annualRate,
			balances.map((one) => [one.name, one.balance, one.annualRate])
		];
	});

describe('rows of balances below a card', () => {
	it('are its balances, where its own amount is their total or is left out', () => {
		const purchases = ['- Purchases', '612.40', '22.99', '', ''];
		const moved = ['- Balance transfer', '3,400.00', '0', '', ''];
		const expected = [
			'Skerry card',
			401_240,
			229_900,
			[
				['Purchases', 61_240, 229_900],
				['Balance transfer', 340_000, 0]
			]
		];
		const van = ['Van repair', '1,644.00', '0', '137', '5 Jan 2027'];
		for (const total of ['4,012.40', '']) {
			const rows = debts(['Skerry card', total, '', '3 %', '20 Jan 2027'], purchases, moved, van);
			expect(rows).toEqual([expected, ['Van repair', 164_400, 0, []]]);
		}
	});

	it('stand beside its purchases, where it has an amount and a rate of its own', () => {
		const rows = debts(
			['Lindgate card', '2,302.36', '24.99', '3 %', '10 Jan 2027'],
			['Cash advances', '380.00', '29.49', '', '']
		);
		expect(rows).toEqual([
			[
				'Lindgate card',
				268_236,
				294_900,
				[
					['Purchases', 230_236, 249_900],
					['Cash advances', 38_000, 294_900]
				]
			]
		]);
	});

	it('that add up to another total are said to, on the card', () => {
		const [line] = taken(
			['Lindgate card', '3,000.00', '', '3 %', '10 Jan 2027'],
			['Purchases', '2,000.00', '24.99', '', ''],
			['Cash advances', '380.00', '29.49', '', '']
		);
		const [problem] = line?.unread ?? [];
		expect(problem?.field).toBe('balance');
		expect(problem?.problem).toContain('add up to $2,380.00, not to $3,000.00');
		expect(line?.flat.balances).toHaveLength(2);
	});

	it('beyond what a card can have are debts of their own: none is lost', () => {
		const many = Array.from({ length: 14 }, (_, at) => ['Transfers', `${at + 1}00`, '5', '', '']);
		const rows = debts(['Card', '900', '24.99', '3 %', '10 Jan 2027'], ...many);
		expect(rows).toHaveLength(4);
		expect(rows[0]?.[3]).toHaveLength(12);
		expect(rows.slice(1).map(([, balance]) => balance)).toEqual([120_000, 130_000, 140_000]);
	});

	it('are debts of their own where they say what a debt does, or stand below none', () => {
		const cash = ['Cash advances', '380.00', '29.49', '', ''];
		expect(debts(cash)).toHaveLength(1);
		const card = ['Lindgate card', '2,302.36', '24.99', '3 %', '10 Jan 2027'];
		const loan = ['Cash loan', '900.00', '9.9', '45', '1 Feb 2027'];
		expect(debts(card, loan).map(([name]) => name)).toEqual(['Lindgate card', 'Cash loan']);
		const offer = ['Purchase of the van', '900.00', '9.9', '', ''];
		expect(debts(card, offer)[1]?.[0]).toBe('Purchase of the van');
	});
});
