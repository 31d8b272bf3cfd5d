/** By days, simple or compounded each day (specification, section 2). */
import { WHOLE } from '../../quantities/rate';
import { interestWay, type InterestWay } from './way';

const fields = {
	/** `actual`: 365 or 366, by the year that a day falls in. */
	dayYear: { of: 'choice', among: [365, 360, 'actual'], usual: 365 }
} as const;

const byTheDay = (kind: 'daily' | 'daily-compounded'): InterestWay<typeof fields> =>
	interestWay({
		fields,
		isByDay: true,
		periodic: ({ annual, dayYear }, _, rounding, later) => ({
			kind: 'days',
			annual,
			later,
			dayYear,
			compounded: kind === 'daily-compounded',
			rounding
		}),
		fraction: ({ annual }, paymentsPerYear) => annual / WHOLE / paymentsPerYear,
		onSheet: () => null,
		convention: ({ dayYear }, _, pieces) => ({ kind, dayYear, pieces })
	});

export const daily = byTheDay('daily');
export const dailyCompounded = byTheDay('daily-compounded');
