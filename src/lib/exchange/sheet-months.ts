/** The second sheet of a plan's workbook: every month, as formulas over the terms. */
import type ExcelJS from 'exceljs';
import { periodsBeforeFirst } from '../core/debt/period-days';
import { amountIn } from '../core/debt/recurring';
import { interestPeriods } from '../core/debt/rules/all-rules';
import { onTopIn, statedIn } from '../core/plan/money';
import type { PlanMonth } from '../core/plan/terms';
import { WHOLE } from '../core/quantities/rate';
import { monthStart } from '../document/plan';
import { hasSheet, sumsOfBalances } from './sheet-balances';
import {
	requiredFormula,
	chargesFormula,
	interestFormula,
	rateAt,
	statementFormula,
	type MonthCells
} from './sheet-debt';
import { exact } from './sheet-formula';
import { hasHousehold, moneyCell } from './sheet-household';
import {
	amountFormat,
	columnOf,
	FIRST_DEBT_ROW,
	FIRST_MONTH_ROW,
	MONEY_ROW,
	MONTHS,
	OF_DEBT,
	put,
	RATE_FORMAT,
	setUpPages,
	SHARED,
	TERMS,
	type Laid,
	type OfDebt
} from './sheet-layout';
import { t } from './workbook-labels';

const OF_DEBT_HEADINGS: Readonly<Record<OfDebt, string>> = {
	rate: t('Rate'),
	opening: t('Opening'),
	charges: t('Purchases, fees'),
	interest: t('Interest'),
	required: t('Required'),
	own: t('Own extra'),
	room: t('Room for more'),
	line: t('Extra from the budget'),
	paid: t('Paid'),
	closing: t('Closing')
};
/** Months written between two reports of progress. */
const AT_A_TIME = 24;

export async function writeMonths(sheet: ExcelJS.Worksheet, laid: Laid): Promise<void> {
	const { debts, rows, plan, tell = () => undefined } = laid;
	const heads: Readonly<Record<keyof typeof SHARED, string>> = {
		number: t('No.'),
		month: t('Month'),
		stated: t('Stated budget'),
		onTop: t('One-time amounts'),
		fees: t('Fees'),
		required: t('Total required'),
		money: t('Budget'),
		rest: t('Left for the order'),
		paid: t('Paid'),
		interest: t('Interest'),
		owed: t('Still owed')
	};
	for (const [of, letter] of Object.entries(SHARED)) {
		put(sheet, `${letter}3`, heads[of as keyof typeof SHARED], 'head');
		sheet.getColumn(letter).width = of === 'number' ? 5 : 12;
	}
	put(sheet, 'A1', laid.title, 'strong');
	debts.forEach(({ letter, name }, index) => {
		put(sheet, `${columnOf(index, 'rate')}2`, `${letter} ${name}`, 'head');
		sheet.getCell(`${columnOf(index, 'rate')}2`).alignment = {};
		for (const of of OF_DEBT) {
			put(sheet, `${columnOf(index, of)}3`, OF_DEBT_HEADINGS[of], 'head');
			sheet.getColumn(columnOf(index, of)).width = 12;
		}
	});
	sheet.views = [{ state: 'frozen', xSplit: 2, ySplit: 3 }];
	setUpPages(sheet, '1:3', 'A:B');
	for (let month = 1; month <= rows; month += 1) {
		writeMonth(sheet, month, plan.kept[month - 1], laid);
		if (month % AT_A_TIME > 0) continue;
		tell((0.7 * month) / rows);
		await new Promise((resolve) => setTimeout(resolve));
	}
	tell(0.75);
}

function writeMonth(
	sheet: ExcelJS.Worksheet,
	month: number,
	kept: PlanMonth | undefined,
	laid: Laid
): void {
	const { debts, terms, plan, currency } = laid;
	const { digits } = currency;
	const money = amountFormat(digits);
	const units = (cents: number) => cents / 10 ** digits;
	const row = FIRST_MONTH_ROW + month - 1;
	const shared = (of: keyof typeof SHARED) => `${SHARED[of]}${row}`;
	const cell = (index: number, of: OfDebt) => `${columnOf(index, of)}${row}`;
	const all = (of: OfDebt) => debts.map((_, index) => cell(index, of)).join('+') || '0';
	const formula = (address: string, text: string, format = money) =>
		put(sheet, address, { formula: text }, 'formula', format);

	put(sheet, shared('number'), month, 'formula', '0');
	const start = monthStart(plan.firstMonth, month);
	put(sheet, shared('month'), new Date(`${start}T00:00:00Z`), 'formula', 'mmm yyyy');
	const changed = terms.budgetChanges.some(({ from }) => from === month);
	if (changed) put(sheet, shared('stated'), units(statedIn(terms, month)), 'input', money);
	else
		formula(
			shared('stated'),
			month === 1 ? `${TERMS}!$E$${MONEY_ROW}` : `${SHARED.stated}${row - 1}`
		);
	const onTop = onTopIn(terms, month);
	put(sheet, shared('onTop'), units(onTop), onTop === 0 ? 'formula' : 'input', money);
	const fees = kept?.fees ?? 0;
	put(sheet, shared('fees'), units(fees), fees === 0 ? 'formula' : 'figure', money);
	formula(shared('required'), exact(all('required'), digits));
	formula(shared('money'), moneyFormula(month, row, laid));
	formula(
		shared('rest'),
		`MAX(0,${exact([`${shared('money')}-${shared('required')}`, ...figuresInLine(cell, laid)].join('-'), digits)})`
	);
	formula(shared('paid'), exact(all('paid'), digits));
	formula(shared('interest'), exact(all('interest'), digits));
	formula(shared('owed'), exact(all('closing'), digits));
	debts.forEach((_, index) => writeShare(sheet, index, month, kept, laid));
}

/** The extra money that debts with fixed figures take. */
const figuresInLine = (cell: (index: number, of: OfDebt) => string, { live }: Laid): string[] =>
	live.flatMap((isFormulas, index) => (isFormulas ? [] : [cell(index, 'line')]));

/** T: what there is for the debts, with what they pass on of their own extras (specification, section 9). */
function moneyFormula(month: number, row: number, laid: Laid): string {
	if (hasHousehold(laid)) return moneyCell(laid, month);
	const { terms, currency } = laid;
	const { digits } = currency;
	const { budget, begins = 1 } = terms;
	const hasBegun = month >= begins;
	const required = `${SHARED.required}${row}`;
	const own =
		hasBegun && budget.kind === 'constant'
			? [`${SHARED.stated}${row}`, `-${SHARED.fees}${row}`]
			: hasBegun && budget.kind === 'required-plus'
				? [required, `${SHARED.stated}${row}`]
				: [required];
	return exact(
		[...own, `${SHARED.onTop}${row}`, ...passedOn(month, laid)].join('+').replaceAll('+-', '-'),
		digits
	);
}

/** What debts pass on of their own extras in a month, as terms of a sum. */
export function passedOn(
	month: number,
	{ debts, live, firstMonths, plan, currency }: Laid
): readonly string[] {
	const { digits } = currency;
	const kept = plan.kept[month - 1];
	const cell = (index: number, of: OfDebt) =>
		`${MONTHS}!${columnOf(index, of)}${FIRST_MONTH_ROW + month - 1}`;
	return debts.flatMap((debt, index) => {
		if (!live[index]) {
			const share = kept?.shares.find((one) => one.index === index);
			return share?.rolledOver ? [String(share.rolledOver / 10 ** digits)] : [];
		}
		const planned = amountIn(debt.terms.extras, month - (firstMonths[index] ?? 1) + 1);
		if (planned === 0) return [];
		const opening = cell(index, 'opening');
		return [`IF(${opening}>0,${planned / 10 ** digits},0)-${cell(index, 'own')}`];
	});
}

function writeShare(
	sheet: ExcelJS.Worksheet,
	index: number,
	month: number,
	kept: PlanMonth | undefined,
	laid: Laid
): void {
	const { debts, live, cells, firstMonths, currency } = laid;
	const debt = debts[index];
	const terms = cells[index];
	if (!debt || !terms) return;
	const { digits } = currency;
	const money = amountFormat(digits);
	const units = (cents: number) => cents / 10 ** digits;
	const row = FIRST_MONTH_ROW + month - 1;
	const at = (of: OfDebt, line = row) => `${columnOf(index, of)}${line}`;
	const share = kept?.shares.find((one) => one.index === index);
	const isShort = (kept?.shortfall ?? 0) > 0;
	const formula = (of: OfDebt, text: string, format = money) =>
		put(sheet, at(of), { formula: text }, 'formula', format);
	const figure = (of: OfDebt, value: number, format = money) =>
		put(sheet, at(of), value, 'figure', format);
	const opening = month === 1 ? terms.of.balance : at('closing', row - 1);

	if (!live[index]) {
		figure('rate', (share?.annual ?? 0) / WHOLE, RATE_FORMAT);
		formula('opening', opening);
		figure('charges', units(share?.charges ?? 0));
		figure('interest', units(share?.interest ?? 0));
		figure('required', units(share?.required ?? 0));
		figure('own', units(share?.ownExtra ?? 0));
		figure('room', 0);
		const beyond = isShort || !share ? 0 : share.paid - share.ownExtra - share.required;
		figure('line', units(beyond));
		figure('paid', units(share?.paid ?? 0));
		formula(
			'closing',
			exact(
				[
					`${at('opening')}+${at('charges')}+${at('interest')}-${at('paid')}`,
					...(share?.forgiven ? [String(units(share.forgiven))] : [])
				].join('-'),
				digits
			)
		);
		return;
	}
	const first = firstMonths[index] ?? 1;
	const k = month - first + 1;
	formula('opening', opening);
	if (k < 1) {
		formula('rate', terms.of.rate, RATE_FORMAT);
		for (const of of ['charges', 'required', 'own', 'room', 'line', 'paid'] as const) {
			put(sheet, at(of), 0, 'formula', money);
		}
		const early = { opening: at('opening'), charges: null };
		if (k > -periodsBeforeFirst(debt.terms)) {
			formula('interest', interestFormula(debt.terms, terms.of.rate, early, digits));
		} else put(sheet, at('interest'), 0, 'formula', money);
		formula('closing', exact(`${at('opening')}+${at('interest')}`, digits));
		return;
	}
	const charged = amountIn(debt.terms.charges, k) > 0;
	const here: MonthCells = {
		opening: at('opening'),
		charges: charged ? at('charges') : null,
		interest: at('interest'),
		required: at('required'),
		firstRequired: `${columnOf(index, 'required')}$${FIRST_MONTH_ROW + first - 1 + interestPeriods(debt.terms.payment)}`,
		rate: at('rate')
	};
	const owed = statementFormula(here, digits);
	const sums = hasSheet(laid, index) ? sumsOfBalances(laid, index, month) : null;
	formula('rate', sums?.rate ?? rateAt(terms, k), RATE_FORMAT);
	if (charged)
		formula('charges', sums?.charges ?? chargesFormula(debt.terms, k, at('opening'), digits));
	else put(sheet, at('charges'), 0, 'formula', money);
	formula('interest', sums?.interest ?? interestFormula(debt.terms, at('rate'), here, digits));
	formula('required', requiredFormula(debt.terms, k, terms, here, digits));
	const planned = amountIn(debt.terms.extras, k) / 10 ** digits;
	if (planned === 0) put(sheet, at('own'), 0, 'formula', money);
	else {
		const taken = exact(`MIN(${planned},${owed}-${at('required')})`, digits);
		formula('own', `IF(${at('opening')}>0,${taken},0)`);
	}
	formula('room', exact(`${owed}-${at('required')}-${at('own')}`, digits));
	const short = `${SHARED.money}${row}<${SHARED.required}${row}`;
	if (laid.lineIsLive) formula('line', lineFormula(index, row, laid));
	else figure('line', units(isShort || !share ? 0 : share.paid - share.ownExtra - share.required));
	const part =
		laid.terms.shortOrder === undefined
			? exact(`${at('required')}*${SHARED.money}${row}/${SHARED.required}${row}`, digits)
			: partInOrder(index, row, laid);
	const whole = exact(`${at('required')}+${at('line')}`, digits);
	if (isShort && kept && share && laid.terms.shortOrder === undefined) {
		// To the cent a short month is shared by largest remainder, which formulas can't say: as long as it is the month that
		// the program shared, the share is its figure. Once the money is enough, it computes on like any other.
		const isSame = `AND(${SHARED.money}${row}=${units(kept.forDebts)},${SHARED.required}${row}=${units(kept.required)})`;
		const given = units(share.paid - share.ownExtra);
		const text = `IF(${short},IF(${isSame},${given},${part}),${whole})+${at('own')}`;
		put(sheet, at('paid'), { formula: text }, 'figure', money);
	} else formula('paid', `IF(${short},${part},${whole})+${at('own')}`);
	formula('closing', exact(`${owed}-${at('paid')}`, digits));
}

/** Formula: in a short month all that it requires, as far as the debts before it in the order of short months leave money. */
function partInOrder(index: number, row: number, { debts, terms, currency }: Laid): string {
	const { shortOrder = [] } = terms;
	const placeOf = (at: number) => {
		const place = shortOrder.indexOf(debts[at]?.id ?? '');
		return place < 0 ? shortOrder.length + at : place;
	};
	const required = (at: number) => `${columnOf(at, 'required')}${row}`;
	const before = debts.flatMap((_, at) => (placeOf(at) < placeOf(index) ? [required(at)] : []));
	const left = exact([`${SHARED.money}${row}`, ...before].join('-'), currency.digits);
	return `MIN(${required(index)},MAX(0,${left}))`;
}

/** Formula: the money left after the debts ahead in line. */
function lineFormula(index: number, row: number, laid: Laid): string {
	const { debts, live, currency, firstMonths } = laid;
	const month = row - FIRST_MONTH_ROW + 1;
	const ahead = debts.flatMap((_, other) => {
		if (other === index || !live[other] || month < (firstMonths[other] ?? 1)) return [];
		return [`IF(${isAhead(other, index, row, laid)},${columnOf(other, 'room')}${row},0)`];
	});
	const left = exact([`${SHARED.rest}${row}`, ...ahead].join('-'), currency.digits);
	return `MAX(0,MIN(${columnOf(index, 'room')}${row},${left}))`;
}

/** Whether another debt comes before one: by the order, then by the smaller balance, then by the list. */
function isAhead(other: number, index: number, row: number, { terms }: Laid): string {
	const at = (debt: number, of: OfDebt) => `${columnOf(debt, of)}${row}`;
	const [mine, theirs] = [at(index, 'opening'), at(other, 'opening')];
	const smaller = other < index ? `${theirs}<=${mine}` : `${theirs}<${mine}`;
	if (terms.order === 'balance') return smaller;
	if (terms.order === 'listed') {
		const place = (debt: number) => `${TERMS}!$D$${FIRST_DEBT_ROW + debt}`;
		const [one, two] = [place(other), place(index)];
		return `OR(${one}<${two},AND(${one}=${two},${smaller}))`;
	}
	const [rate, own] = [at(other, 'rate'), at(index, 'rate')];
	return `OR(${rate}>${own},AND(${rate}=${own},${smaller}))`;
}
