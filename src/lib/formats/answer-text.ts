/** What a case comes to, what one way of paying a debt comes to, and what a change did. */
import { dateParts, type CalendarDate } from '../core/calendar';
import type { Difference } from '../core/compare';
import { isLenders } from '../core/happening';
import type { Cents } from '../core/money';
import { owedAfter, rowAt, type Ending, type Run } from '../core/run';
import type { Carried, Measured, Standing, StatedDebt, Uncovered } from '../core/ways';
import { monthName, writeLongDate, writeMonth, writeMonths } from './date-text';
import { frequencyWords } from './frequency-text';
import { writeMoney, type Currency } from './money-text';
import { writePercent } from './percent-text';
import { endInWords } from './run-text';
import { countOf, figure, interest, say, type Phrase, type Sentence } from './sentence';

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

/** What one way of paying a debt comes to: when it ends, what it costs, against the baseline. */
export function waySentence(
	debt: StatedDebt,
	carried: Measured,
	/** The baseline in words, “paying the minimum”; null where this way is the baseline. */
	baseline: string | null,
	currency: Currency
): Sentence {
	const { run } = carried;
	if (run.starting === 0) return [say('Nothing is owed on this debt.')];
	const paying = payingPhrases(debt, carried, currency);
	const [first] = paying;
	const joined = first?.text === 'At ' && paying.length === 3 ? ' this debt' : ', this debt';
	const subject = [...paying, say(joined)];
	if (run.ending.status !== 'cleared') {
		return [...subject, ...endlessPhrases(carried, run.ending, currency)];
	}
	const payoff = figure(writeMonth(run.ending.payoffDate), { of: 'run', name: 'payoffDate' });
	const after = [
		...costPhrases(run, currency),
		...(baseline === null ? [] : againstPhrases(carried.against, baseline, currency)),
		say('.')
	];
	if (run.periods === 1) {
		const only = figure(writeMoney(run.finalPayment, currency), { of: 'row', name: 'paid', k: 1 });
		return [say('One payment of '), only, say(' clears this debt in '), payoff, ...after];
	}
	return [
		...subject,
		say(' is paid off in '),
		payoff,
		say(', after '),
		figure(countOf(run.periods, 'payment'), { of: 'run', name: 'periods' }),
		...balloonPhrases(carried, currency),
		...after
	];
}

/** “At 140.00 a month and 25.00 more and 400.00 more every April”, “Paying the minimum, at first 121.00” */
function payingPhrases(debt: StatedDebt, carried: Carried, currency: Currency): Phrase[] {
	const { way, terms, run } = carried;
	const first = firstAsked(run);
	const amount = figure(writeMoney(first.scheduled, currency), {
		of: 'row',
		name: 'scheduled',
		k: first.k
	});
	const own = way.kind === 'paid' || way.kind === 'without';
	const extra = own ? debt.extra : way.kind === 'fixed' ? way.extra : 0;
	const more = [
		...(extra === 0
			? []
			: [say(' and '), figure(writeMoney(extra as Cents, currency)), say(' more')]),
		...(own ? happeningPhrases(debt, carried, currency) : [])
	];
	const { payment } = terms;
	if (payment.kind === 'interest-only') {
		return [say('Paying the interest alone at first, '), amount, ...more];
	}
	if (payment.kind === 'minimum') {
		const asked = way.kind === 'asked' || (own && debt.pays.kind === 'asked');
		const what = asked ? 'the minimum' : `the interest and ${writePercent(payment.percent)}`;
		return [say(`Paying ${what}, at first `), amount, ...more];
	}
	return [say('At '), amount, say(` ${frequencyWords(run.paymentsPerYear).per}`), ...more];
}

/** The first period in which something is asked, or else the first. */
function firstAsked(run: Run) {
	for (let k = 1; k <= Math.min(run.periods, 24); k += 1) {
		const row = rowAt(run, k);
		if (row && row.scheduled > 0) return row;
	}
	return rowAt(run, 1) ?? { k: 1, scheduled: 0 as Cents };
}

/** More extras than this are not all named in a sentence. */
const NAMED = 2;

function happeningPhrases(debt: StatedDebt, { way }: Carried, currency: Currency): Phrase[] {
	const left = way.kind === 'without' ? way.happening : null;
	const clients = debt.happenings.filter((item) => !isLenders(item) && item.id !== left);
	const extras = clients.filter((item) => item.kind === 'extra');
	if (clients.length > NAMED || extras.length < clients.length) {
		return clients.length === 0 ? [] : [say(', with what happens over time')];
	}
	return extras.flatMap(({ amount, perYear, date }) => {
		const month = monthName(date);
		const when =
			perYear === null
				? ` in ${month} ${dateParts(date).year}`
				: perYear === 1
					? ` every ${month}`
					: ` ${frequencyWords(perYear).every}`;
		return [say(' and '), figure(writeMoney(amount, currency)), say(` more${when}`)];
	});
}

function costPhrases(run: Run, currency: Currency): Phrase[] {
	const money = (amount: Cents) => (amount === 0 ? 'nothing' : writeMoney(amount, currency));
	return [
		say('; it costs '),
		interest(money(run.totalInterest), { of: 'run', name: 'totalInterest' }),
		say(' in interest'),
		...(run.totalCharges === 0
			? []
			: [say(' and has '), figure(money(run.totalCharges)), say(' in charges and fees')])
	];
}

function balloonPhrases({ terms, run }: Carried, currency: Currency): Phrase[] {
	const { payment } = terms;
	const rule = payment.kind === 'interest-only' ? payment.then : payment;
	if (rule.kind !== 'level' || !rule.balloon || run.finalPayment < rule.balloon) return [];
	const last = figure(writeMoney(run.finalPayment, currency), {
		of: 'row',
		name: 'paid',
		k: run.periods
	});
	return [
		say(', the last one '),
		last,
		say(` with the balloon of ${writeMoney(rule.balloon, currency)}`)
	];
}

/** From when on less is paid than the minimum asks, and what would cover it. */
export function uncoveredSentence(
	{ date, asked, paid, covers }: Uncovered,
	currency: Currency
): Sentence {
	const money = (amount: Cents) => figure(writeMoney(amount, currency));
	return [
		say('In '),
		figure(writeMonth(date)),
		say(' the minimum comes to '),
		money(asked),
		say(', more than the '),
		money(paid),
		say(' that is paid. '),
		...(covers === null
			? [say('No fixed amount covers it throughout.')]
			: [money(covers), say(' each time covers it throughout.')])
	];
}

/** “, 2 months sooner and 89.10 less than paying the minimum” */
export function againstPhrases(
	against: Difference,
	baseline: string,
	currency: Currency
): Phrase[] {
	switch (against.kind) {
		case 'both end': {
			const { interestLess, monthsSooner } = against;
			if (interestLess === 0 && monthsSooner === 0) return [say(`, the same as ${baseline}`)];
			const amount = writeMoney(Math.abs(interestLess) as Cents, currency);
			const time =
				monthsSooner === 0
					? []
					: [
							figure(writeMonths(Math.abs(monthsSooner)), { of: 'against', name: 'monthsSooner' }),
							say(
								(monthsSooner > 0 ? ' sooner' : ' later') +
									(monthsSooner > 0 === interestLess >= 0 ? ' and ' : ' but ')
							)
						];
			return [
				say(', '),
				...time,
				figure(amount, { of: 'against', name: 'interestLess' }),
				say(` ${interestLess >= 0 ? 'less' : 'more'} than ${baseline}`)
			];
		}
		case 'only this ends':
			return [say(`. ${capital(baseline)}, it would `), figure('never'), say(' be paid off')];
		default:
			return [];
	}
}

/** What is said of a run that does not end: always with the figures at that point. */
function endlessPhrases(
	{ run, terms }: Carried,
	ending: Exclude<Ending, { status: 'cleared' }>,
	currency: Currency
): Phrase[] {
	const money = (amount: Cents) => writeMoney(amount, currency);
	const owed = figure(money(run.closing), { of: 'run', name: 'closing' });
	if (ending.status === 'beyond') {
		return ending.limit === 'a hundred years'
			? [
					say(' is '),
					figure('not paid off within 100 years'),
					say(': in '),
					figure(writeMonth(run.lastDate)),
					say(', '),
					owed,
					say(' would still be owed, after '),
					interest(money(run.totalInterest), { of: 'run', name: 'totalInterest' }),
					say(' in interest.')
				]
			: [
					say(' is '),
					figure('never'),
					say(' paid off: by '),
					figure(writeMonth(run.lastDate)),
					say(' it would have grown past every amount that is followed here, to '),
					owed,
					say('.')
				];
	}
	const { lowest, lowestPeriod, lowestDate, growth } = ending;
	const never = [say(' is '), figure('never'), say(' paid off: ')];
	const lowestOwed = figure(money(lowest), {
		of: 'row',
		name: 'closing',
		k: Math.max(lowestPeriod, 1)
	});
	const adds = [say('the next payment leaves '), figure(money(growth)), say(' more')];
	if (lowestPeriod === 0) {
		return growth > 0
			? [
					...never,
					say('the first payment leaves '),
					figure(money(growth)),
					say(' more owed, and it does not come below '),
					lowestOwed,
					say(' again.')
				]
			: [
					...never,
					say('the payment covers the interest and no more, and '),
					lowestOwed,
					say(' stays owed.')
				];
	}
	// Before what was still to come had come, less may have been owed: then it does not fall to it.
	const falls = isLowestOfAll(run, lowest)
		? [say('it falls to '), lowestOwed, say(' by '), figure(writeMonth(lowestDate))]
		: [say('after '), figure(writeMonth(lowestDate)), say(' it does not fall below '), lowestOwed];
	if (growth > 0) return [...never, ...falls, say('; '), ...adds, say('.')];
	const shrinks = terms.payment.kind === 'minimum' && terms.payment.floor === 0;
	return [
		...never,
		...falls,
		say(' and stays there'),
		say(shrinks ? ': a percentage of so little is no more than its interest.' : '.')
	];
}

/** Whether less was owed at no other time of a run than this. */
function isLowestOfAll(run: Run, lowest: Cents): boolean {
	for (let k = 0; k <= run.periods; k += 1) if (owedAfter(run, k) < lowest) return false;
	return run.starting > lowest;
}

/** The answer before a change, and how far the one after it is from there. */
export function beforeSentence(
	debt: StatedDebt,
	before: Carried,
	change: Difference,
	currency: Currency
): Sentence {
	const { run } = before;
	const ended = run.ending.status === 'cleared';
	const [first, ...rest] = payingPhrases(debt, before, currency);
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

/** “Now 2 months sooner, 398.69 less.” */
export function changePhrases(change: Difference, currency: Currency): Phrase[] {
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

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
