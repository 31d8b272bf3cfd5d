/** Every month of a plan: what is out of the ordinary in it, and its rows as they are copied into a sheet. */
import type { MonthMark } from '../core/plan/marks';
import type { Plan } from '../core/plan/terms';
import { monthRows, type NamedDebt, type ShareFigure } from '../exchange/plan-rows';
import { writeMoney, writePercent } from '../reading/written';
import type { Writing } from '../reading/writing';
import en from '../messages/en/plan-months.json';
import { messagesOf } from '../messages/message';
import { tabbed } from './schedule';

const { text } = messagesOf('plan-months', en);

/** “B is gone”, “C: 24.90 %”, “+400.00 for A”, “12.00 short” */
export function monthMarkInWords(
	mark: MonthMark,
	letterOf: (index: number) => string,
	writing: Writing
): string {
	switch (mark.kind) {
		case 'begins':
			return text(writing, 'begins');
		case 'gone':
			return text(writing, 'gone', { letter: letterOf(mark.index) });
		case 'new rate':
			return text(writing, 'new rate', {
				letter: letterOf(mark.index),
				rate: writePercent(mark.annual, writing)
			});
		case 'short':
			return text(writing, 'short', { amount: writeMoney(mark.missing, writing) });
		case 'on top':
		case 'money':
			return text(writing, mark.kind, { amount: writeMoney(mark.amount, writing) });
		case 'with a debt':
			return text(writing, 'with a debt', {
				letter: letterOf(mark.index),
				amount: writeMoney(mark.amount, writing)
			});
	}
}

/** The figure shown for each debt. */
export const figureChoices = (writing: Writing) =>
	(['paid', 'interest', 'closing'] as const).map((value) => ({
		value,
		words: text(writing, 'figure', { figure: value })
	}));

/** Months as tab-separated text: plain numbers, as in the file of them. */
export const monthsAsText = (
	plan: Plan,
	debts: readonly NamedDebt[],
	shown: {
		readonly from: number;
		readonly to: number;
		readonly figures: readonly ShareFigure[];
	},
	{ currency }: Writing
): string => tabbed(monthRows(plan, debts, shown, currency));
