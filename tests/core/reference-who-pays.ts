/** A month of a household, and what each of its people pays. */
import { z } from 'zod';
import { FREQUENCIES } from '../../src/lib/core/quantities/calendar';
import { whoPays, type Payers, type Split } from '../../src/lib/core/plan/who-pays';
import type { Plan } from '../../src/lib/core/plan/terms';
import { date, differing, money, rate, type Differences } from './reference-terms';

const owner = z.string().nullable();
const whoPaysCase = z.strictObject({
	name: z.string(),
	kind: z.literal('who-pays'),
	people: z.array(z.string()),
	month: date,
	income: z.array(
		z.strictObject({
			amount: money,
			perYear: z.literal(FREQUENCIES),
			from: date,
			until: date.nullable(),
			owner
		})
	),
	debts: z.array(z.strictObject({ owner, paid: money })),
	fees: money,
	putAside: money,
	fromSavings: money,
	split: z.discriminatedUnion('by', [
		z.strictObject({ by: z.literal('income') }),
		z.strictObject({ by: z.literal('debts') }),
		z.strictObject({
			by: z.literal('parts'),
			parts: z.array(z.strictObject({ person: z.string(), percent: rate }))
		})
	]),
	expect: z.strictObject({ total: money, parts: z.array(money) })
});

export function checkWhoPays(item: unknown): Differences {
	const { people, month, income, debts, fees, putAside, fromSavings, split, expect } =
		whoPaysCase.parse(item);
	const payers: Payers = {
		people,
		income: income.map(({ owner: of, ...drawn }) => ({ item: drawn, owner: of })),
		owners: debts.map(({ owner: of }) => of)
	};
	// Of a month what is paid alone is asked.
	const kept = {
		month: 1,
		paid: debts.reduce((sum, { paid }) => sum + paid, 0),
		fees,
		savings: { putAside, toDebts: fromSavings, toFees: 0, toLiving: 0, closing: 0 },
		shares: debts.map(({ paid }, index) => ({ index, paid }))
	} as unknown as Plan['kept'][number];
	const [got] = whoPays({ kept: [kept] }, payers, split as Split, () => month);
	const parts = expect.parts.map((part, at) => [`${people[at]}`, part] as const);
	return [
		...differing('', { total: expect.total }, { total: got?.total }, false),
		...differing(
			'',
			Object.fromEntries(parts),
			Object.fromEntries(people.map((name, at) => [name, got?.parts[at]])),
			false
		)
	];
}
