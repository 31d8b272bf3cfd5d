/** What would come of many cases if something changed, in words. */
import { size, type Cents } from '../core/quantities/money';
import type { Percent } from '../core/quantities/rate';
import type { PlanFigures, WhatIf } from '../document/what-if';
import type { WhatIfLine, WhatIfRun, WhatIfTotals } from '../document/what-if-answer';
import en from '../messages/en/what-if.json';
import { listOf, messagesOf, type Locale } from '../messages/message';
import { figure, interest, plain, say, type Sentence } from '../messages/sentence';
import { currencyOf } from '../reading/currencies';
import { monthsInWords } from './amounts';
import { minimumInWords } from './usual-terms';
import { writeDate, writeMoney, writeMonth, writePercent } from '../reading/written';

const { text, sentence } = messagesOf('what-if', en);

type Question = Pick<WhatIfRun, 'change' | 'subject'>;

/** “Quillmark Bank charges 29.99 % from 1 Mar 2027” */
function changeInWords({ change, subject }: Question, locale: Locale): string {
	switch (change.kind) {
		case 'rate':
			return text(locale, subject === null ? 'rate of nobody' : 'rate', {
				name: subject ?? '',
				rate: writePercent(change.annualRate, locale),
				day: writeDate(change.from, locale)
			});
		case 'index':
			return text(locale, subject === null ? 'index of nobody' : 'index', {
				name: subject ?? '',
				steps: listOf(
					locale,
					change.steps.map(({ by, from }) =>
						text(locale, 'step', {
							by: writePercent(Math.abs(by) as Percent, locale),
							way: by < 0 ? 'less' : 'more',
							day: writeDate(from, locale)
						})
					)
				)
			});
		case 'minimum':
			return text(locale, subject === null ? 'minimum of nobody' : 'minimum', {
				name: subject ?? '',
				minimum: minimumInWords(change.required, writingIn(change.currency, locale))
			});
		case 'money':
		case 'minimums':
			return text(locale, change.kind);
		case 'fee':
			return text(locale, 'fee', { fee: feeInWords(change, locale) });
	}
}

const writingIn = (code: string, locale: Locale) => ({
	...locale,
	currency: currencyOf(code) ?? { code, digits: 2 }
});

function feeInWords(
	{ monthlyFee, currency: code }: Extract<WhatIf, { kind: 'fee' }>,
	locale: Locale
): string {
	const writing = writingIn(code, locale);
	if (monthlyFee.kind === 'amount') return writeMoney(monthlyFee.amount, writing);
	return text(locale, 'fee percent', {
		percent: writePercent(monthlyFee.percent, locale),
		cap: monthlyFee.cap === null ? 'none' : writeMoney(monthlyFee.cap, writing)
	});
}

/** “What if Quillmark Bank charges 29.99 % from 1 Mar 2027?” */
export const askedInWords = (question: Question, locale: Locale): string =>
	text(locale, 'asked', { change: changeInWords(question, locale) });

/** The answer to a question: how many cases it moves, and how. */
export function whatIfSentence(run: WhatIfRun, totals: WhatIfTotals, locale: Locale): Sentence {
	const change = changeInWords(run, locale);
	const cases = run.done;
	const failed = totals.notComputed > 0;
	return [
		...(totals.moved === 0
			? sentence(locale, 'nothing', { change, cases })
			: sentence(locale, 'moved', {
					change,
					cases,
					moved: totals.moved,
					parts: listedParts(totals, locale)
				})),
		...(failed ? sentence(locale, 'not computed', { count: totals.notComputed }) : [])
	];
}

/** The ways in which the cases come out differently, one after the other. */
function listedParts(totals: WhatIfTotals, locale: Locale): Sentence {
	const { endless, short, shortFrom, later, months, sooner } = totals;
	const parts: Sentence[] = [];
	if (endless > 0) parts.push(sentence(locale, 'endless', { count: endless }));
	if (short > 0 && shortFrom !== null)
		parts.push(sentence(locale, 'short', { count: short, month: writeMonth(shortFrom, locale) }));
	if (later > 0)
		parts.push(
			sentence(locale, 'later', {
				count: later,
				time: monthsInWords(locale, Math.max(1, Math.round(months / later)))
			})
		);
	if (sooner > 0) parts.push(sentence(locale, 'sooner', { count: sooner }));
	if (endless + short + later + sooner === 0) parts.push(sentence(locale, 'as before'));
	for (const way of ['more', 'less'] as const) {
		const amounts = totals.more
			.filter(({ amount }) => (way === 'more' ? amount > 0 : amount < 0))
			.map(({ amount, currency }) => writeMoney(size(amount), { ...locale, currency }));
		if (amounts.length > 0)
			parts.push(
				sentence(locale, 'cost', {
					amounts: listOf(locale, amounts),
					way,
					interest: (inner) => [way === 'more' ? interest(plain(inner)) : figure(plain(inner))]
				})
			);
	}
	return parts.flatMap((part, at) => (at === 0 ? part : [say('; '), ...part]));
}

/** “paid off in September 2029 instead of July 2029, short of money from March 2027” */
export const lineInWords = (
	{ before, after }: Pick<WhatIfLine, 'before' | 'after'>,
	locale: Locale
) => endInWords(before, after, locale) + shortInWords(before, after, locale);

function endInWords(before: PlanFigures, after: PlanFigures, locale: Locale): string {
	const parts = {
		before: before.ends === null ? '' : writeMonth(before.ends, locale),
		after: after.ends === null ? '' : writeMonth(after.ends, locale)
	};
	if (after.ends === null)
		return text(locale, before.ends === null ? 'never ends' : 'ends never', parts);
	if (before.ends === null) return text(locale, 'ends at last', parts);
	return text(locale, parts.before === parts.after ? 'ends the same' : 'ends later', parts);
}

function shortInWords(before: PlanFigures, after: PlanFigures, locale: Locale): string {
	if (before.shortFrom === after.shortFrom) return '';
	const parts = {
		before: before.shortFrom === null ? '' : writeMonth(before.shortFrom, locale),
		after: after.shortFrom === null ? '' : writeMonth(after.shortFrom, locale)
	};
	if (after.shortFrom === null) return text(locale, 'short no more');
	return text(locale, before.shortFrom === null ? 'short now' : 'short otherwise', parts);
}

/** By how much interest and fees of a case move; null where one of both does not end. */
export const costMoved = ({ before, after }: Pick<WhatIfLine, 'before' | 'after'>): Cents | null =>
	before.cost === null || after.cost === null ? null : ((after.cost - before.cost) as Cents);

/** “+$214.20” */
export function costMovedInWords(
	line: Pick<WhatIfLine, 'before' | 'after' | 'currency'>,
	locale: Locale
): string {
	const more = costMoved(line);
	if (more === null || more === 0) return '';
	const { currency } = line;
	return `${more > 0 ? '+' : '−'}${writeMoney(size(more), { ...locale, currency })}`;
}

/** How far a question is, or what it was about: “120 of 240 cases”, “6 cases of Ines Quillon” */
export function runInWords({ state, done, cases, of }: WhatIfRun, locale: Locale): string {
	if (state === 'running') return text(locale, 'progress', { done, cases });
	if (state === 'cancelled') return text(locale, 'cancelled', { done, cases });
	return of === null
		? text(locale, 'all cases', { cases })
		: text(locale, 'cases of', { cases, of });
}
