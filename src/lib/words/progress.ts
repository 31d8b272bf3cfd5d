/** Answers of the progress of a case. */
import { monthsBetween, startOfMonth, type CalendarDate } from '../core/quantities/calendar';
import { type Cents, negative, size } from '../core/quantities/money';
import {
	expectedInAll,
	howPaid,
	paidInAll,
	paidByMonth,
	type Drift,
	type HowPaid,
	type Parts
} from '../core/plan/drift';
import { DRIFT_PARTS, type DriftPart } from '../core/plan/progress';
import type { DriftFigureName } from '../core/working/drift-figure';
import {
	apart,
	type BringsBack,
	type ComeBack,
	type Moment,
	type Outlook
} from '../document/coming-back';
import { writeDate, writeMoney, writeMonth } from '../reading/written';
import type { Writing } from '../reading/writing';
import { signOf } from './amounts';
import { verdict } from './comparison';
import en from '../messages/en/progress.json';
import { capital, listOf, messagesOf, type Locale } from '../messages/message';
import { figure, interest, say, type Phrase, type Sentence } from '../messages/sentence';

const { sentence, text } = messagesOf('progress', en);

/** A figure of it that opens its working. */
function opening(amount: Cents, name: DriftFigureName, writing: Writing): Phrase {
	const written = writeMoney(size(amount), writing);
	const opens = { of: 'drift', name } as const;
	return name === 'balance' || name === 'creditor'
		? interest(written, opens)
		: figure(written, opens);
}

/** “Six months in, 18,204.11 is owed instead of 17,530.40: 673.71 more. Of that, …” */
export function progressSentence(back: ComeBack, writing: Writing): Sentence {
	const { drift, kept, day, expected } = back;
	const inMonths = (until: CalendarDate) =>
		text(writing, 'months in', { months: Math.max(0, monthsBetween(kept.entry.date, until)) });
	const last =
		drift.read
			.map(({ latest }) => latest?.date ?? day)
			.sort()
			.at(-1) ?? day;
	const since =
		last >= startOfMonth(day)
			? inMonths(day)
			: text(writing, 'last read', { since: inMonths(last), date: writeDate(last, writing) });
	if (drift.read.length === 0) {
		const owed = expectedInAll(drift.debts, day);
		return sentence(writing, 'nothing read', {
			since,
			expected: figure(writeMoney(owed, writing)),
			ends:
				expected.ends === null
					? text(writing, 'over never')
					: text(writing, 'over in', { month: writeMonth(expected.ends, writing) })
		});
	}
	return [
		...sentence(writing, 'owed', {
			since,
			owed: opening(drift.owed, 'owed', writing),
			only: drift.unread.length > 0 ? 'yes' : 'no'
		}),
		...howFar(drift, writing),
		...goingOn(back, writing)
	];
}

function howFar(drift: Drift, writing: Writing): Sentence {
	const { gap, parts } = drift;
	const there = sizedParts(parts);
	if (there.length === 0 && gap === 0) return [...sentence(writing, 'as planned'), say('.')];
	const paid = paidBy(drift, onlyMonth(drift, writing));
	const ofSign = (sign: 1 | -1) =>
		joined(
			partsInWords(
				parts,
				there.filter((part) => sign * parts[part] > 0),
				paid,
				writing
			),
			writing
		);
	const [with_, against] = gap < 0 ? [ofSign(-1), ofSign(1)] : [ofSign(1), ofSign(-1)];
	const because = sentence(writing, against.length === 0 ? 'because' : 'because and against', {
		parts: gap === 0 ? with_ : capitalised(with_, writing),
		against
	});
	if (gap === 0) return sentence(writing, 'same by chance', { parts: because });
	return sentence(writing, gap > 0 ? 'more' : 'less', {
		expected: opening(drift.expected, 'expected', writing),
		gap: opening(gap, 'gap', writing),
		parts: because
	});
}

const paidBy = (drift: Pick<Drift, 'read'>, month: string): Paid => ({
	paid: howPaid(drift.read),
	total: paidInAll(drift),
	in: month
});

/** How it is known what was paid, what that comes to, and “ in May” where all of the difference is of one month. */
interface Paid {
	readonly paid: HowPaid;
	readonly total: Cents;
	readonly in: string;
}

/** Parts, the largest first. */
function partsInWords(
	parts: Parts,
	which: readonly DriftPart[],
	{ paid, total, in: month }: Paid,
	writing: Writing
): Sentence[] {
	return which.map((part) => {
		const amount = parts[part];
		if (part === 'payments' && paid !== 'entered') {
			return sentence(writing, 'paid by the balances', {
				way: amount > 0 ? 'less' : 'more',
				partly: paid === 'both' ? 'yes' : 'no',
				paid: writeMoney(total, writing),
				amount: opening(amount, part, writing)
			});
		}
		return sentence(writing, amount > 0 ? `more ${part}` : `less ${part}`, {
			amount: opening(amount, part, writing),
			month: part === 'payments' ? month : ''
		});
	});
}

const capitalised = ([first, ...others]: Sentence, locale: Locale): Sentence =>
	first ? [{ ...first, text: capital(locale, first.text) }, ...others] : [];

/** Those that are not zero, by size. */
export const sizedParts = (parts: Parts): DriftPart[] =>
	DRIFT_PARTS.filter((part) => parts[part] !== 0).sort(
		(a, b) => Math.abs(parts[b]) - Math.abs(parts[a])
	);

/** “A”, “A and B”, “A, B and C”, of phrases. */
function joined(items: readonly Sentence[], locale: Locale): Sentence {
	const marks = items.map((_, at) => `\u0000${at}\u0000`);
	return listOf(locale, marks)
		.split('\u0000')
		.flatMap((piece, at) =>
			at % 2 === 1 ? (items[Number(piece)] ?? []) : piece === '' ? [] : [say(piece)]
		);
}

/** “ in May”, where all that was paid less or more is of one month. */
function onlyMonth(drift: Drift, writing: Writing): string {
	const off = paidByMonth(drift).filter(({ expected, paid }) => expected !== paid);
	const [only] = off;
	return only && off.length === 1
		? text(writing, 'in month', { month: writeMonth(only.month, writing) })
		: '';
}

/** “ Paying on as planned it is over in August 2029 instead of June 2029, and costs 208.30 more.” */
function goingOn({ outlook, expected }: ComeBack, writing: Writing): Sentence {
	if (!outlook) return [];
	if (outlook.ends === null) return sentence(writing, 'never');
	const isSame = expected.ends?.slice(0, 7) === outlook.ends.slice(0, 7);
	const difference = apart(outlook, expected);
	const more = difference.kind === 'both end' ? negative(difference.costLess) : null;
	return sentence(writing, 'ahead', {
		ends: figure(writeMonth(outlook.ends, writing), { of: 'drift', name: 'ends' }),
		instead: isSame
			? text(writing, 'as expected')
			: expected.ends === null
				? ''
				: text(writing, 'instead', { month: writeMonth(expected.ends, writing) }),
		cost:
			more === null
				? ''
				: more === 0
					? text(writing, 'costs the same')
					: sentence(writing, 'costs', {
							amount: opening(more, 'costMore', writing),
							way: signOf(more)
						})
	});
}

/** Which debts were not read; null where all were. */
export function unreadSentence({ drift, kept }: ComeBack, writing: Writing): string | null {
	if (drift.unread.length === 0 || drift.read.length === 0) return null;
	const names = drift.unread.map(({ id }) => kept.debts.find((debt) => debt.id === id)?.name ?? '');
	const count = names.length;
	return `${text(writing, 'unread', { names: listOf(writing, names) })} ${text(writing, 'assumed', { count })}`;
}

/** Where a forecast that was kept and the same worked out now part. */
export function differsSentence({ kept }: ComeBack, writing: Writing): string | null {
	if (!kept.differs) return null;
	const debt = kept.debts.find(({ id }) => id === kept.differs?.debt)?.name ?? '';
	return text(writing, 'differs', { month: writeMonth(kept.differs.date, writing), debt });
}

/** The answer without a forecast: no plan chosen, or chosen before forecasts were saved. */
export const noForecast = (
	chosen: { readonly name: string; readonly date: CalendarDate } | null,
	writing: Writing
): Sentence =>
	chosen
		? sentence(writing, 'chosen before', {
				name: chosen.name,
				date: writeDate(chosen.date, writing)
			})
		: sentence(writing, 'no forecast');

/** “31.20 more a month brings it back to June 2029” and “or 412.00 once, in July 2027”. */
export function bringsBackInWords(
	{ by, each, once }: BringsBack,
	first: CalendarDate,
	writing: Writing
): { readonly each: string | null; readonly once: string | null; readonly none: string | null } {
	const month = writeMonth(by, writing);
	return {
		each:
			each === null
				? null
				: text(writing, 'brings back', { each: writeMoney(each, writing), month }),
		once:
			once === null
				? null
				: text(writing, 'brings back once', {
						once: writeMoney(once, writing),
						first: writeMonth(first, writing)
					}),
		none: each === null && once === null ? text(writing, 'nothing brings back', { month }) : null
	};
}

/** The name of a moment on the line of visits. */
export const momentInWords = ({ kind, name, amount }: Moment, locale: Locale): string =>
	kind === 'visit'
		? text(locale, amount === null ? 'not read' : 'read')
		: text(locale, kind === 'choice' ? 'chosen' : 'gone on', { name });

/** Two moments beside each other: “From 12 Jun 2027 to 15 Sep 2027: 2 months later, 208.30 more.” */
export function betweenInWords(
	one: { readonly date: CalendarDate; readonly outlook: Outlook },
	other: { readonly date: CalendarDate; readonly outlook: Outlook },
	writing: Writing
): string | null {
	const said = verdict(apart(other.outlook, one.outlook), writing);
	return (
		said &&
		text(writing, 'between', {
			one: writeDate(one.date, writing),
			other: writeDate(other.date, writing),
			verdict: said
		})
	);
}

/** The name of a part beside its bar: behind the plan, or ahead of it. */
export const partName = (part: DriftPart, amount: number, locale: Locale): string =>
	text(locale, amount < 0 ? 'part ahead' : 'part', { part });

/** A debt's bar in words, for those who do not see it. */
export function barInWords(
	name: string,
	{ parts, read }: Pick<Drift, 'parts' | 'read'>,
	writing: Writing
): string {
	const pieces = partsInWords(parts, sizedParts(parts), paidBy({ read }, ''), writing).map(
		(piece) => piece.map(({ text: words }) => words).join('')
	);
	return pieces.length === 0
		? text(writing, 'bar none', { name })
		: text(writing, 'bar', { name, parts: listOf(writing, pieces) });
}

export const progressPicture = (count: number, locale: Locale): string =>
	text(locale, 'picture', { count });
export const lineExpected = (date: CalendarDate, locale: Locale): string =>
	text(locale, 'line expected', { date: writeDate(date, locale) });
export const lineReal = (locale: Locale): string => text(locale, 'line real');
export const lineAhead = (locale: Locale): string => text(locale, 'line ahead');

export const recordedKind = (kind: 'payment' | 'charge' | 'fee', locale: Locale): string =>
	text(locale, 'kind', { kind });
export const alsoInFileWords = (locale: Locale): string => text(locale, 'also in file');
export const sinceWords = (date: CalendarDate, locale: Locale): string =>
	text(locale, 'since start', { date: writeDate(date, locale) });
export const computedWords = (amount: Cents, writing: Writing): string =>
	text(writing, 'computed words', { amount: writeMoney(amount, writing) });
/** “About 1,240.00 was paid, as the balances show.” */
export const inferredWords = (paid: Cents, writing: Writing): string =>
	text(writing, 'inferred words', { paid: writeMoney(paid, writing) });
export const inFileWords = (count: number, paid: Cents, charged: Cents, writing: Writing): string =>
	text(writing, 'in file', {
		count,
		paid: writeMoney(paid, writing),
		charged: writeMoney(charged, writing)
	});

/** Why a day is refused that lies after the one up to which something can have happened. */
export const afterVisit = (
	date: CalendarDate,
	latest: CalendarDate,
	locale: Locale
): { readonly problem: string; readonly allowed: string } => ({
	problem: text(locale, 'after visit', { date: writeDate(date, locale) }),
	allowed: text(locale, 'up to visit', { date: writeDate(latest, locale) })
});
