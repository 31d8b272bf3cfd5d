/** Figures worked out again from what their workings say, by decimals and not by the core. */
import { Decimal } from 'decimal.js';
import type {
	Convention,
	MoneyOperand,
	Operand,
	Result,
	Working
} from '../../src/lib/core/debt/figure';

/** The rate of one period as a fraction, worked out here a second time from what the working says. */
function share(annual: number, convention: Convention): Decimal {
	const r = new Decimal(annual).div(1_000_000);
	switch (convention.kind) {
		case 'nominal':
			return r.div(convention.paymentsPerYear);
		case 'compounded': {
			const { compoundsPerYear: c, paymentsPerYear: m } = convention;
			return r.div(c).plus(1).pow(new Decimal(c).div(m)).minus(1);
		}
		case 'effective':
			return r.plus(1).pow(new Decimal(1).div(convention.paymentsPerYear)).minus(1);
		case 'daily':
			return daysBy(convention).reduce(
				(sum, { at, days, year }) => sum.plus(at.times(days).div(year)),
				new Decimal(0)
			);
		case 'daily-compounded':
			return daysBy(convention)
				.reduce(
					(product, { at, days, year }) => product.times(at.div(year).plus(1).pow(days)),
					new Decimal(1)
				)
				.minus(1);
	}
}

function daysBy({ pieces, dayYear }: Extract<Convention, { kind: 'daily' | 'daily-compounded' }>) {
	return pieces.flatMap(({ annual, days, leapDays }) => {
		const at = new Decimal(annual).div(1_000_000);
		return dayYear === 'actual'
			? [
					{ at, days: days - leapDays, year: 365 },
					{ at, days: leapDays, year: 366 }
				]
			: [{ at, days, year: dayYear }];
	});
}

/**
 * Powers are doubles: the error of a base grows with its exponent, by days up to 366 times. Where the
 * specification asks for no exactness on ties, an amount within that of one may be rounded either way.
 */
function nearTie(unrounded: number, tie: 'half' | 'whole' = 'half'): boolean {
	const distance = Math.abs(Math.abs(unrounded % 1) - 0.5);
	const toTie = tie === 'half' ? distance : 0.5 - distance;
	return toTie < 1e-12 * Math.abs(unrounded) + 1e-9;
}

const halfUp = (value: Decimal) => value.toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber();

/** What a working comes to when its own numbers are put into its own formula; null where it has none. */
export function recomputed({ formula, result }: Working): number | string | null {
	const amount = (operand: MoneyOperand) => operand.result.amount;
	switch (formula.kind) {
		case 'stated':
			return null;
		case 'missed':
		case 'not due':
			return 0;
		case 'same':
			return formula.as.result.kind === 'money' ? formula.as.result.amount : null;
		case 'interest by balance':
			return formula.balances.reduce((total, { interest }) => total + interest, 0);
		case 'raised':
			return Math.max(formula.rule + formula.pastDue, formula.atLeast ?? 0);
		case 'allocated': {
			const paid = formula.balances.reduce((total, balance) => total + balance.paid, 0);
			const parts = formula.parts.reduce((total, part) => total + amount(part), 0);
			return paid === parts ? paid : null;
		}
		case 'rest':
			return amount(formula.of);
		case 'sum':
			return formula.operands.reduce(
				(total, operand) => total + (operand.minus ? -amount(operand) : amount(operand)),
				0
			);
		case 'tally':
			return formula.parts.reduce((total, { first, times }) => total + amount(first) * times, 0);
		case 'interest':
			if (formula.convention.kind !== 'nominal' && nearTie(formula.unrounded)) return null;
			return halfUp(share(formula.annual, formula.convention).times(amount(formula.on)));
		case 'minimum': {
			const { percent, of, added, fees, roundUpTo, floor } = formula;
			const part = new Decimal(amount(of)).times(percent).div(1_000_000);
			const sum = added.reduce((total, operand) => total.plus(amount(operand)), part.plus(fees));
			const up = roundUpTo > 0 ? sum.div(roundUpTo).ceil().times(roundUpTo) : null;
			return Math.max(floor, up ? up.toNumber() : halfUp(sum));
		}
		case 'level': {
			const { on, periods, i, balloon, advance, roundPayment } = formula;
			if (nearTie(formula.unrounded, roundPayment === 'up' ? 'whole' : 'half')) return null;
			const rate = new Decimal(i);
			const discount = rate.plus(1).pow(-periods);
			const payment = rate.isZero()
				? new Decimal(amount(on) - balloon).div(periods)
				: new Decimal(amount(on))
						.minus(discount.times(balloon))
						.times(rate)
						.div(new Decimal(1).minus(discount))
						.div(advance ? rate.plus(1) : 1);
			return Math.max(0, roundPayment === 'up' ? payment.ceil().toNumber() : halfUp(payment));
		}
		case 'last payment':
			return formula.k;
		case 'due date':
			return null;
		case 'quotient':
			return halfUp(new Decimal(amount(formula.of)).times(100).div(amount(formula.by)));
		case 'months between':
			return result.kind === 'months' ? result.count : null;
	}
}

/** The figures that a formula takes its numbers from. */
export function operandsOf({ formula }: Working): readonly Operand[] {
	switch (formula.kind) {
		case 'stated':
		case 'missed':
		case 'not due':
		case 'interest by balance':
		case 'raised':
			return [];
		case 'allocated':
			return formula.parts;
		case 'same':
			return [formula.as];
		case 'sum':
			return formula.operands;
		case 'tally':
			return formula.parts.map(({ first }) => first);
		case 'interest':
		case 'level':
			return [formula.on];
		case 'minimum':
			return [formula.of, ...formula.added];
		case 'rest':
		case 'due date':
			return [formula.of];
		case 'last payment':
			return [formula.closing];
		case 'quotient':
			return [formula.of, formula.by];
		case 'months between':
			return [formula.earlier, formula.later];
	}
}

export function valueOf(result: Result): number | string {
	switch (result.kind) {
		case 'money':
			return result.amount;
		case 'payments':
		case 'months':
			return result.count;
		case 'date':
			return result.date;
		case 'per unit':
			return result.hundredths;
	}
}
