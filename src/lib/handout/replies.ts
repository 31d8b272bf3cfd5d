/** What the creditors of a plan have answered: proposed, agreed or refused, never printed as more than it is. */
import { namedTerms, type ChangeEntry, type NamedTerms } from '../document/change';
import { writeLongDate, writeMoney, writeMonth, writePercent } from '../reading/written';
import type { Writing } from '../reading/writing';
import type { Language } from '../messages/message';
import { letterOf } from '../words/debt';
import { handoutText } from '../words/handout';
import type { Block, Row } from './blocks';
import { heading, type Handed } from './handed';

/** A line for each debt for which something is proposed to its creditor; nothing where that is none. */
export function replyBlocks({ document, entry, writing, debts }: Handed): Block[] {
	const rows = entry.changes.flatMap((change) =>
		namedTerms(change).flatMap((named): Row[] => {
			const place = document.debts.findIndex(({ id }) => id === named.debt);
			if (place < 0) return [];
			const letter = letterOf(place);
			const own = document.debts[place]?.name ?? '';
			const known = debts.find(({ id }) => id === named.debt)?.name ?? own;
			const name = known === '' ? handoutText(writing, 'unnamed', { letter }) : known;
			const cells = [name, offerInWords(named, change, writing), replyInWords(named, writing)];
			return [{ letter, cells, isStrong: false }];
		})
	);
	if (rows.length === 0) return [];
	return [
		heading(writing, 'replies'),
		{
			kind: 'table',
			columns: [
				{ heading: handoutText(writing, 'replied debt'), align: 'left' },
				{ heading: handoutText(writing, 'replied terms'), align: 'left' },
				{ heading: handoutText(writing, 'replied'), align: 'left' }
			],
			rows,
			hasSum: false,
			isDense: false
		}
	];
}

/** “8 %, 105.00 a month from February 2027” */
function offerInWords(named: NamedTerms, change: ChangeEntry, writing: Writing<Language>): string {
	const from =
		change.kind === 'concession' ? change.from : change.kind === 'settle' ? change.date : null;
	const month = from === null ? '…' : writeMonth(from, writing);
	if ('percent' in named)
		return handoutText(writing, 'offer settled', {
			offer:
				named.amount !== null
					? writeMoney(named.amount, writing)
					: handoutText(writing, 'of the balance', {
							percent: named.percent === null ? '…' : writePercent(named.percent, writing)
						}),
			month
		});
	const { annualRate, payment } = named;
	return handoutText(writing, 'offer eased', {
		has: payment === null ? 'rate' : annualRate === null ? 'payment' : 'both',
		rate: annualRate === null ? '' : writePercent(annualRate, writing),
		payment: payment === null ? '' : writeMoney(payment, writing),
		month
	});
}

const replyInWords = ({ reply }: NamedTerms, writing: Writing<Language>): string =>
	handoutText(writing, reply.on === null ? 'reply is' : 'reply on', {
		is: reply.is,
		day: reply.on === null ? '' : writeLongDate(reply.on, writing)
	});
