/** The annual rate divided by the payments per year; or compounded another number of times a year (specification, section 2). */
import { WHOLE } from '../../quantities/rate';
import type { Expression } from '../expression';
import { interestWay } from './way';

const fields = {
	compoundsPerYear: { of: 'times', offered: [365, 12, 4, 2, 1], usual: null }
} as const;

export const nominal = interestWay({
	fields,
	isByDay: false,
	periodic(rate, paymentsPerYear, rounding) {
		if (timesOf(rate, paymentsPerYear) !== paymentsPerYear || rounding === 'none')
			return { kind: 'factor', factor: fraction(rate, paymentsPerYear), rounding };
		const denominator = WHOLE * paymentsPerYear;
		return { kind: 'exact', annual: rate.annual, denominator, inverse: 1 / denominator };
	},
	fraction,
	onSheet(rate, paymentsPerYear) {
		const c = timesOf(rate, paymentsPerYear);
		const each: Expression = { divide: ['rate', c] };
		return c === paymentsPerYear
			? each
			: { take: [{ power: [{ sum: [1, each] }, { divide: [c, paymentsPerYear] }] }, 1] };
	},
	convention(rate, paymentsPerYear) {
		const compoundsPerYear = timesOf(rate, paymentsPerYear);
		return compoundsPerYear === paymentsPerYear
			? { kind: 'nominal', paymentsPerYear }
			: { kind: 'compounded', compoundsPerYear, paymentsPerYear };
	}
});

interface Rate {
	readonly annual: number;
	readonly compoundsPerYear?: number | null;
}

/** How often interest is compounded; with each payment unless stated. */
const timesOf = ({ compoundsPerYear }: Rate, paymentsPerYear: number): number =>
	compoundsPerYear ?? paymentsPerYear;

function fraction(rate: Rate, paymentsPerYear: number): number {
	const r = rate.annual / WHOLE;
	const c = timesOf(rate, paymentsPerYear);
	return c === paymentsPerYear ? r / c : (1 + r / c) ** (c / paymentsPerYear) - 1;
}
