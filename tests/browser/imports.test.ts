/** What exists elsewhere is taken in: rows, workbooks, statements, cases. */
import ExcelJS from 'exceljs';
import { describe, expect, it } from 'vitest';
import { statementOf } from '../../src/lib/core/debt/statement';
import { cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { caseDocument } from '../../src/lib/document/schema/case';
import { handMadeWorkbook, ofx2 } from '../support/files';
import { desk, screen, sitDown } from '../support/page';
import { card } from '../support/debts';
import { caseNow, makeCase, startResiduum } from '../support/residuum';

sitDown(startResiduum);

const proposed = '[aria-label="Not imported yet"]';
const names = () =>
	screen.page.$$eval('[aria-label^="Name, line"]', (fields) =>
		fields.map((field) => (field as HTMLInputElement).value).filter(Boolean)
	);

const stateOf = (id: string) => caseNow(desk.residuum, id);

describe('rows that are pasted', () => {
	it('twelve at once, by keyboard: shown, fixed, taken as one change, undone as one', async () => {
		const { id } = await makeCase(desk.residuum, 'Pasted');
		await screen.goto(`/cases/${id}`);
		await screen.focus('Name, line 1');
		const rows = Array.from({ length: 12 }, (_, at) =>
			[`Card ${at + 1}`, at === 4 ? 'a lot' : `${at + 1}.234,50`, '22,49 %', '35', '15'].join('\t')
		);
		await screen.paste(['Creditor\tOwed\tAPR\tMin. payment\tDue', ...rows].join('\r\n'));
		await screen.see(proposed, '12 debts found in the pasted text, not imported yet.');
		await screen.see(proposed, 'Numbers are read as 1.234,56');
		await screen.see(proposed, '1 field could not be read');
		expect(await screen.value('Balance, proposed line 1')).toBe('1,234.50');
		expect(await screen.value('Balance, proposed line 5')).toBe('a lot');
		expect(await names()).toEqual([]);
		await screen.press('Escape');
		await expect.poll(() => screen.page.$(proposed)).toBeNull();
		expect(await names()).toEqual([]);

		await screen.page.focus('[aria-label="Name, line 1"]');
		await screen.paste(rows.join('\n'));
		await screen.see(proposed, '12 debts found');
		await screen.page.focus('[aria-label="Balance, proposed line 5"]');
		await screen.enter('5000');
		await expect.poll(names).toHaveLength(12);
		expect(await screen.value('Balance, line 5')).toBe('5,000.00');
		expect(await screen.value('Balance, line 12')).toBe('12,234.50');
		await screen.saved();
		expect((await stateOf(id)).revision).toBe(2);
		await screen.press('Control+z');
		await expect.poll(names).toHaveLength(0);
	});

	it('pasted over others that were fixed are as they were pasted', async () => {
		const { id } = await makeCase(desk.residuum, 'Pasted twice');
		await screen.goto(`/cases/${id}`);
		await screen.focus('Name, line 1');
		await screen.paste('Name\tOwed\nOne\t100.50\nTwo\t200.50');
		await screen.see(proposed, '2 debts found');
		await screen.fill('Balance, proposed line 2', '999');
		await screen.page.focus('[aria-label="Name, line 1"]');
		await screen.paste('Name\tOwed\nThree\t300.50\nFour\t400.50');
		await expect.poll(() => screen.value('Name, proposed line 2')).toBe('Four');
		expect(await screen.value('Balance, proposed line 2')).toBe('400.50');
	});

	it('of two tables come one after the other, a line left out, the headings picked', async () => {
		const { id } = await makeCase(desk.residuum, 'Two tables');
		await screen.goto(`/cases/${id}`);
		await screen.focus('Name, line 1');
		const cards = ['Name\tBalance\tRate', 'One\t100.50\t5 %', 'Old\t1.00\t5 %', 'Two\t200.50\t6 %'];
		const loans = ['Loans\t\t', 'Name\tOwed\tBalance', 'Three\t300.50\t333.00'];
		await screen.paste(['Household\t\t', ...cards, ...loans].join('\n'));
		await screen.see(proposed, '3 debts found in the pasted text');
		await screen.see(proposed, 'There is another table on this sheet');
		await screen.page.focus('[aria-label="Name, proposed line 2"]');
		await screen.press('Control+Delete');
		await expect.poll(() => screen.value('Name, proposed line 2')).toBe('Two');
		expect(await screen.focused()).toBe('Name, proposed line 2');
		await screen.see(proposed, '1 line is left out. Include it');
		await screen.press('Enter');
		// The other table is offered by itself; which of its columns is the balance is asked.
		await screen.see(proposed, 'Which column is the balance: “Owed” or “Balance”?');
		await expect.poll(names).toEqual(['One', 'Two']);
		await screen.page.focus(proposed);
		await screen.press('Enter');
		await expect.poll(names).toEqual(['One', 'Two']);
		await screen.page.locator(`${proposed} button ::-p-text(Owed)`).click();
		await expect.poll(() => screen.value('Balance, proposed line 1')).toBe('300.50');
		await screen.page.select('[aria-label="Heading row"]', '');
		await expect.poll(() => screen.value('Name, proposed line 1')).toBe('Household');
		await screen.page.select('[aria-label="Heading row"]', '6');
		await screen.page.locator(`${proposed} button ::-p-text(Owed)`).click();
		await screen.page.focus(proposed);
		await screen.press('Enter');
		await expect.poll(() => screen.page.$(proposed)).toBeNull();
		await expect.poll(names).toEqual(['One', 'Two', 'Three']);
	});

	it('ask where numbers can be read in two ways, and take none before they are answered', async () => {
		const { id } = await makeCase(desk.residuum, 'Either way');
		await screen.goto(`/cases/${id}`);
		await screen.focus('Name, line 1');
		await screen.paste('Name\tOwed\nOne\t4.180\nTwo\t9.250');
		await screen.see(proposed, 'Is “4.180” $4.18 or $4,180.00?');
		await screen.press('Enter');
		expect(await names()).toEqual([]);
		await screen.page.locator(`${proposed} button ::-p-text($4,180.00)`).click();
		await expect.poll(() => screen.value('Balance, proposed line 2')).toBe('9,250.00');
		await screen.page.focus(proposed);
		await screen.press('Enter');
		await expect.poll(names).toEqual(['One', 'Two']);
		await screen.focus('Name, line 1');
	});
});

describe('files', () => {
	it('a workbook made by hand: dropped, one heading corrected, taken, undone; the next one knows it', async () => {
		const { id } = await makeCase(desk.residuum, 'Dropped');
		await screen.goto(`/cases/${id}`);
		await screen.focus('Name, line 1');
		const workbook = await handMadeWorkbook();
		await screen.drop('debts.xlsx', workbook);
		await screen.see(proposed, '3 debts found in “debts.xlsx”, not imported yet.');
		await screen.see(proposed, 'A line with a total is left out.');
		await screen.page.select('[aria-label="Column 4"]', 'paysAmount');
		await screen.see(proposed, 'Pays');
		await screen.page.focus(proposed);
		await screen.press('Enter');
		await expect.poll(names).toEqual(['Quillmark card', 'Gansey & Oar', 'Van loan']);
		await screen.saved();
		const [debt] = (await stateOf(id)).document.debts;
		expect(debt).toMatchObject({
			balance: 418_236,
			annualRate: 224_900,
			firstDue: '2027-01-15',
			pays: { kind: 'fixed', amount: 12_100 }
		});
		await screen.press('Control+z');
		await expect.poll(names).toEqual([]);
		await screen.drop('debts.xlsx', workbook);
		await screen.see(proposed, '3 debts found');
		expect(await screen.value('Column 4')).toBe('paysAmount');
	});

	it('a workbook of two sheets: what was fixed in one is still there after a look at the other', async () => {
		const { id } = await makeCase(desk.residuum, 'Two sheets');
		await screen.goto(`/cases/${id}`);
		const book = new ExcelJS.Workbook();
		book.addWorksheet('Cards').addRows([
			['Name', 'Owed', 'Other'],
			['One', 100.5, 20],
			['Two', 200.5, 30]
		]);
		book.addWorksheet('Loans').addRows([
			['Name', 'Owed'],
			['Three', 300.5]
		]);
		await screen.drop('two.xlsx', new Uint8Array(await book.xlsx.writeBuffer()));
		await screen.see(proposed, '2 debts found');
		await screen.page.select('[aria-label="Column 3"]', 'paysAmount');
		await screen.fill('Balance, proposed line 2', '999');
		await screen.page.select('[aria-label="Sheet of the workbook"]', '1');
		await expect.poll(() => screen.value('Name, proposed line 1')).toBe('Three');
		await screen.page.select('[aria-label="Sheet of the workbook"]', '0');
		await expect.poll(() => screen.value('Balance, proposed line 2')).toBe('999.00');
		expect(await screen.value('Column 3')).toBe('paysAmount');
	});

	it('that are not what they say are refused in a sentence, and nothing is taken', async () => {
		const { id } = await makeCase(desk.residuum, 'Refused', [card()]);
		await screen.goto(`/cases/${id}`);
		await screen.drop('debts.xlsx', new TextEncoder().encode('Name,Owed\nx,1'));
		await screen.see('.refusal', '“debts.xlsx” is not what its extension says');
		await screen.drop(
			'entity.ofx',
			new TextEncoder().encode(ofx2().replace('<OFX>', '<!DOCTYPE x><OFX>'))
		);
		await screen.see('.refusal', 'refers to content outside it');
		expect((await stateOf(id)).revision).toBe(2);
	});

	it('a statement goes to the debt of its account, twice the same', async () => {
		const own = card({ name: 'My card', balance: 1 });
		const noted = { ...own.noted, account: '9023' };
		const { id } = await makeCase(desk.residuum, 'Statement', [{ ...own, noted }]);
		await screen.goto(`/cases/${id}`);
		const file = new TextEncoder().encode(ofx2());
		for (const time of [1, 2]) {
			await screen.drop('december.ofx', file);
			await screen.see(
				proposed,
				'$4,182.36 owed on 12 Dec 2026, 4 transactions. It is added to My card.'
			);
			await screen.press('Enter');
			await expect.poll(() => screen.page.$(proposed)).toBeNull();
			await screen.saved();
			const [debt, ...others] = (await stateOf(id)).document.debts;
			expect(others, `time ${time}`).toEqual([]);
			expect(debt?.transactions).toHaveLength(4);
			expect(debt?.balance).toBe(418_236);
		}
	});

	it('cases go out of the casebook and come back in beside those that are there', async () => {
		const { id } = await makeCase(desk.residuum, 'Out and in', [card()]);
		const file = await fetch(`${desk.residuum.address}/api/cases/file?id=${id}`);
		expect(file.headers.get('content-disposition')).toContain('residuum-cases.json');
		const written = await file.text();
		await screen.goto('/');
		await screen.search('Out and in');
		await screen.drop('cases.json', new TextEncoder().encode(written));
		await screen.see(proposed, '1 case in “cases.json”: Out and in. It is added to the casebook.');
		await screen.press('Enter');
		await screen.see('.notice', '“Out and in” is in the casebook.');
		const same = () =>
			screen.page.$$eval('[data-case]', (lines) =>
				lines
					.filter((line) => line.textContent.includes('Out and in'))
					.map((line) => line.getAttribute('data-case'))
			);
		await expect.poll(same).toHaveLength(2);
		const taken = (await same()).find((one) => one !== id);
		const { cases } = JSON.parse(written) as { cases: unknown[] };
		expect((await stateOf(taken ?? '')).document).toEqual(caseDocument.parse(cases[0]));
		await screen.page.locator('.notice ::-p-text(Undo)').click();
		await expect.poll(same).toEqual([id]);
		const schema = await fetch(`${desk.residuum.address}/residuum-cases.schema.json`);
		expect(await schema.json()).toMatchObject({
			$schema: expect.stringContaining('2020-12') as string
		});
	});
});

describe('what a statement prints', () => {
	it('is checked as it is typed, until one rule is left, which is used', async () => {
		// A balance on which the next minimum is the printed one: interest grows, the sum rounded up does not.
		const given = {
			balance: cents(312_000),
			annual: percent(214_900),
			interestCharged: cents(5_587),
			roundTo: 100
		};
		const theirs = {
			percent: percent(10_000),
			of: 'statement',
			plusInterest: true,
			plusFees: false
		} as const;
		const { figures } = statementOf(given, {
			...theirs,
			roundUpTo: cents(100),
			floor: cents(2_500)
		});
		expect(figures).toMatchObject({ minimumDue: 8_800, estimate: { unit: 'years', count: 15 } });
		const debt = card({
			balance: given.balance,
			annualRate: given.annual,
			required: {
				kind: 'percent',
				percent: 20_000,
				of: 'statement',
				plusFees: false,
				roundUpTo: 0,
				floor: 2_500
			}
		});
		const { id } = await makeCase(desk.residuum, 'Printed', [debt]);
		await screen.goto(`/cases/${id}/debts/${debt.id}`);
		await screen.click('[data-zone=statement]');
		await screen.see('.statement .answer', 'Enter any of the figures printed on the statement');
		await screen.fill('Interest charged, as printed', '55.87');
		await screen.fill('Minimum due, as printed', '88');
		await screen.see('.statement .answer', '1 of 1 figure differs: minimum due.');
		await screen.see('.rules', /\d+ of 741 usual rules give that figure/);
		await screen.see('.rules', 'To tell them apart, check');
		await screen.fill('Time at the minimum, as printed', '15');
		await screen.fill('Total paid at the minimum, as printed', String((figures.total ?? 0) / 100));
		await screen.see(
			'.rules',
			'Only one of 741 usual rules gives all 3 figures: interest + 1 %, at least $25.00, rounded up to $1.00.'
		);
		await screen.page.locator('.rules ::-p-text(Use this)').click();
		await screen.see(
			'.statement .answer',
			'This statement can be trusted as it stands: all 3 figures agree.'
		);
		await screen.page.locator('.rules ::-p-text(Use this payment in)').click();
		await screen.see('.rules', 'has an agreed payment for this debt');
		await screen.fill(
			'36-month payoff payment, as printed',
			String((figures.payment36 ?? 0) / 100 + 9)
		);
		await screen.see(
			'.statement',
			'Within the rule’s tolerance: $127.00 printed, $118.00 computed'
		);
		await screen.fill(
			'Total paid in 36 months, as printed',
			String((figures.total36 ?? 0) / 100 + 212)
		);
		await screen.see('.statement', 'Differs by $212.00');
		await screen.page.locator('.statement td button').click();
		await screen.see(
			'[role=dialog]',
			'1 % of $3,120.00 + interest $55.87, rounded up to a multiple of $1.00; at least $25.00: $88.00'
		);
		await screen.press('Escape');
		await screen.click('[data-zone=payments]');
		await screen.page.select('[aria-label="Payment method"]', 'required');
		await screen.answer('Paying the minimum, at first $88.00');
		await screen.saved();
		const { debts, plans } = (await stateOf(id)).document;
		expect(plans[0]?.changes).toMatchObject([
			{ kind: 'concession', debts: [{ debt: debt.id, payment: figures.payment36 }] }
		]);
		const [saved] = debts;
		expect(saved).toMatchObject({
			required: { kind: 'interest-plus', percent: 10_000, floor: 2_500, roundUpTo: 100 },
			statement: { interestCharged: 5_587, minimumDue: 8_800, total: figures.total }
		});
	});
});
