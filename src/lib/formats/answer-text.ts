/**
 * Answers as sentences. A sentence is a list of phrases, so that the figures in it can be set apart
 * and opened; read one after the other, the phrases are the sentence.
 */
import type { Difference } from '../core/compare';
import { ZERO, type Cents } from '../core/money';
import { costPerUnit, rowAt, type Ending, type Run, type RunTotals } from '../core/run';
import type { Figure } from '../core/working';
import type { Standing, ThreeWays, Way } from '../core/ways';
import type { CalendarDate } from '../core/calendar';
import { writeLongDate, writeMonth, writeMonths } from './date-text';
import { grouped } from './decimal-text';
import { writeMoney, type Currency } from './money-text';

interface Phrase {
	readonly text: string;
	/** Set apart; `interest` in the one colour of interest. */
	readonly figure?: 'figure' | 'interest';
	/** The figure of the run whose working it opens. */
	readonly opens?: Figure;
}

export type Sentence = readonly Phrase[];

const say = (text: string): Phrase => ({ text });
const figure = (text: string): Phrase => ({ text, figure: 'figure' });
const interest = (text: string): Phrase => ({ text, figure: 'interest' });

/** The sentence as plain text, for titles, tests and screen readers. */
export function plain(sentence: Sentence): string {
	return sentence.map(({ text }) => text).join('');
}

/** “1 payment”, “45 payments” */
export function countOf(count: number, word: string): string {
	return `${grouped(count, 0)} ${word}${count === 1 ? '' : 's'}`;
}

/** What a case comes to, before anything is planned. */
export function caseSentence(
	{ owed, asked, interest: charged }: Standing,
	counted: { readonly debts: number; readonly unfinished: number },
	asOf: CalendarDate,
	currency: Currency
): Sentence {
	if (counted.debts === 0) {
		return [say('Take down the first debt: its name, what is owed, and what is asked each month.')];
	}
	const money = (amount: Cents) => writeMoney(amount, currency);
	const open =
		counted.unfinished === 0
			? []
			: [say(` ${countOf(counted.unfinished, 'line')} still to be filled in.`)];
	const complete = counted.debts - counted.unfinished;
	if (complete === 0) return [figure(countOf(counted.debts, 'debt')), say('.'), ...open];
	return [
		figure(countOf(complete, 'debt')),
		say(', '),
		figure(money(owed)),
		say(` owed on ${writeLongDate(asOf)}. The first payments come to `),
		figure(money(asked)),
		say(', of which '),
		interest(charged === 0 ? 'nothing' : money(charged)),
		say(' is interest.'),
		...open
	];
}

/** What one way of paying a debt comes to: when it ends, what it costs, against the minimum. */
export function waySentence(ways: ThreeWays, { id, run }: Way, currency: Currency): Sentence {
	if (run.starting === 0) return [say('Nothing is owed on this debt.')];
	const paying = [
		...payingPhrases(ways, id, currency),
		say(id === 'held' ? ' this debt' : ', this debt')
	];
	if (run.ending.status !== 'cleared') {
		return [...paying, ...endlessPhrases(run, run.ending, currency)];
	}
	const money = (amount: Cents) => writeMoney(amount, currency);
	const payoff = figure(writeMonth(run.ending.payoffDate));
	const cost = [
		say('; it costs '),
		{
			...interest(run.totalInterest === 0 ? 'nothing' : money(run.totalInterest)),
			opens: { of: 'run', name: 'totalInterest' } as const
		},
		say(' in interest')
	];
	const against = ways[id].againstMinimum;
	const minimumToo = against === null ? [] : againstPhrases(against, currency);
	if (run.periods === 1) {
		return [
			say('One payment of '),
			figure(money(run.finalPayment)),
			say(' clears this debt in '),
			payoff,
			...cost,
			...minimumToo,
			say('.')
		];
	}
	return [
		...paying,
		say(' is paid off in '),
		payoff,
		say(', after '),
		figure(countOf(run.periods, 'payment')),
		...cost,
		...minimumToo,
		say('.')
	];
}

function payingPhrases(ways: ThreeWays, id: Way['id'], currency: Currency): Phrase[] {
	const amount = (cents: Cents) => figure(writeMoney(cents, currency));
	const { firstPayment } = ways[id].run;
	const first = rowAt(ways.held.run, 1);
	switch (id) {
		case 'minimum':
			return [say('Paying the minimum, at first '), amount(firstPayment)];
		case 'held':
			return [say('At '), amount(firstPayment), say(' a month')];
		case 'more': {
			const extra = rowAt(ways.more.run, 1)?.extra ?? ZERO;
			if (extra === 0) return payingPhrases(ways, 'held', currency);
			return [
				say('At '),
				amount(first?.scheduled ?? ZERO),
				say(' a month and '),
				amount(extra),
				say(' more')
			];
		}
	}
}

function againstPhrases(against: Difference, currency: Currency): Phrase[] {
	switch (against.kind) {
		case 'both end': {
			const { interestLess } = against;
			if (interestLess === 0) return [say(', the same as paying the minimum')];
			const amount = writeMoney(Math.abs(interestLess) as Cents, currency);
			const side = interestLess > 0 ? 'less' : 'more';
			return [say(', '), figure(amount), say(` ${side} than paying the minimum`)];
		}
		case 'only this ends':
			return [say('. Paying the minimum, it would '), figure('never'), say(' be paid off')];
		default:
			return [];
	}
}

/** What is said of a run that does not end: always with the figures at that point. */
function endlessPhrases(
	run: Run,
	ending: Exclude<Ending, { status: 'cleared' }>,
	currency: Currency
): Phrase[] {
	const money = (amount: Cents) => writeMoney(amount, currency);
	if (ending.status === 'beyond') {
		return ending.limit === 'a hundred years'
			? [
					say(' is '),
					figure('not paid off within 100 years'),
					say(': in '),
					figure(writeMonth(run.lastDate)),
					say(', '),
					figure(money(run.closing)),
					say(' would still be owed, after '),
					interest(money(run.totalInterest)),
					say(' in interest.')
				]
			: [
					say(' is '),
					figure('never'),
					say(' paid off: by '),
					figure(writeMonth(run.lastDate)),
					say(' it would have grown past every amount that is followed here, to '),
					figure(money(run.closing)),
					say('.')
				];
	}
	const { lowest, lowestPeriod, lowestDate, growth } = ending;
	const never = [say(' is '), figure('never'), say(' paid off: ')];
	const adds = [say('each month adds '), figure(money(growth)), say(' or more.')];
	if (lowestPeriod === 0) {
		return growth > 0
			? [...never, ...adds]
			: [
					...never,
					say('the payment covers the interest and no more, and '),
					figure(money(lowest)),
					say(' stays owed.')
				];
	}
	const falls = [
		say('it falls to '),
		figure(money(lowest)),
		say(' by '),
		figure(writeMonth(lowestDate))
	];
	return growth > 0
		? [...never, ...falls, say('; then '), ...adds]
		: [
				...never,
				...falls,
				say(' and stays there: a percentage of so little is no more than its interest.')
			];
}

/** A run's end in a few words: “March 2044”, “never”, “not in 100 years”. */
export function endInWords({ ending }: RunTotals, month: (date: CalendarDate) => string): string {
	if (ending.status === 'cleared') return month(ending.payoffDate);
	if (ending.status === 'never' || ending.limit === 'largest balance') return 'never';
	return 'not in 100 years';
}

/** The answer before a change, and how far the one after it is from there. */
export function beforeSentence(
	before: ThreeWays,
	id: Way['id'],
	change: Difference,
	currency: Currency
): Sentence {
	const { run } = before[id];
	const ended = run.ending.status === 'cleared';
	const [first, ...rest] = payingPhrases(before, id, currency);
	return [
		say(`Before this change, ${(first?.text ?? '').toLowerCase()}`),
		...rest,
		say(ended ? ': paid off in ' : ': '),
		figure(ended ? endInWords(run, writeMonth) : `${endInWords(run, writeMonth)} paid off`),
		...(ended
			? [say(', '), figure(writeMoney(run.totalInterest, currency)), say(' in interest')]
			: []),
		say('. '),
		...changePhrases(change, currency)
	];
}

function changePhrases(change: Difference, currency: Currency): Phrase[] {
	switch (change.kind) {
		case 'both end': {
			const { monthsSooner, interestLess } = change;
			if (monthsSooner === 0 && interestLess === 0) return [say('Now the same.')];
			const time =
				monthsSooner === 0
					? 'in the same month'
					: `${writeMonths(Math.abs(monthsSooner))} ${monthsSooner > 0 ? 'sooner' : 'later'}`;
			const amount = writeMoney(Math.abs(interestLess) as Cents, currency);
			return [
				say('Now '),
				figure(time),
				say(', '),
				figure(`${amount} ${interestLess >= 0 ? 'less' : 'more'}`),
				say('.')
			];
		}
		case 'only this ends':
			return [say('Now it '), figure('ends'), say('.')];
		case 'only the other ends':
			return [say('Now it '), figure('never ends'), say('.')];
		case 'neither ends':
			return [say('It still never ends.')];
	}
}

/** How a way stands against the minimum, in the two columns of a comparison. */
export function againstInWords(
	against: Difference | null,
	currency: Currency
): { readonly sooner: string; readonly less: string } {
	if (against === null) return { sooner: '', less: '' };
	switch (against.kind) {
		case 'both end': {
			const { monthsSooner, interestLess } = against;
			const side = monthsSooner < 0 ? ' later' : '';
			return {
				sooner: monthsSooner === 0 ? 'same' : shortMonths(Math.abs(monthsSooner)) + side,
				less: interestLess === 0 ? 'same' : writeMoney(interestLess, currency)
			};
		}
		case 'only this ends':
			return { sooner: 'ends', less: '—' };
		case 'only the other ends':
			return { sooner: 'never ends', less: '—' };
		case 'neither ends':
			return { sooner: '—', less: '—' };
	}
}

/** `12 y 6 m` */
function shortMonths(count: number): string {
	const parts = [Math.floor(count / 12), count % 12];
	const units = ['y', 'm'];
	return parts.flatMap((part, index) => (part === 0 ? [] : [`${part} ${units[index]}`])).join(' ');
}

/** What each 1.00 owed costs, as text: `1.48`. */
export function costInWords(totals: RunTotals): string {
	const cost = costPerUnit(totals);
	return cost === null || totals.ending.status !== 'cleared' ? '—' : grouped(cost, 2);
}
