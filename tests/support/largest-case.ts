/** A case as large as a client's can become: everything a case may hold sixty of, and a forecast of each year's choice. */
import { addMonths, type CalendarDate } from '../../src/lib/core/quantities/calendar';
import { LIMITS } from '../../src/lib/core/quantities/limits';
import type { Cents } from '../../src/lib/core/quantities/money';
import type { CaseDocument } from '../../src/lib/document/case';
import { contentOf, NO_SHEET } from '../../src/lib/document/plan';
import { TODAY } from './residuum';
import { wholeCase } from './whole-case';

const HAPPENINGS = 60;
/** Debts of a forecast, and periods of each. */
const FORECAST = { debts: 12, periods: 360 };

/** Many debts, and what happens to them; `forecasts` of them were made. */
export function largestCase(of: CaseDocument, forecasts: number): CaseDocument {
	const event = (at: number) => ({
		id: crypto.randomUUID(),
		kind: 'extra',
		off: false,
		date: addMonths(TODAY as CalendarDate, at + 1),
		amount: 1_000 + at,
		perYear: 52,
		until: null
	});
	const [first] = wholeCase().debts;
	const debts = Array.from({ length: LIMITS.debts }, (_, index) => ({
		...first,
		id: crypto.randomUUID(),
		name: `Debt number ${index + 1} of sixty`,
		events: Array.from({ length: HAPPENINGS }, (_, at) => event(at))
	})) as unknown as CaseDocument['debts'];
	const [plan] = of.plans;
	if (!plan) throw new Error('a case has a plan');
	const amounts = (by: number) =>
		Array.from({ length: FORECAST.periods }, (_, at) => 10_000 + by + at);
	const some = debts.slice(0, FORECAST.debts).map((debt) => ({ ...debt, events: [] }));
	const made = Array.from({ length: forecasts }, (_, index) => ({
		id: crypto.randomUUID(),
		by: 'choice' as const,
		date: TODAY,
		plan: plan.id,
		name: `Choice ${index + 1}`,
		asOf: TODAY,
		debts: some,
		content: contentOf({ ...plan, listed: [], changes: [], events: [] }, NO_SHEET),
		figures: some.map(({ id }) => ({
			debt: id,
			opening: 400_000 + index,
			before: [],
			paid: amounts(index),
			charges: amounts(0),
			interest: amounts(7),
			forgiven: 0
		})),
		ends: '2056-12-15',
		shortFrom: null,
		cost: 123_400 + index
	})) as unknown as CaseDocument['forecasts'];
	return {
		...of,
		label: 'Large',
		debts,
		plans: [{ ...plan, listed: [], changes: [], events: [] }],
		choices: [],
		visits: [],
		readings: [],
		recordedEvents: [],
		recordedMoney: [],
		forecasts: made
	};
}

/** A case with as many transactions as go into one request. */
export const withTransactions = (of: CaseDocument): CaseDocument => ({
	...of,
	label: 'Transactions',
	debts: of.debts.map((debt, index) => ({
		...debt,
		transactions: Array.from(
			{ length: index < 45 ? LIMITS.transactions : 0 },
			(_, at): CaseDocument['debts'][number]['transactions'][number] => ({
				reference: `${index}-${at}`,
				date: addMonths(TODAY as CalendarDate, -(at % 60)),
				amount: (-1_000 - at) as Cents,
				kind: 'charge',
				text: 'Bought at the shop on the quay'
			})
		)
	}))
});
