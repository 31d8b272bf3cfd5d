/** The preview of continuing a case: debt by debt, and the budget. */
import type { Cents } from '../core/quantities/money';
import type { CaseDocument } from '../document/case';
import type { DebtEntry } from '../document/debt';
import type { GoneOn } from '../document/going-on';
import type { PlanEntry } from '../document/plan';
import type { LastingLine } from '../document/recorded-money';
import { same } from '../document/same';
import type { Writing } from '../reading/writing';
import { writeDate, writeMoney, writeMonth, writePercent } from '../reading/written';
import { frequencyWords } from './amounts';
import { nameOf } from './debt';
import en from '../messages/en/going-on.json';
import { messagesOf } from '../messages/message';

const { text } = messagesOf('going-on', en);

/** A debt before and after, its balances in minor units; null: it was not there, or nothing is known. */
export interface DebtGoingOn {
	readonly id: string;
	readonly name: string;
	readonly before: Cents | null;
	readonly after: Cents | null;
	/** Other changes of it. */
	readonly also: readonly string[];
}

export const debtsGoingOn = (
	{ debts }: Pick<CaseDocument, 'debts'>,
	{ document }: Pick<GoneOn, 'document'>,
	writing: Writing
): DebtGoingOn[] =>
	document.debts.map((after) => {
		const before = debts.find(({ id }) => id === after.id) ?? null;
		return {
			id: after.id,
			name: nameOf(after, writing),
			before: before?.balance ?? null,
			after: after.balance,
			also: alsoBecomes(before, after, writing)
		};
	});

function alsoBecomes(before: DebtEntry | null, after: DebtEntry, writing: Writing): string[] {
	const isOwed = after.balance !== 0;
	const assumed = after.balanceAssumed && isOwed ? [text(writing, 'not read')] : [];
	if (before === null) return [text(writing, 'new'), ...assumed];
	const [was, is] = [before.annualRate, after.annualRate];
	const rate = (annual: typeof was) => (annual === null ? '' : writePercent(annual, writing));
	return [
		...assumed,
		...(was === is ? [] : [text(writing, 'rate', { before: rate(was), after: rate(is) })]),
		...(same(before.required, after.required) ? [] : [text(writing, 'asks')]),
		...(after.firstDue === null || after.firstDue === before.firstDue || !isOwed
			? []
			: [text(writing, 'due', { date: writeDate(after.firstDue, writing) })])
	];
}

/** The plan as it goes on, sentence by sentence. */
export function planGoingOn(
	{ followed: before, plan: after }: Pick<GoneOn, 'followed' | 'plan'>,
	/** What of the months since stays. */
	lasting: readonly LastingLine[],
	writing: Writing
): string[] {
	const [was, is] = [amountOf(before), amountOf(after)];
	const money =
		is === null || was === null
			? text(writing, 'same money')
			: text(writing, was === is ? 'money stays' : 'money', {
					before: writeMoney(was, writing),
					after: writeMoney(is, writing)
				});
	const known = new Set(before.events.map(({ id }) => id));
	const once = after.events.flatMap((item) =>
		item.kind === 'one-off' && !known.has(item.id)
			? [
					text(writing, 'once', {
						month: writeMonth(item.date, writing),
						amount: writeMoney(item.amount, writing)
					})
				]
			: []
	);
	const carriedOut = before.changes.length - after.changes.length;
	return [
		money,
		...once,
		...lasting.map((line) => lastingInWords(line, writing)),
		...(after.begins === null || after.begins === before.begins
			? []
			: [text(writing, 'from', { month: writeMonth(after.begins, writing) })]),
		...(carriedOut > 0 ? [text(writing, 'changes', { count: carriedOut })] : []),
		text(writing, 'undo')
	];
}

/** “Ferry wage: 390.00 weekly from here on, instead of 420.00.” */
function lastingInWords({ before, after }: LastingLine, writing: Writing): string {
	const parts = {
		name: after.name || text(writing, 'unnamed'),
		amount: writeMoney(after.amount, writing),
		often: frequencyWords(writing, after.perYear).adverb
	};
	return before === null
		? text(writing, 'lasting new', parts)
		: text(writing, 'lasting', { ...parts, before: writeMoney(before.amount, writing) });
}

const amountOf = ({ budget }: PlanEntry): Cents | null =>
	budget.kind === 'constant' ? budget.amount : null;
