/** Any case document: every field with any value that it may have, each kind of every choice. */
import { DEBT_KINDS } from '../../src/lib/core/plan/priority';
import fc from 'fast-check';
import { ALLOCATION_ORDERS } from '../../src/lib/core/debt/account/policy';
import { FREQUENCIES } from '../../src/lib/core/quantities/calendar';
import { ORDERS } from '../../src/lib/core/plan/order';
import { LIMITS } from '../../src/lib/core/quantities/limits';
import { totalsOf } from '../../src/lib/core/debt/account/totals';
import type { BalanceEntry } from '../../src/lib/document/balances';
import { VERSION } from '../../src/lib/document/version';
import { caseDocument } from '../../src/lib/document/schema/case';
import type { CaseDocument } from '../../src/lib/document/case';
import { DATE_ORDERS, NUMBER_STYLES } from '../../src/lib/messages/style';
import { HANDOUT_LANGUAGES, HANDOUT_PARTS, PAPERS } from '../../src/lib/document/handout-parts';
import { contentOf, type Sheet } from '../../src/lib/document/plan';

const money = fc.oneof(fc.integer({ min: 0, max: 90_000 }), fc.constantFrom(0, 1, LIMITS.amount));
const signed = fc.oneof(
	money,
	money.map((amount) => -amount || 0)
);
const percent = (most: number) =>
	fc.oneof(fc.integer({ min: 0, max: 300_000 }), fc.constantFrom(0, 1, most));
const rate = percent(LIMITS.rate);
const share = percent(LIMITS.minimumPercent);
const orNull = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: null });
const frequency = fc.constantFrom(...FREQUENCIES);
const id = fc.uuid();
const name = fc
	.oneof(
		fc.string({ maxLength: 40 }),
		fc.constantFrom('', 'Ærø & Søn “1”', "O'Hare; drop--", '日本の借金', 'a\\b"c')
	)
	.map((text) => text.replace(/\p{Cc}/gu, '').trim());
const label = name.map((text) => text || 'x');
const day = fc
	.record({
		year: fc.integer({ min: 1990, max: 2110 }),
		month: fc.integer({ min: 1, max: 12 }),
		day: fc.integer({ min: 1, max: 28 })
	})
	.map(
		(of) => `${of.year}-${String(of.month).padStart(2, '0')}-${String(of.day).padStart(2, '0')}`
	);
const due = fc.constantFrom('2026-12-16', '2027-01-31', '2028-02-29', '2031-12-01');
const kind = <K extends string, T extends object>(
	of: K,
	fields: { readonly [F in keyof T]: fc.Arbitrary<T[F]> }
) => fc.record({ kind: fc.constant(of), ...fields });

const rounding = { roundUpTo: fc.constantFrom(0, 100, 500, 1000), floor: money };
const shared = {
	percent: orNull(share),
	of: fc.constantFrom('statement', 'opening'),
	plusFees: fc.boolean(),
	...rounding
};
const required = fc.oneof(
	kind('percent', shared),
	kind('interest-plus', shared),
	kind('amount', { amount: orNull(money), ...rounding }),
	kind('level', {
		periods: orNull(fc.integer({ min: 1, max: LIMITS.periods })),
		payment: orNull(money),
		balloon: money,
		roundPayment: fc.constantFrom('nearest', 'up'),
		atTerm: fc.constant('settle')
	})
);
const version = fc.integer({ min: 1, max: 9_000 });
const signedRate = fc.integer({ min: -LIMITS.rate, max: LIMITS.rate });
const follows = fc.record({
	index: id,
	name: label,
	version,
	margin: signedRate,
	from: orNull(day),
	every: fc.integer({ min: 1, max: LIMITS.periods }),
	lookBack: fc.integer({ min: 0, max: LIMITS.lookBack }),
	step: orNull(rate),
	cap: orNull(rate),
	floor: rate,
	reamortize: fc.boolean(),
	values: fc
		.uniqueArray(fc.record({ date: day, annual: signedRate }), {
			maxLength: 3,
			selector: (value) => value.date
		})
		.map((values) => values.sort((a, b) => (a.date < b.date ? -1 : 1)))
});
const dayYear = fc.constantFrom(365, 360, 'actual');
const interest = fc.oneof(
	fc.record({
		basis: fc.constant('nominal'),
		compoundsPerYear: orNull(fc.integer({ min: 1, max: 365 }))
	}),
	fc.record({ basis: fc.constant('effective') }),
	fc.record({ basis: fc.constantFrom('daily', 'daily-compounded'), dayYear })
);
const dated = { id, off: fc.boolean(), date: day };
const repeated = { amount: money, perYear: orNull(frequency), until: orNull(day) };
const event = fc.oneof(
	kind('extra', { ...dated, ...repeated }),
	kind('charge', { ...dated, ...repeated, fee: fc.boolean(), ofBalance: orNull(id) }),
	kind('skip', dated),
	kind('payment', { ...dated, amount: orNull(money) }),
	kind('rate', { ...dated, annual: rate, reamortize: fc.boolean(), ofBalance: orNull(id) })
);
const way = fc.oneof(
	kind('paid', {}),
	kind('required', {}),
	kind('held', {}),
	kind('without', { event: id }),
	kind('interest-plus', { percent: share }),
	kind('fixed', { amount: money, extra: money }),
	kind('ends-in', { months: fc.integer({ min: 1, max: LIMITS.months }) }),
	kind('portions', { paymentsPerYear: frequency })
);
const balance = fc.record({
	id,
	name,
	balance: orNull(fc.integer({ min: 0, max: 900_000 })),
	annualRate: orNull(rate),
	printedInterest: orNull(money),
	deferral: orNull(fc.record({ by: day, annualRate: orNull(rate), accrued: money }))
});
const allocationOrder = fc.constantFrom(...ALLOCATION_ORDERS);
const few = fc.integer({ min: 1, max: LIMITS.latePeriods });
const plainDebt = fc.record({
	id,
	name,
	balance: orNull(money),
	asOf: fc.constantFrom(null, '2026-12-15', '2026-12-01'),
	kind: fc.constantFrom(...DEBT_KINDS),
	balanceAssumed: fc.boolean(),
	annualRate: orNull(rate),
	balances: fc.uniqueArray(balance, { maxLength: 3, selector: (one) => one.id }),
	allocation: fc.record({ minimum: allocationOrder, excess: allocationOrder }),
	firstDue: orNull(due),
	required,
	interestOnly: fc.constantFrom(0, 1, LIMITS.periods),
	lending: fc.record({
		paymentsPerYear: frequency,
		interest,
		timing: fc.constant('arrears'),
		interestRounding: fc.constantFrom('cent', 'none'),
		clearBelow: money
	}),
	pays: fc.oneof(
		kind('required', {}),
		kind('held', {}),
		kind('fixed', { amount: money, paymentsPerYear: orNull(frequency) }),
		kind('interest-plus', { percent: share })
	),
	extra: money,
	atLeast: orNull(fc.record({ amount: money, until: day })),
	late: orNull(
		fc.record({
			assumed: fc.boolean(),
			fee: money,
			feeAgain: orNull(money),
			penaltyRate: orNull(rate),
			after: few,
			notice: fc.integer({ min: 0, max: LIMITS.latePeriods }),
			cure: few,
			history: orNull(
				fc.record({
					missed: fc.array(fc.record({ due: day, lacking: money }), { maxLength: 3 }),
					feeDue: money,
					penaltyFrom: orNull(day),
					onTime: fc.integer({ min: 0, max: LIMITS.periods })
				})
			)
		})
	),
	usual: orNull(
		fc.record({
			creditor: id,
			version,
			terms: fc.subarray(['minimum', 'late'], { minLength: 1 })
		})
	),
	follows: orNull(follows),
	events: fc.uniqueArray(event, { maxLength: 4, selector: (item) => item.id }),
	compared: fc.array(way, { maxLength: 4 }),
	baseline: way,
	noted: fc.record({
		creditor: name,
		account: name,
		limit: orNull(money),
		pastDue: orNull(money),
		security: fc.constantFrom('secured', 'unsecured', null),
		joint: fc.boolean(),
		note: name,
		paymentsLeft: orNull(fc.integer({ min: 0, max: LIMITS.periods })),
		paymentsInAll: orNull(fc.integer({ min: 1, max: LIMITS.periods })),
		paymentEach: orNull(money)
	}),
	statement: fc.record({
		roundTo: fc.constantFrom('cent', 'unit'),
		interestCharged: orNull(money),
		offerRate: orNull(rate),
		offerMonths: orNull(fc.integer({ min: 1, max: LIMITS.months })),
		minimumDue: orNull(money),
		estimateCount: orNull(fc.integer({ min: 1, max: LIMITS.months })),
		estimateUnit: fc.constantFrom('months', 'years'),
		total: orNull(money),
		payment36: orNull(money),
		total36: orNull(money),
		saving36: orNull(signed)
	}),
	transactions: fc.array(
		fc.record({
			reference: name,
			date: day,
			amount: signed,
			kind: fc.constantFrom('payment', 'charge', 'interest', 'fee'),
			text: name
		}),
		{ maxLength: 3 }
	),
	withdrawn: fc.array(
		name.filter((reference) => reference !== ''),
		{ maxLength: 3 }
	)
});

/** A loan has one balance; of several the debt has the sum and the highest rate. */
const debt = plainDebt.map((drawn) => {
	if (drawn.balances.length === 0 || drawn.required.kind === 'level') {
		return { ...drawn, balances: [] };
	}
	return { ...drawn, follows: null, ...totalsOf(drawn.balances as BalanceEntry[]) };
});

const monthlyFee = (amount: fc.Arbitrary<unknown>, percent: fc.Arbitrary<unknown>) =>
	fc.oneof(kind('amount', { amount }), kind('percent', { percent, cap: orNull(money) }));
const replied = {
	usual: orNull(version),
	reply: fc.record({
		is: fc.constantFrom('open', 'proposed', 'agreed', 'refused'),
		on: orNull(day)
	})
};
const newDebt = fc.record({
	id,
	name,
	firstDue: orNull(due),
	rule: fc.oneof(
		kind('level', { periods: orNull(fc.integer({ min: 1, max: LIMITS.months })) }),
		kind('fixed', { amount: orNull(money) }),
		kind('minimum', { percent: orNull(share), floor: money })
	)
});
const change = fc.oneof(
	kind('consolidate', {
		assumed: fc.subarray(['annualRate', 'rule', 'firstDue', 'fee']),
		debts: fc.array(id, { maxLength: 3 }),
		loan: newDebt,
		annualRate: orNull(rate),
		fee: fc.record({
			percent: orNull(share),
			amount: orNull(money),
			paid: fc.constantFrom('added', 'up-front')
		})
	}),
	kind('transfer', {
		assumed: fc.subarray(['offerRate', 'offerMonths', 'thenRate', 'rule', 'feePercent']),
		amounts: fc.array(fc.record({ debt: id, amount: orNull(money) }), { maxLength: 3 }),
		card: newDebt,
		feePercent: orNull(share),
		offerRate: orNull(rate),
		offerMonths: orNull(fc.integer({ min: 1, max: LIMITS.months })),
		thenRate: orNull(rate),
		limit: orNull(money)
	}),
	kind('concession', {
		assumed: fc.subarray(['from', 'setUpFee', 'monthlyFee']),
		from: orNull(day),
		until: orNull(day),
		debts: fc.array(
			fc.record({
				debt: id,
				annualRate: orNull(rate),
				assumed: fc.boolean(),
				payment: orNull(money),
				...replied
			}),
			{ maxLength: 3 }
		),
		setUpFee: orNull(money),
		monthlyFee: monthlyFee(orNull(money), orNull(share))
	}),
	kind('settle', {
		assumed: fc.subarray(['date', 'fee']),
		date: orNull(day),
		before: fc.constantFrom('stop', 'asked'),
		debts: fc.array(
			fc
				.record({ debt: id, assumed: fc.boolean(), ...replied })
				.chain((of) =>
					fc
						.oneof(
							fc.record({ percent: share, amount: fc.constant(null) }),
							fc.record({ percent: fc.constant(null), amount: orNull(money) })
						)
						.map((offer) => ({ ...of, ...offer }))
				),
			{ maxLength: 3 }
		),
		fee: fc.record({ percent: orNull(share), amount: orNull(money) })
	}),
	kind('deadline', { assumed: fc.constant([]), debts: fc.array(id, { maxLength: 3 }) })
);
const plan = fc.record({
	id,
	name: label,
	named: fc.boolean(),
	pays: fc.constantFrom('planned', 'required', 'paid'),
	budget: fc.oneof(
		kind('required', {}),
		kind('required-plus', { extra: money }),
		kind('constant', { amount: orNull(money) }),
		kind('sheet', {})
	),
	savings: orNull(
		fc.record({
			opening: money,
			monthly: orNull(money),
			target: orNull(money),
			covers: fc.boolean()
		})
	),
	shortOrder: orNull(fc.uniqueArray(id, { maxLength: 4 })),
	aside: fc.uniqueArray(id, { maxLength: 3 }),
	split: orNull(
		fc.oneof(
			fc.constant({ by: 'income' }),
			fc.constant({ by: 'debts' }),
			fc.record({
				by: fc.constant('parts'),
				parts: fc.array(fc.record({ person: id, percent: share }), { maxLength: LIMITS.people })
			})
		)
	),
	programme: orNull(
		fc.record({
			day: fc.integer({ min: 1, max: 31 }),
			setUpFee: money,
			monthlyFee: monthlyFee(money, share),
			version: orNull(version),
			waived: orNull(label)
		})
	),
	begins: fc.constantFrom(null, '2027-01-01', '2031-06-01'),
	order: fc.constantFrom(...ORDERS),
	listed: fc.uniqueArray(id, { maxLength: 4 }),
	events: fc.uniqueArray(
		fc.oneof(
			kind('one-off', { ...dated, amount: money, everyYear: fc.boolean() }),
			kind('money', { ...dated, amount: money })
		),
		{ maxLength: 3, selector: (item) => item.id }
	),
	changes: fc.array(change, { maxLength: 3 }),
	hidden: fc.boolean()
});
const lines = fc.array(
	fc.record({
		id,
		name,
		amount: money,
		perYear: frequency,
		from: orNull(day),
		until: orNull(day),
		owner: orNull(id)
	}),
	{ maxLength: 3 }
);

/** What was expected, and what happened, of any debts. */
const lifeDrawn = fc.record({
	visits: fc.uniqueArray(fc.record({ id, date: day }), { maxLength: 3, selector: (one) => one.id }),
	readings: fc.array(
		fc.record({
			id,
			balance: money,
			byBalance: fc.uniqueArray(fc.record({ id, balance: money }), {
				maxLength: 3,
				selector: (one) => one.id
			}),
			interest: orNull(money)
		}),
		{ maxLength: 4 }
	),
	recordedEvents: fc.uniqueArray(
		fc.record({
			id,
			debt: id,
			date: day,
			kind: fc.constantFrom('payment', 'charge', 'fee'),
			amount: money
		}),
		{ maxLength: 4, selector: (one) => one.id }
	),
	recordedMoney: fc.uniqueArray(
		fc
			.record({
				id,
				month: day.map((of) => `${of.slice(0, 7)}-01`),
				side: fc.constantFrom('income', 'needs'),
				line: orNull(id),
				name,
				amount: money,
				lasting: fc.boolean()
			})
			.map((of) => (of.line === null ? of : { ...of, name: '' })),
		{ maxLength: 3, selector: (one) => one.id }
	),
	forecasts: fc.uniqueArray(
		fc.record({
			id,
			by: fc.constantFrom('choice', 'going on'),
			date: day,
			name: label,
			asOf: fc.constant('2026-12-15'),
			ends: orNull(day),
			shortFrom: orNull(day),
			cost: money,
			figures: fc.array(
				fc.array(fc.tuple(money, money, money), { maxLength: 5 }).map((all) => ({
					opening: 5,
					before: all.slice(2).map(([, , interest]) => interest),
					paid: all.map(([paid]) => paid),
					charges: all.map(([, charges]) => charges),
					interest: all.map(([, , interest]) => interest),
					forgiven: all.length
				})),
				{ maxLength: 2 }
			)
		}),
		{ maxLength: 2, selector: (one) => one.id }
	)
});

/** The same of the debts and a plan that a case has: a reading is of one visit, and of its day. */
function livedThrough(
	{
		visits,
		readings,
		recordedEvents,
		recordedMoney,
		forecasts
	}: typeof lifeDrawn extends fc.Arbitrary<infer T> ? T : never,
	debts: readonly { readonly id: string }[],
	first: { readonly id: string },
	sheet: Sheet
) {
	const [visit] = visits;
	const own = debts.map(({ id: debt }) => debt);
	return {
		visits,
		recordedEvents,
		recordedMoney,
		readings: visit
			? own.flatMap((debt, at) => {
					const reading = readings[at];
					return reading ? [{ ...reading, visit: visit.id, debt, date: visit.date }] : [];
				})
			: [],
		forecasts: forecasts.map((forecast) => ({
			...forecast,
			plan: first.id,
			debts: debts.slice(0, 1),
			content: contentOf(first as never, sheet),
			figures: forecast.figures.map((figures) => ({ ...figures, debt: own[0] ?? first.id }))
		}))
	};
}

/** A debt that says all that it can; one in advance has no payments of interest alone. */
export const anyDocument: fc.Arbitrary<CaseDocument> = fc
	.record({
		label,
		style: fc.record({
			numbers: fc.constantFrom(...NUMBER_STYLES),
			dates: fc.constantFrom(...DATE_ORDERS)
		}),
		people: fc.uniqueArray(fc.record({ id, name: label }), {
			maxLength: LIMITS.people,
			selector: (one) => one.name.toLocaleLowerCase()
		}),
		debts: fc.uniqueArray(debt, { maxLength: 4, selector: (one) => one.id }),
		advance: fc.boolean(),
		plans: fc.uniqueArray(plan, { minLength: 1, maxLength: 3, selector: (one) => one.id }),
		against: fc.constantFrom('minimums', 'today', 'first'),
		note: name,
		sheet: fc.record({ income: lines, needs: lines }),
		lived: lifeDrawn,
		calendar: fc.record({
			sequence: fc.nat({ max: 1_000_000 }),
			given: fc.array(
				fc.record({
					plan: id,
					event: fc
						.tuple(
							day,
							fc.oneof(
								fc.constantFrom('', ' fee'),
								id.map((of) => ` ${of}`)
							)
						)
						.map(([date, of]) => `${date}${of}`)
				}),
				{ maxLength: 3 }
			)
		}),
		handout: fc.record({
			language: fc.constantFrom(...HANDOUT_LANGUAGES),
			paper: fc.constantFrom(...PAPERS),
			without: fc.subarray([...HANDOUT_PARTS]),
			contact: name,
			line: name,
			email: fc.constantFrom('', "d.o'hare+debts@harbour.example")
		})
	})
	.map(({ advance, against, note, debts: drawn, plans, lived, ...of }) => {
		// Who owes a debt is somebody of the household.
		const debts = drawn.map((debt, at) => ({ ...debt, owner: of.people[at]?.id ?? null }));
		const [first] = plans;
		if (!first) throw new Error('a case has a plan');
		const choice = { plan: first.id, name: first.name, date: '2026-12-20', note };
		return caseDocument.parse({
			version: VERSION,
			currency: { code: 'USD', digits: 2 },
			asOf: '2026-12-15',
			...of,
			debts: debts.map((one, at) =>
				advance && at === 0
					? { ...one, interestOnly: 0, lending: { ...one.lending, timing: 'advance' } }
					: one
			),
			plans,
			against: against === 'first' ? first.id : against,
			choices: [
				{ ...choice, content: null },
				{ ...choice, content: contentOf(first as never, of.sheet as never) }
			],
			...livedThrough(lived, debts, first, of.sheet as never)
		});
	});
