/** Visits, balances that were read, and what happened, as a case document has them. */
import { z } from 'zod';
import { LIMITS } from '../../core/quantities/limits';
import { choice, date, flag, identifier, money, name, sentence } from './fields';
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

/** What came in or was needed in a month, of a line of the budget sheet or beside it. */
export const recordedMoney = judgedOnce(
	z
		.strictObject({
			id: identifier(t('The identifier of an amount of a month')),
			/** Its first day. */
			month: date(t('The month of an amount')).refine((day) => day.endsWith('-01'), {
				error: sentence(t('The month of an amount'), t('the first day of a month'))
			}),
			side: choice(t('The side of an amount of a month'), ['income', 'needs']),
			/** The line of the budget sheet; null: it is in none. */
			line: identifier(t('The line of an amount of a month')).nullable(),
			/** What it is, where it is in no line. */
			name: name(t('The name of an amount of a month'), 0),
			amount: money(t('The amount of a month')),
			/** Whether it stays so from that month on. */
			lasting: flag(t('Whether an amount of a month stays'))
		})
		.refine(({ line, name: called }) => line === null || called === '', {
			error: t('An amount of a line is called as the line is.')
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
