/** How fast the core is, as ratios within one run: the machine's own speed cancels out. */
import { ipmt, pmt, ppmt } from 'financial';
import { Bench } from 'tinybench';
import type { CalendarDate } from '../src/lib/core/quantities/calendar';
import type { DebtTerms } from '../src/lib/core/debt/terms';
import { cents, ZERO } from '../src/lib/core/quantities/money';
import { percent } from '../src/lib/core/quantities/rate';
import { planTotals } from '../src/lib/core/plan/walk';
import type { PlannedDebt, PlanTerms } from '../src/lib/core/plan/terms';
import { run, runTotals } from '../src/lib/core/debt/run';
import { fittingRules } from '../src/lib/core/search/fitting-rules';
import { takenTable } from '../src/lib/exchange/debts-table';
import { rowsOfText } from '../src/lib/exchange/table';
import { writingOf } from '../src/lib/reading/writing';
import { USUAL_STYLE } from '../src/lib/messages/style';
import { closeEnough, searchOrders } from '../src/lib/core/search/cheapest-order';

const BALANCE = 19_870_000;
const ANNUAL = 63_500;
const PAYMENTS = 360;
const PERIODIC = ANNUAL / 1_000_000 / 12;

/** The payment that ends it in 360 months, a cent up so that the last one is the smaller one. */
const payment = Math.ceil(-pmt(PERIODIC, PAYMENTS, BALANCE));

const terms: DebtTerms = {
	opening: cents(BALANCE),
	rate: { basis: 'nominal', annual: percent(ANNUAL) },
	paymentsPerYear: 12,
	firstDue: '2027-01-15' as CalendarDate,
	payment: { kind: 'fixed', amount: cents(payment) },
	clearBelow: ZERO,
	extras: [],
	charges: []
};

/** The same totals without settings, dates or endings. */
function bareLoop(): number {
	let balance = BALANCE;
	let interest = 0;
	let paid = 0;
	while (balance > 0) {
		const charged = Math.round(balance * PERIODIC);
		const due = Math.min(payment, balance + charged);
		balance += charged - due;
		interest += charged;
		paid += due;
	}
	return interest + paid;
}

/** The same rows from a closed form, called for each row. */
function closedFormRows(): number {
	let sum = 0;
	for (let row = 1; row <= PAYMENTS; row += 1) {
		sum += ipmt(PERIODIC, row, PAYMENTS, BALANCE) + ppmt(PERIODIC, row, PAYMENTS, BALANCE);
	}
	return sum;
}

/** Twelve such loans of different rates under one amount, which moves on to the highest rate. */
const household: readonly PlannedDebt[] = Array.from({ length: 12 }, (_, index) => ({
	id: `loan ${index}`,
	terms: {
		...terms,
		opening: cents(BALANCE + index * 1000),
		rate: { basis: 'nominal', annual: percent(ANNUAL - index * 500) }
	}
}));
const plan: PlanTerms = {
	budget: { kind: 'constant', amount: cents(payment * 12 + 5000) },
	oneOffs: [],
	budgetChanges: [],
	order: 'rate',
	listed: []
};

/** The same plan without settings, dates, rules, short months or endings. */
function barePlan(): number {
	const balances = household.map(({ terms: { opening } }) => opening as number);
	const rates = household.map(({ terms: { rate } }) => rate.annual / 1_000_000 / 12);
	let interest = 0;
	let owed = 1;
	while (owed > 0) {
		let left = payment * 12 + 5000;
		for (let index = 0; index < balances.length; index += 1) {
			const balance = balances[index] ?? 0;
			if (balance === 0) continue;
			const charged = Math.round(balance * (rates[index] ?? 0));
			const due = Math.min(payment, balance + charged);
			balances[index] = balance + charged - due;
			interest += charged;
			left -= due;
		}
		owed = 0;
		for (let index = 0; index < balances.length; index += 1) {
			const balance = balances[index] ?? 0;
			const more = Math.min(left, balance);
			balances[index] = balance - more;
			left -= more;
			owed += balance - more;
		}
	}
	return interest;
}

const bench = new Bench({ time: 300, warmupTime: 100 });
bench
	.add('totals', () => runTotals(terms))
	.add('bare loop', bareLoop)
	.add('rows', () => run(terms))
	.add('closed form rows', closedFormRows)
	.add('plan', () => planTotals(household, plan))
	.add('bare plan', barePlan);

/**
 * The fastest call of each, in milliseconds: on a machine with other work, what it takes undisturbed. What is
 * compared is measured in turns, so that a neighbour who is busy for a second meets all of them.
 */
const fastestCalls = new Map<string, number>();
for (let round = 0; round < 6; round += 1) {
	for (const { name, result } of await bench.run()) {
		if (result.state !== 'completed') throw new Error(`${name} was not measured`);
		fastestCalls.set(name, Math.min(fastestCalls.get(name) ?? Infinity, result.latency.min));
	}
}
const fastest = (name: string) => fastestCalls.get(name) ?? NaN;

const loop = fastest('totals') / fastest('bare loop');
const rows = fastest('closed form rows') / fastest('rows');
console.log(
	`one debt, totals only, against the bare loop: ${loop.toFixed(2)} times its time (goal: 2 or less)`
);
console.log(
	`360 rows against a closed form per row: ${rows.toFixed(1)} times as fast (goal: 10 or more)`
);

const planned = fastest('plan') / fastest('bare plan');
console.log(
	`12 debts over 30 years, totals only, against the bare loop: ${planned.toFixed(1)} times its time ` +
		`(goal: 3 or less), ${fastest('plan').toFixed(2)} ms`
);

/** The same household each time for the same seed: ten debts of any size and rate, under about what they ask. */
function randomHousehold(seed: number): { debts: PlannedDebt[]; plan: PlanTerms } {
	let state = seed * 2_654_435_761;
	const random = (least: number, most: number): number => {
		state = (Math.imul(state ^ (state >>> 15), 0x2c1b3c6d) + 0x3c6ef372) >>> 0;
		return least + Math.floor((state / 2 ** 32) * (most - least + 1));
	};
	const debts = Array.from({ length: 10 }, (_, index): PlannedDebt => {
		const opening = random(50_000, 900_000);
		return {
			id: `debt ${index}`,
			terms: {
				...terms,
				opening: cents(opening),
				rate: { basis: 'nominal', annual: percent(random(0, 2_999) * 100) },
				payment: { kind: 'fixed', amount: cents(Math.ceil(opening / random(24, 60))) }
			}
		};
	});
	const required = planTotals(debts, { ...plan, budget: { kind: 'required' } });
	const first = Math.ceil(required.starting / 30);
	return { debts, plan: { ...plan, budget: { kind: 'constant', amount: cents(first) } } };
}

/** How long the cheapest order takes to be found, in plans that could be run meanwhile, and in milliseconds. */
const searches = Array.from({ length: 20 }, (_, seed) => {
	const { debts, plan: own } = randomHousehold(seed + 1);
	const planTook = timed(() => {
		for (let run = 0; run < 20; run += 1) planTotals(debts, own);
	});
	const took = timed(() => {
		const search = searchOrders(debts, own, closeEnough(debts));
		while (!search.next().done);
	});
	return { plans: took / (planTook / 20), took };
}).sort((a, b) => a.plans - b.plans);
const [middle, worst] = [searches[10], searches.at(-1)];
console.log(
	`cheapest order of 10 debts, 20 random households: the time of ${middle?.plans.toFixed(0)} plans in the middle ` +
		`(${middle?.took.toFixed(0)} ms), of ${worst?.plans.toFixed(0)} at worst (${worst?.took.toFixed(0)} ms)`
);

const pasted = ['Creditor\tOwed\tAPR\tMin. payment\tDue'];
for (let at = 0; at < 1000; at += 1)
	pasted.push(`Card ${at}\t${at + 1}.234,50\t22,49 %\t35\t${(at % 28) + 1}`);
const writing = writingOf({ currency: { code: 'USD', digits: 2 }, style: USUAL_STYLE });
const preview = (): number => {
	const rows = rowsOfText(pasted.join('\n'), 'pasted', writing);
	return takenTable(rows, { name: 'pasted', writing, asOf: '2026-12-15' as CalendarDate }).lines
		.length;
};
preview();
console.log(
	`1,000 pasted rows read: ${timed(preview).toFixed(0)} ms (goal: 200 with what the page draws)`
);

const printing = {
	given: {
		balance: cents(318_240),
		annual: percent(214_900),
		interestCharged: cents(5_700),
		roundTo: 100
	},
	printed: {
		minimumDue: cents(8_900),
		estimate: { unit: 'years', count: 15 },
		total: cents(764_500)
	},
	unit: 100
} as const;
const fitting = (): void => {
	const search = fittingRules(printing);
	while (!search.next().done);
};
fitting();
console.log(
	`741 minimum rules against a statement: ${timed(fitting).toFixed(0)} ms (goal: 300 or less)`
);

function timed(work: () => void): number {
	const began = performance.now();
	work();
	return performance.now() - began;
}
