/** The values of an index as a table (RFC 4180): a day and a percentage a line. */
import { isCalendarDate, type CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import type { Percent } from '../core/quantities/rate';
import type { RateIndex } from '../document/indexes';
import en from '../messages/en/exchange.json';
import { messagesOf } from '../messages/message';
import { quoted } from '../reading/reading';
import { SCREEN } from '../reading/writing';
import { plainDecimal, PLACES } from '../reading/written';
import { shown } from './debt-cells';
import { csvOf, type Row } from './table';

const { text } = messagesOf('exchange', en);

export interface IndexValue {
	readonly date: CalendarDate;
	readonly annual: Percent;
}

export const indexValuesCsv = ({ values }: Pick<RateIndex, 'values'>): string =>
	csvOf([
		['Date', 'Percent'],
		...values.map(({ holdsFrom, content }) => [holdsFrom, plainDecimal(content.annual, PLACES)])
	]);

/** The values in rows, with or without headings; of what can't be read, where and why. */
export function readIndexValues(rows: readonly Row[]): {
	readonly values: readonly IndexValue[];
	readonly problems: readonly { readonly row: number; readonly problem: string }[];
} {
	const values = new Map<string, IndexValue>();
	const problems: { row: number; problem: string }[] = [];
	for (const [at, row] of rows.entries()) {
		const [day, percent] = [0, 1].map((place) => shown(row[place]).trim());
		if (!day && !percent) continue;
		const annual = percentIn(percent ?? '');
		if (day && isCalendarDate(day) && annual !== null) values.set(day, { date: day, annual });
		else if (at > 0 || /\d/.test(`${day}${percent}`))
			problems.push({
				row: at + 1,
				problem: text(SCREEN, 'no index value', { typed: quoted(`${day}, ${percent}`) })
			});
	}
	return { values: [...values.values()].sort((a, b) => (a.date < b.date ? -1 : 1)), problems };
}

/** A percentage with up to four decimals, which may be below zero; null where it is none. */
function percentIn(typed: string): Percent | null {
	const plain = typed.replace(/\s*%$/, '').replace('−', '-');
	if (!/^-?\d{1,4}(\.\d{1,4})?$/.test(plain)) return null;
	const annual = Math.round(Number(plain) * 10_000);
	return Math.abs(annual) > LIMITS.rate ? null : (annual as Percent);
}
