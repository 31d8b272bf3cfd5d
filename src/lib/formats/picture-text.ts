/** What is written into and said of the pictures of one debt. */
import type { CalendarDate } from '../core/calendar';
import { dateOfPeriod, owedAfter, periodBy, type Run } from '../core/run';
import type { Split, SplitBar } from '../core/split';
import { writeDate, writeMonth, writeShortMonth } from './date-text';
import { writeMoney, type Currency } from './money-text';
import { endInWords } from './run-text';
import type { Sentence } from './sentence';

/** A run with what it is called in the picture. */
export interface NamedRun {
	readonly name: string;
	readonly run: Run;
}

/** At a line's end: “as it is paid now: Sep 2030”, “its own minimum: never”. */
export function endLabel({ name, run }: NamedRun): string {
	return `${name}: ${endInWords(run, writeShortMonth)}`;
}

/** The picture in words, for whoever does not see it. */
export function pictureInWords(shown: readonly NamedRun[]): string {
	const ends = shown.map(({ name, run }) => `${name}: ${endInWords(run, writeMonth)}`);
	const ways = shown.length === 1 ? 'one way' : `${shown.length} ways`;
	return `The balance over time, paid in ${ways}, down to zero. ${ends.join('; ')}.`;
}

/** The bars in words, for whoever does not see them. */
export function splitInWords({ by, bars }: Split, currency: Currency): string {
	const part = (bar: SplitBar | undefined) => {
		if (!bar) return '';
		const when = by === 'year' ? `in ${bar.year}` : `with payment ${bar.from}`;
		return `${when} ${writeMoney(bar.interest, currency)} interest and ${writeMoney(bar.principal, currency)} principal`;
	};
	return `What is paid, by the ${by}, split into interest and principal: ${part(bars[0])}; ${part(bars.at(-1))}.`;
}

/** What is owed on a day on each way. */
export function monthSentence(
	shown: readonly NamedRun[],
	date: CalendarDate,
	currency: Currency
): Sentence {
	const owed = shown.map(({ name, run }) => {
		return `${name} ${writeMoney(owedOn(run, date), currency)}`;
	});
	return [
		{ text: writeDate(date), figure: 'figure' },
		{ text: `, still owed: ${owed.join(' · ')}` }
	];
}

/** What is owed after the last payment that is due by a day. */
function owedOn(run: Run, date: CalendarDate) {
	return owedAfter(run, periodBy(run, date));
}

/** The days that can be pointed at in a picture, from its start on. */
export interface DatesShown {
	readonly count: number;
	readonly at: (index: number) => CalendarDate;
}

/** The dates of the run that goes furthest, up to a last one. */
export function datesShown(shown: readonly NamedRun[], until: CalendarDate): DatesShown {
	const [longest] = shown.map(({ run }) => run).sort((a, b) => (a.lastDate < b.lastDate ? 1 : -1));
	if (!longest) return { count: 0, at: () => until };
	return { count: periodBy(longest, until) + 1, at: (k) => dateOfPeriod(longest, k) };
}
