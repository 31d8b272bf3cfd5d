/** The workbook of each plan of the demo, recalculated from scratch. */
import { beforeAll, expect, it } from 'vitest';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import { demoPlans } from '../support/demo-cases';
import { EQUAL, programs, sumsOf, written } from '../support/plan-workbook';
import { recalculatedAll, type Recalculated } from '../support/recalculated';

const carried = demoPlans.map(({ name, document, entry }) => ({
	name,
	...carriedPlan(document, entry)
}));
let books: readonly Recalculated[];
beforeAll(async () => {
	books = await recalculatedAll(
		await Promise.all(
			carried.map(async ({ debts, terms }) => ({ bytes: await written(debts, terms) }))
		)
	);
}, 120_000);

it.each(carried.map(({ name }, at) => [name, at] as const))(
	'comes to what the program comes to: %s',
	(_, at) => {
		const [plan, book] = [carried[at], books[at]];
		if (!plan || !book) throw new Error('a plan and its workbook');
		const { debts, terms } = plan;
		expect(sumsOf(book)).toEqual({ ...programs(debts, terms), verdict: EQUAL });
	}
);
