/** Shared parts of plan calculations in words. */
import { asCarried } from '../core/quantities/money';
import type {
	PlanFigure,
	PlanFigureName,
	PlanWorking,
	Span,
	Spans
} from '../core/working/plan-figure';
import { writeAmount, writeMonth } from '../reading/written';
import type { Writing } from '../reading/writing';
import type { WrittenWorking } from './debt-working';
import en from '../messages/en/plan-working.json';
import { messagesOf, type Parts } from '../messages/message';

const messages = messagesOf('plan-working', en);
type MessageId = Parameters<typeof messages.text>[1];

export type Written = WrittenWorking<PlanFigure>;
export type Source = Written['sources'][number];
export type Of<K extends PlanWorking['kind']> = Extract<PlanWorking, { kind: K }>;

/** The tools for writing a calculation. */
export class Pen {
	constructor(
		readonly writing: Writing,
		readonly nameOf: (id: string) => string
	) {}

	text(id: MessageId, parts?: Parts): string {
		return messages.text(this.writing, id, parts);
	}

	money(amount: number): string {
		return writeAmount(asCarried(amount), this.writing);
	}

	/** With its sign. */
	signed(amount: number): string {
		return (amount < 0 ? '−' : '') + this.money(Math.abs(amount));
	}

	/** “1.00 + 2.00 − 0.50 = 2.50” */
	added(amounts: readonly number[], total: number): string {
		const sum = amounts
			.map((amount, at) =>
				at === 0 ? this.signed(amount) : `${amount < 0 ? '−' : '+'} ${this.money(Math.abs(amount))}`
			)
			.join(' ');
		return this.text('sum', { sum, total: this.signed(total) });
	}

	/** Months with the same amount, each as a source. */
	spans({ named, rest }: Spans, write: (span: Span, when: string) => Source): Source[] {
		return [
			...named.map((span) => write(span, this.#when(span))),
			...(rest
				? [
						source(
							this.text('rest of months', { count: rest.months, amount: this.money(rest.amount) })
						)
					]
				: [])
		];
	}

	/** “in March 2027”, “each month, March 2027 to May 2028” */
	#when({ from, to, months }: Span): string {
		const month = writeMonth(from, this.writing);
		if (months === 1) return this.text('in month', { month });
		return this.text('each month', { from: month, to: writeMonth(to, this.writing) });
	}
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

export const yes = (holds: boolean): 'yes' | 'no' => (holds ? 'yes' : 'no');
