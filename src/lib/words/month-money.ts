/** A month's income and living expenses beside what was planned. */
import type { MonthAgainstPlan } from '../core/plan/money-months';
import type { CalendarDate } from '../core/quantities/calendar';
import { size } from '../core/quantities/money';
import { writeMoney, writeMonth } from '../reading/written';
import type { Writing } from '../reading/writing';
import { signOf } from './amounts';
import en from '../messages/en/month-money.json';
import { messagesOf } from '../messages/message';
import { figure, type Sentence } from '../messages/sentence';

const { sentence } = messagesOf('month-money', en);

/** “March 2027: 1,990.00 of income instead of 2,140.00, 1,420.00 of expenses as planned. 150.00 less is left than planned.” */
export function monthMoneySentence(
	{ planned, actual, more }: MonthAgainstPlan,
	month: CalendarDate,
	/** Whether anything of it was recorded. */
	isRecorded: boolean,
	writing: Writing
): Sentence {
	const money = (amount: number) => writeMoney(size(amount), writing);
	const parts = { month: writeMonth(month, writing), left: figure(money(planned.left)) };
	if (!isRecorded) return sentence(writing, 'as planned', { ...parts, way: signOf(planned.left) });
	return sentence(writing, 'month', {
		...parts,
		income: figure(money(actual.income)),
		plannedIncome: money(planned.income),
		sameIncome: actual.income === planned.income ? 'yes' : 'no',
		needs: figure(money(actual.needs)),
		plannedNeeds: money(planned.needs),
		sameNeeds: actual.needs === planned.needs ? 'yes' : 'no',
		more: figure(money(more)),
		way: signOf(more)
	});
}
