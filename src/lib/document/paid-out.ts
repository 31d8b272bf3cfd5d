/** What an agency pays creditors in a month out of deposits, over all cases. */
import type { CalendarDate } from '../core/quantities/calendar';
import { sumOf, type Cents } from '../core/quantities/money';
import type { Currency } from '../reading/currencies';

/** One payment to a creditor, as the forecast of a case has it. */
export interface PaidOutLine {
	readonly caseId: string;
	readonly label: string;
	/** Whom it is owed to: the creditor where that is noted, else what the debt is called. */
	readonly creditor: string;
	readonly account: string;
	readonly currency: Currency;
	/** The day on which it is due. */
	readonly date: CalendarDate;
	readonly amount: Cents;
}

/** Some of the lines of a month, with how many cases there are in all and where the next ones begin. */
export interface PaidOutPage {
	readonly lines: readonly PaidOutLine[];
	readonly cases: number;
	/** How many cases of these were looked at. */
	readonly looked: number;
	/** The case after which the others come; null: these are the last. */
	readonly next: string | null;
}

/** A creditor's payments of a month, in one currency. */
export interface PaidTo {
	readonly creditor: string;
	readonly currency: Currency;
	readonly amount: Cents;
	readonly lines: readonly PaidOutLine[];
}

/** The lines of each creditor and currency, by name; together they are all lines. */
export function byCreditor(lines: readonly PaidOutLine[]): PaidTo[] {
	const groups = new Map<string, PaidOutLine[]>();
	for (const line of lines) {
		const key = `${line.currency.code} ${line.creditor}`;
		const own = groups.get(key);
		if (own) own.push(line);
		else groups.set(key, [line]);
	}
	return [...groups.values()]
		.flatMap((own): PaidTo[] => {
			const [first] = own;
			if (!first) return [];
			const { creditor, currency } = first;
			const inOrder = own.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
			return [{ creditor, currency, amount: sumOf(own, ({ amount }) => amount), lines: inOrder }];
		})
		.sort((a, b) => BY_NAME.compare(a.creditor, b.creditor));
}
const BY_NAME = new Intl.Collator('en', { sensitivity: 'base', numeric: true });
