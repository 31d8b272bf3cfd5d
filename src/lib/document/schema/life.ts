/** Visits, balances that were read, and what happened, as a case document has them. */
import { z } from 'zod';
import { LIMITS } from '../../core/quantities/limits';
import { choice, date, identifier, money } from './fields';
import { judgedOnce } from './judged-once';
import { t } from '../refusals';

export const visitEntry = judgedOnce(
	z.strictObject({
		id: identifier(t('The identifier of a visit')),
		date: date(t('The day of a visit'))
	})
);

/** A balance as a statement has it. */
export const readingEntry = judgedOnce(
	z.strictObject({
		id: identifier(t('The identifier of a reading')),
		visit: identifier(t('The visit of a reading')),
		debt: identifier(t('The debt of a reading')),
		/** The day of the balance: that of the visit, or before. */
		date: date(t('The day of a reading')),
		balance: money(t('The recorded balance')),
		/** Each balance of a debt that has several, where it is known; else the total is divided as it was expected. */
		byBalance: z
			.array(
				z.strictObject({
					id: identifier(t('The balance of a reading')),
					balance: money(t('The recorded balance'))
				})
			)
			.max(LIMITS.balances, {
				error: t('A debt has at most {balances} balances.', { balances: LIMITS.balances })
			}),
		/** Since the reading before, as printed; null: not known. */
		interest: money(t('The interest as printed')).nullable()
	})
);

/** Something that was paid, bought or charged, as it was typed. */
export const recordedEvent = judgedOnce(
	z.strictObject({
		id: identifier(t('The identifier of a payment or charge')),
		debt: identifier(t('The debt of a payment or charge')),
		date: date(t('The date of a payment or charge')),
		kind: choice(t('The kind of a payment or charge'), ['payment', 'charge', 'fee']),
		amount: money(t('The amount of a payment or charge'))
	})
);
