/** Answers of a case, of one way of paying a debt, and of a change. */
import { dateParts, type CalendarDate } from '../core/quantities/calendar';
import type { Difference } from '../core/debt/difference';
import { isOfCreditor } from '../core/debt/events';
import { type Cents, ZERO, size, asCarried } from '../core/quantities/money';
import { afterInterest, balloonOf } from '../core/debt/rules/all-rules';
import { owedAfter, rowAt, type Ending, type Run } from '../core/debt/run';
import type { Carried, CaseTotals, Measured, StatedDebt, Uncovered } from '../core/debt/ways';
import { monthName, writeLongDate, writeMoney, writeMonth, writePercent } from '../reading/written';
import type { Writing } from '../reading/writing';
import { countOf, frequencyWords, monthsInWords, signOf, soonerInWords } from './amounts';
import { isNever } from './debt';
import en from '../messages/en/debt-answer.json';
import { capital, messagesOf } from '../messages/message';
import { figure, interest, say, type Sentence } from '../messages/sentence';

const { sentence, text } = messagesOf('debt-answer', en);

/** The answer of a case before anything is planned. */
export function caseSentence(
	{ owed, required, interest: charged }: CaseTotals,
	counted: { readonly debts: number; readonly unfinished: number },
	asOf: CalendarDate,
	writing: Writing
): Sentence {
	if (counted.debts === 0) return sentence(writing, 'no debts');
	const money = (amount: Cents) => writeMoney(amount, writing);
	const { unfinished } = counted;
	const complete = counted.debts - unfinished;
	const said =
		complete === 0
			? sentence(writing, 'none complete', { debts: countOf(writing, counted.debts, 'debts') })
			: sentence(writing, 'case', {
					debts: countOf(writing, complete, 'debts'),
					owed: money(owed),
					day: writeLongDate(asOf, writing),
					required: money(required),
					interest: interest(moneyOrNothing(charged, writing))
				});
	if (unfinished === 0) return said;
	return [...said, say(' '), ...sentence(writing, 'unfinished', { count: unfinished })];
}

const moneyOrNothing = (amount: Cents, writing: Writing): string =>
	amount === 0 ? text(writing, 'nothing') : writeMoney(amount, writing);

/** The answer of one way of paying a debt: its payoff and cost, compared with the baseline. */
export function waySentence(
	debt: StatedDebt,
	carried: Measured,
	/** The baseline in words, “paying the minimum”; null where this way is the baseline. */
	baseline: string | null,
	writing: Writing
): Sentence {
	const { run } = carried;
	if (run.starting === 0) return sentence(writing, 'nothing owed');
	const paying = payingPhrases(debt, carried, 'sentence', writing);
	if (run.ending.status !== 'cleared') return endlessSentence(carried, run.ending, paying, writing);
	const payoff = figure(writeMonth(run.ending.payoffDate, writing), {
		of: 'run',
		name: 'payoffDate'
	});
	const cost = [
		...costPhrases(run, writing),
		...(baseline === null ? [] : againstPhrases(carried.against, baseline, writing))
	];
	if (run.periods === 1) {
		const only = figure(writeMoney(run.finalPayment, writing), { of: 'row', name: 'paid', k: 1 });
		return sentence(writing, 'one payment', { payment: only, payoff, cost });
	}
	return sentence(writing, 'paid off', {
		paying,
		payoff,
		payments: figure(countOf(writing, run.periods, 'payments'), { of: 'run', name: 'periods' }),
		balloon: balloonPhrases(carried, writing),
		cost
	});
}

/** “At 140.00 a month and 25.00 more, this debt”; inside a sentence “at 140.00 a month and 25.00 more” */
function payingPhrases(
	debt: StatedDebt,
	carried: Carried,
	place: 'sentence' | 'inside',
	writing: Writing
): Sentence {
	const { way, terms, run } = carried;
	const first = firstRequired(run);
	const amount = figure(writeMoney(first.scheduled, writing), {
		of: 'row',
		name: 'scheduled',
		k: first.k
	});
	const own = way.kind === 'paid' || way.kind === 'without';
	const extra = own ? debt.extra : way.kind === 'fixed' ? way.extra : 0;
	const more = [
		...(extra === 0
			? []
			: sentence(writing, 'and more', { amount: writeMoney(asCarried(extra), writing) })),
		...(own ? eventPhrases(debt, carried, writing) : [])
	];
	const said = place === 'inside' ? 'none' : more.length === 0 ? 'only' : 'after more';
	const parts = { place, amount, more, debt: said };
	const { payment } = terms;
	if (payment.kind === 'interest-only') return sentence(writing, 'paying interest', parts);
	if (payment.kind === 'minimum') {
		const required = way.kind === 'required' || (own && debt.pays.kind === 'required');
		return required
			? sentence(writing, 'paying the minimum', parts)
			: sentence(writing, 'paying interest plus', {
					...parts,
					percent: writePercent(payment.percent, writing)
				});
	}
	const { per } = frequencyWords(writing, run.paymentsPerYear);
	return sentence(writing, 'paying an amount', { ...parts, per });
}

/** The first period in which something is required, or else the first. */
function firstRequired(run: Run) {
	for (let k = 1; k <= Math.min(run.periods, 24); k += 1) {
		const row = rowAt(run, k);
		if (row && row.scheduled > 0) return row;
	}
	return rowAt(run, 1) ?? { k: 1, scheduled: ZERO };
}

/** More extras than this are not all named in a sentence. */
const NAMED = 2;

function eventPhrases(debt: StatedDebt, { way }: Carried, writing: Writing): Sentence {
	const left = way.kind === 'without' ? way.event : null;
	const clients = debt.events.filter((item) => !isOfCreditor(item) && item.id !== left);
	const extras = clients.filter((item) => item.kind === 'extra');
	if (clients.length > NAMED || extras.length < clients.length) {
		return clients.length === 0 ? [] : sentence(writing, 'with events');
	}
	return extras.flatMap(({ amount: extra, perYear, date }) => {
		const [amount, month] = [writeMoney(extra, writing), monthName(date, writing)];
		if (perYear === null) {
			const year = String(dateParts(date).year);
			return sentence(writing, 'and more once', { amount, month, year });
		}
		if (perYear === 1) return sentence(writing, 'and more yearly', { amount, month });
		const { every } = frequencyWords(writing, perYear);
		return sentence(writing, 'and more often', { amount, every });
	});
}

function costPhrases(run: Run, writing: Writing): Sentence {
	const total = moneyOrNothing(run.totalInterest, writing);
	const cost = interest(total, { of: 'run', name: 'totalInterest' });
	if (run.totalCharges === 0) return sentence(writing, 'cost', { interest: cost });
	const charges = writeMoney(run.totalCharges, writing);
	return sentence(writing, 'cost with charges', { interest: cost, charges });
}

function balloonPhrases({ terms, run }: Carried, writing: Writing): Sentence {
	const due = balloonOf(afterInterest(terms.payment));
	if (due === 0 || run.finalPayment < due) return [];
	const last = figure(writeMoney(run.finalPayment, writing), {
		of: 'row',
		name: 'paid',
		k: run.periods
	});
	return sentence(writing, 'balloon', { last, balloon: writeMoney(due, writing) });
}

/** From when on less is paid than the minimum payment, and what would cover it. */
export function uncoveredSentence(
	{ date, required, paid, covers }: Uncovered,
	writing: Writing
): Sentence {
	return sentence(writing, 'uncovered', {
		month: writeMonth(date, writing),
		required: writeMoney(required, writing),
		paid: writeMoney(paid, writing),
		cover:
			covers === null
				? sentence(writing, 'uncovered never')
				: sentence(writing, 'uncovered with', { amount: writeMoney(covers, writing) })
	});
}

/** “, 2 months sooner and 89.10 less than paying the minimum” */
export function againstPhrases(against: Difference, baseline: string, writing: Writing): Sentence {
	if (against.kind === 'only this ends') {
		return sentence(writing, 'other never', { other: capital(writing, baseline) });
	}
	if (against.kind !== 'both end') return [];
	const { interestLess, monthsSooner } = against;
	if (interestLess === 0 && monthsSooner === 0) {
		return sentence(writing, 'the same as', { other: baseline });
	}
	const amount = writeMoney(size(interestLess), writing);
	const cost = {
		amount: figure(amount, { of: 'against', name: 'interestLess' }),
		way: signOf(interestLess),
		other: baseline
	};
	if (monthsSooner === 0) return sentence(writing, 'cost apart', cost);
	const time = monthsInWords(writing, Math.abs(monthsSooner));
	return sentence(writing, interestLess === 0 ? 'time apart' : 'both apart', {
		...cost,
		time: figure(time, { of: 'against', name: 'monthsSooner' }),
		sooner: signOf(monthsSooner),
		together: monthsSooner > 0 === interestLess > 0 ? 'yes' : 'no'
	});
}

/** The answer of a run that does not end, with the figures at that point. */
function endlessSentence(
	{ run, terms }: Carried,
	ending: Exclude<Ending, { status: 'cleared' }>,
	paying: Sentence,
	writing: Writing
): Sentence {
	const money = (amount: Cents) => writeMoney(amount, writing);
	if (ending.status === 'beyond') {
		const month = writeMonth(run.lastDate, writing);
		const owed = figure(money(run.closing), { of: 'run', name: 'closing' });
		if (ending.limit !== 'a hundred years') {
			return sentence(writing, 'past all amounts', { paying, month, owed });
		}
		const cost = interest(money(run.totalInterest), { of: 'run', name: 'totalInterest' });
		return sentence(writing, 'not in time', { paying, month, owed, interest: cost });
	}
	const { lowestPeriod: k, lowestDate, growth } = ending;
	const lowest = figure(money(ending.lowest), { of: 'row', name: 'closing', k: Math.max(k, 1) });
	const month = writeMonth(lowestDate, writing);
	const parts = { paying, lowest, month, growth: money(growth) };
	if (k === 0) return sentence(writing, growth > 0 ? 'grows at once' : 'covers interest', parts);
	// Before what was still to come had come, less may have been owed: then it does not fall to it.
	const falls = isLowestOfAll(run, ending.lowest);
	if (growth > 0) return sentence(writing, falls ? 'falls and grows' : 'stalls and grows', parts);
	const shrinks = terms.payment.kind === 'minimum' && terms.payment.floor === 0;
	if (shrinks) {
		return sentence(writing, falls ? 'falls and shrinks' : 'stalls and shrinks', parts);
	}
	return sentence(writing, falls ? 'falls and stays' : 'stalls', parts);
}

/** Whether less was owed at no other time of a run than this. */
function isLowestOfAll(run: Run, lowest: Cents): boolean {
	for (let k = run.firstRow - 1; k <= run.periods; k += 1)
		if (owedAfter(run, k) < lowest) return false;
	return run.starting > lowest;
}

/** The answer before a change, and how far the one after it is from there. */
export function beforeSentence(
	debt: StatedDebt,
	before: Carried,
	change: Difference,
	writing: Writing
): Sentence {
	const { ending, totalInterest } = before.run;
	const paying = payingPhrases(debt, before, 'inside', writing);
	const now = changePhrases(change, writing);
	if (ending.status !== 'cleared') {
		const end = isNever(ending) ? 'never' : 'in time';
		return sentence(writing, 'before never', { paying, end, now });
	}
	return sentence(writing, 'before', {
		paying,
		month: writeMonth(ending.payoffDate, writing),
		interest: writeMoney(totalInterest, writing),
		now
	});
}

/** “Now 2 months sooner, 398.69 less.” */
export function changePhrases(change: Difference, writing: Writing): Sentence {
	switch (change.kind) {
		case 'both end': {
			const { monthsSooner, interestLess } = change;
			if (monthsSooner === 0 && interestLess === 0) return sentence(writing, 'now the same');
			return sentence(writing, 'now', {
				time: soonerInWords(writing, monthsSooner),
				amount: writeMoney(size(interestLess), writing),
				way: signOf(interestLess)
			});
		}
		case 'only this ends':
			return sentence(writing, 'now ends');
		case 'only the other ends':
			return sentence(writing, 'now never');
		case 'neither ends':
			return sentence(writing, 'still never');
	}
}
