/**
 * What a way of charging interest is to the rest of the program (specification, section 2). Each is a file beside this one, named
 * in `all-ways.ts`.
 */
import type { PaymentsPerYear } from '../../quantities/calendar';
import type { Fields, Said } from '../../quantities/field';
import type { InterestRounding, Percent, PeriodicRate, RateFromDay } from '../../quantities/rate';
import type { Expression } from '../expression';
import type { Convention, RateDays } from '../figure';

/** An annual rate with the fields of a way; one that is null may be left out. */
export type RateBy<F extends Fields> = { readonly annual: Percent } & {
	readonly [K in keyof F as null extends F[K]['usual'] ? never : K]: Said<F>[K];
} & { readonly [K in keyof F as null extends F[K]['usual'] ? K : never]?: Said<F>[K] };

export interface InterestWay<F extends Fields> {
	/** The fields of an interest method besides the rate. */
	readonly fields: F;
	/** Whether it goes by the days of a period, and so by the day on which a rate changes. */
	readonly isByDay: boolean;
	/** With all that is the same in every period worked out; `later`: rates from a day on, where it goes by days. */
	periodic(
		rate: RateBy<F>,
		paymentsPerYear: number,
		rounding: InterestRounding,
		later: readonly RateFromDay[]
	): PeriodicRate;
	/** The periodic rate as a fraction, as closed forms use it. */
	fraction(rate: RateBy<F>, paymentsPerYear: number): number;
	/** The same over the cell of the annual rate (`rate`); null: no cell knows the days that it goes by. */
	onSheet(rate: RateBy<F>, paymentsPerYear: number): Expression | null;
	/** How it is explained; `pieces`: the days at each rate. */
	convention(
		rate: RateBy<F>,
		paymentsPerYear: PaymentsPerYear,
		pieces: readonly RateDays[]
	): Convention;
}

export const interestWay = <const F extends Fields>(way: InterestWay<F>): InterestWay<F> => way;
