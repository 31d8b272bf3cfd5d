/** A cell of a table of debts, once it is known what its column means and how the table is written. */
import { addMonths, type CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import type { Percent } from '../core/quantities/rate';
import { allowedFirstDue, readFirstDue } from '../document/days';
import { readCount } from '../reading/counts';
import { readDate } from '../reading/dates';
import { readMoney } from '../reading/money';
import { readLine } from '../reading/names';
import { readMinimumPercent, readRate } from '../reading/percentages';
import { accepted, quoted, refused, type Reading } from '../reading/reading';
import { writeDate } from '../reading/written';
import type { Writing } from '../reading/writing';
import { messagesOf } from '../messages/message';
import type { Style } from '../messages/style';
import en from '../messages/en/exchange.json';
import { readBalances } from './balances-cell';
import { readMissed } from './missed-cell';
import type { Column, Field, Flat } from './debt-columns';
import type { Cell } from './table';
import { ruleCalled } from './terms-cells';
import { plainNumber, slashed } from './written-style';

const { text } = messagesOf('exchange', en);

export interface How {
	readonly writing: Writing;
	readonly asOf: CalendarDate;
	readonly areShares: boolean;
}

/** A cell as what it says of a debt. */
export function readCell(cell: Cell, { field, kind }: Column, how: How): Reading<Flat> {
	const { writing } = how;
	const as = <T>(reading: Reading<T>): Reading<Flat> =>
		reading.ok ? accepted({ [field]: reading.value }) : reading;
	switch (kind.of) {
		case 'text':
			return as(readLine(shown(cell), LONGEST[field] ?? LIMITS.name, writing));
		case 'money':
			return field === 'amount' && isShare(cell)
				? readMinimum(cell, how)
				: as(readAmount(cell, how));
		case 'percent':
			return as(readShare(cell, field, how));
		case 'count':
			return MAY_BE_NOUGHT.includes(field)
				? as(readNumber(cell, how))
				: as(readCount(shown(cell), writing));
		case 'balances':
			return as(readBalances(shown(cell), writing));
		case 'missed':
			return as(readMissed(shown(cell), writing));
		case 'later day':
			return as(readLaterDay(cell, how));
		case 'first due':
			return as(readDay(cell, how));
		case 'day':
			return as(readBalanceDay(cell, how));
		case 'flag':
			return as(readFlag(shown(cell), writing));
		case 'choice': {
			const said = shown(cell);
			return as(readChoice(kind.before?.get(said) ?? said, kind.among, writing));
		}
	}
}

/** Counts that may be nought. */
const MAY_BE_NOUGHT: readonly Field[] = ['interestOnly', 'paymentsLeft', 'penaltyNotice'];

const LONGEST: Partial<Readonly<Record<Field, number>>> = {
	account: LIMITS.account,
	note: LIMITS.note
};

function readAmount(cell: Cell, { writing }: How): Reading<NonNullable<Flat['balance']>> {
	if (typeof cell === 'string') {
		const { numbers } = writing.style ?? { numbers: 'point' };
		// Once it is known how all numbers are written, none has two readings.
		const plain = plainNumber(cell, numbers);
		const [thousand = ''] = /(?<=\d)\s*k$/i.exec(cell.trim()) ?? [];
		const currency = cell.replace(/[-−\d.,'’\s()]/gu, '').replace(/k$/i, '');
		return plain === null
			? readMoney(cell, writing)
			: readMoney(`${currency} ${plain}${thousand}`.trim(), { ...writing, style: POINT });
	}
	if (!('number' in cell)) return readMoney(shown(cell), writing);
	const { digits } = writing.currency;
	return readMoney(cell.number.toFixed(digits), { ...writing, style: POINT });
}

const POINT: Style = { numbers: 'point', dates: 'day' };

function readShare(cell: Cell, field: Field, { writing, areShares }: How): Reading<Percent> {
	const isRate = field === 'annualRate' || field === 'penaltyRate';
	const read = isRate ? readRate : readMinimumPercent;
	const times = isRate && areShares ? 100 : 1;
	if (typeof cell === 'object' && 'number' in cell) {
		const percent = cell.number * (cell.isShare ? 100 : times);
		return read(String(Number(percent.toFixed(4))), { ...writing, style: POINT });
	}
	const typed = shown(cell);
	const plain = plainNumber(typed, writing.style?.numbers ?? 'point');
	if (plain === null) return read(typed, writing);
	const percent = times === 1 ? plain : String(Number((Number(plain) * times).toFixed(4)));
	return read(percent, { ...writing, style: POINT });
}

/** A minimum said as a share: `3 %`, `3 %, at least 25`, `interest + 1 %`. */
function readMinimum(cell: Cell, how: How): Reading<Flat> {
	if (typeof cell === 'object') {
		const share = readShare(cell, 'percent', how);
		return share.ok ? accepted({ rule: 'percent', percent: share.value }) : share;
	}
	const [, interest, share = '', , least] =
		/^(interest\s*(?:\+|plus|and)\s*)?([\d.,]+\s*%)(.*?([\p{Sc}\d][\d.,'’ ]*\d)[^\d]*)?$/iu.exec(
			cell.trim()
		) ?? [];
	const percent = readShare(share || cell, 'percent', how);
	if (!percent.ok) return percent;
	const rule = interest === undefined ? 'percent' : 'interest-plus';
	const said = { rule, percent: percent.value } as const;
	if (least === undefined) return accepted(said);
	const floor = readAmount(least, how);
	return floor.ok ? accepted({ ...said, floor: floor.value }) : floor;
}

/** A count that may be zero. */
const readNumber = (cell: Cell, { writing }: How): Reading<number> =>
	readCount(shown(cell), writing, { least: 0, most: LIMITS.periods });

/** The next day on which a payment is due: a date, or the day of each month. */
function readDay(cell: Cell, { writing, asOf }: How): Reading<CalendarDate> {
	if (typeof cell === 'object' && 'day' in cell) {
		return allowedFirstDue(cell.day, asOf, writing);
	}
	return readFirstDue(slashed(shown(cell)), asOf, writing);
}

/** The day on which a balance was owed, which is none after the day of the figures. */
function readBalanceDay(cell: Cell, { writing, asOf }: How): Reading<CalendarDate> {
	const isDay = typeof cell === 'object' && 'day' in cell;
	const reading = isDay
		? accepted(cell.day)
		: readDate(slashed(shown(cell)), addMonths(asOf, -12), writing);
	if (!reading.ok || reading.value <= asOf) return reading;
	const day = writeDate(asOf, writing);
	return refused(text(writing, 'after the figures', { day }), text(writing, 'until', { day }));
}

/** A day that may be after the day of the figures. */
const readLaterDay = (cell: Cell, { writing, asOf }: How): Reading<CalendarDate> =>
	typeof cell === 'object' && 'day' in cell
		? accepted(cell.day)
		: readDate(slashed(shown(cell)), asOf, writing);

function readFlag(typed: string, writing: Writing): Reading<boolean> {
	const said = typed.trim().toLowerCase();
	if (/^(yes|y|true|1|x|joint)$/.test(said)) return accepted(true);
	if (/^(no|n|false|0|-)$/.test(said)) return accepted(false);
	const problem = text(writing, 'neither yes nor no', { typed: quoted(typed.trim()) });
	return refused(problem, text(writing, 'yes or no'));
}

function readChoice(
	typed: string,
	among: readonly (string | number)[],
	writing: Writing
): Reading<string | number> {
	const said = typed.trim().toLowerCase();
	const meant = ruleCalled(said) ?? said;
	const found = among.find((one) => String(one) === meant);
	if (found !== undefined) return accepted(found);
	const problem = text(writing, 'none of them', { typed: quoted(typed.trim()) });
	return refused(problem, text(writing, 'one of', { allowed: among.join(', ') }));
}

/** The text of a cell. */
export function shown(cell: Cell | undefined): string {
	if (cell === undefined) return '';
	if (typeof cell === 'string') return cell;
	if ('day' in cell) return cell.day;
	return cell.isShare ? `${Number((cell.number * 100).toFixed(6))} %` : String(cell.number);
}

/** Whether a cell is a part of one, or says so. */
export const isShare = (cell: Cell): boolean =>
	typeof cell === 'string' ? /\d\s*%/.test(cell) : 'isShare' in cell && cell.isShare;
