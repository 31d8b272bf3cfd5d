/** Sentences about rows and files before they are imported, and about unread fields. */
import { RULE_KINDS, fieldsInLine } from '../core/debt/rules/all-forms';
import type { CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import { size } from '../core/quantities/money';
import type { Percent } from '../core/quantities/rate';
import type { CaseDocument } from '../document/case';
import type { DebtEntry } from '../document/debt';
import { alikeIn, clashingReferences, takenBack } from '../exchange/account-debt';
import { COLUMNS, type Field } from '../exchange/debt-columns';
import { shown } from '../exchange/debt-cells';
import type { TakenTable } from '../exchange/debts-table';
import type { TakenLine } from '../exchange/taken-line';
import type { TablePlace } from '../exchange/tables-on-sheet';
import type { Row } from '../exchange/table';
import type { AccountStatement } from '../exchange/statement-ofx';
import { plainNumber } from '../exchange/written-style';
import { readMoney } from '../reading/money';
import { quoted } from '../reading/reading';
import type { Writing } from '../reading/writing';
import { grouped, writeDate, writeMoney, writePercent } from '../reading/written';
import { balanceName } from './account';
import { countOf, signOf } from './amounts';
import { nameOf } from './debt';
import { accountInWords } from './noted';
import en from '../messages/en/imports.json';
import { listOf, messagesOf, type Locale } from '../messages/message';
import { say, type Sentence } from '../messages/sentence';
import type { NumberStyle, Style } from '../messages/style';

const { sentence, text } = messagesOf('imports', en);

/** Says how a table was read; `room`: how many more debts the case can hold. */
export function tableSentence(
	{ lines, numbers, dates, areShares, totals, fields }: TakenTable,
	source: string,
	room: number,
	writing: Writing
): Sentence {
	const style = { numbers: numbers.is, dates: dates.is };
	const read = { ...writing, style };
	const number = grouped(123_456, 2, read);
	const date = writeDate(A_DAY, read);
	const how = fields.includes('firstDue') ? 'numbers and dates' : 'numbers';
	const unread = lines.slice(0, room).reduce((count, line) => count + line.unread.length, 0);
	const rate = writePercent(224_900 as Percent, writing);
	const more = [
		...(areShares ? [sentence(writing, 'shares', { rate })] : []),
		...(totals > 0 ? [sentence(writing, 'totals', { count: totals })] : []),
		...(lines.length > room
			? [sentence(writing, 'too many', { count: lines.length - room, most: LIMITS.debts })]
			: []),
		...(unread > 0 ? [sentence(writing, 'unread', { count: unread })] : [])
	];
	const count = Math.min(lines.length, room);
	const begin = sentence(writing, 'read', {
		count,
		source,
		how: text(writing, how, { number, date })
	});
	return [begin, ...more].flatMap((one, at) => (at === 0 ? one : [say(' '), ...one]));
}

const A_DAY = '2027-01-15' as CalendarDate;

/** Where rows come from that no file has. */
export const asPasted = (locale: Locale): string => text(locale, 'as pasted');

/** A question about how a table is to be read, and both answers. */
export interface TableQuestion {
	readonly sentence: Sentence;
	readonly answers: readonly {
		readonly words: string;
		readonly style?: Partial<Style>;
		/** The field of each column. */
		readonly fields?: readonly (Field | null)[];
	}[];
}

/** Questions before a table can be imported: which of two columns, its number format, its date format. */
export function tableQuestion(
	table: TakenTable,
	cellOf: (field: (field: Field) => boolean, test: RegExp) => string | null,
	writing: Writing
): TableQuestion | null {
	if (table.twins) return columnQuestion(table, table.twins, writing);
	if (table.numbers.how === 'either') {
		const typed = cellOf((field) => MONEY.has(field), /\d[.,]\d{3}(?!\d)/) ?? '';
		const [point, comma] = (['point', 'comma'] as const).map((numbers) =>
			amountIn(typed, numbers, writing)
		);
		const shown = { typed: quoted(typed), one: point ?? '', other: comma ?? '' };
		return {
			sentence: sentence(writing, 'numbers either way', shown),
			answers: [
				{ words: point ?? '', style: { numbers: 'point' } },
				{ words: comma ?? '', style: { numbers: 'comma' } }
			]
		};
	}
	if (table.dates.how !== 'either') return null;
	const typed = cellOf((field) => field === 'firstDue', /^\d{1,2}[/-]\d{1,2}[/-]\d+$/) ?? '';
	const [one = '', two = '', year = ''] = typed.split(/[/-]/).map((part) => part.padStart(2, '0'));
	const full = year.length === 2 ? `20${year}` : year;
	const either = [`${full}-${two}-${one}`, `${full}-${one}-${two}`] as CalendarDate[];
	const [day = '', month = ''] = either.map((date) => writeDate(date, writing));
	return {
		sentence: sentence(writing, 'dates either way', {
			typed: quoted(typed),
			one: day,
			other: month
		}),
		answers: [
			{ words: day, style: { dates: 'day' } },
			{ words: month, style: { dates: 'month' } }
		]
	};
}

function columnQuestion(
	{ headings, fields }: TakenTable,
	{ field, columns }: NonNullable<TakenTable['twins']>,
	writing: Writing
): TableQuestion {
	const [one = '', other = ''] = columns.map((at) => headings[at] ?? '');
	const name = COLUMNS.find((column) => column.field === field)?.heading ?? field;
	return {
		sentence: sentence(writing, 'which column', { field: name.toLowerCase(), one, other }),
		answers: columns.map((chosen) => ({
			words: headings[chosen] ?? '',
			fields: fields.map((was, at) => (at === chosen ? field : was))
		}))
	};
}

/** Names the other tables of the sheet: “Loans” from row 14. */
export const otherTables = (others: readonly TablePlace[], locale: Locale) => ({
	words: text(locale, 'other tables', { count: others.length }),
	each: others.map((place) => ({
		place,
		words: text(locale, 'another table', {
			title: place.title || 'none',
			row: (place.head ?? 0) + 1
		})
	}))
});

/** How many characters of a row of headings are shown to choose it by. */
const SHOWN_OF_ROW = 56;

/** The rows that can be headings, to choose from: the first ones that have something in them, or none at all. */
export function headingChoices(rows: readonly Row[], { head }: TablePlace, locale: Locale) {
	const filled = rows.flatMap((row, at) => {
		const words = row.map((cell) => shown(cell).trim()).filter((cell) => cell !== '');
		return words.length === 0 ? [] : [{ at, headings: words.join(' · ').slice(0, SHOWN_OF_ROW) }];
	});
	const offered = filled.filter(({ at }, place) => place < 12 || at === head);
	return [
		{ value: '', words: text(locale, 'no headings') },
		...offered.map(({ at, headings }) => ({
			value: String(at),
			words: text(locale, 'headings in row', { row: at + 1, headings })
		}))
	];
}

/** Says how many lines are left out, with the label that includes them again. */
export const leftOut = (count: number, locale: Locale) => ({
	words: text(locale, 'left out', { count }),
	again: text(locale, 'take again', { count })
});

/** An amount as a style reads it. */
function amountIn(typed: string, numbers: NumberStyle, writing: Writing): string {
	const plain = plainNumber(typed, numbers) ?? typed;
	const read = readMoney(plain, { ...writing, style: { numbers: 'point', dates: 'day' } });
	return read.ok ? writeMoney(read.value, writing) : plain;
}

const MONEY = new Set<Field>(
	COLUMNS.filter(({ kind }) => kind.of === 'money').map(({ field }) => field)
);

/** The fields that a column can be read as. */
export const columnChoices = (locale: Locale) => [
	{ value: '', words: text(locale, 'not taken') },
	...COLUMNS.map(({ field, heading }) => ({ value: field as string, words: heading }))
];

/** The fields that stand in the grid's own columns. */
const IN_GRID = new Set<Field>([
	'name',
	'balance',
	'annualRate',
	'rule',
	...RULE_KINDS.flatMap((kind) => fieldsInLine(kind).map(([field]) => field)),
	// Said with the rule, in its percentage.
	'of',
	'plusFees',
	'firstDue'
]);

/** What else a line says, beyond the grid's columns: “Credit limit, Account; not read: soon”. */
export function alsoInWords({ flat, unread }: TakenLine, locale: Locale): string {
	const headings = COLUMNS.filter(({ field }) => field in flat && !IN_GRID.has(field));
	const names = headings.map(({ heading }) => heading).join(', ');
	const other = unread
		.filter(({ field }) => !IN_GRID.has(field))
		.map(({ typed }) => text(locale, 'also unread', { typed: quoted(typed) }));
	return [...(names === '' ? [] : [names]), ...other].join('; ');
}

/** Says what an account of a statement adds, and to which debt. */
export function accountSentence(
	account: AccountStatement,
	to: DebtEntry | null,
	writing: Writing
): Sentence {
	const number = accountInWords(account.account, writing);
	if (account.currency.code !== writing.currency.code) {
		const codes = { code: account.currency.code, own: writing.currency.code };
		return sentence(writing, 'other currency', {
			account: `${account.creditor} ${number}`.trim(),
			...codes
		});
	}
	const what = sentence(writing, 'account of', {
		creditor: account.creditor,
		account: number,
		owed: writeMoney(account.owed, writing),
		day: writeDate(account.asOf, writing),
		transactions: countOf(writing, account.transactions.length, 'transactions')
	});
	const where = to
		? sentence(writing, 'goes to', { name: nameOf(to, writing) })
		: sentence(writing, 'becomes new');
	const odd = oddTransactions(account, to, writing).flatMap((said) => [say(' '), say(said)]);
	return [...what, ...odd, say(' '), ...where];
}

/** Says what is unusual about a statement's transactions: shared references, withdrawn ones. */
export function oddTransactions(
	account: AccountStatement,
	to: DebtEntry | null,
	writing: Writing
): string[] {
	const clashing = clashingReferences(to, account).map(quoted);
	const shown = clashing.length > 3 ? [...clashing.slice(0, 3), '…'] : clashing;
	const { withdrawn } = account;
	const back = takenBack(to, account);
	const count = (to?.transactions ?? []).filter((one) => withdrawn.includes(one.reference)).length;
	return [
		...(clashing.length > 0
			? [text(writing, 'clashing', { references: listOf(writing, shown) })]
			: []),
		...(count > 0 ? [text(writing, 'withdrawn', { count })] : []),
		...(back > 0 ? [text(writing, 'taken back', { count: back })] : [])
	];
}

/** The question about identical transactions without a reference, with both answers; null if there are none. */
export function alikeQuestion(
	debt: DebtEntry | null,
	account: Pick<AccountStatement, 'transactions'>,
	writing: Writing
): { readonly words: string; readonly several: string; readonly one: string } | null {
	const alike = alikeIn(debt, account);
	const [first] = alike;
	if (!first) return null;
	return {
		words: text(writing, 'alike', {
			day: writeDate(first.date, writing),
			amount: writeMoney(size(first.amount), writing),
			what: quoted(first.text),
			others: alike.length - 1
		}),
		several: text(writing, 'several'),
		one: text(writing, 'one and the same')
	};
}

/** Says what a file of cases or a statement adds to the casebook. */
export const casesSentence = (
	cases: readonly CaseDocument[],
	source: string,
	of: 'cases' | 'accounts',
	locale: Locale
): Sentence => {
	const labels =
		of === 'cases'
			? cases.map(({ label }) => label)
			: cases.flatMap(({ debts }) => debts.map(({ name }) => name));
	const shown = labels.length > 5 ? [...labels.slice(0, 4), '…'] : labels;
	const names = listOf(locale, shown);
	return sentence(locale, of === 'cases' ? 'cases in' : 'statement in', {
		count: labels.length,
		source: quoted(source),
		names
	});
};

export const takenCases = (labels: readonly string[], locale: Locale): string =>
	text(locale, 'taken cases', { count: labels.length, first: labels[0] ?? '' });

export const tookTooLong = (name: string, locale: Locale): string =>
	text(locale, 'too long', { name });

/** To one debt only a statement can be added. */
export const onlyStatements = (name: string, locale: Locale): string =>
	text(locale, 'only statements', { name });

/** And a table of debts elsewhere than on the casebook. */
export const tablesElsewhere = (name: string, locale: Locale): string =>
	text(locale, 'tables elsewhere', { name });

/** A file of cases belongs elsewhere than among the debts of one. */
export const casesElsewhere = (name: string, locale: Locale): string =>
	text(locale, 'cases elsewhere', { name });

/** Which of several balances the difference to a statement’s balance goes to; null where there is none to ask about. */
export function balanceQuestion(
	debt: DebtEntry | null,
	{ owed }: Pick<AccountStatement, 'owed'>,
	writing: Writing
): { readonly words: string; readonly answers: readonly { id: string; words: string }[] } | null {
	if (!debt || debt.balances.length < 2 || debt.balance === null) return null;
	const by = owed - debt.balance;
	if (by === 0) return null;
	return {
		words: text(writing, 'which balance', { by: writeMoney(size(by), writing), way: signOf(by) }),
		answers: debt.balances.map((balance) => ({
			id: balance.id,
			words: balanceName(balance, writing)
		}))
	};
}
