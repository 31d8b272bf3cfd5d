/** The annual rate is what a year comes to, compounded (specification, section 2). */
import { WHOLE, type Percent } from '../../quantities/rate';
import { interestWay } from './way';

const fraction = ({ annual }: { readonly annual: Percent }, paymentsPerYear: number): number =>
	(1 + annual / WHOLE) ** (1 / paymentsPerYear) - 1;

export const effective = interestWay({
	fields: {},
	isByDay: false,
	periodic: (rate, paymentsPerYear, rounding) => ({
		kind: 'factor',
		factor: fraction(rate, paymentsPerYear),
		rounding
	}),
	fraction,
	onSheet: (_, paymentsPerYear) => ({
		take: [{ power: [{ sum: [1, 'rate'] }, { divide: [1, paymentsPerYear] }] }, 1]
	}),
	convention: (_, paymentsPerYear) => ({ kind: 'effective', paymentsPerYear })
});
