/** A debt at a later day: what of it is in force then, what still lies ahead, what is past (contract, section 12). */
import { dueDate, dueDatesUntil, type CalendarDate } from '../quantities/calendar';
import { periodOn, periodsBetween, type Happening } from './happenings';
import type { Cents } from '../quantities/money';
import type { Percent } from '../quantities/rate';
import { rowAt, run } from './run';
import type { PaymentRule } from './terms';
import { plannedTerms, wayTerms, type Pays, type StatedDebt } from './ways';

/** What is in force of a debt after a day. */
export interface InForce {
	/** How many of its payments were due by then, and when the next one is. */
	readonly elapsed: number;
	readonly nextDue: CalendarDate;
	readonly annual: Percent;
	/** How it is paid; what was held at its first amount is that amount. */
	readonly pays: Pays;
	/** Payments of interest alone that are left. */
	readonly interestOnly: number;
	/** The equal payment as it was set, and how many are left; null where there is none, or not yet. */
	readonly level: { readonly payment: Cents | null; readonly periods: number } | null;
	/** What still lies ahead; what comes again and again from its next day on. */
	readonly happenings: readonly Happening[];
}

export function inForceAfter(debt: StatedDebt, day: CalendarDate): InForce {
	const { firstDue, paymentsPerYear } = debt.known;
	const elapsed = dueDatesUntil(firstDue, day, paymentsPerYear);
	return {
		elapsed,
		nextDue: dueDate(firstDue, elapsed + 1, paymentsPerYear),
		annual: rateAfter(debt, elapsed),
		pays: paysAfter(debt, elapsed),
		interestOnly: Math.max(0, interestOnlyOf(debt.asked) - elapsed),
		level: levelAfter(debt, elapsed),
		happenings: debt.happenings.flatMap((item) => happeningAfter(item, debt, elapsed) ?? [])
	};
}

/** The latest of what has come into force by a period, as happenings of one kind have it. */
function latest<K extends Happening['kind']>(
	{ happenings, known }: StatedDebt,
	kind: K,
	elapsed: number
): Extract<Happening, { kind: K }> | null {
	const begun = happenings
		.filter((item): item is Extract<Happening, { kind: K }> => item.kind === kind)
		.map((item) => ({ item, from: periodOn(known, item.date) }))
		.filter(({ from }) => from <= elapsed)
		.sort((a, b) => (a.item.date < b.item.date ? -1 : 1));
	return begun.at(-1)?.item ?? null;
}

const rateAfter = (debt: StatedDebt, elapsed: number): Percent =>
	latest(debt, 'rate', elapsed)?.annual ?? debt.known.rate.annual;

function paysAfter(debt: StatedDebt, elapsed: number): Pays {
	const changed = latest(debt, 'payment', elapsed);
	if (changed) {
		const { amount } = changed;
		return amount === null ? { kind: 'asked' } : { kind: 'fixed', amount, paymentsPerYear: null };
	}
	if (elapsed === 0 || debt.pays.kind !== 'held' || debt.asked.kind !== 'minimum') return debt.pays;
	const amount = rowAt(run(wayTerms(debt, { kind: 'held' })), 1)?.scheduled;
	return amount === undefined ? debt.pays : { kind: 'fixed', amount, paymentsPerYear: null };
}

const interestOnlyOf = (rule: PaymentRule): number =>
	rule.kind === 'interest-only' ? rule.periods : 0;

function levelAfter(debt: StatedDebt, elapsed: number): InForce['level'] {
	const { asked } = debt;
	const before = interestOnlyOf(asked);
	const rule = asked.kind === 'interest-only' ? asked.then : asked;
	if (rule.kind !== 'level') return null;
	const paid = elapsed - before;
	if (paid <= 0) return { payment: rule.payment ?? null, periods: rule.periods };
	// As it was set by then; the last of a settled term asks for the whole rest, so that is not the payment.
	const planned = run(plannedTerms(debt));
	const row = rowAt(planned, before + Math.max(1, Math.min(paid, rule.periods - 1)));
	return {
		payment: row?.scheduled ?? rule.payment ?? null,
		periods: Math.max(1, rule.periods - paid)
	};
}

/** What of a happening lies after a period; null where it is past. */
function happeningAfter(item: Happening, { known }: StatedDebt, elapsed: number): Happening | null {
	const from = periodOn(known, item.date);
	if (from > elapsed) return item;
	if (!('perYear' in item) || item.perYear === null) return null;
	const every = periodsBetween(known.paymentsPerYear, item.perYear);
	const next = from + every * Math.ceil((elapsed + 1 - from) / every);
	const date = dueDate(known.firstDue, next, known.paymentsPerYear);
	return item.until !== null && date > item.until ? null : { ...item, date };
}
