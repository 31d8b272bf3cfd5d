/** A budget sheet as CSV (RFC 4180): a line each, with plain numbers and ISO dates; pasted back it is the same sheet. */
import type { PaymentsPerYear } from '../core/quantities/calendar';
import type { CaseDocument } from '../document/case';
import { ownerAmong } from '../document/household';
import type { SheetLine } from '../document/plan';
import { amountHeading, plainDecimal } from '../reading/written';
import { guarded } from './guarded';
import { csvOf } from './table';

/** What each side is called in its first column. */
export const SIDE_NAMES = { income: 'Income', needs: 'Living expenses' } as const;

/** The heading of the last days. */
export const UNTIL = 'Until';

/** `oftenCalled` says how often in words: “weekly”. */
export function budgetCsv(
	{ sheet, people, currency }: Pick<CaseDocument, 'sheet' | 'people' | 'currency'>,
	oftenCalled: (perYear: PaymentsPerYear) => string
): string {
	const rows = (side: keyof typeof SIDE_NAMES) =>
		sheet[side].map((line: SheetLine) => [
			SIDE_NAMES[side],
			guarded(line.name),
			plainDecimal(line.amount, currency.digits),
			oftenCalled(line.perYear),
			line.from ?? '',
			line.until ?? '',
			guarded(ownerAmong(people, line)?.name ?? '')
		]);
	const head = [
		'Side',
		'What',
		amountHeading('Amount', currency),
		'How often',
		'First day',
		'Until'
	];
	return csvOf([[...head, 'Whose'], ...rows('income'), ...rows('needs')]);
}
