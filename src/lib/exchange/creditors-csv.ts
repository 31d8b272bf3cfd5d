/** Creditors as a table (RFC 4180): a line each with what holds on a day; read back it is the same. */
import type { CalendarDate } from '../core/quantities/calendar';
import { RULE_KINDS, fieldsOf, filled, needOf } from '../core/debt/rules/all-forms';
import { DEBT_KINDS, type DebtKind } from '../core/plan/priority';
import type { Cents } from '../core/quantities/money';
import { creditorOn, type Creditor, type CreditorNames } from '../document/creditors';
import { HANDOUT_LANGUAGES } from '../document/handout-parts';
import type { Held, ReferencePut, UsualAgreement } from '../document/reference';
import { same } from '../document/same';
import { emptyDebt } from '../document/debt';
import { currencyOf, type Currency } from '../reading/currencies';
import { readAddress } from '../reading/addresses';
import { readCount } from '../reading/counts';
import { readDate } from '../reading/dates';
import { readMoney } from '../reading/money';
import { readMinimumPercent, readRate } from '../reading/percentages';
import { accepted, quoted, type Reading } from '../reading/reading';
import { SCREEN, type Writing } from '../reading/writing';
import { plainDecimal, PLACES } from '../reading/written';
import { LIMITS } from '../core/quantities/limits';
import { readCell, shown } from './debt-cells';
import { COLUMNS, flatOf, type Column, type Flat } from './debt-columns';
import { written } from './debts-csv';
import { guarded } from './guarded';
import { csvOf, type Row } from './table';
import en from '../messages/en/exchange.json';
import { messagesOf } from '../messages/message';

const { text } = messagesOf('exchange', en);

/** The columns of a table of debts that say a payment rule, and what a missed payment brings. */
const RULE_COLUMNS = columnsOf(
	'rule',
	...RULE_KINDS.filter((kind) => kind !== 'level').flatMap((kind) =>
		fieldsOf(kind).map(([name]) => name)
	)
);
const LATE_COLUMNS = columnsOf(
	'lateFee',
	'lateFeeAgain',
	'penaltyRate',
	'penaltyAfter',
	'penaltyNotice',
	'penaltyCure'
);
function columnsOf(...fields: string[]): readonly Column[] {
	return COLUMNS.filter(({ field }) => fields.includes(field));
}

const HEADINGS = {
	name: 'Creditor',
	names: 'Also known as',
	kind: 'Kind',
	address: 'Address',
	email: 'Email',
	language: 'Language',
	currency: 'Currency',
	minimumSince: 'Minimum since',
	minimumFrom: 'Minimum known from',
	lateSince: 'Late terms since',
	lateFrom: 'Late terms known from',
	agreedRate: 'Usual agreed rate',
	agreedPercent: 'Usual payment in percent',
	agreedAmount: 'Usual payment',
	agreedFee: 'Agreement fee',
	agreedAfter: 'Months until it holds',
	conditions: 'Conditions',
	agreedSince: 'Agreement since',
	agreedFrom: 'Agreement known from'
} as const;

const HEAD: readonly string[] = [
	HEADINGS.name,
	HEADINGS.names,
	HEADINGS.kind,
	HEADINGS.address,
	HEADINGS.email,
	HEADINGS.language,
	HEADINGS.currency,
	...RULE_COLUMNS.map(({ heading }) => heading),
	HEADINGS.minimumSince,
	HEADINGS.minimumFrom,
	...LATE_COLUMNS.map(({ heading }) => heading),
	HEADINGS.lateSince,
	HEADINGS.lateFrom,
	HEADINGS.agreedRate,
	HEADINGS.agreedPercent,
	HEADINGS.agreedAmount,
	HEADINGS.agreedFee,
	HEADINGS.agreedAfter,
	HEADINGS.conditions,
	HEADINGS.agreedSince,
	HEADINGS.agreedFrom
];

/** Parts a list within one cell; lines of an address are parted otherwise, since they have commas. */
const LIST = '; ';
const LINES = ' | ';

/** The creditors as they are on a day. */
export function creditorsCsv(creditors: readonly Creditor[], day: CalendarDate): string {
	return csvOf([HEAD, ...creditors.map((creditor) => lineOf(creditor, day))]);
}

function lineOf(creditor: Creditor, day: CalendarDate): string[] {
	const { name, names, kind, address, email, language, currency: code } = creditor.profile.content;
	const currency = currencyOf(code) ?? { code, digits: 2 };
	const { minimum, late, agreement } = creditorOn(creditor, day);
	const flat: Flat = flatOf(
		{
			...emptyDebt(''),
			...(minimum && { required: minimum.content }),
			late: late && { assumed: false, ...late.content, history: null }
		},
		[]
	);
	const cells = (columns: readonly Column[], isKnown: boolean) =>
		columns.map((column) => (isKnown ? written(flat, column, currency) : ''));
	const dated = (held: Held<unknown> | null) =>
		held ? [held.holdsFrom, guarded(held.knownFrom)] : ['', ''];
	return [
		guarded(name),
		guarded(names.join(LIST)),
		kind,
		guarded(address.join(LINES)),
		guarded(email),
		language,
		code,
		...cells(RULE_COLUMNS, minimum !== null),
		...dated(minimum),
		...cells(LATE_COLUMNS, late !== null),
		...dated(late),
		...agreementCells(agreement?.content ?? null, currency),
		...dated(agreement)
	];
}

function agreementCells(terms: UsualAgreement | null, { digits }: Currency): string[] {
	if (!terms) return ['', '', '', '', '', ''];
	const { annualRate, payment, fee, after, conditions } = terms;
	return [
		annualRate === null ? '' : plainDecimal(annualRate, PLACES),
		payment?.kind === 'percent' ? plainDecimal(payment.percent, PLACES) : '',
		payment?.kind === 'amount' ? plainDecimal(payment.amount, digits) : '',
		plainDecimal(fee, digits),
		String(after),
		guarded(conditions)
	];
}

/** A table of creditors as it was read: the rows that would be written, and what could not be read. */
export interface ReadCreditors {
	readonly puts: readonly ReferencePut[];
	readonly fresh: number;
	readonly changed: number;
	readonly same: number;
	readonly problems: readonly { readonly row: number; readonly problem: string }[];
}

/** Reads a table of creditors; of what is as it was recorded, nothing is written. */
export function readCreditors(
	rows: readonly Row[],
	{
		names,
		today,
		newId
	}: {
		readonly names: CreditorNames;
		readonly today: CalendarDate;
		readonly newId: () => string;
	}
): ReadCreditors {
	const [head = [], ...body] = rows;
	const at = new Map(head.map((cell, place) => [shown(cell).trim().toLowerCase(), place]));
	if (!at.has(HEADINGS.name.toLowerCase()))
		return {
			...NOTHING,
			problems: [{ row: 1, problem: text(SCREEN, 'no column', { name: HEADINGS.name }) }]
		};
	const puts: ReferencePut[] = [];
	const problems: { row: number; problem: string }[] = [];
	const count = { fresh: 0, changed: 0, same: 0 };
	const seen = new Set<string>();
	for (const [index, row] of body.entries()) {
		const cell = (heading: string) => shown(row[at.get(heading.toLowerCase()) ?? -1]).trim();
		const name = cell(HEADINGS.name);
		if (row.every((one) => shown(one).trim() === '')) continue;
		const said = creditorLine(cell, today);
		const key = name.toLowerCase();
		if (said.problems.length > 0 || name === '' || seen.has(key)) {
			const own =
				name === ''
					? [text(SCREEN, 'no name')]
					: seen.has(key)
						? [text(SCREEN, 'name twice', { name })]
						: said.problems;
			problems.push(...own.map((problem) => ({ row: index + 2, problem })));
			continue;
		}
		seen.add(key);
		const known = names.named(name);
		const own = putsFor(known, said, today, newId);
		puts.push(...own);
		count[known === null ? 'fresh' : own.length > 0 ? 'changed' : 'same'] += 1;
	}
	return { puts, ...count, problems };
}
const NOTHING = { puts: [], fresh: 0, changed: 0, same: 0 };

/** What a line says: the content of each term, with the day from which it holds and its source. */
interface SaidLine {
	readonly terms: readonly {
		readonly term: 'profile' | 'minimum' | 'late' | 'agreement';
		readonly content: unknown;
		readonly holdsFrom: CalendarDate;
		readonly knownFrom: string;
	}[];
	readonly problems: readonly string[];
}

function creditorLine(cell: (heading: string) => string, today: CalendarDate): SaidLine {
	const problems: string[] = [];
	const code = cell(HEADINGS.currency).toUpperCase() || 'USD';
	const currency = currencyOf(code);
	if (!currency) problems.push(text(SCREEN, 'no currency', { code }));
	const writing: Writing = { language: 'en', currency: currency ?? { code: 'USD', digits: 2 } };
	const how = { writing, asOf: today, areShares: false };
	const read = <T>(heading: string, by: (typed: string, writing: Writing) => Reading<T>) => {
		const typed = cell(heading);
		if (typed === '') return null;
		const reading = by(typed, writing);
		if (reading.ok) return reading.value;
		problems.push(`${heading}: ${reading.problem} ${reading.allowed}`);
		return null;
	};
	const day = (heading: string) =>
		read(heading, (typed) => readDate(typed, today, writing)) ?? today;
	const flat: Flat = {};
	for (const column of [...RULE_COLUMNS, ...LATE_COLUMNS]) {
		const typed = cell(column.heading);
		if (typed === '') continue;
		const reading = readCell(typed, column, how);
		if (reading.ok) Object.assign(flat, reading.value);
		else problems.push(`${column.heading}: ${reading.problem} ${reading.allowed}`);
	}
	const among = <T extends string>(heading: string, all: readonly T[], usual: T) =>
		read(heading, (typed) => {
			const found = all.find((one) => one === typed.toLowerCase());
			return found === undefined
				? {
						ok: false,
						problem: text(SCREEN, 'none of them', { typed: quoted(typed) }),
						allowed: all.join(', ')
					}
				: accepted(found);
		}) ?? usual;
	const profile = {
		name: cell(HEADINGS.name),
		names: listIn(cell(HEADINGS.names), ';'),
		kind: among<DebtKind>(HEADINGS.kind, DEBT_KINDS, 'card'),
		address: listIn(cell(HEADINGS.address), '|'),
		email: read(HEADINGS.email, readAddress) ?? '',
		language: among(HEADINGS.language, HANDOUT_LANGUAGES, 'en'),
		currency: code
	};
	const minimum = flat.rule === undefined ? null : filled(flat.rule, flat);
	if (minimum && (minimum.kind === 'level' || needOf(minimum) !== null))
		problems.push(text(SCREEN, 'minimum lacks'));
	const late = lateIn(flat);
	const agreement = agreementIn(read);
	const dated = (
		term: SaidLine['terms'][number]['term'],
		content: unknown,
		since: string,
		from: string
	) =>
		content === null
			? []
			: [
					{ term, content, holdsFrom: day(since), knownFrom: cell(from).slice(0, LIMITS.knownFrom) }
				];
	return {
		terms: [
			{ term: 'profile', content: profile, holdsFrom: today, knownFrom: '' },
			...dated('minimum', minimum, HEADINGS.minimumSince, HEADINGS.minimumFrom),
			...dated('late', late, HEADINGS.lateSince, HEADINGS.lateFrom),
			...dated('agreement', agreement, HEADINGS.agreedSince, HEADINGS.agreedFrom)
		],
		problems
	};
}

const listIn = (text: string, mark: string): string[] =>
	text
		.split(mark)
		.map((one) => one.trim())
		.filter((one) => one !== '');

function lateIn(flat: Flat) {
	const {
		lateFee: fee,
		lateFeeAgain,
		penaltyRate,
		penaltyAfter,
		penaltyNotice,
		penaltyCure
	} = flat;
	if (fee === undefined) return null;
	return {
		fee,
		feeAgain: lateFeeAgain ?? null,
		penaltyRate: penaltyRate ?? null,
		after: penaltyAfter ?? 2,
		notice: penaltyNotice ?? 2,
		cure: penaltyCure ?? 6
	};
}

type Read = <T>(heading: string, by: (typed: string, writing: Writing) => Reading<T>) => T | null;

function agreementIn(read: Read): UsualAgreement | null {
	const annualRate = read(HEADINGS.agreedRate, readRate);
	const percent = read(HEADINGS.agreedPercent, readMinimumPercent);
	const amount = read(HEADINGS.agreedAmount, readMoney);
	if (annualRate === null && percent === null && amount === null) return null;
	const months = (typed: string, writing: Writing) =>
		readCount(typed, writing, { least: 0, most: LIMITS.months });
	return {
		annualRate,
		payment:
			percent !== null
				? { kind: 'percent', percent }
				: amount !== null
					? { kind: 'amount', amount }
					: null,
		fee: read(HEADINGS.agreedFee, readMoney) ?? (0 as Cents),
		after: read(HEADINGS.agreedAfter, months) ?? 0,
		conditions: read(HEADINGS.conditions, (typed) => accepted(typed.slice(0, LIMITS.note))) ?? ''
	};
}

/** The rows that a line brings: those that say other than what is recorded for their day. */
function putsFor(
	known: Creditor | null,
	{ terms }: SaidLine,
	today: CalendarDate,
	newId: () => string
): ReferencePut[] {
	const subject = known?.id ?? newId();
	return terms.flatMap(({ term, ...put }): ReferencePut[] => {
		const held = known && (term === 'profile' ? known.profile : creditorOn(known, today)[term]);
		const isSame =
			held !== null &&
			same(held.content, put.content) &&
			(term === 'profile' ||
				(held.holdsFrom === put.holdsFrom && held.knownFrom === put.knownFrom));
		return isSame ? [] : [{ kind: 'creditor', subject, term, ...put }];
	});
}
