/** Texts in and about the charts of one debt. */
import type { CalendarDate } from '../core/quantities/calendar';
import { dateOfPeriod, owedAfter, periodBy, type Run } from '../core/debt/run';
import type { PaymentParts, PartsBar } from '../core/debt/payment-parts';
import { writeDate, writeMoney, writeMonth, writeShortMonth } from '../reading/written';
import type { Writing } from '../reading/writing';
import { endInWords } from './debt';
import en from '../messages/en/pictures.json';
import { messagesOf } from '../messages/message';
import type { Sentence } from '../messages/sentence';

const { sentence, text } = messagesOf('pictures', en);

/** A run with what it is called in the picture. */
export interface NamedRun {
	readonly name: string;
	readonly run: Run;
}

/** At a line's end: “as it is paid now: Sep 2030”, “its own minimum: never”. */
export const endLabel = ({ name, run }: NamedRun, writing: Writing): string =>
	text(writing, 'end', { name, when: endInWords(run, writing, writeShortMonth) });

/** The picture in words, for whoever does not see it. */
export function pictureInWords(shown: readonly NamedRun[], writing: Writing): string {
	const ends = shown.map(({ name, run }) =>
		text(writing, 'end', { name, when: endInWords(run, writing, writeMonth) })
	);
	return text(writing, 'balance', { count: shown.length, ends: ends.join('; ') });
}

/** The bars in words, for whoever does not see them. */
export function partsInWords({ by, bars }: PaymentParts, writing: Writing): string {
	const part = (bar: PartsBar | undefined) => {
		if (!bar) return [];
		const amounts = {
			interest: writeMoney(bar.interest, writing),
			principal: writeMoney(bar.principal, writing)
		};
		return by === 'year'
			? text(writing, 'in year', { year: String(bar.year), ...amounts })
			: text(writing, 'with payment', { k: String(bar.from), ...amounts });
	};
	return text(writing, 'split', {
		by,
		parts: [part(bars[0]), part(bars.at(-1))].flat().join('; ')
	});
}

/** The balance on a day under each way of paying. */
export function monthSentence(
	shown: readonly NamedRun[],
	date: CalendarDate,
	writing: Writing
): Sentence {
	const owed = shown.map(({ name, run }) =>
		text(writing, 'owed on a way', { name, amount: writeMoney(owedOn(run, date), writing) })
	);
	return sentence(writing, 'owed', { day: writeDate(date, writing), owed: owed.join(' · ') });
}

/** The balance after the last payment due by a day. */
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
	const start = longest.firstRow - 1;
	return {
		count: periodBy(longest, until) - start + 1,
		at: (index) => dateOfPeriod(longest, start + index)
	};
}
