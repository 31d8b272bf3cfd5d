/** Indexes and the rates that follow them, in words. */
import type { CalendarDate } from '../core/quantities/calendar';
import type { Percent } from '../core/quantities/rate';
import { size, type Cents } from '../core/quantities/money';
import type { Follows } from '../document/debt';
import type { Course, RateIndex } from '../document/indexes';
import en from '../messages/en/indexes.json';
import { listOf, messagesOf, type Locale } from '../messages/message';
import type { Sentence } from '../messages/sentence';
import {
	writeDate,
	writeMoney,
	writePercent,
	writeShortMonth,
	writeSignedPercent
} from '../reading/written';
import type { Writing } from '../reading/writing';

const { text, sentence } = messagesOf('indexes', en);

/** A percentage without its sign, which is said in words or before it. */
const plainPercent = (of: number, locale: Locale): string =>
	writePercent(Math.abs(of) as Percent, locale);

/** “Coast prime rate + 12.40 %, with each payment, at most 29.99 %” */
export function followsInWords(follows: Follows | null, locale: Locale): string {
	if (follows === null) return text(locale, 'follows none');
	const { name, margin, every, step, cap, floor } = follows;
	const limit = (kind: 'step' | 'cap' | 'floor', rate: Percent) =>
		text(locale, 'limit', { kind, rate: writePercent(rate, locale) });
	const limits = [
		...(step === null ? [] : [limit('step', step)]),
		...(cap === null ? [] : [limit('cap', cap)]),
		...(floor === 0 ? [] : [limit('floor', floor)])
	].join('');
	return text(locale, 'follows', {
		name,
		sign: margin < 0 ? 'less' : 'more',
		margin: plainPercent(margin, locale),
		every,
		limits
	});
}

/** “Coast prime rate stands at 7.25 % since 10 Dec 2026.” */
export function indexSentence(
	index: RateIndex | null,
	today: CalendarDate,
	locale: Locale
): Sentence {
	if (index === null) return sentence(locale, 'none');
	const { name } = index.profile.content;
	const now = index.values.findLast(({ holdsFrom }) => holdsFrom <= today);
	if (!now) return sentence(locale, 'no values', { name });
	const said = ({ content, holdsFrom }: typeof now) => ({
		name,
		rate: writeSignedPercent(content.annual, locale),
		day: writeDate(holdsFrom, locale)
	});
	const next = index.values.find(({ holdsFrom }) => holdsFrom > today);
	return [
		...sentence(locale, 'stands', said(now)),
		...(next ? sentence(locale, 'ahead', said(next)) : [])
	];
}

/** “3 debts follow it, and 2 have older values.” */
export const followingSentence = (count: number, behind: number, locale: Locale): Sentence =>
	count === 0
		? sentence(locale, 'nobody follows')
		: sentence(locale, 'following', { count, behind });

/** “Coast prime rate has newer values than this debt: 7.25 % from 10 Dec 2026.” */
export function newValuesSentence(before: Follows, after: Follows, locale: Locale): Sentence {
	const known = new Map(before.values.map(({ date, annual }) => [date, annual]));
	const fresh = after.values
		.filter(({ date, annual }) => known.get(date) !== annual)
		.map(({ date, annual }) =>
			text(locale, 'value', {
				rate: writeSignedPercent(annual, locale),
				day: writeDate(date, locale)
			})
		);
	return sentence(locale, 'new values', { name: after.name, values: listOf(locale, fresh) });
}

/** “19.50 % to 19.75 %”: a debt's rate with the values that it has, and with those that are recorded. */
export const movesInWords = (before: Percent, after: Percent, locale: Locale): string =>
	before === after
		? text(locale, 'same rate')
		: text(locale, 'moves', {
				before: writePercent(before, locale),
				after: writePercent(after, locale)
			});

/** “41.20 more”: by how much interest and fees of the plan move; null: it is not computed. */
export function costMovesInWords(more: Cents | null, writing: Writing): string {
	if (more === null) return text(writing, 'no plan');
	if (more === 0) return text(writing, 'same cost');
	return text(writing, 'cost more', {
		amount: writeMoney(size(more), writing),
		way: more > 0 ? 'more' : 'less'
	});
}

/** Why the service that publishes indexes brought nothing. */
export const indexTrouble = (
	kind: 'silent' | 'unknown' | 'nonsense' | 'unset',
	name: string,
	locale: Locale
): string => text(locale, `trouble ${kind}`, { name });

/** “Coast prime rate: 1 new value.” */
export const takenValues = (name: string, count: number, locale: Locale): string =>
	text(locale, count === 0 ? 'nothing new' : 'taken', { name, count });

/** “+1 % from Jun 2027” of a course, step by step. */
export const courseInWords = ({ steps }: Course, locale: Locale): string =>
	steps.length === 0
		? text(locale, 'course today')
		: listOf(
				locale,
				steps.map(({ date, change }) =>
					text(locale, 'course step', {
						change: `${change < 0 ? '−' : '+'}${plainPercent(change, locale)}`,
						month: writeShortMonth(date, locale)
					})
				)
			);
