/** What happens to a debt over time, in a few words, as it stands on its chip. */
import type { CalendarDate, PaymentsPerYear } from '../core/calendar';
import { dateParts } from '../core/calendar';
import type { Happening } from '../core/happening';
import { monthName, writeDate, writeShortMonth } from './date-text';
import type { HappeningEntry } from './debt-document';
import { frequencyWords } from './frequency-text';
import { writeMoney, type Currency } from './money-text';
import { writePercent } from './percent-text';

export const HAPPENING_KINDS: readonly {
	readonly value: Happening['kind'];
	readonly words: string;
}[] = [
	{ value: 'extra', words: 'extra payment' },
	{ value: 'skip', words: 'missed payment' },
	{ value: 'payment', words: 'new payment' },
	{ value: 'rate', words: 'new rate' },
	{ value: 'charge', words: 'charge or fee' }
];

/** “+400.00 in April, every year”, “24.9 % from Aug 2027”, “no payment in Mar 2027” */
export function happeningInWords(
	happening: Happening,
	paymentsPerYear: PaymentsPerYear,
	currency: Currency
): string {
	const money = (amount: Parameters<typeof writeMoney>[0]) => writeMoney(amount, currency);
	const { date } = happening;
	const day = dayWords(date, paymentsPerYear);
	switch (happening.kind) {
		case 'extra':
			return `+${money(happening.amount)} ${recurrence(happening, paymentsPerYear)}`;
		case 'charge': {
			const what = happening.fee ? 'fee' : 'charge';
			return `${what} ${money(happening.amount)} ${recurrence(happening, paymentsPerYear)}`;
		}
		case 'skip':
			return `no payment ${day.at}`;
		case 'payment':
			return happening.amount === null
				? `pays what is asked from ${day.from}`
				: `pays ${money(happening.amount)} from ${day.from}`;
		case 'rate':
			return `${writePercent(happening.annual)} from ${day.from}`;
	}
}

/** As two versions of a case are laid beside each other. */
export function happeningField(
	entry: HappeningEntry,
	paymentsPerYear: PaymentsPerYear,
	currency: Currency
): string {
	const words = happeningInWords(entry, paymentsPerYear, currency);
	const anew = entry.kind === 'rate' && entry.reamortize ? ', payment set anew' : '';
	return words + anew + (entry.off ? ' (off)' : '');
}

/** Days matter where more than one payment falls into a month. */
function dayWords(date: CalendarDate, paymentsPerYear: PaymentsPerYear) {
	return paymentsPerYear > 12
		? { at: `on ${writeDate(date)}`, from: writeDate(date) }
		: { at: `in ${writeShortMonth(date)}`, from: writeShortMonth(date) };
}

/** “in Apr 2027”, “in April, every year”, “every quarter from Apr 2027”, “…, until Apr 2030” */
function recurrence(
	{ date, perYear, until }: Extract<Happening, { kind: 'extra' | 'charge' }>,
	paymentsPerYear: PaymentsPerYear
): string {
	const day = dayWords(date, paymentsPerYear);
	if (perYear === null) return day.at;
	const end = until === null ? '' : `, until ${dayWords(until, paymentsPerYear).from}`;
	const every = frequencyWords(perYear).every;
	if (perYear === 1) {
		const month =
			paymentsPerYear > 12
				? `on ${dateParts(date).day} ${monthName(date)}`
				: `in ${monthName(date)}`;
		return `${month}, ${every}${end}`;
	}
	return `${every} from ${day.from}${end}`;
}
