/** The payments of a plan as a calendar (iCalendar, RFC 5545): an event a payment, with a reminder. */
import ical, { ICalAlarmType, ICalCalendarMethod } from 'ical-generator';
import { paidTogether, paymentsOf, type PlanPayment } from '../core/plan/payments';
import type { Plan, PlannedDebt } from '../core/plan/terms';
import { addDays, type CalendarDate } from '../core/quantities/calendar';
import type { Cents } from '../core/quantities/money';
import type { Writing } from '../reading/writing';
import { writeMoney } from '../reading/written';
import en from '../words/en/calendar.json';
import es from '../words/es/calendar.json';
import { messagesOf, type Language } from '../words/message';

const { text } = messagesOf({ en, es });

export interface CalendarWanted {
	/** The plan's identifier and name. */
	readonly id: string;
	readonly name: string;
	readonly debts: readonly PlannedDebt[];
	readonly plan: Plan;
	/** Whom a debt, by its identifier, is owed to. */
	readonly creditorOf: (id: string) => string;
	/** So many months of it, from the first. */
	readonly months: number;
	/** One event for each payment, or one a day with all of it. */
	readonly each: 'payment' | 'day';
	/** The day of the figures: what the file says of when it was made, so that the same plan is the same file. */
	readonly asOf: CalendarDate;
	readonly writing: Writing<Language>;
}

/** So many days before a payment is due one is reminded of it. */
const DAYS_BEFORE = 3;
const DAY = 24 * 60 * 60;

/**
 * An event a due date and debt, for the whole day. What identifies an event follows from the plan, the debt and
 * the day, so that a file that is taken again replaces what is there.
 */
export function calendarOf(wanted: CalendarWanted): string {
	const { id, name, months, each, asOf, writing } = wanted;
	const payments = paymentsOf(wanted.debts, wanted.plan).filter(({ month }) => month <= months);
	const calendar = ical({
		name: text(writing, 'name', { name }),
		prodId: { company: 'Residuum', product: 'Residuum', language: writing.language.toUpperCase() },
		method: ICalCalendarMethod.PUBLISH
	});
	for (const [key, due] of grouped(payments, each, wanted.debts)) {
		const [first] = due;
		if (!first) continue;
		const { date } = first;
		const day = new Date(`${date}T00:00:00Z`);
		const event = calendar.createEvent({
			id: `${key}-${id}@residuum.invalid`,
			start: day,
			end: new Date(`${addDays(date, 1)}T00:00:00Z`),
			allDay: true,
			stamp: new Date(`${asOf}T00:00:00Z`),
			summary: summaryOf(due, wanted),
			...(due.length > 1 ? { description: due.map((one) => lineOf(one, wanted)).join('\n') } : {})
		});
		event.createAlarm({ type: ICalAlarmType.display, trigger: DAYS_BEFORE * DAY });
	}
	return calendar.toString();
}

/** Payments of one event: each by itself, or those of a day together. */
function grouped(
	payments: readonly PlanPayment[],
	each: CalendarWanted['each'],
	debts: readonly PlannedDebt[]
): Map<string, PlanPayment[]> {
	const groups = new Map<string, PlanPayment[]>();
	for (const payment of payments) {
		const key = each === 'day' ? payment.date : `${payment.date}-${debts[payment.index]?.id}`;
		groups.set(key, [...(groups.get(key) ?? []), payment]);
	}
	return groups;
}

function summaryOf(due: readonly PlanPayment[], wanted: CalendarWanted): string {
	const [first] = due;
	if (due.length === 1 && first) return lineOf(first, wanted);
	const parts = { amount: moneyOf(paidTogether(due), wanted), count: due.length };
	return text(wanted.writing, 'pay several', parts);
}

const lineOf = ({ index, amount }: PlanPayment, wanted: CalendarWanted): string =>
	text(wanted.writing, 'pay', {
		amount: moneyOf(amount, wanted),
		creditor: wanted.creditorOf(wanted.debts[index]?.id ?? '')
	});

const moneyOf = (amount: Cents, { writing }: CalendarWanted): string =>
	`${writeMoney(amount, writing)} ${writing.currency.code}`;
