import type { PaymentsPerYear } from '../core/calendar';

interface FrequencyWords {
	/** “paid monthly” */
	readonly adverb: string;
	/** “121.00 a month” */
	readonly per: string;
	/** “each month adds” */
	readonly each: string;
	/** “every year” */
	readonly every: string;
}

const WORDS: Readonly<Record<PaymentsPerYear, FrequencyWords>> = {
	52: { adverb: 'weekly', per: 'a week', each: 'each week', every: 'every week' },
	26: {
		adverb: 'fortnightly',
		per: 'a fortnight',
		each: 'each fortnight',
		every: 'every fortnight'
	},
	24: {
		adverb: 'twice a month',
		per: 'twice a month',
		each: 'each half-month',
		every: 'twice a month'
	},
	12: { adverb: 'monthly', per: 'a month', each: 'each month', every: 'every month' },
	6: {
		adverb: 'every two months',
		per: 'every two months',
		each: 'each two months',
		every: 'every two months'
	},
	4: { adverb: 'quarterly', per: 'a quarter', each: 'each quarter', every: 'every quarter' },
	2: {
		adverb: 'half-yearly',
		per: 'a half-year',
		each: 'each half-year',
		every: 'every half-year'
	},
	1: { adverb: 'yearly', per: 'a year', each: 'each year', every: 'every year' }
};

export const frequencyWords = (paymentsPerYear: PaymentsPerYear) => WORDS[paymentsPerYear];
