/**
 * How debts run down: one debt under its payment rule, several under one budget, what an unknown would have to be, and
 * the order that costs least. Money is in whole minor units, rates in ten-thousandths of a percent, days as ISO 8601
 * writes them. Everything is a pure function of what it is given: no clock, no files, no network.
 *
 * @packageDocumentation
 */

// Money, rates and days.
export { cents, roundedShare, ZERO, type Cents } from '../../src/lib/core/quantities/money';
export { percent, type InterestRounding, type Percent } from '../../src/lib/core/quantities/rate';
export {
	addDays,
	addMonths,
	calendarDate,
	dueDate,
	FREQUENCIES,
	isCalendarDate,
	monthsBetween,
	type CalendarDate,
	type DateParts,
	type PaymentsPerYear
} from '../../src/lib/core/quantities/calendar';

// One debt.
export type * from '../../src/lib/core/debt/terms';
export type { MinimumRule } from '../../src/lib/core/debt/rules/minimum';
export type { FixedRule } from '../../src/lib/core/debt/rules/fixed';
export type { LevelRule } from '../../src/lib/core/debt/rules/level';
export type { FrozenMinimumRule } from '../../src/lib/core/debt/rules/frozen-minimum';
export type { InterestOnlyRule } from '../../src/lib/core/debt/rules/interest-only';
export type { PaymentRule } from '../../src/lib/core/debt/rules/all-rules';
export { BASES, type Basis, type RateTerms } from '../../src/lib/core/debt/interest/all-ways';
export {
	rowAt,
	run,
	runTotals,
	type Ending,
	type Run,
	type RunRow,
	type RunTotals
} from '../../src/lib/core/debt/run';
export {
	balanceFor,
	extraFor,
	paymentFor,
	periodsFor,
	rateFor,
	type BalanceAnswer,
	type ExtraAnswer,
	type PaymentAnswer,
	type PeriodsAnswer,
	type RateAnswer
} from '../../src/lib/core/debt/solve';

// Several debts under one budget.
export type * from '../../src/lib/core/plan/terms';
export { ONLY_REQUIRED, planOf, planTotals } from '../../src/lib/core/plan/walk';
export {
	interestAndFees,
	leastMoney,
	moneyThatCovers,
	moneyThatEnds,
	planDifference,
	requiredAtBegin,
	usualBegin,
	type PlanDifference
} from '../../src/lib/core/plan/answers';
export { ORDERS, type Order } from '../../src/lib/core/plan/order';
export {
	firstMonthWith,
	withChanges,
	type Changing,
	type NewDebt,
	type PlanChange,
	type Refusal
} from '../../src/lib/core/plan/changes';

// What runs plans many times.
export {
	searchOrders,
	type OrderAnswer,
	type OrderSearch,
	type OrderTask
} from '../../src/lib/core/search/cheapest-order';
