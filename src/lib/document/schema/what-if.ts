/** A question of what would come of many cases if something changed, as it is asked. */
import { z } from 'zod';
import { LIMITS } from '../../core/quantities/limits';
import { t } from '../refusals';
import { feeAmount, feePercent, monthlyFee } from './change';
import { currency, usualMinimum } from './reference';
import { choice, date, identifier, percentage, signedPercentage } from './fields';

export const whatIf = z.discriminatedUnion('kind', [
	z.strictObject({
		kind: z.literal('rate'),
		creditor: identifier(t('The creditor whose rate changes')),
		annualRate: percentage(t('The rate of a creditor'), LIMITS.rate),
		from: date(t('The day from which a rate holds'))
	}),
	z.strictObject({
		kind: z.literal('index'),
		index: identifier(t('The index that moves')),
		steps: z
			.array(
				z.strictObject({
					/** Higher than its last known value by so much, or lower. */
					by: signedPercentage(t('The change of an index'), LIMITS.rate),
					from: date(t('The day from which an index stands elsewhere'))
				})
			)
			.min(1)
			.max(LIMITS.indexSteps)
			.refine((steps) => steps.every(({ from }, at) => from > (steps[at - 1]?.from ?? '')), {
				error: t('Each step of an index is on a later day than the one before.')
			})
	}),
	z.strictObject({
		kind: z.literal('minimum'),
		creditor: identifier(t('The creditor whose minimum payment changes')),
		/** Of debts in this currency. */
		currency: currency(t('The currency of a minimum payment')),
		required: usualMinimum
	}),
	z.strictObject({ kind: z.literal('money') }),
	/** In place of the chosen plan. */
	z.strictObject({ kind: z.literal('minimums') }),
	z.strictObject({
		kind: z.literal('fee'),
		/** Of plans in this currency. */
		currency: currency(t('The currency of a fee')),
		monthlyFee: monthlyFee(feeAmount, feePercent)
	})
]);

/** Whose cases are asked about: all that one sees, or those of one person. */
export const whatIfRequest = z.strictObject({
	change: whatIf,
	of: z.union([choice(t('Whose cases are asked about'), ['all']), identifier(t('A counselor'))])
});
