/** The book at a glance, in words. */
import type { CalendarDate } from '../core/quantities/calendar';
import { size } from '../core/quantities/money';
import { USUAL, type Owed } from '../document/casebook';
import { countOf, LISTED, type BookState, type Glance, type Group } from '../document/glance';
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
