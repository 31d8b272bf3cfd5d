/**
 * What was missed before, in one cell of a table: “2026-08-05 lacks 12.00; 2026-09-05 lacks 0.00; fee due 30.00; penalty
 * from 2026-10-05; on time 2”.
 */
import { isCalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import { NO_HISTORY } from '../document/debt';
import type { LateHistory } from '../document/late-history';
import en from '../messages/en/exchange.json';
import { messagesOf } from '../messages/message';
import { readCount } from '../reading/counts';
import type { Currency } from '../reading/currencies';
import { readMoney } from '../reading/money';
import { accepted, quoted, refused, type Reading } from '../reading/reading';
import type { Writing } from '../reading/writing';
import { plainDecimal } from '../reading/written';

const { text } = messagesOf('exchange', en);

export function missedCell(history: LateHistory, { digits }: Currency): string {
	const { missed, feeDue, penaltyFrom, onTime } = history;
	return [
		...missed.map(({ due, lacking }) => `${due} lacks ${plainDecimal(lacking, digits)}`),
		`fee due ${plainDecimal(feeDue, digits)}`,
		...(penaltyFrom === null ? [] : [`penalty from ${penaltyFrom}`]),
		`on time ${onTime}`
	].join('; ');
}

const POINT = { numbers: 'point', dates: 'day' } as const;

export function readMissed(cell: string, here: Writing): Reading<LateHistory> {
	const writing = { ...here, style: POINT };
	let history = NO_HISTORY;
	for (const part of cell.split(';').map((one) => one.trim())) {
		const read = readPart(part, history, writing);
		if (!read.ok) return read;
		history = read.value;
	}
	return history.missed.length > LIMITS.latePeriods ? unreadable(cell, writing) : accepted(history);
}

/** The history with one more of its parts. */
function readPart(part: string, history: LateHistory, writing: Writing): Reading<LateHistory> {
	const [, what = '', day = '', amount = ''] =
		/^(fee due|penalty from|on time|)\s*(\d{4}-\d\d-\d\d)?\s*(?:lacks)?\s*([\d.]*)$/i.exec(part) ??
		[];
	switch (what.toLowerCase()) {
		case 'fee due': {
			const fee = readMoney(amount, writing);
			return fee.ok ? accepted({ ...history, feeDue: fee.value }) : fee;
		}
		case 'on time': {
			const onTime = readCount(amount, writing, { least: 0, most: LIMITS.periods });
			return onTime.ok ? accepted({ ...history, onTime: onTime.value }) : onTime;
		}
		case 'penalty from':
			return isCalendarDate(day)
				? accepted({ ...history, penaltyFrom: day })
				: unreadable(part, writing);
		default: {
			if (!isCalendarDate(day)) return unreadable(part, writing);
			const lacking = readMoney(amount, writing);
			if (!lacking.ok) return lacking;
			const missed = [...history.missed, { due: day, lacking: lacking.value }];
			return accepted({ ...history, missed });
		}
	}
}

const unreadable = (said: string, writing: Writing): Reading<never> =>
	refused(
		text(writing, 'not missed payments', { typed: quoted(said) }),
		text(writing, 'missed payments as in')
	);
