/** The first sheet of a plan's workbook: the terms of the debts, sums, and whether they are still the program's. */
import type ExcelJS from 'exceljs';
import { rateStepsOf } from '../core/debt/rate-steps';
import { statedIn } from '../core/plan/money';
import type { PlanTerms } from '../core/plan/terms';
import { monthSums } from '../core/plan/years';
import { WHOLE } from '../core/quantities/rate';
import { COLUMNS, type Column } from './debt-columns';
import { written } from './debts-csv';
import { LATER_RATE, OF_WORKBOOK } from './debts-table';
import { furtherCells, ruleInCell } from './terms-cells';
import { hasSheet, totalsOfBalances } from './sheet-balances';
import {
	RATES_LATER,
	TERM_COLUMNS,
	termValues,
	type CellValue,
	type TermCells,
	type TermColumn
} from './sheet-debt';
import { exact } from './sheet-formula';
import {
	amountFormat,
	column,
	columnOf,
	FIRST_DEBT_ROW,
	FIRST_MONTH_ROW,
	HEAD_ROW,
	MONEY_ROW,
	MONTHS,
	put,
	rangeOf,
	RATE_COLUMN,
	RATE_FORMAT,
	setUpPages,
	SHARED,
	SUM_COLUMN,
	TERMS,
	type Laid,
	type OfDebt
} from './sheet-layout';
import { t } from './workbook-labels';

/** As they are headed in any table of debts. */
const headingOf = (term: TermColumn): string =>
	COLUMNS.find(({ field }) => field === (term === 'rate' ? 'annualRate' : term))?.heading ?? term;
const formatOf = (term: TermColumn, money: string): string => {
	const kind = COLUMNS.find(({ field }) => field === term)?.kind.of;
	return term === 'rate' || kind === 'percent' ? RATE_FORMAT : kind === 'count' ? '0' : money;
};

export function writeTerms(sheet: ExcelJS.Worksheet, laid: Laid): void {
	const { title, asOf, currency, debts, terms, plan, live, cells, rows, lineIsLive } = laid;
	const { digits } = currency;
	const money = amountFormat(digits);
	const units = (cents: number) => cents / 10 ** digits;
	put(sheet, 'A1', title, 'strong');
	put(sheet, 'A2', t('Balances as of {asOf}', { asOf, code: currency.code }), 'formula');
	put(sheet, 'A3', t('Yellow cells can be changed'), 'formula');
	put(sheet, `A${MONEY_ROW}`, MONEY_WORDS[terms.budget.kind], 'formula');
	put(sheet, `E${MONEY_ROW}`, units(statedIn({ ...terms, budgetChanges: [] }, 1)), 'input', money);
	put(
		sheet,
		`A${MONEY_ROW + 1}`,
		t('From month {month}, the rest goes {order}', {
			month: terms.begins ?? 1,
			order: terms.order
		}),
		'formula'
	);
	const notes = [
		...(lineIsLive ? [] : [t('This order has no formulas')]),
		...(live.every(Boolean) ? [] : [t('Debts in grey are fixed figures')]),
		...(plan.shortMonths.length === 0 || terms.shortOrder
			? []
			: [t('Short months are fixed figures')])
	];
	put(sheet, `A${MONEY_ROW + 2}`, notes.join(' '), 'formula');

	const heads = ['', t('Debt'), t('Rule'), OF_WORKBOOK, ...TERM_COLUMNS.map(headingOf)];
	const later = Array.from({ length: RATES_LATER }, () => [
		t('From payment no.'),
		LATER_RATE
	]).flat();
	const sums = [t('Total interest'), t('Total paid'), t('Paid off after months')];
	const further = furtherColumns(laid);
	[...heads, ...later, ...sums, ...further.map(({ heading }) => heading)].forEach((head, at) =>
		put(sheet, `${column(at)}${HEAD_ROW}`, head, 'head')
	);
	debts.forEach((debt, index) => {
		const row = FIRST_DEBT_ROW + index;
		const look = live[index] ? 'input' : 'figure';
		const place = terms.listed.indexOf(debt.id);
		put(sheet, `A${row}`, debt.letter, 'strong');
		put(sheet, `B${row}`, debt.name, 'formula');
		put(sheet, `C${row}`, ruleInCell(debt.terms.payment), 'formula');
		if (terms.order === 'listed') {
			const at = place < 0 ? terms.listed.length + index : place;
			put(sheet, `D${row}`, at + 1, 'input');
		}
		const here = cells[index];
		if (!here) return;
		const local = Object.fromEntries(
			Object.entries(here.of).map(([term, address]) => [term, address.replace(`${TERMS}!`, '')])
		) as TermCells['of'];
		const plain = termValues(debt.terms, digits, local);
		const values = hasSheet(laid, index) ? { ...plain, ...totals(laid, index, plain) } : plain;
		TERM_COLUMNS.forEach((term, at) => {
			put(
				sheet,
				`${column(4 + at)}${row}`,
				values[term],
				isFormula(values[term]) ? 'formula' : look,
				formatOf(term, money)
			);
		});
		const steps = hasSheet(laid, index) ? [] : rateStepsOf(debt.terms);
		steps.slice(0, RATES_LATER).forEach(({ from, annual }, at) => {
			put(sheet, `${column(RATE_COLUMN + 2 * at)}${row}`, from, 'figure');
			put(sheet, `${column(RATE_COLUMN + 2 * at + 1)}${row}`, annual / WHOLE, look, RATE_FORMAT);
		});
		const sum = (of: OfDebt) => exact(`SUM(${rangeOf(columnOf(index, of), rows)})`, digits);
		put(sheet, `${column(SUM_COLUMN)}${row}`, { formula: sum('interest') }, 'formula', money);
		put(sheet, `${column(SUM_COLUMN + 1)}${row}`, { formula: sum('paid') }, 'formula', money);
		const open = `COUNTIF(${rangeOf(columnOf(index, 'opening'), rows)},">0")`;
		put(sheet, `${column(SUM_COLUMN + 2)}${row}`, { formula: open }, 'formula', '0');
		further.forEach((one, at) =>
			put(
				sheet,
				`${column(SUM_COLUMN + 3 + at)}${row}`,
				written(furtherCells(debt.terms), one, currency),
				'figure'
			)
		);
	});
	writeCheck(sheet, laid);
	sheet.getColumn(1).width = 5;
	sheet.getColumn(2).width = 32;
	sheet.getColumn(3).width = 18;
	for (let at = 4; at <= SUM_COLUMN + 3 + further.length; at += 1) sheet.getColumn(at).width = 13;
	setUpPages(sheet, `${HEAD_ROW}:${HEAD_ROW}`);
}

/** The balance and the rate of a card, over its balances. */
function totals(
	laid: Laid,
	index: number,
	{ balance, rate }: Readonly<Record<TermColumn, CellValue | null>>
): Pick<Record<TermColumn, CellValue>, 'balance' | 'rate'> {
	const formulas = totalsOfBalances(laid, index);
	return {
		balance: { formula: formulas.balance, result: Number(balance) },
		rate: { formula: formulas.rate, result: Number(rate) }
	};
}

/** The columns for what is not as usual with some debt, as they are headed in any table of debts. */
const furtherColumns = ({ debts }: Laid): Column[] =>
	COLUMNS.filter(({ field }) => debts.some(({ terms }) => field in furtherCells(terms)));

/** The rows below the debts: interest, payments and months, as the sheet has them and as the program wrote them. */
const checkRows = (debts: number) => {
	const first = FIRST_DEBT_ROW + debts + 2;
	return { interest: first, paid: first + 1, months: first + 2, verdict: first + 4 };
};

function writeCheck(sheet: ExcelJS.Worksheet, { debts, plan, rows, currency }: Laid): void {
	const { digits } = currency;
	const money = amountFormat(digits);
	const units = (cents: number) => cents / 10 ** digits;
	const at = checkRows(debts.length);
	const total = (of: keyof typeof SHARED) => exact(`SUM(${rangeOf(SHARED[of], rows)})`, digits);
	const { paid } = monthSums(plan);
	put(sheet, `E${at.interest - 1}`, t('in this workbook'), 'head');
	put(sheet, `F${at.interest - 1}`, t('as exported'), 'head');
	put(sheet, `B${at.interest}`, t('Total interest'), 'strong');
	put(sheet, `E${at.interest}`, { formula: total('interest') }, 'strong', money);
	put(sheet, `F${at.interest}`, units(plan.totalInterest), 'figure', money);
	put(sheet, `B${at.paid}`, t('Total paid to the debts'), 'strong');
	put(sheet, `E${at.paid}`, { formula: total('paid') }, 'strong', money);
	put(sheet, `F${at.paid}`, units(paid), 'figure', money);
	const isOwed = `${MONTHS}!${SHARED.owed}${FIRST_MONTH_ROW + rows - 1}>0`;
	const ofMonths = `IF(${isOwed},"${t('Months in this workbook, not paid off in them')}","${t('Months to payoff')}")`;
	put(sheet, `B${at.months}`, { formula: ofMonths }, 'strong');
	const opened = debts.map((_, index) => `${column(SUM_COLUMN + 2)}${FIRST_DEBT_ROW + index}`);
	put(sheet, `E${at.months}`, { formula: `MAX(${opened.join(',')})` }, 'strong', '0');
	put(sheet, `F${at.months}`, plan.months, 'figure', '0');
	const same = [at.interest, at.paid, at.months].map((row) => `E${row}=F${row}`).join(',');
	put(
		sheet,
		`B${at.verdict}`,
		{
			formula: `IF(AND(${same}),"${t('Equal to the exported figures, to the cent')}",IF(${isOwed},"${t('Not paid off within the months of this workbook')}","${t('Differs from the exported figures')}"))`
		},
		'strong'
	);
}

const isFormula = (value: CellValue | null): boolean => typeof value === 'object' && value !== null;

const MONEY_WORDS: Readonly<Record<PlanTerms['budget']['kind'], string>> = {
	constant: t('Monthly budget'),
	'required-plus': t('Extra payment each month'),
	required: t('Extra payment each month: none'),
	sheet: t('Monthly budget by the budget sheet')
};
