/**
 * A sheet for each card of several balances: their terms in cells, and every month what each is charged, gets and owes, as
 * formulas over them (specification, section 13).
 */
import type ExcelJS from 'exceljs';
import { hasAccount } from '../core/debt/account/account';
import { withRateOf } from '../core/debt/account/balance';
import { LAWFUL } from '../core/debt/account/policy';
import { periodsBeforeFirst } from '../core/debt/period-days';
import { rateStepsOf } from '../core/debt/rate-steps';
import { amountIn } from '../core/debt/recurring';
import { afterInterest } from '../core/debt/rules/all-rules';
import type { BalanceTerms, DebtTerms } from '../core/debt/terms';
import { WHOLE } from '../core/quantities/rate';
import { monthStart } from '../document/plan';
import { same } from '../document/same';
import {
	dueFormula,
	interestFormula,
	RATES_LATER,
	statementFormula,
	termValues,
	type MonthCells,
	type TermCells
} from './sheet-debt';
import { exact } from './sheet-formula';
import {
	amountFormat,
	column,
	columnOf,
	FIRST_MONTH_ROW,
	MONTHS,
	put,
	RATE_FORMAT,
	setUpPages,
	type Laid,
	type OfDebt
} from './sheet-layout';
import { t } from './workbook-labels';

/** Whether formulas can say the balances of a debt: no late payments, none shared in proportion, few later rates. */
export function areLive(terms: DebtTerms): boolean {
	const { balances = [], allocation = LAWFUL, late } = terms;
	return (
		late === undefined &&
		allocation.minimum !== 'share' &&
		allocation.excess !== 'share' &&
		periodsBeforeFirst(terms) === 0 &&
		balances.every(
			({ rateChanges = [] }) =>
				rateChanges.length <= RATES_LATER && !rateChanges.some(({ reamortize }) => reamortize)
		)
	);
}

/** Whether a debt of a workbook has such a sheet. */
export const hasSheet = ({ debts, live }: Laid, index: number): boolean =>
	live[index] === true && debts[index] !== undefined && hasAccount(debts[index].terms);

export const sheetNameOf = ({ debts }: Pick<Laid, 'debts'>, index: number): string =>
	`Balances ${debts[index]?.letter ?? ''}`;

/** The terms of each balance, from this row on. */
const FIRST_ROW = 4;
const AT_A_TIME = 24;

/** What is said of the card in a month, and then of each balance. */
const OF_CARD = ['number', 'month', 'minimum', 'paid', 'fromMinimum', 'above'] as const;
const OF_BALANCE = [
	'rate',
	'opening',
	'charges',
	'interest',
	'deferred',
	'owed',
	'ofMinimum',
	'ofRest',
	'closing'
] as const;
type OfBalance = (typeof OF_BALANCE)[number];

const cardColumn = (of: (typeof OF_CARD)[number]): string => column(OF_CARD.indexOf(of));
const balanceColumn = (at: number, of: OfBalance): string =>
	column(OF_CARD.length + at * OF_BALANCE.length + OF_BALANCE.indexOf(of));

/** The row of a month: below the terms of all balances, and two rows of headings. */
const rowOf = (balances: number, month: number): number => FIRST_ROW + balances + 3 + month;

const balancesIn = ({ balances = [] }: DebtTerms): readonly BalanceTerms[] => balances;

/** The sum of what each balance is charged, or bears, in a month, and the highest rate of those that owe something. */
export function sumsOfBalances(
	laid: Laid,
	index: number,
	month: number
): Readonly<Record<'rate' | 'charges' | 'interest', string>> {
	const balances = balancesIn(laid.debts[index]?.terms as DebtTerms);
	const row = rowOf(balances.length, month);
	const of = (at: number, what: OfBalance) =>
		`'${sheetNameOf(laid, index)}'!${balanceColumn(at, what)}${row}`;
	const sum = (what: OfBalance) =>
		exact(balances.map((_, at) => of(at, what)).join('+'), laid.currency.digits);
	const rates = balances.map((_, at) => `IF(${of(at, 'owed')}>0,${of(at, 'rate')},0)`);
	return { rate: `MAX(${rates.join(',')})`, charges: sum('charges'), interest: sum('interest') };
}

/** The balance and the rate of the debt, over the terms of its balances. */
export function totalsOfBalances(
	laid: Laid,
	index: number
): Readonly<Record<'balance' | 'rate', string>> {
	const { length } = balancesIn(laid.debts[index]?.terms as DebtTerms);
	const range = (letter: string) =>
		`'${sheetNameOf(laid, index)}'!$${letter}$${FIRST_ROW}:$${letter}$${FIRST_ROW + length - 1}`;
	return {
		balance: exact(`SUM(${range('B')})`, laid.currency.digits),
		rate: `MAX(${range('C')})`
	};
}

export async function writeBalances(
	sheet: ExcelJS.Worksheet,
	index: number,
	laid: Laid
): Promise<void> {
	const { debts, rows, title } = laid;
	const debt = debts[index];
	if (!debt) return;
	const balances = balancesIn(debt.terms);
	put(sheet, 'A1', `${title} · ${debt.letter} ${debt.name}`, 'strong');
	writeTermsOf(sheet, debt.terms, laid);
	writeHeads(sheet, balances);
	for (let month = 1; month <= rows; month += 1) {
		writeMonth(sheet, index, month, laid);
		if (month % AT_A_TIME === 0) await new Promise((resolve) => setTimeout(resolve));
	}
	sheet.views = [{ state: 'frozen', xSplit: 2, ySplit: rowOf(balances.length, 1) - 1 }];
	setUpPages(sheet, '1:3', 'A:B');
}

function writeTermsOf(sheet: ExcelJS.Worksheet, terms: DebtTerms, { currency }: Laid): void {
	const money = amountFormat(currency.digits);
	const units = (cents: number) => cents / 10 ** currency.digits;
	const heads = [
		t('Balance on this card'),
		t('Amount'),
		t('Rate'),
		...Array.from({ length: RATES_LATER }, () => [t('From payment no.'), t('Rate then')]).flat(),
		t('Deferred through payment no.'),
		t('Deferred rate'),
		t('Deferred so far')
	];
	heads.forEach((head, at) => put(sheet, `${column(at)}${FIRST_ROW - 1}`, head, 'head'));
	balancesIn(terms).forEach((balance, at) => {
		const row = FIRST_ROW + at;
		const { name = '', opening, annual, deferred } = balance;
		put(sheet, `A${row}`, name, 'formula');
		put(sheet, `B${row}`, units(opening), 'input', money);
		put(sheet, `C${row}`, annual / WHOLE, 'input', RATE_FORMAT);
		rateStepsOf(withRateOf(terms, balance)).forEach((step, later) => {
			put(sheet, `${column(3 + 2 * later)}${row}`, step.from, 'figure', '0');
			put(sheet, `${column(4 + 2 * later)}${row}`, step.annual / WHOLE, 'input', RATE_FORMAT);
		});
		if (!deferred) return;
		put(sheet, `${UNTIL}${row}`, deferred.until, 'figure', '0');
		put(sheet, `${DEFERRED_RATE}${row}`, deferred.annual / WHOLE, 'input', RATE_FORMAT);
		put(sheet, `${ACCRUED}${row}`, units(deferred.accrued), 'input', money);
	});
}

const UNTIL = column(3 + 2 * RATES_LATER);
const DEFERRED_RATE = column(4 + 2 * RATES_LATER);
const ACCRUED = column(5 + 2 * RATES_LATER);

const CARD_HEADS: Readonly<Record<(typeof OF_CARD)[number], string>> = {
	number: t('No.'),
	month: t('Month'),
	minimum: t('Required minimum'),
	paid: t('Paid'),
	fromMinimum: t('By the minimum’s order'),
	above: t('Above the minimum')
};
const BALANCE_HEADS: Readonly<Record<OfBalance, string>> = {
	rate: t('Rate'),
	opening: t('Opening'),
	charges: t('Purchases, fees'),
	interest: t('Interest'),
	deferred: t('Deferred so far'),
	owed: t('Before payment'),
	ofMinimum: t('From the minimum'),
	ofRest: t('From the rest'),
	closing: t('Closing')
};

function writeHeads(sheet: ExcelJS.Worksheet, balances: readonly BalanceTerms[]): void {
	const row = rowOf(balances.length, 1) - 1;
	for (const of of OF_CARD) {
		put(sheet, `${cardColumn(of)}${row}`, CARD_HEADS[of], 'head');
		sheet.getColumn(cardColumn(of)).width = 13;
	}
	balances.forEach(({ name = '' }, at) => {
		put(sheet, `${balanceColumn(at, 'rate')}${row - 1}`, name, 'strong');
		for (const of of OF_BALANCE) {
			put(sheet, `${balanceColumn(at, of)}${row}`, BALANCE_HEADS[of], 'head');
			sheet.getColumn(balanceColumn(at, of)).width = 13;
		}
	});
	sheet.getColumn('A').width = 26;
}

function writeMonth(sheet: ExcelJS.Worksheet, index: number, month: number, laid: Laid): void {
	const { debts, firstMonths, plan, currency } = laid;
	const debt = debts[index];
	if (!debt) return;
	const { terms } = debt;
	const { digits } = currency;
	const money = amountFormat(digits);
	const balances = balancesIn(terms);
	const row = rowOf(balances.length, month);
	const k = month - (firstMonths[index] ?? 1) + 1;
	const card = (of: (typeof OF_CARD)[number]) => `${cardColumn(of)}${row}`;
	const at = (place: number, of: OfBalance, line = row) => `${balanceColumn(place, of)}${line}`;
	const inMonths = (of: OfDebt, line = FIRST_MONTH_ROW + month - 1) =>
		`${MONTHS}!${columnOf(index, of)}${line}`;
	const formula = (address: string, text: string, format = money) =>
		put(sheet, address, { formula: text }, 'formula', format);

	put(sheet, card('number'), month, 'formula', '0');
	const start = monthStart(plan.firstMonth, month);
	put(sheet, card('month'), new Date(`${start}T00:00:00Z`), 'formula', 'mmm yyyy');
	formula(card('minimum'), k < 1 ? '0' : minimumOf(laid, index, k, inMonths));
	formula(card('paid'), inMonths('paid'));
	formula(card('fromMinimum'), `MIN(${card('minimum')},${card('paid')})`);
	formula(card('above'), exact(`${card('paid')}-${card('fromMinimum')}`, digits));
	balances.forEach((balance, place) => {
		const { deferred } = balance;
		const line = FIRST_ROW + place;
		const isFirst = month === 1;
		const defers = deferred !== undefined && k <= deferred.until;
		const opening = isFirst ? `$B$${line}` : at(place, 'closing', row - 1);
		const accrued = isFirst
			? deferred
				? // What is paid off before it begins is waived.
					`IF($B$${line}>0,$${ACCRUED}$${line},0)`
				: '0'
			: at(place, 'deferred', row - 1);
		formula(at(place, 'rate'), defers ? '0' : rateOf(terms, balance, line, k), RATE_FORMAT);
		formula(at(place, 'opening'), opening);
		const charged = k < 1 ? 0 : chargedTo(terms, balances, place, k) / 10 ** digits;
		formula(
			at(place, 'charges'),
			charged === 0 ? '0' : `IF(${inMonths('opening')}>0,${charged},0)`
		);
		const bearing = { opening: at(place, 'opening'), charges: at(place, 'charges') };
		const interestAt = (rate: string) => interestFormula(terms, rate, bearing, digits);
		if (k < 1) {
			formula(at(place, 'interest'), '0');
			formula(at(place, 'deferred'), accrued);
		} else if (defers) {
			formula(at(place, 'interest'), '0');
			const more = interestAt(`$${DEFERRED_RATE}$${line}`);
			const isPaid = `${at(place, 'closing')}=0`;
			formula(at(place, 'deferred'), `IF(${isPaid},0,${exact(`${accrued}+${more}`, digits)})`);
		} else {
			const own = interestAt(at(place, 'rate'));
			formula(at(place, 'interest'), deferred ? exact(`${own}+${accrued}`, digits) : own);
			formula(at(place, 'deferred'), '0');
		}
		const owed = [at(place, 'opening'), at(place, 'charges'), at(place, 'interest')].join('+');
		formula(at(place, 'owed'), exact(owed, digits));
		const [minimumAhead, restAhead] = aheadOf(terms, place, k, at);
		const before = (of: OfBalance, ahead: readonly Ahead[]) =>
			ahead.map(({ other, when }) => {
				const room = of === 'owed' ? at(other, 'owed') : `${at(other, 'owed')}-${at(other, of)}`;
				return when === null ? `-(${room})` : `-IF(${when},${room},0)`;
			});
		const due = exact(`${card('fromMinimum')}${before('owed', minimumAhead).join('')}`, digits);
		formula(at(place, 'ofMinimum'), `MAX(0,MIN(${at(place, 'owed')},${due}))`);
		const room = exact(`${at(place, 'owed')}-${at(place, 'ofMinimum')}`, digits);
		const rest = exact(`${card('above')}${before('ofMinimum', restAhead).join('')}`, digits);
		formula(at(place, 'ofRest'), `MAX(0,MIN(${room},${rest}))`);
		const closing = [at(place, 'owed'), at(place, 'ofMinimum'), at(place, 'ofRest')].join('-');
		formula(at(place, 'closing'), exact(closing, digits));
	});
}

/** The rate of a balance in period k: the address of the one that is in force. */
function rateOf(terms: DebtTerms, balance: BalanceTerms, line: number, k: number): string {
	const step = rateStepsOf(withRateOf(terms, balance)).findLastIndex(({ from }) => from <= k);
	return step < 0 ? `$C$${line}` : `$${column(4 + 2 * step)}$${line}`;
}

/** What is charged to a balance: what names it, and to the first what names none. */
const chargedTo = (
	{ charges }: DebtTerms,
	balances: readonly BalanceTerms[],
	place: number,
	k: number
): number =>
	amountIn(
		charges.filter(({ to }) => {
			const named = balances.findIndex(({ id }) => id === to);
			return Math.max(named, 0) === place;
		}),
		k
	);

/** A balance that comes before another one; `when` null: always. */
interface Ahead {
	readonly other: number;
	readonly when: string | null;
}

/** The balances that the minimum reaches before one, and those that the rest does. */
function aheadOf(
	{ balances = [], allocation = LAWFUL }: DebtTerms,
	place: number,
	k: number,
	at: (place: number, of: OfBalance) => string
): readonly [readonly Ahead[], readonly Ahead[]] {
	const byRate = (other: number, order: string): Ahead => {
		const [theirs, own] = [at(other, 'rate'), at(place, 'rate')];
		const isBefore = order === 'lowest' ? `${theirs}<${own}` : `${theirs}>${own}`;
		const when = other < place ? `OR(${isBefore},${theirs}=${own})` : isBefore;
		return { other, when };
	};
	/** In its last two periods a deadline comes before all rates, the earlier one first. */
	const dueSoon = (one: number): number => {
		const until = balances[one]?.deferred?.until ?? 0;
		return k === until || k === until - 1 ? until : Infinity;
	};
	const others = balances.map((_, other) => other).filter((other) => other !== place);
	const own = dueSoon(place);
	return [
		others.map((other) => byRate(other, allocation.minimum)),
		others.flatMap((other): readonly Ahead[] => {
			const theirs = dueSoon(other);
			if (theirs === Infinity && own === Infinity) return [byRate(other, allocation.excess)];
			const isAhead = theirs < own || (theirs === own && other < place);
			return isAhead ? [{ other, when: null }] : [];
		})
	];
}

/** Formula: the required minimum of period k, at most the balance (specification, section 13). */
function minimumOf(
	{ debts, cells, currency, firstMonths }: Laid,
	index: number,
	k: number,
	at: (of: OfDebt, line?: number) => string
): string {
	const { digits } = currency;
	const terms = debts[index]?.terms as DebtTerms;
	const { payment, required = null } = terms;
	const month: MonthCells = {
		opening: at('opening'),
		charges: amountIn(terms.charges, k) > 0 ? at('charges') : null,
		interest: at('interest'),
		required: at('required'),
		firstRequired: at('required', FIRST_MONTH_ROW + (firstMonths[index] ?? 1) - 1),
		rate: at('rate')
	};
	const owed = statementFormula(month, digits);
	const rule = afterInterest(payment);
	const isOwnRule =
		required === null || same(rule, { ...required, kind: 'minimum' }) || rule.kind === 'fixed';
	const lent: DebtTerms = isOwnRule
		? terms
		: { ...terms, payment: { ...required, kind: 'minimum' } };
	const at0 = cells[index] as TermCells;
	const asked = isOwnRule ? at0 : { ...at0, of: literal(lent, digits, at0.of) };
	const due = dueFormula(lent, k, asked, month, digits);
	return due === null ? owed : `MIN(${due},${owed})`;
}

/** The terms of a rule that has no cells, as they are. */
const literal = (terms: DebtTerms, digits: number, of: TermCells['of']): TermCells['of'] =>
	Object.fromEntries(
		Object.entries(termValues(terms, digits, of)).map(([term, value]) => [
			term,
			typeof value === 'number' ? String(value) : of[term as keyof TermCells['of']]
		])
	) as TermCells['of'];
