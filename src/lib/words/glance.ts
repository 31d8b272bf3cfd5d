/** The book at a glance, in words. */
import type { CalendarDate } from '../core/quantities/calendar';
import { size } from '../core/quantities/money';
import { USUAL, type Owed } from '../document/casebook';
import {
	countOf,
	LISTED,
	type BookState,
	type Glance,
	type Group,
	type Savings
} from '../document/glance';
import en from '../messages/en/glance.json';
import { listOf, messagesOf, type Locale } from '../messages/message';
import type { Sentence } from '../messages/sentence';
import { grouped, writeMoney, writeShortMonth } from '../reading/written';
import { monthsInWords } from './amounts';

const { text, sentence } = messagesOf('glance', en);

/** “Of 240 cases, 180 have a chosen plan. $2,345,678.90 is owed now. Since plans were chosen, $123,456.78 was paid off.” */
export function glanceSentence(glance: Glance, locale: Locale): Sentence {
	const cases = countOf(glance.counts);
	if (cases === 0) return sentence(locale, 'empty');
	const { ending, months, owed, paidOff } = glance;
	const change = (id: 'paid' | 'more', some: readonly Owed[]): Sentence =>
		some.length === 0
			? []
			: sentence(locale, id, { amounts: amountsOf(some, locale), count: some.length });
	return [
		...sentence(locale, 'answer', {
			cases,
			chosen: cases - glance.counts.new,
			owed: amountsOf(owed, locale),
			owedCount: owed.length
		}),
		...change(
			'paid',
			paidOff.filter(({ amount }) => amount > 0)
		),
		...change(
			'more',
			paidOff.filter(({ amount }) => amount < 0)
		),
		...(ending > 0
			? sentence(locale, 'to go', { time: monthsInWords(locale, Math.round(months / ending)) })
			: [])
	];
}

/** “Against paying only the minimums, chosen plans save $12,345.00 (180 cases). In the 96 with balances recorded since, it is $9,876.00 where $9,990.00 was planned.” */
export function savingsSentence(
	{ planned, lived, plannedOfLived, left }: Savings,
	locale: Locale
): Sentence {
	return [
		...(planned.cases === 0
			? []
			: sentence(locale, 'saved', {
					amounts: signedAmounts(planned.amounts, locale),
					cases: planned.cases,
					count: planned.amounts.length
				})),
		...(lived.cases === 0
			? []
			: sentence(locale, 'saved lived', {
					amounts: signedAmounts(lived.amounts, locale),
					planned: signedAmounts(plannedOfLived, locale),
					cases: lived.cases
				})),
		...(left === 0 ? [] : sentence(locale, 'saved left', { count: left }))
	];
}

/** What costs more is said with a minus. */
const signedAmounts = (all: readonly Owed[], locale: Locale): string =>
	listOf(
		locale,
		all.map(({ amount, currency }) => writeMoney(amount, { ...locale, currency }))
	);

const amountsOf = (all: readonly Owed[], locale: Locale): string =>
	listOf(
		locale,
		all.map(({ amount, currency }) => writeMoney(size(amount), { ...locale, currency }))
	);

/** “behind plan” */
export const stateInWords = (state: BookState, locale: Locale): string =>
	text(locale, `state ${state}`);

/** What it means, by the usual rule of reviews. */
export const stateMeaning = (state: BookState, locale: Locale): string =>
	text(locale, `meaning ${state}`, {
		months: USUAL.rule.months,
		off: grouped(USUAL.rule.off ?? 0, 2, locale)
	});

/** “12 cases: behind plan. More is owed than the plan expects, by more than 100.00.” */
export const casesInSentence = (state: BookState, count: number, locale: Locale): Sentence =>
	sentence(locale, 'cases in', {
		count,
		state: stateInWords(state, locale),
		meaning: stateMeaning(state, locale)
	});

/** “200 of 1,240 are listed.”; null where all are. */
export const listedInWords = (count: number, locale: Locale): string | null =>
	count <= LISTED ? null : text(locale, 'listed', { listed: LISTED, count });

/** Whose cases a group is. */
export const ownerName = ({ name }: Pick<Group, 'name'>, locale: Locale): string =>
	name ?? text(locale, 'nobody');

/** “Dec 2026” of a group of cases that began in a month. */
export const monthName = ({ name }: Pick<Group, 'name'>, locale: Locale): string =>
	name === null ? '' : writeShortMonth(`${name}-01` as CalendarDate, locale);
