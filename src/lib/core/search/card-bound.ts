/**
 * Bounds of a debt with several balances, or with terms for late payments (see `order-bound.ts`). Which balance a payment
 * reaches decides what it costs, so that more money may leave more owed later: a smaller minimum may let a deadline
 * lapse. So what it can owe at most is followed as if nothing were ever paid, at the highest rate of any balance and the
 * penalty rate, with a late fee in every period; and its interest is at least that at its lowest rate.
 */
import type { CalendarDate } from '../quantities/calendar';
import { accountAtStart, balancesOf, owedOn } from '../debt/account/account';
import type { OpenBalance } from '../debt/account/balance';
import { NOT_LATE } from '../debt/account/late';
import { openPeriod } from '../debt/period';
import { blankPeriod } from '../debt/open-period';
import { amountIn } from '../debt/recurring';
import { askedBy } from '../debt/rules/all-rules';
import type { DebtTerms } from '../debt/terms';
import { ZERO, type Cents } from '../quantities/money';
import { openDebt, planDebt, type PlanDebt } from '../plan/month';
import type { PlannedDebt } from '../plan/terms';
import type { MonthPath, MonthStep } from './month-path';

/** A balance on which a rate shows to eleven digits. */
const LARGE = 1e11 as Cents;

export class CardPath implements MonthPath {
	readonly #terms: DebtTerms;
	/** The debt with a large amount on each balance, never paid: its rates are read on it, the own ones and under penalty. */
	readonly #own: PlanDebt;
	readonly #penalized: PlanDebt;
	readonly #period = blankPeriod();
	#most: number;

	constructor({ id, terms }: PlannedDebt, index: number, first: CalendarDate) {
		const large = { id, terms: grown(terms) };
		this.#terms = terms;
		this.#own = planDebt(large, index, [], first);
		this.#penalized = planDebt(large, index, [], first);
		// A penalty in force at the start may end at any time.
		if (this.#own.state.account) this.#own.state.account.late = NOT_LATE;
		const { account } = this.#penalized.state;
		if (account) account.late = { ...NOT_LATE, penaltyFrom: 1 };
		const start = accountAtStart(terms);
		const accrued = start?.balances.reduce((sum, balance) => sum + balance.accrued, 0) ?? 0;
		this.#most = start && terms.opening > 0 ? owedOn(start) + accrued : 0;
	}

	open(month: number, until: number): MonthStep {
		if (this.#most === 0) return { most: 0, ratio: 0, asks: 0, extras: 0, slack: 0 };
		const { extras: ownExtras } = this.#terms;
		openDebt(this.#own, month, until);
		const { dueNow } = this.#own;
		const steps = Array.from({ length: dueNow }, () => this.#openNext());
		const sum = (of: (step: (typeof steps)[number]) => number) =>
			steps.reduce((total, step) => total + of(step), 0);
		const [ratio, asks] = [sum(({ low }) => low), sum((step) => step.asks)];
		// What a creditor forgives brings down what is owed as money does.
		const isSettling = steps.some(({ k }) => k === this.#terms.settlement?.period);
		const extras = sum(({ k }) => amountIn(ownExtras, k)) + (isSettling ? this.#most : 0);
		// What is paid within the month bears no interest after that; each balance is rounded by itself.
		const within = dueNow > 1 ? ratio * (asks + extras) : 0;
		const rounded = 0.5 * dueNow * balancesOf(this.#terms).length;
		return { most: this.#most, ratio, asks, extras, slack: rounded + within };
	}

	close(): void {
		// Nothing is ever paid.
	}

	/** One period: its lowest rate, and what may be asked in it; what may be owed after it. */
	#openNext() {
		const { late, charges, atLeast, balances = [] } = this.#terms;
		const k = this.#own.periods + 1;
		const low = Math.min(...this.#opened(this.#own, k).map(({ interest }) => interest));
		const { asking } = this.#own.state;
		const high = Math.max(
			...this.#opened(this.#penalized, k).map(({ interest, accruing }) =>
				Math.max(interest, accruing)
			)
		);
		const fee = late ? Math.max(late.fee, late.feeAgain ?? 0, late.standing?.feeDue ?? 0) : 0;
		const bearing = this.#most + amountIn(charges, k) + fee;
		const interest = Math.ceil(bearing * high);
		this.#most = bearing + interest + balances.length + 1;
		const isAnyOfIt = late !== undefined || balances.some(({ deferred }) => deferred !== undefined);
		const rule = askedBy(asking, bearing, interest, bearing);
		const asks = isAnyOfIt
			? this.#most
			: Math.min(this.#most, Math.max(rule, atLeast?.amount ?? 0));
		return { k, low, asks };
	}

	/** For each balance its interest, and what accrues, for each unit that bears it. */
	#opened(debt: PlanDebt, k: number): Pick<OpenBalance, 'interest' | 'accruing'>[] {
		const { terms, anchor, state, balance } = debt;
		openPeriod(terms, anchor, state, k, balance, this.#period);
		debt.periods = k;
		return this.#period.balances.map(({ owed, interest, deferredCharged, accruing }) => {
			const bearing = owed - interest;
			// What has accrued before the first payment is charged once, and is no rate.
			return { interest: (interest - deferredCharged) / bearing, accruing: accruing / bearing };
		});
	}
}

/** The same debt with a large amount on each balance, and nothing that has accrued. */
function grown(terms: DebtTerms): DebtTerms {
	const balances = balancesOf(terms).map(({ deferred, ...balance }) => ({
		...balance,
		opening: LARGE,
		...(deferred && { deferred: { ...deferred, accrued: ZERO } })
	}));
	return { ...terms, opening: (LARGE * balances.length) as Cents, balances };
}
