/**
 * The sheet of a household's money in a plan's workbook: income and needs by the calendar, and what savings do, month by
 * month, as formulas over their amounts (specification, section 15).
 */
import type ExcelJS from 'exceljs';
import { daysIn, type BudgetSheet } from '../core/plan/budget-sheet';
import { hasBegun } from '../core/plan/money';
import { monthStart } from '../document/plan';
import { exact } from './sheet-formula';
import {
	amountFormat,
	FIRST_MONTH_ROW,
	MONTHS,
	put,
	setUpPages,
	SHARED,
	type Laid
} from './sheet-layout';
import { t } from './workbook-labels';

export const HOUSEHOLD = 'Household';

/** What of a plan's money is there: formulas for it have a sheet of their own. */
export const hasHousehold = ({ terms }: Pick<Laid, 'terms'>): boolean =>
	terms.budget.kind === 'sheet' || terms.savings !== undefined;

/** No item that has a day begins so early. */
const BEFORE_ANY = '1970-01-01';

/** Items above, the terms of the savings, then a row for each month. */
const FIRST_ITEM = 4;
const SAVINGS = { opening: 'H4', monthly: 'H5', target: 'H6' } as const;
const COLUMNS = {
	number: 'A',
	month: 'B',
	income: 'C',
	needs: 'D',
	before: 'E',
	toLiving: 'F',
	toFees: 'G',
	budget: 'H',
	toDebts: 'I',
	putAside: 'J',
	saved: 'K',
	forDebts: 'L'
} as const;

const itemsOf = ({ terms: { budget } }: Laid): BudgetSheet =>
	budget.kind === 'sheet' ? budget : { income: [], needs: [] };

/** The row of a month, from 1, below the items. */
const rowOf = (laid: Laid, month: number): number => {
	const { income, needs } = itemsOf(laid);
	return FIRST_ITEM + Math.max(income.length + needs.length, 3) + 2 + month;
};

/** The cell with the money of a month that is there for the debts. */
export const moneyCell = (laid: Laid, month: number): string =>
	`${HOUSEHOLD}!${COLUMNS.forDebts}${rowOf(laid, month)}`;

export function writeHousehold(
	sheet: ExcelJS.Worksheet,
	laid: Laid,
	/** What debts pass on of their own extras in a month, as terms of a sum. */
	passedOn: (month: number) => readonly string[]
): void {
	const { title, currency, rows } = laid;
	const { digits } = currency;
	const money = amountFormat(digits);
	put(sheet, 'A1', title, 'strong');
	writeItems(sheet, laid);
	writeSavings(sheet, laid);
	const heads: Readonly<Record<keyof typeof COLUMNS, string>> = {
		number: t('No.'),
		month: t('Month'),
		income: t('Income'),
		needs: t('Living expenses'),
		before: t('Money before fees'),
		toLiving: t('Savings for living'),
		toFees: t('Savings for fees'),
		budget: t('Budget'),
		toDebts: t('Savings for debts'),
		putAside: t('Put aside'),
		saved: t('Saved'),
		forDebts: t('For the debts')
	};
	for (const [of, letter] of Object.entries(COLUMNS)) {
		const head = heads[of as keyof typeof COLUMNS];
		put(sheet, `${letter}${rowOf(laid, 1) - 1}`, head, 'head');
		sheet.getColumn(letter).width = of === 'number' ? 5 : 13;
	}
	sheet.getColumn('A').width = 24;
	for (let month = 1; month <= rows; month += 1) {
		const row = rowOf(laid, month);
		put(sheet, `A${row}`, month, 'formula', '0');
		const start = monthStart(laid.plan.firstMonth, month);
		put(sheet, `B${row}`, new Date(`${start}T00:00:00Z`), 'formula', 'mmm yyyy');
		for (const [of, formula] of Object.entries(formulasOf(laid, month, passedOn(month)))) {
			const letter = COLUMNS[of as keyof typeof COLUMNS];
			put(sheet, `${letter}${row}`, { formula: exact(formula, digits) }, 'formula', money);
		}
	}
	setUpPages(sheet, '1:3', 'A:B');
}

function writeItems(sheet: ExcelJS.Worksheet, laid: Laid): void {
	const { currency, names } = laid;
	const { income, needs } = itemsOf(laid);
	const money = amountFormat(currency.digits);
	const heads = [t('Income and living expenses'), t('Amount'), t('Times a year'), t('First day')];
	heads.forEach((head, at) => put(sheet, `${'ABCD'[at]}${FIRST_ITEM - 1}`, head, 'head'));
	put(sheet, `E${FIRST_ITEM - 1}`, t('Last day'), 'head');
	[...income, ...needs].forEach((item, at) => {
		const row = FIRST_ITEM + at;
		const name = at < income.length ? names?.income[at] : names?.needs[at - income.length];
		put(
			sheet,
			`A${row}`,
			name || (at < income.length ? t('Income') : t('Living expenses')),
			'formula'
		);
		put(sheet, `B${row}`, item.amount / 10 ** currency.digits, 'input', money);
		put(sheet, `C${row}`, item.perYear, 'figure', '0');
		// What has no day of its own falls on the first of a month, weekly on Thursdays.
		if (item.from > BEFORE_ANY)
			put(sheet, `D${row}`, new Date(`${item.from}T00:00:00Z`), 'figure', 'd mmm yyyy');
		if (item.until)
			put(sheet, `E${row}`, new Date(`${item.until}T00:00:00Z`), 'figure', 'd mmm yyyy');
	});
}

function writeSavings(sheet: ExcelJS.Worksheet, { terms: { savings }, currency }: Laid): void {
	if (!savings) return;
	const money = amountFormat(currency.digits);
	const units = (cents: number) => cents / 10 ** currency.digits;
	put(sheet, 'G3', t('Savings'), 'head');
	put(sheet, 'G4', t('Saved at the start'), 'formula');
	put(sheet, SAVINGS.opening, units(savings.opening), 'input', money);
	put(sheet, 'G5', t('Put aside a month, at most'), 'formula');
	if (savings.monthly !== null) put(sheet, SAVINGS.monthly, units(savings.monthly), 'input', money);
	put(sheet, 'G6', t('Until there are'), 'formula');
	if (savings.target !== null) put(sheet, SAVINGS.target, units(savings.target), 'input', money);
}

type Formulas = Readonly<Record<Exclude<keyof typeof COLUMNS, 'number' | 'month'>, string>>;

/** How a month's money comes about, as in the program (`monthsMoney`). */
function formulasOf(laid: Laid, month: number, passedOn: readonly string[]): Formulas {
	const { terms, plan } = laid;
	const { budget, savings } = terms;
	const { income, needs } = itemsOf(laid);
	const row = rowOf(laid, month);
	const here = (of: keyof typeof COLUMNS) => `${COLUMNS[of]}${row}`;
	const there = (of: keyof typeof SHARED) =>
		`${MONTHS}!${SHARED[of]}${FIRST_MONTH_ROW + month - 1}`;
	const begun = hasBegun(terms, month);
	const isSheet = budget.kind === 'sheet';
	const first = monthStart(plan.firstMonth, month);
	const sumOf = (items: BudgetSheet['income'], from: number) =>
		items
			.flatMap((item, at) => {
				const count = daysIn(item, first).length;
				return count === 0 ? [] : [`$B$${FIRST_ITEM + from + at}*${count}`];
			})
			.join('+') || '0';
	const own = isSheet
		? `${here('income')}-${here('needs')}`
		: budget.kind === 'constant'
			? there('stated')
			: budget.kind === 'required-plus'
				? `${there('required')}+${there('stated')}`
				: there('required');
	const left = `${begun ? own : there('required')}+${there('onTop')}`;
	const isOwn = begun && (isSheet || budget.kind === 'constant');
	const before = isOwn && isSheet ? `MAX(0,${left})` : left;
	const saves = savings !== undefined && begun;
	const earlier =
		savings === undefined
			? '0'
			: month === 1
				? `$${SAVINGS.opening[0]}$${SAVINGS.opening.slice(1)}`
				: `${COLUMNS.saved}${row - 1}`;
	const fees = isOwn ? there('fees') : '0';
	const over = `${here('budget')}-${there('required')}`;
	const most = [
		`MAX(0,${over})`,
		...((savings?.monthly ?? null) === null ? [] : ['$H$5']),
		...((savings?.target ?? null) === null
			? []
			: [`MAX(0,$H$6-${earlier}+${here('toLiving')}+${here('toFees')})`])
	];
	const rest = `${earlier}-${here('toLiving')}-${here('toFees')}`;
	const budgetSum = [
		here('before'),
		`-${fees}`,
		`+${here('toFees')}`,
		...passedOn.map((one) => `+${one}`)
	];
	return {
		income: sumOf(income, 0),
		needs: sumOf(needs, income.length),
		before,
		toLiving: saves && isOwn && isSheet ? `MIN(${earlier},MAX(0,-(${left})))` : '0',
		toFees: saves ? `MIN(${earlier}-${here('toLiving')},MAX(0,${fees}-${here('before')}))` : '0',
		budget: budgetSum.join(''),
		toDebts: saves && savings.covers ? `MIN(${rest},MAX(0,-(${over})))` : '0',
		putAside: saves ? `MIN(${most.join(',')})` : '0',
		saved: `${rest}-${here('toDebts')}+${here('putAside')}`,
		forDebts: `${here('budget')}+${here('toDebts')}-${here('putAside')}`
	};
}
