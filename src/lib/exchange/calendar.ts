/** The payments of a plan as a calendar (iCalendar, RFC 5545): an event a payment, with a reminder. */
import type { Standing } from '../document/change';
import ical, { ICalAlarmType, ICalCalendarMethod, ICalEventStatus } from 'ical-generator';
import { depositsOf } from '../core/plan/deposit';
import { paymentsOf, type PlanPayment } from '../core/plan/payments';
import type { Plan, PlannedDebt } from '../core/plan/terms';
import { addDays, type CalendarDate } from '../core/quantities/calendar';
import { type Cents, sumOf } from '../core/quantities/money';
import type { GivenEvent } from '../document/calendar';
import { monthStart } from '../document/plan';
import type { Writing } from '../reading/writing';
import { writeMoney } from '../reading/written';
import '../messages/clients';
import en from '../messages/en/calendar.json';
import es from '../messages/es/calendar.json';
import fr from '../messages/fr/calendar.json';
import de from '../messages/de/calendar.json';
import { messagesIn, type Language } from '../messages/message';

const { text } = messagesIn({ en, es, fr, de });

/** Which payments a calendar has. */
export interface CalendarPayments {
	/** The plan's identifier. */
	readonly id: string;
	readonly debts: readonly PlannedDebt[];
	readonly plan: Plan;
	/** The number of months, from the first. */
	readonly months: number;
	/** One event for each payment, or one a day with all of it. */
	readonly each: 'payment' | 'day';
	/** The day of the month on which the client pays all of it at once; null: each creditor. */
	readonly depositDay: number | null;
	/** Days on which income is due, where they are wanted. */
	readonly paydays: readonly Payday[];
}

/** A day on which a line of the budget sheet comes in. */
export interface Payday {
	readonly date: CalendarDate;
	/** The line, by identity. */
	readonly line: string;
	readonly name: string;
	readonly amount: Cents;
}

export interface CalendarWanted extends CalendarPayments {
	readonly name: string;
	/** Whom a debt, by its identifier, is owed to. */
	readonly creditorOf: (id: string) => string;
	/** What the plan rests on. */
	readonly standing: Standing;
	/** The number of this revision (SEQUENCE) and the instant at which it was made (DTSTAMP): both rise. */
	readonly sequence: number;
	readonly made: Date;
	/** Events that were given out and are not payments any more. */
	readonly cancelled: readonly GivenEvent[];
	readonly writing: Writing<Language>;
}

/** Days from a reminder to its payment's due date. */
const DAYS_BEFORE = 3;
const DAY = 24 * 60 * 60;

/** A payment on a day: to a debt, a fee of the plan, or one deposit for all of them. */
interface Leaving {
	readonly date: CalendarDate;
	readonly to: { readonly debt: string } | 'fee' | 'deposit';
	readonly amount: Cents;
}

/**
 * An event a due date and debt, for the whole day. What identifies an event follows from the plan, the debt and
 * the day, so that a file that is taken again replaces what is there; what is gone is cancelled.
 */
export function calendarOf(wanted: CalendarWanted): string {
	const { id, name, writing, standing, sequence, made: stamp, cancelled } = wanted;
	const calendar = ical({
		name: text(writing, standing === 'agreed' ? 'name' : `name ${standing}`, { name }),
		prodId: { company: 'Residuum', product: 'Residuum', language: writing.language.toUpperCase() },
		method: ICalCalendarMethod.PUBLISH
	});
	const put = ({ plan, event }: GivenEvent, summary: string) =>
		calendar.createEvent({
			id: `${event.replace(' ', '-')}-${plan}@residuum.invalid`,
			start: dayOf(event),
			end: dayOf(addDays(event.slice(0, 10) as CalendarDate, 1)),
			allDay: true,
			stamp,
			sequence,
			summary
		});
	for (const [event, leaving] of grouped(wanted)) {
		const summary = summaryOf(leaving, wanted);
		const entry = put(
			{ plan: id, event },
			standing === 'agreed' ? summary : text(writing, `summary ${standing}`, { summary })
		);
		if (leaving.length > 1) entry.description(leaving.map((one) => lineOf(one, wanted)).join('\n'));
		entry.createAlarm({ type: ICalAlarmType.display, trigger: DAYS_BEFORE * DAY });
	}
	for (const { date, line, name: what, amount } of wanted.paydays) {
		put(
			{ plan: id, event: `${date} ${line}` },
			text(writing, 'payday', { name: what, amount: writeMoney(amount, writing) })
		);
	}
	for (const gone of cancelled) {
		put(gone, text(writing, 'cancelled')).status(ICalEventStatus.CANCELLED);
	}
	// A content line ends with a line break, the last one too (RFC 5545, 3.1).
	return `${calendar.toString()}\r\n`;
}

const dayOf = (date: string): Date => new Date(`${date.slice(0, 10)}T00:00:00Z`);

/** The events that such a calendar has. */
export const eventsOf = (wanted: CalendarPayments): GivenEvent[] =>
	[...grouped(wanted).keys(), ...wanted.paydays.map(({ date, line }) => `${date} ${line}`)].map(
		(event) => ({ plan: wanted.id, event })
	);

/** The payments of each event: one payment, or all those of a day. */
function grouped({
	debts,
	plan,
	months,
	each,
	depositDay
}: CalendarPayments): Map<string, Leaving[]> {
	const deposits = depositDay === null ? [] : depositsOf(debts, plan, depositDay);
	// What is paid out of a deposit is nothing that the client pays.
	const isOwn = ({ month }: { readonly month: number }) =>
		month <= months && (depositDay === null || month < plan.begins);
	const payments = paymentsOf(debts, plan).filter(isOwn);
	const paid = payments.map(({ date, index, amount }) => ({
		date,
		to: { debt: debts[index]?.id ?? '' },
		amount
	}));
	const fees = plan.kept
		.filter((of) => isOwn(of) && of.fees > 0)
		.map(({ month, fees: amount }) => ({
			date: feeDay(plan, payments, month),
			to: 'fee' as const,
			amount
		}));
	const deposited = deposits
		.filter(({ month }) => month <= months)
		.map(({ date, deposit: amount }) => ({ date, to: 'deposit' as const, amount }));
	const groups = new Map<string, Leaving[]>();
	for (const one of [...paid, ...fees, ...deposited]) {
		const of = typeof one.to === 'string' ? one.to : one.to.debt;
		const key = each === 'day' ? one.date : `${one.date} ${of}`;
		groups.set(key, [...(groups.get(key) ?? []), one]);
	}
	return groups;
}

/** The fee of an agreement has a month and no day of its own: it is put on the month's first payment. */
const feeDay = (plan: Plan, payments: readonly PlanPayment[], month: number): CalendarDate =>
	payments
		.filter((one) => one.month === month)
		.map(({ date }) => date)
		.sort()[0] ?? monthStart(plan.firstMonth, month);

function summaryOf(leaving: readonly Leaving[], wanted: CalendarWanted): string {
	const [first] = leaving;
	if (leaving.length === 1 && first) return lineOf(first, wanted);
	const together = sumOf(leaving, ({ amount }) => amount);
	const parts = { amount: writeMoney(together, wanted.writing), count: leaving.length };
	return text(wanted.writing, 'pay several', parts);
}

function lineOf({ to, amount: of }: Leaving, wanted: CalendarWanted): string {
	const amount = writeMoney(of, wanted.writing);
	return typeof to === 'string'
		? text(wanted.writing, `pay ${to}`, { amount })
		: text(wanted.writing, 'pay', { amount, creditor: wanted.creditorOf(to.debt) });
}
