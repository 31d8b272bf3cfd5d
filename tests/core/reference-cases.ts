/**
 * One reference case against the core. It is parsed strictly, so that a setting the core does not know
 * is never quietly ignored but fails the case.
 */
import { z } from 'zod';
import { FREQUENCIES, type CalendarDate } from '../../src/lib/core/quantities/calendar';
import type { DebtTerms } from '../../src/lib/core/debt/terms';
import { cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { ratesByIndex } from '../../src/lib/core/debt/index-rate';
import { deadlineFor } from '../../src/lib/core/debt/deadline';
import { balancesIn, rowAt, run } from '../../src/lib/core/debt/run';
import {
	balanceFor,
	extraFor,
	paymentBetween,
	paymentFor,
	periodsFor,
	rateFor
} from '../../src/lib/core/debt/solve';
import { checkDrift } from './reference-drift';
import { checkPlan } from './reference-plans';
import { checkWhoPays } from './reference-who-pays';
import { checkStatement, isStatementKind } from './reference-statements';
import {
	date,
	debtTerms,
	differing,
	followingDebt,
	indexValues,
	money,
	statedRate,
	type Differences
} from './reference-terms';

const runCase = z.strictObject({
	name: z.string(),
	kind: z.literal('run'),
	debt: followingDebt,
	index: indexValues.default([]),
	expect: z
		.object({
			status: z.string(),
			periods: z.number(),
			payoffDate: z.string().nullable(),
			totalInterest: z.number(),
			totalCharges: z.number(),
			totalPaid: z.number(),
			finalPayment: z.number(),
			peak: z.number(),
			closing: z.number().optional(),
			deferredCharged: z.number().optional(),
			deferredWaived: z.number().optional(),
			missed: z.array(z.int()).optional(),
			lateFees: z.number().optional(),
			rows: z.array(
				z
					.looseObject({ k: z.int(), parts: z.array(z.looseObject({ id: z.string() })).optional() })
					.catchall(z.union([z.number(), z.string()]))
			)
		})
		.strict()
});

/**
 * Runs one case of a reference file and returns what differs, a line each.
 * @throws Error where the case is of an unknown kind, ZodError where it has a field that is not known.
 */
export function checkCase(item: unknown): Differences {
	const { kind } = z.looseObject({ kind: z.string() }).parse(item);
	if (kind === 'run') return checkRun(item);
	if (kind === 'solve') return checkSolve(item);
	if (kind === 'plan') return checkPlan(item);
	if (kind === 'drift') return checkDrift(item);
	if (kind === 'who-pays') return checkWhoPays(item);
	if (isStatementKind(kind)) return checkStatement(item);
	throw new Error(`unknown kind of case: ${kind}`);
}

const solveGiven = z.strictObject({
	balance: money.optional(),
	laterBalance: money.optional(),
	payment: money.optional(),
	periods: z.int().optional(),
	paymentsPerYear: z.literal(FREQUENCIES).default(12),
	timing: z.enum(['arrears', 'advance']).default('arrears'),
	firstDue: date.default('2027-01-15' as CalendarDate),
	rate: z.union([statedRate, z.strictObject({ basis: z.literal('effective') })]).optional(),
	debt: debtTerms.optional()
});
const solveCase = z.strictObject({
	name: z.string(),
	kind: z.literal('solve'),
	ask: z.enum(['payment', 'periods', 'rate', 'balance', 'payment-between', 'extra', 'deadline']),
	given: solveGiven,
	expect: z.record(z.string(), z.union([z.number(), z.string()]))
});

/** A question backwards; the logarithm form agrees within a millionth, rates to 0.0001 %. */
function checkSolve(item: unknown): Differences {
	const { ask, given, expect } = solveCase.parse(item);
	const got = solved(ask, given);
	const { unrounded, ...exact } = expect;
	const differences = differing('', exact, got, false);
	if (unrounded !== undefined && !(Math.abs(Number(unrounded) - Number(got['unrounded'])) < 1e-6)) {
		differences.push(`unrounded: expected ${unrounded}, got ${String(got['unrounded'])}`);
	}
	return differences;
}

function solved(
	ask: z.infer<typeof solveCase>['ask'],
	given: z.infer<typeof solveGiven>
): Record<string, unknown> {
	const { balance = cents(0), payment = cents(0), periods = 0, paymentsPerYear, timing } = given;
	const { basis } = given.rate ?? { basis: 'nominal' as const };
	const annual =
		given.rate && 'annualPercent' in given.rate ? given.rate.annualPercent : percent(0);
	const rate = { basis, annual } as DebtTerms['rate'];
	const plain = { extras: [], charges: [], clearBelow: cents(0), firstDue: given.firstDue };
	const known = { ...plain, opening: balance, rate, paymentsPerYear, timing };
	switch (ask) {
		case 'payment': {
			const { level, levelRun, smallest } = paymentFor(known, periods);
			return {
				levelPayment: level,
				levelFinalPayment: levelRun.finalPayment,
				levelTotalInterest: levelRun.totalInterest,
				smallestPayment: smallest?.amount,
				smallestPeriods: smallest?.run.periods,
				smallestFinalPayment: smallest?.run.finalPayment,
				smallestTotalInterest: smallest?.run.totalInterest
			};
		}
		case 'periods': {
			const { run, unrounded } = periodsFor(known, payment);
			const { ending } = run;
			const payoffDate = ending.status === 'cleared' ? ending.payoffDate : null;
			return { ...run, status: ending.status, payoffDate, unrounded };
		}
		case 'rate': {
			const { annual: found } = rateFor(known, payment, periods);
			return found === null
				? { status: 'none' }
				: { status: 'found', annualPercent: (found / 10_000).toFixed(4) };
		}
		case 'balance': {
			const answer = balanceFor(known, payment, periods);
			return { ...answer.run, balance: answer.balance };
		}
		case 'payment-between':
			return {
				payment: paymentBetween(
					balance,
					given.laterBalance ?? cents(0),
					periods,
					rate,
					paymentsPerYear
				)
			};
		case 'extra': {
			if (!given.debt) throw new Error('an extra is asked for a debt');
			const answer = extraFor(given.debt, periods);
			return { ...answer?.run, extra: answer?.extra };
		}
		case 'deadline': {
			if (!given.debt) throw new Error('a deadline is asked for a debt');
			const answer = deadlineFor(given.debt);
			if (answer === null) return { status: 'none' };
			return { ...answer.run, amount: answer.atLeast.amount, avoided: answer.avoided };
		}
	}
}

/** The debt of a run, whose rate may follow an index. */
export function debtOfRun(item: unknown): DebtTerms {
	const { debt, index } = runCase.parse(item);
	const { terms, follows } = debt;
	return follows ? { ...terms, rateChanges: ratesByIndex(terms, follows, index) } : terms;
}

function checkRun(item: unknown): Differences {
	const { expect } = runCase.parse(item);
	const debt = debtOfRun(item);
	const { rows, missed, ...totals } = expect;
	const unrounded = debt.interestRounding === 'none';
	const got = run(debt);
	const { ending } = got;
	const found: Record<string, unknown> = {
		...got,
		status: ending.status,
		payoffDate: ending.status === 'cleared' ? ending.payoffDate : null
	};
	const differences = differing('', totals, found, unrounded);
	for (const { parts = [], ...row } of rows) {
		const match = rowAt(got, row.k);
		differences.push(...differing(`row ${row.k} `, row, { ...match }, unrounded));
		const balances = balancesIn(got, row.k);
		for (const part of parts) {
			const own = balances.find(({ id }) => id === part.id);
			differences.push(...differing(`row ${row.k}, ${part.id} `, part, { ...own }, unrounded));
		}
	}
	if (missed && missed.join() !== got.missed.join()) {
		differences.push(`missed: expected ${missed.join()}, got ${got.missed.join()}`);
	}
	return differences;
}
