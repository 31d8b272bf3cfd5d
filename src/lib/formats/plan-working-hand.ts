/** What workings of plans are written with. */
import type { PlanFigure, PlanFigureName, PlanWorking, Span, Spans } from '../core/plan-figure';
import { writeMonth } from './date-text';
import type { Currency } from './money-text';
import { countOf } from './sentence';
import type { WrittenWorking } from './working-text';

export type Written = WrittenWorking<PlanFigure>;
export type Source = Written['sources'][number];

/** What a working is written with. */
export interface Hand {
	readonly money: (amount: number) => string;
	readonly nameOf: (id: string) => string;
	readonly currency: Currency;
}

/** A number's source, and the figure that it is. */
export function source(
	text: string,
	name: PlanFigureName | null = null,
	whose?: PlanFigure['whose']
): Source {
	if (name === null) return { text, figure: null };
	return { text, figure: { of: 'plan', name, ...(whose ? { whose } : {}) } };
}

export type Of<K extends PlanWorking['kind']> = Extract<PlanWorking, { kind: K }>;

/** “1.00 + 2.00 − 0.50 = 2.50” */
export const added = (amounts: readonly number[], total: number, money: Hand['money']): string =>
	amounts
		.map((amount, at) =>
			at === 0
				? `${amount < 0 ? '−' : ''}${money(Math.abs(amount))}`
				: ` ${amount < 0 ? '−' : '+'} ${money(Math.abs(amount))}`
		)
		.join('') + ` = ${total < 0 ? '−' : ''}${money(Math.abs(total))}`;

/** Months with the same amount, each as a source. */
export const spanSources = (
	{ named, rest }: Spans,
	money: Hand['money'],
	write: (span: Span, when: string) => Source
): Source[] => [
	...named.map((span) => write(span, spanWords(span))),
	...(rest ? [source(`${countOf(rest.months, 'month')} more: ${money(rest.amount)} together`)] : [])
];

/** “in March 2027”, “each month, March 2027 to May 2028” */
const spanWords = ({ from, to, months }: Span): string =>
	months === 1 ? `in ${writeMonth(from)}` : `each month, ${writeMonth(from)} to ${writeMonth(to)}`;
