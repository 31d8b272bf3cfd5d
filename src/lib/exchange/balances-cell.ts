/**
 * The balances of a card in one cell of a table: “Purchases: 2302.36 at 24.99 %, interest 47.95; Heater: 1500.00 at 29.99 %
 * by 2028-01-10, deferred 42.10”. A question mark stands for what is not known.
 */
import { LIMITS } from '../core/quantities/limits';
import { ZERO } from '../core/quantities/money';
import type { BalanceEntry } from '../document/balances';
import { isCalendarDate } from '../core/quantities/calendar';
import type { Currency } from '../reading/currencies';
import { readMoney } from '../reading/money';
import { readLine } from '../reading/names';
import { readRate } from '../reading/percentages';
import { accepted, quoted, refused, type Reading } from '../reading/reading';
import { plainDecimal, PLACES } from '../reading/written';
import type { Writing } from '../reading/writing';
import en from '../messages/en/exchange.json';
import { messagesOf } from '../messages/message';

const { text } = messagesOf('exchange', en);

/** A balance without an identity, which no table has. */
export type FlatBalance = Omit<BalanceEntry, 'id'>;

const POINT = { numbers: 'point', dates: 'day' } as const;

export function balancesCell(balances: readonly FlatBalance[], { digits }: Currency): string {
	const amount = (value: number | null) => (value === null ? '?' : plainDecimal(value, digits));
	const rate = (value: number | null) => (value === null ? '?' : plainDecimal(value, PLACES));
	return balances
		.map(({ name, balance, annualRate, printedInterest, deferral }) => {
			const interest = printedInterest === null ? '' : `, interest ${amount(printedInterest)}`;
			const owed = `${escaped(name)}: ${amount(balance)} at ${rate(annualRate)} %${interest}`;
			if (deferral === null) return owed;
			const at = deferral.annualRate === null ? '' : ` at ${rate(deferral.annualRate)} %`;
			return `${owed} by ${deferral.by}, deferred ${amount(deferral.accrued)}${at}`;
		})
		.join('; ');
}

/** What separates balances and names is written with a backslash in a name. */
const escaped = (name: string): string => name.replace(/[\\;:]/g, (sign) => `\\${sign}`);

const ONE =
	/^\s*((?:[^\\;:]|\\.)*):\s*(\?|[\d.]+)\s+at\s+(\?|[\d.]+)\s*%(?:,\s*interest\s+([\d.]+))?(?:\s+by\s+(\S+?)(?:,\s*deferred\s+([\d.]+)(?:\s+at\s+([\d.]+)\s*%)?)?)?\s*$/;

export function readBalances(cell: string, writing: Writing): Reading<readonly FlatBalance[]> {
	const said = cell.match(/(?:[^\\;]|\\.)+/g) ?? [];
	const balances: FlatBalance[] = [];
	for (const one of said) {
		const read = readBalance(one, { ...writing, style: POINT });
		if (!read.ok) return read;
		balances.push(read.value);
	}
	return balances.length > LIMITS.balances ? unreadable(cell, writing) : accepted(balances);
}

function readBalance(one: string, writing: Writing): Reading<FlatBalance> {
	const [, name = '', owed = '', at = '', interest, by, accrued, deferredAt] = ONE.exec(one) ?? [];
	if (owed === '') return unreadable(one, writing);
	const called = name === '' ? accepted('') : readLine(unescaped(name), LIMITS.name, writing);
	const [balance, annualRate, printed, deferred, ownRate] = [
		orNull(owed, (typed) => readMoney(typed, writing)),
		orNull(at, (typed) => readRate(typed, writing)),
		interest === undefined ? accepted(null) : readMoney(interest, writing),
		accrued === undefined ? accepted(ZERO) : readMoney(accrued, writing),
		deferredAt === undefined ? accepted(null) : readRate(deferredAt, writing)
	];
	for (const read of [called, balance, annualRate, printed, deferred, ownRate]) {
		if (!read.ok) return read;
	}
	if (!called.ok || !balance.ok || !annualRate.ok || !printed.ok || !deferred.ok || !ownRate.ok) {
		return unreadable(one, writing);
	}
	if (by !== undefined && !isCalendarDate(by)) return unreadable(one, writing);
	const deferral =
		by === undefined ? null : { by, annualRate: ownRate.value, accrued: deferred.value };
	return accepted({
		name: called.value,
		balance: balance.value,
		annualRate: annualRate.value,
		printedInterest: printed.value,
		deferral
	});
}

const unescaped = (name: string): string => name.replace(/\\(.)/g, '$1');

const orNull = <T>(typed: string, read: (typed: string) => Reading<T>): Reading<T | null> =>
	typed === '?' ? accepted(null) : read(typed);

const unreadable = (said: string, writing: Writing): Reading<never> =>
	refused(
		text(writing, 'not balances', { typed: quoted(said.trim()) }),
		text(writing, 'balances as in')
	);
