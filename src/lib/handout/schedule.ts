/** The schedule of one debt as it is paid today, on paper: every payment to the last. */
import { rowAt } from '../core/debt/run';
import { carryOut } from '../core/debt/ways';
import type { CaseDocument } from '../document/case';
import { statedDebt, type DebtEntry } from '../document/debt';
import { amountHeading, writeAmount, writeDate, writeLongDate } from '../reading/written';
import { letterOf } from '../words/debt';
import { handoutText, scheduleAnswer } from '../words/handout';
import type { Handout, Row } from './blocks';
import { handoutWriting } from './handout';

const HEADINGS = [
	'number',
	'date',
	'opening',
	'payment',
	'of interest',
	'principal',
	'closing'
] as const;

/** The schedule of a debt; null while something of the debt is missing. */
export function scheduleOf(document: CaseDocument, entry: DebtEntry): Handout | null {
	const stated = statedDebt(entry, document.asOf);
	if (stated === null) return null;
	const writing = handoutWriting(document);
	const { run } = carryOut(stated, { kind: 'paid' });
	const letter = letterOf(document.debts.findIndex(({ id }) => id === entry.id));
	const name = entry.name || handoutText(writing, 'unnamed', { letter });
	const title = handoutText(writing, 'schedule', { name });
	const rows: Row[] = [];
	for (let k = run.firstRow; k <= run.periods; k += 1) {
		const row = rowAt(run, k);
		if (!row) break;
		const { opening, paid, interest, principal, closing } = row;
		const amounts = [opening, paid, interest, principal, closing];
		rows.push({
			letter: null,
			cells: [
				k < 1 ? '' : String(k),
				writeDate(row.date, writing),
				...amounts.map((amount) => writeAmount(amount, writing))
			],
			isStrong: false
		});
	}
	const sums = [run.totalPaid, run.totalInterest, run.totalPrincipal];
	rows.push({
		letter: null,
		cells: [
			'',
			handoutText(writing, 'together'),
			'',
			...sums.map((amount) => writeAmount(amount, writing)),
			writeAmount(run.closing, writing)
		],
		isStrong: true
	});
	return {
		language: document.handout.language,
		paper: document.handout.paper,
		title,
		left: `${title} · ${document.label}`,
		right: writeLongDate(document.asOf, writing),
		page: (page, pages) => handoutText(writing, 'page', { page, pages }),
		blocks: [
			{
				kind: 'answer',
				sentence: scheduleAnswer(name, stated.known.rate.annual, run, writing)
			},
			{
				kind: 'table',
				columns: HEADINGS.map((id, at) => ({
					heading:
						at < 2
							? handoutText(writing, id)
							: amountHeading(handoutText(writing, id), writing.currency),
					align: at === 1 ? 'left' : 'right'
				})),
				rows,
				hasSum: true,
				isDense: false
			}
		],
		replaced: handoutText(writing, 'replaced')
	};
}
