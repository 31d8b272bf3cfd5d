/** Who of the household pays how much, month by month. */
import { paidInAll, whoPays } from '../core/plan/who-pays';
import { ZERO } from '../core/quantities/money';
import { payersOf, splitOf } from '../document/household';
import { monthStart } from '../document/plan';
import { writeAmount, writeMoney, writeMonth, writeShortMonth } from '../reading/written';
import { handedPart, handoutText } from '../words/handout';
import type { Block } from './blocks';
import { heading, type Handed } from './handed';

/** Months listed one by one. */
const MONTHS = 12;

/** Everyone's part, where somebody has said how a month is divided; in a person's own handout, their part. */
export function partBlocks({ document, entry, carried, writing, person }: Handed): Block[] {
	const { plan, debts } = carried;
	const { people } = document;
	if (people.length < 2 || (entry.split === null && person === null)) return [];
	const months = whoPays(plan, payersOf(document, debts), splitOf(entry), (month) =>
		monthStart(plan.firstMonth, month)
	);
	const all = paidInAll(months, people.length);
	const first = months[plan.begins - 1] ?? months[0];
	if (!first) return [];
	const shown = people.filter((one) => person === null || one.id === person.id);
	const placeOf = (id: string) => people.findIndex((one) => one.id === id);
	const own: Block[] =
		person === null
			? []
			: [
					{
						kind: 'sentence',
						sentence: handedPart(
							{
								month: writeMonth(monthStart(plan.firstMonth, first.month), writing),
								part: writeMoney(first.parts[placeOf(person.id)] ?? ZERO, writing),
								total: writeMoney(first.total, writing),
								all: writeMoney(all[placeOf(person.id)] ?? ZERO, writing)
							},
							writing
						),
						quiet: false
					}
				];
	return [
		heading(writing, person === null ? 'who pays' : 'your part', { name: person?.name ?? '' }),
		...own,
		{
			kind: 'table',
			columns: [
				{ heading: '', align: 'left' },
				...shown.map(({ name }) => ({ heading: name, align: 'right' as const })),
				{ heading: handoutText(writing, 'together'), align: 'right' }
			],
			rows: months.slice(0, MONTHS).map(({ month, parts, total }) => ({
				letter: null,
				cells: [
					writeShortMonth(monthStart(plan.firstMonth, month), writing),
					...shown.map(({ id }) => writeAmount(parts[placeOf(id)] ?? ZERO, writing)),
					writeAmount(total, writing)
				],
				isStrong: false
			})),
			hasSum: false,
			isDense: true
		}
	];
}
