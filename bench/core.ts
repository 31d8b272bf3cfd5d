/** How fast the core is, as ratios within one run: the machine's own speed cancels out. */
import { ipmt, pmt, ppmt } from 'financial';
import { Bench } from 'tinybench';
import type { CalendarDate } from '../src/lib/core/calendar';
import type { DebtTerms } from '../src/lib/core/debt';
import { cents, ZERO } from '../src/lib/core/money';
import { percent } from '../src/lib/core/rate';
import { run, runTotals } from '../src/lib/core/run';

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

const bench = new Bench({ time: 1500, warmupTime: 500 });
bench
	.add('totals', () => runTotals(terms))
	.add('bare loop', bareLoop)
	.add('rows', () => run(terms))
	.add('closed form rows', closedFormRows);
await bench.run();

/** The fastest call, in milliseconds: on a machine with other work, what it takes undisturbed. */
function fastest(name: string): number {
	const result = bench.getTask(name)?.result;
	if (result?.state !== 'completed') throw new Error(`${name} was not measured`);
	return result.latency.min;
}

const loop = fastest('totals') / fastest('bare loop');
const rows = fastest('closed form rows') / fastest('rows');
console.log(
	`one debt, totals only, against the bare loop: ${loop.toFixed(2)} times its time (goal: 2 or less)`
);
console.log(
	`360 rows against a closed form per row: ${rows.toFixed(1)} times as fast (goal: 10 or more)`
);
