/** What is written into and said of the picture of balances. */
import type { CalendarDate } from '../core/calendar';
import { owedAfter, rowAt } from '../core/run';
import type { Split, SplitBar } from '../core/split';
import type { ThreeWays, WayId } from '../core/ways';
import { endInWords, type Sentence } from './answer-text';
import { writeDate, writeMonth, writeShortMonth } from './date-text';
import { writeMoney, type Currency } from './money-text';

/** What the three ways are called, in the picture and in the rows. */
export const WAY_NAMES: Readonly<Record<WayId, string>> = {
	minimum: 'minimum',
	held: 'held',
	more: 'with extra'
};

/** At a line's end: “held: Sep 2030”, “minimum: never”. */
export function endLabel(ways: ThreeWays, id: WayId): string {
	return `${WAY_NAMES[id]}: ${endInWords(ways[id].run, writeShortMonth)}`;
}

/** The picture in words, for whoever does not see it. */
export function pictureInWords(ways: ThreeWays, shown: readonly WayId[]): string {
	const ends = shown.map((id) => `${WAY_NAMES[id]}: ${endInWords(ways[id].run, writeMonth)}`);
	return `The balance over time, paid in ${shown.length} ways, down to zero. ${ends.join('; ')}.`;
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

/** What is owed after payment k on each way; row 0 is the start. */
export function monthSentence(
	ways: ThreeWays,
	shown: readonly WayId[],
	k: number,
	currency: Currency
): { readonly date: CalendarDate; readonly sentence: Sentence } {
	const longest = shown.map((id) => ways[id].run).reduce((a, b) => (b.periods > a.periods ? b : a));
	const date = rowAt(longest, k)?.date ?? longest.startDate;
	const owed = shown.map((id) => {
		return `${WAY_NAMES[id]} ${writeMoney(owedAfter(ways[id].run, k), currency)}`;
	});
	return {
		date,
		sentence: [
			{ text: writeDate(date), figure: 'figure' },
			{ text: `, still owed: ${owed.join(' · ')}` }
		]
	};
}
