/** The schedule of a debt that formulas can't say, as a workbook (XLSX): figures, with sums over them. */
import ExcelJS from 'exceljs';
import type { Run } from '../core/debt/run';
import type { Currency } from '../reading/currencies';
import { amountHeading } from '../reading/written';
import { scheduleRows } from './schedule-rows';
import { amountFormat, column, put, setUpPages } from './sheet-layout';
import { t } from './workbook-labels';

/** The columns that are added up: what is charged, paid, and brings the balance down. */
const ADDED = ['Purchases and fees', 'Interest', 'Payment', 'Extra', 'Principal'];
const HEAD_ROW = 4;

export async function scheduleWorkbook(
	title: string,
	run: Run,
	currency: Currency
): Promise<Uint8Array> {
	const workbook = new ExcelJS.Workbook();
	workbook.creator = 'Residuum';
	workbook.created = new Date(`${run.startDate}T00:00:00Z`);
	workbook.modified = workbook.created;
	const sheet = workbook.addWorksheet('Schedule');
	put(sheet, 'A1', title, 'strong');
	put(sheet, 'A2', t('This debt has no formulas'), 'formula');
	const [head = [], ...rows] = scheduleRows(run, run.firstRow - 1, run.periods, currency);
	const money = amountFormat(currency.digits);
	head.forEach((text, at) => {
		put(sheet, `${column(at)}${HEAD_ROW}`, text, 'head');
		sheet.getColumn(at + 1).width = at === 0 ? 6 : 13;
	});
	rows.forEach((cells, row) =>
		cells.forEach((text, at) => {
			const address = `${column(at)}${HEAD_ROW + 1 + row}`;
			if (text === '') return;
			if (at === 1) put(sheet, address, new Date(`${text}T00:00:00Z`), 'figure', 'yyyy-mm-dd');
			else put(sheet, address, Number(text), 'figure', at === 0 ? '0' : money);
		})
	);
	const last = HEAD_ROW + rows.length;
	const added = ADDED.map((heading) => amountHeading(heading, currency));
	put(sheet, `B${last + 1}`, t('Total'), 'strong');
	head.forEach((text, at) => {
		if (!added.includes(text)) return;
		const range = `${column(at)}${HEAD_ROW + 1}:${column(at)}${last}`;
		const formula = `ROUND(SUM(${range}),${currency.digits})`;
		put(sheet, `${column(at)}${last + 1}`, { formula }, 'strong', money);
	});
	sheet.views = [{ state: 'frozen', xSplit: 2, ySplit: HEAD_ROW }];
	setUpPages(sheet, `1:${HEAD_ROW}`);
	return new Uint8Array(await workbook.xlsx.writeBuffer());
}
